/** Two small sums of milling: short parts milled together, and the force that pulls a bowed board flat. */

/** What is left over at the ends of a blank, mm. */
const BLANK_SPARE_MM = 30;

export interface Blank {
  /** So many parts are milled as one. */
  readonly k: number;
  /** mm. */
  readonly length: number;
}

/**
 * The blank in which parts of `partMm` go through a planer that takes nothing shorter than `leastMm`: as many as reach
 * it, a kerf between two of them, and some to spare at the ends. All mm, all above 0.
 */
export function blankFor(partMm: number, leastMm: number, kerfMm: number): Blank {
  const k = Math.max(1, Math.ceil(leastMm / partMm));
  return { k, length: k * partMm + (k - 1) * kerfMm + BLANK_SPARE_MM };
}

/** Stiffness of wood along the grain where the species’ own is not known, N/mm². */
export const USUAL_STIFFNESS = 10_000;

/**
 * The force in the middle, N, that pulls a bowed board flat over its whole length: a beam on two ends,
 * F = 48·E·I·δ/ℓ³ with I = w·t³/12. All mm; E in N/mm².
 */
export const pullFlatForce = (
  board: { readonly length: number; readonly width: number; readonly thickness: number },
  gapMm: number,
  stiffness = USUAL_STIFFNESS,
): number => (48 * stiffness * ((board.width * board.thickness ** 3) / 12) * gapMm) / board.length ** 3;

/** What one screw in softwood holds on a pulled board, N. */
export const SCREW_HOLDS_N = 400;
