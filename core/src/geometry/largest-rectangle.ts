/**
 * The largest straight rectangle inside an outline, sides along and across the piece.
 *
 * Idea. Cut square at a and b, an outline leaves a band as wide as its narrowest place between them. With a on
 * one straight stretch and b on another, each side of that band is held by the edge at a, by the edge at b or by
 * something between; so its width is the least of nine functions that are straight in a and b. The area (b − a) ×
 * width then has its greatest value at a corner of the two stretches, where it is stationary along one of their
 * borders or along a line on which two of the nine are equal, or where three of them meet. All such places are
 * tried.
 *
 * Cost. O(n²) pairs of stretches, each with a fixed number of places (about 200); pairs that could not win even at
 * their full length are passed over.
 */
import { at } from '../foundation/assert.ts';
import { bandBetween, stretches, type Outline, type Stretch } from './outline.ts';
import type { Rect } from './rectangle.ts';

/** Width of the band = p + q·a + r·b. */
type Line = readonly [p: number, q: number, r: number];

/** The largest rectangle, mm; null where the outline encloses nothing. */
export function largestRectangle(outline: Outline): Rect | null {
  const parts = stretches(outline);
  let best = { area: 0, a: 0, b: 0 };
  const tryCut = (a: number, b: number, lines: readonly Line[]): void => {
    const width = lines.reduce((least, [p, q, r]) => Math.min(least, p + q * a + r * b), Infinity);
    const area = (b - a) * width;
    if (b > a && width > 0 && area > best.area + 1e-9) best = { area, a, b };
  };
  for (let i = 0; i < parts.length; i++) {
    let upper = -Infinity;
    let lower = Infinity;
    for (let j = i; j < parts.length; j++) {
      const first = at(parts, i);
      const last = at(parts, j);
      if (j > i + 1) {
        const before = at(parts, j - 1);
        upper = Math.max(upper, before.upperFrom, before.upperTo);
        lower = Math.min(lower, before.lowerFrom, before.lowerTo);
      }
      if (
        (last.to - first.from) * (mostRoom(first, last, lower) - leastRoom(first, last, upper)) <=
        best.area
      ) {
        continue;
      }
      const lines = bandLines(first, last, upper, lower, i === j);
      for (const [a, b] of candidates(first, last, lines)) tryCut(a, b, lines);
    }
  }
  if (best.area === 0) return null;
  const band = bandBetween(outline, best.a, best.b);
  return { x: best.a, y: band.upper, length: best.b - best.a, width: band.lower - band.upper };
}

const mostRoom = (first: Stretch, last: Stretch, lower: number): number =>
  Math.min(lower, Math.max(first.lowerFrom, first.lowerTo), Math.max(last.lowerFrom, last.lowerTo));
const leastRoom = (first: Stretch, last: Stretch, upper: number): number =>
  Math.max(upper, Math.min(first.upperFrom, first.upperTo), Math.min(last.upperFrom, last.upperTo));

/** The straight functions of a and b whose least is the width of the band. */
function bandLines(first: Stretch, last: Stretch, upper: number, lower: number, same: boolean): Line[] {
  const along = (stretch: Stretch, from: number, to: number): [number, number] => {
    const slope = (to - from) / (stretch.to - stretch.from);
    return [from - slope * stretch.from, slope];
  };
  const [lowA, lowASlope] = along(first, first.lowerFrom, first.lowerTo);
  const [lowB, lowBSlope] = along(last, last.lowerFrom, last.lowerTo);
  const [upA, upASlope] = along(first, first.upperFrom, first.upperTo);
  const [upB, upBSlope] = along(last, last.upperFrom, last.upperTo);
  const lows: Line[] = [
    [lowA, lowASlope, 0],
    [lowB, 0, lowBSlope],
  ];
  const ups: Line[] = [
    [upA, upASlope, 0],
    [upB, 0, upBSlope],
  ];
  if (!same) {
    lows.push([Math.min(lower, first.lowerTo, last.lowerFrom), 0, 0]);
    ups.push([Math.max(upper, first.upperTo, last.upperFrom), 0, 0]);
  }
  return lows.flatMap((low) => ups.map((up): Line => [low[0] - up[0], low[1] - up[1], low[2] - up[2]]));
}

/** Places (a, b) at which the area may be greatest. */
function candidates(first: Stretch, last: Stretch, lines: readonly Line[]): [number, number][] {
  const found: [number, number][] = [];
  const add = (a: number, b: number): void => {
    if (a >= first.from && a <= first.to && b >= last.from && b <= last.to) found.push([a, b]);
  };
  for (const a of [first.from, first.to]) for (const b of [last.from, last.to]) add(a, b);
  const ties = lines.flatMap((one, i) =>
    lines.slice(i + 1).map((other): Line => [one[0] - other[0], one[1] - other[1], one[2] - other[2]]),
  );
  for (const a of [first.from, first.to]) {
    // (b − a)(P + r·b) is stationary at b = (a − P/r)/2.
    for (const [p, q, r] of lines) if (r !== 0) add(a, (a - (p + q * a) / r) / 2);
    for (const [p, q, r] of ties) if (r !== 0) add(a, -(p + q * a) / r);
  }
  for (const b of [last.from, last.to]) {
    for (const [p, q, r] of lines) if (q !== 0) add((b - (p + r * b) / q) / 2, b);
    for (const [p, q, r] of ties) if (q !== 0) add(-(p + r * b) / q, b);
  }
  for (const [n, [p, q, r]] of ties.entries()) {
    for (const [lp, lq, lr] of lines) {
      if (r !== 0) {
        // On the tie b = α + βa, the area is a quadratic in a.
        const [alpha, beta] = [-p / r, -q / r];
        const [base, slope] = [lp + lr * alpha, lq + lr * beta];
        const square = (beta - 1) * slope;
        if (square !== 0) {
          const a = -((beta - 1) * base + alpha * slope) / (2 * square);
          add(a, alpha + beta * a);
        }
      } else if (q !== 0 && lr !== 0) {
        const a = -p / q;
        add(a, (a - (lp + lq * a) / lr) / 2);
      }
    }
    for (let m = n + 1; m < ties.length; m++) {
      const [p2, q2, r2] = at(ties, m);
      const det = q * r2 - q2 * r;
      if (Math.abs(det) > 1e-12) add((r * p2 - r2 * p) / det, (q2 * p - q * p2) / det);
    }
  }
  return found;
}
