/**
 * Where cuts may stand. At an optimum every cut is held by something: the edge of a finding or of the
 * board, perhaps at a kerf's distance; or a neighbour that has been cut down to the least size and is
 * itself held so. `depth` says how many such neighbours in a row are followed.
 */
import type { Obstacles } from './obstacles.ts';

/** On a lattice of a nanometre, so that equal places compare equal. */
export const onLattice = (mm: number): number => Math.round(mm * 1e6) / 1e6;

/** How many neighbours of the least size in a row are followed along u (between sections) and along v (strips). */
export interface Depths {
  readonly sections: number;
  readonly strips: number;
}

/** By the number of findings: all rows that matter on a board of few, single ones on one of many. */
const DEPTHS: readonly (readonly [upTo: number, depths: Depths])[] = [
  [6, { sections: 6, strips: 6 }],
  [12, { sections: 2, strips: 2 }],
  [16, { sections: 1, strips: 1 }],
  [40, { sections: 0, strips: 1 }],
];
/** Where thousands of boards are calculated at once. */
const QUICK_DEPTHS: typeof DEPTHS = [[8, { sections: 0, strips: 1 }]];
const NONE: Depths = { sections: 0, strips: 0 };

/** How deep rows of least-size neighbours are followed for a number of findings. */
export const depthsFor = (findings: number, quick: boolean): Depths =>
  (quick ? QUICK_DEPTHS : DEPTHS).find(([upTo]) => findings <= upTo)?.[1] ?? NONE;

/** Cuts along u with what may end before and begin after each: see {@link sectionCuts}. */
export interface SectionCuts {
  /** In order, the near end first and the far end last. */
  readonly places: Float64Array;
  /** Whether any section may end at the cut; else only one of the least size. */
  readonly endsFree: Uint8Array;
  /** Whether any section may begin after the cut; else only one of the least size. */
  readonly startsFree: Uint8Array;
}

/**
 * Cuts along u: those held by findings and ends, and those held by neighbours of the least size. A cut that stands
 * only behind the second or a later of such neighbours ends no other section, and one before them begins no other.
 */
export function sectionCuts(obstacles: Obstacles, kerf: number, least: number, depth: number): SectionCuts {
  const size = obstacles.sizeU;
  const edges = edgesOf(obstacles.u0, obstacles.u1);
  const held = [-kerf, size];
  for (let i = 0; i < obstacles.count; i++) {
    held.push(obstacles.u0[i] as number, (obstacles.u1[i] as number) - kerf);
  }
  const cuts = new Map<number, { ends: boolean; starts: boolean }>();
  const add = (place: number, ends: boolean, starts: boolean): void => {
    const cut = onLattice(place);
    if (cut <= 0 || cut >= size) return;
    const known = cuts.get(cut);
    cuts.set(cut, { ends: ends || known?.ends === true, starts: starts || known?.starts === true });
  };
  for (const place of new Set(held)) {
    add(place, true, true);
    // A section after the cut begins a kerf on; one before it ends at the cut. The first of a row may also end (or
    // begin) a longer section: it is where a run that begins (or ends) at the finding is just long enough.
    for (const [n, reach] of chain(place + kerf, 1, kerf, least, depth, size, edges).entries()) {
      add(reach, n === 0, true);
    }
    for (const [n, reach] of chain(place, -1, kerf, least, depth, size, edges).entries()) {
      add(reach - kerf, true, n === 0);
    }
  }
  const inside = [...cuts].sort((a, b) => a[0] - b[0]);
  return {
    places: Float64Array.from([0, ...inside.map(([place]) => place), size]),
    endsFree: Uint8Array.from([1, ...inside.map(([, { ends }]) => (ends ? 1 : 0)), 1]),
    startsFree: Uint8Array.from([1, ...inside.map(([, { starts }]) => (starts ? 1 : 0)), 1]),
  };
}

/** The edges of all findings along one axis, in order. */
function edgesOf(lows: Float64Array, highs: Float64Array): Float64Array {
  const edges = new Float64Array(lows.length + highs.length);
  edges.set(lows);
  edges.set(highs, lows.length);
  return edges.sort();
}

/**
 * Far sides of neighbours of the least size that stand in a row from `from` on, to the right (`way` 1) or to the
 * left (−1): at most `depth` of them, and only on the board. Two neighbours in a row between which no finding
 * begins or ends would give more as one, so a row ends where two of them hold no edge of a finding.
 */
function chain(
  from: number,
  way: 1 | -1,
  kerf: number,
  least: number,
  depth: number,
  size: number,
  edges: Float64Array,
): number[] {
  const reached: number[] = [];
  let begin = from;
  let before = from;
  for (let step = 0; step < depth; step++) {
    const end = begin + way * least;
    if (end < -SLACK || end > size + SLACK) break;
    if (step > 0 && !holdsEdge(edges, Math.min(before, end), Math.max(before, end))) break;
    reached.push(end);
    before = begin;
    begin = end + way * kerf;
  }
  return reached;
}

const SLACK = 1e-6;

/** Whether an edge lies strictly between two places. */
function holdsEdge(edges: Float64Array, low: number, high: number): boolean {
  let first = 0;
  let past = edges.length;
  while (first < past) {
    const middle = (first + past) >> 1;
    if ((edges[middle] as number) <= low + SLACK) first = middle + 1;
    else past = middle;
  }
  return first < edges.length && (edges[first] as number) < high - SLACK;
}

/** Places in order, each with the finding it hangs on, or −1 for the board's own edges. */
export interface OwnedLines {
  readonly places: Float64Array;
  readonly owners: Int32Array;
  /** 0 where only a strip of the least width may begin (or end) there. */
  readonly free: Uint8Array;
}

export interface StripLines {
  readonly starts: OwnedLines;
  readonly ends: OwnedLines;
}

type Line = readonly [place: number, owner: number, free: 0 | 1];

/** Where strips may begin and end on an axis of `size` with findings from `lows` to `highs`. */
export function stripLines(
  size: number,
  lows: Float64Array,
  highs: Float64Array,
  kerf: number,
  least: number,
  depth: number,
): StripLines {
  const edges = edgesOf(lows, highs);
  const low = Array.from(lows, (place, owner): Line => [place, owner, 1]);
  const high = Array.from(highs, (place, owner): Line => [place, owner, 1]);
  const heldStarts: Line[] = [[0, -1, 1], ...high, ...moved(low, kerf)];
  const heldEnds: Line[] = [[size, -1, 1], ...low, ...moved(high, -kerf)];
  const starts = [...heldStarts];
  const ends = [...heldEnds];
  // A strip of the least width begins where a strip may, and the next one a kerf behind it; and the other way round.
  for (const [place, owner] of heldStarts) {
    for (const reach of chain(place, 1, kerf, least, depth, size, edges)) {
      ends.push([reach, owner, 0]);
      starts.push([reach + kerf, owner, 1]);
    }
  }
  for (const [place, owner] of heldEnds) {
    for (const reach of chain(place, -1, kerf, least, depth, size, edges)) {
      starts.push([reach, owner, 0]);
      ends.push([reach - kerf, owner, 1]);
    }
  }
  return { starts: inOrder(starts, size), ends: inOrder(ends, size) };
}

const moved = (lines: readonly Line[], by: number): Line[] =>
  lines.map(([place, owner, free]) => [place + by, owner, free]);

function inOrder(lines: readonly Line[], size: number): OwnedLines {
  const inside = lines
    .map(([place, owner, free]): Line => [onLattice(place), owner, free])
    .filter(([place]) => place >= 0 && place <= size)
    .sort((a, b) => a[0] - b[0] || a[1] - b[1] || b[2] - a[2])
    .filter((line, i, all) => i === 0 || all[i - 1]?.[0] !== line[0] || all[i - 1]?.[1] !== line[1]);
  return {
    places: Float64Array.from(inside, ([place]) => place),
    owners: Int32Array.from(inside, ([, owner]) => owner),
    free: Uint8Array.from(inside, ([, , free]) => free),
  };
}
