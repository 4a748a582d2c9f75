import fc from 'fast-check';
import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { chooseColumns, lossesAt, type Choice } from './choose-columns.ts';
import { chooseWithSpecies } from './choose-species.ts';
import { emptyDraft, type Draft } from './draft.ts';
import type { MatchInstance } from './instance.ts';
import { solverFrom } from './linear.ts';
import { Master } from './master.ts';
import { Problem, type Column } from './problem.ts';
import { TOUCH } from './tolerances.ts';

const MANY = 1e6;

/** Boards of two species; what lies on them is not asked here, only what a way is said to give. */
const problemOf = (boards: number): Problem =>
  new Problem({
    kerf: 3,
    jointAllowance: 0,
    offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
    boards: Array.from({ length: boards }, (_, b) => ({
      id: `b${b}`,
      length: 2000,
      width: 200,
      thickness: 25,
      species: b % 2 === 0 ? 'oak' : 'pine',
      value: 10,
      blocked: { clear: [] },
    })),
    parts: [
      { ...part('rail', 'solid'), qty: 3 },
      { ...part('stile', 'solid'), qty: 1 },
      { ...part('lid', 'panel'), qty: 1 },
      { ...part('shelf', 'panel'), qty: 1 },
    ],
  } satisfies MatchInstance);

function part(id: string, type: 'solid' | 'panel'): Omit<MatchInstance['parts'][number], 'qty'> {
  return { id, type, length: 500, width: 100, thickness: 20, grade: 'clear', species: 'any' };
}

const column = (board: number, cost: number, gives: readonly number[]): Column => ({
  board,
  cost,
  extra: 0,
  gives,
  cuts: [],
});

/** What the cheapest choice costs, by trying every way or none on each board; infinite where none covers all. */
function byTryingAll(problem: Problem, columns: readonly Column[], draft: Draft): number {
  const { wants } = problem;
  let best = Infinity;
  const go = (
    board: number,
    open: readonly number[],
    species: readonly (string | null)[],
    cost: number,
  ): void => {
    if (cost >= best) return;
    if (open.every((left) => left <= TOUCH)) best = cost;
    if (board === problem.instance.boards.length) return;
    go(board + 1, open, species, cost);
    for (const { gives, cost: more } of columns.filter((one) => one.board === board)) {
      const left = [...open];
      const kinds = [...species];
      let sound = true;
      for (let i = 0; i < gives.length; i += 2) {
        const w = gives[i] as number;
        left[w] = Math.max(0, (left[w] as number) - (gives[i + 1] as number));
        if (wants[w]?.panel !== true) continue;
        const kind = problem.speciesOf[board] as string;
        sound &&= kinds[w] === null || kinds[w] === kind;
        kinds[w] = kind;
      }
      if (sound) go(board + 1, left, kinds, cost + more);
    }
  };
  go(0, [...draft.open], draft.species, 0);
  return best;
}

const costOf = (columns: readonly Column[]): number => columns.reduce((sum, { cost }) => sum + cost, 0);

const pools = fc.array(
  fc.record({
    board: fc.nat(4),
    cost: fc.integer({ min: 1, max: 30 }),
    rails: fc.nat(2),
    stiles: fc.nat(1),
    lid: fc.constantFrom(0, 0, 40, 60, 100),
    shelf: fc.constantFrom(0, 0, 50, 100),
  }),
  { minLength: 4, maxLength: 22 },
);
type Pool = typeof pools extends fc.Arbitrary<infer T> ? T : never;

const columnsOf = (pool: Pool): Column[] =>
  pool
    .map(({ board, cost, rails, stiles, lid, shelf }) =>
      column(
        board,
        cost,
        [rails, stiles, lid, shelf].flatMap((much, w) => (much > 0 ? [w, much] : [])),
      ),
    )
    .filter(({ gives }) => gives.length > 0);

const prices = fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 8, maxLength: 8 });

describe('choosing a whole plan', () => {
  it('costs what the best of all choices costs, whatever the prices', () => {
    let covered = 0;
    fc.assert(
      fc.property(pools, prices, fc.constantFrom(null, 'oak', 'pine'), (pool, at, begun) => {
        const problem = problemOf(5);
        const draft = emptyDraft(problem);
        draft.species[2] = begun;
        const columns = columnsOf(pool);
        // A panel's price is for a millimetre, by species; a part's is the same in any.
        const by = Float64Array.from(at, (price, i) => (i % 4 >= 2 ? price / 100 : (at[i % 4] as number)));
        const { chosen, complete } = chooseColumns(problem, {
          columns,
          draft,
          prices: by,
          limit: 200,
          nodes: MANY,
        });
        const best = byTryingAll(problem, columns, draft);
        expect(complete).toBe(true);
        if (Number.isFinite(best)) covered++;
        if (chosen === null) expect(best).toBe(Infinity);
        else {
          expect(costOf(chosen)).toBeCloseTo(best, 6);
          expect(byTryingAll(problem, chosen, draft)).toBeCloseTo(best, 6);
          // At any prices the least and what its columns lose are no more than a choice costs.
          const { least, of } = lossesAt(problem, columns, draft, by);
          const lost = chosen.reduce((sum, one) => sum + (of[columns.indexOf(one)] as number), 0);
          expect(Math.min(...of)).toBeGreaterThanOrEqual(0);
          expect(least + lost).toBeLessThanOrEqual(best + 1e-9);
        }
      }),
      { numRuns: 400 },
    );
    expect(covered).toBeGreaterThan(100);
  });

  it('chooses nothing where nothing is cheaper than the limit', () => {
    const problem = problemOf(2);
    const draft = emptyDraft(problem);
    const columns = [column(0, 7, [0, 3, 1, 1, 2, 100]), column(1, 5, [3, 100])];
    const none = new Float64Array(8);
    const below = (limit: number): Choice =>
      chooseColumns(problem, { columns, draft, prices: none, limit, nodes: MANY });
    expect(below(12)).toEqual({ chosen: null, complete: true });
    expect(below(12.1).chosen).toHaveLength(2);
  });

  it('fills only what is open', () => {
    const problem = problemOf(3);
    const draft = emptyDraft(problem);
    draft.open.set([1, 0, 0, 30]);
    draft.species[3] = 'pine';
    const columns = [
      column(0, 2, [0, 1, 3, 30]),
      column(1, 6, [0, 1, 3, 30]),
      column(0, 1, [0, 1]),
      column(1, 3, [3, 30]),
    ];
    const { chosen } = chooseColumns(problem, {
      columns,
      draft,
      prices: new Float64Array(8),
      limit: 100,
      nodes: MANY,
    });
    expect(chosen).toEqual([columns[2], columns[3]]);
  });

  it('says when it stopped before all was looked at', () => {
    const problem = problemOf(5);
    const columns = [0, 1, 2, 3, 4].flatMap((board) => [
      column(board, 5, [0, 1, 2, 20]),
      column(board, 6, [1, 1, 3, 50]),
      column(board, 7, [0, 1, 3, 50, 2, 20]),
    ]);
    const draft = emptyDraft(problem);
    const ask = (nodes: number): boolean =>
      chooseColumns(problem, { columns, draft, prices: new Float64Array(8), limit: 60, nodes }).complete;
    expect(ask(3)).toBe(false);
    expect(ask(MANY)).toBe(true);
  });
});

describe('choosing a whole plan by species of its panels', () => {
  let master: (problem: Problem) => Master;
  beforeAll(async () => {
    const solver = solverFrom(await loadHighs());
    master = (problem) => new Master(problem, solver);
  });

  it('costs what the best of all choices costs', () => {
    let covered = 0;
    fc.assert(
      fc.property(pools, (pool) => {
        const problem = problemOf(5);
        const draft = emptyDraft(problem);
        const columns = columnsOf(pool);
        const none = new Float64Array(8);
        const { chosen, complete } = chooseWithSpecies(problem, master(problem), {
          columns,
          draft,
          prices: none,
          limit: 200,
          nodes: MANY,
        });
        const best = byTryingAll(problem, columns, draft);
        expect(complete).toBe(true);
        expect(chosen ? costOf(chosen) : Infinity).toBeCloseTo(best, 6);
        if (chosen) covered++;
      }),
      { numRuns: 200 },
    );
    expect(covered).toBeGreaterThan(50);
  });

  it('ends sooner than without, where fractions mix species', () => {
    // Cheap strips of both species would make the lid, but a dear one is needed where it is of one.
    const problem = problemOf(8);
    const columns = [0, 1, 2, 3, 4, 5, 6, 7].flatMap((board) => [
      column(board, 1, [2, 32]),
      column(board, 9 + board / 10, [2, 36]),
      column(board, 2 + board / 5, [0, 1]),
    ]);
    const draft = emptyDraft(problem);
    draft.open.set([3, 0, 100, 0]);
    const at = master(problem);
    const { prices } = at.linear(columns, draft) ?? { prices: new Float64Array(8) };
    const best = byTryingAll(problem, columns, draft);
    const enough = (ask: (nodes: number) => Choice): number => {
      let nodes = 1;
      while (!ask(nodes).complete) nodes *= 2;
      expect(costOf(ask(nodes).chosen ?? [])).toBe(best);
      return nodes;
    };
    const plain = enough((nodes) => chooseColumns(problem, { columns, draft, prices, limit: 60, nodes }));
    const told = enough((nodes) =>
      chooseWithSpecies(problem, at, { columns, draft, prices, limit: 60, nodes }),
    );
    expect(told).toBeLessThan(plain);
  });
});
