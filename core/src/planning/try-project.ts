/** A project tried against a rack for a while: what answers “what if”. */
import type { Project, ProjectPlan } from '../project/project.ts';
import type { Piece } from '../stock/piece.ts';
import type { Solver } from '../solver/linear.ts';
import { isBetterPlan, provenBy, type MatchPlan } from '../solver/instance.ts';
import { projectInstance, type ShopRules } from './project-instance.ts';
import { matchSteps } from '../solver/solve.ts';
import { verifyPlan } from '../solver/verify-plan.ts';
import { asOne, plansOf } from './together.ts';
import { chooseGroups, type GroupThickness } from './thickness-groups.ts';

export interface Tried {
  readonly plan: ProjectPlan;
  /** Of the project and of those it is matched together with, by project. */
  readonly plans: ReadonlyMap<string, ProjectPlan>;
  readonly groups: GroupThickness;
}

/** What a plan that is short does not find in so many steps of improvement is hardly ever found in four times as many. */
const PATIENCE = 30;

/**
 * The best plan after so many steps; `until` ends earlier, once a plan will do, and so does a plan that stays short and has not
 * become better for a while. `mates` are the projects that are matched at once, itself among them.
 */
export function tryProject(
  project: Project,
  pieces: readonly Piece[],
  rules: ShopRules,
  steps: number,
  solver: Solver | null = null,
  until: (plan: MatchPlan) => boolean = () => false,
  mates: readonly Project[] = [project],
): Tried {
  const all = asOne(mates);
  const groups = chooseGroups(all, pieces, rules);
  const instance = projectInstance(all, pieces, rules, groups);
  let best: MatchPlan | null = null;
  let left = steps;
  let idle = 0;
  for (const { plan, stage, better } of matchSteps(instance, { solver })) {
    if (plan !== best && isBetterPlan(plan, best) && verifyPlan(instance, plan).length === 0) best = plan;
    else if (best !== null) best = withProofOf(plan, best);
    idle = better || stage !== 'improve' || coversAll(plan) ? 0 : idle + 1;
    if (--left <= 0 || idle >= PATIENCE || until(plan)) break;
  }
  if (best === null) throw new Error('no plan passed the checker');
  const plans = plansOf(best, instance, groups, mates, pieces, rules);
  const plan = plans.get(project.id);
  if (!plan) throw new Error(`the projects matched at once do not name ${project.name} itself`);
  return { plan, plans, groups };
}

/** What `plan` says of the least that any full plan counts holds for `best` as well. */
function withProofOf(plan: MatchPlan, best: MatchPlan): MatchPlan {
  if (plan === best || !coversAll(best) || !coversAll(plan)) return best;
  if (provenBy(plan) <= provenBy(best)) return best;
  const { bound, boundProven, weighedBound } = plan;
  return { ...best, bound, boundProven, ...(weighedBound === undefined ? {} : { weighedBound }) };
}

export const coversAll = (plan: { readonly coverage: number }): boolean => plan.coverage >= 1 - 1e-9;
