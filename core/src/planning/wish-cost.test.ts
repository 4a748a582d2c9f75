import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { DEFAULT_ALLOWANCES, type Part, type Project } from '../project/project.ts';
import type { MatchPlan } from '../solver/instance.ts';
import { solveMatch } from '../solver/solve.ts';
import { DEFAULT_HABITS } from '../yield/habits.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { projectInstance } from './project-instance.ts';
import { besideLeastWaste, withoutWishes } from './wish-cost.ts';

const rules = { habits: DEFAULT_HABITS, machines: DEFAULT_MACHINES };
const rail: Part = {
  id: 'rail',
  name: 'rail',
  qty: 1,
  length: 600,
  width: 80,
  thickness: 18,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
};
const project = (more: Partial<Project> = {}): Project => ({
  id: 'p',
  name: 'p',
  note: '',
  parts: [rail],
  wanted: 'best-looking',
  ...more,
});
const stain = (face: 'A' | 'B') => aFinding('stain', { face, x: 60, y: 10, length: 500, width: 80 });
// The clean board is the larger one, so it costs more to cut into.
const clean = aPiece({ id: 'clean', length: 790 });
const marked = aPiece({ id: 'marked', length: 720, findings: [stain('A'), stain('B')] });

const counting = (most: number) => {
  let many = 0;
  return () => ++many > most;
};
const planOf = (asked: Project, pieces = [clean, marked]): MatchPlan =>
  solveMatch(projectInstance(asked, pieces, rules), counting(60));

describe('what a priority costs', () => {
  it('is asked only where there is one', () => {
    expect(withoutWishes(project({ wanted: 'least-waste' }), [clean], rules, {})).toBeNull();
    const plain = withoutWishes(project(), [clean], rules, {});
    expect(plain?.boards[0]?.reluctance).toBeUndefined();
  });

  it('is what its plan spends over the least-waste plan', () => {
    const plan = planOf(project());
    expect(plan.placements[0]?.boardId).toBe('clean');
    const plain = withoutWishes(project(), [clean, marked], rules, {});
    const least = planOf(project({ wanted: 'least-waste' }));
    expect(least.placements[0]?.boardId).toBe('marked');
    const told = plain && besideLeastWaste(plan, plain, counting(60));
    expect(told?.overLeast).toBeCloseTo(plan.consumed / least.consumed - 1, 9);
    expect(told?.overLeast).toBeGreaterThan(0.05);
  });

  it('is nothing where there is but one way, and not told of a plan that is short', () => {
    const plain = withoutWishes(project(), [clean], rules, {});
    const only = plain && besideLeastWaste(planOf(project(), [clean]), plain, counting(40));
    expect(only?.overLeast).toBeCloseTo(0, 9);
    const short = planOf(project({ parts: [{ ...rail, qty: 3 }] }), [clean]);
    expect(plain && besideLeastWaste(short, plain, counting(5)).overLeast).toBeUndefined();
  });
});
