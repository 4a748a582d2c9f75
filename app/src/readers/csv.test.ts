import { expect, it } from 'vitest';
import { fromCsv, toCsv } from './csv';

it('a table comes back as it was, quotes, commas, signs and all', () => {
  const table = [
    ['tag', 'find'],
    ['S-01', 'chandler’s, "old" pallets'],
    ['=1+1', '-3'],
  ];
  expect(toCsv(table)).toContain("'=1+1");
  expect(fromCsv(toCsv(table))).toEqual(table);
});

it('knows columns parted by semicolons or tabs, and drops blank lines at the end', () => {
  expect(fromCsv('tag;length\nS-01;1200\n\n')).toEqual([
    ['tag', 'length'],
    ['S-01', '1200'],
  ]);
  expect(fromCsv('tag\tlength\nS-01\t1200')).toEqual([
    ['tag', 'length'],
    ['S-01', '1200'],
  ]);
});
