import { seededRandom } from '../src/foundation/random.ts';
import type { Rect } from '../src/geometry/rectangle.ts';

/** A board as salvage gives it: rows of nail holes, and knots, splits and rot anywhere. */
export function salvagedBoard(
  findings: number,
  seed: number,
): { length: number; width: number; blocked: Rect[] } {
  const random = seededRandom(seed);
  const length = 1800 + random.below(1500);
  const width = 140 + random.below(180);
  const blocked: Rect[] = [];
  while (blocked.length < findings) {
    const x = random.next() * length;
    if (random.next() < 0.4) {
      for (const y of [0.15, 0.85]) {
        if (blocked.length < findings) blocked.push({ x, y: y * width, length: 6, width: 6 });
      }
    } else {
      const long = random.next() < 0.3;
      blocked.push({
        x,
        y: random.next() * width,
        length: long ? 80 + random.below(150) : 15 + random.below(40),
        width: long ? 3 + random.below(5) : 12 + random.below(30),
      });
    }
  }
  return { length, width, blocked };
}
