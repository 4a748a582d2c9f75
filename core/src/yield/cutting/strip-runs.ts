/**
 * The clear runs of every strip that is asked for, kept from one section to the next: within a section a strip's
 * runs are those of the whole board cut off at the section's ends.
 *
 * Idea. A strip is a pair of lines across the board. Its runs over the whole board are found once (in the order of
 * the findings), those shorter than the least cutting dropped, and their worths added up along the way; a section
 * then costs two searches among a handful of runs instead of a walk over all findings. Where two runs lie closer
 * than a kerf the cheap sum does not hold, and the section is worked out run by run.
 */
import type { Obstacles } from './obstacles.ts';
import { runsWorth } from './runs-worth.ts';

/** Strip not looked at yet. */
const UNKNOWN = -1;

export class StripRuns {
  /** Where a strip's runs begin in the pools; UNKNOWN until asked for. By start line × end lines + end line. */
  private readonly first: Int32Array;
  private readonly count: Int16Array;
  /** Whether two runs of the strip lie closer than a kerf. */
  private readonly close: Uint8Array;
  private from = new Float64Array(4096);
  private to = new Float64Array(4096);
  /** upTo[i]: worth of the strip's runs before run i. */
  private upTo = new Float64Array(4096);
  private used = 0;
  // At most one run more than there are findings.
  private readonly runFrom: Float64Array;
  private readonly runTo: Float64Array;

  constructor(
    private readonly obstacles: Obstacles,
    private readonly starts: Float64Array,
    private readonly ends: Float64Array,
    private readonly kerf: number,
    private readonly least: number,
    private readonly square: boolean,
  ) {
    this.first = new Int32Array(starts.length * ends.length).fill(UNKNOWN);
    this.count = new Int16Array(starts.length * ends.length);
    this.close = new Uint8Array(starts.length * ends.length);
    this.runFrom = new Float64Array(obstacles.count + 1);
    this.runTo = new Float64Array(obstacles.count + 1);
  }

  /** What the runs of the strip between lines `s` and `e` are worth in the section [start, end]. */
  worth(s: number, e: number, start: number, end: number): number {
    const strip = s * this.ends.length + e;
    let offset = this.first[strip] as number;
    if (offset === UNKNOWN) offset = this.find(strip, s, e);
    const { from, to, upTo, least, square } = this;
    const past = offset + (this.count[strip] as number);
    if (this.close[strip] === 1) return this.walk(offset, past, start, end, null);
    let a = offset;
    while (a < past && (to[a] as number) <= start) a++;
    let b = past - 1;
    while (b >= a && (from[b] as number) >= end) b--;
    if (b < a) return 0;
    if (a === b) {
      const length = Math.min(to[a] as number, end) - Math.max(from[a] as number, start);
      return length >= least - 1e-6 ? (square ? length * length : length) : 0;
    }
    const near = (to[a] as number) - Math.max(from[a] as number, start);
    const far = Math.min(to[b] as number, end) - (from[b] as number);
    let sum = (upTo[b] as number) - (upTo[a + 1] as number);
    if (near >= least - 1e-6) sum += square ? near * near : near;
    if (far >= least - 1e-6) sum += square ? far * far : far;
    return sum;
  }

  /** Tells each cutting of the strip in the section. */
  take(s: number, e: number, start: number, end: number, told: (from: number, to: number) => void): void {
    const strip = s * this.ends.length + e;
    let offset = this.first[strip] as number;
    if (offset === UNKNOWN) offset = this.find(strip, s, e);
    this.walk(offset, offset + (this.count[strip] as number), start, end, told);
  }

  private walk(
    offset: number,
    past: number,
    start: number,
    end: number,
    told: ((from: number, to: number) => void) | null,
  ): number {
    let count = 0;
    for (let i = offset; i < past; i++) {
      const from = Math.max(this.from[i] as number, start);
      const to = Math.min(this.to[i] as number, end);
      if (to - from < this.least - 1e-6) continue;
      this.runFrom[count] = from;
      this.runTo[count++] = to;
    }
    return runsWorth(this.runFrom, this.runTo, count, this.kerf, this.least, this.square, told);
  }

  private find(strip: number, s: number, e: number): number {
    const { obstacles, kerf, least } = this;
    const low = this.starts[s] as number;
    const high = this.ends[e] as number;
    this.makeRoom(obstacles.count + 2);
    const offset = this.used;
    let count = offset;
    let reach = 0;
    let sum = 0;
    let close = 0;
    for (let i = 0; i <= obstacles.count; i++) {
      // Past the last finding, the run up to the far end.
      const last = i === obstacles.count;
      if (
        !last &&
        ((obstacles.v0[i] as number) >= high - 1e-9 || (obstacles.v1[i] as number) <= low + 1e-9)
      ) {
        continue;
      }
      const from = reach;
      const to = last ? obstacles.sizeU : (obstacles.u0[i] as number);
      if (to - from >= least - 1e-6) {
        if (count > offset && from - (this.to[count - 1] as number) < kerf - 1e-6) close = 1;
        this.from[count] = from;
        this.to[count] = to;
        this.upTo[count++] = sum;
        sum += this.square ? (to - from) ** 2 : to - from;
      }
      if (!last && (obstacles.u1[i] as number) > reach) reach = obstacles.u1[i] as number;
    }
    this.used = count;
    this.first[strip] = offset;
    this.count[strip] = count - offset;
    this.close[strip] = close;
    return offset;
  }

  private makeRoom(more: number): void {
    if (this.used + more <= this.from.length) return;
    for (const pool of ['from', 'to', 'upTo'] as const) {
      const larger = new Float64Array(2 * this[pool].length + more);
      larger.set(this[pool]);
      this[pool] = larger;
    }
  }
}
