import { expect, it } from 'vitest';
import { constructionFrom, sandingBudget, type EdgeSign, type HoleSign } from './construction.ts';

it.each<[EdgeSign, HoleSign, string]>([
  ['side-grain', 'crumbs', 'veneered-chipboard'],
  ['end-grain', 'cross-grain', 'veneered-ply'],
  ['side-grain', 'not-looked', 'veneered'],
  ['side-grain', 'same-grain', 'veneered'],
  ['end-grain', 'not-looked', 'solid'],
  ['not-looked', 'same-grain', 'solid'],
  ['not-looked', 'not-looked', 'unknown'],
])('edge %s and hole %s say %s', (edge, hole, says) => {
  expect(constructionFrom(edge, hole)).toBe(says);
});

it('a veneer bears few goings-over, and a thin one none', () => {
  expect(sandingBudget(0.6)).toEqual({ budgetMm: 0.3, passes: 2 });
  expect(sandingBudget(0.3)).toEqual({ budgetMm: 0, passes: 0 });
  expect(sandingBudget(3).passes).toBe(18);
});
