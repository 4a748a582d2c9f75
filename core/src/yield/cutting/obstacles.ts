import type { Rect } from '../../geometry/rectangle.ts';

/** A stretch along u, [from, to]. */
export type Run = readonly [from: number, to: number];

/** Blocked rectangles as arrays, sorted by where they begin along u (= x) on a board sizeU × sizeV. */
export class Obstacles {
  readonly count: number;
  readonly u0: Float64Array;
  readonly u1: Float64Array;
  readonly v0: Float64Array;
  readonly v1: Float64Array;

  constructor(
    rects: readonly Rect[],
    readonly sizeU: number,
    readonly sizeV: number,
  ) {
    const sorted = [...rects].sort((a, b) => a.x - b.x);
    this.count = sorted.length;
    this.u0 = Float64Array.from(sorted, (rect) => rect.x);
    this.u1 = Float64Array.from(sorted, (rect) => rect.x + rect.length);
    this.v0 = Float64Array.from(sorted, (rect) => rect.y);
    this.v1 = Float64Array.from(sorted, (rect) => rect.y + rect.width);
  }

  /** The clear runs along u of the strip [low, high], each at least `least` long. */
  clearRuns(low: number, high: number, least: number): Run[] {
    const runs: Run[] = [];
    let reach = 0;
    for (let i = 0; i < this.count; i++) {
      if ((this.v0[i] as number) >= high - 1e-9 || (this.v1[i] as number) <= low + 1e-9) continue;
      const from = this.u0[i] as number;
      if (from - reach >= least - 1e-6) runs.push([reach, from]);
      reach = Math.max(reach, this.u1[i] as number);
    }
    if (this.sizeU - reach >= least - 1e-6) runs.push([reach, this.sizeU]);
    return runs;
  }
}
