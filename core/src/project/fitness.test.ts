import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { fitnessOf } from './fitness.ts';
import type { Brief } from './project.ts';

const rulingOf = (more: Parameters<typeof aPiece>[0], brief: Brief = {}): string =>
  fitnessOf(aPiece(more), brief, DEFAULT_MACHINES).ruling;

describe('whether a piece may go into a project', () => {
  it.each([
    ['sound wood indoors', {}, {}, 'free'],
    ['treated wood indoors', { hazards: ['preservative'] }, {}, 'never'],
    ['treated wood outdoors: machining asks', { hazards: ['preservative'] }, { outdoors: true }, 'ask'],
    [
      'treated wood beside food outdoors',
      { hazards: ['preservative'] },
      { outdoors: true, food: true },
      'never',
    ],
    ['doubtful paint indoors', { hazards: ['maybe-lead'] }, {}, 'ask'],
    ['doubtful paint for children', { hazards: ['maybe-lead'] }, { children: true }, 'never'],
    ['lead paint, since it must be milled', { hazards: ['lead-paint'] }, { outdoors: true }, 'never'],
    ['fumigated wood anywhere', { hazards: ['methyl-bromide'] }, { outdoors: true }, 'never'],
    ['mould, told on the piece', { hazards: ['mould'] }, {}, 'free'],
    ['mould for children', { hazards: ['mould'] }, { children: true }, 'ask'],
    ['spruce outdoors', { species: 'norway-spruce' }, { outdoors: true }, 'ask'],
    ['larch outdoors', { species: 'european-larch' }, { outdoors: true }, 'mind'],
    ['oak outdoors', {}, { outdoors: true }, 'free'],
    ['oak with sapwood outdoors', { sapwood: 'upper' }, { outdoors: true }, 'mind'],
    ['wood nobody can name, outdoors', { species: 'unknown' }, { outdoors: true }, 'ask'],
    ['spruce indoors', { species: 'norway-spruce' }, {}, 'free'],
    ['veneer', { veneerMm: 0.6 }, {}, 'never'],
    ['a post that no saw here goes through', { thickness: 170, width: 400 }, {}, 'never'],
  ] as const)('%s', (_, piece, brief, ruling) => {
    expect(rulingOf(piece, brief)).toBe(ruling);
  });

  it('is not known while nobody has looked: not beside food, and elsewhere only behind the rest', () => {
    const { hazards: _, ...unlooked } = aPiece();
    const of = (brief: Brief): string => fitnessOf(unlooked, brief, DEFAULT_MACHINES).ruling;
    expect([of({}), of({ food: true }), of({ children: true })]).toEqual(['ask', 'never', 'never']);
  });

  it('follows a finish that was seen on the piece itself', () => {
    expect(rulingOf({ findings: [aFinding('old-finish')] }, { children: true })).toBe('never');
  });

  it('is for the maker to overrule, in words that stay with the project', () => {
    const treated = aPiece({ hazards: ['preservative'] });
    const said = { pieceId: treated.id, words: 'tested, none found', day: '2026-03-01' };
    const fitness = fitnessOf(treated, {}, DEFAULT_MACHINES, [said]);
    expect(fitness).toMatchObject({ ruling: 'ask', overruled: said });
    expect(fitness.reasons[0]).toMatchObject({ kind: 'hazard', hazard: 'preservative', ruling: 'never' });
    // What was never forbidden needs no overruling.
    expect(fitnessOf(aPiece(), {}, DEFAULT_MACHINES, [said]).overruled).toBeUndefined();
  });
});
