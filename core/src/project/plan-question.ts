/**
 * What a plan was asked, kept with it: the parts, the wish, the fixed places, how the shop cuts, and a mark of each
 * board that it uses. A plan is out of date when one of those has changed, not when anything else in the shop has; what
 * exactly changed can be said.
 */
import { markOf } from '../foundation/mark.ts';
import type { Piece, PieceId, ProjectId } from '../stock/piece.ts';
import type { CuttingHabits } from '../yield/habits.ts';
import type { Machines } from '../yield/machines.ts';
import { usesKey } from './fitness.ts';
import type { Part, PartId, PlanHabits, PlannedCut, PlanQuestion, Project, ProjectPlan } from './project.ts';

/** What of a piece a plan rests on, in the order of its mark. */
const BOARD_ASPECTS = ['size', 'species', 'findings', 'shape', 'hazards'] as const;
export type BoardAspect = (typeof BOARD_ASPECTS)[number];

/** The mark of a piece: where it lies, its tag, photos, readings and scans are no matter to a plan. */
export function boardMark(piece: Piece): string {
  const { length, width, widthFar, thickness } = piece;
  const { outline, warp, ends, roughEnds, keepSkin, veneerMm } = piece;
  const findings = piece.findings.map(({ kind, face, x, y, length, width, depth, fix, fate, leadFree }) => [
    kind,
    face,
    x,
    y,
    length,
    width,
    depth,
    fix,
    fate,
    leadFree,
  ]);
  const aspects: Readonly<Record<BoardAspect, unknown>> = {
    size: [length, width, widthFar, thickness],
    species: [piece.species],
    findings,
    shape: [outline, warp, ends, roughEnds, keepSkin, veneerMm],
    hazards: [piece.hazards, piece.sapwood],
  };
  return BOARD_ASPECTS.map((aspect) => markOf(JSON.stringify(aspects[aspect]))).join('.');
}

/** What differs between two marks of a piece. */
function aspectsChanged(before: string, after: string): BoardAspect[] {
  const [old, now] = [before.split('.'), after.split('.')];
  return BOARD_ASPECTS.filter((_, i) => old[i] !== now[i]);
}

export interface AskedOf {
  readonly project: Project;
  readonly together: readonly ProjectId[];
  readonly habits: CuttingHabits;
  readonly machines: Machines;
  readonly pieceById: (id: PieceId) => Piece | undefined;
}

/** The question to which these cuts are the answer. */
export function questionOf(cuts: readonly PlannedCut[], asked: AskedOf): PlanQuestion {
  const { project, together, habits, machines, pieceById } = asked;
  const boards: Record<PieceId, string> = {};
  for (const { pieceId } of cuts) {
    const piece = pieceById(pieceId);
    if (piece) boards[pieceId] ??= boardMark(piece);
  }
  return {
    parts: project.parts,
    wanted: project.wanted ?? 'least-waste',
    together: together.filter((id) => id !== project.id),
    uses: usesKey(project.brief ?? {}),
    habits: planHabits(habits),
    machines,
    boards,
  };
}

const planHabits = ({ kerfMm, endTrimMm, roughEndTrimMm, limits, offcut }: CuttingHabits): PlanHabits => ({
  kerfMm,
  endTrimMm,
  roughEndTrimMm,
  limits,
  offcut,
});

/** One thing that is no longer as it was when a plan was made. */
export type PlanChange =
  | { readonly kind: 'board'; readonly pieceId: PieceId; readonly aspects: readonly BoardAspect[] }
  | { readonly kind: 'board-gone'; readonly pieceId: PieceId }
  | { readonly kind: 'board-taken'; readonly pieceId: PieceId; readonly by: ProjectId }
  | { readonly kind: 'board-excluded'; readonly pieceId: PieceId }
  | { readonly kind: 'part'; readonly partId: PartId; readonly fields: readonly (keyof Part)[] }
  | { readonly kind: 'part-new' | 'part-gone'; readonly partId: PartId; readonly name: string }
  | { readonly kind: 'lock'; readonly partId: PartId; readonly pieceId: PieceId }
  | { readonly kind: 'wanted' | 'together' | 'uses' | 'version' }
  | { readonly kind: 'habit'; readonly key: keyof PlanHabits }
  | { readonly kind: 'machine'; readonly key: keyof Machines };

/** Everything that has changed since the plan was made; an empty list while it holds. */
export function planChanges(
  plan: ProjectPlan,
  asked: AskedOf & { readonly holders?: ReadonlySet<ProjectId> },
): PlanChange[] {
  const { question } = plan;
  if (!question) return [{ kind: 'version' }];
  const { project, together, pieceById } = asked;
  const mates = new Set<ProjectId>([project.id, ...together]);
  const boards = Object.entries(question.boards).flatMap(([pieceId, mark]): PlanChange[] => {
    const piece = pieceById(pieceId);
    if (!piece) return [{ kind: 'board-gone', pieceId }];
    const { reservedFor } = piece;
    if (reservedFor !== undefined && !mates.has(reservedFor))
      return [{ kind: 'board-taken', pieceId, by: reservedFor }];
    if (project.excluded?.includes(pieceId) === true) return [{ kind: 'board-excluded', pieceId }];
    const aspects = aspectsChanged(mark, boardMark(piece));
    return aspects.length > 0 ? [{ kind: 'board', pieceId, aspects }] : [];
  });
  const now = questionOf([], asked);
  return [
    ...boards,
    ...partChanges(question.parts, project.parts),
    ...lockChanges(plan, project),
    ...(question.wanted === now.wanted ? [] : [{ kind: 'wanted' } as const]),
    ...(sameSet(question.together, now.together) ? [] : [{ kind: 'together' } as const]),
    ...(question.uses === now.uses ? [] : [{ kind: 'uses' } as const]),
    ...keysChanged(question.habits, now.habits).map((key) => ({ kind: 'habit', key }) as const),
    ...keysChanged(question.machines, now.machines).map((key) => ({ kind: 'machine', key }) as const),
  ];
}

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Keys of either under which they differ. */
function keysChanged<T extends object>(before: T, after: T): (keyof T)[] {
  const keys = new Set([...Object.keys(before), ...Object.keys(after)]) as Set<keyof T>;
  return [...keys].filter((key) => !same(before[key], after[key]));
}

const sameSet = (a: readonly string[], b: readonly string[]): boolean => same([...a].sort(), [...b].sort());

/** A part's name may change without touching its plan. */
const NO_MATTER: ReadonlySet<keyof Part> = new Set(['name']);

function partChanges(before: readonly Part[], after: readonly Part[]): PlanChange[] {
  const old = new Map(before.map((part) => [part.id, part]));
  const now = new Set(after.map(({ id }) => id));
  return [
    ...after.flatMap((part): PlanChange[] => {
      const was = old.get(part.id);
      if (!was) return [{ kind: 'part-new', partId: part.id, name: part.name }];
      if (was === part) return [];
      const fields = keysChanged(was, part).filter((field) => !NO_MATTER.has(field));
      return fields.length > 0 ? [{ kind: 'part', partId: part.id, fields }] : [];
    }),
    ...before
      .filter(({ id }) => !now.has(id))
      .map(({ id, name }) => ({ kind: 'part-gone', partId: id, name }) as const),
  ];
}

/** Places fixed since, that the plan does not have. */
function lockChanges(plan: ProjectPlan, project: Project): PlanChange[] {
  return (project.locks ?? [])
    .filter((lock) => !plan.cuts.some((cut) => samePlace(cut, lock)))
    .map(({ partId, pieceId }) => ({ kind: 'lock', partId, pieceId }));
}

/** Whether two cuts are the same part at the same place of the same piece. */
export const samePlace = (a: PlannedCut, b: PlannedCut): boolean =>
  a.pieceId === b.pieceId &&
  a.partId === b.partId &&
  Math.abs(a.x - b.x) < 1e-6 &&
  Math.abs(a.y - b.y) < 1e-6;
