import type { FindKind } from '../../stock/find-kind.ts';
import type { Find } from '../../stock/haul.ts';
import type { Grade } from '../../stock/grade.ts';
import type { Piece } from '../../stock/piece.ts';
import type { SpeciesId } from '../../timber/species.ts';
import { sum } from '../../foundation/sum.ts';
import { recordedShares } from './usable-share.ts';

/** What was known of a piece when it was calculated, least first. */
export const KNOWLEDGE = ['kind', 'tallied', 'inspected', 'scanned', 'machined'] as const;
export type Knowledge = (typeof KNOWLEDGE)[number];

export const KNOWLEDGE_NAMES: Readonly<Record<Knowledge, string>> = {
  kind: 'kind of find only',
  tallied: 'tallied',
  inspected: 'inspected',
  scanned: 'inspected and scanned',
  machined: 'machined',
};

/** So many pieces of one size that came off the planer, mm. */
export interface CameOut {
  readonly count: number;
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
}

/** One line of the shop's own record: what a piece was calculated to give, and what it gave. */
export interface Milled {
  readonly id: string;
  readonly day: string;
  readonly tag: string;
  /** Kind of find that it came out of; absent where that is not on record. */
  readonly findKind?: FindKind;
  readonly species: SpeciesId;
  readonly grade: Grade;
  readonly known: Knowledge;
  /** Volume as found and as calculated to be left, m³. */
  readonly foundM3: number;
  readonly reckonedM3: number;
  readonly came: readonly CameOut[];
}

/** A line of the record as an entry of the shop bears it. */
export type PlanedRecord = Omit<Milled, 'id' | 'day'>;

/** Volume that came off the planer, m³. */
export const cameM3 = (milled: Pick<Milled, 'came'>): number =>
  sum(milled.came, (out) => (out.count * out.length * out.width * out.thickness) / 1e9);

/** What is known of a piece, by what has been noted of it. */
export function knowledgeOf(piece: Pick<Piece, 'inspected' | 'machined' | 'scans'>): Knowledge {
  if (piece.machined !== undefined) return 'machined';
  if (piece.inspected === undefined) return 'tallied';
  return piece.scans?.found === undefined ? 'inspected' : 'scanned';
}

/** The shop's own record by kind of find: what makers noted of whole finds, and what came off the planer. */
export const ownRecord =
  (finds: readonly Pick<Find, 'kind' | 'cameTo'>[], milled: readonly Milled[]) =>
  (kind: FindKind): readonly number[] => [...recordedShares(finds, kind), ...milledShares(milled, kind)];

/** Shares of the wood as found that came off the planer, by kind of find: the record that worth taking rests on. */
export const milledShares = (record: readonly Milled[], kind: FindKind): number[] =>
  record.flatMap((milled) =>
    milled.findKind === kind && milled.foundM3 > 0 ? [Math.min(1, cameM3(milled) / milled.foundM3)] : [],
  );
