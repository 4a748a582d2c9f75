/**
 * A breakdown turns a few measurements of a find into the pieces that will come out of it, with what is
 * expected to be found in them, and what the chosen way of taking it apart loses. One file a kind of find.
 *
 * Wood is conserved: the volume of the members as they stand in the find is that of the pieces and of the
 * losses together. The losses are calculated by themselves, so that the sum is a check.
 */
import { volumeM3 } from '../../units/board-measure.ts';
import type { Finding } from '../finding.ts';
import type { FindKind } from '../find-kind.ts';
import type { KeptPart } from '../haul.ts';
import type { Warp } from '../warp.ts';

export type Measures = Readonly<Record<string, number>>;

export interface MeasureField {
  readonly key: string;
  readonly name: string;
  readonly unit: 'mm' | 'count';
  readonly usual: number;
  readonly least: number;
  readonly most: number;
  /** Seldom differs, so it is asked for further down. */
  readonly seldom?: boolean;
}

/** One sort of member as it stands in the find; sizes in mm. */
export interface Sort {
  readonly key: string;
  readonly name: string;
  readonly count: number;
  readonly length: number;
  readonly width: number;
  /** Width at both ends, where it narrows from its middle to them: a stave. */
  readonly widthEnds?: number;
  readonly thickness: number;
  readonly warp?: Warp;
  /** Volume of one where it is not that of its sizes: a board of a round head. */
  readonly solidM3?: number;
  /** Thin members split when they are prised off; thick ones don't. */
  readonly breaks: boolean;
}

export interface Way {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  /** Share of the members that break, as a starting guess. */
  readonly brokenShare: number;
  /** Minutes for one member, taken off and cleaned, as a starting guess. */
  readonly minutesEach: number;
}

export type ExpectedFinding = Omit<Finding, 'id'>;

export interface ExpectedPiece {
  readonly name: string;
  readonly length: number;
  readonly width: number;
  readonly widthFar?: number;
  readonly thickness: number;
  readonly findings: readonly ExpectedFinding[];
  readonly warp?: Warp;
  /** Thickness of its veneer where it is not solid, or may not be, mm. */
  readonly veneerMm?: number;
}

export interface Loss {
  readonly name: string;
  readonly volumeM3: number;
}

/** What one member comes to. */
export interface Apart {
  readonly pieces: readonly ExpectedPiece[];
  readonly losses: readonly Loss[];
}

export type Point = readonly [x: number, y: number];

/** One thing in the drawing of a find, mm: as it stands, and as it lies when the find is exploded. */
export interface Shape {
  /** The sort of member that it is, for naming and highlighting. */
  readonly sort: string;
  readonly stuff: 'wood' | 'end-grain' | 'metal' | 'glass' | 'room';
  readonly whole: readonly Point[];
  readonly apart: readonly Point[];
  /** Which way the grain runs in the drawing. */
  readonly grain: 'x' | 'y' | 'none';
  /** Nails, screws and bolts: places in the shape as it stands. */
  readonly metal?: readonly Point[];
}

export interface BreakdownModel {
  readonly kind: FindKind;
  readonly name: string;
  /** From where it is drawn: `seen from above`. */
  readonly view: string;
  readonly fields: readonly MeasureField[];
  readonly ways: readonly Way[];
  sorts(measures: Measures): readonly Sort[];
  apart(sort: Sort, measures: Measures, way: string): Apart;
  kept(measures: Measures): readonly KeptPart[];
  drawing(measures: Measures, sorts: readonly Sort[]): readonly Shape[];
  /** What the maker should know of this one before taking it apart. */
  remarks(measures: Measures): readonly string[];
}

/** The measure called `key`; a key that a kind does not ask for is a fault of the program. */
export function measure(measures: Measures, key: string): number {
  const value = measures[key];
  if (value === undefined) throw new Error(`no measure is called ${key}`);
  return value;
}

/** Volume of one member as it stands, m³. A width that curves evenly to its ends has its mean at ⅔. */
export function sortVolumeM3(sort: Sort): number {
  if (sort.solidM3 !== undefined) return sort.solidM3;
  const ends = sort.widthEnds ?? sort.width;
  return volumeM3(sort.length, ends + (2 / 3) * (sort.width - ends), sort.thickness);
}

/** The member as one piece, whole. */
export const asPiece = (sort: Sort, findings: readonly ExpectedFinding[]): ExpectedPiece => ({
  name: sort.name,
  length: sort.length,
  width: sort.width,
  thickness: sort.thickness,
  findings,
  ...(sort.warp ? { warp: sort.warp } : {}),
});

export const whole = (sort: Sort, findings: readonly ExpectedFinding[]): Apart => ({
  pieces: [asPiece(sort, findings)],
  losses: [],
});

/** `count` places spread evenly so that the outer ones are `inset` from the ends of `length`. */
export function spread(count: number, length: number, inset: number): number[] {
  if (count <= 1) return count === 1 ? [length / 2] : [];
  return Array.from({ length: count }, (_, i) => inset + (i * (length - 2 * inset)) / (count - 1));
}

/** A pair (or more) of nails across a board at `x`. */
export function nailsAcross(
  x: number,
  width: number,
  nails: number,
  kind: 'nail-hole' | 'metal',
  size = 6,
): ExpectedFinding[] {
  return spread(nails, width, Math.min(width / 4, 25)).map((y) => ({
    kind,
    face: 'through',
    x: Math.max(0, x - size / 2),
    y: Math.max(0, y - size / 2),
    length: size,
    width: Math.min(size, width),
  }));
}

export const box = (x: number, y: number, length: number, height: number): Point[] => [
  [x, y],
  [x + length, y],
  [x + length, y + height],
  [x, y + height],
];

/** A field of a breakdown; mm unless it counts. */
export const field = (
  key: string,
  name: string,
  usual: number,
  least: number,
  most: number,
  more: { readonly unit?: 'count'; readonly seldom?: true } = {},
): MeasureField => ({
  key,
  name,
  unit: more.unit ?? 'mm',
  usual,
  least,
  most,
  ...(more.seldom ? { seldom: true } : {}),
});
