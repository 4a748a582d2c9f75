import { DEFAULT_GRADE_LIMITS, type Grade, type GradeLimits } from '../stock/grade.ts';
import type { CuttingRule } from './cutting/cutting-rule.ts';

/** How a shop cuts: what every estimate and plan rests on. All in mm; all may be changed. */
export interface CuttingHabits extends Omit<CuttingRule, 'quick'> {
  /** Taken off each end as a matter of course, before the knock test says otherwise. */
  readonly endTrimMm: number;
  /** Taken off an end that is rough or stood outdoors. */
  readonly roughEndTrimMm: number;
  /** Up to which size a grade puts up with a finding. */
  readonly limits: GradeLimits;
  /** What of a leftover goes back on the rack. */
  readonly offcut: OffcutHabit;
}

/** A leftover of this size and grade is kept. */
interface OffcutHabit {
  readonly grade: Grade;
  readonly minLengthMm: number;
  readonly minWidthMm: number;
}

/**
 * Starting points: a thin-kerf table saw, an inch off the ends and two or three off rough ones, nothing below a small
 * rail; nail holes and sound knots make no leftover worthless.
 */
export const DEFAULT_HABITS: CuttingHabits = {
  kerfMm: 3.2,
  minLengthMm: 150,
  minWidthMm: 25,
  endTrimMm: 25,
  roughEndTrimMm: 60,
  limits: DEFAULT_GRADE_LIMITS,
  offcut: { grade: 'character', minLengthMm: 300, minWidthMm: 50 },
};
