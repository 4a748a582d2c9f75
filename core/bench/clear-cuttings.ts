/**
 * Speed of clear cuttings, both schools, and how it grows with the number of findings.
 * Run with `npm run bench -- clear-cuttings`.
 */
import { performance } from 'node:perf_hooks';
import { clearCuttings } from '../src/yield/clear-cuttings.ts';
import { salvagedBoard } from './salvaged-board.ts';

const RULE = { kerfMm: 3.2, minLengthMm: 150, minWidthMm: 40 };

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}

console.log('clear cuttings, both schools, ms per board (30 boards each)');
console.log('findings   median      worst');
for (let i = 0; i < 20; i++) {
  const board = salvagedBoard(15, i);
  clearCuttings(board, board.blocked, RULE);
}
for (const findings of [5, 10, 20, 40, 60, 80]) {
  const times = Array.from({ length: 30 }, (_, seed) => {
    const board = salvagedBoard(findings, seed + 1);
    const begin = performance.now();
    clearCuttings(board, board.blocked, RULE);
    return performance.now() - begin;
  });
  console.log(
    `${String(findings).padStart(8)} ${median(times).toFixed(1).padStart(8)} ${Math.max(...times)
      .toFixed(1)
      .padStart(10)}`,
  );
}
