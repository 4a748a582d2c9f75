/**
 * The exact worth of one section of a board: how it is best parted into strips across it, and what
 * each strip's clear runs are worth. The inner step of `clear-cuttings`, which explains the axes:
 * the section spans [start, end] along u, the strips part it along v, the runs lie along u again.
 *
 * Idea. A dynamic programme over where strips may begin and end. For one end, starts are tried from
 * the narrowest strip outward: a wider strip has no longer runs, so the search stops as soon as even
 * the whole width at the present runs could not win.
 *
 * Cost. O(m²) strips over the section's own m findings, each O(m), most of them never looked at.
 */
import type { Rect } from '../geometry/rectangle.ts';
import type { CuttingRule } from './cutting-rule.ts';
import { stripLines, type OwnedLines } from './cut-lines.ts';
import type { Obstacles } from './obstacles.ts';
import { runsWorth } from './runs-worth.ts';

export class SectionWorth {
  private readonly own: Int32Array;
  private readonly isOwn: Uint8Array;
  private ownCount = 0;
  /** Those of `own` that begin above the strip's end. */
  private readonly reached: Int32Array;
  // At most one run more than there are findings.
  private readonly runFrom: Float64Array;
  private readonly runTo: Float64Array;
  private readonly allStarts: OwnedLines;
  private readonly allEnds: OwnedLines;
  // A section's lines are some of the board's, so the board's number of them bounds these.
  private readonly starts: Float64Array;
  private readonly ends: Float64Array;
  private startCount = 0;
  private endCount = 0;
  private readonly endsBefore: Int32Array;
  private readonly upTo: Float64Array;
  private readonly lastStart: Int32Array;

  constructor(
    private readonly obstacles: Obstacles,
    private readonly rule: CuttingRule,
    depth: number,
  ) {
    this.own = new Int32Array(obstacles.count);
    this.isOwn = new Uint8Array(obstacles.count);
    this.reached = new Int32Array(obstacles.count);
    this.runFrom = new Float64Array(obstacles.count + 1);
    this.runTo = new Float64Array(obstacles.count + 1);
    const { sizeV, v0, v1 } = obstacles;
    const lines = stripLines(sizeV, v0, v1, rule.kerfMm, rule.minWidthMm, depth);
    this.allStarts = lines.starts;
    this.allEnds = lines.ends;
    this.starts = new Float64Array(lines.starts.places.length);
    this.ends = new Float64Array(lines.ends.places.length);
    this.endsBefore = new Int32Array(this.starts.length);
    this.upTo = new Float64Array(this.ends.length + 1);
    this.lastStart = new Int32Array(this.ends.length + 1);
  }

  /** The greatest area of cuttings from the section [start, end], mm². */
  areaMm2(start: number, end: number): number {
    this.layOut(start, end);
    const { starts, ends, startCount, endCount, endsBefore, upTo, lastStart } = this;
    const { minWidthMm: minV } = this.rule;
    let firstTooNarrow = 0;
    for (let e = 0; e < endCount; e++) {
      const high = ends[e] as number;
      let best = upTo[e] as number;
      let bestStart = -1;
      while (firstTooNarrow < startCount && (starts[firstTooNarrow] as number) <= high - minV + 1e-6) {
        firstTooNarrow++;
      }
      let runs = end - start;
      const reached = this.reach(high);
      for (let s = firstTooNarrow - 1; s >= 0; s--) {
        const low = starts[s] as number;
        const before = upTo[endsBefore[s] as number] as number;
        // The runs of the last strip looked at, which this one holds, are the most it can have.
        if (before + (high - low) * runs <= best + 1e-6) continue;
        runs = this.runs(start, end, low, reached, null);
        if (before + high * runs <= best + 1e-6) break;
        const sum = before + (high - low) * runs;
        if (sum > best + 1e-6) {
          best = sum;
          bestStart = s;
        }
      }
      upTo[e + 1] = best;
      lastStart[e + 1] = bestStart;
    }
    return upTo[endCount] as number;
  }

  /** The cuttings that make up {@link areaMm2}. */
  cuttings(start: number, end: number): Rect[] {
    this.areaMm2(start, end);
    const strips: Rect[][] = [];
    for (let e = this.endCount; e > 0;) {
      const s = this.lastStart[e] as number;
      if (s < 0) {
        e--;
        continue;
      }
      const low = this.starts[s] as number;
      const high = this.ends[e - 1] as number;
      const strip: Rect[] = [];
      this.runs(start, end, low, this.reach(high), (from, to) =>
        strip.push({ x: from, y: low, length: to - from, width: high - low }),
      );
      strips.push(strip);
      e = this.endsBefore[s] as number;
    }
    return strips.reverse().flat();
  }

  /** Finds the section's own findings and where its strips may begin and end. */
  private layOut(start: number, end: number): void {
    const { obstacles, own, isOwn } = this;
    const { kerfMm: kerf } = this.rule;
    let count = 0;
    for (let i = 0; i < obstacles.count; i++) {
      const inside = (obstacles.u0[i] as number) < end && (obstacles.u1[i] as number) > start;
      isOwn[i] = inside ? 1 : 0;
      if (inside) own[count++] = i;
    }
    this.ownCount = count;
    this.startCount = this.pickLines(this.allStarts, this.starts);
    this.endCount = this.pickLines(this.allEnds, this.ends);
    let before = 0;
    for (let s = 0; s < this.startCount; s++) {
      const latest = (this.starts[s] as number) - kerf + 1e-6;
      while (before < this.endCount && (this.ends[before] as number) <= latest) before++;
      this.endsBefore[s] = before;
    }
  }

  private pickLines(lines: OwnedLines, into: Float64Array): number {
    let count = 0;
    for (let n = 0; n < lines.places.length; n++) {
      const owner = lines.owners[n] as number;
      if (owner >= 0 && this.isOwn[owner] === 0) continue;
      const place = lines.places[n] as number;
      if (count === 0 || place > (into[count - 1] as number)) into[count++] = place;
    }
    return count;
  }

  /** Gathers the findings that begin above `high`; returns how many. */
  private reach(high: number): number {
    const { own, ownCount, reached } = this;
    const { v0 } = this.obstacles;
    let count = 0;
    for (let n = 0; n < ownCount; n++) {
      const i = own[n] as number;
      if ((v0[i] as number) < high - 1e-9) reached[count++] = i;
    }
    return count;
  }

  /** What the runs of a strip are worth that begins at `low` and ends where `reach` was last asked for. */
  private runs(
    start: number,
    end: number,
    low: number,
    reachedCount: number,
    take: ((from: number, to: number) => void) | null,
  ): number {
    const { obstacles, reached, runFrom, runTo } = this;
    const { u0, u1, v1 } = obstacles;
    const { kerfMm: kerf, minLengthMm: minU } = this.rule;
    let count = 0;
    let reach = start;
    for (let n = 0; n < reachedCount; n++) {
      const i = reached[n] as number;
      if ((v1[i] as number) <= low + 1e-9) continue;
      const from = u0[i] as number;
      if (from - reach >= minU - 1e-6) {
        runFrom[count] = reach;
        runTo[count++] = from;
      }
      if ((u1[i] as number) > reach) reach = u1[i] as number;
    }
    if (end - reach >= minU - 1e-6) {
      runFrom[count] = reach;
      runTo[count++] = end;
    }
    return runsWorth(runFrom, runTo, count, kerf, minU, take);
  }
}
