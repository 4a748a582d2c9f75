import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { adviceAt } from './step-advice.ts';
import { ROUTE_DEEDS, type RouteStep } from './route-steps.ts';
import { warpFates } from './warp-fates.ts';

const part = { length: 600, width: 80, thickness: 20 };
const step = (more: Partial<RouteStep>): RouteStep => ({
  do: 'rip',
  machine: 'table-saw',
  why: 'to width',
  ...more,
});

describe('how a step is done', () => {
  it.each<[string, Partial<RouteStep>, { cup?: number }, string]>([
    ['on the table saw', { do: 'rough-rip' }, { cup: 3 }, 'hollow side down'],
    ['on the jointer', { do: 'flatten', machine: 'jointer' }, { cup: 3 }, 'hollow side down'],
    [
      'on the mitre saw',
      { do: 'rough-crosscut', machine: 'mitre-saw' },
      { cup: 3 },
      'hollow side up and clamped',
    ],
    ['on the bandsaw', { do: 'rough-rip', machine: 'bandsaw' }, { cup: 3 }, 'broad or rounded side up'],
    ['ripping', {}, {}, 'about 24 teeth'],
    ['crosscutting', { do: 'crosscut', machine: 'mitre-saw' }, {}, '60 to 80 teeth'],
  ])('%s', (_, of, warp, words) => {
    expect(adviceAt(step(of), part, warp).how.join('; ')).toContain(words);
  });

  it('a flat piece lies as it likes', () => {
    expect(adviceAt(step({ do: 'rough-rip' }), part, {}).how.join()).not.toContain('hollow');
    expect(adviceAt(step({}), part, { cup: 3 }).how.join()).not.toContain('hollow');
  });

  it.each<[string, Partial<RouteStep>, Partial<typeof part>, { twist?: number }, string]>([
    ['short stock', {}, { length: 250 }, {}, 'Short or narrow'],
    ['narrow stock', { do: 'thickness', machine: 'planer' }, { width: 40 }, {}, 'Short or narrow'],
    [
      'a short end at the mitre saw',
      { do: 'crosscut', machine: 'mitre-saw' },
      { length: 200 },
      {},
      'mitre saw',
    ],
    ['a crooked edge', { do: 'straighten', machine: 'jointer' }, {}, {}, 'thrown'],
    ['a tense board', {}, {}, { twist: 6 }, 'closes on the blade'],
    ['unscanned wood', { do: 'scan', machine: 'detector' }, {}, {}, 'unknown is not clear'],
  ])('warns of %s', (_, of, size, warp, words) => {
    const { cautions } = adviceAt(step(of), { ...part, ...size }, warp);
    expect(cautions.map(({ danger }) => danger).join('; ')).toContain(words);
  });

  it('says of every caution what to do and who decides, and none twice', () => {
    for (const deed of ROUTE_DEEDS)
      for (const machine of ['table-saw', 'mitre-saw', 'jointer', 'planer', 'router', 'bandsaw'] as const) {
        const { cautions } = adviceAt(
          step({ do: deed, machine }),
          { length: 100, width: 20, thickness: 10 },
          { twist: 9 },
        );
        expect(new Set(cautions.map(({ danger }) => danger)).size).toBe(cautions.length);
        for (const { precaution, whoDecides } of cautions) {
          expect(precaution.length).toBeGreaterThan(20);
          expect(whoDecides.length).toBeGreaterThan(10);
        }
      }
  });
});

describe('three fates of warp', () => {
  it('cutting first leaves more than planing out the whole', () => {
    const fates = warpFates(
      { length: 1200, width: 95, thickness: 26, warp: { bow: 6, cup: 3 } },
      { length: 600, width: 95, thickness: 20 },
      0.5,
    );
    expect(fates.planedOut).toBeCloseTo(16, 6);
    expect(fates.cutFirst).toBeCloseTo(26 - 1.5 - 3 - 1, 6);
    expect(fates.pulledFlat.gap).toBeCloseTo(1.5, 9);
  });

  it('a board pulled flat over its length takes the force of a beam, and screws enough to hold it', () => {
    const { pulledFlat } = warpFates(
      { length: 1800, width: 140, thickness: 38, warp: { bow: 12 } },
      { length: 1800, width: 140, thickness: 38 },
      0.5,
      12_000,
    );
    expect(pulledFlat.force).toBeCloseTo(758.72, 1);
    expect([pulledFlat.screws, pulledFlat.holds]).toEqual([2, true]);
  });

  it('a thick short board does not hold', () => {
    const { pulledFlat } = warpFates(
      { length: 500, width: 200, thickness: 60, warp: { bow: 8 } },
      { length: 500, width: 200, thickness: 60 },
      0.5,
    );
    expect(pulledFlat.holds).toBe(false);
  });

  it('cutting first never leaves less', () => {
    const gap = fc.integer({ min: -12, max: 12 });
    fc.assert(
      fc.property(
        fc.record({ cup: gap, bow: gap, twist: gap }),
        fc.integer({ min: 50, max: 1000 }),
        fc.integer({ min: 10, max: 100 }),
        (warp, length, width) => {
          const { planedOut, cutFirst } = warpFates(
            { length: 1000, width: 100, thickness: 60, warp },
            { length, width, thickness: 20 },
            0.5,
          );
          expect(cutFirst).toBeGreaterThanOrEqual(planedOut - 1e-9);
        },
      ),
    );
  });
});
