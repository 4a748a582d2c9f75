/** What movement asks of a thing: room for a fastener, and how large green stock must be. All mm, moistures in %. */
import { FIBRE_SATURATION_PCT, movementMm } from './movement.ts';

/** Room that a fastener needs beside its shank and what the wood moves, mm. */
const EASE_MM = 1;

/**
 * Length of a slot across the grain, `fromFixedMm` away from the line that is fixed: shank + |y|·(S/100)/30·|ΔMC| + 1.
 */
export const slotLengthMm = (
  shankMm: number,
  fromFixedMm: number,
  shrinkagePct: number,
  fromMoisturePct: number,
  toMoisturePct: number,
): number =>
  shankMm +
  Math.abs(movementMm(Math.abs(fromFixedMm), shrinkagePct, fromMoisturePct, toMoisturePct)) +
  EASE_MM;

/**
 * Size to cut green or wet stock to, so that it comes to `finalMm` at `toMoisturePct`, planing on top. Above fibre saturation
 * nothing has shrunk yet.
 */
export function greenSizeMm(
  finalMm: number,
  shrinkagePct: number,
  moisturePct: number,
  toMoisturePct: number,
  planingMm = 0,
): number {
  const shrunk = (pct: number): number =>
    1 -
    ((shrinkagePct / 100) * (FIBRE_SATURATION_PCT - Math.min(pct, FIBRE_SATURATION_PCT))) /
      FIBRE_SATURATION_PCT;
  return (finalMm * shrunk(moisturePct)) / shrunk(toMoisturePct) + planingMm;
}
