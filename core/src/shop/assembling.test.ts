import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { acceptPlan } from '../project/plan-life.ts';
import { DEFAULT_ALLOWANCES, type Part, type Project } from '../project/project.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { isAssembly, thingWeightKg, woodsOfPart } from './assembling.ts';
import { shopDay } from './day.ts';
import { doSteps, passGate } from './do-steps.ts';
import { partsInHand } from './entry.ts';
import { sawBoard, spoilPart, type Floor } from './sawing.ts';
import { shopSteps } from './steps.ts';
import type { ShopStep } from './shop-step.ts';
import { floorNow } from './floor-now.ts';
import { DEFAULT_WORKSHOP } from './workshop.ts';
import type { FloorRules } from './workpiece.ts';

const RULES: FloorRules = { machines: DEFAULT_MACHINES, workshop: DEFAULT_WORKSHOP, kerfMm: 3 };
const MIN = 60_000;
const part = (id: string, length: number): Part => ({
  id,
  name: id,
  qty: 1,
  length,
  width: 50,
  thickness: 20,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
});

function theFloor(): Floor {
  const board = aPiece({
    id: 'b',
    tag: 'B-01',
    length: 1400,
    width: 60,
    thickness: 26,
    scans: { found: '2026-03-01' },
  });
  const cut = (partId: string, x: number, length: number) => ({
    pieceId: 'b',
    partId,
    unit: 0,
    x,
    y: 0,
    length,
    width: 55,
  });
  const project: Project = {
    id: 'rack',
    name: 'Oar rack',
    note: '',
    parts: [part('rail', 500), part('upright', 600)],
    joints: [
      { id: 'm', kind: 'mortise', a: 'rail', b: 'upright', at: 'end', into: 'edge', overall: true },
      { id: 'k', kind: 'bracket', a: 'rail', b: 'upright', at: 'along', into: 'face' },
    ],
    plan: {
      cuts: [cut('rail', 0, 525), cut('upright', 540, 625)],
      coverage: 1,
      missing: [],
      spentM2: 1,
      atMostOver: null,
      accepted: false,
    },
  };
  return { ...acceptPlan({ pieces: [board], projects: [project] }, 'rack'), entries: [] };
}

let ids = 0;
const how = { day: '2026-03-02', newId: () => `n${(ids += 1)}`, at: 0 };
const stepsOf = (floor: Floor): ShopStep[] => shopSteps(floorNow(floor), RULES);
const assemblyOf = (floor: Floor): ShopStep[] => stepsOf(floor).filter(isAssembly);

function milled(start: Floor): Floor {
  let now = sawBoard(start, 'b', { ...how, rules: RULES }) as Floor;
  for (let guard = 0; guard < 60; guard++) {
    const [next] = stepsOf(now).filter((step) => !isAssembly(step));
    if (!next) return now;
    now = doSteps(now, [next], RULES, { ...how, rested: {} }) ?? now;
  }
  return now;
}

describe('assembly on the floor', () => {
  it('waits for the milling of what it joins, in order', () => {
    const steps = assemblyOf(theFloor());
    expect(steps.map(({ words }) => words)).toEqual([
      'Dry fit, with all hardware',
      'Sand and finish what will be closed',
      'rail to upright: mortise and tenon',
      'rail to upright: brackets',
    ]);
    const all = new Set(stepsOf(theFloor()).map(({ id }) => id));
    for (const { needs } of steps) expect(needs.some((need) => all.has(need))).toBe(true);
  });

  it('starts a clock where it was glued, and fits parts with their last joint', () => {
    let now = milled(theFloor());
    for (let i = 0; i < 3; i++) now = doSteps(now, assemblyOf(now).slice(0, 1), RULES, how) as Floor;
    expect(partsInHand(now.entries).map(({ state }) => state)).toEqual([undefined, undefined]);
    const [bracket] = assemblyOf(now) as [ShopStep];
    expect(bracket.freeAt).toBe(180 * MIN);
    expect(shopDay(stepsOf(now), how.day, DEFAULT_WORKSHOP, new Map(), 0).waiting[0]?.because).toBe('glue');
    expect(doSteps(now, [bracket], RULES, { ...how, at: MIN })).toBeNull();
    const early = passGate(now, [bracket], 'held by its wedges', how);
    expect(assemblyOf(early)[0]?.freeAt).toBeUndefined();
    const done = doSteps(early, assemblyOf(early), RULES, { ...how, at: MIN }) as Floor;
    expect(partsInHand(done.entries).map(({ state }) => state)).toEqual(['fitted', 'fitted']);
    expect(assemblyOf(done)).toEqual([]);
  });

  it('does not begin while a part is missing, and says so', () => {
    const now = milled(theFloor());
    const rail = partsInHand(now.entries).find(({ partId }) => partId === 'rail');
    const spoilt = spoilPart(now, rail as never, how);
    const [first] = assemblyOf(spoilt) as [ShopStep];
    expect(first.fault).toContain('missing');
    expect(doSteps(spoilt, [first], RULES, how)).toBeNull();
  });

  it('weighs a thing by the wood it is of', () => {
    const floor = theFloor();
    const [project] = floor.projects as [Project];
    const woods = woodsOfPart({ pieces: floor.pieces, parts: [] }, project);
    const oak = thingWeightKg(project, woods);
    expect(oak).toBeCloseTo(1.1 * 0.05 * 0.02 * 720, 0);
    expect(thingWeightKg(project, () => [])).toBeLessThan(oak);
  });
});
