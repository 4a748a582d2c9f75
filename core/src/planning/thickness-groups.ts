/**
 * The thickness of parts that must come out alike. Boards may be thicker than a part, never thinner, so the
 * least thickness that the bounds allow qualifies most boards, and what can be covered at some thickness can be
 * covered at any lesser one. Wanted is therefore the greatest at which no less is covered than at the least;
 * it is found by halving over the thicknesses at which some board drops out.
 */
import type { Project } from '../project/project.ts';
import type { Piece } from '../stock/piece.ts';
import type { MatchInstance } from '../solver/instance.ts';
import { projectInstance, type ShopRules } from './project-instance.ts';
import { matchSteps } from '../solver/solve.ts';

export type GroupThickness = Readonly<Record<string, number>>;

export interface GroupBounds {
  readonly group: string;
  readonly least: number;
  readonly most: number;
}

/** Of each group, from the greatest of the least thicknesses to the least of the thicknesses. */
function groupBounds(project: Pick<Project, 'parts'>): GroupBounds[] {
  const found = new Map<string, GroupBounds>();
  for (const part of project.parts) {
    if (part.group === undefined || part.group === '') continue;
    const known = found.get(part.group) ?? { group: part.group, least: 0, most: Infinity };
    found.set(part.group, {
      group: part.group,
      least: Math.max(known.least, part.leastThicknessMm ?? part.thickness),
      most: Math.min(known.most, part.thickness),
    });
  }
  return [...found.values()];
}

/** Groups whose parts ask for thicknesses that exclude each other, in words. */
export const groupFaults = (project: Pick<Project, 'parts'>): string[] =>
  groupBounds(project)
    .filter(({ least, most }) => least > most + 1e-9)
    .map(
      ({ group, least, most }) =>
        `group ${group}: no common thickness. One part may be ${most} at the most, another must be ${least} at the least; let the thicker one be thinner, or take it out of the group.`,
    );

const STEPS = 12;

/** The thickness of every group; groups at odds with themselves are left out. */
export function chooseGroups(project: Project, pieces: readonly Piece[], rules: ShopRules): GroupThickness {
  const chosen: Record<string, number> = {};
  const bounds = groupBounds(project).filter(({ least, most }) => least <= most + 1e-9);
  for (const { group, least } of bounds) chosen[group] = least;
  const covers = (): number => coverageOf(projectInstance(project, pieces, rules, chosen));
  let base: number | null = null;
  for (const { group, least, most } of bounds) {
    if (most - least < 1e-6) continue;
    base ??= covers();
    const steps = stepsBetween(projectInstance(project, pieces, rules, chosen), project, group, least, most);
    let [low, high] = [0, steps.length - 1];
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      chosen[group] = steps[middle] as number;
      if (covers() >= base - 1e-9) low = middle;
      else high = middle - 1;
    }
    chosen[group] = steps[low] as number;
  }
  return chosen;
}

/** Thicknesses at which some board still just qualifies, from the least up. */
function stepsBetween(
  instance: MatchInstance,
  project: Project,
  group: string,
  least: number,
  most: number,
): number[] {
  const parts = project.parts.filter((part) => part.group === group);
  const steps = new Set([least, most]);
  for (const board of instance.boards) {
    for (const part of parts) {
      const layers = part.make?.kind === 'laminated' ? part.make.layers : 1;
      // To a tenth, downward: that is what a caliper at the planer tells.
      const out = Math.floor((board.yields?.[part.id] ?? board.thickness) * layers * 10) / 10;
      if (out > least && out < most) steps.add(out);
    }
  }
  return [...steps].sort((a, b) => a - b);
}

/** What a short search covers. */
function coverageOf(instance: MatchInstance): number {
  let coverage = 0;
  let steps = 0;
  for (const { plan } of matchSteps(instance)) {
    coverage = Math.max(coverage, plan.coverage);
    if (coverage >= 1 - 1e-9 || ++steps >= STEPS) break;
  }
  return coverage;
}
