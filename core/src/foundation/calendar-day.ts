/** Days of the calendar as ISO text, without a clock: `2026-03-01`. */
import { addDays, differenceInCalendarDays, formatISO, getISODay, isValid, parseISO } from 'date-fns';

/** Whether `text` is a day of the calendar. */
export const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text));

function dateOf(day: string): Date {
  if (!isDay(day)) throw new Error(`not a day: ${day}`);
  return parseISO(day);
}

/** Whole days from one day to another; below zero when it lies before. */
export const daysBetween = (from: string, to: string): number =>
  differenceInCalendarDays(dateOf(to), dateOf(from));

/** The day so many days after another; before it when `days` is below zero. */
export const dayAfter = (day: string, days: number): string =>
  formatISO(addDays(dateOf(day), days), { representation: 'date' });

/** 0 for Monday to 6 for Sunday. */
export const weekdayOf = (day: string): number => getISODay(dateOf(day)) - 1;
