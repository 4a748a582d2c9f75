import { daysBetween } from '../foundation/calendar-day.ts';
import type { Piece } from './piece.ts';

/** How a place keeps the weather off, which decides how fast wood dries there. */
export const SHELTERS = ['heated', 'indoors', 'shed', 'under-cover', 'open'] as const;
export type Shelter = (typeof SHELTERS)[number];

export const SHELTER_NAMES: Readonly<Record<Shelter, string>> = {
  heated: 'heated room',
  indoors: 'indoors, unheated',
  shed: 'shed or loft',
  'under-cover': 'outdoors, under cover',
  open: 'in the open',
};

/** A place where wood lies, as the shop knows it. */
export interface Place {
  readonly name: string;
  readonly shelter: Shelter;
}

/**
 * Moisture that wood comes down to there in the end, %: usual figures of a temperate climate, to compare a
 * reading with; the shop's own readings are better.
 */
export const SETTLES_AT_PCT: Readonly<Record<Shelter, number>> = {
  heated: 8,
  indoors: 12,
  shed: 15,
  'under-cover': 17,
  open: 22,
};

export interface PlaceStock {
  readonly name: string;
  readonly shelter: Shelter | null;
  readonly pieces: readonly Piece[];
  /** The longest and the shortest that wood has lain there, days; null when no day is noted. */
  readonly days: { readonly least: number; readonly most: number } | null;
  /** Mean of the moistures read, %; null when none was. */
  readonly moisturePct: number | null;
}

/** What lies where, and for how long, on a day. Places without wood are listed too. */
export function stockByPlace(
  pieces: readonly Piece[],
  places: readonly Place[],
  today: string,
): PlaceStock[] {
  const known = new Map(places.map((place) => [place.name, place.shelter]));
  const names = new Set(
    [...pieces.map((piece) => piece.place), ...known.keys()].filter((name) => name !== ''),
  );
  return [...names]
    .sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))
    .map((name) => {
      const here = pieces.filter((piece) => piece.place === name);
      const days = here.flatMap(({ since }) => (since === undefined ? [] : [daysBetween(since, today)]));
      const read = here.flatMap(({ moisturePct }) => (moisturePct === undefined ? [] : [moisturePct]));
      return {
        name,
        shelter: known.get(name) ?? null,
        pieces: here,
        days: days.length > 0 ? { least: Math.min(...days), most: Math.max(...days) } : null,
        moisturePct: read.length > 0 ? read.reduce((sum, pct) => sum + pct, 0) / read.length : null,
      };
    });
}
