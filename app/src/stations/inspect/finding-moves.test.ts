import { expect, it } from 'vitest';
import type { Finding } from '@aldrek/core/wood';
import { aBoard } from '../../../test-support/made-up-piece';
import { dragged, nudged, nudgeSteps, tidied } from './finding-moves';

const piece = aBoard();
const knot: Finding = { id: 'k', kind: 'knot', face: 'A', x: 200, y: 40, length: 30, width: 20 };

it('moves with the pointer and stops at the edges', () => {
  expect(dragged(knot, 'whole', 10, 5, piece)).toMatchObject({ x: 210, y: 45, length: 30, width: 20 });
  expect(dragged(knot, 'whole', 5000, -500, piece)).toMatchObject({ x: 970, y: 0 });
});

it('stretches by each side and never turns inside out', () => {
  expect(dragged(knot, 'near', -50, 0, piece)).toMatchObject({ x: 150, length: 80 });
  expect(dragged(knot, 'near', 500, 0, piece)).toMatchObject({ x: 229, length: 1 });
  expect(dragged(knot, 'far', 5000, 0, piece)).toMatchObject({ x: 200, length: 800 });
  expect(dragged(knot, 'upper', 0, -90, piece)).toMatchObject({ y: 0, width: 60 });
  expect(dragged(knot, 'lower', 0, 90, piece)).toMatchObject({ y: 40, width: 60 });
});

it('nudges with arrows, stretches with Shift, leaves other keys alone', () => {
  expect(nudged(knot, 'ArrowRight', 5, false, piece)).toMatchObject({ x: 205 });
  expect(nudged(knot, 'ArrowUp', 5, false, piece)).toMatchObject({ y: 35 });
  expect(nudged(knot, 'ArrowRight', 5, true, piece)).toMatchObject({ x: 200, length: 35 });
  expect(nudged(knot, 'ArrowDown', 1, true, piece)).toMatchObject({ width: 21 });
  expect(nudged(knot, 'Home', 5, false, piece)).toBeNull();
  expect(nudgeSteps('inch').fine).toBeCloseTo(1.5875);
});

it('rounds to a tenth of a millimetre', () => {
  expect(tidied({ ...knot, x: 200.04, length: 0.01 })).toMatchObject({ x: 200, length: 0.1 });
});
