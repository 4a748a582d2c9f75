/** Several projects matched at once: one question to the engine, and from its answer a plan for each. */
import { sum } from '../foundation/sum.ts';
import { areaMm2 } from '../geometry/rectangle.ts';
import { questionOf } from '../project/plan-question.ts';
import type { Project, ProjectPlan } from '../project/project.ts';
import type { Piece } from '../stock/piece.ts';
import {
  demandedAreaMm2,
  OFFCUT_ID,
  type MatchInstance,
  type MatchPlan,
  type Placement,
} from '../solver/instance.ts';
import {
  asPlannedCut,
  briefOf,
  planForProject,
  type AskedProject,
  type ShopRules,
} from './project-instance.ts';
import type { GroupThickness } from './thickness-groups.ts';

const groupOf = (project: Project, group: string): string => `${project.id}/${group}`;

/**
 * One project that asks for all that several ask for: what one leaves out is left out for all, and the wish
 * is the first one's. Throws on none.
 */
export function asOne(projects: readonly Project[]): AskedProject {
  const [first, ...others] = projects;
  if (!first) throw new Error('asOne expects at least one project');
  if (others.length === 0) return first;
  const { brief: _brief, broken: _broken, design: _design, plan: _plan, putBy: _putBy, ...rest } = first;
  return {
    ...rest,
    name: projects.map(({ name }) => name).join(' + '),
    parts: projects.flatMap((project) =>
      project.parts.map((part) => (part.group ? { ...part, group: groupOf(project, part.group) } : part)),
    ),
    locks: projects.flatMap(({ locks }) => locks ?? []),
    excluded: [...new Set(projects.flatMap(({ excluded }) => excluded ?? []))],
    together: others.map(({ id }) => id),
    briefs: projects.map(briefOf),
  };
}

/**
 * The engine's plan for {@link asOne} as each project keeps it, with what it was asked, by project. A board that serves several is told
 * to each of them whole, and what it spends is shared by the area of their parts in it.
 */
export function plansOf(
  plan: MatchPlan,
  instance: MatchInstance,
  groups: GroupThickness,
  projects: readonly Project[],
  pieces: readonly Piece[],
  rules: Pick<ShopRules, 'habits' | 'machines'>,
): Map<string, ProjectPlan> {
  const whole = planForProject(plan, instance, groups);
  const byId = new Map(pieces.map((piece) => [piece.id, piece]));
  const together = projects.map(({ id }) => id);
  const asked = (project: Project, answer: ProjectPlan): ProjectPlan => ({
    ...answer,
    question: questionOf(answer.cuts, {
      project,
      together,
      habits: rules.habits,
      machines: rules.machines,
      pieceById: (id) => byId.get(id),
    }),
  });
  const [only] = projects;
  if (projects.length === 1 && only) return new Map([[only.id, asked(only, whole)]]);
  const byBoard = new Map<string, Placement[]>();
  for (const placed of plan.placements)
    byBoard.set(placed.boardId, [...(byBoard.get(placed.boardId) ?? []), placed]);
  return new Map(
    projects.map((project) => [
      project.id,
      asked(project, planOf(project, instance, groups, whole, byBoard)),
    ]),
  );
}

function planOf(
  project: Project,
  instance: MatchInstance,
  groups: GroupThickness,
  whole: ProjectPlan,
  byBoard: ReadonlyMap<string, readonly Placement[]>,
): ProjectPlan {
  const own = new Set<string>(project.parts.map(({ id }) => id));
  const isOwn = ({ partId }: Placement): boolean => own.has(partId);
  const isOffcut = ({ partId }: Placement): boolean => partId === OFFCUT_ID;
  let [spentM2, spentWorth] = [0, 0];
  const cuts: Placement[] = [];
  const beside: Placement[] = [];
  for (const board of instance.boards) {
    const placed = byBoard.get(board.id) ?? [];
    const mine = sum(placed.filter(isOwn), areaMm2);
    if (mine === 0) continue;
    const parts = placed.filter((one) => !isOffcut(one));
    const share = mine / sum(parts, areaMm2);
    const kept = sum(placed.filter(isOffcut), areaMm2);
    const face = board.length * board.width;
    spentM2 += (share * (face - kept)) / 1e6;
    spentWorth += (share * board.value * (face - instance.offcut.credit * kept)) / 1e6;
    cuts.push(...placed.filter((one) => isOwn(one) || isOffcut(one)));
    beside.push(...parts.filter((one) => !isOwn(one)));
  }
  const missing = whole.missing.filter(({ partId }) => own.has(partId));
  const parts = instance.parts.filter(({ id }) => own.has(id));
  const open = sum(missing, ({ partId, short }) => {
    const part = parts.find(({ id }) => id === partId);
    return part ? short * part.length * part.width : 0;
  });
  const demanded = demandedAreaMm2(parts);
  const ownGroups = project.parts.flatMap(({ group }) => {
    const mm = group ? groups[groupOf(project, group)] : undefined;
    return group && mm !== undefined ? [[group, mm] as const] : [];
  });
  const { groups: _, ...rest } = whole;
  return {
    ...rest,
    cuts: cuts.map(asPlannedCut),
    ...(beside.length > 0 ? { beside: beside.map(asPlannedCut) } : {}),
    coverage: demanded > 0 ? 1 - open / demanded : 1,
    missing,
    spentM2,
    spentWorth,
    ...(ownGroups.length > 0 ? { groups: Object.fromEntries(ownGroups) } : {}),
  };
}

/** Thicknesses of the groups as {@link asOne} names them, from the plans that the projects keep. */
export function groupsTogether(projects: readonly Project[]): GroupThickness {
  const [only] = projects;
  if (projects.length === 1) return only?.plan?.groups ?? {};
  return Object.fromEntries(
    projects.flatMap((project) =>
      Object.entries(project.plan?.groups ?? {}).map(([group, mm]) => [groupOf(project, group), mm]),
    ),
  );
}
