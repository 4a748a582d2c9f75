/**
 * A rectangle on a board, mm: x and length along the grain, y and width across it. The origin is the
 * near end at the edge that is drawn uppermost on face A.
 */
export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

/** Area in mm². */
export const areaMm2 = (rect: Rect): number => rect.length * rect.width;

/** Whether the insides of two rectangles meet by more than `tolerance` mm; touching is not meeting. */
export function overlaps(a: Rect, b: Rect, tolerance = 0): boolean {
  return (
    a.x + a.length > b.x + tolerance &&
    b.x + b.length > a.x + tolerance &&
    a.y + a.width > b.y + tolerance &&
    b.y + b.width > a.y + tolerance
  );
}

/** The part of `rect` that lies on a board `length` × `width`, or null when nothing does. */
export function clipTo(rect: Rect, length: number, width: number): Rect | null {
  const x = Math.max(0, rect.x);
  const y = Math.max(0, rect.y);
  const right = Math.min(length, rect.x + rect.length);
  const bottom = Math.min(width, rect.y + rect.width);
  return right > x && bottom > y ? { x, y, length: right - x, width: bottom - y } : null;
}

/** The same place with length and width exchanged: what a rip does becomes what a crosscut does. */
export const turned = (rect: Rect): Rect => ({
  x: rect.y,
  y: rect.x,
  length: rect.width,
  width: rect.length,
});
