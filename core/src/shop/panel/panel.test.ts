import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  COUNTER_BOARDS,
  COUNTER_RULES,
  COUNTER_TOP,
  counterBoard,
  counterFloor,
  HOW,
  milledFloor,
} from '../../../test-support/a-counter.ts';
import { aFinding, aPiece } from '../../../test-support/made-up-pieces.ts';
import type { Part, Project } from '../../project/project.ts';
import { pieceVolumeM3, type Piece } from '../../stock/piece.ts';
import type { Tone } from '../../stock/inspection.ts';
import { balanceOfFind } from '../balance.ts';
import { isEarly, shopDay } from '../day.ts';
import { doSteps, passGate } from '../do-steps.ts';
import { imbalanceM3, partsInHand, woodBalance } from '../entry.ts';
import { stateOf, millingOf } from '../moving-on.ts';
import { sawBoard, spoilPart, type Floor } from '../sawing.ts';
import { shopSteps } from '../steps.ts';
import type { ShopStep } from '../shop-step.ts';
import { floorNow } from '../floor-now.ts';
import { DEFAULT_WORKSHOP } from '../workshop.ts';
import {
  bestFacesUp,
  bestOrder,
  cupOfPanel,
  DEFAULT_LAYING_WEIGHTS,
  faultsOf,
  layingCost,
  leastInSight,
  overPlace,
  ringsAlternating,
  ringsOf,
  stripCupMm,
  turnedPlace,
} from './laying.ts';
import { asLaid, gluedUps, panelWidth, sapEdges, shiftOf, type GluedUp } from './panel.ts';

const MIN = 60_000;
const RULES = COUNTER_RULES;
const top = COUNTER_TOP;
const BOARDS = COUNTER_BOARDS;
const board = counterBoard;
const theFloor = counterFloor;
const milled = milledFloor;
const how = HOW;
const apart = (a: Tone, b: Tone): number => Math.abs(a.l - b.l);
const panelOf = (floor: Floor): GluedUp =>
  gluedUps({ ...floor, parts: partsInHand(floor.entries) }, RULES.machines)[0] as GluedUp;
const stepsOf = (floor: Floor): ShopStep[] => shopSteps(floorNow(floor), RULES);

describe('strips of a panel', () => {
  it('come to the width that is asked for, jointed, and are known before they are sawn', () => {
    const panel = panelOf(theFloor());
    expect(panel.elements.map(({ name, handId }) => [name, handId])).toEqual([
      ['P-01/1', null],
      ['P-02/1', null],
      ['P-03/1', null],
      ['P-04/1', null],
    ]);
    expect(panelWidth(panel)).toEqual({ comesTo: 432, over: 12 });
  });

  it('lie as the maker laid them, also once they are sawn', () => {
    const floor = theFloor();
    const keys = panelOf(floor).elements.map(({ key }) => key);
    const [a, b, c, d] = keys as [string, string, string, string];
    const panels = [
      {
        partId: 'top',
        unit: 0,
        strips: [{ key: c, over: true as const }, { key: a }, { key: d }, { key: b }],
      },
    ];
    const laid = { ...floor, projects: floor.projects.map((project) => ({ ...project, panels })) };
    const sawn = sawBoard(laid, 'b3', { ...how, rules: RULES }) as Floor;
    for (const now of [laid, sawn]) {
      expect(panelOf(now).elements.map(({ key }) => key)).toEqual([c, a, d, b]);
      expect(panelOf(now).elements[0]?.place.over).toBe(true);
    }
  });

  it('turn their edges, ends and faces with them, and back', () => {
    const wood = { ...(BOARDS[2] as Piece), ends: { near: { trimMm: 5, sound: true } } };
    expect(asLaid(wood, { turned: true }).findings[0]).toMatchObject({ x: 2133, y: 70, face: 'A' });
    expect(asLaid(wood, { over: true }).findings[0]).toMatchObject({ x: 5, y: 70, face: 'B' });
    expect(asLaid(wood, { turned: true })).toMatchObject({ sapwood: 'upper', ends: { far: { trimMm: 5 } } });
    for (const way of [{ turned: true as const }, { over: true as const }])
      expect(asLaid(asLaid(wood, way), way)).toEqual(wood);
    const place = { key: 'k' };
    expect(sapEdges({ wood, place })).toEqual({ above: false, below: true });
    expect(sapEdges({ wood, place: overPlace(turnedPlace(place)) })).toEqual({ above: false, below: true });
    expect(turnedPlace(turnedPlace(place))).toEqual(place);
  });

  it('are found the order in which tones and sapwood meet best, never worse than given', () => {
    const { elements } = panelOf(theFloor());
    const best = bestOrder(elements, apart, DEFAULT_LAYING_WEIGHTS);
    expect(best.exact).toBe(true);
    expect(best.cost).toBeLessThan(best.before);
    const byKey = new Map(elements.map((element) => [element.key, element]));
    const laid = best.strips.map((place) => ({
      ...(byKey.get(place.key) as (typeof elements)[number]),
      place,
    }));
    expect(layingCost(laid, apart, DEFAULT_LAYING_WEIGHTS)).toBeCloseTo(best.cost, 9);
    // Light beside light, sapwood beside sapwood.
    const [one, two] = laid
      .filter(({ wood }) => (wood.tone?.l ?? 0) > 55)
      .map((element) => laid.indexOf(element)) as [number, number];
    expect(Math.abs(one - two)).toBe(1);
  });

  it('show their cup as the rings lie', () => {
    const { elements } = panelOf(theFloor());
    expect(ringsOf(elements)).toBe('oneWay');
    const laid = ringsAlternating(elements).map((place, i) => ({
      ...(elements[i] as (typeof elements)[number]),
      place,
    }));
    expect(ringsOf(laid)).toBe('alternating');
    const cup = cupOfPanel(elements, 4);
    expect(cup?.oneWay).toBeCloseTo((cup?.alternating ?? 0) * 16, 6);
    expect(cup?.now).toBe(cup?.oneWay);
    expect(cupOfPanel(laid, 4)?.now).toBe(cup?.alternating);
    // Oak, 4.2 points between both shrinkages, 4 % drier, 100 wide, 80 from the heart.
    expect(stripCupMm(100, { radialPct: 4, tangentialPct: 8.2 }, -4)).toBeCloseTo(0.0875, 4);
    expect(
      cupOfPanel(
        [{ ...(elements[0] as (typeof elements)[number]), wood: aPiece({ species: 'unknown' }) }],
        4,
      ),
    ).toBeNull();
  });

  it('hide what harms: cut away with the ends, or on the underside', () => {
    const panel = panelOf(theFloor());
    // The knot at the near end lies half in the waste, half in sight.
    expect(faultsOf(panel)).toEqual({ shows: 2, underside: 0, outside: 0 });
    const key = panel.elements[2]?.key ?? '';
    const place = leastInSight(panel, key);
    expect(place?.shiftMm).toBe(-12.5);
    const faces = bestFacesUp(panel.elements);
    expect(faces[3]?.over).toBe(true);
    const elements = panel.elements.map((element, i) => ({
      ...element,
      place: i === 2 && place ? place : (faces[i] ?? element.place),
    }));
    expect(faultsOf({ ...panel, elements })).toEqual({ shows: 0, underside: 1, outside: 1 });
    expect(
      shiftOf({ size: { length: 2125, width: 1, thickness: 1 }, place: { key, shiftMm: 400 } }, top),
    ).toBe(12.5);
  });

  it('count what lies outside a round as cut away', () => {
    const corner = board(1, {
      findings: [aFinding('knot', { id: 'c', face: 'A', x: 14, y: 4, length: 8, width: 8 })],
    });
    const round: Part = { ...top, length: 400, width: 400, shape: { kind: 'round' } };
    const floor = theFloor([corner, ...BOARDS.slice(1, 4)], round);
    const cuts = floor.projects[0]?.plan?.cuts.map((cut) => ({ ...cut, length: 425 })) ?? [];
    const project = { ...floor.projects[0], plan: { ...floor.projects[0]?.plan, cuts } } as Project;
    expect(faultsOf(panelOf({ ...floor, projects: [project] })).outside).toBeGreaterThanOrEqual(1);
  });
});

describe('gluing a panel up', () => {
  it('is stages after the milling of what they glue, and then one piece to be milled', () => {
    const floor = theFloor();
    const glue = stepsOf(floor).filter(({ do: deed }) => deed === 'glue-up');
    expect(glue).toHaveLength(3);
    expect(glue[0]?.needs.length).toBeGreaterThan(0);
    let now = milled(floor);
    const [first, second, last] = stepsOf(now) as [ShopStep, ShopStep, ShopStep];
    expect(stepsOf(now).map(({ do: deed }) => deed)).toEqual(['glue-up', 'glue-up', 'glue-up']);
    expect(doSteps(now, [last], RULES, how)).toBeNull();
    // Six clamps serve one of them: the other is not closed with it.
    now = doSteps(now, [first, second], RULES, { ...how, minutes: 20 }) as Floor;
    expect(now.entries.at(-1)).toMatchObject({ kind: 'glued', minutes: 10 });
    const [halfway] = partsInHand(now.entries).filter(({ glued }) => glued !== undefined);
    expect(halfway?.aim).toBeUndefined();
    expect(halfway?.wood).toMatchObject({ tag: 'P-01/1+1', species: 'european-oak' });
    expect(stateOf(halfway as never, millingOf(stepsOf(now)))).toBe('glued');
    const [other] = stepsOf(now) as [ShopStep];
    expect(other).toMatchObject({ do: 'glue-up', freeAt: 180 * MIN });
    expect(shopDay(stepsOf(now), how.day, DEFAULT_WORKSHOP, new Map(), 60 * MIN).waiting[0]).toMatchObject({
      because: 'glue',
    });
    expect(doSteps(now, [other], RULES, { ...how, at: 60 * MIN })).toBeNull();
    now = doSteps(now, [other], RULES, { ...how, at: 181 * MIN }) as Floor;
    const [next] = stepsOf(now) as [ShopStep];
    expect(next).toMatchObject({ do: 'glue-up', freeAt: 361 * MIN });
    now = doSteps(now, [next], RULES, { ...how, at: 362 * MIN }) as Floor;
    const [panel] = partsInHand(now.entries);
    expect(partsInHand(now.entries)).toHaveLength(1);
    expect(panel?.glued?.map(({ tag }) => tag)).toEqual(['P-01/1', 'P-02/1', 'P-03/1', 'P-04/1']);
    expect(panel?.glued?.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    // Wider than 400: two days; and 432 don't go through a planer of 310.
    const after = stepsOf(now);
    expect(after.map(({ do: deed }) => deed)).toContain('thickness');
    expect(after.every(({ freeAt }) => freeAt === (362 + 2880) * MIN)).toBe(true);
    expect(after.some(({ machine }) => machine === 'planer')).toBe(false);
    expect(isEarly(after[0] as ShopStep, 0)).toBe(true);
  });

  it('keeps the wood balance, for each find too, whatever is glued', () => {
    let now = milled(theFloor());
    const balance = (): number => imbalanceM3(woodBalance(now.pieces, now.entries));
    for (const at of [0, 200 * MIN, 400 * MIN]) {
      const [step] = stepsOf(now) as [ShopStep];
      now = doSteps(now, [step], RULES, { ...how, at }) as Floor;
      expect(balance()).toBeCloseTo(0, 12);
      for (const find of ['pews', 'floor'])
        expect(imbalanceM3(balanceOfFind(now.pieces, now.entries, find))).toBeCloseTo(0, 12);
    }
    expect(balanceOfFind(now.pieces, now.entries, 'pews').partsM3).toBeCloseTo(
      pieceVolumeM3(partsInHand(now.entries)[0]?.wood as Piece) / 2,
      9,
    );
  });

  it('may be worked on before the glue is hard, in the maker’s words', () => {
    let now = milled(theFloor());
    now = doSteps(now, stepsOf(now).slice(0, 1), RULES, how) as Floor;
    const early = passGate(now, stepsOf(now).slice(0, 1), 'the room is warm', how);
    expect(early.entries[early.entries.length - 1]?.words).toBe('the room is warm');
    expect(stepsOf(early)[0]?.freeAt).toBeUndefined();
  });

  it('is spoilt as a whole: all of its strips are missing again', () => {
    let now = milled(theFloor());
    for (const at of [0, 200 * MIN, 400 * MIN])
      now = doSteps(now, stepsOf(now).slice(0, 1), RULES, { ...how, at }) as Floor;
    const spoilt = spoilPart(now, partsInHand(now.entries)[0] as never, how);
    expect(spoilt.projects[0]?.plan?.missing).toEqual([{ partId: 'top', short: 1 }]);
    expect(spoilt.projects[0]?.plan?.sawn ?? []).toEqual([]);
  });

  it('puts findings where their strips lie, turned with them', () => {
    fc.assert(
      fc.property(fc.boolean(), fc.boolean(), fc.nat(3), (turned, over, at) => {
        const floor = theFloor();
        const keys = panelOf(floor).elements.map(({ key }) => key);
        const third = keys[2] as string;
        const rest = keys.filter((key) => key !== third);
        const strips = [...rest.slice(0, at), third, ...rest.slice(at)].map((key) =>
          key === third
            ? { key, ...(turned ? { turned: true as const } : {}), ...(over ? { over: true as const } : {}) }
            : { key },
        );
        const panels = [{ partId: 'top', unit: 0, strips }];
        let now = milled({ ...floor, projects: floor.projects.map((project) => ({ ...project, panels })) });
        for (const when of [0, 200 * MIN, 400 * MIN])
          now =
            doSteps(
              now,
              stepsOf(now)
                .filter(({ do: deed }) => deed === 'glue-up')
                .slice(0, 1),
              RULES,
              { ...how, at: when },
            ) ?? now;
        const { wood } = partsInHand(now.entries)[0] as { wood: Piece };
        const knot = wood.findings.find(({ kind }) => kind === 'knot');
        expect(knot?.face).toBe(over ? 'B' : 'A');
        expect(knot?.y).toBeGreaterThan(at * 108 - 1);
        expect(knot?.y).toBeLessThan((at + 1) * 108);
        expect((knot?.x ?? 0) > 1000).toBe(turned);
      }),
      { numRuns: 12 },
    );
  });
});
