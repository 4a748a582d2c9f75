/** What a cutting is, by the shop's rule. All in mm. */
export interface CuttingRule {
  readonly kerfMm: number;
  readonly minLengthMm: number;
  readonly minWidthMm: number;
}

export interface BoardSize {
  readonly length: number;
  readonly width: number;
}
