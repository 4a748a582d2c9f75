/**
 * How sure an estimate is: low, likely and high, tightened by the shop's own record.
 *
 * Model. The logarithm y of (what came / what was calculated) is the sum of the shop's own bias, that of the kind of
 * find, that of the species, and chance:
 *
 *   y = m(known) + shop + kind + species + ε,   shop ~ N(0, 0.10²), kind ~ N(0, 0.12²), species ~ N(0, 0.08²),
 *   ε ~ N(0, σ(known)²).
 *
 * m and σ go with what was known when it was calculated (see PRIORS): an inspected board gives a little less than its
 * map says, since nobody sees everything; the spread falls with each look. Each line of the record is one y with the
 * σ of its own state. Prior and likelihood are normal, so what is known of the three biases after the record is
 * normal too, with precision Λ = diag(1/τ²) + Σ xxᵀ/σ² and mean Λ⁻¹ Σ x(y − m)/σ²; the figure for a piece is exp of
 * its mean, and low and high hold eight of ten (± 1.2816 standard deviations, chance included).
 *
 * Source. Bayesian linear regression with known variances (Bishop, Pattern Recognition and Machine Learning, 2006,
 * 3.3). The priors are starting guesses of ours, stated here and on the screen; some ten records outweigh them.
 * Cost. O(d³), d the kinds and species on record, at most some thirty.
 */
import { at } from '../../foundation/assert.ts';
import type { FindKind } from '../../stock/find-kind.ts';
import type { SpeciesId } from '../../timber/species.ts';
import { cameM3, type Knowledge, type Milled } from './own-record.ts';
import type { Range } from './usable-share.ts';

export interface Prior {
  /** Mean of ln(came/calculated) before anything is on record. */
  readonly mean: number;
  /** Standard deviation of chance. */
  readonly sd: number;
}

export const PRIORS: Readonly<Record<Knowledge, Prior>> = {
  kind: { mean: 0, sd: 0.4 },
  tallied: { mean: 0, sd: 0.3 },
  inspected: { mean: -0.05, sd: 0.17 },
  scanned: { mean: -0.03, sd: 0.11 },
  machined: { mean: 0, sd: 0.02 },
};

/** Spread of the biases before anything is on record. */
export const BIAS_SD = { shop: 0.1, kind: 0.12, species: 0.08 } as const;

/** What is believed before the shop's own record says more; all of it may be changed. */
export interface Sureness {
  readonly priors: Readonly<Record<Knowledge, Prior>>;
  readonly biasSd: { readonly shop: number; readonly kind: number; readonly species: number };
}

export const DEFAULT_SURENESS: Sureness = { priors: PRIORS, biasSd: BIAS_SD };

/** Eight of ten lie within so many standard deviations. */
const EIGHT_OF_TEN = 1.2816;

/**
 * What a piece is calculated to give, m³, by what is known of it: its cuttings once it has been looked over; before that
 * the usual share of its kind of find, since an empty map only says that nobody has looked.
 */
export const reckonedM3 = (
  cuttingsM3: number,
  pieceM3: number,
  known: Knowledge,
  usualShare: number,
): number =>
  known === 'kind' || known === 'tallied' ? Math.min(cuttingsM3, usualShare * pieceM3) : cuttingsM3;

export interface Reckoned {
  readonly m3: number;
  readonly known: Knowledge;
  readonly findKind?: FindKind | undefined;
  readonly species: SpeciesId;
  /** No more than this can come, m³: the piece itself. */
  readonly mostM3: number;
}

export interface HowSure extends Range {
  /** The factor by which the record and the priors move the calculated figure: 0.92 is 8 % less. */
  readonly factor: number;
  /** Standard deviation of the logarithm, chance included. */
  readonly sd: number;
  /** Lines of the record in all, and of this kind of find. */
  readonly records: number;
  readonly ofKind: number;
}

/** Low, likely and high volume, m³, of what a piece was calculated to give. */
export function howSure(
  reckoned: Reckoned,
  record: readonly Milled[],
  sureness: Sureness = DEFAULT_SURENESS,
): HowSure {
  const { known, findKind, species, m3, mostM3 } = reckoned;
  const lines = record.flatMap((milled) => lineOf(milled, sureness) ?? []);
  // Machined wood is what it is: no bias of planing is left in it.
  const { mean, variance } =
    known === 'machined' ? { mean: 0, variance: 0 } : biasOf(effects(findKind, species), lines, sureness);
  const prior = sureness.priors[known];
  const middle = prior.mean + mean;
  const sd = Math.sqrt(variance + prior.sd ** 2);
  const figure = (z: number): number => Math.min(mostM3, m3 * Math.exp(middle + z * sd));
  return {
    low: figure(-EIGHT_OF_TEN),
    likely: figure(0),
    high: figure(EIGHT_OF_TEN),
    factor: Math.exp(middle),
    sd,
    records: lines.length,
    ofKind: record.filter((milled) => milled.findKind !== undefined && milled.findKind === findKind).length,
  };
}

export interface ShopBias {
  readonly findKind: FindKind | undefined;
  readonly records: number;
  /** Geometric mean of came/calculated as it stands in the record, and as it counts beside the priors. */
  readonly recorded: number;
  readonly counts: number;
}

/** “You come off the planer 8 % under your estimates from pallets”: the record by kind of find, most lines first. */
export function shopBias(record: readonly Milled[], sureness: Sureness = DEFAULT_SURENESS): ShopBias[] {
  const { priors } = sureness;
  const lines = record.flatMap((milled) => lineOf(milled, sureness) ?? []);
  const kinds = [...new Set(lines.map(({ findKind }) => findKind))];
  return kinds
    .map((findKind): ShopBias => {
      const own = lines.filter((line) => line.findKind === findKind);
      const recorded = own.reduce((total, line) => total + line.y + priors[line.known].mean, 0) / own.length;
      const { mean } = biasOf(effects(findKind, undefined), lines, sureness);
      const prior = own.reduce((total, line) => total + priors[line.known].mean, 0) / own.length;
      return { findKind, records: own.length, recorded: Math.exp(recorded), counts: Math.exp(prior + mean) };
    })
    .sort((a, b) => b.records - a.records);
}

interface Line {
  /** ln(came/calculated) less the prior mean of its state. */
  readonly y: number;
  readonly sd: number;
  readonly known: Knowledge;
  readonly findKind: FindKind | undefined;
  readonly effects: readonly string[];
}

/** Came or calculated nothing: such a line counts as this share, since a logarithm has no answer for it. */
const NEXT_TO_NOTHING = 0.05;

function lineOf(milled: Milled, { priors }: Sureness): Line | null {
  if (milled.reckonedM3 <= 0 || milled.known === 'machined') return null;
  const { mean, sd } = priors[milled.known];
  const ratio = Math.max(NEXT_TO_NOTHING, cameM3(milled) / milled.reckonedM3);
  return {
    y: Math.log(ratio) - mean,
    sd,
    known: milled.known,
    findKind: milled.findKind,
    effects: effects(milled.findKind, milled.species),
  };
}

/** The biases that act on a piece; a kind or species that is not known has none of its own. */
function effects(findKind: FindKind | undefined, species: SpeciesId | undefined): string[] {
  return [
    'shop',
    ...(findKind === undefined ? [] : [`kind ${findKind}`]),
    ...(species === undefined || species === 'unknown' ? [] : [`species ${species}`]),
  ];
}

function priorSd(effect: string, { biasSd }: Sureness): number {
  if (effect === 'shop') return biasSd.shop;
  return effect.startsWith('kind') ? biasSd.kind : biasSd.species;
}

/** Mean and variance, after the record, of the sum of the biases named. */
function biasOf(
  wanted: readonly string[],
  lines: readonly Line[],
  sureness: Sureness,
): { mean: number; variance: number } {
  const names = [...new Set([...wanted, ...lines.flatMap((line) => line.effects)])];
  const place = new Map(names.map((name, i) => [name, i]));
  const precision = names.map((name, i) =>
    names.map((_, j) => (i === j ? 1 / priorSd(name, sureness) ** 2 : 0)),
  );
  const pull = names.map(() => 0);
  for (const { y, sd, effects: own } of lines) {
    const places = own.map((name) => place.get(name) ?? 0);
    for (const i of places) {
      pull[i] = at(pull, i) + y / sd ** 2;
      for (const j of places) (precision[i] as number[])[j] = at(at(precision, i), j) + 1 / sd ** 2;
    }
  }
  const sought = names.map((name) => (wanted.includes(name) ? 1 : 0));
  const mean = dot(sought, solved(precision, pull));
  return { mean, variance: dot(sought, solved(precision, sought)) };
}

const dot = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((total, value, i) => total + value * at(b, i), 0);

/** Solves a symmetric positive definite system by Cholesky's factors. */
function solved(matrix: readonly (readonly number[])[], right: readonly number[]): number[] {
  const n = right.length;
  const lower = matrix.map((row) => row.map(() => 0));
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let rest = at(at(matrix, i), j);
      for (let k = 0; k < j; k++) rest -= at(at(lower, i), k) * at(at(lower, j), k);
      (lower[i] as number[])[j] = i === j ? Math.sqrt(rest) : rest / at(at(lower, j), j);
    }
  }
  const forward: number[] = [];
  for (let i = 0; i < n; i++) {
    let rest = at(right, i);
    for (let k = 0; k < i; k++) rest -= at(at(lower, i), k) * at(forward, k);
    forward.push(rest / at(at(lower, i), i));
  }
  const out = forward.map(() => 0);
  for (let i = n - 1; i >= 0; i--) {
    let rest = at(forward, i);
    for (let k = i + 1; k < n; k++) rest -= at(at(lower, k), i) * at(out, k);
    out[i] = rest / at(at(lower, i), i);
  }
  return out;
}
