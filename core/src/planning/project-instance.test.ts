import { expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { DEFAULT_ALLOWANCES, type Part, type Project } from '../project/project.ts';
import type { Piece } from '../stock/piece.ts';
import { DEFAULT_HABITS } from '../yield/habits.ts';
import { DEFAULT_MACHINES, type Machines } from '../yield/machines.ts';
import { blockedForGrade, trimsOf } from '../yield/thickness/workable.ts';
import { nearestMiss } from './nearest-miss.ts';
import { KnownBoards, showFaceOf, worthPerM2 } from './known-boards.ts';
import { keptOut, planForProject, projectInstance } from './project-instance.ts';
import { solveMatch } from '../solver/solve.ts';

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

it('asks the rack for what flattening takes once a panel is glued, more of bowed or many strips', () => {
  const panel = (widestStripMm: number, more: Partial<Part> = {}): Project => ({
    ...project,
    parts: [
      {
        ...(project.parts[0] as Part),
        width: 300,
        make: { kind: 'panel', leastStripMm: 40, widestStripMm },
        ...more,
      },
    ],
  });
  const asks = (of: Project): number | undefined => projectInstance(of, [free], rules).parts[0]?.thickness;
  expect(asks(panel(100))).toBe(21.5);
  expect(asks(panel(60))).toBe(23);
  expect(asks(panel(100, { flatteningMm: 6 }))).toBe(26);
  // One strip needs no glue.
  expect(asks(panel(310))).toBe(20);
  // Two layers have a glued face each, three have four of them: two millimetres off each.
  expect(asks(panel(0, { make: { kind: 'laminated', layers: 2 } }))).toBe((20 + 4) / 2);
  expect(asks(panel(0, { make: { kind: 'laminated', layers: 3 } }))).toBe((20 + 8) / 3);
  const yields = (piece: Piece): number | undefined =>
    projectInstance(panel(100), [piece], rules).boards[0]?.yields?.['rail'];
  const bowed = aPiece({ id: 'a', warp: { bow: 6 } });
  const flattened = 6 * (925 / 1000) ** 2;
  expect(yields(bowed)).toBeCloseTo(25 - flattened - 1.5, 9);
  expect(yields(free)).toBe(25);
});

it('lets machines bind the plan: strips no wider than the planer, nothing solid that can’t be made flat', () => {
  const [rail] = project.parts as [Part];
  const top = { ...rail, width: 600, make: { kind: 'panel', leastStripMm: 60, widestStripMm: 400 } } as const;
  const instance = (parts: readonly Part[], machines: Partial<Machines>) =>
    projectInstance({ ...project, parts }, [free], {
      habits,
      machines: { ...rules.machines, ...machines },
    });
  expect(instance([top], {}).parts[0]?.maxStrip).toBe(310);
  expect(instance([top], { handTools: true }).parts[0]?.maxStrip).toBe(400);
  const bare = { planerWidthMm: null, routerReachMm: null };
  expect(instance([rail], {}).boards[0]?.yields?.['rail']).toBe(25);
  expect(instance([rail], bare).boards[0]?.yields?.['rail']).toBe(0);
  expect(instance([rail], { ...bare, handTools: true }).boards[0]?.yields?.['rail']).toBe(25);
  // A board that no saw here goes through does not come into it at all.
  const none = { sawDepthMm: null, mitreReachMm: null, bandsawHeightMm: null };
  expect(instance([rail], none).boards).toEqual([]);
  const out = keptOut(project, [free], { habits, machines: { ...rules.machines, ...none } });
  expect(out.map(({ fitness }) => fitness.reasons)).toEqual([[{ kind: 'unsawable', ruling: 'never' }]]);
});

it('reckons the same wood as Inspect does: what planing takes off is in the way of neither', () => {
  const marked = aPiece({
    id: 'a',
    findings: [
      aFinding('weathering', { x: 0, y: 0, length: 1000, width: 100 }),
      aFinding('stain', { id: 's', x: 300, depth: 0.4 }),
      aFinding('knot', { id: 'k', x: 600, face: 'through' }),
    ],
  });
  const clear = { ...project, parts: project.parts.map((part) => ({ ...part, grade: 'clear' as const })) };
  const machines = DEFAULT_MACHINES;
  const board = projectInstance(clear, [marked], { habits, machines }).boards[0];
  const face = showFaceOf(marked);
  expect(board?.blocked['clear']).toEqual(blockedForGrade(marked, 'clear', trimsOf(habits, machines), face));
  // Two rough ends and the knot; the skin and the shallow stain are planed off.
  expect(board?.blocked['clear']).toHaveLength(3);
  expect(board?.yields?.['rail']).toBeCloseTo(25 - 1.5 - 0.5, 9);
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
