/**
 * Speed of clear cuttings, both schools, and how it grows with the number of findings, beside a baseline that
 * calculates every section there is (the same rule and the same cuts, without bounds).
 * Run with `npm run bench -- clear-cuttings`.
 */
import { performance } from 'node:perf_hooks';
import { turned } from '../src/geometry/rectangle.ts';
import { clearCuttings } from '../src/yield/cutting/clear-cuttings.ts';
import { depthsFor, sectionCuts } from '../src/yield/cutting/cut-lines.ts';
import { Obstacles } from '../src/yield/cutting/obstacles.ts';
import { SectionChain } from '../src/yield/cutting/section-chain.ts';
import { SectionWorth } from '../src/yield/cutting/section-worth.ts';
import { weightsOf } from '../src/yield/cutting/wish.ts';
import { salvagedBoard } from './salvaged-board.ts';

const RULE = { kerfMm: 3.2, minLengthMm: 150, minWidthMm: 40 };
const TURNED = { ...RULE, minLengthMm: RULE.minWidthMm, minWidthMm: RULE.minLengthMm };
type Board = ReturnType<typeof salvagedBoard>;

/** Both schools by calculating every section between two cuts. */
function everySection({ length, width, blocked }: Board): void {
  for (const [obstacles, rule] of [
    [new Obstacles(blocked, length, width), RULE],
    [new Obstacles(blocked.map(turned), width, length), TURNED],
  ] as const) {
    const depths = depthsFor(obstacles.count, false);
    const cuts = sectionCuts(obstacles, rule.kerfMm, rule.minLengthMm, depths.sections);
    const chain = new SectionChain(cuts, rule.kerfMm, rule.minLengthMm);
    const exact = new SectionWorth(obstacles, rule, depths.strips, weightsOf('area', 'u'));
    for (let j = 1; j < chain.many; j++) {
      for (let i = 0; i < j; i++) {
        const section = chain.section(i, j);
        const [from, to] = chain.span(section);
        if (chain.stands(i, j)) chain.worthOf[section] = exact.worth(from, to);
      }
    }
    chain.best();
  }
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}

function timed(board: Board, work: (board: Board) => void): number {
  const begin = performance.now();
  work(board);
  return performance.now() - begin;
}

const cuttings = (board: Board): void => void clearCuttings(board, board.blocked, RULE);

for (let i = 0; i < 20; i++) cuttings(salvagedBoard(15, i));
console.log('clear cuttings, both schools, ms per board (30 boards each; the baseline 6 of them)');
console.log('findings   median      worst   baseline      ratio');
for (const findings of [5, 10, 20, 40, 60, 80]) {
  const boards = Array.from({ length: 30 }, (_, seed) => salvagedBoard(findings, seed + 1));
  const times = boards.map((board) => timed(board, cuttings));
  const first = boards.slice(0, 6);
  const baseline = median(first.map((board) => timed(board, everySection)));
  const ratio = baseline / median(first.map((board) => timed(board, cuttings)));
  console.log(
    [
      String(findings).padStart(8),
      median(times).toFixed(1).padStart(8),
      Math.max(...times)
        .toFixed(1)
        .padStart(10),
      baseline.toFixed(1).padStart(10),
      ratio.toFixed(1).padStart(10),
    ].join(' '),
  );
}
