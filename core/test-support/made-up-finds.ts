import fc from 'fast-check';
import { breakdownOf, usualMeasures } from '../src/stock/breakdown/take-apart.ts';
import { FIND_KINDS, type FindKind } from '../src/stock/find-kind.ts';
import type { Find, Haul } from '../src/stock/haul.ts';

/** A find of a kind with its usual measures; say what matters. */
export function aFind(kind: FindKind, more: Partial<Find> = {}): Find {
  return {
    id: `find-${kind}`,
    name: `the ${kind}`,
    kind,
    alike: 1,
    species: 'norway-spruce',
    speciesSure: 'sure',
    condition: 'worn',
    measures: usualMeasures(kind),
    way: breakdownOf(kind).ways[0]?.id ?? '',
    corrections: {},
    answers: {},
    place: 'bay 2',
    note: '',
    ...more,
  };
}

/** A haul that cost nothing; say what matters. */
export function aHaul(finds: readonly Find[], more: Partial<Haul> = {}): Haul {
  return {
    id: 'haul-1',
    place: 'the yard',
    date: '2026-03-01',
    leaveBy: 'the foreman',
    leaveHow: 'spoken',
    price: 0,
    distanceKm: 0,
    hours: 0,
    note: '',
    photos: [],
    finds,
    ...more,
  };
}

/** Any find that its fields allow, taken apart in any way, with or without corrections. */
export const anyFind = fc.constantFrom(...FIND_KINDS).chain((kind) => {
  const model = breakdownOf(kind);
  const measures = fc.record(
    Object.fromEntries(
      model.fields.map((field) => [
        field.key,
        field.unit === 'count'
          ? fc.integer({ min: field.least, max: Math.min(field.most, field.least + 12) })
          : fc.double({ min: field.least, max: field.most, noNaN: true }),
      ]),
    ),
  );
  const correction = fc.record(
    {
      count: fc.integer({ min: 0, max: 12 }),
      length: fc.double({ min: 60, max: 3000, noNaN: true }),
      width: fc.double({ min: 10, max: 600, noNaN: true }),
      thickness: fc.double({ min: 4, max: 200, noNaN: true }),
      broken: fc.integer({ min: 0, max: 5 }),
    },
    { requiredKeys: [] },
  );
  return fc
    .record({
      measures,
      alike: fc.integer({ min: 1, max: 5 }),
      way: fc.constantFrom(...model.ways.map(({ id }) => id)),
      first: fc.option(correction, { nil: undefined }),
    })
    .map(({ measures: measured, alike, way, first }) => {
      const [sort] = model.sorts(measured);
      const corrections = sort && first ? { [sort.key]: first as Find['corrections'][string] } : {};
      return aFind(kind, { measures: measured, alike, way, corrections });
    });
});
