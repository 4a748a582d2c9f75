import { expect, it } from 'vitest';
import { daysBetween, isDay } from './calendar-day.ts';

it.each([
  ['2026-03-01', true],
  ['2024-02-29', true],
  ['2026-02-29', false],
  ['1900-02-29', false],
  ['2000-02-29', true],
  ['2026-04-31', false],
  ['2026-13-01', false],
  ['2026-00-10', false],
  ['2026-3-1', false],
])('%s is a day: %s', (text, is) => {
  expect(isDay(text)).toBe(is);
});

it.each([
  ['2026-02-28', '2026-03-01', 1],
  ['2024-02-28', '2024-03-01', 2],
  ['2025-12-31', '2026-01-01', 1],
  ['2026-01-01', '2027-01-01', 365],
  ['2024-01-01', '2025-01-01', 366],
  ['2026-03-01', '2026-02-20', -9],
  ['1999-12-31', '2026-11-25', 9826],
])('from %s to %s are %d days', (from, to, days) => {
  expect(daysBetween(from, to)).toBe(days);
});

it('refuses what is no day', () => {
  expect(() => daysBetween('yesterday', '2026-03-01')).toThrow('not a day: yesterday');
});
