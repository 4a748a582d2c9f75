/**
 * How much of the wood of a find turns out usable, before anybody has inspected a board: starting guesses
 * by kind and condition, replaced step by step by the shop's own record.
 */
import type { FindKind } from '../../stock/find-kind.ts';
import type { Condition, Find } from '../../stock/haul.ts';

/** A low, a likely and a high figure. */
export interface Range {
  readonly low: number;
  readonly likely: number;
  readonly high: number;
}

/**
 * Shares of the pieces' volume that are left after ends, faults, flattening and planing, for worn finds.
 * They are guesses to begin with, from the general experience that thin nailed boards give about half and
 * thick sound members two thirds; a shop that records what came off its planer soon has better.
 */
const WORN: Readonly<Record<FindKind, readonly [low: number, likely: number, high: number]>> = {
  pallet: [0.3, 0.45, 0.6],
  pew: [0.5, 0.65, 0.8],
  flooring: [0.4, 0.55, 0.7],
  post: [0.45, 0.6, 0.75],
  'outdoor-boards': [0.3, 0.5, 0.65],
  barrel: [0.15, 0.25, 0.4],
  furniture: [0.5, 0.65, 0.8],
  mixed: [0.35, 0.55, 0.75],
  metal: [0, 0, 0],
  glass: [0, 0, 0],
};

/** How a better or worse condition moves them. */
const CONDITION_FACTOR: Readonly<Record<Condition, number>> = { good: 1.15, worn: 1, poor: 0.7 };

/** The starting guess weighs as much as this many finds on record. */
const GUESS_WEIGHT = 2;

export interface UsableShare extends Range {
  /** Finds of this kind that the shop has on record; the rest is guess. */
  readonly records: number;
}

/**
 * The usable share, 0…1. With n finds on record (shares rᵢ) the likely share is (2·guess + Σrᵢ)/(2 + n), and
 * the guess's spread shrinks by 2/(2 + n), but never below what the record itself spans.
 */
export function usableShare(
  kind: FindKind,
  condition: Condition,
  recorded: readonly number[],
  own?: Range,
): UsableShare {
  const [low, likely, high] = own ? [own.low, own.likely, own.high] : WORN[kind];
  const factor = CONDITION_FACTOR[condition];
  const guess = { low: low * factor, likely: likely * factor, high: Math.min(1, high * factor) };
  const n = recorded.length;
  if (n === 0) return { ...guess, records: 0 };
  const sum = recorded.reduce((total, share) => total + share, 0);
  const middle = (GUESS_WEIGHT * guess.likely + sum) / (GUESS_WEIGHT + n);
  const shrink = GUESS_WEIGHT / (GUESS_WEIGHT + n);
  const below = Math.max((guess.likely - guess.low) * shrink, middle - Math.min(middle, ...recorded));
  const above = Math.max((guess.high - guess.likely) * shrink, Math.max(middle, ...recorded) - middle);
  return { low: Math.max(0, middle - below), likely: middle, high: Math.min(1, middle + above), records: n };
}

/** The shop's own record for a kind: the shares that makers noted on finds broken down. */
export const recordedShares = (finds: readonly Pick<Find, 'kind' | 'cameTo'>[], kind: FindKind): number[] =>
  finds.flatMap((find) => (find.kind === kind && find.cameTo !== undefined ? [find.cameTo] : []));
