/** Days of the calendar as ISO text, without a clock: `2026-03-01`. */

const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

const isLeap = (year: number): boolean => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;

function partsOf(day: string): [year: number, month: number, date: number] | null {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(day);
  if (!match) return null;
  const [year, month, date] = match.slice(1).map(Number) as [number, number, number];
  const length = (MONTH_DAYS[month - 1] ?? 0) + (month === 2 && isLeap(year) ? 1 : 0);
  return date >= 1 && date <= length ? [year, month, date] : null;
}

/** Whether `text` is a day of the calendar. */
export const isDay = (text: string): boolean => partsOf(text) !== null;

/** Days since 1 March of the year 0: months that begin in March end with the leap day, so none is special. */
function dayNumber(day: string): number {
  const parts = partsOf(day);
  if (!parts) throw new Error(`not a day: ${day}`);
  const [year, month, date] = parts;
  const shifted = month <= 2 ? year - 1 : year;
  const inYear = Math.floor((153 * ((month + 9) % 12) + 2) / 5) + date - 1;
  return (
    365 * shifted + Math.floor(shifted / 4) - Math.floor(shifted / 100) + Math.floor(shifted / 400) + inYear
  );
}

/** Whole days from one day to another; below zero when it lies before. */
export const daysBetween = (from: string, to: string): number => dayNumber(to) - dayNumber(from);
