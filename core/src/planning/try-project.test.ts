import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { DEFAULT_ALLOWANCES, type Part, type Project } from '../project/project.ts';
import { solverFrom } from '../solver/linear.ts';
import { provenBy } from '../solver/instance.ts';
import { matchSteps } from '../solver/solve.ts';
import { DEFAULT_HABITS } from '../yield/habits.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { projectInstance } from './project-instance.ts';
import { tryProject } from './try-project.ts';

const rules = { habits: DEFAULT_HABITS, machines: DEFAULT_MACHINES };
const part = (id: string, length: number, width: number, qty: number): Part => ({
  id,
  name: id,
  qty,
  length,
  width,
  thickness: 18,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
});
const project: Project = {
  id: 'p',
  name: 'p',
  note: '',
  parts: [part('seat', 900, 100, 4), part('leg', 420, 60, 6), part('rail', 700, 80, 3)],
};
const pieces = Array.from({ length: 12 }, (_, i) =>
  aPiece({ id: `b${i}`, length: 1000 + 137 * (i % 7), width: 120 + 20 * (i % 4), thickness: 30 }),
);

describe('a project tried for a while', () => {
  it('tells what was proven also after its plan was found', async () => {
    const solver = solverFrom(await loadHighs());
    const steps = 260;
    let [proven, atBest, counts, n] = [0, 0, Infinity, 0];
    for (const { plan } of matchSteps(projectInstance(project, pieces, rules), { solver })) {
      const now = plan.weighed ?? plan.consumed;
      if (plan.coverage > 1 - 1e-9 && now < counts - 1e-9) [counts, atBest] = [now, provenBy(plan)];
      proven = Math.max(proven, provenBy(plan));
      if (++n >= steps) break;
    }
    // The proof went on after the plan was there: else this would show nothing.
    expect(proven).toBeGreaterThan(atBest);
    const { plan } = tryProject(project, pieces, rules, steps, solver);
    expect(plan.coverage).toBe(1);
    expect(plan.atMostOver).toBeCloseTo(counts / proven - 1, 9);
  });

  it('gives up on more where the rack is short and nothing more has been found for a while', async () => {
    const solver = solverFrom(await loadHighs());
    const few = pieces.slice(0, 3);
    const instance = projectInstance(project, few, rules);
    let [steps, covered] = [0, 0];
    const { plan } = tryProject(project, few, rules, 1000, solver, () => ++steps < 0);
    let n = 0;
    for (const step of matchSteps(instance, { solver })) {
      covered = step.plan.coverage;
      if (++n >= 4 * steps) break;
    }
    expect(plan.coverage).toBeLessThan(1);
    expect(steps).toBeLessThan(200);
    // Four times as many steps place no more.
    expect(plan.coverage).toBeCloseTo(covered, 9);
  });
});
