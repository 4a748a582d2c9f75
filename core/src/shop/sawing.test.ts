import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { acceptPlan, releasePlan } from '../project/plan-life.ts';
import { DEFAULT_ALLOWANCES, type Part, type PlannedCut, type Project } from '../project/project.ts';
import { restOf } from '../planning/rest.ts';
import { withRest } from '../project/sawn.ts';
import { pieceVolumeM3, type Piece } from '../stock/piece.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { DEFAULT_WORKSHOP } from './workshop.ts';
import type { FloorRules } from './workpiece.ts';
import { imbalanceM3, partsInHand, woodBalance } from './entry.ts';
import { sawBoard, spoilPart, spoilPartKeeping, type Floor } from './sawing.ts';

const part = (id: string, qty: number): Part => ({
  id,
  name: id,
  qty,
  length: 300,
  width: 50,
  thickness: 20,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
});
const cut = (pieceId: string, partId: string, unit: number, x: number, y: number, more = {}): PlannedCut => ({
  pieceId,
  partId,
  unit,
  x,
  y,
  length: 325,
  width: 55,
  ...more,
});
const planned = (id: string, parts: readonly Part[], cuts: readonly PlannedCut[]): Project => ({
  id,
  name: id,
  note: '',
  parts,
  plan: { cuts, coverage: 1, missing: [], spentM2: 1, atMostOver: null, accepted: false },
});
const board = (id: string, more: Partial<Piece> = {}): Piece =>
  aPiece({ id, tag: `B-${id}`, length: 1000, width: 120, thickness: 25, ...more });

/** Two boards; the first gives two rails and an offcut, the second one rail. */
function floor(): Floor {
  const cuts = [
    cut('1', 'rail', 0, 0, 0),
    cut('1', 'rail', 1, 330, 0),
    cut('1', 'offcut', 0, 0, 60, { length: 1000, width: 60 }),
    cut('2', 'rail', 2, 0, 0),
  ];
  const bench = acceptPlan(
    { pieces: [board('1'), board('2')], projects: [planned('bench', [part('rail', 3)], cuts)] },
    'bench',
  );
  return { ...bench, entries: [] };
}
const RULES: FloorRules = { machines: DEFAULT_MACHINES, workshop: DEFAULT_WORKSHOP, kerfMm: 3 };
const sawing = () => {
  let made = 0;
  return { day: '2026-03-01', rules: RULES, newId: () => `n${++made}` };
};
const must = <T>(value: T | null | undefined): T => {
  if (value === null || value === undefined) throw new Error('nothing there');
  return value;
};

describe('a board is sawn', () => {
  it('leaves the rack; its parts are in hand, its offcut is a piece, and the plan still stands', () => {
    const after = must(sawBoard(floor(), '1', sawing()));
    expect(after.pieces.map(({ id }) => id)).toEqual(['2', 'n3']);
    const offcut = must(after.pieces[1]);
    expect(offcut).toMatchObject({ length: 1000, width: 60, since: '2026-03-01', find: '' });
    expect(offcut.reservedFor).toBeUndefined();
    expect(partsInHand(after.entries).map(({ partId, unit, from }) => [partId, unit, from])).toEqual([
      ['rail', 0, 'B-1'],
      ['rail', 1, 'B-1'],
    ]);
    const plan = must(after.projects[0]?.plan);
    expect(plan).toMatchObject({ accepted: true, missing: [], coverage: 1 });
    expect(plan.sawn).toHaveLength(2);
    expect(plan.cuts.map(({ pieceId }) => pieceId)).toEqual(['2']);
  });

  it('is sawn once, and only by an accepted plan', () => {
    const after = must(sawBoard(floor(), '1', sawing()));
    expect(sawBoard(after, '1', sawing())).toBeNull();
    expect(sawBoard({ ...floor(), projects: [] }, '1', sawing())).toBeNull();
  });

  it('the plan stands when all its boards are sawn', () => {
    const id = sawing();
    const after = must(sawBoard(must(sawBoard(floor(), '1', id)), '2', id));
    expect(after.projects[0]?.plan).toMatchObject({ accepted: true, missing: [], coverage: 1, cuts: [] });
    expect(partsInHand(after.entries)).toHaveLength(3);
  });

  it('its plan can’t be released any more, or what is sawn would be laid again', () => {
    const after = must(sawBoard(floor(), '1', sawing()));
    expect(releasePlan(after, 'bench')).toBe(after);
    expect(releasePlan(floor(), 'bench').projects[0]?.plan?.accepted).toBe(false);
  });

  it('says what went in, came out and was lost', () => {
    const after = must(sawBoard(floor(), '1', sawing()));
    const { took, gave, lost } = must(after.entries[0]);
    const volume = (list: readonly Piece[]) => list.reduce((sum, piece) => sum + pieceVolumeM3(piece), 0);
    const out = volume(gave.parts.map(({ wood }) => wood)) + volume(gave.pieces);
    expect(volume(took.pieces)).toBeCloseTo(out + lost.kerfM3 + lost.wasteM3, 12);
    expect(lost.kerfM3).toBeGreaterThan(0);
    expect(lost.wasteM3).toBeGreaterThan(0);
  });
});

describe('a part is spoilt', () => {
  it('is missing again, and only that is matched, around what is sawn and planned', () => {
    const id = sawing();
    const sawn = must(sawBoard(floor(), '1', id));
    const after = spoilPart(sawn, must(partsInHand(sawn.entries)[0]), id);
    const bench = must(after.projects[0]);
    expect(bench.plan?.missing).toEqual([{ partId: 'rail', short: 1 }]);
    expect(partsInHand(after.entries)).toHaveLength(1);
    const rest = must(restOf(bench, DEFAULT_MACHINES));
    expect(rest.parts.map(({ id: partId, qty }) => [partId, qty])).toEqual([['rail', 1]]);
    // The second board is spoken for; the offcut of the first may be used.
    expect(rest.excluded).toEqual(['2']);
    const offcut = must(after.pieces.find(({ id: pieceId }) => pieceId === 'n3'));
    const found = { ...must(bench.plan), cuts: [cut(offcut.id, 'rail', 0, 0, 0)], missing: [] };
    const again = withRest(after, 'bench', found);
    expect(again.projects[0]?.plan).toMatchObject({ missing: [], coverage: 1, accepted: true });
    expect(again.projects[0]?.plan?.cuts.map(({ unit }) => unit).sort()).toEqual([0, 2]);
    expect(again.pieces.find(({ id: pieceId }) => pieceId === offcut.id)?.reservedFor).toBe('bench');
  });

  it('what is good of it goes back on the rack as a piece of its own', () => {
    const id = sawing();
    const sawn = must(sawBoard(floor(), '1', id));
    const after = spoilPartKeeping(sawn, must(partsInHand(sawn.entries)[0]), { length: 200, width: 900 }, id);
    expect(after.pieces.at(-1)).toMatchObject({ length: 200, width: 55, thickness: 25 });
    expect(Math.abs(imbalanceM3(woodBalance(after.pieces, after.entries)))).toBeLessThan(1e-12);
  });
});

describe('the wood of a shop', () => {
  const life = fc.array(
    fc.record({ deed: fc.constantFrom('saw', 'spoil', 'keep', 'undo'), pick: fc.nat(99), size: fc.nat(300) }),
    { maxLength: 14 },
  );
  const boards = fc.array(
    fc.record({
      length: fc.integer({ min: 700, max: 2400 }),
      far: fc.integer({ min: 120, max: 200 }),
      offcut: fc.boolean(),
    }),
    { minLength: 1, maxLength: 5 },
  );

  it('is never counted twice and never lost, whatever is sawn, spoilt and undone', () => {
    fc.assert(
      fc.property(boards, life, (made, deeds) => {
        const pieces = made.map(({ length, far }, i) =>
          board(String(i), { length, width: 120, ...(far === 120 ? {} : { widthFar: far }) }),
        );
        const cuts = made.flatMap(({ length, offcut }, i) => [
          cut(String(i), 'rail', 2 * i, 0, 0),
          cut(String(i), 'rail', 2 * i + 1, 328, 0),
          ...(offcut ? [cut(String(i), 'offcut', 0, 0, 58, { length: length - 10, width: 60 })] : []),
        ]);
        const start = acceptPlan(
          { pieces, projects: [planned('bench', [part('rail', 2 * made.length)], cuts)] },
          'bench',
        );
        const past: Floor[] = [{ ...start, entries: [] }];
        const id = sawing();
        const before = pieces.reduce((sum, piece) => sum + pieceVolumeM3(piece), 0);
        for (const { deed, pick, size } of deeds) {
          const now = must(past.at(-1));
          const hand = partsInHand(now.entries);
          const chosen = hand[pick % Math.max(1, hand.length)];
          if (deed === 'saw') {
            const next = sawBoard(now, String(pick % made.length), id);
            if (next) past.push(next);
          } else if (deed === 'undo') {
            if (past.length > 1) past.pop();
          } else if (chosen) {
            past.push(
              deed === 'spoil'
                ? spoilPart(now, chosen, id)
                : spoilPartKeeping(now, chosen, { length: size + 1, width: 40 }, id),
            );
          }
          const after = must(past.at(-1));
          const balance = woodBalance(after.pieces, after.entries);
          expect(Math.abs(imbalanceM3(balance))).toBeLessThan(1e-12);
          expect(balance.foundM3).toBeCloseTo(before, 12);
          const plan = after.projects[0]?.plan;
          const laid = (plan?.cuts ?? []).filter(({ partId }) => partId !== 'offcut').length;
          const missing = plan?.missing[0]?.short ?? 0;
          // Every copy is sawn, planned or missing, and never two of them.
          if (plan) expect(partsInHand(after.entries).length + laid + missing).toBe(2 * made.length);
        }
      }),
      { numRuns: 300 },
    );
  });
});
