import { expect, it } from 'vitest';
import { readTallyLine } from '@aldrek/core/wood';
import { marksOf, readLines, textOf } from './read-lines';

const read = (text: string) => readLines(text, (line) => readTallyLine(line, 'mm'));

it('reads each line that is not blank and remembers where it stands', () => {
  const lines = read('slat 900 x 90 x 18\n\nrail 900 x 90 x 18 granite');
  expect(lines.map(({ number, offset }) => [number, offset])).toEqual([
    [1, 0],
    [3, 20],
  ]);
  expect(textOf(lines)).toBe('slat 900 x 90 x 18\nrail 900 x 90 x 18 granite');
});

it('marks what is wrong in the whole text', () => {
  const text = 'slat 900 x 90 x 18\nrail 900 x 90 x 18 granite';
  const [mark] = marksOf(read(text));
  expect(text.slice(mark?.start, mark?.end)).toBe('granite');
});
