/**
 * A bound on what a section can be worth. Every strip is at least the least width, so a strip that
 * holds a given elementary band across v also holds some window of the least width around that band,
 * and its clear runs lie within that window's. So no band can give more than the best of the windows
 * that cover it; the bands added up bound the section.
 *
 * Cost. O(n) windows and bands for each of O(n²) sections; the best window over a band comes from a
 * sliding maximum, since both are in order.
 */
import { at } from '../../foundation/assert.ts';
import type { SectionChain } from './section-chain.ts';
import { onLattice } from './cut-lines.ts';
import type { Obstacles, Run } from './obstacles.ts';
import type { Weights } from './wish.ts';

/** Every so many cuts a section is bounded by itself; those between take the bound of one that holds them. */
const COARSE = 3;

export function boundSections(
  chain: SectionChain,
  obstacles: Obstacles,
  minU: number,
  minV: number,
  weights: Weights,
): void {
  const { cuts, starts, many } = chain;
  const edges = [0, obstacles.sizeV];
  for (let i = 0; i < obstacles.count; i++) edges.push(at(obstacles.v0, i), at(obstacles.v1, i));
  const windows = leastWindows(edges, obstacles, minU, minV);
  if (windows.length === 0) return;
  for (const { low, high } of windows) edges.push(low, high);
  const bands = Float64Array.from(new Set(edges.map(onLattice))).sort();
  const best = new SlidingBest(windows, bands);
  // clear[j × windows + w]: the clear length of window w from the start in hand up to cut j.
  const clear = new Float64Array(windows.length * many);
  // Where widths count squared, no strip is wider than the board.
  const most = weights.squareV ? obstacles.sizeV : 1;
  for (let i = 0; i < many; i += COARSE) {
    windows.forEach(({ runs }, w) =>
      clearUpToEachCut(runs, at(starts, i), cuts, i, minU, weights.squareU, clear, w, windows.length),
    );
    for (let j = many - 1; j > i; j -= COARSE) {
      boundWithin(chain, i, j, most * best.sum(clear, j * windows.length));
    }
  }
}

/** Bounds the section from cut i to cut j, and those within it that no closer section bounds. */
function boundWithin(chain: SectionChain, i: number, j: number, bound: number): void {
  const { worthOf } = chain;
  for (let to = j; to > Math.max(i, j - COARSE); to--) {
    for (let from = i; from < Math.min(to, i + COARSE); from++) {
      worthOf[chain.section(from, to)] = chain.stands(from, to) ? bound : 0;
    }
  }
}

/** Adds up over the bands the best clear length of the windows that cover each. */
class SlidingBest {
  private readonly heights: Float64Array;
  /** The windows that cover band b are those from first[b] up to but not with past[b]. */
  private readonly first: Int32Array;
  private readonly past: Int32Array;
  private readonly queue: Int32Array;

  constructor(windows: readonly Window[], bands: Float64Array) {
    this.queue = new Int32Array(windows.length);
    const heights: number[] = [];
    const covered: { first: number; past: number }[] = [];
    let first = 0;
    let past = 0;
    for (let b = 0; b + 1 < bands.length; b++) {
      const height = at(bands, b + 1) - at(bands, b);
      const middle = (at(bands, b) + at(bands, b + 1)) / 2;
      while (past < windows.length && at(windows, past).low < middle) past++;
      while (first < windows.length && at(windows, first).high < middle) first++;
      if (first >= past) continue;
      const last = covered[covered.length - 1];
      // Bands under the same windows count as one.
      if (last?.first === first && last.past === past) {
        heights[heights.length - 1] = (heights[heights.length - 1] as number) + height;
      } else {
        heights.push(height);
        covered.push({ first, past });
      }
    }
    this.heights = Float64Array.from(heights);
    this.first = Int32Array.from(covered, (band) => band.first);
    this.past = Int32Array.from(covered, (band) => band.past);
  }

  sum(clear: Float64Array, row: number): number {
    const { heights, first, past, queue } = this;
    let head = 0;
    let tail = 0;
    let pushed = 0;
    let sum = 0;
    for (let b = 0; b < heights.length; b++) {
      for (; pushed < (past[b] as number); pushed++) {
        const value = clear[row + pushed] as number;
        while (tail > head && (clear[row + (queue[tail - 1] as number)] as number) <= value) tail--;
        queue[tail++] = pushed;
      }
      while (head < tail && (queue[head] as number) < (first[b] as number)) head++;
      if (head < tail) {
        sum += (heights[b] as number) * (clear[row + (queue[head] as number)] as number);
      }
    }
    return sum;
  }
}

function clearUpToEachCut(
  runs: readonly Run[],
  start: number,
  cuts: Float64Array,
  from: number,
  minU: number,
  square: boolean,
  clear: Float64Array,
  window: number,
  windows: number,
): void {
  let sum = 0;
  let next = 0;
  for (let j = from + 1; j < cuts.length; j++) {
    const end = cuts[j] as number;
    while (next < runs.length && (runs[next] as Run)[1] <= end) {
      const [low, high] = runs[next++] as Run;
      const length = high - Math.max(low, start);
      if (length >= minU - 1e-6) sum += square ? length * length : length;
    }
    const open = next < runs.length ? end - Math.max((runs[next] as Run)[0], start) : 0;
    clear[j * windows + window] = open >= minU - 1e-6 ? sum + (square ? open * open : open) : sum;
  }
}

interface Window {
  readonly low: number;
  readonly high: number;
  readonly runs: readonly Run[];
}

/**
 * Every way in which a strip of the least width can lie among the findings, and its clear runs, in
 * order. Where it slides without meeting another finding, one window stands for the places on the way.
 */
function leastWindows(edges: readonly number[], obstacles: Obstacles, minU: number, minV: number): Window[] {
  const top = onLattice(obstacles.sizeV - minV);
  const lows = edges.flatMap((edge) => [onLattice(edge), onLattice(edge - minV)]);
  const stops = Float64Array.from(new Set(lows.filter((low) => low >= 0 && low <= top))).sort();
  const windows: Window[] = [];
  for (let i = 0; i < stops.length; i++) {
    const low = at(stops, i);
    windows.push({ low, high: low + minV, runs: obstacles.clearRuns(low, low + minV, minU) });
    if (i + 1 === stops.length) break;
    const next = at(stops, i + 1);
    const middle = (low + next) / 2;
    const runs = obstacles.clearRuns(middle, middle + minV, minU);
    windows.push({ low, high: next + minV, runs });
  }
  return merged(windows);
}

/** Neighbours with the same runs count as one window; those without any as none. */
function merged(windows: readonly Window[]): Window[] {
  const kept: Window[] = [];
  for (const window of windows) {
    if (window.runs.length === 0) continue;
    const last = kept[kept.length - 1];
    if (last && window.low <= last.high && sameRuns(last.runs, window.runs)) {
      kept[kept.length - 1] = { ...last, high: window.high };
    } else kept.push(window);
  }
  return kept;
}

const sameRuns = (a: readonly Run[], b: readonly Run[]): boolean =>
  a.length === b.length && a.every((run, i) => b[i]?.[0] === run[0] && b[i][1] === run[1]);
