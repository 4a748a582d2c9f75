/** All that can be said of a project against the whole rack without a search: asked of a worker, since racks are large. */
import { fitnessOf, type Fitness } from '../project/fitness.ts';
import { matesOf } from '../project/mates.ts';
import { planChanges, type PlanChange } from '../project/plan-question.ts';
import type { PlannedCut, Project } from '../project/project.ts';
import type { FindingInTheWay } from '../project/ways-out/way.ts';
import type { Piece, PieceId } from '../stock/piece.ts';
import { findingsInTheWay } from './findings-in-the-way.ts';
import { OFFCUT_ID, type MatchInstance } from '../solver/instance.ts';
import { impossibleParts, nearestMiss, type NearestMiss } from './nearest-miss.ts';
import { keptOut, projectInstance, type ShopRules } from './project-instance.ts';
import { groupFaults } from './thickness-groups.ts';
import { asOne, groupsTogether } from './together.ts';
import { layoutFaults } from '../solver/verify-plan.ts';

/** A part that is not covered whole, how near the rack comes, and what alone keeps it out of a piece. */
export interface MissingPart {
  readonly partId: string;
  readonly short: number;
  readonly miss: NearestMiss | null;
  readonly inTheWay: readonly FindingInTheWay[];
}

interface FitPiece {
  readonly pieceId: PieceId;
  readonly fitness: Fitness;
}

export interface ProjectLook {
  readonly projectId: string;
  /** The question with only the boards that are cut or fixed: enough to say whether a part may lie there. */
  readonly bench: MatchInstance;
  /** Pieces that may be cut for it. */
  readonly free: number;
  /** What has changed since its plan, and those made with it, were made; empty while they hold. */
  readonly changes: readonly PlanChange[];
  readonly groupFaults: readonly string[];
  /** Parts that no single piece can give. */
  readonly impossible: readonly MissingPart[];
  /** Pieces on which what is fixed breaks a rule. */
  readonly brokenLocks: readonly PieceId[];
  readonly missing: readonly MissingPart[];
  readonly keptOut: readonly FitPiece[];
  /** Of the pieces that the plan cuts, those to ask about or to mind. */
  readonly minded: readonly FitPiece[];
}

export interface ShopInView {
  readonly pieces: readonly Piece[];
  readonly projects: readonly Project[];
  readonly pieceById: ReadonlyMap<PieceId, Piece>;
  readonly rules: ShopRules;
}

export function lookAt(project: Project, shop: ShopInView): ProjectLook {
  const { pieces, projects, pieceById, rules } = shop;
  const mates = matesOf(project, projects);
  const whole = asOne(mates);
  const instance = projectInstance(whole, pieces, rules, groupsTogether(mates));
  const { plan } = project;
  const theirs = mates.flatMap((mate) => (mate.id === project.id ? [] : (mate.plan?.cuts ?? [])));
  const cuts = [...(plan?.cuts ?? []), ...theirs.filter(({ partId }) => partId !== OFFCUT_ID)];
  const missing = (partId: string, short: number, beside: readonly PlannedCut[]): MissingPart => {
    const part = project.parts.find(({ id }) => id === partId);
    return {
      partId,
      short,
      miss: nearestMiss(instance, partId, beside),
      inTheWay: part ? findingsInTheWay(part, instance, pieces, beside, rules) : [],
    };
  };
  const told = new Set(plan?.missing.map(({ partId }) => partId));
  const own = new Set<string>(project.parts.map(({ id }) => id));
  const cutInto = new Set<PieceId>([
    ...[...cuts, ...(plan?.beside ?? [])].map(({ pieceId }) => pieceId),
    ...(project.locks ?? []).map(({ pieceId }) => pieceId),
  ]);
  const together = mates.map(({ id }) => id);
  const asked = { together, ...rules, pieceById: (id: PieceId) => pieceById.get(id) };
  return {
    projectId: project.id,
    bench: { ...instance, boards: instance.boards.filter(({ id }) => cutInto.has(id)) },
    free: instance.boards.length,
    changes: mates.flatMap((mate) => (mate.plan ? planChanges(mate.plan, { ...asked, project: mate }) : [])),
    groupFaults: groupFaults(project),
    impossible:
      instance.boards.length === 0
        ? []
        : impossibleParts(instance)
            .filter((id) => own.has(id) && !told.has(id))
            .map((id) => missing(id, 0, [])),
    brokenLocks: brokenLocks(project, instance),
    missing: (plan?.missing ?? []).map(({ partId, short }) => missing(partId, short, cuts)),
    keptOut: keptOut(project, pieces, rules).map(({ piece, fitness }) => ({ pieceId: piece.id, fitness })),
    minded: [...cutInto].flatMap((pieceId) => {
      const piece = pieceById.get(pieceId);
      if (!piece) return [];
      const fitness = fitnessOf(piece, project.brief ?? {}, rules.machines, project.overruled ?? []);
      return fitness.ruling === 'free' ? [] : [{ pieceId, fitness }];
    }),
  };
}

function brokenLocks(project: Project, instance: MatchInstance): PieceId[] {
  const fixed = (project.locks ?? []).map(({ pieceId, ...cut }) => ({ ...cut, boardId: pieceId }));
  return [...new Set(fixed.map(({ boardId }) => boardId))].filter(
    (id) =>
      layoutFaults(
        instance,
        fixed.filter(({ boardId }) => boardId === id),
      ).length > 0,
  );
}

/** How near the rack comes and what is in the way, as the ways out are told of it. */
export function shortfall(look: Pick<ProjectLook, 'missing'>): {
  readonly short: ReadonlyMap<string, number>;
  readonly longestLeft: ReadonlyMap<string, number>;
  readonly thickest: ReadonlyMap<string, number>;
  readonly inTheWay: ReadonlyMap<string, readonly FindingInTheWay[]>;
} {
  const { missing } = look;
  const known = missing.filter(({ miss }) => miss !== null);
  return {
    short: new Map(missing.map(({ partId, short }) => [partId, short])),
    longestLeft: new Map(known.map(({ partId, miss }) => [partId, miss?.longestLeft?.length ?? 0])),
    thickest: new Map(known.map(({ partId, miss }) => [partId, miss?.thickest ?? 0])),
    inTheWay: new Map(missing.map(({ partId, inTheWay }) => [partId, inTheWay])),
  };
}
