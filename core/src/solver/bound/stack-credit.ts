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
export interface StackPiece {
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
  /** The stack goes from `from` to `to`, and what it is cut into lies a kerf apart. */
  readonly from: number;
  readonly to: number;
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

/** The most that can be kept of a stack, mm, and where its pieces lie then; null where they can't all be laid. */
export function stackCredit(
  question: StackQuestion,
): { readonly kept: number; readonly places: readonly StackPlace[] } | null {
  const { from, to, kerf, unclear, least, sorts } = question;
  const kept = (a: number, b: number): number => clearBetween(a, b, unclear, least);
  if (question.counts.every((many) => many === 0)) return { kept: kept(from, to), places: [] };
  const counts = [...question.counts];
  const listed = new Map<string, readonly number[]>();
  const known = new Map<string, { kept: number; places: readonly StackPlace[] } | null>();
  /** Best of what is kept from `at` on with the pieces still to lay. */
  const rest = (at: number): { kept: number; places: readonly StackPlace[] } | null => {
    if (counts.every((many) => many === 0)) return { kept: kept(at, to), places: [] };
    const length = counts.reduce(
      (sum, many, s) => sum + many * ((sorts[s] as StackPiece).size + kerf),
      -kerf,
    );
    if (at + length > to + SLACK) return null;
    const key = `${counts.join()} ${at}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const found = next(at);
    known.set(key, found);
    return found;
  };
  const next = (at: number): { kept: number; places: readonly StackPlace[] } | null => {
    let best: { kept: number; places: readonly StackPlace[] } | null = null;
    for (let s = 0; s < sorts.length; s++) {
      if (counts[s] === 0) continue;
      const { size, barred } = sorts[s] as StackPiece;
      const starts = [at, at + least + kerf, ...placesFromRight(question, counts, s, listed)];
      for (const start of starts) {
        if (!(start >= at - SLACK) || start + size > to + SLACK) continue;
        if (barred.some((stretch) => start > stretch.from + SLACK && start < stretch.to - SLACK)) continue;
        const before = kept(at, start - kerf);
        counts[s] = (counts[s] as number) - 1;
        const after = rest(start + size + kerf);
        counts[s] = (counts[s] as number) + 1;
        if (after === null || (best !== null && before + after.kept <= best.kept)) continue;
        best = { kept: before + after.kept, places: [{ sort: s, at: start }, ...after.places] };
      }
    }
    return best;
  };
  return rest(from);
}

/** Places that matter for a piece of sort `s`, the first of those still to lay, but for those that follow from what was laid before. */
function placesFromRight(
  question: StackQuestion,
  counts: number[],
  s: number,
  listed: Map<string, readonly number[]>,
): readonly number[] {
  const key = `${s}:${counts.join()}`;
  const known = listed.get(key);
  if (known) return known;
  const { from, to, kerf, unclear, least, sorts } = question;
  const { size, barred } = sorts[s] as StackPiece;
  const places = new Set<number>();
  const add = (place: number): void => {
    if (place >= from - SLACK && place + size <= to + SLACK) places.add(place);
  };
  add(to - size);
  add(to - least - size - kerf);
  for (const stretch of barred) {
    add(stretch.from);
    add(stretch.to);
  }
  for (const stretch of unclear) {
    add(stretch.from + kerf);
    add(stretch.to + least + kerf);
    add(stretch.to - size - kerf);
    add(stretch.from - least - size - kerf);
  }
  counts[s] = (counts[s] as number) - 1;
  for (let q = 0; q < sorts.length; q++) {
    if (counts[q] === 0) continue;
    for (const place of placesFromRight(question, counts, q, listed)) {
      add(place - kerf - size);
      add(place - kerf - least - kerf - size);
    }
  }
  counts[s] = (counts[s] as number) + 1;
  const found = [...places];
  listed.set(key, found);
  return found;
}
