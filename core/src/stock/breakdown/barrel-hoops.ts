/**
 * What drying does to a cask: its staves shrink across their width, which runs along the rings' radius, so
 * that its circumference and with it every radius r loses Δr = r · S_r/30 · ΔMC. A hoop of fixed size then
 * seats nearer the middle by Δz = Δr / slope, slope being the rise of the radius along the cask there.
 */
import { assert } from '../../foundation/assert.ts';
import { movementMm } from '../../timber/movement.ts';

export interface CaskShape {
  readonly headRadius: number;
  readonly bilgeRadius: number;
  readonly halfHeight: number;
}

/** Rise of the radius for each mm from head to middle, the profile taken as straight. */
export const caskSlope = ({ headRadius, bilgeRadius, halfHeight }: CaskShape): number =>
  (bilgeRadius - headRadius) / halfHeight;

/** How much a radius (mm) loses when the staves dry from one moisture (%) to another. */
export const radiusLossMm = (
  radiusMm: number,
  radialShrinkagePct: number,
  fromMoisturePct: number,
  toMoisturePct: number,
): number => -movementMm(radiusMm, radialShrinkagePct, fromMoisturePct, toMoisturePct);

/** How far towards the middle a hoop slides that fitted before the radius lost `lossMm`. */
export function hoopShiftMm(lossMm: number, shape: CaskShape): number {
  const slope = caskSlope(shape);
  assert(slope > 0, 'a cask is wider in the middle than at its heads');
  return lossMm / slope;
}
