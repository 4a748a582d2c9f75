import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { glueCautions } from './cautions.ts';
import { DEFAULT_GLUE_HABITS, glueFault, parseClamps, writeClamps, type GlueHabits } from './glues.ts';
import { gluePlan, type GlueElement } from './stages.ts';

const strip = (key: string, width: number, length = 2100): GlueElement => ({
  key,
  name: key,
  length,
  width,
  thickness: 25,
});
const COUNTER = [strip('A1', 110), strip('A3', 112), strip('A2', 98), strip('A5', 105), strip('A4', 105)];
const shop = (more: Partial<GlueHabits> = {}, planerWidthMm: number | null = 310) => ({
  habits: { ...DEFAULT_GLUE_HABITS, ...more },
  planerWidthMm,
});

describe('glue-up in stages', () => {
  it('closes a counter top of five strips in three stages, no sub-panel wider than the planer takes', () => {
    const plan = gluePlan(COUNTER, 'edge', shop());
    expect(plan.perStage).toBe(2);
    expect(plan.stages).toHaveLength(3);
    expect(plan.stages.map(({ assemblies }) => assemblies.map(({ name }) => name))).toEqual([
      ['A3 + A2'],
      ['A5 + A4'],
      ['A1 + A3 · A2 + A5 · A4'],
    ]);
    const before = plan.stages.slice(0, -1).flatMap(({ assemblies }) => assemblies);
    for (const { width, fitsPlaner } of before) {
      expect(width).toBeLessThanOrEqual(305);
      expect(fitsPlaner).toBe(true);
    }
    const [last] = plan.stages.slice(-1);
    expect(last?.assemblies).toHaveLength(1);
    expect(last?.assemblies[0]?.width).toBe(530);
    expect(last?.assemblies[0]?.fitsPlaner).toBe(false);
  });

  it('closes two glue-ups at once only where there are clamps for both', () => {
    const plan = gluePlan(COUNTER, 'edge', shop({ clamps: [{ n: 20, openingMm: 800 }] }));
    expect(plan.stages.map(({ assemblies }) => assemblies.length)).toEqual([2, 1]);
    expect(plan.stages[0]?.clamps).toBe(16);
    expect(plan.clamps.short).toBeNull();
  });

  it('says how many clamps it takes, and that wider cauls make do with six', () => {
    const { clamps } = gluePlan(COUNTER, 'edge', shop({ clamps: [{ n: 6, openingMm: 800 }] }));
    // 2 × (105 + 40) apart on 2100: eight.
    expect(clamps).toMatchObject({ asked: 8, spacingMm: 290, have: 6, short: 'too-few' });
    // The outer strip of the first glue-up is 98 wide: 2 × (98 + 80) × 6 reach over 2100, with 75 they don’t.
    expect(clamps.caulMm).toBe(80);
    expect(clamps.places).toHaveLength(8);
    expect(clamps.places.filter(({ above }) => above)).toHaveLength(4);
    expect(clamps.standIns.length).toBeGreaterThan(0);
  });

  it('tells clamps that are too short from too few', () => {
    const { clamps } = gluePlan(COUNTER, 'edge', shop({ clamps: [{ n: 12, openingMm: 600 }] }));
    expect(clamps).toMatchObject({ short: 'too-short', openingMm: 630, have: 0, all: 12 });
  });

  it('halves spreading with a helper, and needs fewer stages with a slow glue', () => {
    expect(gluePlan(COUNTER, 'edge', shop({ helpers: 1 })).perStage).toBe(5);
    const slow = gluePlan(COUNTER, 'edge', shop({ glue: 'slow' }, null));
    expect(slow.stages).toHaveLength(1);
  });

  it('says when not one joint can be closed, and when it is too cold', () => {
    const long = gluePlan([strip('a', 90, 7000), strip('b', 90, 7000)], 'edge', shop());
    expect(long.blocked).toContain('slower glue');
    expect(long.stages).toEqual([]);
    expect(gluePlan(COUNTER, 'edge', shop({ temperatureC: 6 })).blocked).toContain('too cold');
    expect(gluePlan(COUNTER, 'edge', shop({ temperatureC: 10 })).clampMin).toBe(360);
  });

  it('presses layers by their area, in rows of clamps', () => {
    const layer = (key: string): GlueElement => ({ key, name: key, length: 400, width: 400, thickness: 10 });
    const plan = gluePlan([layer('1'), layer('2')], 'face', shop());
    expect(plan.stages).toHaveLength(1);
    expect(plan.stages[0]?.assemblies[0]).toMatchObject({ thickness: 20, width: 400 });
    // 2 × (10 + 40) apart: four along, four rows.
    expect(plan.clamps.asked).toBe(16);
  });

  it('keeps every joint for exactly one stage, and every stage within the open time', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 20, max: 320 }), { minLength: 2, maxLength: 14 }),
        fc.integer({ min: 400, max: 2600 }),
        (widths, length) => {
          const elements = widths.map((width, i) => strip(String(i), width, length));
          const plan = gluePlan(elements, 'edge', shop());
          expect(plan.stages.reduce((sum, { joints }) => sum + joints, 0)).toBe(widths.length - 1);
          for (const { spreadMin, assemblies } of plan.stages) {
            expect(spreadMin).toBeLessThanOrEqual(6 + 1e-9);
            expect(assemblies.length).toBeGreaterThan(0);
          }
          expect(plan.stages[plan.stages.length - 1]?.assemblies.length).toBeGreaterThan(0);
          expect(new Set(plan.stages.map(({ key }) => key)).size).toBe(plan.stages.length);
        },
      ),
    );
  });
});

describe('clamps on hand', () => {
  it('are read as they are written, and written as they are read', () => {
    const clamps = [
      { n: 6, openingMm: 600 },
      { n: 4, openingMm: 1000 },
    ];
    for (const text of ['6 × 600, 4 × 1000', '6x600; 4 of 1000 mm'])
      expect(parseClamps(text)).toEqual(clamps);
    expect(parseClamps(writeClamps(clamps))).toEqual(clamps);
    expect(parseClamps('')).toEqual([]);
    for (const text of ['6', 'six × 600', '0 × 600', '6 × 600, two']) expect(parseClamps(text)).toBeNull();
  });
});

describe('glue by place', () => {
  it('has a dry run before every glue, and more for those that heat or stick', () => {
    expect(glueCautions('wood')).toHaveLength(1);
    expect(
      glueCautions('epoxy')
        .map(({ danger }) => danger)
        .join(),
    ).toContain('heats in the pot');
  });

  it('warns of a glue that lets go in the wet', () => {
    expect(glueFault('wood', { outdoors: true })).toContain('polyurethane');
    expect(glueFault('epoxy', { outdoors: true })).toBeNull();
    expect(glueFault('wood', {})).toBeNull();
  });
});
