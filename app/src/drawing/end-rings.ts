import type { Piece } from '@aldrek/core/wood';

/** Where the rings cross the thickness, as shares of it from face A. */
const RINGS = [0.18, 0.45, 0.72];
/** How far a ring bulges toward the bark, as a share of the thickness. */
const BULGE = 0.7;

export interface EndBox {
  /** Across the thickness, px. */
  readonly width: number;
  /** Across the width of the piece, px. */
  readonly height: number;
}

/**
 * The growth rings on an end as a path. They lie around the heart, so they are hollow toward it and bulge toward the
 * bark. The near end is unfolded to the left of face A and the far end to its right, so that face A borders both, and
 * one is the mirror of the other. Where nobody has said which face was toward the bark they are drawn straight.
 */
export function endRings(end: 'near' | 'far', bark: Piece['bark'], { width, height }: EndBox): string {
  // Across the strip, from the border with face A.
  const fromA = (share: number): number => (end === 'near' ? 1 - share : share) * width;
  const bulge = bark === 'A' ? -BULGE : bark === 'B' ? BULGE : 0;
  return RINGS.map((share) => {
    const [x, middle] = [fromA(share), fromA(share + bulge)];
    return `M${x} 0Q${middle} ${height / 2} ${x} ${height}`;
  }).join('');
}
