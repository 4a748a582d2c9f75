/**
 * How near figures may be and count as the same, all of them here. A plan is checked at one and the same figure
 * (`verify-plan.ts` has its own, since it shares no code).
 */

/** Edges closer than this touch, mm; of a fill, so much is nothing. Far below what a saw can tell. */
export const TOUCH = 1e-6;

/**
 * Worths closer than this are the same: sums of a few dozen prices are exact to far less.
 * @public read by `core/kernel`, which is compiled apart
 */
export const SAME_WORTH = 1e-12;

/** A gain below this is none: column generation would go round in circles after it. */
export const NO_GAIN = 1e-6;

/** Costs closer than this are the same when plans are compared. */
export const SAME_COST = 1e-9;

/** In place of nothing under a fraction line. */
export const NEVER_ZERO = 1e-9;

/** So near to what is proven, as a share, a plan is optimal: bounds are summed from prices rounded to the safe side. */
export const PROVEN = 1e-6;
