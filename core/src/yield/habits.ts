import type { CuttingRule } from './cutting-rule.ts';

/** How a shop cuts: what every estimate and plan rests on. All in mm; all may be changed. */
export interface CuttingHabits extends Omit<CuttingRule, 'quick'> {
  /** Taken off each end as a matter of course, before the knock test says otherwise. */
  readonly endTrimMm: number;
}

/** Starting points: a thin-kerf table saw, an inch or so off the ends, nothing below a small rail. */
export const DEFAULT_HABITS: CuttingHabits = {
  kerfMm: 3.2,
  minLengthMm: 150,
  minWidthMm: 25,
  endTrimMm: 10,
};
