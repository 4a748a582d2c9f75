import { expect, it } from 'vitest';
import { readTable } from './read-table';

const TEXT = 'No;What;Length (cm);W;Thick;Kind of wood\nA-7;slat;120;98;18;spruce\nA-2;slat;long;98;18;oak\n';

it('goes by the headings, shows what stands in each column, and counts what is wrong', () => {
  const { head, rows } = readTable(TEXT, { columns: null, unit: 'mm', taken: ['A-7'] });
  expect(head.columns.map(({ field }) => field)).toEqual([
    'tag',
    'name',
    'length',
    'width',
    'thickness',
    null,
  ]);
  expect(head.samples[5]).toBe('spruce, oak');
  expect(head.lines).toBe(2);
  expect(head.faults.map(({ row, column }) => [row, column])).toEqual([
    [2, 'No'],
    [3, 'Length (cm)'],
  ]);
  expect(rows).toEqual([]);
});

it('takes the columns that were chosen, and names the first sixty faults of many', () => {
  const first = readTable(TEXT, { columns: null, unit: 'mm', taken: [] });
  const columns = first.head.columns.map((column, i) =>
    i === 5 ? { ...column, field: 'species' as const } : column,
  );
  const { rows, head } = readTable(TEXT.replace('long', '110'), { columns, unit: 'mm', taken: [] });
  expect(head.count).toBe(2);
  expect(rows.map(({ piece }) => [piece.species, piece.length])).toEqual([
    ['norway-spruce', 1200],
    ['european-oak', 1100],
  ]);
  const bad = readTable(`length,width,thickness\n${'x,1,1\n'.repeat(75)}`, {
    columns: null,
    unit: 'mm',
    taken: [],
  });
  expect(bad.head.faults).toHaveLength(60);
  expect(bad.head.moreFaults).toBe(15);
});
