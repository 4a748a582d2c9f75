import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Piece } from '../stock/piece.ts';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { applyChange, changeBetween, inverse, isEmptyChange } from './change.ts';
import { emptyChange, rebase } from './merge.ts';
import { emptyShop, type ShopDocument } from './shop-document.ts';

const shopWith = (...pieces: readonly Piece[]): ShopDocument => ({ ...emptyShop(), pieces });
const WAS = aPiece({
  id: 'a',
  tag: 'P-01',
  name: 'plank',
  place: 'bay 1',
  findings: [aFinding('knot', { id: 'k' })],
});
const before = shopWith(WAS);

/** What becomes of our edit where somebody else's stands already. */
function meeting(ours: ShopDocument, theirs: ShopDocument, policy: 'ours' | 'theirs' = 'ours') {
  const rebased = rebase(changeBetween('edit', before, ours), theirs, policy);
  return { ...rebased, after: applyChange(theirs, rebased.change) };
}

describe('changes that meet', () => {
  it('join where they set different fields of one piece', () => {
    const { after, conflicts } = meeting(
      shopWith({ ...WAS, place: 'bay 2' }),
      shopWith({ ...WAS, moisturePct: 14 }),
    );
    expect(after.pieces).toEqual([{ ...WAS, place: 'bay 2', moisturePct: 14 }]);
    expect(conflicts).toEqual([]);
  });

  it('of two edits of one field the later stands; what is taken back yields, and both are named', () => {
    const [ours, theirs] = [shopWith({ ...WAS, place: 'bay 2' }), shopWith({ ...WAS, place: 'loft' })];
    for (const [policy, place] of [
      ['ours', 'bay 2'],
      ['theirs', 'loft'],
    ] as const) {
      const { after, conflicts } = meeting(ours, theirs, policy);
      expect(after.pieces[0]?.place).toBe(place);
      expect(conflicts).toEqual([
        { table: 'pieces', id: 'a', field: 'place', ours: 'bay 2', theirs: 'loft' },
      ]);
    }
  });

  it('join in a list by what lies in it: a finding each, one moved, one removed', () => {
    const [knot, split, nail] = [
      aFinding('knot', { id: 'k' }),
      aFinding('split', { id: 's' }),
      aFinding('nail-hole', { id: 'n' }),
    ];
    const added = meeting(
      shopWith({ ...WAS, findings: [knot, split] }),
      shopWith({ ...WAS, findings: [{ ...knot, x: 77 }, nail] }),
    );
    expect(added.after.pieces[0]?.findings).toEqual([{ ...knot, x: 77 }, nail, split]);
    expect(added.conflicts).toEqual([]);
    const removed = meeting(shopWith({ ...WAS, findings: [] }), shopWith({ ...WAS, findings: [knot, nail] }));
    expect(removed.after.pieces[0]?.findings).toEqual([nail]);
  });

  it('a finding that one removed and the other moved is named, and stands by the policy', () => {
    const moved = shopWith({ ...WAS, findings: [aFinding('knot', { id: 'k', x: 77 })] });
    const gone = shopWith({ ...WAS, findings: [] });
    expect(meeting(gone, moved).after.pieces[0]?.findings).toEqual([]);
    expect(meeting(gone, moved, 'theirs').after.pieces[0]?.findings).toHaveLength(1);
    expect(meeting(moved, gone).after.pieces[0]?.findings).toHaveLength(1);
    expect(meeting(moved, gone, 'theirs').after.pieces[0]?.findings).toEqual([]);
    for (const met of [meeting(gone, moved), meeting(moved, gone)])
      expect(met.conflicts.map(({ field }) => field)).toEqual(['findings.k']);
  });

  it('an outline is one thing: half of one and half of another would be neither', () => {
    const outline = (y: number) => ({
      upper: [
        { x: 0, y: 0 },
        { x: 1000, y },
      ],
      lower: [
        { x: 0, y: 90 },
        { x: 1000, y: 90 },
      ],
    });
    const { after, conflicts } = meeting(
      shopWith({ ...WAS, outline: outline(5) }),
      shopWith({ ...WAS, outline: outline(9) }),
    );
    expect(after.pieces[0]?.outline).toEqual(outline(5));
    expect(conflicts.map(({ field }) => field)).toEqual(['outline']);
  });

  it('a piece that one removed and the other edited is named, and kept by whoever may', () => {
    const [gone, edited] = [shopWith(), shopWith({ ...WAS, place: 'loft' })];
    expect(meeting(gone, edited).after.pieces).toEqual([]);
    expect(meeting(gone, edited, 'theirs').after.pieces).toHaveLength(1);
    expect(meeting(edited, gone).after.pieces).toHaveLength(1);
    expect(meeting(edited, gone, 'theirs').after.pieces).toEqual([]);
    expect(meeting(gone, edited).conflicts).toMatchObject([{ table: 'pieces', id: 'a', field: '' }]);
  });

  it('a tag that is taken gives way to the next that is free', () => {
    const [mine, other] = [
      aPiece({ id: 'b', tag: 'P-02', name: 'plank' }),
      aPiece({ id: 'c', tag: 'P-02', name: 'plank' }),
    ];
    const { after, retagged } = meeting(shopWith(WAS, mine), shopWith(WAS, other));
    expect(after.pieces.map(({ tag }) => tag)).toEqual(['P-01', 'P-02', 'P-03']);
    expect(retagged).toEqual([{ id: 'b', from: 'P-02', to: 'P-03' }]);
  });

  it('a tag that somebody gave back is free again', () => {
    const mine = aPiece({ id: 'b', tag: 'P-02', name: 'plank' });
    const { after, retagged } = meeting(shopWith(WAS, mine), shopWith(aPiece({ ...WAS, tag: 'P-07' })));
    expect(after.pieces.map(({ tag }) => tag).sort()).toEqual(['P-02', 'P-07']);
    expect(retagged).toEqual([]);
  });

  it('settings join by their fields', () => {
    const set = (habits: Partial<ShopDocument['settings']['habits']>): ShopDocument => ({
      ...before,
      settings: { ...before.settings, habits: { ...before.settings.habits, ...habits } },
    });
    const { after, conflicts } = meeting(set({ kerfMm: 2.4 }), set({ endTrimMm: 33 }));
    expect(after.settings.habits).toMatchObject({ kerfMm: 2.4, endTrimMm: 33 });
    expect(conflicts).toEqual([]);
    const clash = meeting(set({ kerfMm: 2.4 }), set({ kerfMm: 3.6 }), 'theirs');
    expect(clash.after.settings.habits.kerfMm).toBe(3.6);
    expect(clash.conflicts).toEqual([
      { table: 'settings', id: 'settings', field: 'habits.kerfMm', ours: 2.4, theirs: 3.6 },
    ]);
  });

  const edit = fc.record(
    {
      place: fc.constantFrom('bay 1', 'bay 2', 'loft'),
      moisturePct: fc.integer({ min: 6, max: 30 }),
      width: fc.integer({ min: 40, max: 300 }),
      findings: fc
        .uniqueArray(fc.constantFrom('k', 's', 'n', 'r'), { maxLength: 4 })
        .map((ids) => ids.map((id) => aFinding('knot', { id }))),
    },
    { requiredKeys: [] },
  );

  it('nothing is lost: each field is theirs where we left it, ours where they did, and named where neither', () => {
    fc.assert(
      fc.property(edit, edit, fc.constantFrom('ours', 'theirs'), (own, other, policy) => {
        const [ours, theirs] = [
          { ...WAS, ...own },
          { ...WAS, ...other },
        ];
        const { after, conflicts } = meeting(shopWith(ours), shopWith(theirs), policy);
        const joined = after.pieces[0];
        const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
        for (const field of ['place', 'moisturePct', 'width'] as const) {
          const [a, b] = [ours[field], theirs[field]];
          const clash = !same(a, WAS[field]) && !same(b, WAS[field]) && !same(a, b);
          expect(joined?.[field]).toEqual(clash ? (policy === 'ours' ? a : b) : same(a, WAS[field]) ? b : a);
          expect(conflicts.some((one) => one.field === field)).toBe(clash);
        }
        const ids = (piece: Piece | undefined): string[] => piece?.findings.map(({ id }) => id) ?? [];
        const kept = new Set(ids(joined));
        for (const id of [...ids(ours), ...ids(theirs)])
          expect(
            kept.has(id) || (id === 'k' && (!ids(ours).includes('k') || !ids(theirs).includes('k'))),
          ).toBe(true);
      }),
    );
  });

  it('on the state it was made on a change stays as it is, and its inverse takes it back', () => {
    fc.assert(
      fc.property(edit, (own) => {
        const ours = shopWith({ ...WAS, ...own });
        const change = changeBetween('edit', before, ours);
        expect(rebase(change, before, 'ours').change).toEqual(change);
        expect(applyChange(ours, rebase(inverse(change), ours, 'theirs').change).pieces).toEqual(
          before.pieces,
        );
      }),
    );
    expect(isEmptyChange(emptyChange('nothing'))).toBe(true);
  });
});
