import { expect, it } from 'vitest';
import { aBoard } from '../../../test-support/made-up-piece';
import { atOnce } from '../../turns/turns';
import { unknowns } from './rack-totals';

it('counts pieces that nobody has scanned, and names those whose history nobody has answered for', () => {
  const scanned = aBoard({ id: 'a', hazards: [], scans: { found: '2026-03-01' } });
  const looked = aBoard({ id: 'b', hazards: [] });
  const { hazards: _none, ...unknown } = aBoard({ id: 'c' });
  const { unscanned, unscreened } = atOnce(unknowns([scanned, looked, unknown]));
  expect(unscanned).toBe(2);
  expect(unscreened.map(({ id }) => id)).toEqual(['c']);
});
