/** What comes off the ends of a piece before it is cut up. */
import { NEXT_SLICE_MM } from '../../stock/inspection.ts';
import type { Piece } from '../../stock/piece.ts';
import type { CuttingHabits } from '../habits.ts';

export type End = 'near' | 'far';

/** Off a usual end and off a rough one, mm. */
export type EndTrimming = Pick<CuttingHabits, 'endTrimMm' | 'roughEndTrimMm'>;

type Ended = Pick<Piece, 'ends' | 'roughEnds'> & Partial<Pick<Piece, 'findings' | 'length'>>;

/**
 * Whether an end counts as rough: noted so, or betrayed by end grain that crumbles there or by a face that has
 * weathered, since such a board stood outdoors.
 */
export function isRoughEnd(piece: Ended, end: End): boolean {
  if (piece.roughEnds?.includes(end) === true) return true;
  return (piece.findings ?? []).some(
    ({ kind, face, x, length }) =>
      kind === 'weathering' ||
      (kind === 'crumble' &&
        (face === end || (end === 'near' ? x <= 0 : x + length >= (piece.length ?? Infinity) - 1e-6))),
  );
}

/**
 * What comes off each end, mm. An end that was knocked and found sound needs no more than what has come off; after a
 * slice that broke, {@link NEXT_SLICE_MM} more is calculated with; an end that nobody has knocked loses the usual trim,
 * a rough one more.
 */
export function endTrims(
  piece: Ended,
  { endTrimMm, roughEndTrimMm }: EndTrimming,
): { readonly near: number; readonly far: number } {
  const of = (end: End): number => {
    const cut = piece.ends?.[end];
    if (cut) return cut.sound ? cut.trimMm : cut.trimMm + NEXT_SLICE_MM;
    return isRoughEnd(piece, end) ? Math.max(endTrimMm, roughEndTrimMm) : endTrimMm;
  };
  return { near: of('near'), far: of('far') };
}
