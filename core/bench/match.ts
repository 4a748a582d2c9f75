/**
 * How good the matching engine is, and how fast: racks of six kinds of find in five sizes against the best that any search
 * has ever spent on them (`best-known.json`, only ever lowered), and problems whose optimum is known; beside two baselines:
 * value-sorted first fit without credit for offcuts, and a packer of rectangles that ignores worth.
 *
 * `npm run bench -- match [XS,S,M,L,XL,K] [seeds] [two] [keep] [brief]`: every size runs as long as its bar allows, `brief` a
 * quarter of that. `two` runs the command line, as it is used from outside, with a second search on another core. `keep` writes
 * better plans into `best-known.json` and its rows into the tables of `docs/algorithms/match-quality.md`.
 */
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { performance } from 'node:perf_hooks';
import loadHighs from 'highs';
import { FirstFit } from '../src/solver/first-fit.ts';
import { demandedAreaMm2, type MatchInstance, type MatchPlan } from '../src/solver/instance.ts';
import { solverFrom } from '../src/solver/linear.ts';
import { matchSteps } from '../src/solver/solve.ts';
import { verifyPlan } from '../src/solver/verify-plan.ts';
import type { Demand } from '../src/solver/working-plan.ts';
import { knownOptimum, rackOf, RACKS, type SizeName } from './match-makers.ts';

const SECONDS: Readonly<Record<SizeName, number>> = { XS: 20, S: 8, M: 15, L: 45, XL: 150 };
const KNOWN = [
  { boards: 30, cutUp: 12, seconds: 3 },
  { boards: 140, cutUp: 50, seconds: 8 },
  { boards: 970, cutUp: 150, seconds: 30 },
];
const KNOWN_FILE = new URL('best-known.json', import.meta.url);
const COMMAND = fileURLToPath(new URL('../../dist/core.mjs', import.meta.url));

type BestKnown = Record<string, { spent: number; day: string }>;
const bestKnown = JSON.parse(readFileSync(KNOWN_FILE, 'utf8')) as BestKnown;

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

const solver = solverFrom(await loadHighs());

interface Run {
  readonly plan: MatchPlan;
  readonly firstMs: number | null;
  /** Share of what the end spends beyond, at a quarter and at half of the time. */
  readonly at: readonly number[];
  readonly longestStepMs: number | null;
  readonly mb: number | null;
}

/** One search in this process, which proves beside. */
function alone(instance: MatchInstance, seconds: number, seed: number): Run {
  const begin = performance.now();
  const secondsLeft = (): number => seconds - (performance.now() - begin) / 1000;
  let firstMs = 0;
  let last = begin;
  let longestStepMs = 0;
  let plan: MatchPlan | null = null;
  const marks: number[] = [];
  for (const step of matchSteps(instance, { seed, solver, secondsLeft })) {
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
  const end = plan.consumed;
  const mb = process.memoryUsage.rss() / 1e6;
  return { firstMs, plan, at: marks.map((spent) => spent / end - 1), longestStepMs, mb };
}

/** The command line with two searches, as it is used from outside. */
function outside(instance: MatchInstance, seconds: number, seed: number): Run {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [COMMAND, 'match', '--seconds', String(seconds), '--seed', String(seed)],
    { input: JSON.stringify(asInput(instance)), maxBuffer: 1 << 28, encoding: 'utf8' },
  );
  if (status !== 0) throw new Error(`the command line failed: ${stderr}`);
  if (stderr) console.error(stderr.trim());
  return { plan: JSON.parse(stdout) as MatchPlan, firstMs: null, at: [], longestStepMs: null, mb: null };
}

/** The instance as the command line reads it: defects in place of what each grade refuses. */
function asInput({ boards, ...rest }: MatchInstance): object {
  const key = (r: { x: number; y: number; length: number; width: number }): string =>
    [r.x, r.y, r.length, r.width].join();
  return {
    ...rest,
    boards: boards.map(({ blocked, ...board }) => {
      const [hidden, character] = ['hidden', 'character'].map(
        (grade) => new Set((blocked[grade] ?? []).map(key)),
      );
      const defects = (blocked['clear'] ?? []).map((rect) => ({
        ...rect,
        kind: hidden?.has(key(rect)) ? 'rot' : character?.has(key(rect)) ? 'check' : 'knot',
      }));
      return { ...board, defects };
    }),
  };
}

const args = process.argv.slice(2);
const WORDS = ['two', 'keep', 'brief'];
const [two, keep, brief] = WORDS.map((word) => args.includes(word));
const [sizes = 'S,M,L,K', seedsGiven = '2'] = args.filter((arg) => !WORDS.includes(arg));
if (keep && brief) throw new Error('figures of a brief run are not kept: leave out "brief" or "keep"');
const share = brief ? 0.25 : 1;
/** So many racks of a size in a brief run. */
const BRIEFLY = 6;
const wanted = sizes.split(',');
const seeds = Number(seedsGiven);
const search = two ? outside : alone;
const percent = (share: number | undefined, digits = 1): string =>
  share === undefined || !Number.isFinite(share)
    ? '–'
    : `${(100 * share).toFixed(digits).replace(/^-(0\.?0*)$/, '$1')} %`;
const day = new Date().toISOString().slice(0, 10);

function checked(instance: MatchInstance, plan: MatchPlan): void {
  const faults = verifyPlan(instance, plan);
  if (faults.length > 0) throw new Error(`the plan breaks a rule: ${faults.join('; ')}`);
}

const HEAD = [
  'rack',
  'spent over the best known: mean',
  'worst',
  'within 0.5 %',
  'proven of the best known: mean',
  'least',
  'to first fit',
  'to the packer',
  'first plan',
  'over at ¼',
  'at ½',
  'longest step',
  'memory',
  'searches',
  'seeds',
  'measured',
];
const KNOWN_HEAD = [
  'known optimum: boards',
  'time',
  'spent over optimum, by seed',
  'least proven',
  'searches',
  'measured',
];
const searches = two ? 'two, by the command line' : 'one';
const rows: string[][] = [];
let runs = 0;
for (const size of ['XS', 'S', 'M', 'L', 'XL'] as const) {
  if (!wanted.includes(size)) continue;
  // A brief run only shows that the bench works.
  for (const name of brief ? RACKS[size].slice(0, BRIEFLY) : RACKS[size]) {
    const instance = rackOf(name);
    const [fit, packer] = [baseline(instance, 'by worth'), baseline(instance, 'as they come')];
    const done: Run[] = [];
    for (let seed = 1; seed <= seeds; seed++) {
      const run = search(instance, share * SECONDS[size], seed);
      checked(instance, run.plan);
      runs++;
      const { spent = Infinity } = bestKnown[name] ?? {};
      const { coverage, consumed } = run.plan;
      if (coverage > 1 - 1e-9 && consumed < spent - 1e-6) bestKnown[name] = { spent: consumed, day };
      done.push(run);
    }
    const best = bestKnown[name]?.spent ?? NaN;
    const over = done.map(({ plan }) => (plan.coverage > 1 - 1e-9 ? plan.consumed / best - 1 : Infinity));
    const proven = done.map(({ plan }) => (plan.bound ?? 0) / best);
    const mean = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length;
    const [first] = done;
    const ratio = (base: { spent: number; coverage: number }): string =>
      base.coverage > 1 - 1e-6 ? (best / base.spent).toFixed(2) : 'covers less';
    const ms = (value: number | null | undefined): string => (value ? `${value.toFixed(0)} ms` : '–');
    const row = [
      `${size} ${name}`,
      percent(mean(over), 2),
      percent(Math.max(...over), 2),
      `${over.filter((one) => one <= 0.005).length} of ${over.length}`,
      mean(proven).toFixed(3),
      Math.min(...proven).toFixed(3),
      ratio(fit),
      ratio(packer),
      ms(first?.firstMs),
      percent(first?.at[0]),
      percent(first?.at[1]),
      ms(first?.longestStepMs),
      first?.mb ? `${first.mb.toFixed(0)} MB` : '–',
      searches,
      String(seeds),
      day,
    ];
    rows.push(row);
    console.log(row.join(' | '));
  }
}
const knownRows: string[][] = [];
if (wanted.includes('K')) {
  for (const { boards, cutUp, seconds } of KNOWN) {
    const found: number[] = [];
    const proven: number[] = [];
    for (let seed = 1; seed <= seeds; seed++) {
      const { instance, optimum } = knownOptimum(boards, cutUp, seed);
      const { plan } = search(instance, share * seconds, seed);
      checked(instance, plan);
      runs++;
      found.push(plan.coverage > 1 - 1e-9 ? plan.consumed / optimum : Infinity);
      proven.push((plan.bound ?? 0) / optimum);
    }
    const row = [
      String(boards),
      `${seconds} s`,
      found.map((ratio) => ratio.toFixed(4)).join(', '),
      Math.min(...proven).toFixed(3),
      searches,
      day,
    ];
    knownRows.push(row);
    console.log(`known optimum: ${row.join(' | ')}`);
  }
}
console.log(`${runs} plans checked, none breaks a rule`);

/** A page with the rows of a table put in place of those of the same name, in the order of `names`. */
function withRows(
  text: string,
  head: readonly string[],
  body: readonly string[][],
  names: readonly string[],
): string {
  const line = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;
  const [begin, end] = [`<!-- ${head[0]} -->\n\n`, '\n\n<!-- end -->'];
  const at = text.indexOf(begin);
  if (at < 0) throw new Error(`the page on quality has no table marked ${begin.trim()}`);
  const to = text.indexOf(end, at);
  const kept = new Map(
    text
      .slice(at + begin.length, to)
      .split('\n')
      .slice(2)
      .map((row) =>
        row
          .split('|')
          .slice(1, -1)
          .map((cell) => cell.trim()),
      )
      .map((cells) => [cells[0] ?? '', cells] as const),
  );
  for (const row of body) kept.set(row[0] ?? '', row);
  const rows = names.map((name) => kept.get(name)).filter((row) => row !== undefined);
  const lines = [head, head.map(() => '---'), ...rows].map(line);
  return text.slice(0, at + begin.length) + lines.join('\n') + text.slice(to);
}

if (keep) {
  writeFileSync(KNOWN_FILE, `${JSON.stringify(bestKnown, null, 2)}\n`);
  const page = new URL('../../docs/algorithms/match-quality.md', import.meta.url);
  const names = (['XS', 'S', 'M', 'L', 'XL'] as const).flatMap((size) =>
    RACKS[size].map((name) => `${size} ${name}`),
  );
  const known = KNOWN.map(({ boards }) => String(boards));
  const text = withRows(readFileSync(page, 'utf8'), HEAD, rows, names);
  writeFileSync(page, withRows(text, KNOWN_HEAD, knownRows, known));
}
