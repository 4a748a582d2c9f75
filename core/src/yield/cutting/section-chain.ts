import { at } from '../../foundation/assert.ts';
import type { SectionCuts } from './cut-lines.ts';

/**
 * Sections between cuts, and the best chain of them. Cut i takes the kerf from `cuts[i]` on; cut 0
 * stands for the near end and the last one for the far end, neither of which costs a kerf.
 */
/** Lengths closer than this (mm) are the same. */
const SLACK = 1e-6;

/** How many cuts inward the sections within a settled one are looked at. */
const WITHIN = 8;

export class SectionChain {
  readonly many: number;
  /** Where a section after cut i begins. */
  readonly starts: Float64Array;
  /** worthOf[j × many + i]: what the section between cuts i and j is (or may be) worth. */
  readonly worthOf: Float64Array;
  private readonly upTo: Float64Array;
  private readonly lastFrom: Int32Array;
  /** Whether the best chain up to a cut has to be looked for again, and whether it has changed. */
  private readonly stale: Uint8Array;
  private readonly changed: Uint8Array;
  /** No cut before this one has a stale chain. */
  private firstStale = 1;

  readonly cuts: Float64Array;

  constructor(
    private readonly places: SectionCuts,
    kerf: number,
    private readonly least: number,
  ) {
    const { places: cuts } = places;
    this.cuts = cuts;
    this.many = cuts.length;
    this.starts = cuts.map((cut, i) => (i === 0 ? 0 : cut + kerf));
    this.worthOf = new Float64Array(this.many * this.many);
    this.upTo = new Float64Array(this.many);
    this.lastFrom = new Int32Array(this.many).fill(-1);
    this.stale = new Uint8Array(this.many).fill(1);
    this.changed = new Uint8Array(this.many);
  }

  /** Whether a section from cut i to cut j is long enough, and of the least size where only such may stand. */
  stands(i: number, j: number): boolean {
    const { endsFree, startsFree } = this.places;
    const over = (this.cuts[j] as number) - (this.starts[i] as number) - this.least;
    if (over < -SLACK) return false;
    return (endsFree[j] === 1 && startsFree[i] === 1) || over <= SLACK;
  }

  section(i: number, j: number): number {
    return j * this.many + i;
  }

  span(section: number): [number, number] {
    const to = Math.floor(section / this.many);
    return [at(this.starts, section % this.many), at(this.cuts, to)];
  }

  /** Lowers what a section may be worth to what it is; none within it can be worth more. */
  settle(section: number, worth: number): void {
    const { many } = this;
    const from = section % many;
    const to = Math.floor(section / many);
    for (let j = to; j >= Math.max(1, to - WITHIN); j--) {
      for (let i = from; i < Math.min(j, from + WITHIN); i++) {
        if ((this.worthOf[j * many + i] as number) > worth) this.lower(i, j, worth);
      }
    }
    this.lower(from, to, worth);
  }

  private lower(i: number, j: number, worth: number): void {
    this.worthOf[j * this.many + i] = worth;
    // Worths only fall: a chain up to cut j that does not end on this section stays the best.
    if (this.lastFrom[j] !== i) return;
    this.stale[j] = 1;
    if (j < this.firstStale) this.firstStale = j;
  }

  /** The best chain, as sections in order. Only what hangs on a section that has fallen is looked for again. */
  best(): number[] {
    const { many, worthOf, upTo, lastFrom, stale, changed } = this;
    changed.fill(0);
    const first = this.firstStale;
    this.firstStale = many;
    for (let j = first; j < many; j++) {
      const before = lastFrom[j] as number;
      if (stale[j] === 0 && changed[before < 0 ? j - 1 : before] === 0) continue;
      stale[j] = 0;
      let best = upTo[j - 1] as number;
      let from = -1;
      const row = j * many;
      for (let i = 0; i < j; i++) {
        const sum = (upTo[i] as number) + (worthOf[row + i] as number);
        if (sum > best + 1e-6) {
          best = sum;
          from = i;
        }
      }
      if (best !== upTo[j] || from !== before) changed[j] = 1;
      upTo[j] = best;
      lastFrom[j] = from;
    }
    const path: number[] = [];
    for (let j = many - 1; j > 0;) {
      const from = lastFrom[j] as number;
      if (from < 0) j--;
      else {
        path.push(this.section(from, j));
        j = from;
      }
    }
    return path.reverse();
  }
}
