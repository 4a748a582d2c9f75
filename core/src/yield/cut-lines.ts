/**
 * Where cuts may stand. At an optimum every cut is held by something: the edge of a finding or of the
 * board, perhaps at a kerf's distance; or a neighbour that has been cut down to the least size and is
 * itself held so. `depth` says how many such neighbours in a row are followed.
 */
import type { Obstacles } from './obstacles.ts';

/** On a lattice of a nanometre, so that equal places compare equal. */
export const onLattice = (mm: number): number => Math.round(mm * 1e6) / 1e6;

/** Chains of least-size neighbours longer than this are never followed. */
const DEEPEST = 6;
/** Sections × strips (worst case) that one school may cost before chains are cut short. */
const AFFORDABLE = 4e6;

/** How deep chains of least-size neighbours may go for these findings. */
export function affordableDepth(obstacles: Obstacles, kerf: number, minU: number, minV: number): number {
  let depth = 0;
  while (depth < DEEPEST) {
    const cuts = sectionCuts(obstacles, kerf, minU, depth + 1).length;
    const { starts, ends } = stripLines(obstacles.sizeV, obstacles.v0, obstacles.v1, kerf, minV, depth + 1);
    if (cuts * cuts * starts.places.length * ends.places.length > 4 * AFFORDABLE) break;
    depth++;
  }
  return depth;
}

/** Cuts along u, the near end first and the far end last. */
export function sectionCuts(obstacles: Obstacles, kerf: number, least: number, depth: number): Float64Array {
  const size = obstacles.sizeU;
  const held = [-kerf, size];
  for (let i = 0; i < obstacles.count; i++) {
    held.push(obstacles.u0[i] as number, (obstacles.u1[i] as number) - kerf);
  }
  const cuts = [...held];
  for (let step = 1; step <= depth; step++) {
    const reach = step * (kerf + least);
    for (const place of held) cuts.push(place + reach, place - reach);
  }
  const inside = cuts.map(onLattice).filter((cut) => cut > 0 && cut < size);
  return Float64Array.from([0, ...new Set(inside), size]).sort();
}

/** Places in order, each with the finding it hangs on, or −1 for the board's own edges. */
export interface OwnedLines {
  readonly places: Float64Array;
  readonly owners: Int32Array;
}

export interface StripLines {
  readonly starts: OwnedLines;
  readonly ends: OwnedLines;
}

type Line = readonly [place: number, owner: number];

/** Where strips may begin and end on an axis of `size` with findings from `lows` to `highs`. */
export function stripLines(
  size: number,
  lows: Float64Array,
  highs: Float64Array,
  kerf: number,
  least: number,
  depth: number,
): StripLines {
  const low = Array.from(lows, (place, owner): Line => [place, owner]);
  const high = Array.from(highs, (place, owner): Line => [place, owner]);
  const heldStarts: Line[] = [[0, -1], ...high, ...moved(low, kerf)];
  const heldEnds: Line[] = [[size, -1], ...low, ...moved(high, -kerf)];
  const starts = [...heldStarts];
  const ends = [...heldEnds];
  for (let step = 1; step <= depth; step++) {
    const reach = step * (kerf + least);
    starts.push(...moved(heldStarts, reach), ...moved(heldEnds, kerf - reach));
    ends.push(...moved(heldEnds, -reach), ...moved(heldStarts, reach - kerf));
  }
  return { starts: inOrder(starts, size), ends: inOrder(ends, size) };
}

const moved = (lines: readonly Line[], by: number): Line[] =>
  lines.map(([place, owner]) => [place + by, owner]);

function inOrder(lines: readonly Line[], size: number): OwnedLines {
  const inside = lines
    .map(([place, owner]): Line => [onLattice(place), owner])
    .filter(([place]) => place >= 0 && place <= size)
    .sort((a, b) => a[0] - b[0] || a[1] - b[1])
    .filter((line, i, all) => i === 0 || all[i - 1]?.[0] !== line[0] || all[i - 1]?.[1] !== line[1]);
  return {
    places: Float64Array.from(inside, ([place]) => place),
    owners: Int32Array.from(inside, ([, owner]) => owner),
  };
}
