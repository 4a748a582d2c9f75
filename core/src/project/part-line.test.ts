import { expect, it } from 'vitest';
import { readPartLine } from './part-line.ts';
import { partLetter } from './project.ts';

it('reads a part as it stands on a cutting list', () => {
  expect(readPartLine('4 leg 426 x 70 x 40 oak or mahogany, hidden', 'mm')).toMatchObject({
    faults: [],
    part: {
      name: 'leg',
      qty: 4,
      length: 426,
      width: 70,
      thickness: 40,
      grade: 'hidden',
      species: ['european-oak', 'true-mahogany'],
    },
  });
});

it.each([
  ['rail 900 x 90 x 20', 'character', 'any'],
  ['rail 900 x 90 x 20 clear', 'clear', 'any'],
  ['rail 900 x 90 x 20, one face clear', 'one-face', 'any'],
  ['rail 900 x 90 x 20 any, structural', 'structural', 'any'],
  ['rail 900 x 90 x 20, pine, weathered', 'weathered', ['scots-pine']],
])('reads grade and species of %j', (line, grade, species) => {
  expect(readPartLine(line, 'mm')).toMatchObject({ faults: [], part: { grade, species } });
});

it.each([
  ['leg 426 x 70 x 40 granite', 'granite', 'nor a grade'],
  ['leg 426 x 70>60 x 40', 'leg 426 x 70>60 x 40', 'one width'],
  ['leg 426 x 70', '', 'thickness'],
])('marks what is wrong in %j', (line, marked, reason) => {
  const fault = readPartLine(line, 'mm').faults[0];
  expect(fault?.message).toContain(reason);
  expect(line.slice(fault?.start, fault?.end)).toBe(marked);
});

it('letters parts on beyond Z', () => {
  expect([0, 25, 26, 51, 52].map(partLetter)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA']);
});
