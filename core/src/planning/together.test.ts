import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { DEFAULT_ALLOWANCES, type Part, type Project } from '../project/project.ts';
import type { Piece } from '../stock/piece.ts';
import { DEFAULT_HABITS } from '../yield/habits.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { matesOf } from '../project/mates.ts';
import { projectInstance } from './project-instance.ts';
import { asOne, groupsTogether } from './together.ts';
import { tryProject } from './try-project.ts';

const rules = { habits: { ...DEFAULT_HABITS, endTrimMm: 0 }, machines: DEFAULT_MACHINES };
const rail = (id: string, length: number, more: Partial<Part> = {}): Part => ({
  id,
  name: 'rail',
  qty: 1,
  length,
  width: 90,
  thickness: 20,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
  ...more,
});
const project = (id: string, parts: Part[], more: Partial<Project> = {}): Project => ({
  id,
  name: id,
  note: '',
  parts,
  ...more,
});
const board = (id: string, length: number, more: Partial<Piece> = {}): Piece =>
  aPiece({ id, tag: id, length, width: 100, thickness: 25, findings: [], ...more });

const bench = project('bench', [rail('a', 900)], { together: ['rack'] });
const rack = project('rack', [rail('b', 900)], { together: ['bench'] });
const both = [bench, rack];

describe('projects matched together', () => {
  it('share a board where that spends less, and each is told what lies beside its own', () => {
    const pieces = [board('one', 1900), board('two', 1200), board('three', 1200)];
    const { plans } = tryProject(bench, pieces, rules, 60, null, undefined, both);
    const [ours, theirs] = [plans.get('bench'), plans.get('rack')];
    expect([ours?.coverage, theirs?.coverage]).toEqual([1, 1]);
    expect(ours?.cuts.map(({ pieceId, partId }) => [pieceId, partId])).toContainEqual(['one', 'a']);
    expect(ours?.beside).toEqual(theirs?.cuts.filter(({ partId }) => partId === 'b'));
    expect(theirs?.beside).toEqual(ours?.cuts.filter(({ partId }) => partId === 'a'));
    // Like parts: each is charged half of the board.
    expect(ours?.spentM2).toBeCloseTo(0.095, 6);
    expect(theirs?.spentWorth).toBeCloseTo(ours?.spentWorth ?? 0, 9);
  });

  it('spend in sum what the plan for all spends', () => {
    const pieces = [board('one', 1900), board('two', 2600), board('three', 1400)];
    const three = [...both, project('counter', [rail('c', 500, { width: 40, qty: 3 })])];
    const all = asOne(three);
    const { plan } = tryProject(all, pieces, rules, 40);
    const { plans } = tryProject(bench, pieces, rules, 40, null, undefined, three);
    const sum = (of: (id: string) => number): number => three.reduce((total, { id }) => total + of(id), 0);
    expect(sum((id) => plans.get(id)?.spentM2 ?? NaN)).toBeCloseTo(plan.spentM2, 9);
    expect(sum((id) => plans.get(id)?.spentWorth ?? NaN)).toBeCloseTo(plan.spentWorth ?? NaN, 9);
    expect(plan.question?.parts.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    expect(plans.get('bench')?.question?.together).toEqual(['rack', 'counter']);
  });

  it('are short each of its own parts only', () => {
    const pieces = [board('one', 1000)];
    const short = [bench, project('rack', [rail('b', 900, { qty: 3 })])];
    const { plans } = tryProject(bench, pieces, rules, 20, null, undefined, short);
    const missing = [...plans.values()].flatMap((plan) => plan.missing);
    expect(missing.reduce((sum, { short: many }) => sum + many, 0)).toBe(3);
    for (const [id, plan] of plans) {
      const demanded = id === 'bench' ? 1 : 3;
      const open = plan.missing.reduce((sum, { short: many }) => sum + many, 0);
      expect(plan.coverage).toBeCloseTo(1 - open / demanded, 9);
    }
  });

  it('have thickness groups of their own, though they bear one name', () => {
    const legs = (id: string, thickness: number): Part =>
      rail(id, 400, { group: 'legs', thickness, leastThicknessMm: 10 });
    const two = [project('bench', [legs('a', 22)]), project('rack', [legs('b', 14)])];
    const { plans } = tryProject(two[0] as Project, [board('one', 1900)], rules, 20, null, undefined, two);
    expect(plans.get('bench')?.groups).toEqual({ legs: 22 });
    expect(plans.get('rack')?.groups).toEqual({ legs: 14 });
    const kept = two.map((one): Project => ({
      ...one,
      plan: plans.get(one.id) as NonNullable<Project['plan']>,
    }));
    expect(groupsTogether(kept)).toEqual({ 'bench/legs': 22, 'rack/legs': 14 });
  });

  it('may use what any of them has reserved, and nothing that one leaves out', () => {
    const pieces = [
      board('mine', 1000, { reservedFor: 'rack' }),
      board('out', 1000),
      board('other', 1000, { reservedFor: 'counter' }),
    ];
    const all = asOne([{ ...bench, excluded: ['out'] }, rack]);
    expect(projectInstance(all, pieces, rules).boards.map(({ id }) => id)).toEqual(['mine']);
  });

  it('ask the same question whichever of them is in view', () => {
    const pieces = [board('one', 1900)];
    const asked = (from: Project) => projectInstance(asOne(matesOf(from, both)), pieces, rules);
    expect(asked(bench)).toEqual(asked(rack));
  });
});

it('counts as mates only those that stand where the project stands: accepted with it, or open like it', () => {
  const plan = {
    cuts: [],
    coverage: 1,
    missing: [],
    spentM2: 0,
    atMostOver: null,
    accepted: true,
  };
  expect(matesOf(bench, both)).toEqual(both);
  expect(matesOf(bench, [bench, { ...rack, plan }])).toEqual([bench]);
});

it('leaves a project by itself as it is', () => {
  expect(asOne([bench])).toBe(bench);
  const { plan } = tryProject(bench, [board('one', 1900)], rules, 5);
  expect(plan.beside).toBeUndefined();
  expect(() => asOne([])).toThrow(/at least one/);
});
