import { at } from '../foundation/assert.ts';

/**
 * Sections between cuts, and the best chain of them. Cut i takes the kerf from `cuts[i]` on; cut 0
 * stands for the near end and the last one for the far end, neither of which costs a kerf.
 */
export class SectionChain {
  readonly many: number;
  /** Where a section after cut i begins. */
  readonly starts: Float64Array;
  /** worthOf[i × many + j]: what the section between cuts i and j is (or may be) worth, mm². */
  readonly worthOf: Float64Array;
  private readonly upTo: Float64Array;
  private readonly lastFrom: Int32Array;
  /** The first cut up to which a chain may have changed. */
  private settledTo = 1;

  constructor(
    readonly cuts: Float64Array,
    kerf: number,
    readonly least: number,
  ) {
    this.many = cuts.length;
    this.starts = cuts.map((cut, i) => (i === 0 ? 0 : cut + kerf));
    this.worthOf = new Float64Array(this.many * this.many);
    this.upTo = new Float64Array(this.many);
    this.lastFrom = new Int32Array(this.many);
  }

  span(section: number): [number, number] {
    const from = Math.floor(section / this.many);
    return [at(this.starts, from), at(this.cuts, section % this.many)];
  }

  /** Lowers what a section may be worth to what it is. */
  settle(section: number, areaMm2: number): void {
    this.worthOf[section] = areaMm2;
    this.settledTo = Math.min(this.settledTo, section % this.many);
  }

  /** The best chain. Chains up to a cut stand from the last call unless a section up to it has changed. */
  best(): number[] {
    const { many, worthOf, upTo, lastFrom } = this;
    const first = this.settledTo;
    this.settledTo = many;
    for (let j = first; j < many; j++) {
      let best = upTo[j - 1] as number;
      let from = -1;
      for (let i = 0; i < j; i++) {
        const sum = (upTo[i] as number) + (worthOf[i * many + j] as number);
        if (sum > best + 1e-6) {
          best = sum;
          from = i;
        }
      }
      upTo[j] = best;
      lastFrom[j] = from;
    }
    const path: number[] = [];
    for (let j = many - 1; j > 0;) {
      const from = lastFrom[j] as number;
      if (from < 0) j--;
      else {
        path.push(from * many + j);
        j = from;
      }
    }
    return path.reverse();
  }
}
