/** A shop with all its days moved alike: a demo is dated from the day on which it is opened. */
import { dayAfter, daysBetween, isDay } from '../foundation/calendar-day.ts';
import type { ShopDocument } from './shop-document.ts';

/** Fields that hold a day; those of the user's own words never do. */
const DAY_FIELDS: ReadonlySet<string> = new Set([
  'date',
  'brokenDown',
  'since',
  'found',
  'planed',
  'inspected',
  'day',
  'due',
]);
/** What is promised lies ahead; it says nothing of how far the work has come. */
const AHEAD: ReadonlySet<string> = new Set(['due']);

/** The last day on which anything was done in a shop; null where nothing bears a day. */
export function lastDayOf(shop: ShopDocument): string | null {
  let last: string | null = null;
  eachDay(shop, (key, day) => {
    if (!AHEAD.has(key) && (last === null || day > last)) last = day;
    return day;
  });
  return last;
}

/** The same shop `days` later; the order of its days and what lies between them stay. */
export const movedInTime = (shop: ShopDocument, days: number): ShopDocument =>
  eachDay(shop, (_key, day) => dayAfter(day, days)) as ShopDocument;

/** The shop as if its last work had been done on the day before `today`; what is promised stays as far ahead. */
export function asOfToday(shop: ShopDocument, today: string): ShopDocument {
  const last = lastDayOf(shop);
  return last === null ? shop : movedInTime(shop, daysBetween(last, today) - 1);
}

function eachDay(value: unknown, change: (key: string, day: string) => string, key = ''): unknown {
  if (typeof value === 'string') return DAY_FIELDS.has(key) && isDay(value) ? change(key, value) : value;
  if (Array.isArray(value)) return value.map((one) => eachDay(one, change, key));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]) => [name, eachDay(inner, change, name)] as const),
  );
}
