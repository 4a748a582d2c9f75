/** From the shapes of a find, in mm, to paths in px: as it stands, apart, or on the way. */
import type { Point, Shape } from '@aldrek/core/wood';

export interface Extent {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly height: number;
}

/** The points of a shape at `share` of the way from standing (0) to apart (1). */
function pointsAt(shape: Shape, share: number): Point[] {
  return shape.whole.map(([x, y], i): Point => {
    const [toX, toY] = shape.apart[i] ?? [x, y];
    return [x + (toX - x) * share, y + (toY - y) * share];
  });
}

/** The rectangle that holds all shapes, mm. */
export function extentOf(shapes: readonly Shape[], share: number): Extent {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const shape of shapes) {
    for (const [x, y] of pointsAt(shape, share)) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
  }
  if (left > right) return { x: 0, y: 0, length: 1, height: 1 };
  return { x: left, y: top, length: Math.max(1, right - left), height: Math.max(1, bottom - top) };
}

export interface DrawnShape {
  readonly index: number;
  readonly sort: string;
  readonly stuff: Shape['stuff'];
  readonly outline: string;
  readonly grain: string;
  /** Where nails, screws and bolts show, px. */
  readonly metal: readonly Point[];
}

/** Grain lines stand about this far apart, px. */
const GRAIN_GAP = 8;

/** The shapes as paths, `origin` of the extent at 0 0. */
export function drawnShapes(
  shapes: readonly Shape[],
  share: number,
  extent: Extent,
  pxPerMm: number,
): DrawnShape[] {
  const toPx = ([x, y]: Point): Point => [(x - extent.x) * pxPerMm, (y - extent.y) * pxPerMm];
  return shapes.map((shape, index) => {
    const points = pointsAt(shape, share).map(toPx);
    const from = shape.whole[0] ?? [0, 0];
    const now = pointsAt(shape, share)[0] ?? from;
    const moved: Point = [now[0] - from[0], now[1] - from[1]];
    return {
      index,
      sort: shape.sort,
      stuff: shape.stuff,
      outline: `M${points.map((point) => point.map(rounded).join(' ')).join('L')}Z`,
      grain: grainOf(points, shape.grain),
      metal: (shape.metal ?? []).map(([x, y]) => toPx([x + moved[0], y + moved[1]])),
    };
  });
}

const rounded = (px: number): number => Math.round(px * 10) / 10;

/** A few lines along the grain, inside the middle of the shape. */
function grainOf(points: readonly Point[], grain: Shape['grain']): string {
  if (grain === 'none') return '';
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const across = grain === 'x' ? bottom - top : right - left;
  if (across < 5) return '';
  // Round and tapered shapes are narrower at their ends: the lines keep clear of them.
  const inset = points.length > 4 ? (grain === 'x' ? right - left : bottom - top) * 0.18 : 2;
  const lines = Math.min(8, Math.max(1, Math.floor(across / GRAIN_GAP) - 1));
  return Array.from({ length: lines }, (_, i) => {
    const at = (across * (i + 1)) / (lines + 1);
    return grain === 'x'
      ? `M${rounded(left + inset)} ${rounded(top + at)}H${rounded(right - inset)}`
      : `M${rounded(left + at)} ${rounded(top + inset)}V${rounded(bottom - inset)}`;
  }).join('');
}
