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
  findings: [aFinding('stain', { x: 100, y: 10, length: 300, width: 60 })],
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
