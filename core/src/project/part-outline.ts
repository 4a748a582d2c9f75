/** The true shape of a part within the rectangle it is cut from, and rectangles that cover it. */
import type { Rect } from '../geometry/rectangle.ts';
import type { Part } from './project.ts';

export interface OutlinePoint {
  readonly x: number;
  readonly y: number;
}

/** Slabs across a shape; more of them hug it closer. */
const SLABS = 24;

/** The outline as points in turn, mm, within length × width; round parts to `points` chords. */
export function partOutline(part: Pick<Part, 'length' | 'width' | 'shape'>, points = 72): OutlinePoint[] {
  const { length, width, shape } = part;
  if (shape?.kind === 'round') {
    return Array.from({ length: points }, (_, i) => {
      const angle = (2 * Math.PI * i) / points;
      return { x: (length / 2) * (1 + Math.cos(angle)), y: (width / 2) * (1 + Math.sin(angle)) };
    });
  }
  const far = shape?.kind === 'taper' ? shape.farWidthMm : width;
  const inset = (width - far) / 2;
  return [
    { x: 0, y: 0 },
    { x: length, y: inset },
    { x: length, y: width - inset },
    { x: 0, y: width },
  ];
}

/**
 * Rectangles that cover the part's shape with its allowances all round: what must be clear of findings.
 * Undefined for a plain part, which must be clear all over.
 */
export function shapeCover(
  part: Pick<Part, 'length' | 'width' | 'shape' | 'allowances'>,
): Rect[] | undefined {
  const { shape, allowances } = part;
  if (!shape) return undefined;
  const length = part.length + allowances.length;
  const width = part.width + allowances.width;
  const half = (x: number): number => {
    if (shape.kind === 'round') {
      const t = Math.min(1, Math.abs((2 * x) / length - 1));
      return (width / 2) * Math.sqrt(1 - t * t);
    }
    const far = shape.farWidthMm + allowances.width;
    return (width + ((far - width) * x) / length) / 2;
  };
  return Array.from({ length: SLABS }, (_, i) => {
    const [from, to] = [(length * i) / SLABS, (length * (i + 1)) / SLABS];
    // Widest at one end of the slab, or in the middle of the round.
    const most =
      from < length / 2 && to > length / 2 && shape.kind === 'round'
        ? width / 2
        : Math.max(half(from), half(to));
    return { x: from, y: width / 2 - most, length: to - from, width: 2 * most };
  });
}

/** Face area of the part as it is finished, mm². */
export function partAreaMm2(part: Pick<Part, 'length' | 'width' | 'shape'>): number {
  if (part.shape?.kind === 'round') return (Math.PI / 4) * part.length * part.width;
  if (part.shape?.kind === 'taper') return (part.length * (part.width + part.shape.farWidthMm)) / 2;
  return part.length * part.width;
}
