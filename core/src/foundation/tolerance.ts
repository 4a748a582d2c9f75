/** Lengths closer than this (mm) count as the same: far below what a saw or a rule can tell. */
export const LENGTH_TOLERANCE_MM = 1e-6;

/** Areas closer than this (mm²) count as the same. */
export const AREA_TOLERANCE_MM2 = 1e-3;
