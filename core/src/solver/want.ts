import type { MatchPart } from './instance.ts';

/** What is asked for: a solid part with all its copies, or one copy of a panel, by the millimetre of strip. */
export interface Want {
  readonly part: MatchPart;
  /** The copy, for a panel; 0 for solid parts, whose copies are alike. */
  readonly unit: number;
  readonly panel: boolean;
  /** Copies, or millimetres of strip. */
  readonly amount: number;
  /** Part area that counts as covered per copy, or for the whole panel, mm². */
  readonly areaMm2: number;
  readonly gradeBit: number;
  readonly shape?: Float64Array;
}
