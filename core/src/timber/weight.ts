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
