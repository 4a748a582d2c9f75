import { expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { DEFAULT_ALLOWANCES, type Project } from '../project/project.ts';
import { DEFAULT_HABITS } from '../yield/habits.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { nearestMiss } from './nearest-miss.ts';
import { KnownBoards, showFaceOf, worthPerM2 } from './known-boards.ts';
import { basisOf, planForProject, projectInstance } from './project-instance.ts';
import { solveMatch } from './solve.ts';

const project: Project = {
  id: 'bench',
  name: 'Boot bench',
  note: '',
  parts: [
    {
      id: 'rail',
      name: 'rail',
      qty: 2,
      length: 900,
      width: 60,
      thickness: 20,
      grade: 'character',
      species: ['european-oak'],
      allowances: DEFAULT_ALLOWANCES,
    },
  ],
};
const habits = { ...DEFAULT_HABITS, endTrimMm: 0 };
const rules = { habits, machines: { ...DEFAULT_MACHINES, cleanUpMm: 0 } };
const free = aPiece({ id: 'a' });
const others = aPiece({ id: 'b', reservedFor: 'counter' });
const own = aPiece({ id: 'c', reservedFor: 'bench' });

it('takes the pieces that no other project has reserved, and parts at their rough size', () => {
  const instance = projectInstance(project, [free, others, own], rules);
  expect(instance.boards.map((board) => board.id)).toEqual(['a', 'c']);
  expect(instance.parts[0]).toMatchObject({ length: 925, width: 65, thickness: 20, qty: 2 });
});

it('marks a plan by what it rests on', () => {
  const basis = (pieces: ReturnType<typeof aPiece>[]): string =>
    basisOf(projectInstance(project, pieces, rules));
  expect(basis([free])).toBe(basis([{ ...free, place: 'elsewhere' }]));
  expect(basis([free])).toBe(basis([{ ...free, reservedFor: 'bench' }]));
  expect(basis([free])).not.toBe(basis([{ ...free, length: 999 }]));
  expect(basis([free])).not.toBe(basis([{ ...free, findings: [aFinding('rot')] }]));
});

it('says how near the rack comes to what is short', () => {
  const instance = projectInstance(
    project,
    [free, aPiece({ id: 'thin', thickness: 12 }), aPiece({ id: 'pine', species: 'scots-pine' })],
    rules,
  );
  const plan = planForProject(
    solveMatch(instance, () => true),
    instance,
  );
  expect(plan.missing).toEqual([{ partId: 'rail', short: 1 }]);
  expect(plan.spentM2).toBeCloseTo(0.1);
  expect(nearestMiss(instance, 'rail', plan.cuts)).toMatchObject({
    neededLength: 925,
    neededWidth: 65,
    ofSpecies: 2,
    thickEnough: 1,
    longestLeft: { boardId: 'a', length: expect.closeTo(71.8) as number },
  });
  expect(nearestMiss(instance, 'rail', [])?.longestLeft).toEqual({ length: 1000, boardId: 'a' });
  expect(nearestMiss(instance, 'nothing', [])).toBeNull();
});

it('shows the face with less in the way, and values sound long thick wood', () => {
  expect(showFaceOf(aPiece({ findings: [aFinding('stain', { face: 'A' })] }))).toBe('B');
  expect(showFaceOf(aPiece({ findings: [aFinding('stain', { face: 'B' })] }))).toBe('A');
  expect(worthPerM2(aPiece())).toBeCloseTo(1);
  expect(worthPerM2(aPiece({ length: 2000 }))).toBeGreaterThan(worthPerM2(aPiece()));
  const rotten = aPiece({ findings: [aFinding('rot', { length: 500, width: 100 })] });
  expect(worthPerM2(rotten)).toBeLessThan(worthPerM2(aPiece()));
});

it('asks the same whether pieces are known from before or not, and never by other habits', () => {
  const pieces = [free, aPiece({ id: 'd', findings: [aFinding('rot')], warp: { cup: 3 } })];
  const known = new KnownBoards(rules.habits, rules.machines);
  const fresh = projectInstance(project, pieces, rules);
  expect(projectInstance(project, pieces, { ...rules, known })).toEqual(fresh);
  // A second time, and for another size of the part.
  expect(projectInstance(project, pieces, { ...rules, known })).toEqual(fresh);
  const [rail] = project.parts;
  const longer = { ...project, parts: rail ? [{ ...rail, length: 940, grade: 'clear' as const }] : [] };
  expect(projectInstance(longer, pieces, { ...rules, known })).toEqual(
    projectInstance(longer, pieces, rules),
  );
  const other = { ...rules, habits: { ...habits, endTrimMm: 40 } };
  expect(projectInstance(project, pieces, { ...other, known })).toEqual(
    projectInstance(project, pieces, other),
  );
});
