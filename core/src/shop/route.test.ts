import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { warpLoss } from '../yield/thickness/warp-loss.ts';
import { blankFor, pullFlatForce } from '../yield/thickness/blank.ts';
import { routeOf } from './route.ts';
import { changedRoute } from './route-change.ts';
import type { MillingSchool, RouteMachines, RoutePiece, RouteSize } from './route-steps.ts';

const SHOP: RouteMachines = {
  planerWidth: 310,
  planerThickest: 150,
  planerLeast: 300,
  jointerWidth: 155,
  sawDepth: 75,
  mitreReach: 300,
  bandsawHeight: 150,
};
const board = (more: Partial<RoutePiece> = {}): RoutePiece => ({
  length: 1000,
  width: 120,
  thickness: 25,
  warp: {},
  edges: 'straight',
  metal: 'cleared',
  ...more,
});
const part = (more: Partial<RouteSize> = {}): RouteSize => ({
  length: 950,
  width: 110,
  thickness: 20,
  ...more,
});
const deeds = (
  piece: RoutePiece,
  of: RouteSize,
  machines: Partial<RouteMachines> = {},
  school?: MillingSchool,
): string[] =>
  routeOf(piece, of, { ...SHOP, ...machines }, school).steps.map(
    ({ do: what, machine }) => `${what} ${machine}`,
  );

describe('the milling route', () => {
  it('leaves out what nothing asks for', () => {
    expect(deeds(board(), part())).toEqual([
      'thickness planer',
      'rip table-saw',
      'rest bench',
      'crosscut mitre-saw',
    ]);
  });

  it('goes the trade’s way where all of it is needed', () => {
    const rough = board({
      length: 2400,
      width: 180,
      thickness: 38,
      warp: { cup: 4, bow: 10, crook: 6, twist: 5 },
      edges: 'crooked',
      metal: 'in',
    });
    expect(deeds(rough, part({ length: 900, width: 70, thickness: 28 }))).toEqual([
      'pull bench',
      'scan detector',
      'rough-crosscut bandsaw',
      'straighten jointer',
      'rough-rip table-saw',
      'flatten jointer',
      'thickness planer',
      'scan-again detector',
      'rip table-saw',
      'rest bench',
      'crosscut mitre-saw',
    ]);
  });

  it.each<[string, Partial<RouteMachines>, MillingSchool, string]>([
    ['jointer first', {}, 'jointer', 'flatten jointer'],
    ['planer first, in light passes', {}, 'planer', 'flatten planer'],
    ['without a jointer, on a sled', { jointerWidth: null }, 'jointer', 'flatten sled'],
    ['by hand', {}, 'hand', 'flatten hand-plane'],
    [
      'wider than the machines, a router',
      { planerWidth: 100, jointerWidth: 90, routerReach: 25 },
      'jointer',
      'flatten router',
    ],
  ])('flattens %s', (_, machines, school, step) => {
    expect(deeds(board({ warp: { cup: 2 } }), part(), machines, school)).toContain(step);
  });

  it('halves what is too wide for the planer, and glues it again', () => {
    const wide = board({ width: 400 });
    const steps = deeds(wide, part({ width: 380 }));
    expect(steps).toEqual([
      'halve table-saw',
      'thickness planer',
      'glue clamps',
      'rip table-saw',
      'rest bench',
      'crosscut table-saw',
    ]);
    expect(routeOf(wide, part({ width: 397 }), SHOP).blocked).toContain('a kerf and a joint');
    expect(routeOf(board({ width: 700 }), part({ width: 650 }), SHOP).blocked).toContain('more than twice');
  });

  it.each<[string, number, Partial<RouteMachines>, string, number | undefined]>([
    ['through in one pass', 74, {}, 'table-saw', undefined],
    ['too thick: the bandsaw', 98, {}, 'bandsaw', undefined],
    ['no bandsaw: from both faces', 98, { bandsawHeight: null }, 'table-saw', 2],
  ])('rips %s', (_, thickness, machines, machine, passes) => {
    const post = board({ width: 150, thickness });
    const rip = routeOf(post, part({ width: 60, thickness: thickness - 3 }), {
      ...SHOP,
      ...machines,
    }).steps.find(({ do: what }) => what === 'rough-rip');
    expect([rip?.machine, rip?.passes]).toEqual([machine, passes]);
  });

  it('says so where no saw gets through', () => {
    const route = routeOf(board({ width: 200, thickness: 160 }), part({ width: 60, thickness: 150 }), {
      ...SHOP,
      bandsawHeight: null,
    });
    expect(route.blocked).toBe('no saw of this shop rips 160 mm thick stock');
  });

  it('a weak saw wants thin stock: the board is planed before it is ripped', () => {
    const steps = deeds(board({ width: 150, thickness: 60 }), part({ width: 60, thickness: 40 }), {
      sawDepth: 45,
      bandsawHeight: null,
    });
    expect(steps.indexOf('thickness planer')).toBeLessThan(steps.findIndex((step) => step.startsWith('rip')));
    expect(steps.some((step) => step.startsWith('rough-rip'))).toBe(false);
  });

  it('crosscuts what is wider than the mitre saw, the board turned over', () => {
    const cut = routeOf(board({ width: 300, length: 1200 }), part({ width: 290 }), {
      ...SHOP,
      sawDepth: 20,
      mitreReach: 160,
    }).steps.find(({ do: what }) => what === 'rough-crosscut');
    expect([cut?.machine, cut?.passes]).toEqual(['mitre-saw', 2]);
  });

  it('punched metal allows planing to its depth less 3 mm, and no more', () => {
    const punched = (punchDepth: number) =>
      routeOf(board({ metal: 'punched', punchDepth }), part({ thickness: 20 }), SHOP);
    expect(punched(6).blocked).toBeUndefined();
    expect(punched(5).blocked).toBe(
      'punched metal allows 2 mm off a face, and 2.5 mm would have to come off',
    );
  });

  it('says how much is missing where planing out the warp takes too much', () => {
    const { blocked, left } = routeOf(board({ warp: { cup: 8 } }), part(), SHOP);
    expect(blocked).toContain('less than is asked for');
    expect(left.thickness).toBeLessThan(20);
  });

  it('a part shorter than the planer takes stays long until the end', () => {
    const cut = routeOf(board(), part({ length: 110 }), SHOP).steps.find(
      ({ do: what }) => what === 'rough-crosscut',
    );
    expect(cut?.setting).toBe(300);
  });
});

describe('whatever the piece and the shop', () => {
  const limit = (min: number, max: number) => fc.option(fc.integer({ min, max }), { nil: null });
  const machines = fc.record({
    planerWidth: limit(150, 400),
    planerThickest: limit(100, 200),
    planerLeast: limit(150, 400),
    jointerWidth: limit(100, 300),
    sawDepth: limit(30, 110),
    mitreReach: limit(100, 320),
    bandsawHeight: limit(80, 300),
    railLength: limit(800, 2000),
    routerReach: limit(20, 40),
  });
  const piece = fc.record({
    length: fc.integer({ min: 300, max: 3000 }),
    width: fc.integer({ min: 40, max: 500 }),
    thickness: fc.integer({ min: 12, max: 160 }),
    warp: fc.record({
      cup: fc.integer({ min: -8, max: 8 }),
      bow: fc.integer({ min: -15, max: 15 }),
      crook: fc.integer({ min: 0, max: 12 }),
      twist: fc.integer({ min: -8, max: 8 }),
    }),
    edges: fc.constantFrom('straight', 'one-straight', 'crooked', 'natural'),
    metal: fc.constantFrom('cleared', 'unknown', 'in'),
  });
  const asked = fc.record({
    length: fc.integer({ min: 80, max: 2500 }),
    width: fc.integer({ min: 20, max: 400 }),
    thickness: fc.integer({ min: 8, max: 140 }),
  });
  const school = fc.constantFrom<MillingSchool>('jointer', 'planer', 'hand');
  const BLADES = new Set([
    'mitre-saw',
    'table-saw',
    'bandsaw',
    'jigsaw',
    'guided-saw',
    'jointer',
    'planer',
    'router',
  ]);
  const ORDER = [
    'pull',
    'scan',
    'rough-crosscut',
    'rough-rip',
    'halve',
    'flatten',
    'thickness',
    'scan-again',
    'glue',
    'rip',
    'rest',
    'crosscut',
  ];

  it('no machine before metal is out and scanned; no crooked edge at a fence; the trade’s order', () => {
    fc.assert(
      fc.property(piece, asked, machines, school, (from, to, shop, way) => {
        const { steps } = routeOf(from, to, shop, way);
        const scanned = from.metal === 'cleared' ? -1 : steps.findIndex(({ do: what }) => what === 'scan');
        let edge = from.edges === 'straight' || from.edges === 'one-straight';
        let last = 0;
        steps.forEach((step, i) => {
          if (BLADES.has(step.machine)) expect(i).toBeGreaterThan(scanned);
          if (step.do === 'straighten' || step.do === 'glue') edge = true;
          const atFence =
            step.machine === 'mitre-saw' || (step.machine === 'table-saw' && step.do !== 'straighten');
          if (atFence) expect(edge).toBe(true);
          if (step.do === 'straighten') return;
          expect(ORDER.indexOf(step.do)).toBeGreaterThanOrEqual(last);
          last = ORDER.indexOf(step.do);
        });
        if (from.metal === 'in' && steps.length > 0) expect(steps[0]?.do).toBe('pull');
        expect(new Set(steps.map(({ do: what }) => what)).size).toBe(steps.length);
        for (const { why } of steps) expect(why.length).toBeGreaterThan(10);
      }),
      { numRuns: 1500 },
    );
  });

  it('never has a fault that a maker would have to put in', () => {
    fc.assert(
      fc.property(piece, asked, machines, school, (from, to, shop, way) => {
        const { edges, metal } = from;
        const looked = changedRoute(routeOf(from, to, shop, way), [], { edges, metal });
        expect(looked.flatMap(({ id, fault }) => (fault === undefined ? [] : [`${id}: ${fault}`]))).toEqual(
          [],
        );
      }),
    );
  });

  it('keeps to the limits of every machine', () => {
    fc.assert(
      fc.property(piece, asked, machines, (from, to, shop) => {
        let { length, width } = from;
        for (const step of routeOf(from, to, shop).steps) {
          if (step.machine === 'planer') {
            expect(width).toBeLessThanOrEqual(shop.planerWidth ?? -1);
            if (step.do === 'thickness') expect(length).toBeGreaterThanOrEqual(shop.planerLeast ?? 0);
          }
          if (step.machine === 'jointer' && step.do === 'flatten')
            expect(width).toBeLessThanOrEqual(shop.jointerWidth ?? -1);
          if (step.machine === 'bandsaw') expect(shop.bandsawHeight).not.toBeNull();
          if (step.do === 'rough-crosscut') length = step.setting ?? length;
          if (step.do === 'rough-rip' || step.do === 'halve') width = step.setting ?? width;
          if (step.do === 'glue') width = 2 * width;
        }
      }),
      { numRuns: 1500 },
    );
  });

  it('what it comes to holds the part, or it says why not', () => {
    fc.assert(
      fc.property(piece, asked, machines, school, (from, to, shop, way) => {
        const { left, blocked, steps } = routeOf(from, to, shop, way);
        if (blocked !== undefined) {
          expect(blocked.length).toBeGreaterThan(15);
          return;
        }
        for (const side of ['length', 'width', 'thickness'] as const)
          expect(left[side]).toBeGreaterThanOrEqual(to[side] - 0.06);
        expect(from.length - to.length <= 0.05 || steps.at(-1)?.do === 'crosscut').toBe(true);
      }),
      { numRuns: 1500 },
    );
  });

  it('never promises more thickness than cutting to the part’s own size and planing that would leave', () => {
    fc.assert(
      fc.property(piece, asked, machines, (from, to, shop) => {
        const { left, blocked } = routeOf(from, to, shop);
        if (blocked !== undefined) return;
        const { heightRange } = warpLoss(from.warp, from, {
          length: Math.min(to.length, from.length),
          width: Math.min(to.width, from.width) / 2,
        });
        expect(left.thickness).toBeLessThanOrEqual(
          from.thickness - Math.max(0, heightRange - 0.31) - 1 + 0.02,
        );
      }),
      { numRuns: 800 },
    );
  });
});

describe('blanks and pulling flat', () => {
  it.each([
    [110, 300, 3.2, { k: 3, length: 366.4 }],
    [320, 300, 3.2, { k: 1, length: 350 }],
    [150, 300, 3, { k: 2, length: 333 }],
  ])('parts of %d in a planer that takes no less than %d', (size, least, kerf, blank) => {
    const { k, length } = blankFor(size, least, kerf);
    expect({ k, length: Math.round(length * 1e6) / 1e6 }).toEqual(blank);
  });

  it.each([
    [{ length: 1200, width: 95, thickness: 20 }, 6, undefined, 105.56],
    [{ length: 1800, width: 140, thickness: 38 }, 12, 12_000, 758.72],
  ])('a board %o with a gap of %d mm', (size, gap, stiffness, force) => {
    expect(pullFlatForce(size, gap, stiffness)).toBeCloseTo(force, 1);
  });
});
