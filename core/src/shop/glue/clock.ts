/**
 * What waits for glue: a clock that starts when the clamps close. It stands in the entry that glued, so that it is there
 * after a reload, in other tabs and after an import; pause, correction and discarding change that entry. Times are
 * milliseconds since 1970, as `Date.now()` tells them, and minutes.
 */
import { inTheColdMin } from './glue-sums.ts';

/** What a clock frees, in order. */
export type ClockFrees = 'scrape' | 'clamps-off' | 'work';

export const CLOCK_FREES_NAMES: Readonly<Record<ClockFrees, string>> = {
  scrape: 'gentle work: scrape the squeeze-out',
  'clamps-off': 'out of the clamps',
  work: 'planing and machines',
};

/** Gentle work is possible after so long at 20 °C, min. */
const SCRAPE_MIN = 60;

export interface GlueClock {
  /** When the clamps closed. */
  readonly at: number;
  /** At 20 °C, min. */
  readonly clampMin: number;
  readonly hardMin: number;
  readonly temperatureC: number;
  /** So many clamps are in use until they are off. */
  readonly clamps?: number;
  /** Since when it stands still: too cold over night, say. */
  readonly pausedAt?: number;
  /** How long it stood still before that, ms. */
  readonly pausedMs?: number;
  /** It frees everything at once: the maker looks after it without a clock. */
  readonly discarded?: boolean;
}

export interface ClockMilestone {
  readonly frees: ClockFrees;
  /** When, or null while the clock stands still, or where it is too cold. */
  readonly at: number | null;
  /** Left from now on, min; 0 where it is reached. */
  readonly leftMin: number;
  readonly reached: boolean;
}

/** Minutes that have counted. */
export const elapsedMin = (clock: GlueClock, now: number): number =>
  Math.max(0, ((clock.pausedAt ?? now) - clock.at - (clock.pausedMs ?? 0)) / 60_000);

/** What a clock frees, and when. */
export function milestonesOf(clock: GlueClock, now: number): ClockMilestone[] {
  const { clampMin, hardMin, temperatureC } = clock;
  const asked: readonly (readonly [ClockFrees, number])[] = [
    ['scrape', Math.min(SCRAPE_MIN, clampMin)],
    ['clamps-off', clampMin],
    ['work', Math.max(hardMin, clampMin)],
  ];
  const elapsed = elapsedMin(clock, now);
  return asked.map(([frees, minutes]): ClockMilestone => {
    if (clock.discarded === true) return { frees, at: clock.at, leftMin: 0, reached: true };
    const takes = inTheColdMin(minutes, temperatureC);
    if (takes === null) return { frees, at: null, leftMin: Infinity, reached: false };
    const leftMin = Math.max(0, takes - elapsed);
    const reached = leftMin <= 1e-9;
    const at = clock.pausedAt === undefined ? now + (takes - elapsed) * 60_000 : null;
    return { frees, at: reached ? (at ?? clock.pausedAt ?? now) : at, leftMin, reached };
  });
}

/** The next thing that a clock frees; null once all is free. */
export const nextOf = (clock: GlueClock, now: number): ClockMilestone | null =>
  milestonesOf(clock, now).find(({ reached }) => !reached) ?? null;

/** When machines may go on: null while it stands still or is too cold; in the past once it is free. */
export const freeAt = (clock: GlueClock, now: number): number | null =>
  milestonesOf(clock, now).find(({ frees }) => frees === 'work')?.at ?? null;

export const pausedClock = (clock: GlueClock, now: number): GlueClock =>
  clock.pausedAt === undefined ? { ...clock, pausedAt: now } : clock;

export function resumedClock(clock: GlueClock, now: number): GlueClock {
  const { pausedAt, pausedMs = 0, ...rest } = clock;
  if (pausedAt === undefined) return clock;
  return { ...rest, pausedMs: pausedMs + Math.max(0, now - pausedAt) };
}

/** The clamps closed earlier or later than the tap, or it is colder than was said. */
export const correctedClock = (
  clock: GlueClock,
  change: {
    readonly at?: number;
    readonly temperatureC?: number;
    readonly clampMin?: number;
    readonly hardMin?: number;
  },
): GlueClock => ({ ...clock, ...change });

/** When the clamps come off: null while it stands still or is too cold. */
export const clampsOffAt = (clock: GlueClock): number | null =>
  milestonesOf(clock, clock.at).find(({ frees }) => frees === 'clamps-off')?.at ?? null;

/**
 * When `asked` clamps of `have` are free, and whose clock that is, with all that are in use; null where they are free at any
 * time. Who has too few at all waits until all are free.
 */
export function clampsFreeAt<Id>(
  asked: number,
  have: number,
  clocks: Iterable<readonly [Id, GlueClock]>,
): { readonly of: Id; readonly at: number | null } | null {
  const room = Math.max(0, have - asked);
  const inUse = [...clocks]
    .flatMap(([of, clock]) =>
      clock.clamps === undefined || clock.discarded === true
        ? []
        : [{ of, n: clock.clamps, at: clampsOffAt(clock) }],
    )
    .sort((a, b) => (b.at ?? Infinity) - (a.at ?? Infinity));
  let busy = 0;
  for (const { of, n, at } of inUse) {
    busy += n;
    if (busy > room) return { of, at };
  }
  return null;
}
