import { describe, expect, it } from 'vitest';
import { clampsFor, glueStages, inTheColdMin, panelCupMm } from './glue-sums.ts';

describe('a glue-up', () => {
  it.each([
    [1200, 90, 0, 7, 180],
    [1200, 90, 40, 5, 260],
    [1850, 62, 0, 15, 124],
    [600, 140, 20, 2, 320],
  ])('a joint of %i, outer strip %i and caul %i takes %i clamps', (length, strip, caul, n, spacing) => {
    expect(clampsFor(length, strip, caul)).toEqual({ n, spacing });
  });

  it.each([
    [9, 1500, 8, 1, 4, 3],
    [4, 1200, 8, 1, 5, 1],
    [3, 2400, 5, 1.5, 0, null],
  ])('%i joints of %i go in stages', (joints, length, openMin, spreadMinPerM, perStage, stages) => {
    expect(glueStages(joints, length, { openMin, closingMin: 2, spreadMinPerM })).toEqual({
      perStage,
      stages,
    });
  });

  it('never opens a stage with more joints than close in time', () => {
    for (let length = 300; length <= 3000; length += 150) {
      const { perStage } = glueStages(9, length, { openMin: 8, closingMin: 2, spreadMinPerM: 1 });
      expect((perStage * length) / 1000).toBeLessThanOrEqual(6 + 1e-9);
      expect(((perStage + 1) * length) / 1000).toBeGreaterThan(6);
    }
  });

  it('cups by strips as ripples, or as one curve', () => {
    expect(panelCupMm(0.4, 90, 540, 'oneWay')).toBeCloseTo(14.4, 9);
    expect(panelCupMm(0.4, 90, 540, 'alternating')).toBe(0.4);
  });

  it.each([
    [20, 60],
    [10, 120],
    [7, null],
    [26, 60],
  ])('at %i °C an hour becomes %s', (tC, minutes) => {
    expect(inTheColdMin(60, tC)).toBe(minutes);
  });
});
