/** What a priority costs: its plan beside a least-waste plan of the same project, both found. */
import type { MatchInstance, MatchPlan } from '../solver/instance.ts';
import { matchSteps, type SearchOptions } from '../solver/solve.ts';
import type { Piece } from '../stock/piece.ts';
import { projectInstance, type AskedProject, type ShopRules } from './project-instance.ts';
import type { GroupThickness } from './thickness-groups.ts';

/** The same question with the priority least waste; null where it is that already. */
export function withoutWishes(
  project: AskedProject,
  pieces: readonly Piece[],
  rules: ShopRules,
  groups: GroupThickness,
): MatchInstance | null {
  if ((project.wanted ?? 'least-waste') === 'least-waste') return null;
  return projectInstance({ ...project, wanted: 'least-waste' }, pieces, rules, groups);
}

/**
 * A full plan with what it spends over the least-waste plan that is found until `shouldStop`; a plan that is not full stays
 * as it is, since the other may cover something else.
 */
export function besideLeastWaste(
  plan: MatchPlan,
  plain: MatchInstance,
  shouldStop: () => boolean,
  options: SearchOptions = {},
): MatchPlan {
  const full = ({ coverage }: MatchPlan): boolean => coverage > 1 - 1e-9;
  if (!full(plan)) return plan;
  let least = plan.consumed;
  for (const step of matchSteps(plain, { ...options, role: 'first' })) {
    if (full(step.plan)) least = Math.min(least, step.plan.consumed);
    if (shouldStop()) break;
  }
  return { ...plan, overLeast: least > 0 ? plan.consumed / least - 1 : 0 };
}
