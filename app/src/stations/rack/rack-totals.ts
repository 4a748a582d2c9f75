/** What lies on the rack in all, in the units that go with the user's. */
import { boardFeet, isScanned, M3_PER_BOARD_FOOT, type LengthUnit, type Piece } from '@aldrek/core/wood';
import { areaText } from '../../format/measures';
import { portions, type Steps } from '../../turns/turns';
import type { Stack } from './stacks';

export function rackTotals(stacks: readonly Stack[], unit: LengthUnit) {
  const volume = stacks.reduce((sum, stack) => sum + stack.volumeM3, 0);
  const area = stacks.reduce((sum, stack) => sum + stack.areaM2, 0);
  const count = stacks.reduce((sum, stack) => sum + stack.pieces.length, 0);
  const cubic = { figure: volume.toFixed(2), unit: 'm³' };
  const boards = { figure: (volume / M3_PER_BOARD_FOOT).toFixed(0), unit: 'bf' };
  const [main, other] = unit === 'inch' ? [boards, cubic] : [cubic, boards];
  return { count, main, other, area: areaText(area, unit) };
}

export const totalsSource = (pieces: number): string =>
  `Length × middle width × thickness as found, added over ${pieces} pieces. ` +
  `1 board foot = 144 in³, so a board of 1 m × 100 × 25 mm is ${boardFeet(1000, 100, 25).toFixed(2)} bf.`;

/** Pieces that are not known to be clear of metal, and those whose history nobody has answered for. */
export interface Unknowns {
  readonly unscanned: number;
  readonly unscreened: readonly Piece[];
}

export function* unknowns(pieces: readonly Piece[]): Steps<Unknowns> {
  let unscanned = 0;
  const unscreened: Piece[] = [];
  yield* portions(pieces, (piece) => {
    if (!isScanned(piece)) unscanned++;
    if (piece.hazards === undefined) unscreened.push(piece);
  });
  return { unscanned, unscreened };
}

/** How many of the sorted lengths are below `mm`. */
export function countBelow(sorted: Float64Array, mm: number): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] ?? 0) < mm) low = middle + 1;
    else high = middle;
  }
  return low;
}
