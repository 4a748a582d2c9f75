/**
 * How good the matching engine is, and how fast: racks of six kinds of find in four sizes, and problems whose
 * optimum is known, beside two baselines: value-sorted first fit without credit for offcuts, and a packer of
 * rectangles that ignores worth.
 * Run with `npm run bench -- match [S M L XL K] [seeds]`; every size runs as long as its bar allows.
 */
import { performance } from 'node:perf_hooks';
import loadHighs from 'highs';
import { FirstFit } from '../src/solver/first-fit.ts';
import { demandedAreaMm2, type MatchInstance, type MatchPlan } from '../src/solver/instance.ts';
import { solverFrom } from '../src/solver/linear.ts';
import { matchSteps } from '../src/solver/solve.ts';
import { verifyPlan } from '../src/solver/verify-plan.ts';
import type { Demand } from '../src/solver/working-plan.ts';
import { knownOptimum, salvageInstance, SIZES, type SizeName } from './match-makers.ts';

const SECONDS: Readonly<Record<SizeName, number>> = { S: 5, M: 15, L: 45, XL: 150 };
const KNOWN = [
  { boards: 30, cutUp: 12, seconds: 3 },
  { boards: 140, cutUp: 50, seconds: 8 },
  { boards: 970, cutUp: 150, seconds: 30 },
];

/** First fit over boards in an order: whole boards are paid for, nothing is credited. */
function baseline(
  instance: MatchInstance,
  order: 'by worth' | 'as they come',
): { spent: number; coverage: number } {
  const boards = instance.boards.map((_, b) => b);
  const valueOf = (b: number): number => instance.boards[b]?.value ?? 0;
  if (order === 'by worth') boards.sort((a, b) => valueOf(a) - valueOf(b));
  const demands = instance.parts
    .flatMap((part) =>
      Array.from({ length: part.qty }, (_, unit): Demand => ({
        part,
        unit,
        areaMm2: part.length * part.width,
      })),
    )
    .sort((a, b) => b.areaMm2 - a.areaMm2);
  const { laid, open } = new FirstFit(instance).fill(
    { laid: new Map(), open: [] },
    { boards, demands, crossWeight: 3 },
  );
  let spent = 0;
  for (const b of laid.keys()) {
    const board = instance.boards[b];
    if (board) spent += (board.value * board.length * board.width) / 1e6;
  }
  const missed = open.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
  return { spent, coverage: 1 - missed / demandedAreaMm2(instance.parts) };
}

const highs = await loadHighs();
const solver = solverFrom(highs);

interface Run {
  readonly firstMs: number;
  readonly plan: MatchPlan;
  /** Share of what the end spends beyond, at a quarter and at half of the time. */
  readonly at: readonly number[];
  readonly longestStepMs: number;
}

function run(instance: MatchInstance, seconds: number, seed: number): Run {
  const begin = performance.now();
  let firstMs = 0;
  let last = begin;
  let longestStepMs = 0;
  let plan: MatchPlan | null = null;
  const marks: number[] = [];
  for (const step of matchSteps(instance, { seed, solver })) {
    const now = performance.now();
    plan = step.plan;
    if (firstMs === 0) firstMs = now - begin;
    longestStepMs = Math.max(longestStepMs, now - last);
    last = now;
    for (const share of [0.25, 0.5]) {
      if (marks.length === (share === 0.25 ? 0 : 1) && now - begin >= share * seconds * 1000)
        marks.push(plan.consumed);
    }
    if (now - begin >= seconds * 1000) break;
  }
  if (plan === null) throw new Error('no plan');
  const faults = verifyPlan(instance, plan);
  if (faults.length > 0) throw new Error(`the plan breaks a rule: ${faults.join('; ')}`);
  const end = plan.consumed;
  return { firstMs, plan, at: marks.map((spent) => spent / end - 1), longestStepMs };
}

const memoryMb = (): number => process.memoryUsage.rss() / 1e6;
const percent = (share: number | undefined): string =>
  share === undefined ? '-' : `${(100 * share).toFixed(1)} %`;

const wanted = process.argv[2]?.split(',') ?? ['S', 'M', 'L', 'K'];
const seeds = Number(process.argv[3] ?? 2);
console.log(
  'size seed  first ms  coverage     spent  /first fit  /packer  over at ¼   at ½  above bound  above estimate  longest step  MB',
);
for (const size of ['S', 'M', 'L', 'XL'] as const) {
  if (!wanted.includes(size)) continue;
  for (let seed = 1; seed <= seeds; seed++) {
    const instance = salvageInstance(SIZES[size], seed);
    const fit = baseline(instance, 'by worth');
    const packer = baseline(instance, 'as they come');
    const { firstMs, plan, at, longestStepMs } = run(instance, SECONDS[size], seed);
    const ratio = (base: { spent: number; coverage: number }): string =>
      Math.abs(base.coverage - plan.coverage) < 1e-6
        ? (plan.consumed / base.spent).toFixed(2)
        : `(${base.coverage.toFixed(3)})`;
    console.log(
      [
        size.padEnd(4),
        String(seed).padStart(4),
        firstMs.toFixed(0).padStart(9),
        plan.coverage.toFixed(4).padStart(9),
        plan.consumed.toFixed(2).padStart(9),
        ratio(fit).padStart(11),
        ratio(packer).padStart(8),
        percent(at[0]).padStart(10),
        percent(at[1]).padStart(6),
        percent(plan.bound ? plan.consumed / plan.bound - 1 : undefined).padStart(12),
        percent(plan.estimate ? plan.consumed / plan.estimate - 1 : undefined).padStart(15),
        `${longestStepMs.toFixed(0)} ms`.padStart(13),
        memoryMb().toFixed(0).padStart(4),
      ].join(' '),
    );
  }
}
if (wanted.includes('K')) {
  console.log('known optimum: boards seed  seconds    ratio  above bound');
  for (const { boards, cutUp, seconds } of KNOWN) {
    for (let seed = 1; seed <= seeds; seed++) {
      const { instance, optimum } = knownOptimum(boards, cutUp, seed);
      const { plan } = run(instance, seconds, seed);
      const ratio =
        plan.coverage < 1 - 1e-9
          ? `coverage ${plan.coverage.toFixed(4)}`
          : (plan.consumed / optimum).toFixed(4);
      console.log(
        [
          String(boards).padStart(21),
          String(seed).padStart(4),
          String(seconds).padStart(8),
          ratio.padStart(8),
          percent(plan.bound ? plan.consumed / plan.bound - 1 : undefined).padStart(12),
        ].join(' '),
      );
    }
  }
}
