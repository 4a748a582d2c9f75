/**
 * What drying and sanding do to the hoops of a cask. Staves shrink across their width, which runs along the rings'
 * radius, so the circumference and with it every radius r loses Δr = r · S_r/30 · ΔMC; sanding the outside takes more.
 * The profile is the parabola r(z) = R_b − (R_b − R_h)(z/h)², z from the belly, h half the height. A hoop that fitted
 * at z₀ therefore seats where the radius is now what it was there: z₁ = h·√((z₀/h)² − Δr/(R_b − R_h)). Where the root is
 * of a negative number the cask is nowhere as wide as the hoop any more: it falls to the bilge and off.
 */
import { assert } from '../../foundation/assert.ts';
import { movementMm } from '../../timber/movement.ts';

export interface CaskShape {
  readonly headRadius: number;
  readonly bilgeRadius: number;
  readonly halfHeight: number;
}

/** How much a radius (mm) loses when the staves dry from one moisture (%) to another. */
export const radiusLossMm = (
  radiusMm: number,
  radialShrinkagePct: number,
  fromMoisturePct: number,
  toMoisturePct: number,
): number => -movementMm(radiusMm, radialShrinkagePct, fromMoisturePct, toMoisturePct);

/** The radius of a cask `zMm` from its belly, mm. */
export const radiusAt = ({ headRadius, bilgeRadius, halfHeight }: CaskShape, zMm: number): number =>
  bilgeRadius - (bilgeRadius - headRadius) * (zMm / halfHeight) ** 2;

/**
 * Where a hoop seats that sat `hoopAtMm` from the belly before the radius lost `lossMm`, mm from the belly; null when
 * it falls off. Throws where the cask is not wider at its belly than at its heads: nothing holds a hoop there.
 */
export function hoopSeatMm(shape: CaskShape, hoopAtMm: number, lossMm: number): number | null {
  const rise = shape.bilgeRadius - shape.headRadius;
  assert(rise > 0, 'a cask is wider in the middle than at its heads');
  const square = (hoopAtMm / shape.halfHeight) ** 2 - lossMm / rise;
  return square < 0 ? null : shape.halfHeight * Math.sqrt(square);
}

const HOOP_NAMES = ['head hoop', 'quarter hoop', 'bilge hoop'] as const;
type HoopName = (typeof HOOP_NAMES)[number];

export interface Hoop {
  readonly name: HoopName;
  /** On which half of the cask. */
  readonly side: 1 | -1;
  /** From the belly, mm. */
  readonly atMm: number;
}

/** Where pairs of hoops usually sit, as shares of half the height, from the heads inward. */
const USUAL_PLACES = [0.92, 0.62, 0.3] as const;

/** The hoops of a cask: so many at its heads (0 to 2), the others in pairs from the quarters inward. */
export function hoopsOf(count: number, headHoops: number, halfHeight: number): Hoop[] {
  const heads = Math.min(2, headHoops, count);
  return Array.from({ length: count }, (_, i): Hoop => {
    const pair = i < heads ? 0 : 1 + Math.floor((i - heads) / 2);
    const side = (i < heads ? i : i - heads) % 2 === 0 ? -1 : 1;
    const place = Math.min(pair, HOOP_NAMES.length - 1);
    return {
      name: HOOP_NAMES[place] ?? 'bilge hoop',
      side,
      atMm: (USUAL_PLACES[place] ?? 0.3) * halfHeight,
    };
  });
}
