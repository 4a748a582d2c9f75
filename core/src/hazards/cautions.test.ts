import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { cautionsFor, hazardsOf } from './cautions.ts';
import { finishIsLeadFree, looseHazards, LOOSE_QUESTIONS, questionsFor } from './screening.ts';

const idsOf = (more: Parameters<typeof aPiece>[0]): string[] =>
  cautionsFor(aPiece({ scans: { found: '2026-03-01' }, ...more })).map(({ id }) => id);

describe('wood that nobody has looked at', () => {
  it('bears the caution of unknown history until somebody has answered', () => {
    const { hazards: _, ...unlooked } = aPiece({ scans: { found: '2026-03-01' } });
    expect(hazardsOf(unlooked)).toEqual(['not-screened']);
    expect(cautionsFor(unlooked).map(({ id }) => id)).toEqual(['not-screened']);
    expect(idsOf({ hazards: [] })).toEqual([]);
    expect(idsOf({ hazards: ['preservative'] })).toEqual(['preservative']);
  });

  it('is answered for by a whole batch; what is left open stays unsafe', () => {
    const all = { preservative: 'no', paint: 'none', spill: 'no', insects: 'none', mould: 'none' };
    expect(Object.keys(all).sort()).toEqual(LOOSE_QUESTIONS.map(({ id }) => id).sort());
    expect(looseHazards(all)).toEqual([]);
    expect(looseHazards({})).toEqual(['maybe-preservative', 'spill', 'maybe-lead', 'maybe-insects', 'mould']);
    expect(looseHazards({ ...all, preservative: 'yes' })).toEqual(['preservative']);
  });
});

describe('a finish', () => {
  const painted = aFinding('old-finish');
  it('that is seen later asks after lead, whatever its find was screened for', () => {
    expect(idsOf({ hazards: [], findings: [painted] })).toEqual(['maybe-lead']);
    expect(idsOf({ hazards: [], findings: [{ ...painted, leadFree: true }] })).toEqual([]);
    expect(idsOf({ hazards: ['lead-paint'], findings: [painted] })).toEqual(['lead-paint']);
  });

  it('is settled by an answer that it is young or has been tested, not by one that there was none', () => {
    expect(['none', 'young', 'tested', 'old', 'lead'].filter((paint) => finishIsLeadFree({ paint }))).toEqual(
      ['young', 'tested'],
    );
    expect(finishIsLeadFree({})).toBe(false);
  });
});

it.each([
  ['outdoor-boards', ['preservative', 'paint', 'spill', 'insects', 'mould']],
  ['pallet', ['spill', 'paint', 'insects', 'mould']],
  ['barrel', ['contents', 'paint', 'hoops', 'insects', 'mould']],
] as const)('a %s is asked after %j', (kind, asked) => {
  expect(questionsFor(kind).map(({ id }) => id)).toEqual(asked);
});
