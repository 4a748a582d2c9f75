import { describe, expect, it } from 'vitest';
import { COUNTER_RULES, COUNTER_TOP, counterBoard, counterFloor, HOW } from '../../test-support/a-counter.ts';
import { gluedUps } from '../shop/panel/panel.ts';
import { partsInHand, type PartInHand } from '../shop/entry.ts';
import { sawBoard, spoilPart, type Floor } from '../shop/sawing.ts';
import { strayUnit, withRest } from '../project/sawn.ts';
import type { Part, PlannedCut, Project } from '../project/project.ts';
import { DEFAULT_HABITS } from '../yield/habits.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { flatteningOf, projectInstance } from './project-instance.ts';
import { restOf } from './rest.ts';
import { tryProject } from './try-project.ts';

const must = <T>(value: T | null | undefined): T => {
  if (value === null || value === undefined) throw new Error('nothing there');
  return value;
};

/** All four strips sawn, and the one of the third board spoilt. */
function aStripSpoilt(): Floor {
  let now = counterFloor();
  for (const { id } of now.pieces) now = must(sawBoard(now, id, { ...HOW, rules: COUNTER_RULES }));
  const strip = must(partsInHand(now.entries).find(({ from }) => from === 'P-03'));
  return spoilPart(now, strip, HOW);
}
const counter = ({ projects }: Floor): Project => must(projects[0]);
const oak = () => 'european-oak';

describe('what is missing of a panel', () => {
  it('is the strip that was spoilt, not the whole panel', () => {
    const floor = aStripSpoilt();
    expect(counter(floor).plan?.missing).toEqual([{ partId: 'top', short: 1 }]);
    const rest = must(restOf(counter(floor), DEFAULT_MACHINES, oak));
    expect(rest.parts).toHaveLength(1);
    const [lack] = rest.parts as [Part];
    expect(lack).toMatchObject({ id: strayUnit('top', 0), qty: 1, species: ['european-oak'] });
    // 420 less three strips of 109, and what three more joints take.
    expect(lack.width).toBeCloseTo(420 - 3 * 109 + 3 * 2 * DEFAULT_MACHINES.jointingMm, 9);
    expect(lack.length).toBe(COUNTER_TOP.length);
    // As thick as its neighbours were asked for.
    expect(lack.flatteningMm).toBe(flatteningOf(COUNTER_TOP, DEFAULT_MACHINES));
  });

  it('is matched to one strip of the same wood, which makes the panel whole with those in hand', () => {
    const floor = aStripSpoilt();
    const spare = counterBoard(5, { length: 2300, width: 120 });
    const cheaper = counterBoard(6, { id: 'b6', tag: 'S-06', species: 'spruce' });
    const stocked = { ...floor, pieces: [...floor.pieces, spare, cheaper] };
    const rest = must(restOf(counter(stocked), DEFAULT_MACHINES, oak));
    const rules = { habits: DEFAULT_HABITS, machines: DEFAULT_MACHINES };
    const found = tryProject(rest, stocked.pieces, rules, 4).plan;
    expect(found.cuts.filter(({ partId }) => partId !== 'offcut').map(({ pieceId }) => pieceId)).toEqual([
      'b5',
    ]);
    const after = { ...stocked, ...withRest(stocked, 'counter', found) };
    const { plan: whole } = counter(after);
    expect(whole?.missing).toEqual([]);
    expect(whole?.cuts.filter(({ partId }) => partId === 'top')).toMatchObject([{ pieceId: 'b5', unit: 0 }]);
    const hand: PartInHand[] = partsInHand(floor.entries);
    const [panel] = gluedUps({ ...after, parts: hand }, DEFAULT_MACHINES);
    expect(panel?.elements).toHaveLength(4);
  });

  it('stands beside what is missing whole', () => {
    const two = { ...COUNTER_TOP, qty: 2 };
    let now = counterFloor(counterFloor().pieces, two);
    now = must(sawBoard(now, 'b1', { ...HOW, rules: COUNTER_RULES }));
    now = spoilPart(now, must(partsInHand(now.entries)[0]), HOW);
    const rest = must(restOf(counter(now), DEFAULT_MACHINES));
    expect(rest.parts.map(({ id, qty }) => [id, qty])).toEqual([
      ['top', 1],
      [strayUnit('top', 0), 1],
    ]);
    // The wood of the rest is not known here: then that of the part.
    expect(rest.parts[1]?.species).toBe('any');
    // What is planned already is spoken for.
    expect(rest.excluded).toEqual(['b2', 'b3', 'b4']);
  });
});

it('a part that is called like a lone strip keeps its name', () => {
  const floor = counterFloor();
  const id = strayUnit('top', 0);
  const own = { ...counter(floor), parts: [COUNTER_TOP, { ...COUNTER_TOP, id }] };
  const cuts = [{ pieceId: 'b1', partId: id, unit: 0, x: 0, y: 0, length: 2125, width: 109 }];
  const after = withRest({ ...floor, projects: [own] }, 'counter', { ...must(own.plan), cuts });
  expect(counter({ ...floor, ...after }).plan?.cuts.map(({ partId }) => partId)).toContain(id);
});

describe('what is missing of a lamination', () => {
  const layered: Part = {
    ...COUNTER_TOP,
    id: 'leg',
    length: 700,
    width: 70,
    thickness: 66,
    make: { kind: 'laminated', layers: 3 },
  };
  const cut = (unit: number, i: number): PlannedCut => ({
    pieceId: `b${i}`,
    partId: 'leg',
    unit,
    x: 0,
    y: 0,
    length: 725,
    width: 75,
  });
  const planned = (sawn: readonly PlannedCut[], qty: number, short: number): Project => ({
    ...counter(counterFloor()),
    parts: [{ ...layered, qty }],
    plan: {
      cuts: [],
      sawn,
      coverage: 0,
      missing: [{ partId: 'leg', short }],
      spentM2: 1,
      atMostOver: null,
      accepted: true,
    },
  });

  it('is the layers that it lacks, each as thick as the others', () => {
    const rest = must(restOf(planned([cut(0, 1), cut(0, 2)], 1, 1), DEFAULT_MACHINES));
    expect(rest.parts).toHaveLength(1);
    const [lack] = rest.parts as [Part];
    expect(lack).toMatchObject({ id: 'leg#0', qty: 1, make: { kind: 'solid' }, length: 700, width: 70 });
    const asked = projectInstance(planned([], 1, 1), [], {
      habits: DEFAULT_HABITS,
      machines: DEFAULT_MACHINES,
    });
    expect(lack.thickness).toBeCloseTo(must(asked.parts[0]).thickness, 9);
  });

  it('is a whole one where nothing of it is there', () => {
    const rest = must(restOf(planned([cut(0, 1), cut(0, 2), cut(0, 3)], 2, 1), DEFAULT_MACHINES));
    expect(rest.parts.map(({ id, qty }) => [id, qty])).toEqual([['leg', 1]]);
  });
});

it('of a plan that is whole is nothing', () => {
  expect(restOf(counter(counterFloor()), DEFAULT_MACHINES)).toBeNull();
});
