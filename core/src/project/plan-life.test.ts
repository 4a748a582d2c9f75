import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { emptyShop } from '../exchange/shop-document.ts';
import { readShop } from '../exchange/read-shop.ts';
import { DEFAULT_HABITS } from '../yield/habits.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { matesOf } from './mates.ts';
import {
  acceptConflicts,
  acceptPlan,
  dropPlanAside,
  exchangePlans,
  inOrder,
  keepPlans,
  matchTogether,
  mendWith,
  moveCut,
  overrule,
  putPlanAside,
  releasePlan,
  removePieces,
  removeProject,
  setParts,
  toggleExcluded,
  toggleLock,
  type Bench,
} from './plan-life.ts';
import { planChanges, questionOf } from './plan-question.ts';
import { DEFAULT_ALLOWANCES, type Part, type PlannedCut, type Project, type ProjectPlan } from './project.ts';

const part = (id: string, more: Partial<Part> = {}): Part => ({
  id,
  name: id,
  qty: 2,
  length: 400,
  width: 60,
  thickness: 18,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
  ...more,
});

const cut = (pieceId: string, partId: string, unit: number, x = 0): PlannedCut => ({
  pieceId,
  partId,
  unit,
  x,
  y: 0,
  length: 425,
  width: 65,
});

const pieces = ['p1', 'p2', 'p3', 'p4'].map((id) => aPiece({ id, tag: id }));

/** A plan for a project, with what it was asked, as the engine would keep it. */
function planned(
  project: Project,
  cuts: readonly PlannedCut[],
  together: readonly string[] = [],
): ProjectPlan {
  const pieceById = (id: string) => pieces.find((piece) => piece.id === id);
  return {
    cuts,
    coverage: 1,
    missing: [],
    spentM2: 0.1,
    atMostOver: null,
    accepted: false,
    question: questionOf(cuts, {
      project,
      together: [project.id, ...together],
      habits: DEFAULT_HABITS,
      machines: DEFAULT_MACHINES,
      pieceById,
    }),
  };
}

const bench: Project = {
  id: 'bench',
  name: 'Boot bench',
  note: '',
  parts: [part('rail'), part('slat', { qty: 1 })],
};
const rack: Project = { id: 'rack', name: 'Oar rack', note: '', parts: [part('arm', { qty: 1 })] };
const counter: Project = { id: 'counter', name: 'Tea counter', note: '', parts: [part('top', { qty: 1 })] };

const benchCuts = [
  cut('p1', 'rail', 0),
  cut('p1', 'rail', 1, 430),
  cut('p2', 'slat', 0),
  cut('p2', 'offcut', 0, 430),
];
const otherCuts = [cut('p3', 'rail', 0), cut('p3', 'rail', 1, 430), cut('p3', 'slat', 0, 860)];
const rackCuts = [cut('p2', 'arm', 0, 430)];

const START: Bench = { pieces, projects: [bench, rack, counter] };
const withPlan = keepPlans(START, new Map([['bench', planned(bench, benchCuts)]]));
const accepted = acceptPlan(withPlan, 'bench');
const aside = keepPlans(putPlanAside(withPlan, 'bench'), new Map([['bench', planned(bench, otherCuts)]]));
const acceptedWithAside = acceptPlan(aside, 'bench');
const joined = matchTogether(START, 'bench', ['rack']);
const mates = keepPlans(
  joined,
  new Map([
    ['bench', { ...planned(bench, benchCuts.slice(0, 3), ['rack']), beside: rackCuts }],
    ['rack', { ...planned(rack, rackCuts, ['bench']), beside: [cut('p2', 'slat', 0)] }],
  ]),
);
const acceptedMates = acceptPlan(mates, 'bench');
const fixed = overrule(
  toggleExcluded(toggleLock(withPlan, 'bench', cut('p1', 'rail', 0)), 'bench', 'p4'),
  'bench',
  ['p3'],
  { words: 'tested', day: '2026-03-01' },
);

const STATES: Readonly<Record<string, Bench>> = {
  'no plan': START,
  'a plan': withPlan,
  'an accepted plan': accepted,
  'a plan and one aside': aside,
  'an accepted plan and one aside': acceptedWithAside,
  'matched together, no plan': joined,
  'matched together, with plans': mates,
  'matched together, accepted': acceptedMates,
  'a lock, an exclusion and an overruling': fixed,
};

const DEEDS: Readonly<Record<string, (bench: Bench) => Bench>> = {
  match: (b) => keepPlans(b, new Map([['bench', planned(bench, otherCuts)]])),
  'match the other too': (b) => keepPlans(b, new Map([['rack', planned(rack, [cut('p4', 'arm', 0)])]])),
  'put aside': (b) => putPlanAside(b, 'bench'),
  exchange: (b) => exchangePlans(b, 'bench'),
  'drop the one aside': (b) => dropPlanAside(b, 'bench'),
  accept: (b) => acceptPlan(b, 'bench'),
  'accept the other': (b) => acceptPlan(b, 'rack'),
  release: (b) => releasePlan(b, 'bench'),
  mend: (b) => mendWith(b, 'bench', part('new rail', { qty: 1 }), 'p4'),
  'delete a piece': (b) => removePieces(b, new Set(['p1'])),
  'delete a shared piece': (b) => removePieces(b, new Set(['p2'])),
  'delete all pieces': (b) => removePieces(b, new Set(pieces.map(({ id }) => id))),
  'delete a part': (b) => setParts(b, 'bench', [part('rail')]),
  'delete all parts': (b) => setParts(b, 'bench', []),
  'fewer of a part': (b) => setParts(b, 'bench', [part('rail', { qty: 1 }), part('slat', { qty: 1 })]),
  'more of a part': (b) => setParts(b, 'bench', [part('rail', { qty: 5 }), part('slat', { qty: 1 })]),
  'a part of another size': (b) =>
    setParts(b, 'bench', [part('rail', { length: 380 }), part('slat', { qty: 1 })]),
  join: (b) => matchTogether(b, 'bench', ['rack', 'counter']),
  'join another pair': (b) => matchTogether(b, 'rack', ['counter']),
  leave: (b) => matchTogether(b, 'bench', []),
  'delete the project': (b) => removeProject(b, 'bench'),
  'delete a mate': (b) => removeProject(b, 'rack'),
  'fix a place': (b) => toggleLock(b, 'bench', cut('p2', 'slat', 0)),
  'move a cut': (b) => moveCut(b, 'bench', cut('p1', 'rail', 0), cut('p4', 'rail', 0, 20)),
  'exclude a piece it cuts': (b) => toggleExcluded(b, 'bench', 'p1'),
};

/** What must hold whatever was done. */
function expectInOrder(state: Bench): void {
  const ids = new Set(state.pieces.map(({ id }) => id));
  const allParts = new Map(state.projects.flatMap(({ parts }) => parts.map((one) => [one.id, one] as const)));
  for (const project of state.projects) {
    const own = new Map(project.parts.map((one) => [one.id, one]));
    const named = (of: ReadonlyMap<string, Part>, { pieceId, partId, unit }: PlannedCut): boolean =>
      ids.has(pieceId) && (partId === 'offcut' || unit < (of.get(partId)?.qty ?? 0));
    for (const plan of [project.plan, project.putBy]) {
      if (!plan) continue;
      expect(plan.cuts.every((one) => named(own, one))).toBe(true);
      expect((plan.beside ?? []).every((one) => named(allParts, one))).toBe(true);
      const laid = new Map<string, Set<number>>();
      for (const { partId, unit } of plan.cuts) laid.set(partId, (laid.get(partId) ?? new Set()).add(unit));
      for (const { id, qty } of project.parts) {
        const short = plan.missing.find(({ partId }) => partId === id)?.short ?? 0;
        expect(short + (laid.get(id)?.size ?? 0)).toBe(qty);
      }
      expect(plan.missing.every(({ partId }) => own.has(partId))).toBe(true);
    }
    expect(project.putBy?.accepted ?? false).toBe(false);
    expect((project.locks ?? []).every((one) => named(own, one))).toBe(true);
    expect((project.excluded ?? []).every((id) => ids.has(id))).toBe(true);
    expect((project.overruled ?? []).every(({ pieceId }) => ids.has(pieceId))).toBe(true);
    for (const other of project.together ?? []) {
      const mate = state.projects.find(({ id }) => id === other);
      expect([...(mate?.together ?? []), other].sort()).toEqual(
        [...(project.together ?? []), project.id].sort(),
      );
    }
  }
  for (const { id, reservedFor } of state.pieces) {
    const holders = state.projects
      .filter(({ plan }) => plan?.accepted === true && plan.cuts.some(({ pieceId }) => pieceId === id))
      .map((project) => project.id);
    if (holders.length === 0) expect(reservedFor).toBeUndefined();
    else expect(holders).toContain(reservedFor);
  }
  // Once in order, putting it in order changes nothing.
  expect(inOrder(state)).toEqual(state);
  const document = { ...emptyShop(), ...state };
  const read = readShop(JSON.stringify(document));
  expect(read.ok ? read.value : read.fault).toEqual(JSON.parse(JSON.stringify(document)));
}

describe.each(Object.keys(STATES))('from %s', (state) => {
  it.each(Object.keys(DEEDS))('to %s', (deed) => {
    const before = STATES[state] as Bench;
    expectInOrder(before);
    const after = (DEEDS[deed] as (bench: Bench) => Bench)(before);
    expectInOrder(after);
    // And any deed after that, from there.
    for (const next of Object.values(DEEDS)) expectInOrder(next(after));
  });
});

const planIn = (state: Bench, id = 'bench'): ProjectPlan | undefined =>
  state.projects.find((project) => project.id === id)?.plan;

describe('an accepted plan', () => {
  it('stays accepted whatever happens to parts and pieces, and says what it is short of', () => {
    const left = removePieces(accepted, new Set(['p2']));
    expect(planIn(left)).toMatchObject({ accepted: true, missing: [{ partId: 'slat', short: 1 }] });
    expect(left.pieces.find(({ id }) => id === 'p1')?.reservedFor).toBe('bench');
    const fewer = setParts(accepted, 'bench', [part('rail')]);
    expect(planIn(fewer)).toMatchObject({ accepted: true, missing: [] });
    expect(fewer.pieces.find(({ id }) => id === 'p2')?.reservedFor).toBeUndefined();
    expect(
      planIn(setParts(accepted, 'bench', [part('rail', { qty: 5 }), part('slat', { qty: 1 })])),
    ).toMatchObject({
      accepted: true,
      missing: [{ partId: 'rail', short: 3 }],
    });
  });

  it('is neither matched anew, nor exchanged, nor moved about in', () => {
    expect(keepPlans(accepted, new Map([['bench', planned(bench, otherCuts)]]))).toBe(accepted);
    expect(exchangePlans(acceptedWithAside, 'bench')).toEqual(acceptedWithAside);
    expect(moveCut(accepted, 'bench', cut('p1', 'rail', 0), cut('p4', 'rail', 0))).toEqual(accepted);
  });

  it('keeps another plan from the same wood', () => {
    const other = { ...accepted, projects: [...accepted.projects] };
    const plan = planned(rack, [cut('p1', 'arm', 0)]);
    expect(keepPlans(other, new Map([['rack', plan]]))).toBe(other);
    const forced: Bench = {
      ...other,
      projects: other.projects.map((one) => (one.id === 'rack' ? { ...one, plan } : one)),
    };
    expect(acceptConflicts(forced, 'rack').map(({ id }) => id)).toEqual(['p1']);
    expect(planIn(acceptPlan(forced, 'rack'), 'rack')?.accepted).toBe(false);
    expect(planIn(acceptPlan(releasePlan(forced, 'bench'), 'rack'), 'rack')?.accepted).toBe(true);
  });

  it('is accepted and released with those made together with it, and their shared board with them', () => {
    expect(planIn(acceptedMates, 'rack')?.accepted).toBe(true);
    expect(acceptedMates.pieces.filter(({ reservedFor }) => reservedFor !== undefined)).toHaveLength(2);
    const released = releasePlan(acceptedMates, 'rack');
    expect(released.pieces.some(({ reservedFor }) => reservedFor !== undefined)).toBe(false);
    const [one] = acceptedMates.projects;
    expect(matesOf(one as Project, acceptedMates.projects).map(({ id }) => id)).toEqual(['bench', 'rack']);
  });
});

describe('a plan is out of date', () => {
  const changesOf = (state: Bench, more: Partial<Parameters<typeof planChanges>[1]> = {}, id = 'bench') => {
    const project = state.projects.find((one) => one.id === id) as Project;
    return planChanges(project.plan as ProjectPlan, {
      project,
      together: matesOf(project, state.projects).map((mate) => mate.id),
      habits: DEFAULT_HABITS,
      machines: DEFAULT_MACHINES,
      pieceById: (pieceId) => state.pieces.find((piece) => piece.id === pieceId),
      ...more,
    });
  };
  const changed = (pieceId: string, patch: Partial<Bench['pieces'][number]>): Bench => ({
    ...withPlan,
    pieces: withPlan.pieces.map((piece) => (piece.id === pieceId ? { ...piece, ...patch } : piece)),
  });

  it('not when anything is tallied, moved, photographed or measured that it does not use', () => {
    expect(changesOf(withPlan)).toEqual([]);
    expect(changesOf({ ...withPlan, pieces: [...withPlan.pieces, aPiece({ id: 'new' })] })).toEqual([]);
    expect(changesOf(changed('p4', { length: 200 }))).toEqual([]);
    expect(
      changesOf(changed('p1', { place: 'loft', moisturePct: 9, scans: { found: '2026-03-01' } })),
    ).toEqual([]);
    expect(changesOf(accepted)).toEqual([]);
    expect(
      changesOf(setParts(withPlan, 'bench', [part('rail', { name: 'long rail' }), part('slat', { qty: 1 })])),
    ).toEqual([]);
  });

  it.each([
    ['another size', { length: 990 }, ['size']],
    ['another wood', { species: 'scots-pine' }, ['species']],
    ['warp that was measured', { warp: { bow: 4 } }, ['shape']],
    ['hazards that were found', { hazards: ['mould' as const] }, ['hazards']],
  ])('when a board that it uses has %s', (_, patch, aspects) => {
    expect(changesOf(changed('p1', patch))).toEqual([{ kind: 'board', pieceId: 'p1', aspects }]);
  });

  it('when a part, the wish, a fixed place, the brief or the shop has changed, and says which', () => {
    const own = (change: (project: Project) => Project): Bench => ({
      ...withPlan,
      projects: withPlan.projects.map((one) => (one.id === 'bench' ? change(one) : one)),
    });
    const longer = [part('rail', { length: 410 }), part('slat', { qty: 1 })];
    expect(changesOf(setParts(withPlan, 'bench', longer))).toEqual([
      { kind: 'part', partId: 'rail', fields: ['length'] },
    ]);
    const wider = [
      part('rail'),
      part('slat', { qty: 1, allowances: { length: 40, width: 5, thickness: 2 } }),
    ];
    expect(changesOf(setParts(withPlan, 'bench', wider))).toEqual([
      { kind: 'part', partId: 'slat', fields: ['allowances'] },
    ]);
    expect(changesOf(own((one) => ({ ...one, wanted: 'least-work' })))).toEqual([{ kind: 'wanted' }]);
    expect(changesOf(own((one) => ({ ...one, brief: { outdoors: true } })))).toEqual([{ kind: 'uses' }]);
    expect(changesOf(own((one) => ({ ...one, brief: { wishes: 'blue' } })))).toEqual([]);
    expect(changesOf(toggleLock(withPlan, 'bench', cut('p1', 'rail', 0)))).toEqual([]);
    expect(changesOf(toggleLock(withPlan, 'bench', cut('p4', 'rail', 0)))).toEqual([
      { kind: 'lock', partId: 'rail', pieceId: 'p4' },
    ]);
    expect(changesOf(toggleExcluded(withPlan, 'bench', 'p1'))).toEqual([
      { kind: 'board-excluded', pieceId: 'p1' },
    ]);
    expect(changesOf(toggleExcluded(withPlan, 'bench', 'p4'))).toEqual([]);
    expect(changesOf(matchTogether(withPlan, 'bench', ['rack']))).toEqual([{ kind: 'together' }]);
    expect(changesOf(withPlan, { habits: { ...DEFAULT_HABITS, kerfMm: 2.4 } })).toEqual([
      { kind: 'habit', key: 'kerfMm' },
    ]);
    expect(changesOf(withPlan, { habits: { ...DEFAULT_HABITS, minLengthMm: 90 } })).toEqual([]);
    expect(changesOf(withPlan, { machines: { ...DEFAULT_MACHINES, planerWidthMm: null } })).toEqual([
      { kind: 'machine', key: 'planerWidthMm' },
    ]);
  });

  it('when another project has taken a board, and when an earlier version made it', () => {
    const taken = changed('p2', { reservedFor: 'counter' });
    expect(changesOf(taken)).toEqual([{ kind: 'board-taken', pieceId: 'p2', by: 'counter' }]);
    const old: Bench = {
      ...withPlan,
      projects: withPlan.projects.map((one) => {
        if (!one.plan) return one;
        const { question: _, ...plan } = one.plan;
        return { ...one, plan };
      }),
    };
    expect(changesOf(old)).toEqual([{ kind: 'version' }]);
  });
});
