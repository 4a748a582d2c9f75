import { describe, expect, it } from 'vitest';
import { aFind } from '../../test-support/made-up-finds.ts';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { FIND_KINDS, type FindKind } from '../stock/find-kind.ts';
import { HAZARD_KINDS } from '../stock/hazard-kind.ts';
import { cautionsFor } from './cautions.ts';
import { followFind } from './follow-find.ts';
import { hazardRule, restrictions, rulingOn } from './hazard.ts';
import { questionsFor, screen, woodHazards } from './screening.ts';

const HT = { country: 'NL', number: '1', treatment: 'HT' } as const;
/** The harmless answer of every question is its first. */
const allClear = (kind: FindKind): Record<string, string> =>
  Object.fromEntries(questionsFor(kind).map(({ id, answers }) => [id, answers[0]?.id ?? '']));

describe('screening', () => {
  it.each(FIND_KINDS)('treats a %s as unsafe until somebody has looked', (kind) => {
    const before = screen(aFind(kind));
    expect(before.outcome).not.toBe('clear');
    expect(before.hazards.length).toBeGreaterThan(0);
    expect(before.open).toHaveLength(questionsFor(kind).length);
    const after = screen(aFind(kind, { answers: allClear(kind), mark: HT }));
    expect(after.open).toEqual([]);
    expect(after.hazards.filter((hazard) => hazard !== 'tension' && hazard !== 'glass')).toEqual([]);
  });

  it.each([
    ['HT', 'clear'],
    ['DH', 'clear'],
    ['MB', 'leave'],
    ['SF', 'leave'],
    ['none', 'take-with-care'],
  ] as const)('a pallet marked %s: %s', (treatment, outcome) => {
    const find = aFind('pallet', { answers: allClear('pallet'), mark: { ...HT, treatment } });
    expect(screen(find).outcome).toBe(outcome);
  });

  it.each([
    ['flooring', 'adhesive', 'old', 'leave', 'maybe-asbestos'],
    ['post', 'preservative', 'yes', 'take-with-care', 'preservative'],
    ['barrel', 'contents', 'other', 'leave', 'spill'],
    ['pew', 'paint', 'old', 'take-with-care', 'maybe-lead'],
    ['furniture', 'insects', 'live', 'take-with-care', 'live-insects'],
  ] as const)('%s, %s %s: %s', (kind, question, given, outcome, hazard) => {
    const answers = { ...allClear(kind), [question]: given };
    const screened = screen(aFind(kind, { answers }));
    expect(screened.outcome).toBe(outcome);
    expect(screened.hazards).toContain(hazard);
  });

  it('leaves tension with the find, not on its staves', () => {
    const cask = aFind('barrel', { answers: { ...allClear('barrel'), mould: 'mould' } });
    expect(screen(cask).hazards).toEqual(['mould', 'tension']);
    expect(woodHazards(cask)).toEqual(['mould']);
  });
});

describe('hazards', () => {
  it.each(HAZARD_KINDS)('%s says why, what to do and who decides', (kind) => {
    const rule = hazardRule(kind);
    for (const text of [rule.name, rule.reason, rule.precaution, rule.whoDecides]) expect(text).not.toBe('');
  });

  it('the strictest of several rules', () => {
    expect(rulingOn(['mould', 'preservative'], 'machining')).toEqual({
      use: 'machining',
      ruling: 'ask',
      because: ['preservative', 'mould'],
    });
    expect(rulingOn(['mould'], 'burning')).toBeNull();
    expect(
      restrictions(['preservative'])
        .filter(({ ruling }) => ruling === 'never')
        .map(({ use }) => use),
    ).toEqual(['burning', 'indoors', 'food', 'children', 'bedding']);
  });

  const scanned = { scans: { found: '2026-03-01' } };
  it('stop machines on a piece until someone who may decide has', () => {
    const [caution] = cautionsFor(aPiece({ ...scanned, hazards: ['preservative'] }));
    expect(caution).toMatchObject({ id: 'preservative', stopsMachines: true });
    expect(cautionsFor(aPiece({ ...scanned, hazards: [] }))).toEqual([]);
  });

  it('follow the find to its pieces, and leave what was noted on a piece itself', () => {
    const out = { findId: 'f', member: 'post' };
    const pieces = [
      aPiece({ id: 'a', origin: out, hazards: ['maybe-preservative', 'mould'] }),
      aPiece({ id: 'b', origin: { ...out, findId: 'g' } }),
    ];
    const after = followFind(pieces, 'f', ['maybe-preservative'], ['preservative']);
    expect(after[0]?.hazards).toEqual(['preservative', 'mould']);
    expect(after[1]).toBe(pieces[1]);
    expect(followFind(pieces, 'f', ['mould'], ['mould'])).toBe(pieces);
  });
});
