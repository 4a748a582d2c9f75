import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { daysBetween, isDay } from '../foundation/calendar-day.ts';
import { asOfToday, lastDayOf, movedInTime } from './moved-in-time.ts';
import { readShop } from './read-shop.ts';
import type { ShopDocument } from './shop-document.ts';

const demo = (): ShopDocument => {
  const read = readShop(readFileSync(new URL('../../../demo/boathouse.json', import.meta.url), 'utf8'));
  if (!read.ok) throw new Error('the demo can’t be read');
  return read.value;
};

/** Every day in a document, wherever it stands. */
const daysIn = (value: unknown): string[] => {
  if (typeof value === 'string') return isDay(value) ? [value] : [];
  if (typeof value !== 'object' || value === null) return [];
  return Object.values(value).flatMap(daysIn);
};

it('moves every day of the demo alike, over the end of a year and a leap day', () => {
  const shop = demo();
  const [before, after] = [daysIn(shop), daysIn(movedInTime(shop, 700))];
  expect(before.length).toBeGreaterThan(80);
  expect(after.map((day, i) => daysBetween(before[i] ?? '', day))).toEqual(before.map(() => 700));
  expect(movedInTime(movedInTime(shop, 700), -700)).toEqual(shop);
});

it('opens the demo as if the last work had been done yesterday, with what is promised still ahead', () => {
  const shop = asOfToday(demo(), '2031-07-01');
  expect(lastDayOf(shop)).toBe('2031-06-30');
  const due = shop.projects.flatMap(({ brief }) => (brief?.due === undefined ? [] : [brief.due]));
  expect(due.length).toBeGreaterThan(0);
  for (const day of due) expect(daysBetween('2031-07-01', day)).toBeGreaterThan(0);
  expect(readShop(JSON.stringify(shop))).toMatchObject({ ok: true });
});

it('leaves alone what the user has written, and a shop without days', () => {
  const shop = demo();
  const noted = { ...shop, projects: shop.projects.map((project) => ({ ...project, note: '2026-03-14' })) };
  expect(movedInTime(noted, 10).projects[0]?.note).toBe('2026-03-14');
  const bare = { ...shop, hauls: [], pieces: [], projects: [], entries: [] };
  expect(asOfToday(bare, '2031-07-01')).toEqual(bare);
});
