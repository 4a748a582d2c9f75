/**
 * How sure an estimate is: low, likely and high, tightened by the shop's own record.
 *
 * What came ÷ what was estimated is thought to lie where the priors of its state say (see PRIORS: an inspected board
 * gives a little less than its map says, since nobody sees everything; the spread falls with each look), moved by the
 * biases and the spread that the record shows; `record-model.ts` says how. Low, likely and high are the points below
 * which one, five and nine of ten lie. The priors are starting guesses of ours, stated here and on the screen; some ten
 * records outweigh them.
 */
import { mixturePoint, type NormalPart } from '../../foundation/normal.ts';
import type { FindKind } from '../../stock/find-kind.ts';
import type { SpeciesId } from '../../timber/species.ts';
import { learnRecord, type BiasSd, type RecordLine, type RecordModel } from './record-model.ts';
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
  readonly biasSd: BiasSd;
}

export const DEFAULT_SURENESS: Sureness = { priors: PRIORS, biasSd: BIAS_SD };

/** How far the spread of a shop may lie from the priors': standard deviation of its logarithm. */
export const SPREAD_SD = 0.5;

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
  /** How much wider (above 1) or narrower chance spreads in this shop than before any record. */
  readonly spread: number;
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
  const { model, lines } = learnt(record, sureness);
  const prior = sureness.priors[known];
  // Machined wood is what it is: no bias of planing is left in it.
  const parts: readonly NormalPart[] =
    known === 'machined'
      ? [{ weight: 1, mean: 0, sd: prior.sd }]
      : model.predict(effectsOf(findKind, species), prior.sd);
  const mean = parts.reduce((sum, part) => sum + part.weight * part.mean, 0);
  const square = parts.reduce((sum, part) => sum + part.weight * (part.sd ** 2 + (part.mean - mean) ** 2), 0);
  const figure = (share: number): number =>
    Math.min(mostM3, m3 * Math.exp(prior.mean + mixturePoint(parts, share)));
  return {
    low: figure(0.1),
    likely: figure(0.5),
    high: figure(0.9),
    factor: Math.exp(prior.mean + mixturePoint(parts, 0.5)),
    sd: Math.sqrt(square),
    spread: known === 'machined' ? 1 : model.spread,
    records: lines.length,
    ofKind: record.filter((milled) => milled.findKind !== undefined && milled.findKind === findKind).length,
  };
}

interface Learnt {
  readonly model: RecordModel;
  readonly lines: readonly Line[];
}

/** What was learnt last of a record: a rack asks for hundreds of pieces at once. */
const known = new WeakMap<readonly Milled[], { readonly sureness: Sureness; readonly learnt: Learnt }>();

function learnt(record: readonly Milled[], sureness: Sureness): Learnt {
  const last = known.get(record);
  if (last?.sureness === sureness) return last.learnt;
  const lines = record.flatMap((milled) => lineOf(milled, sureness) ?? []);
  const now = { model: learnRecord(lines, sureness.biasSd, SPREAD_SD), lines };
  known.set(record, { sureness, learnt: now });
  return now;
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
  const { model, lines } = learnt(record, sureness);
  const kinds = [...new Set(lines.map(({ findKind }) => findKind))];
  return kinds
    .map((findKind): ShopBias => {
      const own = lines.filter((line) => line.findKind === findKind);
      const recorded = own.reduce((total, line) => total + line.y + priors[line.known].mean, 0) / own.length;
      const mean = model.bias(effectsOf(findKind, undefined));
      const prior = own.reduce((total, line) => total + priors[line.known].mean, 0) / own.length;
      return { findKind, records: own.length, recorded: Math.exp(recorded), counts: Math.exp(prior + mean) };
    })
    .sort((a, b) => b.records - a.records);
}

interface Line extends RecordLine {
  readonly known: Knowledge;
  readonly findKind: FindKind | undefined;
}

/** Came or calculated nothing: such a line counts as this share, since a logarithm has no answer for it. */
const NEXT_TO_NOTHING = 0.05;

/** How far off an estimate was, less what its state lets expect. */
const offBy = (came: number, estimated: number, { mean }: Prior): number =>
  Math.log(Math.max(NEXT_TO_NOTHING, came / estimated)) - mean;

function lineOf(milled: Milled, { priors }: Sureness): Line | null {
  const { known, reckonedM3, findKind, species } = milled;
  if (reckonedM3 <= 0 || known === 'machined') return null;
  const prior = priors[known];
  const y = offBy(cameM3(milled), reckonedM3, prior);
  return { y, sd: prior.sd, known, findKind, effects: effectsOf(findKind, species) };
}

/** An estimate of a piece, in any unit of volume or area. */
export interface SureLine {
  readonly findKind: string;
  readonly species: string;
  readonly known: Knowledge;
  readonly estimated: number;
}

/** Ranges that hold eight of ten of what is asked, by a record of estimates and what came of them, in its unit. */
export function sureRanges(
  records: readonly (SureLine & { readonly actual: number })[],
  asks: readonly SureLine[],
  { priors, biasSd }: Sureness = DEFAULT_SURENESS,
): Pick<HowSure, 'low' | 'likely' | 'high'>[] {
  const lines = records
    .filter(({ estimated }) => estimated > 0)
    .map(({ findKind, species, known, estimated, actual }) => ({
      y: offBy(actual, estimated, priors[known]),
      sd: priors[known].sd,
      effects: effectsOf(findKind, species),
    }));
  const model = learnRecord(lines, biasSd, SPREAD_SD);
  return asks.map(({ findKind, species, known, estimated }) => {
    const parts = model.predict(effectsOf(findKind, species), priors[known].sd);
    const figure = (share: number): number =>
      estimated * Math.exp(priors[known].mean + mixturePoint(parts, share));
    return { low: figure(0.1), likely: figure(0.5), high: figure(0.9) };
  });
}

/** The biases that act on a piece; a kind or species that is not known has none of its own. */
function effectsOf(findKind: string | undefined, species: string | undefined): string[] {
  return [
    'shop',
    ...(findKind === undefined ? [] : [`kind ${findKind}`]),
    ...(species === undefined || species === 'unknown' ? [] : [`species ${species}`]),
  ];
}
