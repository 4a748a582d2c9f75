/** What is noted of a piece beside its findings when it is inspected on the bench. */

/** How the rings lie in the face. Riven wood was split along the rays. */
export const GRAINS = ['flat', 'rift', 'quarter', 'riven'] as const;
export type Grain = (typeof GRAINS)[number];

export const GRAIN_NAMES: Readonly<Record<Grain, string>> = {
  flat: 'flat-sawn',
  rift: 'rift',
  quarter: 'quarter-sawn',
  riven: 'riven',
};

export type Bark = 'A' | 'B';

/** The edge on which the pale sapwood is. */
export const SAPWOODS = ['none', 'upper', 'lower', 'both'] as const;
export type Sapwood = (typeof SAPWOODS)[number];

/** A moisture reading on a day, % of dry mass. */
export interface MoistureReading {
  readonly day: string;
  readonly pct: number;
}

/**
 * What has been cut off an end, mm, and whether what is left is sound: a slice is cut off and knocked on the
 * bench; where it breaks along a line there is a check in it, and more comes off.
 */
export interface EndCut {
  readonly trimMm: number;
  readonly sound: boolean;
}

/** After a slice that broke, so much more is cut off by default, mm: a hand's width of saw table. */
export const NEXT_SLICE_MM = 25;

/** The end after one more slice of `mm` has been cut off and knocked. */
export const knocked = (end: EndCut | undefined, mm: number, sound: boolean): EndCut => ({
  trimMm: (end?.trimMm ?? 0) + mm,
  sound,
});

/** When a piece was scanned: as found, and again after planing. */
export interface Scans {
  readonly found?: string;
  readonly planed?: string;
}

/**
 * Colour of a freshly cut or cleaned place in CIELAB (D65), the mean of several samples from a photograph, and
 * how far they lie from it at most (ΔE).
 */
export interface Tone {
  readonly l: number;
  readonly a: number;
  readonly b: number;
  readonly spread: number;
  readonly samples: number;
}

/** A photo of a piece; with a place, it is pinned there. The picture itself is kept under its id. */
export interface PinnedPhoto {
  readonly id: string;
  readonly name: string;
  readonly at?: { readonly face: 'A' | 'B'; readonly x: number; readonly y: number };
}

/** A piece with one more reading: the latest counts, and a second one of a day takes the place of the first. */
export function withReading<
  T extends { readonly moisturePct?: number; readonly readings?: readonly MoistureReading[] },
>(piece: T, pct: number, day: string): T {
  const others = (piece.readings ?? []).filter((reading) => reading.day !== day);
  const readings = [...others, { day, pct }].sort((a, b) => (a.day < b.day ? -1 : 1));
  return { ...piece, readings, moisturePct: readings[readings.length - 1]?.pct ?? pct };
}
