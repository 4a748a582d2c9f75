import fc from 'fast-check';
import { expect, it, vi } from 'vitest';
import { atOnce, inTurns, portions, sorting } from './turns';

it('sorts as the language does, those that are equal left in their order', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 40 }), { maxLength: 2600 }), (figures) => {
      const items = figures.map((figure, index) => ({ figure, index }));
      const compare = (a: { figure: number }, b: { figure: number }) => a.figure - b.figure;
      expect(atOnce(sorting(items, compare))).toEqual([...items].sort(compare));
    }),
    { numRuns: 30 },
  );
});

it('visits every item once, in order', () => {
  const list = Array.from({ length: 1203 }, (_, i) => i);
  const seen: number[] = [];
  atOnce(portions(list, (item) => seen.push(item)));
  expect(seen).toEqual(list);
});

it('gives up its turn when 8 ms are over, and not before', async () => {
  let now = 0;
  function* work() {
    for (let i = 0; i < 10; i++) {
      now += 3;
      yield;
    }
    return 'done';
  }
  const waits = vi.spyOn(globalThis, 'setTimeout');
  const result = await inTurns(
    work(),
    () => false,
    () => now,
  );
  expect(result).toBe('done');
  expect(waits).toHaveBeenCalledTimes(3);
  waits.mockRestore();
});

it('stops when it is cancelled', async () => {
  let steps = 0;
  let now = 0;
  function* work() {
    for (;;) {
      steps++;
      now += 10;
      yield;
    }
  }
  expect(
    await inTurns(
      work(),
      () => steps >= 3,
      () => now,
    ),
  ).toBeNull();
  expect(steps).toBe(3);
});
