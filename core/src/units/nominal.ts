/**
 * Nominal sizes of softwood: what is called a “2 by 4” measures 38 × 89 mm when it is dressed and dry. Old timber may
 * be full size, so whoever reads a nominal size says what it was read as. Source: dressed dry sizes of the American
 * Softwood Lumber Standard (PS 20), in inches, told in whole millimetres as the trade does.
 */

/** Nominal thickness or width in inches → dressed, mm. */
const BOARD_MM: ReadonlyMap<number, number> = new Map([
  [1, 19],
  [1.25, 25],
  [1.5, 32],
  [2, 38],
  [3, 64],
  [4, 89],
  [5, 114],
  [6, 140],
  [8, 184],
  [10, 235],
  [12, 286],
]);

/** Timbers of 5 in and more each way are dressed half an inch under their names. */
const TIMBER_MM: ReadonlyMap<number, number> = new Map([
  [5, 114],
  [6, 140],
  [8, 191],
  [10, 241],
  [12, 292],
]);

const THICKNESSES = [1, 1.25, 1.5, 2, 3, 4];
const WIDTHS = [2, 3, 4, 5, 6, 8, 10, 12];

/** Thickness and width of a section, mm. */
export interface Section {
  readonly thickness: number;
  readonly width: number;
}

/** The dressed section that a nominal pair (inches, in either order) stands for; null where the trade has none. */
export function nominalSection(a: number, b: number): Section | null {
  const [small, large] = [Math.min(a, b), Math.max(a, b)];
  const timber = [TIMBER_MM.get(small), TIMBER_MM.get(large)];
  if (timber[0] !== undefined && timber[1] !== undefined) return { thickness: timber[0], width: timber[1] };
  if (!THICKNESSES.includes(small) || !WIDTHS.includes(large) || small > large) return null;
  const [thickness, width] = [BOARD_MM.get(small), BOARD_MM.get(large)];
  return thickness === undefined || width === undefined ? null : { thickness, width };
}
