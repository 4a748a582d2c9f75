/** Mixtures of normal distributions: share below a value, and the value below which a share lies. */

/** One of the normals that are mixed; the weights of a mixture come to one. */
export interface NormalPart {
  readonly weight: number;
  readonly mean: number;
  readonly sd: number;
}

/** Share of a standard normal below z, to 7.5e-8 (Abramowitz and Stegun, 26.2.17). */
export function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const poly =
    t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const tail = (poly * Math.exp((-z * z) / 2)) / Math.sqrt(2 * Math.PI);
  return z < 0 ? tail : 1 - tail;
}

/** The value below which `share` (0…1, open) of the mixture lies, by bisection to a millionth of its width. */
export function mixturePoint(parts: readonly NormalPart[], share: number): number {
  let low = Math.min(...parts.map(({ mean, sd }) => mean - 9 * sd));
  let high = Math.max(...parts.map(({ mean, sd }) => mean + 9 * sd));
  for (let n = 0; n < 40; n++) {
    const middle = (low + high) / 2;
    let below = 0;
    for (const { weight, mean, sd } of parts) below += weight * normalBelow((middle - mean) / sd);
    if (below < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
