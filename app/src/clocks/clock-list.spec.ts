import { MatButtonHarness } from '@angular/material/button/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatProgressBarHarness } from '@angular/material/progress-bar/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { GlueClock } from '@aldrek/core/floor';
import type { Entry } from '@aldrek/core/shop';
import { show, textOf, withShop, write } from '../../test-support/component';
import { aProject } from '../../test-support/made-up-project';
import { ClockList } from './clock-list';

const MIN = 60_000;
const NOON = new Date(2026, 2, 1, 12).getTime();
const NOTHING = { pieces: [], parts: [] };

/** Closed an hour ago; three hours in the clamps, a day until machines. */
const clockOf = (more: Partial<GlueClock> = {}): GlueClock => ({
  at: NOON - 60 * MIN,
  clampMin: 180,
  hardMin: 1440,
  temperatureC: 20,
  ...more,
});

const entryOf = (id: string, clock: GlueClock): Entry => ({
  id,
  kind: 'glued',
  day: '2026-03-01',
  projectIds: ['project'],
  clock,
  took: NOTHING,
  gave: NOTHING,
  lost: { kerfM3: 0, wasteM3: 0 },
});

async function list(...clocks: GlueClock[]) {
  const store = await withShop({
    projects: [aProject()],
    entries: clocks.map((clock, i) => entryOf(`e${i}`, clock)),
  });
  const shown = await show(ClockList);
  const press = async (text: string | RegExp) => {
    await (await shown.loader.getHarness(MatButtonHarness.with({ text }))).click();
    await shown.fixture.whenStable();
  };
  const clock = (i = 0) => store.entries()[i]?.clock;
  const left = () => [...shown.element.querySelectorAll('.figure')].map(textOf);
  return { store, press, clock, left, ...shown };
}

beforeEach(() => void vi.useFakeTimers({ toFake: ['Date'], now: NOON }));
afterEach(() => void vi.useRealTimers());

describe('the list of clocks', () => {
  it('says what each holds, how long still, and what comes after; the next one first', async () => {
    const { left, element, loader } = await list(clockOf({ at: NOON - 5 * MIN }), clockOf());
    // An hour is over, so gentle work is free: two hours in the clamps are left.
    expect(left()).toEqual(['55 min', '2 h 00']);
    const [first, second] = [...element.querySelectorAll('section')].map(textOf);
    expect(first).toContain('Boot bench');
    expect(first).toContain('gentle work: scrape the squeeze-out');
    expect(first).toContain('out of the clamps at 14:55');
    expect(second).toContain('to out of the clamps');
    expect(second).toContain('planing and machines on Monday at 11:00');
    const bars = await loader.getAllHarnesses(MatProgressBarHarness);
    expect(await Promise.all(bars.map((bar) => bar.getValue()))).toEqual([
      expect.closeTo(100 / 12, 3),
      expect.closeTo(100 / 3, 3),
    ]);
  });

  it('pauses and goes on: what has stood still does not count', async () => {
    const { press, left, clock, store } = await list(clockOf());
    await press('Pause');
    expect(left()).toEqual(['stands still']);
    expect(clock()?.pausedAt).toBe(NOON);
    vi.setSystemTime(NOON + 30 * MIN);
    await press('Go on');
    expect(clock()).toMatchObject({ pausedMs: 30 * MIN });
    expect(clock()?.pausedAt).toBeUndefined();
    store.undo();
    store.undo();
    expect(clock()).toEqual(clockOf());
  });

  it('is corrected by when the clamps closed and how warm it is, and refuses what can’t be', async () => {
    const { press, loader, clock, left, fixture, element } = await list(clockOf());
    await press('Correct…');
    const fields = await loader.getAllHarnesses(MatInputHarness);
    expect(await Promise.all(fields.map((field) => field.getValue()))).toEqual(['60', '20']);
    await write(fields[0], '90');
    expect(clock()?.at).toBe(NOON - 90 * MIN);
    await fixture.whenStable();
    expect(left()).toEqual(['1 h 30']);
    await write(fields[1], '60');
    expect(textOf(element)).toContain('45');
    expect(clock()?.temperatureC).toBe(20);
    await write(fields[1], '12');
    expect(clock()?.temperatureC).toBe(12);
  });

  it('discarded, it is gone, and undo brings it back', async () => {
    const { press, element, store, fixture } = await list(clockOf());
    await press('Correct…');
    await press('Discard the clock');
    expect(element.querySelector('section')).toBeNull();
    store.undo();
    await fixture.whenStable();
    expect(element.querySelector('section')).not.toBeNull();
  });

  it('says so where it is too cold to harden at all', async () => {
    const { left } = await list(clockOf({ temperatureC: -5 }));
    expect(left()).toEqual(['too cold']);
  });

  it('shows none that is over', async () => {
    const { element } = await list(clockOf({ at: NOON - 3 * 1440 * MIN }));
    expect(element.querySelector('section')).toBeNull();
  });
});
