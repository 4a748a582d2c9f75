/**
 * The exact worth of one section of a board: how it is best parted into strips across it, and what
 * each strip's clear runs are worth. The inner step of `clear-cuttings`, which explains the axes:
 * the section spans [start, end] along u, the strips part it along v, the runs lie along u again.
 *
 * Idea. A dynamic programme over where strips may begin and end. For one end, starts are tried from
 * the narrowest strip outward: a wider strip has no longer runs, so the search stops as soon as even
 * the whole width at the present runs could not win. What a strip's runs are worth comes from
 * `strip-runs`, which keeps them from one section to the next.
 *
 * Cost. O(m²) strips over the section's own m findings, most of them never looked at.
 */
import type { Rect } from '../../geometry/rectangle.ts';
import type { CuttingRule } from './cutting-rule.ts';
import { stripLines, type OwnedLines } from './cut-lines.ts';
import type { Obstacles } from './obstacles.ts';
import { StripRuns } from './strip-runs.ts';
import type { Weights } from './wish.ts';

/** Lines across the board: each place once, with the findings that it hangs on. */
class Lines {
  readonly places: Float64Array;
  /** Whether any strip may begin (or end) there, else only one of the least width. */
  readonly free: Uint8Array;
  /** owner and place of each line, in order of places. */
  private readonly owners: Int32Array;
  private readonly placeOf: Int32Array;
  /** The places that stand in the section in hand, as indices into `places`. */
  readonly picked: Int32Array;
  count = 0;

  constructor({ places, owners, free }: OwnedLines) {
    this.places = Float64Array.from(new Set(places));
    this.free = new Uint8Array(this.places.length);
    this.owners = owners;
    this.placeOf = new Int32Array(places.length);
    let at = 0;
    for (let n = 0; n < places.length; n++) {
      if (n > 0 && places[n] !== places[n - 1]) at++;
      this.placeOf[n] = at;
      if (free[n] === 1) this.free[at] = 1;
    }
    this.picked = new Int32Array(this.places.length);
  }

  /** Picks the lines that hang on the board's edges or on a finding of the section. */
  pick(isOwn: Uint8Array): void {
    const { owners, placeOf, picked } = this;
    let count = 0;
    for (let n = 0; n < owners.length; n++) {
      const owner = owners[n] as number;
      if (owner >= 0 && isOwn[owner] === 0) continue;
      const place = placeOf[n] as number;
      if (count === 0 || place !== picked[count - 1]) picked[count++] = place;
    }
    this.count = count;
  }
}

export class SectionWorth {
  private readonly isOwn: Uint8Array;
  private readonly starts: Lines;
  private readonly ends: Lines;
  private readonly runs: StripRuns;
  private readonly endsBefore: Int32Array;
  private readonly upTo: Float64Array;
  private readonly lastStart: Int32Array;

  constructor(
    private readonly obstacles: Obstacles,
    private readonly rule: CuttingRule,
    depth: number,
    private readonly weights: Weights,
  ) {
    this.isOwn = new Uint8Array(obstacles.count);
    const { sizeV, v0, v1 } = obstacles;
    const lines = stripLines(sizeV, v0, v1, rule.kerfMm, rule.minWidthMm, depth);
    this.starts = new Lines(lines.starts);
    this.ends = new Lines(lines.ends);
    this.runs = new StripRuns(
      obstacles,
      this.starts.places,
      this.ends.places,
      rule.kerfMm,
      rule.minLengthMm,
      weights.squareU,
    );
    this.endsBefore = new Int32Array(this.starts.places.length);
    this.upTo = new Float64Array(this.ends.places.length + 1);
    this.lastStart = new Int32Array(this.ends.places.length + 1);
  }

  /** The greatest worth of cuttings from the section [start, end]: mm², or weighted as the wish says. */
  worth(start: number, end: number): number {
    this.layOut(start, end);
    const { starts, ends, endsBefore, upTo, lastStart, runs } = this;
    const { minWidthMm: minV } = this.rule;
    const square = this.weights.squareV;
    const whole = this.weights.squareU ? (end - start) ** 2 : end - start;
    let firstTooNarrow = 0;
    for (let e = 0; e < ends.count; e++) {
      const endLine = ends.picked[e] as number;
      const high = ends.places[endLine] as number;
      const highest = square ? high * high : high;
      let best = upTo[e] as number;
      let bestStart = -1;
      while (
        firstTooNarrow < starts.count &&
        (starts.places[starts.picked[firstTooNarrow] as number] as number) <= high - minV + 1e-6
      ) {
        firstTooNarrow++;
      }
      let worth = whole;
      const endsFree = ends.free[endLine] === 1;
      for (let s = firstTooNarrow - 1; s >= 0; s--) {
        const startLine = starts.picked[s] as number;
        const width = high - (starts.places[startLine] as number);
        if (width > minV + 1e-6) {
          // Only a strip of the least width may stand there.
          if (!endsFree) break;
          if (starts.free[startLine] === 0) continue;
        }
        const weight = square ? width * width : width;
        const before = upTo[endsBefore[s] as number] as number;
        // The runs of the last strip looked at, which this one holds, are the most it can have.
        if (before + weight * worth <= best + 1e-6) continue;
        worth = runs.worth(startLine, endLine, start, end);
        if (before + highest * worth <= best + 1e-6) break;
        const sum = before + weight * worth;
        if (sum > best + 1e-6) {
          best = sum;
          bestStart = s;
        }
      }
      upTo[e + 1] = best;
      lastStart[e + 1] = bestStart;
    }
    return upTo[ends.count] as number;
  }

  /** The cuttings that make up {@link worth}. */
  cuttings(start: number, end: number): Rect[] {
    this.worth(start, end);
    const { starts, ends, runs } = this;
    const strips: Rect[][] = [];
    for (let e = ends.count; e > 0;) {
      const s = this.lastStart[e] as number;
      if (s < 0) {
        e--;
        continue;
      }
      const [startLine, endLine] = [starts.picked[s] as number, ends.picked[e - 1] as number];
      const low = starts.places[startLine] as number;
      const width = (ends.places[endLine] as number) - low;
      const strip: Rect[] = [];
      runs.take(startLine, endLine, start, end, (from, to) =>
        strip.push({ x: from, y: low, length: to - from, width }),
      );
      strips.push(strip);
      e = this.endsBefore[s] as number;
    }
    return strips.reverse().flat();
  }

  /** Finds the section's own findings and where its strips may begin and end. */
  private layOut(start: number, end: number): void {
    const { obstacles, isOwn, starts, ends } = this;
    for (let i = 0; i < obstacles.count; i++) {
      isOwn[i] = (obstacles.u0[i] as number) < end && (obstacles.u1[i] as number) > start ? 1 : 0;
    }
    starts.pick(isOwn);
    ends.pick(isOwn);
    let before = 0;
    for (let s = 0; s < starts.count; s++) {
      const latest = (starts.places[starts.picked[s] as number] as number) - this.rule.kerfMm + 1e-6;
      while (before < ends.count && (ends.places[ends.picked[before] as number] as number) <= latest) {
        before++;
      }
      this.endsBefore[s] = before;
    }
  }
}
