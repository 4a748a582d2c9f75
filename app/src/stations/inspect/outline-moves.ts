/** What hands do to an outline: move a point, add one, drop one, write its widths. Edges end where the piece ends. */
import {
  bandBetween,
  formatLength,
  outlineFault,
  parseLength,
  type Edge,
  type LengthUnit,
  type Outline,
  type PlanPoint,
} from '@aldrek/core/wood';

export interface EdgePoint {
  readonly edge: Edge;
  readonly index: number;
}

/** Edges are kept at least this far apart, mm. */
const LEAST_APART = 2;

const round = (mm: number): number => Math.round(mm * 10) / 10;

/** The outline with a point moved to (x, y), as far as its neighbours and the other edge let it. */
export function moved(
  outline: Outline,
  { edge, index }: EdgePoint,
  x: number,
  y: number,
  width: number,
): Outline {
  const points = outline[edge];
  const at = points[index];
  if (!at) return outline;
  const isEnd = index === 0 || index === points.length - 1;
  const [before, after] = [points[index - 1]?.x ?? at.x, points[index + 1]?.x ?? at.x];
  const alongTo = isEnd ? at.x : Math.min(after, Math.max(before, x));
  const here = bandBetween(outline, alongTo, alongTo);
  const acrossTo =
    edge === 'upper'
      ? Math.min(here.lower - LEAST_APART, Math.max(0, y))
      : Math.max(here.upper + LEAST_APART, Math.min(width, y));
  const place = { x: isEnd ? at.x : round(alongTo), y: round(acrossTo) };
  const next = { ...outline, [edge]: points.map((point, i) => (i === index ? place : point)) };
  const length = points[points.length - 1]?.x ?? 0;
  return outlineFault(next, length, width) === null ? next : outline;
}

/** The outline with one more point on an edge, where the edge runs now. */
export function withPoint(outline: Outline, edge: Edge, x: number): Outline {
  const points = outline[edge];
  const last = points[points.length - 1]?.x ?? 0;
  const place = round(Math.min(last - 1, Math.max(1, x)));
  const index = points.findIndex((point) => point.x > place);
  const [a, b] = [points[index - 1], points[index]];
  if (!a || !b) return outline;
  const y = round(a.y + ((b.y - a.y) * (place - a.x)) / Math.max(1e-9, b.x - a.x));
  return { ...outline, [edge]: [...points.slice(0, index), { x: place, y }, ...points.slice(index)] };
}

/** The outline without a point; the two ends of an edge stay. */
export function withoutPoint(outline: Outline, { edge, index }: EdgePoint): Outline {
  const points = outline[edge];
  if (index <= 0 || index >= points.length - 1) return outline;
  return { ...outline, [edge]: points.filter((_, i) => i !== index) };
}

/** Reads `0:180, 600:165, 1200:190`; a fault in words where it is not that. */
export function readWidths(text: string, length: number, unit: LengthUnit): PlanPoint[] | string {
  const points: PlanPoint[] = [];
  for (const part of text.split(/;|,\s+|,(?=[^,;:]+:)/).filter((one) => one.trim() !== '')) {
    const [along = '', wide] = part.split(':');
    if (wide === undefined) return `“${part.trim()}” has no width: write place:width, as in 600:165`;
    const x = /^0+$/.test(along.trim()) ? { ok: true as const, value: 0 } : parseLength(along, unit);
    const y = parseLength(wide, unit);
    if (!x.ok) return `${along.trim()}: ${x.fault.message}`;
    if (!y.ok) return `${wide.trim()}: ${y.fault.message}`;
    if (x.value > length + 1e-6)
      return `${along.trim()} lies beyond the piece of ${formatLength(length, unit)}`;
    points.push({ x: x.value, y: y.value });
  }
  if (points.length === 0) return 'write at least one place:width';
  points.sort((a, b) => a.x - b.x);
  const [first, last] = [points[0], points[points.length - 1]];
  if (first && first.x > 0) points.unshift({ x: 0, y: first.y });
  if (last && last.x < length) points.push({ x: length, y: last.y });
  return points;
}
