/** A cask as it stands, on its side with a head beside it, and with its staves laid flat. */
import { hoopsOf } from './barrel-hoops.ts';
import { headBoards, headRadius, staveOf } from './cask-shape.ts';
import { box, measure, type Measures, type Point, type Shape } from './model.ts';

/** Points along a curved edge in the drawing. */
const STEPS = 14;

export function caskDrawing(m: Measures): Shape[] {
  const stave = staveOf(m);
  const height = measure(m, 'height');
  const count = measure(m, 'staves');
  const bilge = Math.max(measure(m, 'bilge'), measure(m, 'head')) / 2;
  const radiusAt = (u: number): number => bilge - stave.bow * (2 * u - 1) ** 2;
  const widthAt = (u: number): number => stave.middle - (stave.middle - stave.ends) * (2 * u - 1) ** 2;
  const across = (2 * Math.PI) / count;
  const shapes: Shape[] = [];
  // The cask lies on its side, its length along x; staves by the angle at which they are seen.
  const order = Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => Math.cos(a * across) - Math.cos(b * across),
  );
  order.forEach((i) => {
    const angle = i * across;
    const edge = (side: -1 | 1): Point[] =>
      Array.from({ length: STEPS + 1 }, (_, k): Point => {
        const u = k / STEPS;
        return [u * height, bilge + radiusAt(u) * Math.sin(angle + (side * across) / 2)];
      });
    const flat = (side: -1 | 1): Point[] =>
      Array.from({ length: STEPS + 1 }, (_, k): Point => {
        const u = k / STEPS;
        const row = i % Math.ceil(count / 2);
        const column = i < Math.ceil(count / 2) ? 0 : 1;
        return [
          column * (height + 60) + u * stave.length,
          row * (stave.middle + 14) + stave.middle / 2 + (side * widthAt(u)) / 2,
        ];
      });
    shapes.push({
      sort: 'stave',
      stuff: 'wood',
      grain: 'x',
      whole: [...edge(-1), ...edge(1).reverse()],
      apart: [...flat(-1), ...flat(1).reverse()],
    });
  });
  const right = 2 * (height + 60) + 80;
  hoopsOf(measure(m, 'hoops'), measure(m, 'headHoops'), height / 2).forEach(({ atMm, side }, i) => {
    const u = 0.5 + (side * atMm) / height;
    const [x, wide] = [u * height, 28];
    const radius = radiusAt(u);
    shapes.push({
      sort: 'hoop',
      stuff: 'metal',
      grain: 'none',
      whole: box(x - wide / 2, bilge - radius - 2, wide, 2 * radius + 4),
      apart: box(right + i * (wide + 26), 0, wide, 2 * radius + 4),
    });
  });
  if (measure(m, 'heads') > 0) {
    const radius = headRadius(m);
    const y = 2 * bilge + 40 + radius;
    for (const { from, to } of headBoards(m)) {
      const outline = sliceOutline(radius, from, to);
      const place = (dx: number, dy: number): Point[] => outline.map(([px, py]) => [px + dx, py + dy]);
      shapes.push({
        sort: 'head-1',
        stuff: 'wood',
        // The outer boards are too short for lines along them.
        grain: Math.max(Math.abs(from), Math.abs(to)) > 0.8 * radius ? 'none' : 'x',
        whole: place(height + 120 + radius, bilge),
        apart: place(right + radius, y + (from + radius) * 0.25),
      });
    }
  }
  return shapes;
}

function sliceOutline(radius: number, from: number, to: number): Point[] {
  const steps = 10;
  const half = (side: 1 | -1): Point[] =>
    Array.from({ length: steps + 1 }, (_, k): Point => {
      const y = from + ((to - from) * k) / steps;
      return [side * Math.sqrt(Math.max(0, radius ** 2 - y ** 2)), y];
    });
  return [...half(-1), ...half(1).reverse()];
}
