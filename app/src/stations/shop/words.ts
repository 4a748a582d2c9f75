import type { PartState } from '@aldrek/core/shop';
import type { ProjectState, RouteDeed } from '@aldrek/core/floor';

/** What is done at a step, as it is said at the machine. */
export const DEED_NAMES: Readonly<Record<RouteDeed, string>> = {
  pull: 'Pull the metal',
  scan: 'Scan',
  'rough-crosscut': 'Crosscut roughly',
  'rough-rip': 'Rip roughly',
  flatten: 'Flatten a face',
  straighten: 'Straighten an edge',
  thickness: 'To thickness',
  rip: 'Rip to width',
  rest: 'Let it rest, measure again',
  crosscut: 'Crosscut to length',
  halve: 'Halve along the grain',
  glue: 'Joint and glue the halves',
  'scan-again': 'Scan again',
  'glue-up': 'Glue up',
};

/** What is set on a machine for a step; nothing where nothing is. */
export const SET_NAMES: Readonly<Partial<Record<RouteDeed, string>>> = {
  'rough-crosscut': 'stop',
  crosscut: 'stop',
  'rough-rip': 'fence',
  rip: 'fence',
  halve: 'fence',
  thickness: 'thickness',
};

export const STATE_NAMES: Readonly<Record<ProjectState, string>> = {
  planned: 'planned',
  reserved: 'reserved',
  sawn: 'sawn',
  milled: 'milled',
  glued: 'glued',
  fitted: 'fitted',
  finished: 'finished',
  delivered: 'delivered',
};

/** States that a maker says; sawn and milled follow from what is ticked. */
export const SAID_STATES: readonly PartState[] = ['milled', 'glued', 'fitted', 'finished', 'delivered'];

/** Minutes as they are said: `45 min`, `2 h 05`. */
export function minutesText(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole >= 1440 && whole % 720 === 0) {
    const days = whole / 1440;
    return days === 1 ? 'a day' : `${days} days`;
  }
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`;
}
