/** Holds the rack and the projects, hears of every change, and answers what is asked of them. */
import {
  asOne,
  chooseGroups,
  isBetterPlan,
  KnownBoards,
  lookAt,
  matchSteps,
  plansOf,
  projectInstance,
  restOf,
  verifyPlan,
  type MatchPlan,
  type ShopInView,
} from '@aldrek/core/match';
import { matesOf, type Project } from '@aldrek/core/project';
import { applyDelta } from '@aldrek/core/shop';
import { type Piece } from '@aldrek/core/wood';
import { shopDay, shopSteps } from '@aldrek/core/floor';
import type {
  DayAsk,
  FloorDay,
  LentShop,
  PlanningAnswer,
  PlanningAsk,
  PlanningLook,
  PlanRules,
  PlansById,
  ShortPart,
  SawnWood,
} from './protocol';
import { serve } from './serve';
import { offeredWays } from './offered-ways';

/** What is missing is little, and somebody stands at the saw, ms. */
const REST_MS = 1500;
/** A quick refill goes on so long, ms: the hand is waiting. */
const REFILL_MS = 60;
/** A first plan while a size is dragged, ms: it is asked for again with the next move. */
const DRAFT_MS = 30;

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
    case 'rest':
      return { kind: 'refilled', plans: rest(ask.projectId, ask.sawn) };
    case 'draft':
      return { kind: 'drafted', short: draft(ask.project) };
    case 'day':
      return { kind: 'day', floor: day(ask) };
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
  // What is known of pieces holds as long as habits and machines do; they come again each time, so by content.
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
  const found = quickPlan(mates, rules, REFILL_MS);
  return found && plansOf(found.plan, found.instance, found.groups, mates, pieces, rules);
}

/** A plan for what is missing of a project, from wood that nothing is planned for; null where nothing is missing. */
function rest(projectId: string, sawn: readonly SawnWood[]): PlansById | null {
  const project = projects.find(({ id }) => id === projectId);
  if (!project || !rules) return null;
  const planned = new Map(pieces.map(({ id, species }) => [id, species]));
  const missing = restOf(
    project,
    rules.machines,
    ({ pieceId, partId, unit }) =>
      planned.get(pieceId) ?? sawn.find((one) => one.partId === partId && one.unit === unit)?.species,
  );
  if (!missing) return null;
  const found = quickPlan([missing], rules, REST_MS);
  return found && plansOf(found.plan, found.instance, found.groups, [missing], pieces, rules);
}

/** What is left to be done on the shop floor, in the order of a day. */
function day({ workshop, own, day: on, now, ...floor }: DayAsk): FloorDay | null {
  if (!rules) return null;
  const began = performance.now();
  const { machines, habits } = rules;
  const steps = shopSteps({ ...floor, pieces, projects }, { machines, workshop, kerfMm: habits.kerfMm });
  return { steps, day: shopDay(steps, on, workshop, own, now), tookMs: performance.now() - began };
}

/** What finds no place in a first plan of a project that is being changed; null where nothing can be said. */
function draft(project: Project): ShortPart[] | null {
  if (!rules) return null;
  const { plan: _plan, locks: _locks, ...bare } = project;
  const found = quickPlan([bare], rules, DRAFT_MS);
  if (!found) return null;
  const kept = plansOf(found.plan, found.instance, found.groups, [bare], pieces, rules).get(project.id);
  const missing = new Map(kept?.missing.map(({ partId, short }) => [partId, short]));
  return project.parts.flatMap(({ id, name, qty }) => {
    const short = missing.get(id) ?? 0;
    return short > 0 ? [{ name, short, of: qty }] : [];
  });
}

/** The best plan of `ms` that the checker lets pass; null where there is none. */
function quickPlan(mates: readonly Project[], by: PlanRules & { readonly known: KnownBoards }, ms: number) {
  const whole = asOne(mates);
  const groups = chooseGroups(whole, pieces, by);
  const instance = projectInstance(whole, pieces, by, groups);
  const end = performance.now() + ms;
  let best: MatchPlan | null = null;
  for (const { plan } of matchSteps(instance)) {
    if (plan !== best && isBetterPlan(plan, best) && verifyPlan(instance, plan).length === 0) best = plan;
    if (performance.now() > end) break;
  }
  return best && { plan: best, instance, groups };
}
