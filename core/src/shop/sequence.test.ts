import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sequence, type ToSequence } from './sequence.ts';

const step = (id: string, key: string, ...needs: string[]): ToSequence => ({ id, key, needs });

/** The fewest settings of any order, by trying every one. */
function fewest(steps: readonly ToSequence[]): number {
  const ids = new Set(steps.map(({ id }) => id));
  const known = new Map<string, number>();
  const from = (done: ReadonlySet<string>, key: string): number => {
    const name = `${key}|${[...done].sort().join()}`;
    const seen = known.get(name);
    if (seen !== undefined) return seen;
    const ready = steps.filter(
      ({ id, needs }) => !done.has(id) && needs.every((need) => done.has(need) || !ids.has(need)),
    );
    const best =
      ready.length === 0
        ? 0
        : Math.min(
            ...ready.map((next) => Number(next.key !== key) + from(new Set([...done, next.id]), next.key)),
          );
    known.set(name, best);
    return best;
  };
  return from(new Set(), '');
}

const random = fc
  .array(
    fc.tuple(
      fc.constantFrom('stop 400', 'stop 300', 'fence 60', 'planer 20'),
      fc.array(fc.nat(7), { maxLength: 2 }),
    ),
    {
      minLength: 1,
      maxLength: 8,
    },
  )
  .map((list) =>
    list.map(([key, needs], i) => step(`${i}`, key, ...needs.filter((need) => need < i).map(String))),
  );

describe('the sequence of a day', () => {
  it('does at one setting what one setting serves, and nothing before what it needs', () => {
    const { groups, least, asTheyCame } = sequence([
      step('a1', 'stop 400'),
      step('a2', 'fence 60', 'a1'),
      step('b1', 'stop 400'),
      step('b2', 'fence 60', 'b1'),
    ]);
    expect(groups.map((group) => group.map(({ id }) => id))).toEqual([
      ['a1', 'b1'],
      ['a2', 'b2'],
    ]);
    expect([least, asTheyCame]).toEqual([2, 4]);
  });

  it('leaves out what needs itself, and takes what is not there for done', () => {
    const { groups, circular } = sequence([step('a', 'x', 'b'), step('b', 'x', 'a'), step('c', 'y', 'gone')]);
    expect(groups.flat().map(({ id }) => id)).toEqual(['c']);
    expect(circular).toHaveLength(2);
  });

  it('keeps every need, does every step once, and never beats the bound', () => {
    fc.assert(
      fc.property(random, (steps) => {
        const { groups, least, asTheyCame } = sequence(steps);
        const order = groups.flat().map(({ id }) => id);
        expect([...order].sort()).toEqual(steps.map(({ id }) => id).sort());
        for (const { id, needs } of steps)
          for (const need of needs) expect(order.indexOf(need)).toBeLessThan(order.indexOf(id));
        expect(groups.length).toBeGreaterThanOrEqual(least);
        expect(groups.length).toBeLessThanOrEqual(asTheyCame);
      }),
      { numRuns: 400 },
    );
  });

  it('is as good as trying every order, where the day is small', () => {
    fc.assert(
      fc.property(random, (steps) => {
        expect(sequence(steps).groups.length).toBe(fewest(steps));
      }),
      { numRuns: 400 },
    );
  });
});
