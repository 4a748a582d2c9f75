import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { emptyDraft } from './draft.ts';
import type { MatchInstance } from './instance.ts';
import { solverFrom, type Solver } from './linear.ts';
import { givesAll } from './lots.ts';
import { Master } from './master.ts';
import { Problem, type Column } from './problem.ts';
import { Relayouts } from './relayout.ts';
import { Rests } from './rests.ts';
import { WholePlans, type WholeLimits } from './whole-plans.ts';

/** A plank with room for both shelves and the rail, a shorter one, and one of pine that only the lid may be of. */
const instance: MatchInstance = {
  kerf: 3,
  jointAllowance: 0,
  offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
  boards: [
    { id: 'long', length: 2500, species: 'oak' },
    { id: 'short', length: 900, species: 'oak' },
    { id: 'pine', length: 2500, species: 'pine' },
  ].map((board) => ({ ...board, width: 200, thickness: 25, value: 100, blocked: { clear: [] } })),
  parts: [
    part('shelf', 'solid', 700, 180, 2, ['oak']),
    part('rail', 'solid', 800, 60, 1, ['oak']),
    { ...part('lid', 'panel', 600, 240, 1, 'any'), minStrip: 40, maxStrip: 120 },
  ],
};

function part(
  id: string,
  type: 'solid' | 'panel',
  length: number,
  width: number,
  qty: number,
  species: MatchInstance['parts'][number]['species'],
): MatchInstance['parts'][number] {
  return { id, type, length, width, qty, species, thickness: 20, grade: 'clear' };
}

const [SHELF, RAIL, LID] = [0, 1, 2];
const way = (board: number, cost: number, ...gives: number[]): Column => ({
  board,
  cost,
  extra: 0,
  cuts: [],
  gives,
});
/** Ways by which each board is known to be filled well. */
const KNOWN = [way(0, 50, SHELF, 2, RAIL, 1), way(1, 18, SHELF, 1), way(2, 50, SHELF, 2, RAIL, 1)];

/** What is remembered of a rest: its board, and what it would have to give. */
const found = (rests: Rests): [number, number[]][] => rests.found.map(({ board, lot }) => [board, [...lot]]);
const look = (rests: Rests, open: number[], cost = 0, species = -1, used: number[] = []): void => {
  const boards = Uint8Array.from([0, 1, 2], (b) => (used.includes(b) ? 1 : 0));
  rests.look(Float64Array.from(open), Int32Array.of(-1, -1, species), boards, () => [], cost);
};

describe('what ways leave to be cut', () => {
  const restsOf = (limit: number): Rests => new Rests(new Problem(instance), KNOWN, () => true, limit, 0);

  it('is remembered for boards that have room for it and may be of it', () => {
    const rests = restsOf(60);
    look(rests, [2, 1, 0]);
    // Two shelves and a rail are too much for the short one, and pine is no wood for them.
    expect(found(rests)).toEqual([[0, [2, 1, 0]]]);
    look(rests, [1, 0, 0], 0, -1, [0]);
    expect(found(rests)).toContainEqual([1, [1, 0, 0]]);
  });

  it('is of the species with which a panel has begun', () => {
    const [oak, pine] = [restsOf(90), restsOf(90)];
    look(oak, [0, 0, 240], 0, 0);
    look(pine, [0, 0, 240], 0, 1);
    expect(found(oak).map(([board]) => board)).not.toContain(2);
    expect(found(pine).map(([board]) => board)).toEqual([2]);
  });

  it('is left where even by area it would cost too much, and known once, as cheaply as may be', () => {
    const rests = restsOf(60);
    look(rests, [2, 1, 0], 30);
    expect(found(rests)).toEqual([]);
    look(rests, [2, 1, 0], 5);
    look(rests, [2, 1, 0], 2);
    look(rests, [2, 1, 0], 8);
    expect(rests.found.map(({ cost }) => cost)).toEqual([2]);
  });

  it('is asked for with what promises most first', () => {
    const rests = restsOf(60);
    look(rests, [1, 0, 0], 20);
    look(rests, [1, 0, 0], 0);
    look(rests, [1, 1, 0], 4);
    const promises = rests.found.map(({ promise }) => promise);
    expect(promises).toEqual([...promises].sort((a, b) => b - a));
    expect(promises.length).toBeGreaterThan(1);
  });

  it('is all given or not', () => {
    const lot = Float64Array.of(2, 1, 0);
    expect(givesAll(way(0, 1, SHELF, 2, RAIL, 1), lot)).toBe(true);
    expect(givesAll(way(0, 1, SHELF, 2), lot)).toBe(false);
    expect(givesAll(way(0, 1, LID, 40, RAIL, 1, SHELF, 3), lot)).toBe(true);
  });
});

describe('choosing a whole plan', () => {
  let solver: Solver;
  beforeAll(async () => {
    solver = solverFrom(await loadHighs());
  });

  it('asks boards for what ways leave, and makes a plan of it that no known ways would', () => {
    const problem = new Problem(instance);
    const master = new Master(problem, solver);
    const plan = [way(0, 48, SHELF, 1, RAIL, 1), way(1, 17, SHELF, 1)];
    for (const column of [...plan, way(1, 19, RAIL, 1), way(0, 70, SHELF, 2, LID, 100)]) master.add(column);
    const limits: WholeLimits = { nodes: 1000, columns: 0, seconds: 0, relaid: 0, rests: 4 };
    const regrouped = (rests: number): readonly Column[] => {
      const draft = emptyDraft(problem);
      draft.open[LID] = 0;
      const wholes = new WholePlans(problem, master, new Relayouts(problem, () => undefined));
      const { draft: found } = wholes.regroup(draft, plan, true, { ...limits, rests });
      return [...(found?.columns.values() ?? [])];
    };
    expect(regrouped(0)).toEqual([]);
    const [only, ...others] = regrouped(4);
    expect(others).toEqual([]);
    expect(only && givesAll(only, Float64Array.of(2, 1, 0))).toBe(true);
  });
});
