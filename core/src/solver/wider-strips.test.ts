import { describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import type { MatchInstance, Placement } from './instance.ts';
import { QUICK } from './pattern.ts';
import { Problem, type Column, type ColumnCut } from './problem.ts';
import type { Rect } from '../geometry/rectangle.ts';
import { layoutFaults } from './verify-plan.ts';
import { withWiderStrips } from './wider-strips.ts';
import type { Want } from './want.ts';

/** One board 200 mm wide, for the strips of a lid and a rail. */
const instance = (blocked: readonly Rect[] = [], lid = 400): MatchInstance => ({
  kerf: 4,
  jointAllowance: 1,
  offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
  boards: [
    {
      id: 'plank',
      length: 1000,
      width: 200,
      thickness: 25,
      species: 'oak',
      value: 100,
      blocked: { clear: blocked, hidden: [] },
    },
  ],
  parts: [
    { ...common('lid'), type: 'panel', length: 800, width: lid, minStrip: 40, maxStrip: 90 },
    { ...common('rail'), type: 'solid', length: 800, width: 60 },
  ],
});

const common = (
  id: string,
): Pick<MatchInstance['parts'][number], 'id' | 'thickness' | 'qty' | 'grade' | 'species'> => ({
  id,
  thickness: 20,
  qty: 1,
  grade: 'clear',
  species: 'any',
});

const [LID, RAIL, KEPT] = [0, 1, -1];
const cut = (want: number, y: number, width: number, x = 0, length = 800): ColumnCut => ({
  want,
  x,
  y,
  length,
  width,
  fills: want === LID ? width - 1 : want === RAIL ? 1 : 0,
});

function columnOf(problem: Problem, cuts: readonly ColumnCut[]): Column {
  const column = problem.columnFrom(0, cuts);
  if (!column) throw new Error('cuts nothing');
  return column;
}

const lying = ({ cuts }: Column): string[] => cuts.map(({ y, width }) => `${y}+${width}`);

describe('wider strips', () => {
  it('take what is left beside them, up to the widest that a strip may be', () => {
    const problem = new Problem(instance());
    const narrow = columnOf(problem, [cut(LID, 0, 60), cut(LID, 64, 60)]);
    const wide = withWiderStrips(problem, narrow);
    expect(lying(wide)).toEqual(['0+90', '94+90']);
    expect(wide.gives).toEqual([LID, 178]);
    expect(wide.cost).toBe(narrow.cost);
  });

  it('are left where nothing is left beside them, and where no panel lacks anything', () => {
    const problem = new Problem(instance());
    const full = columnOf(problem, [cut(LID, 0, 90), cut(LID, 94, 90)]);
    expect(withWiderStrips(problem, full)).toBe(full);
    const small = new Problem(instance([], 61));
    const closed = columnOf(small, [cut(LID, 0, 61)]);
    expect(withWiderStrips(small, closed)).toBe(closed);
  });

  it('fill no more of a panel than is wanted', () => {
    const problem = new Problem(instance([], 131));
    const wide = withWiderStrips(problem, columnOf(problem, [cut(LID, 0, 60), cut(LID, 64, 60)]));
    expect(wide.gives).toEqual([LID, 130]);
  });

  it('push other pieces aside but take nothing from what is kept', () => {
    const problem = new Problem(instance());
    const pushed = withWiderStrips(problem, columnOf(problem, [cut(LID, 0, 60), cut(RAIL, 70, 60)]));
    expect(lying(pushed)).toEqual(['0+90', '94+60']);
    // 200 mm hold a strip, a kerf and 50 mm to keep, and another kerf: 142 mm are the strips', 90 mm one of them at most.
    const kept = columnOf(problem, [cut(LID, 0, 40), cut(LID, 44, 40), cut(KEPT, 100, 100)]);
    const wide = withWiderStrips(problem, kept);
    expect(wide.cost).toBe(kept.cost);
    expect(lying(wide)).toEqual(['0+52', '56+40', '100+100']);
  });

  it('stop at a finding, and push nothing over one', () => {
    const problem = new Problem(instance([{ x: 100, y: 150, length: 10, width: 10 }]));
    const alone = withWiderStrips(problem, columnOf(problem, [cut(LID, 80, 60)]));
    // Ten millimetres up to the knot, and the rest on the other side.
    expect(lying(alone)).toEqual(['60+90']);
    const beside = withWiderStrips(problem, columnOf(problem, [cut(LID, 10, 60), cut(RAIL, 80, 60)]));
    expect(lying(beside)).toEqual(['0+86', '90+60']);
  });

  it('are not taken where the layout could not be sawn any more', () => {
    // In one row, cut apart last: all must be as wide as the row.
    const row = [cut(LID, 0, 60, 0, 400), cut(RAIL, 0, 60, 404, 400), cut(RAIL, 70, 60, 0, 400)];
    const problem = new Problem(instance());
    const column = columnOf(problem, row);
    const wide = withWiderStrips(problem, column);
    const of = ({ y, width }: ColumnCut): string => `${y}+${width}`;
    expect(of(wide.cuts[1] as ColumnCut)).toBe('0+60');
    expect(layoutFaults(asLaid(instance()), placed(problem, wide))).toEqual([]);
  });

  it('keep every rule on racks of salvage, give the same of the rest, and cost no more', () => {
    let wider = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const given = salvageInstance({ boards: 14, pieces: 16 }, seed);
      const problem = new Problem(given);
      const { open, species } = problem.demand();
      const prices = Float64Array.from(
        problem.species.flatMap(() =>
          problem.wants.map(({ areaMm2, panel, amount }) => (areaMm2 / (panel ? amount : 1)) * 2e-4),
        ),
      );
      given.boards.forEach((_, b) => {
        const column = problem.column(b, prices, open, species, QUICK);
        if (!column) return;
        const wide = withWiderStrips(problem, column);
        if (wide === column) return;
        wider++;
        expect(layoutFaults(given, placed(problem, wide))).toEqual([]);
        expect(wide.cost).toBeCloseTo(column.cost, 9);
        for (let n = 0; n < column.gives.length; n += 2) {
          const { panel, amount } = problem.wants[column.gives[n] as number] as Want;
          const [before, after] = [column.gives[n + 1] as number, wide.gives[n + 1] as number];
          if (panel) expect(after).toBeGreaterThanOrEqual(before);
          else expect(after).toBe(before);
          expect(after).toBeLessThanOrEqual(Math.max(before, amount + 1e-6));
        }
      });
    }
    expect(wider).toBeGreaterThan(10);
  });
});

/** The same rack, its parts as short as they lie in a row. */
const asLaid = (given: MatchInstance): MatchInstance => ({
  ...given,
  parts: given.parts.map((part) => ({ ...part, length: 400, qty: 2 })),
});

function placed(problem: Problem, { board, cuts }: Column): Placement[] {
  const boardId = problem.instance.boards[board]?.id ?? '';
  const many = new Map<number, number>();
  return cuts.map(({ want: w, x, y, length, width }) => {
    const want = problem.wants[w];
    const n = many.get(w) ?? 0;
    many.set(w, n + 1);
    const unit = want && !want.panel ? n : (want?.unit ?? n);
    return { boardId, partId: want?.part.id ?? 'offcut', unit, x, y, length, width };
  });
}
