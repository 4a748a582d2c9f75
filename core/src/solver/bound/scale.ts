/** One unit of value in whole numbers: sums stay far below 2⁵³, where nothing is lost. */
export const SCALE = 67_108_864;
