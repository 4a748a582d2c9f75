/**
 * What a shop's record says of its estimates: the biases of the shop, of each kind of find and of each species, and how
 * wide chance spreads there.
 *
 * Model. The logarithm y of (what came ÷ what was estimated) is
 *
 *   y = m(known) + shop + kind + species + s · σ(known) · √(3/5) · t₅,
 *
 * biases normal about nothing with the deviations of `biasSd`; t₅ Student's t with five degrees of freedom, so that a
 * freak line pulls little; and one multiplier s for the spread of all states, ln s ~ N(0, spreadSd²), since some shops
 * estimate closely and others don't.
 *
 * Method. s stands on a grid of seven. For each the biases are found by iteratively reweighted least squares (weights
 * (ν + 1)/(ν + d²), d the distance of a line in its own spread), and weighed by Laplace's approximation of the evidence.
 * What is predicted is a mixture over s and over the t, taken as five equal normals.
 *
 * Source. Lange, Little and Taylor, Robust statistical modeling using the t distribution, 1989; Tierney and Kadane,
 * 1986, for Laplace's approximation. Cost: 7 · 4 · O(d³ + lines), d the kinds and species on record.
 */
import { at } from '../../foundation/assert.ts';
import { cholesky, type Factors } from '../../foundation/cholesky.ts';
import type { NormalPart } from '../../foundation/normal.ts';

/** One line of a record: how far off it was, with the spread of what was known, and the biases that act on it. */
export interface RecordLine {
  /** ln(came ÷ estimated) less the prior mean of its state. */
  readonly y: number;
  /** Spread of its state before any record, σ(known). */
  readonly sd: number;
  /** Names of the biases: `shop`, `kind …`, `species …`. */
  readonly effects: readonly string[];
}

export interface BiasSd {
  readonly shop: number;
  readonly kind: number;
  readonly species: number;
}

/** Degrees of freedom of the t. */
const NU = 5;
/** So much narrower a t₅ is drawn, that its variance is that of the spread. */
const T_SCALE = Math.sqrt((NU - 2) / NU);
/** Standard deviations of ln s at which the grid stands. */
const GRID = Array.from({ length: 7 }, (_, i) => -2.5 + (i * 5) / 6);
/** A t₅ of unit variance as five equal normals: their standard deviations. */
const T_AS_NORMALS = [0.578, 0.7133, 0.8422, 1.0141, 1.384];
const ROUNDS = 4;
/** Of so many lines one is thought to be a slip of the pen, far off in either direction by about so much (in ln). */
const SLIPS = { share: 0.02, sd: 1.5 };
/** Density of t₅ at nothing. */
const T_TOP = 8 / (3 * Math.PI * Math.sqrt(NU));

interface AtSpread {
  readonly weight: number;
  readonly spread: number;
  readonly bias: readonly number[];
  readonly factors: Factors;
}

export interface RecordModel {
  /** Distribution of ln(came ÷ estimated) about its prior mean, for what has these biases and this prior spread. */
  predict(effects: readonly string[], sd: number): readonly NormalPart[];
  /** Mean of the sum of these biases. */
  bias(effects: readonly string[]): number;
  /** How much wider or narrower than the priors chance spreads in this shop. */
  readonly spread: number;
}

function priorSd(effect: string, biasSd: BiasSd): number {
  if (effect === 'shop') return biasSd.shop;
  return effect.startsWith('kind') ? biasSd.kind : biasSd.species;
}

/** The model after a record; `spreadSd` 0 holds the spread at the priors'. */
export function learnRecord(lines: readonly RecordLine[], biasSd: BiasSd, spreadSd: number): RecordModel {
  const names = [...new Set(lines.flatMap((line) => line.effects))];
  const place = new Map(names.map((name, i) => [name, i]));
  const rows = lines.map((line) => line.effects.map((name) => place.get(name) ?? 0));
  const prior = names.map((name) => 1 / priorSd(name, biasSd) ** 2);
  const grid = (spreadSd > 0 ? GRID : [0]).map((z) => fit(lines, rows, prior, z, Math.exp(spreadSd * z)));
  const top = Math.max(...grid.map(({ evidence }) => evidence));
  const total = grid.reduce((sum, { evidence }) => sum + Math.exp(evidence - top), 0);
  const states: AtSpread[] = grid.map(({ evidence, ...rest }) => ({
    ...rest,
    weight: Math.exp(evidence - top) / total,
  }));

  const biasAt = ({ bias }: AtSpread, effects: readonly string[]): number =>
    effects.reduce((sum, name) => sum + (bias[place.get(name) ?? -1] ?? 0), 0);
  const varianceAt = ({ factors }: AtSpread, effects: readonly string[]): number => {
    const sought = names.map((name) => (effects.includes(name) ? 1 : 0));
    const known = factors.solve(sought).reduce((sum, value, i) => sum + value * at(sought, i), 0);
    // What is not on record at all is as unknown as it was.
    return effects.reduce((sum, name) => sum + (place.has(name) ? 0 : priorSd(name, biasSd) ** 2), known);
  };
  return {
    predict: (effects, sd) =>
      states.flatMap((state) => {
        const mean = biasAt(state, effects);
        const variance = varianceAt(state, effects);
        return T_AS_NORMALS.map((part) => ({
          weight: state.weight / T_AS_NORMALS.length,
          mean,
          sd: Math.sqrt(variance + (state.spread * sd * part) ** 2),
        }));
      }),
    bias: (effects) => states.reduce((sum, state) => sum + state.weight * biasAt(state, effects), 0),
    spread: Math.exp(states.reduce((sum, { weight, spread }) => sum + weight * Math.log(spread), 0)),
  };
}

/** The biases where chance spreads `spread` times as wide as before any record, and how likely that makes the record. */
function fit(
  lines: readonly RecordLine[],
  rows: readonly (readonly number[])[],
  prior: readonly number[],
  z: number,
  spread: number,
): Omit<AtSpread, 'weight'> & { readonly evidence: number } {
  let bias = prior.map(() => 0);
  let factors = cholesky(prior.map((value, i) => prior.map((_, j) => (i === j ? value : 0))));
  const scales = lines.map(({ sd }) => Math.max(1e-6, spread * sd * T_SCALE));
  const distance = (n: number): number =>
    (at(lines, n).y - at(rows, n).reduce((sum, i) => sum + at(bias, i), 0)) / at(scales, n);
  /** Density of a line at distance d from what is expected: as chance has it, and as a slip of the pen. */
  const densities = (n: number): { readonly chance: number; readonly slip: number } => {
    const d = distance(n);
    const off = (d * at(scales, n)) / SLIPS.sd;
    return {
      chance: ((1 - SLIPS.share) * T_TOP * (1 + (d * d) / NU) ** (-(NU + 1) / 2)) / at(scales, n),
      slip: (SLIPS.share * Math.exp(-(off * off) / 2)) / (SLIPS.sd * Math.sqrt(2 * Math.PI)),
    };
  };
  for (let round = 0; round < ROUNDS && lines.length > 0; round++) {
    const precision = prior.map((value, i) => prior.map((_, j) => (i === j ? value : 0)));
    const pull = prior.map(() => 0);
    lines.forEach(({ y }, n) => {
      const { chance, slip } = densities(n);
      const sound = chance / (chance + slip);
      const weight = (sound * (NU + 1)) / (NU + distance(n) ** 2) / at(scales, n) ** 2;
      for (const i of at(rows, n)) {
        pull[i] = at(pull, i) + weight * y;
        const row = at(precision, i);
        for (const j of at(rows, n)) row[j] = at(row, j) + weight;
      }
    });
    factors = cholesky(precision);
    bias = factors.solve(pull);
  }
  let evidence = -(z * z) / 2 - factors.logDeterminant / 2;
  bias.forEach((value, i) => (evidence -= (value * value * at(prior, i)) / 2));
  lines.forEach((_, n) => {
    const { chance, slip } = densities(n);
    evidence += Math.log(chance + slip);
  });
  return { spread, bias, factors, evidence };
}
