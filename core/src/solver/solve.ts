/**
 * Plans for a matching problem: a first plan at once, then better ones until told to stop. The first is
 * value-sorted first fit; what follows is told in `search.ts`. Deterministic for a seed and a number of steps.
 */
import {
  demandedAreaMm2,
  layersOf,
  OFFCUT_ID,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
  type Placement,
} from './instance.ts';
import { Proof } from './bound/proof.ts';
import { draftOf, firstFitDraft } from './first-plan.ts';
import { emptyDraft, layChosen, type Draft } from './draft.ts';
import { scoreOf } from './score.ts';
import type { Solver } from './linear.ts';
import { Problem } from './problem.ts';
import { SMALL } from './rack-size.ts';
import type { Want } from './want.ts';
import { Search, type SearchStage } from './search.ts';
import { PROVEN, SAME_COST, TOUCH } from './tolerances.ts';

/** A plan so far, and whether it is better than the one yielded before. */
export interface MatchStep {
  readonly plan: MatchPlan;
  readonly round: number;
  readonly better: boolean;
  readonly stage: 'first' | SearchStage;
}

export interface SearchOptions {
  readonly seed?: number;
  /** Linear and whole-number programmes; without them the search goes by neighbourhoods alone. */
  readonly solver?: Solver | null;
  /**
   * Whether another search runs beside this one on the same instance, each handed the plans of the other: the first then
   * leaves the proof to the second, which searches once the bulk is proven, and proves on between its steps. Alone, a search
   * does both.
   */
  readonly role?: 'alone' | 'first' | 'second';
  /** How long the caller will go on, s; what can't be stopped on the way is made no longer. */
  readonly secondsLeft?: () => number;
}

const NOTHING_PROVEN = { spent: null, counted: null } as const;

/** A search that proves as well does a step of the proof for every so many of its own. */
const STEPS_PER_PROOF = 3;
const STEPS_PER_EARLY_PROOF = 25;
/**
 * The second of two searches proves on by so many steps for each of its own, which are longer. On a small rack it searches on only
 * once nothing more can be proven: what it found beside the proof there did not show.
 */
const PROOFS_BESIDE = { small: Infinity, large: 12 };
/** So many steps of the proof that tell nothing are taken at once. */
const STEPS_UNTOLD = 12;

/**
 * Yields the first plan at once, then after every little while the best so far. The caller decides when
 * to stop; the last plan yielded is valid as it stands.
 */
export function* matchSteps(
  instance: MatchInstance,
  options: SearchOptions = {},
): Generator<MatchStep, void> {
  const problem = new Problem(instance);
  const first = firstFitDraft(problem);
  let plan = planOf(problem, first, NOTHING_PROVEN, null);
  yield { plan, round: 0, better: true, stage: 'first' };
  // Only now: the first plan does not wait for a solver, which whoever asks may hand in late.
  const { solver = null, seed = 1, role = 'alone' } = options;
  const proof = new Proof(problem, solver);
  const search = new Search(problem, first, solver, seed, options.secondsLeft);
  const target = (): number => plan.weighed ?? plan.consumed;
  let best = first;
  let estimate: number | null = null;
  let round = 0;
  const proving = proof.steps(() => search.columns(), target);
  let proven = role === 'first';
  const beside = PROOFS_BESIDE[instance.boards.length <= SMALL ? 'small' : 'large'];
  /** A step of the proof: whether it told more. */
  const prove = (): boolean => {
    const before = proof.counted ?? proof.spent;
    proven = proving.next().done === true;
    const { columns, whole } = proof.takeFound();
    search.know(columns);
    if (whole) {
      const draft = emptyDraft(problem);
      layChosen(problem, whole, new Set(), draft);
      search.hear(draft);
      best = search.best;
    }
    return whole !== null || (proof.counted ?? proof.spent) !== before;
  };
  const show = function* (better: boolean, stage: SearchStage): Generator<MatchStep, void> {
    const other = (yield { plan, round, better, stage }) as MatchPlan | undefined;
    if (!other) return;
    search.hear(draftOf(problem, other.placements));
    if (other.bound !== null && other.boundProven) proof.hear(other.bound);
    if (other.weighedBound !== undefined) proof.hearCounted(other.weighedBound);
    best = search.best;
    plan = planOf(problem, best, proof, estimate);
    // The search ends with what it heard: it is told once more.
    if (plan.status === 'optimal') yield { plan, round, better: true, stage };
  };
  for (const step of search.steps(role === 'second')) {
    const { draft, better, stage } = step;
    estimate = step.estimate;
    best = draft;
    round++;
    const often = stage === 'improve' ? STEPS_PER_PROOF : STEPS_PER_EARLY_PROOF;
    const inTurn = role === 'alone' ? round % often === 0 : role === 'second' && proof.settled;
    const proofs = inTurn && stage !== 'greedy' ? (role === 'second' ? beside : 1) : 0;
    for (let n = 0; n < proofs && !proven; n++) {
      const raised = prove();
      // Whoever asked may want to stop, or tell of a better plan.
      if (!raised && !proof.slow && n % STEPS_UNTOLD !== STEPS_UNTOLD - 1) continue;
      // What is proven is told at once: the last of so many steps may be a long way off.
      if (raised) plan = planOf(problem, best, proof, estimate);
      yield* show(false, 'prove');
      if (plan.status === 'optimal') return;
    }
    if (better) plan = planOf(problem, best, proof, estimate);
    yield* show(better, stage);
    if (plan.status === 'optimal') return;
    // The second proves first, as soon as there are ways to cut and prices to begin with.
    while (!proven && !proof.settled && role === 'second' && (stage === 'dive' || stage === 'improve')) {
      round++;
      if (prove()) plan = planOf(problem, best, proof, estimate);
      yield* show(false, 'prove');
      if (plan.status === 'optimal') return;
    }
  }
  while (!proven) {
    if (prove()) plan = planOf(problem, best, proof, estimate);
    yield* show(false, 'prove');
  }
}

/** Runs {@link matchSteps} until it ends or `shouldStop` says so; keeps the best plan. */
export function solveMatch(
  instance: MatchInstance,
  shouldStop: () => boolean,
  options: SearchOptions = {},
): MatchPlan {
  let plan: MatchPlan | null = null;
  for (const step of matchSteps(instance, options)) {
    plan = step.plan;
    if (shouldStop()) break;
  }
  if (plan === null) throw new Error('a search always yields its first plan');
  return plan;
}

/** The draft as a plan: copies numbered, offcuts named, what it spends and how good that is. */
export function planOf(
  problem: Problem,
  draft: Draft,
  proof: Pick<Proof, 'spent' | 'counted'>,
  estimate: number | null,
): MatchPlan {
  const { instance, wants } = problem;
  const placements: Placement[] = [];
  const numbers = new UnitNumbers(problem);
  for (const [b, locks] of problem.locked) {
    placements.push(...locks);
    if (draft.columns.has(b)) continue;
    const boardId = instance.boards[b]?.id ?? '';
    problem.sunkOn(b)?.kept.forEach(({ x, y, length, width }, unit) => {
      placements.push({ boardId, partId: OFFCUT_ID, unit, x, y, length, width });
    });
  }
  let extra = 0;
  for (const column of [...draft.columns.values()].sort((a, b) => a.board - b.board)) {
    const boardId = instance.boards[column.board]?.id ?? '';
    let offcuts = 0;
    extra += column.extra;
    const inOrder = [...column.cuts].sort(
      (a, b) => Number(a.want < 0) - Number(b.want < 0) || a.x - b.x || a.y - b.y,
    );
    for (const { want: w, x, y, length, width } of inOrder) {
      const want = wants[w];
      if (!want) placements.push({ boardId, partId: OFFCUT_ID, unit: offcuts++, x, y, length, width });
      else placements.push({ boardId, partId: want.part.id, unit: numbers.next(w), x, y, length, width });
    }
  }
  const short = new Map<string, number>();
  let openMm2 = 0;
  wants.forEach((want: Want, w) => {
    const left = draft.open[w] as number;
    if (left <= TOUCH) return;
    const many = want.panel ? 1 : shortCopies(want.part, left, placements);
    openMm2 += many * want.part.length * want.part.width;
    short.set(want.part.id, (short.get(want.part.id) ?? 0) + many);
  });
  const score = scoreOf(problem, draft);
  extra += score.spent - score.columns;
  const demanded = demandedAreaMm2(instance.parts);
  const consumed = score.spent - extra + problem.sunkCost();
  const full = short.size === 0;
  const { spent: bound, counted } = proof;
  const counts = consumed + extra;
  // To a millionth: prices are rounded to the safe side.
  const reached = problem.hasWishes ? counted : bound;
  const optimal = full && reached !== null && counts <= reached * (1 + PROVEN) + SAME_COST;
  return {
    placements,
    coverage: demanded === 0 ? 1 : Math.max(0, 1 - openMm2 / demanded),
    consumed,
    ...(extra > 0 ? { weighed: counts } : {}),
    ...(full && counted !== null ? { weighedBound: counted } : {}),
    boards: [...problem.locked.keys()].filter((b) => !draft.columns.has(b)).length + score.boards,
    bound: full ? bound : null,
    boundProven: full && bound !== null,
    estimate: full ? estimate : null,
    status: full ? (optimal ? 'optimal' : 'feasible') : 'short',
    missing: [...short].map(([id, many]) => ({ id, short: many })),
  };
}

/** Copies that are not whole: layers of different copies that are fixed make none of them whole. */
function shortCopies(part: MatchPart, left: number, placements: readonly Placement[]): number {
  const layers = layersOf(part);
  if (layers === 1) return Math.round(left);
  const laid = new Array<number>(part.qty).fill(0);
  for (const { partId, unit } of placements) if (partId === part.id) laid[unit] = (laid[unit] ?? 0) + 1;
  return laid.filter((many) => many < layers).length;
}

/** Numbers copies in the order in which they are met, past those that locks have taken. */
class UnitNumbers {
  private readonly given: number[];
  private readonly taken: ReadonlyMap<string, Map<number, number>>;

  constructor(private readonly problem: Problem) {
    this.given = new Array<number>(problem.wants.length).fill(0);
    const taken = new Map<string, Map<number, number>>();
    for (const locks of problem.locked.values()) {
      for (const { partId, unit } of locks) {
        const units = taken.get(partId) ?? new Map<number, number>();
        taken.set(partId, units.set(unit, (units.get(unit) ?? 0) + 1));
      }
    }
    this.taken = taken;
  }

  next(w: number): number {
    const want = this.problem.wants[w] as Want;
    if (want.panel) return want.unit;
    const layers = layersOf(want.part);
    const taken = this.taken.get(want.part.id);
    let at = this.given[w] as number;
    // Each copy has room for so many layers; locks stand in the first of them.
    while (at % layers < (taken?.get(Math.floor(at / layers)) ?? 0)) at++;
    this.given[w] = at + 1;
    return Math.floor(at / layers);
  }
}
