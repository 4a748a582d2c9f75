/**
 * How the shop works: its school of milling, what is known of single machines beside their limits, and the hours that the
 * maker has for it. Unlike limits and kerf it changes no plan.
 */
import { weekdayOf } from '../foundation/calendar-day.ts';
import type { Machines } from '../yield/machines.ts';
import { DEFAULT_GLUE_HABITS, type GlueHabits } from './glue/glues.ts';
import { ROUTE_MACHINES, type MillingSchool, type RouteMachine } from '../yield/thickness/milling.ts';

export const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** From and to, `HH:MM` each. */
export type Stretch = readonly [from: string, to: string];

/** A machine’s own blade and kerf, and its minutes where the maker knows them better than the record. */
export interface MachineNotes {
  readonly kerfMm?: number;
  readonly blade?: string;
  /** To set it up, min. */
  readonly setUpMin?: number;
  /** For one workpiece in one pass, min. */
  readonly pieceMin?: number;
}

export interface Workshop {
  /** Absent: as its machines have it. */
  readonly school?: MillingSchool;
  readonly park: Readonly<Partial<Record<RouteMachine, MachineNotes>>>;
  readonly hours: Readonly<Partial<Record<Weekday, readonly Stretch[]>>>;
  readonly glue: GlueHabits;
  /** The maker’s own machines, kept to come back to from a preset. */
  readonly ownMachines?: Machines;
}

const EVENING: readonly Stretch[] = [['18:00', '20:00']];

/** Evenings, and a Saturday morning. */
export const DEFAULT_WORKSHOP: Workshop = {
  park: {},
  glue: DEFAULT_GLUE_HABITS,
  hours: { mon: EVENING, tue: EVENING, wed: EVENING, thu: EVENING, fri: EVENING, sat: [['09:00', '13:00']] },
};

/** Machines of which there is something to note. */
export const NOTED_MACHINES = ROUTE_MACHINES.filter((machine) => machine !== 'bench' && machine !== 'sled');

/** Hours as they are written, `18:00–20:00, 21:00–22:00`; null where a part of it is no stretch of hours in order. */
export function parseStretches(text: string): readonly Stretch[] | null {
  const found: Stretch[] = [];
  const written = text.split(/[,;]/).map((one) => one.trim());
  for (const one of written.filter(Boolean)) {
    const match = /^(\d{1,2})(?:[:.](\d{2}))?\s*(?:-|–|to)\s*(\d{1,2})(?:[:.](\d{2}))?$/.exec(one);
    if (!match) return null;
    const [, fromHour = '', fromMinute = '00', toHour = '', toMinute = '00'] = match;
    const stretch: Stretch = [
      `${fromHour.padStart(2, '0')}:${fromMinute}`,
      `${toHour.padStart(2, '0')}:${toMinute}`,
    ];
    const [from = NaN, to = NaN] = stretch.map(minuteOf);
    const before = found[found.length - 1];
    if (Number.isNaN(from + to) || to <= from) return null;
    if (before !== undefined && minuteOf(before[1]) > from) return null;
    found.push(stretch);
  }
  return found;
}

export const writeStretches = (stretches: readonly Stretch[]): string =>
  stretches.map(([from, to]) => `${from}–${to}`).join(', ');

function minuteOf(clock: string): number {
  const [hours = NaN, minutes = NaN] = clock.split(':').map(Number);
  return hours > 24 || minutes > 59 || hours * 60 + minutes > 1440 ? NaN : hours * 60 + minutes;
}

/** Minutes that the maker has on a day (ISO). */
export function minutesOn(day: string, hours: Workshop['hours']): number {
  const weekday = WEEKDAYS[weekdayOf(day)] as Weekday;
  return (hours[weekday] ?? []).reduce((sum, [from, to]) => sum + minuteOf(to) - minuteOf(from), 0);
}
