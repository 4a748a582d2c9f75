/** Sums of joints and fasteners. All mm, angles in degrees. */

/** What has to be left over a screw’s point, mm. */
const OVER_POINT_MM = 3;

/** The longest screw through one part into another without coming out: t₁ + t₂ − 3 − countersink; 0 where none fits. */
export const longestScrewMm = (t1: number, t2: number, countersink = 0): number =>
  Math.max(0, t1 + t2 - OVER_POINT_MM - countersink);

/**
 * The deepest mortise at a distance from the outer (long) corner of a mitre, square to its face: s·tan θ − reserve, θ the
 * corner angle of the piece; 0 where there is no room.
 */
export const mitreMortiseDepthMm = (fromOuterCorner: number, angleDeg: number, reserve = 3): number =>
  Math.max(0, fromOuterCorner * Math.tan((angleDeg * Math.PI) / 180) - reserve);

/** Room that glue needs at the ends of a loose tenon, both together, mm. */
const TENON_ROOM_MM = 2;

/** Whether a loose tenon lets its joint close, and how much room is left beyond what glue needs; below zero: too long. */
export function looseTenon(
  length: number,
  depth1: number,
  depth2: number,
): { readonly closes: boolean; readonly spare: number } {
  const spare = depth1 + depth2 - length - TENON_ROOM_MM;
  return { closes: spare >= -1e-9, spare };
}

/** The gap between slats over a span: g = (S − n·w)/(n − 1). Null for one slat, or where they don’t fit side by side. */
export function slatGapMm(n: number, w: number, span: number): number | null {
  if (n < 2 || n * w > span + 1e-9) return null;
  return (span - n * w) / (n - 1);
}

/** As many slats as leave no gap above `gapAtMost`: n = ⌈(S + g)/(w + g)⌉, and the gap that they leave. */
export function slatsFor(
  span: number,
  w: number,
  gapAtMost: number,
): { readonly n: number; readonly gap: number | null } {
  const n = Math.max(1, Math.ceil((span + gapAtMost) / (w + gapAtMost) - 1e-9));
  return { n, gap: slatGapMm(n, w, span) };
}
