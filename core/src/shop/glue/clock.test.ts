import { describe, expect, it } from 'vitest';
import {
  clampsFreeAt,
  correctedClock,
  elapsedMin,
  freeAt,
  milestonesOf,
  nextOf,
  pausedClock,
  resumedClock,
  type GlueClock,
} from './clock.ts';

const MIN = 60_000;
/** The second of March 2026, ten o’clock, ms since 1970. */
const START = 1_772_445_600_000;
const clock: GlueClock = { at: START, clampMin: 180, hardMin: 1440, temperatureC: 20 };
const left = (of: GlueClock, now: number): number[] => milestonesOf(of, now).map(({ leftMin }) => leftMin);

describe('clamps in use', () => {
  const of = (
    id: string,
    at: number,
    clamps: number,
    more: Partial<GlueClock> = {},
  ): readonly [string, GlueClock] => [id, { ...clock, at, clamps, ...more }];
  it('are free once enough of them are off', () => {
    const clocks = [of('one', START, 4), of('two', START + 60 * MIN, 4)];
    expect(clampsFreeAt(4, 12, clocks)).toBeNull();
    expect(clampsFreeAt(4, 8, clocks)).toEqual({ of: 'one', at: START + 180 * MIN });
    expect(clampsFreeAt(8, 8, clocks)).toEqual({ of: 'two', at: START + 240 * MIN });
    // Too few at all: all of them.
    expect(clampsFreeAt(9, 6, clocks)).toEqual({ of: 'two', at: START + 240 * MIN });
  });

  it('stay in use while a clock stands still, and are free when it is discarded', () => {
    expect(clampsFreeAt(4, 6, [of('one', START, 4, { pausedAt: START + MIN })])).toEqual({
      of: 'one',
      at: null,
    });
    expect(clampsFreeAt(4, 6, [of('one', START, 4, { discarded: true })])).toBeNull();
  });
});

describe('a clock that started when the clamps closed', () => {
  it('frees gentle work, then the clamps, then machines', () => {
    expect(left(clock, START)).toEqual([60, 180, 1440]);
    expect(nextOf(clock, START + 61 * MIN)?.frees).toBe('clamps-off');
    expect(nextOf(clock, START + 200 * MIN)).toMatchObject({ frees: 'work', leftMin: 1240 });
    expect(nextOf(clock, START + 1440 * MIN)).toBeNull();
    expect(freeAt(clock, START + 5 * MIN)).toBe(START + 1440 * MIN);
  });

  it('takes double for each ten degrees below twenty, and never ends below eight', () => {
    expect(left({ ...clock, temperatureC: 10 }, START)).toEqual([120, 360, 2880]);
    expect(freeAt({ ...clock, temperatureC: 6 }, START)).toBeNull();
  });

  it('stands still while it is paused, and goes on where it was', () => {
    const paused = pausedClock(clock, START + 100 * MIN);
    expect(left(paused, START + 900 * MIN)[1]).toBe(80);
    expect(freeAt(paused, START + 900 * MIN)).toBeNull();
    expect(pausedClock(paused, START + 200 * MIN)).toBe(paused);
    const again = resumedClock(paused, START + 900 * MIN);
    expect(elapsedMin(again, START + 910 * MIN)).toBe(110);
    expect(resumedClock(again, START)).toBe(again);
  });

  it('is corrected to when the clamps really closed, or let go', () => {
    expect(left(correctedClock(clock, { at: START - 30 * MIN }), START)[1]).toBe(150);
    expect(nextOf({ ...clock, discarded: true }, START)).toBeNull();
  });
});
