import { expect, it } from 'vitest';
import { aBoard } from '../../../test-support/made-up-piece';
import type { PieceFigures } from '../../estimates/figures';
import { atOnce } from '../../turns/turns';
import { stacking } from './stacks';
import { classText, stockTotals } from './stock-totals';

const figures = (share: number, thicknessWhole: number): PieceFigures => ({
  areaMm2: share * 1e5,
  share,
  volumeM3: share * 0.002,
  thicknessWhole,
  longest: null,
  widest: null,
  better: 'same',
  cuttings: [],
});

const pieces = ['a', 'b', 'c', 'd'].map((id, i) =>
  aBoard({ id, tag: `B-${i}`, species: i === 3 ? 'norway-spruce' : 'european-oak' }),
);
const given = new Map([
  ['a', figures(0.8, 18)],
  ['b', figures(0.4, 16)],
  ['c', figures(0, 9)],
]);

it('adds up what is worked out by species and planed thickness', () => {
  const [oak, ...others] = stockTotals(pieces, given);
  expect(others).toEqual([]);
  expect(oak?.all).toMatchObject({ pieces: 3, areaM2: 0.12 });
  expect(oak?.cells[2]?.pieces).toBe(2);
  expect(oak?.cells[0]?.pieces).toBe(1);
  expect(oak?.cells[1]).toBeNull();
  expect([0, 2, 6].map((index) => classText(index, String))).toEqual(['under 10', '15 – 20', '50 and more']);
});

it('stacks the rack by what pieces give, best or worst on top', () => {
  const titles = (order: 'best' | 'worst') =>
    atOnce(stacking(pieces, 'yield', 'mm', { figures: given, order })).map(({ title }) => title);
  expect(titles('best')).toEqual([
    'gives 75 – 90 % of its face',
    'gives 25 – 50 % of its face',
    'gives nothing',
    'not worked out yet',
  ]);
  expect(titles('worst')[0]).toBe('gives nothing');
});
