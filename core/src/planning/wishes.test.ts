import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import {
  DEFAULT_ALLOWANCES,
  WANTED,
  WANTED_ABOUT,
  WANTED_NAMES,
  type Part,
  type Project,
  type Wanted,
} from '../project/project.ts';
import type { Piece } from '../stock/piece.ts';
import { DEFAULT_HABITS } from '../yield/habits.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { DEFAULT_OFFCUT } from '../solver/instance.ts';
import { solverFrom, type Solver } from '../solver/linear.ts';
import { matchSteps } from '../solver/solve.ts';
import { projectInstance } from './project-instance.ts';

const rules = { habits: DEFAULT_HABITS, machines: DEFAULT_MACHINES };
const part = (id: string, more: Partial<Part> = {}): Part => ({
  id,
  name: id,
  qty: 1,
  length: 600,
  width: 80,
  thickness: 18,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
  ...more,
});
const project = (wanted: Wanted, parts: Part[]): Project => ({ id: 'p', name: 'p', note: '', parts, wanted });

const tone = (l: number) => ({ l, a: 5, b: 20, spread: 3, samples: 4 });
const clean = aPiece({ id: 'clean', tone: tone(60), grain: 'quarter' });
const marked = aPiece({
  id: 'marked',
  tone: tone(60),
  grain: 'quarter',
  findings: [
    aFinding('stain', { x: 100, y: 10, length: 300, width: 60 }),
    aFinding('stain', { face: 'B', x: 100, y: 10, length: 300, width: 60 }),
  ],
});
const dark = aPiece({ id: 'dark', tone: tone(25), grain: 'quarter' });
const pieces: readonly Piece[] = [
  clean,
  marked,
  dark,
  aPiece({ id: 'plain', tone: tone(60), grain: 'flat' }),
];

/** How little the wish likes the part from the board. */
function reluctance(wanted: Wanted, parts: Part[], from = pieces) {
  const instance = projectInstance(project(wanted, parts), from, rules);
  return {
    instance,
    of: (board: string, partId: string): number =>
      instance.boards.find(({ id }) => id === board)?.reluctance?.[partId] ?? 0,
  };
}

describe('a wish', () => {
  it('has a name and says what it does', () => {
    for (const wanted of WANTED) {
      expect(WANTED_NAMES[wanted].length).toBeGreaterThan(4);
      expect(WANTED_ABOUT[wanted].length).toBeGreaterThan(20);
    }
  });

  it('least waste adds nothing to what is spent', () => {
    const { instance } = reluctance('least-waste', [part('rail')]);
    expect(instance.perBoard).toBeUndefined();
    expect(instance.offcut).toEqual({ ...DEFAULT_OFFCUT, grade: 'character' });
    expect(instance.boards.every((board) => board.reluctance === undefined)).toBe(true);
  });

  it('best looking shows the clean board, of the common tone and with figure, and hides the others', () => {
    const { of } = reluctance('best-looking', [part('door'), part('back', { grade: 'hidden' })]);
    for (const worse of ['marked', 'dark', 'plain']) {
      expect(of('clean', 'door')).toBeLessThan(of(worse, 'door'));
      expect(of('clean', 'back')).toBeGreaterThan(of(worse, 'back'));
    }
  });

  it('least work asks a price for every board, for what is planed away and for strips', () => {
    const thick = aPiece({ id: 'thick', thickness: 45 });
    const near = aPiece({ id: 'near', thickness: 21 });
    const panel = part('panel', { make: { kind: 'panel', leastStripMm: 40, widestStripMm: 80 } });
    const { instance, of } = reluctance('least-work', [part('rail'), panel], [thick, near]);
    expect(instance.perBoard).toBeGreaterThan(0);
    expect(of('near', 'rail')).toBeLessThan(of('thick', 'rail'));
    expect(of('near', 'panel')).toBeGreaterThan(0);
  });

  it('clear the rack takes short pieces first, and thinks less of offcuts', () => {
    const short = aPiece({ id: 'short', length: 700 });
    const long = aPiece({ id: 'long', length: 2300 });
    const { instance, of } = reluctance('clear-the-rack', [part('rail')], [short, long]);
    expect(of('short', 'rail')).toBeLessThan(of('long', 'rail'));
    expect(instance.offcut.credit).toBeLessThan(DEFAULT_OFFCUT.credit);
  });

  it('never weighs so much that a board twice as dear is taken for it', () => {
    for (const wanted of WANTED) {
      const { instance } = reluctance(wanted, [part('rail')]);
      for (const board of instance.boards) {
        const worthOfPart = (board.value * 600 * 80) / 1e6;
        expect(board.reluctance?.['rail'] ?? 0).toBeLessThanOrEqual(1.3 * worthOfPart);
      }
    }
  });
});

/** Tags of the pieces that a short search cuts, in order. */
function cutFrom(
  wanted: Wanted,
  parts: Part[],
  from: readonly Piece[],
  rounds = 60,
  solver: Solver | null = null,
): string[] {
  const instance = projectInstance(project(wanted, parts), from, rules);
  let [used, coverage]: [string[], number] = [[], 0];
  for (const { plan, round } of matchSteps(instance, { solver })) {
    coverage = plan.coverage;
    used = [...new Set(plan.placements.map(({ boardId }) => boardId))].sort();
    if (round >= rounds) break;
  }
  expect(coverage).toBe(1);
  return used;
}

/** Pieces of one size, that differ in one thing. */
const stock = (id: string, more: Partial<Piece> = {}): Piece =>
  aPiece({ id, length: 900, width: 120, thickness: 30, grain: 'flat', tone: tone(60), ...more });

describe('each weight decides where all else is nearly the same:', () => {
  const panel = part('top', {
    length: 640,
    width: 190,
    make: { kind: 'panel', leastStripMm: 80, widestStripMm: 105 },
  });

  it('the strips of a panel are of one tone', () => {
    const from = [
      stock('a light', { tone: tone(70) }),
      stock('b dark', { tone: tone(40) }),
      stock('c light', { tone: tone(69) }),
      stock('d dark', { tone: tone(41) }),
    ];
    const used = cutFrom('best-looking', [panel], from);
    expect(used).toHaveLength(2);
    expect(new Set(used.map((id) => id.split(' ')[1])).size).toBe(1);
  });

  it('and of one figure', () => {
    const from = [
      stock('a quarter', { grain: 'quarter' }),
      stock('b flat'),
      stock('c flat'),
      stock('d quarter', { grain: 'quarter' }),
    ];
    const used = cutFrom('best-looking', [panel], from);
    expect(new Set(used.map((id) => id.split(' ')[1])).size).toBe(1);
  });

  it('figure goes on from strip to strip: both come from one board, if it is hardly dearer', async () => {
    const solver = solverFrom(await loadHighs());
    const from = [stock('a short'), stock('b short'), stock('c long', { length: 1480, width: 118 })];
    expect(cutFrom('least-waste', [panel], from, 60, solver)).toEqual(['a short', 'b short']);
    expect(cutFrom('best-looking', [panel], from, 60, solver)).toEqual(['c long']);
    const dearer = [...from.slice(0, 2), stock('c long', { length: 1480, width: 130 })];
    expect(cutFrom('best-looking', [panel], dearer, 60, solver)).toEqual(['a short', 'b short']);
  });

  it('where nobody looks, figure need not go on', () => {
    const hidden = { ...panel, grade: 'hidden' } as const;
    expect(reluctance('best-looking', [hidden], [stock('a')]).instance.parts[0]?.together).toBeUndefined();
  });

  it('sapwood stays out of sight', () => {
    const from = [stock('a sappy', { sapwood: 'upper' }), stock('b heart', { sapwood: 'none' })];
    expect(cutFrom('best-looking', [part('rail')], from)).toEqual(['b heart']);
    expect(cutFrom('best-looking', [part('rail', { grade: 'hidden' })], from)).toHaveLength(1);
  });

  it('the better face is the one that shows', () => {
    const stain = (face: 'A' | 'B') => aFinding('stain', { face, x: 100, y: 10, length: 500, width: 80 });
    const from = [
      stock('a both', { findings: [stain('A'), stain('B')] }),
      stock('b one', { findings: [stain('B')] }),
    ];
    expect(cutFrom('best-looking', [part('rail')], from)).toEqual(['b one']);
  });

  it('a long piece is kept whole', () => {
    // The long piece leaves an offcut, so by area alone it would do as well.
    const from = [stock('a long', { length: 3000 }), stock('b short', { length: 1450 })];
    expect(cutFrom('best-looking', [part('rail')], from)).toEqual(['b short']);
  });

  it('thickness is left in hand', () => {
    const lean = stock('a lean', { thickness: 19 });
    const from = [lean, stock('b ample', { thickness: 20.2 })];
    const { instance } = reluctance('least-work', [part('rail')], from);
    const inHand = (id: string): number =>
      (instance.boards.find((board) => board.id === id)?.yields?.['rail'] ?? 0) - 18;
    expect(inHand('a lean')).toBeLessThan(1);
    expect(inHand('b ample')).toBeGreaterThan(1);
    expect(cutFrom('least-work', [part('rail')], from)).toEqual(['b ample']);
  });

  it('copies come from boards of one thickness, so that the planer is set once', () => {
    const legs = part('leg', { qty: 2, length: 640, width: 90 });
    const from = [
      stock('a 24', { thickness: 24 }),
      stock('b 26', { thickness: 26 }),
      stock('c 24', { thickness: 24 }),
    ];
    expect(cutFrom('least-work', [legs], from)).toEqual(['a 24', 'c 24']);
  });

  it('little is planed away', () => {
    const from = [stock('a thick', { thickness: 50 }), stock('b near', { thickness: 24 })];
    expect(cutFrom('least-work', [part('rail')], from)).toEqual(['b near']);
  });
});
