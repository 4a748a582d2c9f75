/** What a cutting is, by the shop's rule. All in mm. */
export interface CuttingRule {
  readonly kerfMm: number;
  readonly minLengthMm: number;
  readonly minWidthMm: number;
  /** Reckon fast rather than to the last tenth of a percent, for thousands of boards at once. */
  readonly quick?: boolean;
}

export interface BoardSize {
  readonly length: number;
  readonly width: number;
}
