/** Moisture at which cell walls are full and shrinking begins, %: the usual working figure. */
export const FIBRE_SATURATION_PCT = 30;

/**
 * How much a size across the grain changes between two moistures, mm (shrinking is below zero):
 * ΔW = W · S/30 · ΔMC, with S the shrinkage from green to dry in % (radial across the rings' radius,
 * tangential along them). Moistures above 30 % count as 30. Source: Wood Handbook (USDA Forest Products
 * Laboratory), linear between 0 and fibre saturation.
 */
export function movementMm(
  sizeMm: number,
  shrinkagePct: number,
  fromMoisturePct: number,
  toMoisturePct: number,
  saturationPct = FIBRE_SATURATION_PCT,
): number {
  const from = Math.min(fromMoisturePct, saturationPct);
  const to = Math.min(toMoisturePct, saturationPct);
  return ((sizeMm * shrinkagePct) / 100 / saturationPct) * (to - from);
}
