/**
 * The outline of a piece that is no rectangle: how far its upper and its lower edge lie across it, place by
 * place along it. Both edges run from the near end to the far end as straight stretches between points; two
 * points at one place along are a step, such as the side of a notch. A natural edge is many points, a taper two.
 */
import type { Rect } from './rectangle.ts';

/** A point in plan, mm: x along the grain from the near end, y across from the edge drawn uppermost. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export type Edge = 'upper' | 'lower';
export const EDGES: readonly Edge[] = ['upper', 'lower'];

export interface Outline {
  readonly upper: readonly Point[];
  readonly lower: readonly Point[];
}

/** The outline of a board that is `width` wide at the near end and `widthFar` at the far end. */
export const straightOutline = (length: number, width: number, widthFar = width): Outline => ({
  upper: [
    { x: 0, y: 0 },
    { x: length, y: 0 },
  ],
  lower: [
    { x: 0, y: width },
    { x: length, y: widthFar },
  ],
});

/** What is wrong with an outline of a piece `length` × `width`, in words; null when it is one. */
export function outlineFault(outline: Outline, length: number, width: number): string | null {
  for (const edge of EDGES) {
    const points = outline[edge];
    if (points.length < 2) return `the ${edge} edge needs at least two points`;
    if (points[0]?.x !== 0 || points[points.length - 1]?.x !== length) {
      return `the ${edge} edge must run from 0 to ${length} along the piece`;
    }
    for (const [i, { x, y }] of points.entries()) {
      if (i > 0 && x < (points[i - 1]?.x ?? 0)) return `the ${edge} edge turns back at ${x}`;
      if (y < 0 || y > width) return `the ${edge} edge leaves the width of ${width} at ${x} along`;
    }
  }
  const crossing = stretches(outline).find(
    ({ upperFrom, upperTo, lowerFrom, lowerTo }) => upperFrom > lowerFrom || upperTo > lowerTo,
  );
  return crossing ? `the edges cross between ${crossing.from} and ${crossing.to} along the piece` : null;
}

/** A stretch along the piece on which both edges are straight, with where they lie at its two ends. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly upperFrom: number;
  readonly upperTo: number;
  readonly lowerFrom: number;
  readonly lowerTo: number;
}

/** The outline parted at every point of either edge. Stretches have a length; steps lie between them. */
export function stretches(outline: Outline): Stretch[] {
  const places = [...new Set([...outline.upper, ...outline.lower].map(({ x }) => x))].sort((a, b) => a - b);
  return places.slice(1).map((to, i) => {
    const from = places[i] ?? 0;
    const [upperFrom, upperTo] = edgeBetween(outline.upper, from, to);
    const [lowerFrom, lowerTo] = edgeBetween(outline.lower, from, to);
    return { from, to, upperFrom, upperTo, lowerFrom, lowerTo };
  });
}

/** Where an edge lies just after `from` and just before `to`, between which it has no point. */
function edgeBetween(points: readonly Point[], from: number, to: number): [number, number] {
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1] as Point;
    const b = points[i] as Point;
    if (b.x <= a.x || a.x > from || b.x < to) continue;
    const at = (x: number): number => a.y + ((b.y - a.y) * (x - a.x)) / (b.x - a.x);
    return [at(from), at(to)];
  }
  return [0, 0];
}

/** Area inside the outline, mm². */
export const outlineAreaMm2 = (outline: Outline): number =>
  stretches(outline).reduce(
    (sum, s) => sum + ((s.to - s.from) * (s.lowerFrom - s.upperFrom + s.lowerTo - s.upperTo)) / 2,
    0,
  );

/** The least width of the outline between two places, as if cut square there; mm. */
export function bandBetween(outline: Outline, from: number, to: number): { upper: number; lower: number } {
  let upper = -Infinity;
  let lower = Infinity;
  for (const stretch of stretches(outline)) {
    const a = Math.max(from, stretch.from);
    const b = Math.min(to, stretch.to);
    if (a > b || (a === b && from !== to)) continue;
    const share = (x: number): number => (x - stretch.from) / (stretch.to - stretch.from);
    for (const x of [a, b]) {
      upper = Math.max(upper, stretch.upperFrom + (stretch.upperTo - stretch.upperFrom) * share(x));
      lower = Math.min(lower, stretch.lowerFrom + (stretch.lowerTo - stretch.lowerFrom) * share(x));
    }
  }
  return { upper, lower };
}

/**
 * What lies outside the outline within `length` × `width`, as rectangles: steps exactly, slanting stretches as
 * stairs on the wood's side, so that what lies clear of them is wood. `cutsAt` are places along the piece at
 * which stairs break beside the even ones.
 */
export function outsideRects(outline: Outline, width: number, cutsAt: readonly number[] = []): Rect[] {
  const parts = stretches(outline);
  const travel = parts.reduce(
    (sum, s) => sum + Math.abs(s.upperTo - s.upperFrom) + Math.abs(s.lowerTo - s.lowerFrom),
    0,
  );
  const rise = Math.max(LEAST_RISE_MM, travel / MOST_STAIRS);
  const upper: Rect[] = [];
  const lower: Rect[] = [];
  for (const s of parts) {
    const slope = Math.max(Math.abs(s.upperTo - s.upperFrom), Math.abs(s.lowerTo - s.lowerFrom));
    const steps = Math.max(1, Math.ceil(slope / rise - 1e-9));
    const even = Array.from({ length: steps + 1 }, (_, i) => s.from + ((s.to - s.from) * i) / steps);
    const places = slope > 0 ? [...even, ...cutsAt.filter((x) => x > s.from && x < s.to)] : [s.from, s.to];
    places.sort((a, b) => a - b);
    for (let i = 1; i < places.length; i++) {
      const [from, to] = [places[i - 1] as number, places[i] as number];
      const share = (x: number): number => (x - s.from) / (s.to - s.from);
      const at = (start: number, end: number, x: number): number => start + (end - start) * share(x);
      const u = Math.max(at(s.upperFrom, s.upperTo, from), at(s.upperFrom, s.upperTo, to));
      const l = Math.min(at(s.lowerFrom, s.lowerTo, from), at(s.lowerFrom, s.lowerTo, to));
      if (to > from && u > 0) grow(upper, { x: from, y: 0, length: to - from, width: u });
      if (to > from && l < width) grow(lower, { x: from, y: l, length: to - from, width: width - l });
    }
  }
  return [...upper, ...lower];
}

/** Stairs lower than this (mm) are not made: a saw does not follow them. */
const LEAST_RISE_MM = 1;
/** Stairs that the slanting stretches of both edges are parted into, about. */
const MOST_STAIRS = 8;

/** Adds a rectangle, or lengthens the last one where it goes on at the same height. */
function grow(rects: Rect[], next: Rect): void {
  const last = rects[rects.length - 1];
  if (last?.y === next.y && last.width === next.width && last.x + last.length === next.x) {
    rects[rects.length - 1] = { ...last, length: last.length + next.length };
  } else rects.push(next);
}

/** The outline turned end for end (`along`) or over, as the piece then lies. */
export function turnedOutline(outline: Outline, along: boolean, length: number, width: number): Outline {
  if (along) {
    const turn = (points: readonly Point[]): Point[] =>
      points.map(({ x, y }) => ({ x: length - x, y })).reverse();
    return { upper: turn(outline.upper), lower: turn(outline.lower) };
  }
  const flip = (points: readonly Point[]): Point[] => points.map(({ x, y }) => ({ x, y: width - y }));
  return { upper: flip(outline.lower), lower: flip(outline.upper) };
}
