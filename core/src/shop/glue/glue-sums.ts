/** Sums of a glue-up: clamps, stages, what a panel’s cup comes to, and how long glue takes in the cold. mm, minutes, °C. */

export interface ClampsAsked {
  readonly n: number;
  readonly spacing: number;
}

/**
 * Clamps for a joint: pressure spreads at about 45°, so each serves twice the width of the outer strip and its caul:
 * n = ⌈L / (2b)⌉.
 */
export function clampsFor(jointLengthMm: number, outerStripMm: number, caulMm: number): ClampsAsked {
  const spacing = 2 * (outerStripMm + caulMm);
  return { n: Math.ceil(jointLengthMm / spacing - 1e-9), spacing };
}

export interface GlueStages {
  /** Joints that can be closed in one go; 0: not one. */
  readonly perStage: number;
  /** Null where not one joint can be closed in time: a slower glue, a helper, or shorter joints. */
  readonly stages: number | null;
}

/** Joints in one stage: ⌊(open time − closing) / (spreading a metre × length)⌋. */
export function glueStages(
  joints: number,
  lengthMm: number,
  { openMin, closingMin, spreadMinPerM }: { openMin: number; closingMin: number; spreadMinPerM: number },
): GlueStages {
  const each = (spreadMinPerM * lengthMm) / 1000;
  const perStage = Math.max(0, Math.floor((openMin - closingMin) / each + 1e-9));
  return { perStage, stages: perStage === 0 ? null : Math.ceil(joints / perStage) };
}

export type RingsOfPanel = 'alternating' | 'oneWay';

/**
 * The cup of a panel of strips that cup alike: rings alternating leave it as ripples of one strip; all one way it grows
 * with the square of the width, c·(W/w)², as one curve.
 */
export const panelCupMm = (
  stripCupMm: number,
  stripWidthMm: number,
  panelWidthMm: number,
  rings: RingsOfPanel,
): number => (rings === 'alternating' ? stripCupMm : stripCupMm * (panelWidthMm / stripWidthMm) ** 2);

/** Glue sets as long as is promised at 20 °C, and double for each 10 °C below; below 8 °C not at all. */
const PROMISED_AT_C = 20;
const COLDEST_C = 8;

/** Minutes that something takes at a temperature; null where it is too cold. Warmth shortens nothing that is promised. */
export const inTheColdMin = (minutes: number, tC: number): number | null =>
  tC < COLDEST_C ? null : minutes * 2 ** (Math.max(0, PROMISED_AT_C - tC) / 10);
