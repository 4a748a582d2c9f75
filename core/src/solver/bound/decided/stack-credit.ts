/**
 * How much of the length of one stack can be kept beside the pieces that it must give.
 *
 * Idea. Pieces of a stack are all as wide as the stack, so what is left between them counts by its length alone. Pieces are laid
 * one after the other in every order; of where one may begin only some places matter. Moved between its neighbours a piece
 * changes what is kept in straight lines, with jumps where a leftover becomes large enough; so in one of the best layouts it
 * lies where the line bends: against a finding or an end, just past a leftover of the least size, just over the end of a
 * finding that it hides from a leftover, or by such a distance from a neighbour that lies so. From the left those places
 * follow as pieces are laid; from the right they are listed before.
 */

/** A piece within a stack: its length, and stretches in which it may not begin, in order. */
interface StackPiece {
  readonly size: number;
  readonly barred: readonly Stretch[];
}

export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Where a piece of a stack begins, by the number of its sort. */
export interface StackPlace {
  readonly sort: number;
  readonly at: number;
}

export interface StackQuestion {
  /** What the stack is cut into lies a kerf apart. */
  readonly kerf: number;
  /** Of each sort of piece how many it must give. */
  readonly sorts: readonly StackPiece[];
  readonly counts: readonly number[];
  /** What a leftover must be clear of, in order; leftovers are at least so long (Infinity: none is kept). */
  readonly unclear: readonly Stretch[];
  readonly least: number;
}

/** Lengths that differ by less are the same, mm: to the side that allows more. */
export const SLACK = 1e-5;

/** What can be kept between two places, mm. */
export function clearBetween(from: number, to: number, unclear: readonly Stretch[], least: number): number {
  let sum = 0;
  let free = from;
  for (const stretch of unclear) {
    if (stretch.to <= free) continue;
    if (stretch.from >= to) break;
    const size = stretch.from - free;
    if (size > 0 && size >= least - SLACK) sum += size;
    free = stretch.to;
  }
  const size = to - free;
  return size > 0 && size >= least - SLACK ? sum + size : sum;
}

/** The best from a place on: what is kept, and which piece comes first, where (−1: none is left). */
interface Best {
  readonly kept: number;
  readonly sort: number;
  readonly at: number;
}

/** A stack that ends at a place, wherever it begins. */
export class StackCredit {
  private readonly listed = new Map<string, readonly number[]>();
  private readonly known = new Map<string, Map<number, Best | null>>();
  /** Places tried so far. */
  tried = 0;

  constructor(
    private readonly question: StackQuestion,
    private readonly to: number,
  ) {}

  /** The most that can be kept if it begins at `from`, mm; null where its pieces can't all be laid. */
  kept(from: number): number | null {
    return this.best(from, this.question.counts)?.kept ?? null;
  }

  /** Where its pieces lie then. */
  places(from: number): StackPlace[] {
    const { sorts, kerf } = this.question;
    const places: StackPlace[] = [];
    let counts = this.question.counts;
    let best = this.best(from, counts);
    while (best && best.sort >= 0) {
      const { sort, at } = best;
      places.push({ sort, at });
      counts = oneLess(counts, sort);
      best = this.best(at + (sorts[sort] as StackPiece).size + kerf, counts);
    }
    return places;
  }

  private best(at: number, counts: readonly number[]): Best | null {
    const key = counts.join();
    let known = this.known.get(key);
    if (!known) this.known.set(key, (known = new Map<number, Best | null>()));
    let best = known.get(at);
    if (best === undefined) known.set(at, (best = this.seek(at, counts)));
    return best;
  }

  private seek(at: number, counts: readonly number[]): Best | null {
    const { to } = this;
    const { sorts, kerf, unclear, least } = this.question;
    let length = -kerf;
    counts.forEach((many, s) => (length += many * ((sorts[s] as StackPiece).size + kerf)));
    if (counts.every((many) => many === 0))
      return { kept: clearBetween(at, to, unclear, least), sort: -1, at };
    if (at + length > to + SLACK) return null;
    let best: Best | null = null;
    for (let s = 0; s < sorts.length; s++) {
      if (counts[s] === 0) continue;
      const { size, barred } = sorts[s] as StackPiece;
      const left = oneLess(counts, s);
      const last = to - length + SLACK;
      const fixed = this.fixedPlaces(counts, s);
      for (let n = -2; n < fixed.length; n++) {
        const start = n === -2 ? at : n === -1 ? at + least + kerf : (fixed[n] as number);
        if (!(start >= at - SLACK) || start > last) continue;
        this.tried++;
        if (barred.some(({ from, to: end }) => start > from + SLACK && start < end - SLACK)) continue;
        const after = this.best(start + size + kerf, left);
        if (after === null) continue;
        const kept = clearBetween(at, start - kerf, unclear, least) + after.kept;
        if (best === null || kept > best.kept) best = { kept, sort: s, at: start };
      }
    }
    return best;
  }

  /** Places that matter for a piece of sort `s`, the first of those still to lay, but for those that follow from what was laid before. */
  private fixedPlaces(counts: readonly number[], s: number): readonly number[] {
    const key = `${s}:${counts.join()}`;
    const known = this.listed.get(key);
    if (known) return known;
    const { to } = this;
    const { kerf, unclear, least, sorts } = this.question;
    const { size, barred } = sorts[s] as StackPiece;
    const places = new Set([to - size, to - least - size - kerf]);
    for (const stretch of barred) places.add(stretch.from).add(stretch.to);
    for (const { from, to: end } of unclear) {
      places.add(from + kerf).add(end + least + kerf);
      places.add(end - size - kerf).add(from - least - size - kerf);
    }
    const left = oneLess(counts, s);
    left.forEach((many, q) => {
      if (many === 0) return;
      for (const place of this.fixedPlaces(left, q)) {
        places.add(place - kerf - size);
        places.add(place - kerf - least - kerf - size);
      }
    });
    const found = [...places].filter((place) => place >= 0 && place + size <= to + SLACK);
    this.listed.set(key, found);
    return found;
  }
}

const oneLess = (counts: readonly number[], s: number): number[] =>
  counts.map((many, n) => (n === s ? many - 1 : many));
