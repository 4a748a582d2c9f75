/**
 * The life of plans: what becomes of plans, of those put aside, of fixed and excluded places and of reservations when
 * something is done to a project, its parts or the rack. Each deed is a function from one state to the next, and each
 * ends by putting everything in order, so that whatever was done:
 *
 * - a piece is reserved for a project if and only if an accepted plan cuts it, and only for one that does;
 * - nothing (plan, plan put aside, lock, exclusion, overruling, mate) names a piece, part, copy or project that is gone;
 * - projects matched together name each other, all of them;
 * - an accepted plan stays accepted until it is released or nothing of it is left.
 */
import type { Piece, PieceId, ProjectId } from '../stock/piece.ts';
import { matesOf } from './mates.ts';
import { counting } from './missing.ts';
import { samePlace } from './plan-question.ts';
import {
  SOLID,
  type Overruling,
  type Part,
  type PartId,
  type PlannedCut,
  type Project,
  type ProjectPlan,
} from './project.ts';

/** What plans live in. */
export interface Bench {
  readonly pieces: readonly Piece[];
  readonly projects: readonly Project[];
}

export type Plans = ReadonlyMap<ProjectId, ProjectPlan>;

const projectOf = ({ projects }: Bench, id: ProjectId): Project | undefined =>
  projects.find((project) => project.id === id);

const withProject = (bench: Bench, id: ProjectId, change: (project: Project) => Project): Bench => ({
  ...bench,
  projects: bench.projects.map((project) => (project.id === id ? change(project) : project)),
});

/** A change to a project and to all that are matched together with it. */
function withMates(bench: Bench, id: ProjectId, change: (project: Project) => Project): Bench {
  const project = projectOf(bench, id);
  if (!project) return bench;
  const mates = new Set(matesOf(project, bench.projects).map((mate) => mate.id));
  return {
    ...bench,
    projects: bench.projects.map((other) => (mates.has(other.id) ? change(other) : other)),
  };
}

/**
 * Keeps plans that were found, in place of those before. Plans found together are kept together or not at all; they
 * are not kept where one is accepted already, or where what they cut, or for whom, is gone by now.
 */
export function keepPlans(bench: Bench, plans: Plans): Bench {
  const pieces = new Map(bench.pieces.map((piece) => [piece.id, piece]));
  const stands = [...plans].every(([id, plan]) => {
    const project = projectOf(bench, id);
    if (!project || project.plan?.accepted === true) return false;
    const parts = new Set<PartId>(project.parts.map((part) => part.id));
    return plan.cuts.every(({ pieceId, partId }) => {
      const piece = pieces.get(pieceId);
      const free = piece && (piece.reservedFor === undefined || plans.has(piece.reservedFor));
      return free === true && (partId === 'offcut' || parts.has(partId));
    });
  });
  if (!stands) return bench;
  return inOrder({
    ...bench,
    projects: bench.projects.map((project) => {
      const plan = plans.get(project.id);
      return plan ? { ...project, plan: { ...plan, accepted: false } } : project;
    }),
  });
}

/** Why a plan can't be accepted: pieces that another accepted plan has. */
export function acceptConflicts(bench: Bench, id: ProjectId): Piece[] {
  const project = projectOf(bench, id);
  if (!project) return [];
  const mates = matesOf(project, bench.projects);
  const own = new Set<ProjectId>(mates.map((mate) => mate.id));
  const wanted = new Set(mates.flatMap(({ plan }) => plan?.cuts.map(({ pieceId }) => pieceId) ?? []));
  return bench.pieces.filter(
    ({ id: pieceId, reservedFor }) =>
      wanted.has(pieceId) && reservedFor !== undefined && !own.has(reservedFor),
  );
}

/** Accepts a plan and those made together with it, unless another plan has a piece of theirs. */
export function acceptPlan(bench: Bench, id: ProjectId): Bench {
  if (!projectOf(bench, id)?.plan || acceptConflicts(bench, id).length > 0) return bench;
  return inOrder(withMates(bench, id, (mate) => setAccepted(mate, true)));
}

/** Frees what an accepted plan reserves; one of which something is sawn stays, or its parts would be laid again. */
export function releasePlan(bench: Bench, id: ProjectId): Bench {
  const project = projectOf(bench, id);
  const begun = project && matesOf(project, bench.projects).some(({ plan }) => (plan?.sawn?.length ?? 0) > 0);
  return begun === true ? bench : inOrder(withMates(bench, id, (mate) => setAccepted(mate, false)));
}

const setAccepted = (project: Project, accepted: boolean): Project =>
  project.plan ? { ...project, plan: { ...project.plan, accepted } } : project;

/** Plans made together are put aside, exchanged and dropped together: mixed, they could want the same wood twice. */
export const putPlanAside = (bench: Bench, id: ProjectId): Bench =>
  inOrder(
    withMates(bench, id, (mate) =>
      mate.plan ? { ...mate, putBy: { ...mate.plan, accepted: false } } : mate,
    ),
  );

/** Exchanges the plan at hand and the one put aside; an accepted plan stays where it is until it is released. */
export const exchangePlans = (bench: Bench, id: ProjectId): Bench =>
  inOrder(
    withMates(bench, id, (mate) =>
      mate.plan && mate.putBy && !mate.plan.accepted
        ? { ...mate, plan: mate.putBy, putBy: { ...mate.plan, accepted: false } }
        : mate,
    ),
  );

export const dropPlanAside = (bench: Bench, id: ProjectId): Bench =>
  inOrder(withMates(bench, id, ({ putBy: _, ...rest }) => rest));

/** Fixes a place, or lets it go again where it was fixed. */
export const toggleLock = (bench: Bench, id: ProjectId, cut: PlannedCut): Bench =>
  inOrder(
    withProject(bench, id, (project) => {
      const locks = project.locks ?? [];
      const left = locks.filter((lock) => !(samePlace(lock, cut) && lock.unit === cut.unit));
      return { ...project, locks: left.length < locks.length ? left : [...locks, cut] };
    }),
  );

/** A cut laid elsewhere by hand: fixed there, and the plan at hand shows it; what was kept of both boards is void. */
export const moveCut = (bench: Bench, id: ProjectId, from: PlannedCut, to: PlannedCut): Bench =>
  inOrder(
    withProject(bench, id, (project) => {
      const { plan } = project;
      if (!plan || plan.accepted) return project;
      const cuts = plan.cuts.flatMap((cut) => {
        if (samePlace(cut, from) && cut.unit === from.unit) return [to];
        const touched = cut.pieceId === to.pieceId || cut.pieceId === from.pieceId;
        return cut.partId === 'offcut' && touched ? [] : [cut];
      });
      const locks = (project.locks ?? []).filter(
        (lock) => !(samePlace(lock, from) && lock.unit === from.unit),
      );
      return { ...project, plan: { ...plan, cuts }, locks: [...locks, to] };
    }),
  );

/** Keeps a piece out of a project's plans, or lets it back in; places fixed on it are let go. */
export const toggleExcluded = (bench: Bench, id: ProjectId, pieceId: PieceId): Bench =>
  inOrder(
    withProject(bench, id, (project) => {
      const excluded = project.excluded ?? [];
      return {
        ...project,
        excluded: excluded.includes(pieceId)
          ? excluded.filter((other) => other !== pieceId)
          : [...excluded, pieceId],
        locks: (project.locks ?? []).filter((lock) => lock.pieceId !== pieceId),
      };
    }),
  );

/** Lets a piece in against what its wood forbids, in the maker's words; null takes that back. */
export const overrule = (
  bench: Bench,
  id: ProjectId,
  pieceIds: readonly PieceId[],
  said: Omit<Overruling, 'pieceId'> | null,
): Bench =>
  inOrder(
    withProject(bench, id, (project) => {
      const others = (project.overruled ?? []).filter(({ pieceId }) => !pieceIds.includes(pieceId));
      const own = said === null ? [] : pieceIds.map((pieceId) => ({ pieceId, ...said }));
      return { ...project, overruled: [...others, ...own] };
    }),
  );

/** Other parts in place of those there are; whatever else of the project `more` changes with them. */
export const setParts = (
  bench: Bench,
  id: ProjectId,
  parts: readonly Part[],
  more: Partial<Omit<Project, 'id' | 'parts'>> = {},
): Bench => inOrder(withProject(bench, id, (project) => ({ ...project, ...more, parts })));

/** A broken part to be cut from one piece: the project's only part, all other pieces ruled out, no plan yet. */
export function mendWith(bench: Bench, id: ProjectId, part: Part, chosen: PieceId): Bench {
  const excluded = bench.pieces.filter((piece) => piece.id !== chosen).map((piece) => piece.id);
  return inOrder(
    withProject(bench, id, ({ plan: _plan, putBy: _putBy, ...rest }) => ({
      ...rest,
      parts: [part],
      excluded,
      locks: [],
    })),
  );
}

/** Takes pieces off the rack. Plans lose what they cut from them, and say so as parts that are short. */
export function removePieces(bench: Bench, ids: ReadonlySet<PieceId>): Bench {
  return inOrder({ ...bench, pieces: bench.pieces.filter((piece) => !ids.has(piece.id)) });
}

export const removeProject = (bench: Bench, id: ProjectId): Bench =>
  inOrder({ ...bench, projects: bench.projects.filter((project) => project.id !== id) });

/**
 * Matches a project from now on together with these and with no others, each of them with all the rest. One plan has
 * one wish, so the others take the project's.
 */
export function matchTogether(bench: Bench, id: ProjectId, ids: readonly ProjectId[]): Bench {
  const project = projectOf(bench, id);
  if (!project) return bench;
  const all = bench.projects.flatMap((other) =>
    other.id === id || ids.includes(other.id) ? [other.id] : [],
  );
  return inOrder({
    ...bench,
    projects: bench.projects.map((other) => {
      if (!all.includes(other.id))
        return { ...other, together: (other.together ?? []).filter((mate) => !all.includes(mate)) };
      const { wanted: _wanted, ...rest } = other;
      const wish = project.wanted === undefined ? {} : { wanted: project.wanted };
      return { ...rest, ...wish, together: all };
    }),
  });
}

/** Any state put in order: see the head of this file. What is in order already is returned as it is, record by record. */
export function inOrder(bench: Bench): Bench {
  const pieceIds = new Set<PieceId>(bench.pieces.map((piece) => piece.id));
  const projectIds = new Set<ProjectId>(bench.projects.map((project) => project.id));
  const partsOf = new Map<PartId, Part>(
    bench.projects.flatMap((project) => project.parts.map((part) => [part.id, part] as const)),
  );
  const mates = togetherOf(bench.projects, projectIds);
  const projects = bench.projects.map((project) =>
    tidyProject(project, pieceIds, partsOf, mates.get(project.id) ?? []),
  );
  return { ...bench, projects, pieces: reservedByPlans(bench.pieces, projects) };
}

/** Who is matched with whom: wishes that are mutual, and all of a group with all. */
function togetherOf(
  projects: readonly Project[],
  known: ReadonlySet<ProjectId>,
): Map<ProjectId, ProjectId[]> {
  const says = new Map(projects.map(({ id, together = [] }) => [id, new Set<ProjectId>(together)]));
  const found = new Map<ProjectId, ProjectId[]>();
  for (const { id, together = [] } of projects) {
    const group = [...new Set<ProjectId>([id, ...together])].filter(
      (other) => known.has(other) && (other === id || says.get(other)?.has(id) === true),
    );
    const all = group.filter((one) => group.every((other) => one === other || says.get(one)?.has(other)));
    found.set(id, all.includes(id) ? all.filter((other) => other !== id) : []);
  }
  return found;
}

function tidyProject(
  project: Project,
  pieces: ReadonlySet<PieceId>,
  parts: ReadonlyMap<PartId, Part>,
  together: readonly ProjectId[],
): Project {
  const own = new Map<PartId, Part>(project.parts.map((part) => [part.id, part]));
  const excluded = project.excluded?.filter((id) => pieces.has(id));
  const out = new Set(excluded);
  const overruled = project.overruled?.filter(({ pieceId }) => pieces.has(pieceId));
  const locks = project.locks?.filter(
    ({ pieceId, partId, unit }) =>
      pieces.has(pieceId) && !out.has(pieceId) && unit < (own.get(partId)?.qty ?? 0),
  );
  const plan = project.plan && tidyPlan(project.plan, project, pieces, parts);
  const aside = project.putBy?.accepted === true ? { ...project.putBy, accepted: false } : project.putBy;
  const putBy = aside && tidyPlan(aside, project, pieces, parts);
  return kept(project, {
    plan,
    putBy,
    locks: nonEmpty(locks, project.locks),
    excluded: nonEmpty(excluded, project.excluded),
    overruled: nonEmpty(overruled, project.overruled),
    together: nonEmpty(together, project.together),
  });
}

/** The list before where it is the same, no list where it is empty. */
function nonEmpty<T>(
  list: readonly T[] | undefined,
  before: readonly T[] | undefined,
): readonly T[] | undefined {
  if (list === undefined || list.length === 0) return undefined;
  const same = before?.length === list.length && list.every((one, i) => one === before[i]);
  return same ? before : list;
}

/** The project with these fields, the very same where none differs. */
function kept(project: Project, fields: Partial<Record<keyof Project, unknown>>): Project {
  const changed = Object.entries(fields).filter(
    ([field, value]) => project[field as keyof Project] !== value,
  );
  if (changed.length === 0) return project;
  const next = Object.entries<unknown>({ ...project, ...Object.fromEntries(changed) });
  return Object.fromEntries(next.filter(([, value]) => value !== undefined)) as unknown as Project;
}

/** A plan without what is gone; undefined when none of its parts is left. */
function tidyPlan(
  plan: ProjectPlan,
  project: Project,
  pieces: ReadonlySet<PieceId>,
  parts: ReadonlyMap<PartId, Part>,
): ProjectPlan | undefined {
  const own = new Map<PartId, Part>(project.parts.map((part) => [part.id, part]));
  const isThere = (of: ReadonlyMap<PartId, Part>, { pieceId, partId, unit }: PlannedCut): boolean =>
    pieces.has(pieceId) && (partId === 'offcut' || unit < (of.get(partId)?.qty ?? 0));
  const laid = plan.cuts.filter((cut) => isThere(own, cut));
  // An offcut of a board of which nothing else is cut is no offcut.
  const cutInto = new Set(laid.flatMap(({ partId, pieceId }) => (partId === 'offcut' ? [] : [pieceId])));
  for (const { pieceId } of plan.beside ?? []) cutInto.add(pieceId);
  const cuts = laid.filter(({ partId, pieceId }) => partId !== 'offcut' || cutInto.has(pieceId));
  const sawn = plan.sawn ?? [];
  const nothingLaid = !cuts.some(({ partId }) => partId !== 'offcut');
  if (nothingLaid && plan.cuts.length > 0 && sawn.length === 0) return undefined;
  const beside = plan.beside?.filter((cut) => isThere(parts, cut));
  const asCut = cuts.length === plan.cuts.length && beside?.length === plan.beside?.length;
  if (asCut && addsUp(plan, project.parts)) return plan;
  const { beside: _beside, ...rest } = plan;
  const counted = counting({ ...rest, cuts }, project.parts);
  if (asCut && sameMissing(counted.missing, plan.missing)) return plan;
  return { ...counted, ...(beside && beside.length > 0 ? { beside } : {}) };
}

/** Whether what a plan lays and what it says is missing make up just these parts. */
function addsUp({ cuts, missing, sawn = [] }: ProjectPlan, parts: readonly Part[]): boolean {
  const laid = new Map<PartId, Set<number>>();
  for (const { partId, unit } of [...cuts, ...sawn])
    laid.set(partId, (laid.get(partId) ?? new Set()).add(unit));
  const short = new Map(missing.map((entry) => [entry.partId, entry.short]));
  return (
    [...short.keys()].every((id) => parts.some((part) => part.id === id)) &&
    parts.every(({ id, qty, make = SOLID }) => {
      const told = (laid.get(id)?.size ?? 0) + (short.get(id) ?? 0);
      // A copy of which only some strips or layers are fixed is laid and short at once.
      return make.kind === 'solid' ? told === qty : told >= qty && (short.get(id) ?? 0) <= qty;
    })
  );
}

const sameMissing = (a: ProjectPlan['missing'], b: ProjectPlan['missing']): boolean =>
  a.length === b.length &&
  a.every(({ partId, short }) => b.some((other) => other.partId === partId && other.short === short));

/**
 * The pieces as the accepted plans reserve them: a piece that several cut goes by the first of them, unless one of
 * the others has it already.
 */
function reservedByPlans(pieces: readonly Piece[], projects: readonly Project[]): readonly Piece[] {
  const by = new Map<PieceId, ProjectId[]>();
  for (const { id, plan } of projects) {
    if (plan?.accepted !== true) continue;
    for (const pieceId of new Set(plan.cuts.map((cut) => cut.pieceId)))
      by.set(pieceId, [...(by.get(pieceId) ?? []), id]);
  }
  const reserved = pieces.map((piece) => {
    const holders = by.get(piece.id) ?? [];
    const [first] = holders;
    if (piece.reservedFor === undefined ? first === undefined : holders.includes(piece.reservedFor))
      return piece;
    const { reservedFor: _freed, ...free } = piece;
    return first === undefined ? free : { ...free, reservedFor: first };
  });
  return reserved.every((piece, i) => piece === pieces[i]) ? pieces : reserved;
}
