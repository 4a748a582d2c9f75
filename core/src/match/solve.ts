/**
 * Plans for a matching problem: a first plan at once, then better ones until told to stop.
 *
 * Method of this file: value-sorted first fit (largest parts first), then ruin and recreate: take one
 * to three boards' parts off again, put them and whatever is open back in another order, keep what is
 * no worse (Schrimpf et al., 2000). Deterministic for a seed and a number of rounds. The types are those
 * of the full problem (`instance.ts`); a stronger method may take its place behind them.
 */
import { seededRandom, shuffled, type Random } from '../foundation/random.ts';
import { clipTo } from '../geometry/rectangle.ts';
import { leastSpent } from './bound.ts';
import { FirstFit } from './first-fit.ts';
import {
  demandedAreaMm2,
  type MatchBoard,
  type MatchInstance,
  type MatchPlan,
  type Placement,
} from './instance.ts';
import {
  BoardCosts,
  compareScores,
  demandsOf,
  scoreOf,
  type Demand,
  type WorkingPlan,
} from './working-plan.ts';

/** Rounds without a better plan after which the search takes itself for finished. */
const PATIENCE = 4000;

/** A plan so far, and whether it is better than the one yielded before. */
export interface MatchStep {
  readonly plan: MatchPlan;
  readonly round: number;
  readonly better: boolean;
}

/**
 * Yields the first plan at once, then after every few rounds the best so far. The caller decides when
 * to stop; the last plan yielded is valid as it stands.
 */
export function* matchSteps(given: MatchInstance, seed = 1): Generator<MatchStep, void> {
  const instance = onBoards(given);
  const random = seededRandom(seed);
  const costs = new BoardCosts(instance);
  const fit = new FirstFit(instance);
  const byWorth = boardOrder(instance);
  const demands = demandsOf(instance).sort(largestFirst);
  const bound = leastSpent(instance);
  let best = fit.fill({ laid: new Map(), open: [] }, { boards: byWorth, demands, crossWeight: 3 });
  let score = scoreOf(instance, best, costs);
  yield { plan: finished(instance, best, costs, bound), round: 0, better: true };
  let sinceBetter = 0;
  let better = false;
  for (let round = 1; sinceBetter < PATIENCE; round++) {
    const tried = recreate(ruin(instance, best, random), byWorth, fit, random);
    const triedScore = scoreOf(instance, tried, costs);
    const order = compareScores(triedScore, score);
    if (order <= 0) {
      best = tried;
      score = triedScore;
    }
    if (order < 0) {
      better = true;
      sinceBetter = 0;
    } else sinceBetter++;
    if (round % 10 === 0 || better) {
      yield { plan: finished(instance, best, costs, bound), round, better };
      better = false;
    }
    if (bound !== null && score.openMm2 === 0 && score.spent <= bound + 1e-9) return;
  }
}

/** Runs {@link matchSteps} until it ends or `shouldStop` says so; keeps the best plan. */
export function solveMatch(instance: MatchInstance, shouldStop: () => boolean, seed = 1): MatchPlan {
  let plan: MatchPlan | null = null;
  for (const step of matchSteps(instance, seed)) {
    plan = step.plan;
    if (shouldStop()) break;
  }
  if (plan === null) throw new Error('a search always yields its first plan');
  return plan;
}

/** The instance with what is blocked clipped to its boards. */
function onBoards(instance: MatchInstance): MatchInstance {
  const boards = instance.boards.map((board) => {
    const blocked = Object.entries(board.blocked).map(([grade, rects]) => [
      grade,
      rects.map((rect) => clipTo(rect, board.length, board.width)).filter((rect) => rect !== null),
    ]);
    return { ...board, blocked: Object.fromEntries(blocked) as MatchBoard['blocked'] };
  });
  return { ...instance, boards };
}

function boardOrder(instance: MatchInstance): number[] {
  const area = (index: number): number => {
    const board = instance.boards[index];
    return board ? board.length * board.width : 0;
  };
  return instance.boards
    .map((_, index) => index)
    .sort(
      (a, b) =>
        (instance.boards[a]?.value ?? 0) - (instance.boards[b]?.value ?? 0) || area(a) - area(b) || a - b,
    );
}

function largestFirst(a: Demand, b: Demand): number {
  return b.part.length - a.part.length || b.part.width - a.part.width || a.unit - b.unit;
}

function ruin(instance: MatchInstance, plan: WorkingPlan, random: Random): WorkingPlan {
  const touched = [...plan.laid.keys()];
  const many = Math.min(touched.length, 1 + random.below(3));
  const gone = new Set(shuffled(touched, random).slice(0, many));
  const freed = new Set<string>();
  const key = (placement: Placement): string => `${placement.partId} ${placement.unit}`;
  for (const index of gone) for (const placement of plan.laid.get(index) ?? []) freed.add(key(placement));
  const laid = new Map<number, readonly Placement[]>();
  for (const [index, placements] of plan.laid) {
    if (gone.has(index)) continue;
    const staying = placements.filter((placement) => !freed.has(key(placement)));
    if (staying.length === placements.length) laid.set(index, placements);
    else if (staying.length > 0) laid.set(index, staying);
  }
  const parts = new Map(instance.parts.map((part) => [part.id, part]));
  const open = [...plan.open];
  for (const id of freed) {
    const cut = id.lastIndexOf(' ');
    const part = parts.get(id.slice(0, cut));
    if (part) open.push({ part, unit: Number(id.slice(cut + 1)), areaMm2: part.length * part.width });
  }
  return { laid, open };
}

function recreate(plan: WorkingPlan, byWorth: readonly number[], fit: FirstFit, random: Random): WorkingPlan {
  const demands = random.next() < 0.5 ? [...plan.open].sort(largestFirst) : shuffled(plan.open, random);
  return fit.fill(
    { laid: plan.laid, open: [] },
    { boards: nearly(byWorth, random), demands, crossWeight: random.next() < 0.5 ? 3 : 0.3 },
  );
}

/** The order with some of its members put off, so that other boards get their turn. */
function nearly(order: readonly number[], random: Random): number[] {
  const late: number[] = [];
  const first = order.filter((index) => {
    if (random.next() < 0.7) return true;
    late.push(index);
    return false;
  });
  return [...first, ...late];
}

function finished(
  instance: MatchInstance,
  plan: WorkingPlan,
  costs: BoardCosts,
  bound: number | null,
): MatchPlan {
  const placements: Placement[] = [];
  let consumed = 0;
  for (const [index, placed] of [...plan.laid].sort((a, b) => a[0] - b[0])) {
    const board = instance.boards[index];
    if (!board) continue;
    const { cost, offcuts } = costs.of(board, placed);
    placements.push(...placed, ...offcuts);
    consumed += cost;
  }
  const missing = instance.parts
    .map((part) => ({ id: part.id, short: plan.open.filter((demand) => demand.part.id === part.id).length }))
    .filter((entry) => entry.short > 0);
  const demanded = demandedAreaMm2(instance.parts);
  const open = plan.open.reduce((sum, demand) => sum + demand.areaMm2, 0);
  const full = missing.length === 0;
  const optimal = full && bound !== null && consumed <= bound + 1e-9;
  return {
    placements,
    coverage: demanded === 0 ? 1 : 1 - open / demanded,
    consumed,
    boards: plan.laid.size,
    bound: full ? bound : null,
    boundProven: full && bound !== null,
    status: full ? (optimal ? 'optimal' : 'feasible') : 'short',
    missing,
  };
}
