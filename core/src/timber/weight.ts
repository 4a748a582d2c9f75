import { volumeM3 } from '../units/board-measure.ts';

/** Weight in kg of a piece (sizes in mm) at `densityKgM3`: volume × density. */
export function weightKg(
  lengthMm: number,
  widthMm: number,
  thicknessMm: number,
  densityKgM3: number,
): number {
  return volumeM3(lengthMm, widthMm, thicknessMm) * densityKgM3;
}

/** Moisture at which densities are given, %. */
const REFERENCE_MOISTURE_PCT = 12;

/**
 * Density in kg/m³ at `moisturePct` (0–200 %) of wood that has `density12` at 12 %: dry mass with its
 * water, in the same space. Swelling (a few % below fibre saturation) is left out, so that wet wood is
 * told a little too heavy rather than too light. Source: definition of moisture content on dry mass.
 */
export const densityAt = (density12: number, moisturePct: number): number =>
  (density12 * (100 + moisturePct)) / (100 + REFERENCE_MOISTURE_PCT);
