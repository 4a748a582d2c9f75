import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { HAZARD_KINDS } from '../stock/hazard-kind.ts';
import { pieceWeightKg } from '../stock/piece.ts';
import { WASTE_USES, type Entry } from './entry.ts';
import { hazardsIn, keptFromLandfill, wasteAnswers, wasteGoes, wasteKg } from './waste.ts';

const sawn = (more: Partial<Entry> = {}): Entry => ({
  id: 'e1',
  kind: 'sawn',
  day: '2026-03-01',
  projectIds: [],
  took: { pieces: [aPiece({ moisturePct: 12 })], parts: [] },
  gave: { pieces: [], parts: [] },
  lost: { kerfM3: 0.0001, wasteM3: 0.0009 },
  ...more,
});

describe('waste', () => {
  it('of plain wood may go anywhere, and says that nothing known speaks against it', () => {
    const answers = wasteAnswers([]);
    expect(answers.map(({ use }) => use)).toEqual([...WASTE_USES]);
    expect(answers.every(({ ruling }) => ruling === null)).toBe(true);
    expect(answers.every(({ why }) => why.length > 10)).toBe(true);
  });

  it('of preserved wood never goes to bedding or fire, and is sorted apart at the tip', () => {
    const by = new Map(wasteAnswers(['preservative']).map((answer) => [answer.use, answer]));
    for (const use of ['bedding', 'mulch', 'firelighters', 'stove'] as const)
      expect(by.get(use)?.ruling).toBe('never');
    expect(by.get('tip')).toMatchObject({ ruling: 'ask' });
    expect(by.get('tip')?.why).toContain('sorted apart');
  });

  it('of mixed wood is answered by the strictest of its hazards, in any order', () => {
    const order = ['never', 'ask', 'mind', null];
    for (const one of HAZARD_KINDS)
      for (const other of HAZARD_KINDS) {
        const [alone, both, turned] = [[one], [one, other], [other, one]].map(wasteAnswers);
        both?.forEach(({ ruling }, i) => {
          expect(order.indexOf(ruling)).toBeLessThanOrEqual(order.indexOf(alone?.[i]?.ruling ?? null));
          expect(turned?.[i]?.ruling).toBe(ruling);
        });
      }
  });

  it('every answer that is not free says why and who decides', () => {
    for (const kind of HAZARD_KINDS)
      for (const { ruling, why } of wasteAnswers([kind]))
        if (ruling !== null) expect(why.length).toBeGreaterThan(40);
  });

  it('is what the wood was: hazards of pieces and of parts, each once', () => {
    const [painted, oiled] = [
      aPiece({ hazards: ['lead-paint'] }),
      aPiece({ hazards: ['lead-paint', 'spill'] }),
    ];
    const part = { id: 'x', letter: 'A', projectId: 'p', partId: 'q', wood: oiled } as never;
    expect(hazardsIn({ took: { pieces: [painted], parts: [part] } })).toEqual(['lead-paint', 'spill']);
  });

  it('weighs what its species weighs at its moisture; of unknown wood nobody can say', () => {
    const dry = wasteKg(sawn()) ?? 0;
    expect(dry).toBeGreaterThan(0.5);
    expect(dry).toBeLessThan(0.9);
    const wet = wasteKg(sawn({ took: { pieces: [aPiece({ moisturePct: 40 })], parts: [] } })) ?? 0;
    expect(wet).toBeGreaterThan(dry * 1.1);
    expect(wasteKg(sawn({ took: { pieces: [aPiece({ species: 'unknown' })], parts: [] } }))).toBeNull();
    expect(wasteKg(sawn({ took: { pieces: [], parts: [] } }))).toBeNull();
  });

  it('goes one way at a time, and that can be taken back', () => {
    const entry = sawn();
    expect(wasteGoes(wasteGoes(entry, 'stove'), 'mulch').wasteTo).toBe('mulch');
    expect(wasteGoes(wasteGoes(entry, 'stove'), null)).toEqual(entry);
  });

  it('what is kept counts offcuts that lie on the rack, not what a find was broken down into', () => {
    const offcut = aPiece({ id: 'o', moisturePct: 12 });
    const kg = pieceWeightKg(offcut) ?? 0;
    const entry = sawn({ gave: { pieces: [offcut], parts: [] } });
    expect(keptFromLandfill([entry], [offcut]).kg).toBeCloseTo(kg, 9);
    expect(keptFromLandfill([entry], []).kg).toBe(0);
    expect(keptFromLandfill([{ ...entry, kind: 'broken-down' }], [offcut]).kg).toBe(0);
    const odd = aPiece({ id: 'u', species: 'unknown' });
    expect(keptFromLandfill([sawn({ gave: { pieces: [odd], parts: [] } })], [odd])).toEqual({
      kg: 0,
      unknown: 1,
    });
  });
});
