/** Holds the rack and the projects, hears of every change, and answers what is asked of them. */
import {
  applyDelta,
  asOne,
  chooseGroups,
  isBetterPlan,
  KnownBoards,
  lookAt,
  matchSteps,
  matesOf,
  plansOf,
  projectInstance,
  verifyPlan,
  type MatchPlan,
  type Piece,
  type Project,
  type ShopInView,
} from '@aldrek/core';
import type { LentShop, PlanningAnswer, PlanningAsk, PlanningLook, PlanRules, PlansById } from './protocol';
import { serve } from './serve';
import { offeredWays } from './offered-ways';

/** A quick refill goes on so long, ms: the hand is waiting. */
const REFILL_MS = 60;

let pieces: readonly Piece[] = [];
let projects: readonly Project[] = [];
let rules: (PlanRules & { readonly known: KnownBoards }) | null = null;
let inView: ShopInView | null = null;

serve<PlanningAsk, PlanningAnswer>((ask): PlanningAnswer => {
  switch (ask.kind) {
    case 'feed':
      feed(ask);
      return { kind: 'fed' };
    case 'look':
      return { kind: 'look', look: look(ask) };
    case 'refill':
      return { kind: 'refilled', plans: refill(ask.projectId) };
    case 'lend': {
      if (!rules) throw new Error('the planning worker has not been told of the shop yet');
      const { habits, machines } = rules;
      ask.port.postMessage({ pieces, projects, rules: { habits, machines } } satisfies LentShop);
      ask.port.close();
      return { kind: 'lent' };
    }
  }
});

function feed(ask: Extract<PlanningAsk, { kind: 'feed' }>): void {
  pieces = applyDelta(ask.afresh ? [] : pieces, ask.pieces);
  projects = applyDelta(ask.afresh ? [] : projects, ask.projects);
  const { habits, machines } = ask.rules;
  // What is known of pieces holds as long as habits and machines do; they come anew each time, so by content.
  const same = rules && JSON.stringify([rules.habits, rules.machines]) === JSON.stringify([habits, machines]);
  if (!same) rules = { habits, machines, known: new KnownBoards(habits, machines) };
  inView = null;
}

function shop(): ShopInView | null {
  if (!rules) return null;
  inView ??= { pieces, projects, rules, pieceById: new Map(pieces.map((piece) => [piece.id, piece])) };
  return inView;
}

function look({ projectId, unit, pricesPerM3 }: Extract<PlanningAsk, { kind: 'look' }>): PlanningLook | null {
  const [project, view] = [projects.find(({ id }) => id === projectId), shop()];
  if (!project || !view) return null;
  const found = lookAt(project, view);
  const open = found.missing.length > 0 && project.plan?.accepted !== true;
  const ways = open ? offeredWays(project, found, view, unit, pricesPerM3).map(({ way }) => way) : [];
  return { ...found, ways };
}

/** The best plan of a few moments, with all that is fixed where it is; null where there is no such project. */
function refill(projectId: string): PlansById | null {
  const [project, view] = [projects.find(({ id }) => id === projectId), shop()];
  if (!project || !view || !rules) return null;
  const mates = matesOf(project, projects);
  const whole = asOne(mates);
  const groups = chooseGroups(whole, pieces, rules);
  const instance = projectInstance(whole, pieces, rules, groups);
  const end = performance.now() + REFILL_MS;
  let best: MatchPlan | null = null;
  for (const { plan } of matchSteps(instance)) {
    if (plan !== best && isBetterPlan(plan, best) && verifyPlan(instance, plan).length === 0) best = plan;
    if (performance.now() > end) break;
  }
  return best && plansOf(best, instance, groups, mates, pieces, rules);
}
