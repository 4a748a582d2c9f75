import { describe, expect, it } from 'vitest';
import { extremesOf, moistureThroughYear, ROOMS, roomOf } from './rooms.ts';

describe('rooms through the year', () => {
  it('dries wood in a heated winter, and in an unheated summer', () => {
    expect(extremesOf({ id: 'heated' })).toMatchObject({
      driest: { season: 'mid-winter' },
      wettest: { season: 'mid-summer' },
    });
    expect(extremesOf({ id: 'unheated' })).toMatchObject({
      driest: { season: 'mid-summer' },
      wettest: { season: 'mid-winter' },
    });
    expect(extremesOf({ id: 'heated' }).driest.pct).toBeCloseTo(6.98, 1);
  });

  it('takes readings of one’s own for the presets, whichever way round', () => {
    const own = {
      driest: { temperatureC: 20, humidityPct: 65 },
      wettest: { temperatureC: 20, humidityPct: 30 },
    };
    const { driest, wettest } = extremesOf({ id: 'heated', own });
    expect([driest.pct, wettest.pct].map((pct) => Math.round(pct * 100) / 100)).toEqual([6.19, 12]);
    expect(driest.season).toBeUndefined();
  });

  it.each(ROOMS)('keeps %s between 5 and 25 %% all year', (id) => {
    for (const pct of moistureThroughYear({ id })) {
      expect(pct).toBeGreaterThan(5);
      expect(pct).toBeLessThan(25);
    }
  });

  it('takes what stands outdoors for in the rain', () => {
    expect(roomOf(undefined, true).id).toBe('outdoors');
    expect(roomOf({ id: 'damp' }, true).id).toBe('damp');
    expect(roomOf(undefined, false).id).toBe('heated');
  });
});
