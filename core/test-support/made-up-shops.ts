/** Made-up shops that estimate pieces, each with biases, a spread and slips of the pen of its own. */
import type { Random } from '../src/foundation/random.ts';
import { BIAS_SD, PRIORS, type SureLine } from '../src/yield/estimates/how-sure.ts';

const KINDS = ['pallet', 'pew', 'flooring', 'post', 'barrel', 'furniture'];
const SPECIES = ['oak', 'pine', 'spruce', 'maple', 'ash'];
const KNOWN = ['tallied', 'inspected', 'scanned'] as const;

/** How chance falls: as the model thinks; with wider tails; normal, with three lines in a hundred wrong by ten. */
export const TAILS = ['t5', 't3', 'freaks'] as const;
export type Tails = (typeof TAILS)[number];

const normal = (random: Random): number =>
  Math.sqrt(-2 * Math.log(1 - random.next())) * Math.cos(2 * Math.PI * random.next());

/** Chance of unit spread with these tails. */
function chance(tails: Tails, random: Random): number {
  if (tails === 'freaks') return normal(random);
  const nu = tails === 't5' ? 5 : 3;
  const square = Array.from({ length: nu }, () => normal(random) ** 2).reduce((sum, one) => sum + one, 0);
  return (normal(random) / Math.sqrt(square / nu)) * Math.sqrt((nu - 2) / nu);
}

export interface Shop {
  readonly biases: ReadonlyMap<string, number>;
  readonly spread: number;
  readonly tails: Tails;
}

export type Line = SureLine & { readonly actual: number };

export function lineOf({ biases, spread, tails }: Shop, random: Random, freaks: boolean): Line {
  const findKind = KINDS[random.below(KINDS.length)] as string;
  const species = SPECIES[random.below(SPECIES.length)] as string;
  const known = KNOWN[random.below(KNOWN.length)] as (typeof KNOWN)[number];
  const bias = ['shop', findKind, species].reduce((sum, name) => sum + (biases.get(name) ?? 0), 0);
  const y = PRIORS[known].mean + bias + spread * PRIORS[known].sd * chance(tails, random);
  const wrong = freaks && tails === 'freaks' && random.next() < 0.03 ? (random.next() < 0.5 ? 10 : 0.1) : 1;
  return { findKind, species, known, estimated: 1, actual: Math.exp(y) * wrong };
}

export function shopWith(spread: number, biasTimes: number, tails: Tails, random: Random): Shop {
  const biases = new Map<string, number>([['shop', biasTimes * BIAS_SD.shop * normal(random)]]);
  for (const kind of KINDS) biases.set(kind, biasTimes * BIAS_SD.kind * normal(random));
  for (const kind of SPECIES) biases.set(kind, biasTimes * BIAS_SD.species * normal(random));
  return { biases, spread, tails };
}
