import { expect, it } from 'vitest';
import { equilibriumMoisturePct } from './equilibrium.ts';

it.each([
  [20, 30, 6.19],
  [20, 50, 9.27],
  [20, 65, 12],
  [20, 80, 16.04],
  [21.1, 50, 9.24],
  [5, 85, 18.47],
  [37.8, 90, 19.48],
])('at %d °C and %d %% wood comes to %d %%', (temperature, humidity, moisture) => {
  expect(Math.abs(equilibriumMoisturePct(temperature, humidity) - moisture)).toBeLessThan(0.02);
});

it('is dry in dry air and grows with humidity', () => {
  expect(equilibriumMoisturePct(20, 0)).toBe(0);
  for (let h = 5; h <= 95; h += 5) {
    expect(equilibriumMoisturePct(20, h)).toBeGreaterThan(equilibriumMoisturePct(20, h - 5));
  }
});
