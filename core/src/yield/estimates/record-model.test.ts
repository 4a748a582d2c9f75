import { describe, expect, it } from 'vitest';
import { mixturePoint, normalBelow } from '../../foundation/normal.ts';
import { cholesky } from '../../foundation/cholesky.ts';
import { BIAS_SD, SPREAD_SD } from './how-sure.ts';
import { learnRecord, type RecordLine } from './record-model.ts';

const line = (y: number, more: Partial<RecordLine> = {}): RecordLine => ({
  y,
  sd: 0.2,
  effects: ['shop'],
  ...more,
});

/** Mean of the shop's bias by summing its posterior over a fine grid, the spread held at the prior's. */
function biasByGrid(lines: readonly RecordLine[]): number {
  let [mass, mean] = [0, 0];
  const chance = (d: number): number => (8 / (3 * Math.PI * Math.sqrt(5))) * (1 + (d * d) / 5) ** -3;
  for (let b = -1; b <= 1; b += 1e-3) {
    let density = Math.exp(-((b / BIAS_SD.shop) ** 2) / 2);
    for (const { y, sd } of lines) {
      const scale = sd * Math.sqrt(3 / 5);
      const slip = Math.exp(-(((y - b) / 1.5) ** 2) / 2) / (1.5 * Math.sqrt(2 * Math.PI));
      density *= (0.98 * chance((y - b) / scale)) / scale + 0.02 * slip;
    }
    mass += density;
    mean += density * b;
  }
  return mean / mass;
}

describe('what a record teaches', () => {
  it('agrees with the posterior summed over a grid', () => {
    for (const ys of [[0.2], [-0.1, -0.15, -0.3], [0.1, 0.12, 2.5], [0.3, 0.25, 0.4, 0.2, 0.35]]) {
      const lines = ys.map((y) => line(y));
      // Laplace’s approximation takes the mode for the mean.
      expect(Math.abs(learnRecord(lines, BIAS_SD, 0).bias(['shop']) - biasByGrid(lines))).toBeLessThan(0.012);
    }
  });

  it('keeps what is not on record as unknown as it was', () => {
    const model = learnRecord(
      Array.from({ length: 40 }, () => line(0.1, { effects: ['shop', 'kind pew'] })),
      BIAS_SD,
      SPREAD_SD,
    );
    const sdOf = (effects: string[]): number => {
      const parts = model.predict(effects, 0.1);
      return mixturePoint(parts, 0.9) - mixturePoint(parts, 0.1);
    };
    expect(sdOf(['shop', 'kind post'])).toBeGreaterThan(sdOf(['shop', 'kind pew']));
    expect(model.bias(['shop', 'kind post'])).toBeLessThan(model.bias(['shop', 'kind pew']));
    expect(model.bias(['shop', 'kind pew'])).toBeCloseTo(0.1, 1);
  });
});

it('solves what it factors', () => {
  const factors = cholesky([
    [4, 1],
    [1, 3],
  ]);
  expect(factors.solve([1, 2])[0]).toBeCloseTo(1 / 11, 12);
  expect(factors.solve([1, 2])[1]).toBeCloseTo(7 / 11, 12);
  expect(factors.logDeterminant).toBeCloseTo(Math.log(11), 12);
});

it('knows the points of the normal distribution', () => {
  expect(normalBelow(0)).toBeCloseTo(0.5, 7);
  expect(normalBelow(1.959964)).toBeCloseTo(0.975, 6);
  expect(normalBelow(-1.281552)).toBeCloseTo(0.1, 6);
  expect(mixturePoint([{ weight: 1, mean: 2, sd: 3 }], 0.9)).toBeCloseTo(2 + 3 * 1.281552, 4);
  const two = [
    { weight: 0.5, mean: -1, sd: 0.1 },
    { weight: 0.5, mean: 1, sd: 0.1 },
  ];
  expect(mixturePoint(two, 0.25)).toBeCloseTo(-1, 4);
});
