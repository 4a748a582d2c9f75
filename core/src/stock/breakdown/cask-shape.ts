/**
 * The shape of a cask from its outside measures: staves whose profile is taken as a parabola, so that their
 * width is one too, and round heads of boards. Sizes in mm.
 */
import { bowOfLength, cupOfStrip } from '../warp.ts';
import { measure, type Measures } from './model.ts';

/** Sawn across or along, mm. */
export const STAVE_KERF_MM = 3.2;
/** The head's edge sits so deep in the groove, mm. */
const CROZE_DEPTH_MM = 5;
/** Taken off each face to plane it flat, mm. */
const CLEAN_UP_MM = 0.5;

export interface Stave {
  readonly length: number;
  readonly middle: number;
  readonly ends: number;
  readonly bow: number;
  readonly cup: number;
}

/** The staves of a cask, by its outside measures; widths at half their thickness. */
export function staveOf(m: Measures): Stave {
  const [height, bilge, head, thickness, count] = ['height', 'bilge', 'head', 'staveThickness', 'staves'].map(
    (key) => measure(m, key),
  ) as [number, number, number, number, number];
  const wide = Math.max(bilge, head);
  const narrow = Math.min(bilge, head);
  const bow = (wide - narrow) / 2;
  const middle = (Math.PI * (wide - thickness)) / count;
  return {
    // A flat parabola's arc: h + 8s²/3h.
    length: height + (8 * bow ** 2) / (3 * height),
    middle,
    ends: (Math.PI * (narrow - thickness)) / count,
    bow,
    cup: middle ** 2 / (4 * wide),
  };
}

export interface FlatBlank {
  /** Into how many lengths a stave is cut. */
  readonly lengths: number;
  readonly length: number;
  /** Of the narrowest of them. */
  readonly width: number;
  /** What is left when it is planed flat at its full width, and when it is ripped in two first; 0: nothing. */
  readonly thickness: number;
  readonly thicknessRipped: number;
}

/** The largest flat blanks of a stave cut into one to six lengths, mm. */
export function flatBlanks(m: Measures): FlatBlank[] {
  const stave = staveOf(m);
  const thickness = measure(m, 'staveThickness');
  return [1, 2, 3, 4, 5, 6].map((lengths) => {
    const length = (stave.length - (lengths - 1) * STAVE_KERF_MM) / lengths;
    const width = stave.ends;
    const bow = bowOfLength(stave.bow, length, stave.length);
    const left = (wide: number): number =>
      Math.max(0, thickness - bow - cupOfStrip(stave.cup, wide, stave.middle) - 2 * CLEAN_UP_MM);
    return {
      lengths,
      length,
      width,
      thickness: left(width),
      thicknessRipped: left((width - STAVE_KERF_MM) / 2),
    };
  });
}

/** Slices of a disc, edge to edge: its boards. Each with its true volume. */
export interface HeadBoard {
  readonly from: number;
  readonly to: number;
}

export const headRadius = (m: Measures): number =>
  Math.max(20, measure(m, 'head') / 2 - measure(m, 'staveThickness') + CROZE_DEPTH_MM);

export function headBoards(m: Measures): HeadBoard[] {
  const radius = headRadius(m);
  const count = measure(m, 'headBoards');
  const width = (2 * radius) / count;
  return Array.from({ length: count }, (_, i) => ({
    from: -radius + i * width,
    to: -radius + (i + 1) * width,
  }));
}

/** Area of the slice of a disc between two lines at right angles to a radius: ∫ 2√(r²−y²). */
export function sliceAreaMm2(radius: number, from: number, to: number): number {
  const upTo = (y: number): number => {
    const inside = Math.min(radius, Math.max(-radius, y));
    return inside * Math.sqrt(radius ** 2 - inside ** 2) + radius ** 2 * Math.asin(inside / radius);
  };
  return upTo(to) - upTo(from);
}

/** The largest rectangle along the grain inside such a slice: its width is tried out in fine steps. */
export function rectangleInSlice(
  radius: number,
  from: number,
  to: number,
): { length: number; width: number } {
  // A slice on one side of the middle shrinks outwards; one across the middle is bounded by its wider side.
  const inner = from < 0 && to > 0 ? null : Math.min(Math.abs(from), Math.abs(to));
  const outer = Math.max(Math.abs(from), Math.abs(to));
  const steps = 400;
  let best = { length: 0, width: 0 };
  for (let i = 1; i <= steps; i++) {
    const [low, high] =
      inner === null
        ? [Math.max(from, (-outer * i) / steps), Math.min(to, (outer * i) / steps)]
        : [inner, inner + ((outer - inner) * i) / steps];
    const reach = Math.max(Math.abs(low), Math.abs(high));
    const length = 2 * Math.sqrt(Math.max(0, radius ** 2 - reach ** 2));
    const width = high - low;
    if (length * width > best.length * best.width) best = { length, width };
  }
  return best;
}
