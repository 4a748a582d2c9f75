import { describe, expect, it } from 'vitest';
import type { Piece, PlannedCut, Project, ProjectPlan } from '@aldrek/core';
import { aBoard } from '../../test-support/made-up-piece';
import { reservedByPlans, withMates, withoutPlan } from './reservations';

const piece = (id: string, reservedFor?: string): Piece =>
  aBoard({ id, ...(reservedFor === undefined ? {} : { reservedFor }) });
const cut = (pieceId: string): PlannedCut => ({
  pieceId,
  partId: 'rail',
  unit: 0,
  x: 0,
  y: 0,
  length: 400,
  width: 40,
});
const plan = (accepted: boolean, ...pieceIds: string[]): ProjectPlan => ({
  cuts: pieceIds.map(cut),
  coverage: 1,
  missing: [],
  spentM2: 0,
  atMostOver: null,
  basis: '',
  accepted,
});
const project = (id: string, own?: ProjectPlan): Project => ({
  id,
  name: id,
  note: '',
  parts: [],
  ...(own ? { plan: own } : {}),
});
const holders = (pieces: readonly Piece[]): (string | null)[] =>
  pieces.map(({ reservedFor }) => reservedFor ?? null);

describe('reservations follow the accepted plans', () => {
  it.each<[string, Piece[], Project[], (string | null)[]]>([
    ['a plan that is not accepted reserves nothing', [piece('a')], [project('p', plan(false, 'a'))], [null]],
    ['an accepted one does', [piece('a'), piece('b')], [project('p', plan(true, 'a'))], ['p', null]],
    ['what no plan holds any more is free', [piece('a', 'p')], [project('p')], [null]],
    [
      'of two that cut one board the first has it',
      [piece('a')],
      [project('p', plan(true, 'a')), project('q', plan(true, 'a'))],
      ['p'],
    ],
    [
      'unless the other has it already',
      [piece('a', 'q')],
      [project('p', plan(true, 'a')), project('q', plan(true, 'a'))],
      ['q'],
    ],
    [
      'who lets go hands it on',
      [piece('a', 'p')],
      [project('p', plan(false, 'a')), project('q', plan(true, 'a'))],
      ['q'],
    ],
  ])('%s', (_, pieces, projects, expected) => {
    expect(holders(reservedByPlans(pieces, projects))).toEqual(expected);
  });

  it('leaves pieces that stay as they are untouched', () => {
    const [held, free] = [piece('a', 'p'), piece('b')];
    const got = reservedByPlans([held, free], [project('p', plan(true, 'a'))]);
    expect(got[0]).toBe(held);
    expect(got[1]).toBe(free);
  });
});

describe('mates', () => {
  it('never name the project itself, and none is no list at all', () => {
    const alone = project('p');
    expect(withMates(alone, ['p', 'q', 'r']).together).toEqual(['q', 'r']);
    expect('together' in withMates({ ...alone, together: ['q'] }, ['p'])).toBe(false);
  });

  it('that do not change leave the project untouched', () => {
    const paired = { ...project('p'), together: ['q'] };
    expect(withMates(paired, ['p', 'q'])).toBe(paired);
    const alone = project('p');
    expect(withMates(alone, ['p'])).toBe(alone);
  });
});

it('a project without its plan keeps all else', () => {
  const { plan: _, ...rest } = project('p', plan(true, 'a'));
  expect(withoutPlan(project('p', plan(true, 'a')))).toEqual(rest);
});
