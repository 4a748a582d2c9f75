/**
 * A plan as its boards are sawn: what has been cut out stays in the plan as sawn, counts as there, and is never laid
 * anew. What is spoilt is missing again, and only that is matched anew, around what is sawn and what is still planned.
 */
import type { PieceId, ProjectId } from '../stock/piece.ts';
import { counting } from './missing.ts';
import { inOrder, type Bench } from './plan-life.ts';
import { samePlace } from './plan-question.ts';
import type { PartId, PlannedCut, Project, ProjectPlan } from './project.ts';

const OFFCUT = 'offcut';

/** The cuts that accepted plans make in a piece, offcuts included, by project. */
export function cutsOf(bench: Bench, pieceId: PieceId): ReadonlyMap<ProjectId, readonly PlannedCut[]> {
  const found = new Map<ProjectId, readonly PlannedCut[]>();
  for (const { id, plan } of bench.projects) {
    if (plan?.accepted !== true) continue;
    const cuts = plan.cuts.filter((cut) => cut.pieceId === pieceId);
    if (cuts.length > 0) found.set(id, cuts);
  }
  return found;
}

/**
 * The piece is sawn: it leaves the rack, and the parts cut from it stand in their plans as sawn. `came` is what came off it,
 * by project; a copy that was planned on another board and came off this one is planned there no more.
 */
export function sawnOut(
  bench: Bench,
  pieceId: PieceId,
  came: ReadonlyMap<ProjectId, readonly PlannedCut[]> = cutsOf(bench, pieceId),
): Bench {
  return inOrder({
    ...bench,
    pieces: bench.pieces.filter(({ id }) => id !== pieceId),
    projects: bench.projects.map((project) => {
      const { plan } = project;
      if (plan === undefined) return project;
      const got = (came.get(project.id) ?? []).filter(({ partId }) => partId !== OFFCUT);
      const elsewhere = plan.accepted
        ? plan.cuts.filter((cut) =>
            got.some(({ partId, unit }) => partId === cut.partId && unit === cut.unit),
          )
        : [];
      const own = plan.accepted
        ? plan.cuts.filter(
            (cut) => cut.pieceId === pieceId || (elsewhere.includes(cut) && isWhole(project, cut)),
          )
        : [];
      const beside = plan.beside?.filter((cut) => cut.pieceId !== pieceId);
      if (own.length === 0 && got.length === 0 && beside?.length === plan.beside?.length) return project;
      const sawn = [...(plan.sawn ?? []), ...got];
      return {
        ...project,
        plan: { ...withoutBoard(plan, pieceId, own, beside), ...(sawn.length > 0 ? { sawn } : {}) },
      };
    }),
  });
}

/** Strips and layers of one copy bear its number each; a copy in one piece has it alone. */
const isWhole = ({ parts }: Project, { partId }: PlannedCut): boolean => {
  const make = parts.find(({ id }) => id === partId)?.make;
  return make === undefined || make.kind === 'solid';
};

function withoutBoard(
  plan: ProjectPlan,
  pieceId: PieceId,
  own: readonly PlannedCut[],
  beside: readonly PlannedCut[] | undefined,
): ProjectPlan {
  const { beside: _beside, question, ...rest } = plan;
  const boards =
    question && Object.fromEntries(Object.entries(question.boards).filter(([id]) => id !== pieceId));
  return {
    ...rest,
    cuts: plan.cuts.filter((cut) => !own.includes(cut)),
    ...(beside !== undefined && beside.length > 0 ? { beside } : {}),
    ...(question && boards ? { question: { ...question, boards } } : {}),
  };
}

/** A sawn part is spoilt: it is missing again. */
export const spoiltOut = (bench: Bench, id: ProjectId, cut: PlannedCut): Bench =>
  inOrder({
    ...bench,
    projects: bench.projects.map((project) => {
      const { plan } = project;
      if (project.id !== id || plan?.sawn === undefined) return project;
      const { sawn: before, ...rest } = plan;
      const sawn = before.filter((one) => !(samePlace(one, cut) && one.unit === cut.unit));
      // A panel that has lost a strip is there still, but not whole.
      return { ...project, plan: counting({ ...rest, ...(sawn.length > 0 ? { sawn } : {}) }, project.parts) };
    }),
  });

/** The name under which what one copy of a part lacks is matched: the cuts found for it join that copy. */
export const strayUnit = (id: PartId, unit: number): PartId => `${id}#${unit}`;

/** Part and copy that a cut found under such a name belongs to; null for any other, also for a part that is called so. */
function ofStray(
  { partId }: PlannedCut,
  parts: Project['parts'],
): { readonly partId: PartId; readonly unit: number } | null {
  const [, id = '', unit = ''] = /^(.*)#(\d+)$/.exec(partId) ?? [];
  const isStray = parts.some((part) => part.id === id) && !parts.some((part) => part.id === partId);
  return isStray ? { partId: id, unit: Number(unit) } : null;
}

/** The plan with what was found for its rest: the new cuts take the numbers of the copies that were missing. */
export function withRest(bench: Bench, id: ProjectId, found: ProjectPlan): Bench {
  return inOrder({
    ...bench,
    projects: bench.projects.map((project) => {
      const { plan } = project;
      if (project.id !== id || plan === undefined) return project;
      const cuts = [
        ...plan.cuts,
        ...renumbered(found.cuts, [...plan.cuts, ...(plan.sawn ?? [])], project.parts),
      ];
      const { question } = plan;
      const boards = { ...question?.boards, ...found.question?.boards };
      const asked = question === undefined ? {} : { question: { ...question, boards } };
      return { ...project, plan: counting({ ...plan, cuts, ...asked }, project.parts) };
    }),
  });
}

function renumbered(
  cuts: readonly PlannedCut[],
  taken: readonly PlannedCut[],
  parts: Project['parts'],
): PlannedCut[] {
  const used = new Map<PartId, Set<number>>();
  for (const { partId, unit } of taken) used.set(partId, (used.get(partId) ?? new Set()).add(unit));
  const given = new Map<string, number>();
  return cuts.map((cut) => {
    if (cut.partId === OFFCUT) return cut;
    const stray = ofStray(cut, parts);
    if (stray !== null) return { ...cut, ...stray };
    const key = `${cut.partId} ${cut.unit}`;
    const known = given.get(key);
    if (known !== undefined) return { ...cut, unit: known };
    const own = used.get(cut.partId) ?? new Set<number>();
    let unit = 0;
    while (own.has(unit)) unit++;
    used.set(cut.partId, own.add(unit));
    given.set(key, unit);
    return { ...cut, unit };
  });
}
