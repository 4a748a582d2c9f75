import { type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Today } from '../../shop-store/today';
import { CautionsSeen } from './cautions-seen';
import { SetUpTimer } from './set-up-timer';

const NOON = new Date(2026, 2, 1, 12).getTime();
const MIN = 60_000;
let day = '2026-03-01';

/** Made anew, as after a reload. */
function afresh<T>(token: Type<T>): T {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({ providers: [{ provide: Today, useValue: { get: () => day } }] });
  return TestBed.inject(token);
}

beforeEach(() => {
  localStorage.clear();
  day = '2026-03-01';
  vi.useFakeTimers({ toFake: ['Date'], now: NOON });
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
  localStorage.clear();
});

describe('timing a set-up', () => {
  it('counts the minutes of the one set-up that runs, over a reload too', () => {
    const timer = afresh(SetUpTimer);
    expect(timer.minutesOf('saw 620')).toBeNull();
    timer.start('saw 620');
    vi.setSystemTime(NOON + 4.26 * MIN);
    expect(timer.minutesOf('saw 620')).toBe(4.3);
    expect(timer.minutesOf('planer 18')).toBeNull();
    const again = afresh(SetUpTimer);
    vi.setSystemTime(NOON + 10 * MIN);
    expect(again.minutesOf('saw 620')).toBe(10);
    again.stop();
    expect(again.minutesOf('saw 620')).toBeNull();
    expect(afresh(SetUpTimer).running()).toBeNull();
  });

  it('starting another leaves the first', () => {
    const timer = afresh(SetUpTimer);
    timer.start('saw 620');
    vi.setSystemTime(NOON + MIN);
    timer.start('planer 18');
    vi.setSystemTime(NOON + 3 * MIN);
    expect([timer.minutesOf('saw 620'), timer.minutesOf('planer 18')]).toEqual([null, 2]);
  });

  it('never runs backwards when the clock of the machine is set back', () => {
    const timer = afresh(SetUpTimer);
    timer.start('saw 620');
    vi.setSystemTime(NOON - 30 * MIN);
    expect(timer.minutesOf('saw 620')).toBe(0);
  });

  it.each(['no JSON', '{"setUp":3}', 'null', '[]'])('takes no notice of what it can’t read: %s', (text) => {
    localStorage.setItem('aldrek.set-up-timer', text);
    expect(afresh(SetUpTimer).running()).toBeNull();
  });

  it('works without storage, for as long as the page is open', () => {
    const timer = afresh(SetUpTimer);
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new Error('full');
    });
    timer.start('saw 620');
    vi.setSystemTime(NOON + 2 * MIN);
    expect(timer.minutesOf('saw 620')).toBe(2);
  });
});

describe('cautions that were read', () => {
  it('stay read for the day, over a reload, and are said again the next day', () => {
    const cautions = afresh(CautionsSeen);
    expect(cautions.has('kickback')).toBe(false);
    cautions.read('kickback');
    cautions.read('dust');
    expect([cautions.has('kickback'), cautions.has('dust'), cautions.has('lead')]).toEqual([
      true,
      true,
      false,
    ]);
    expect(afresh(CautionsSeen).has('dust')).toBe(true);
    day = '2026-03-02';
    expect(cautions.has('kickback')).toBe(false);
    cautions.read('lead');
    // What was read yesterday went with yesterday.
    expect([cautions.has('lead'), cautions.has('kickback')]).toEqual([true, false]);
  });

  it.each(['no JSON', '{"day":1,"dangers":[]}', '{"day":"2026-03-01"}'])(
    'are all said where what is kept can’t be read: %s',
    (text) => {
      localStorage.setItem('aldrek.cautions-seen', text);
      expect(afresh(CautionsSeen).has('kickback')).toBe(false);
    },
  );
});
