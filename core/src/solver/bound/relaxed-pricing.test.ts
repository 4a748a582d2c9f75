import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { salvageInstance } from '../../../bench/match-makers.ts';
import { randomInstance } from '../../../test-support/random-instances.ts';
import type { MatchInstance } from '../instance.ts';
import { bestPattern, THOROUGH, type KeepRule, type PatternBoard } from '../pattern.ts';
import { Problem } from '../problem.ts';
import { CellBoard } from './cells.ts';
import { relaxedItem } from './relaxed-item.ts';
import type { Fineness, RelaxedItem } from './relaxed-item.ts';
import { SCALE } from './scale.ts';
import { RelaxedPricing, type Counted } from './relaxed-pricing.ts';

const SCHOOLS = ['ripFirst', 'crosscutFirst'] as const;
const COARSE = { length: 40, width: 16 };
const FINE = { length: 150, width: 60 };
const NO_CREDIT: KeepRule = { minLength: 300, minWidth: 50, perMm2: 0, gradeBit: 1 };

const board = (
  length: number,
  width: number,
  kerf: number,
  blocked: readonly number[] = [],
): PatternBoard => ({
  length,
  width,
  kerf,
  blocked: Float64Array.from(blocked),
  masks: new Int32Array(blocked.length / 4).fill(1),
});

const piece = (length: number, width: number): RelaxedItem => ({ length, width, gradeBit: 1 });

const worthOf = (
  from: PatternBoard,
  items: readonly RelaxedItem[],
  keep: KeepRule,
  prices: readonly number[],
  fineness: Fineness = FINE,
): number =>
  Math.max(
    ...SCHOOLS.map((school) => new RelaxedPricing(from, items, keep, school, fineness).gain(prices, 0).worth),
  );

/** What each board gives at random prices by the heuristic, and at most by the bound, both with copies free. */
function* sideBySide(
  instance: MatchInstance,
  seed: number,
  perMm2 = 5e-6,
): Generator<{ real: number; most: number }> {
  const problem = new Problem(instance);
  const many = problem.wants.length;
  const prices = new Float64Array(many * problem.species.length);
  problem.wants.forEach((want, w) => {
    const area = want.panel ? want.areaMm2 / want.amount : want.areaMm2;
    const price = Math.floor(area * (1 + ((seed * 7 + w * 13) % 10) / 10) * perMm2 * SCALE) / SCALE;
    for (let s = 0; s < problem.species.length; s++) prices[s * many + w] = price;
  });
  for (let b = 0; b < instance.boards.length; b++) {
    const wants = [...(problem.wantsOf[b] as Int32Array)];
    if (wants.length === 0) continue;
    const open = Float64Array.from(problem.wants, (want) => (want.panel ? want.amount * 9 : 40));
    const free = problem.wants.map(() => null);
    const column = problem.column(b, prices, open, free, THOROUGH);
    const at = problem.pricesAt[b] as number;
    let real = column ? problem.wholeCost(b) - column.cost : 0;
    column?.gives.forEach((w, i) => {
      if (i % 2 === 0) real += (prices[at + w] as number) * (column.gives[i + 1] as number);
    });
    const from = problem.board(b);
    const items = wants.map((w) =>
      relaxedItem(problem.wants[w] as Problem['wants'][number], from.width, instance.jointAllowance),
    );
    const own = wants.map((w) => Math.round((prices[at + w] as number) * SCALE));
    yield { real, most: worthOf(from, items, problem.keepOf(b), own) / SCALE };
  }
}

/** Each board of an instance with what may be cut from it, at one price by area. */
function* boardsOf(instance: MatchInstance): Generator<{
  from: PatternBoard;
  items: RelaxedItem[];
  prices: number[];
  keep: KeepRule;
}> {
  const problem = new Problem(instance);
  for (let b = 0; b < instance.boards.length; b++) {
    const wants = Array.from(
      problem.wantsOf[b] as Int32Array,
      (w) => problem.wants[w] as Problem['wants'][number],
    );
    if (wants.length === 0) continue;
    const from = problem.board(b);
    yield {
      from,
      items: wants.map((want) => relaxedItem(want, from.width, instance.jointAllowance)),
      prices: wants.map((want) => Math.round((want.areaMm2 / (want.panel ? want.amount : 1)) * 4e-5 * SCALE)),
      keep: problem.keepOf(b),
    };
  }
}

interface Strip {
  readonly least: number;
  readonly widest: number;
  readonly price: number;
}
const JOINT = 1;

/** The most that strips as long as the board are worth side by side over `width` of clear wood: every number of each tried. */
function bestStrips(width: number, kerf: number, [a, b]: readonly [Strip, Strip]): number {
  const [dear, cheap] = a.price >= b.price ? [a, b] : [b, a];
  let best = 0;
  for (let m = 0; m * dear.least <= width + kerf; m++) {
    for (let n = 0; n * cheap.least <= width + kerf; n++) {
      let room = width - Math.max(0, m + n - 1) * kerf - m * dear.least - n * cheap.least;
      if (room < 0) break;
      const more = Math.min(room, m * (dear.widest - dear.least));
      room -= more;
      const rest = Math.min(room, n * (cheap.widest - cheap.least));
      best = Math.max(
        best,
        dear.price * (m * (dear.least - JOINT) + more) + cheap.price * (n * (cheap.least - JOINT) + rest),
      );
    }
  }
  return best;
}

const stripItem = ({ least, widest }: Strip): RelaxedItem => ({
  length: 500,
  width: least,
  gradeBit: 1,
  strip: { widest, joint: JOINT },
});

describe('relaxed pricing', () => {
  it('is exact where nothing is in the way and sizes fall on cells', () => {
    // Two of 300 and one of 200 along 800, twice across 200: with no kerf 4 and 2.
    const items = [piece(300, 100), piece(200, 100)];
    expect(worthOf(board(800, 200, 0), items, NO_CREDIT, [5, 3])).toBe(2 * (2 * 5 + 3));
    // With kerfs of 4: 300 and 200 twice, no longer 300 twice and 200.
    expect(worthOf(board(800, 100, 4), items, NO_CREDIT, [5, 3], { length: 402, width: 60 })).toBe(11);
  });

  it('keeps findings in the way', () => {
    const across = board(800, 100, 0, [390, 0, 410, 100]);
    expect(worthOf(across, [piece(400, 100)], NO_CREDIT, [5], { length: 400, width: 60 })).toBe(0);
    expect(worthOf(across, [piece(390, 100)], NO_CREDIT, [5], { length: 400, width: 60 })).toBe(10);
  });

  it('lets a piece begin only where a real place is clear, however coarse the cells', () => {
    // A nail by the edge leaves 84.7 beside it; the piece is too long to pass it by.
    const nailed = board(700, 91.7, 3.2, [340, 0, 346, 7]);
    const coarse = { length: 20, width: 10 };
    expect(worthOf(nailed, [piece(400, 84.8)], NO_CREDIT, [5], coarse)).toBe(0);
    expect(worthOf(nailed, [piece(400, 84.7)], NO_CREDIT, [5], coarse)).toBe(5);
    // Along the grain: 330 before it, 350 behind.
    expect(worthOf(nailed, [piece(355, 91.7)], NO_CREDIT, [5], coarse)).toBe(0);
    expect(worthOf(nailed, [piece(354, 91.7)], NO_CREDIT, [5], coarse)).toBe(5);
  });

  it('lays no strip of a width to choose across a finding', () => {
    // Between two rows of nails 61.5 are free, less at the edges.
    const rows = board(700, 134, 3.2, [0, 29.5, 700, 37.5, 0, 99, 700, 107]);
    const wide = { length: 686, width: 40, gradeBit: 1, strip: { widest: 120, joint: JOINT } };
    const worth = worthOf(rows, [wide], NO_CREDIT, [1000], { length: 20, width: 134 });
    expect(worth).toBeGreaterThanOrEqual(1000 * (61.5 - JOINT));
    expect(worth).toBeLessThan(1000 * 63);
  });

  it('credits what is kept by its clear gaps and no other', () => {
    const keep = { minLength: 300, minWidth: 50, perMm2: 1 / SCALE, gradeBit: 1 };
    const clear = board(1000, 200, 0);
    const from = worthOf(clear, [piece(600, 200)], keep, [1_000_000], { length: 200, width: 40 });
    expect(from).toBeGreaterThanOrEqual(1_080_000);
    expect(from).toBeLessThan(1_090_000);
    // A finding in the middle of what is left: too little on either side.
    const split = board(1000, 90, 0, [700, 40, 710, 50]);
    expect(worthOf(split, [piece(500, 90)], keep, [1_000_000], { length: 200, width: 45 })).toBe(1_000_000);
  });

  describe('on boards with very many findings', () => {
    const studded = (nails: number): PatternBoard =>
      board(
        3000,
        300,
        3.2,
        Array.from({ length: nails }, (_, n) => [(n * 37) % 2900, (n * 2.9) % 290]).flatMap(
          ([x = 0, y = 0]) => [x, y, x + 8, y + 8],
        ),
      );
    const keep = { minLength: 300, minWidth: 50, perMm2: 1e-5, gradeBit: 1 };

    it('is never below what the heuristic finds, though a leftover is told to meet no more than some of them', () => {
      for (const nails of [14, 20, 30]) {
        for (const [length, width] of [
          [400, 90],
          [700, 40],
        ] as const) {
          const priced = { want: 0, length, width, price: 0.1, fills: 1, gradeBit: 1 };
          const real = bestPattern(studded(nails), [priced], [40], keep, THOROUGH)?.worth ?? 0;
          const most = worthOf(studded(nails), [piece(length, width)], keep, [Math.ceil(0.1 * SCALE)]);
          expect(real).toBeGreaterThan(0.5);
          expect(most / SCALE).toBeGreaterThanOrEqual(real - 1e-6);
        }
      }
    });

    it('gives up where that takes too much work, and tells what rows give at most', () => {
      const strips: RelaxedItem = {
        length: 600,
        width: 40,
        gradeBit: 1,
        strip: { widest: 120, joint: JOINT },
      };
      const ask = (nails: number) =>
        new RelaxedPricing(studded(nails), [strips, piece(400, 90)], keep, 'crosscutFirst', {
          length: 180,
          width: 72,
        }).gain([1_200_000, 72_000_000], 0);
      const few = ask(4);
      const many = ask(100);
      expect(few.taken).not.toBeNull();
      expect(many.taken).toBeNull();
      // No more than all of the board at its dearest.
      expect(many.worth).toBeLessThan(3000 * 300 * (72_000_000 / (400 * 90) + 1e-5 * SCALE));
      expect(many.worth).toBeGreaterThan(0.2 * few.worth);
    });
  });

  it('counts no slot of leftovers alone, which cells would tell more coarsely than leftovers by themselves', () => {
    const keep = { minLength: 300, minWidth: 50, perMm2: 1e-5, gradeBit: 1 };
    const knotted = board(2000, 300, 3.2, [55, 230, 92, 253]);
    const [rip, cross] = SCHOOLS.map(
      (school) =>
        new RelaxedPricing(knotted, [piece(700, 90), piece(450, 110)], keep, school, FINE).gain([0, 0], 0)
          .worth / SCALE,
    ) as [number, number];
    const best = bestPattern(
      knotted,
      [{ want: 0, length: 700, width: 90, price: 1e-9, fills: 1, gradeBit: 1 }],
      [40],
      keep,
      THOROUGH,
    );
    expect(best?.worth).toBeGreaterThan(5.9);
    expect(Math.max(rip, cross)).toBeGreaterThan(best?.worth ?? Infinity);
    // 6.20 where such slots are counted.
    expect(rip).toBeLessThan(6.17);
  });

  it('has no cell larger than the least that is kept, however few were asked for', () => {
    for (const school of SCHOOLS) {
      const sizes = { u: [700], v: [700] };
      const { u, v } = new CellBoard(board(3000, 1500, 3.2), school, COARSE, sizes, { u: 50, v: 60 });
      expect(u.grid).toBeLessThanOrEqual(50);
      expect(v.grid).toBeLessThanOrEqual(60);
    }
  });

  it('is never below what the heuristic finds on a board, for all kinds of parts', () => {
    fc.assert(
      fc.property(randomInstance, fc.integer({ min: 1, max: 9 }), (instance, seed) => {
        for (const { real, most } of sideBySide(instance, seed))
          expect(most).toBeGreaterThanOrEqual(real - 1e-6);
      }),
      { numRuns: 25, seed: 5 },
    );
  });

  it('is near it on salvage', () => {
    let [sum, many] = [0, 0];
    for (const { real, most } of sideBySide(salvageInstance({ boards: 20, pieces: 25 }, 4), 4, 4e-5)) {
      expect(most).toBeGreaterThanOrEqual(real - 1e-6);
      if (real <= 0) continue;
      sum += most / real;
      many++;
    }
    expect(many).toBeGreaterThan(5);
    expect(sum / many).toBeLessThan(1.12);
  });

  const strip = fc
    .record({
      least: fc.integer({ min: 15, max: 60 }),
      wider: fc.integer({ min: 0, max: 60 }),
      price: fc.integer({ min: 1, max: 9 }),
    })
    .map(({ least, wider, price }) => ({ least, widest: least + wider, price: price * 10_000 }));

  it('is never below the best strips of a width to choose, beside findings, on any cells, in either cutting order', () => {
    fc.assert(
      fc.property(
        fc.tuple(strip, strip),
        fc.record({ kerf: fc.constantFrom(0, 1.2, 3.2, 8), width: fc.integer({ min: 40, max: 330 }) }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 320 }), fc.integer({ min: 9, max: 40 })), {
          maxLength: 3,
        }),
        fc.integer({ min: 4, max: 70 }),
        (strips, { kerf, width }, knots, cells) => {
          const stretches: number[] = [];
          let free = 0;
          for (const [at, size] of knots.sort((one, other) => one[0] - other[0])) {
            if (at > free) stretches.push(Math.min(at, width) - free);
            free = Math.max(free, at + size);
          }
          if (width > free) stretches.push(width - free);
          const best = stretches.reduce(
            (sum, stretch) => sum + (stretch > 0 ? bestStrips(stretch, kerf, strips) : 0),
            0,
          );
          const within = knots.filter(([at]) => at < width);
          const from = board(
            500,
            width,
            kerf,
            within.flatMap(([at, size]) => [0, at, 500, Math.min(width, at + size)]),
          );
          for (const school of SCHOOLS) {
            const pricing = new RelaxedPricing(from, strips.map(stripItem), NO_CREDIT, school, {
              length: 20,
              width: cells,
            });
            const prices = strips.map(({ price }) => price);
            expect(pricing.gain(prices, 0).worth).toBeGreaterThanOrEqual(best - 1e-6 * best - 1);
          }
        },
      ),
      { numRuns: 300, seed: 7 },
    );
  });

  it('counts strips that fill a board no more than they can: rounding is paid for once, not for each', () => {
    // 123.2 with a cut on top: two strips and two cuts, two joints.
    const narrow: Strip = { least: 40, widest: 60, price: 10_000 };
    const real = bestStrips(120, 3.2, [narrow, { ...narrow, price: 0 }]);
    expect(real).toBeCloseTo(10_000 * (120 - 3.2 - 2 * JOINT), 3);
    const [ripped, crosscut] = SCHOOLS.map((school) =>
      new RelaxedPricing(board(500, 120, 3.2), [stripItem(narrow)], NO_CREDIT, school, {
        length: 20,
        width: 24,
      }).gain([10_000], 0),
    );
    expect(crosscut?.worth).toBeLessThan(1.005 * real);
    // Ripped, each strip may be a band of its own, whose end is rounded too.
    expect(ripped?.worth).toBeLessThan(1.06 * real);
  });

  it('tells ways to cut that are worth at its prices what it says they are', () => {
    const racks = [
      salvageInstance({ boards: 20, pieces: 25 }, 4),
      salvageInstance({ boards: 24, pieces: 30 }, 9),
    ];
    let strips = 0;
    for (const { from, items, prices, keep } of racks.flatMap((rack) => [...boardsOf(rack)])) {
      for (const school of SCHOOLS) {
        const { worth, taken, credit } = new RelaxedPricing(from, items, keep, school, COARSE).gain(
          prices,
          0,
        );
        const told = prices.reduce((sum, price, i) => sum + price * (taken?.[i] ?? NaN), credit);
        expect(Math.abs(told - worth)).toBeLessThan(1e-5 * worth + 100);
        if (items.some((item, i) => item.strip && (taken?.[i] ?? 0) > 0)) strips++;
      }
    }
    expect(strips).toBeGreaterThan(3);
  });

  it('comes to the same whether coarser cells guide it or not, and refuses what they refuse', () => {
    const instance = salvageInstance({ boards: 10, pieces: 20 }, 5);
    let [guided, refused] = [0, 0];
    for (const { from, items, prices, keep } of boardsOf(instance)) {
      for (const school of SCHOOLS) {
        const [coarse, fine] = [COARSE, FINE].map(
          (fineness) => new RelaxedPricing(from, items, keep, school, fineness),
        ) as [RelaxedPricing, RelaxedPricing];
        const { worth } = fine.gain(prices, 0);
        for (const share of [0.6, 0.97, 1.3]) {
          const threshold = Math.floor(worth * share);
          const guide = coarse.guide(prices, threshold);
          if (guide === null) {
            refused++;
            expect(worth).toBeLessThanOrEqual(threshold);
          } else {
            guided++;
            expect(fine.gain(prices, threshold, guide).worth).toBe(Math.max(worth, threshold));
          }
        }
      }
    }
    expect(guided).toBeGreaterThan(10);
    expect(refused).toBeGreaterThan(2);
  });

  describe('counting copies', () => {
    const ruled = fc.record({
      length: fc.integer({ min: 90, max: 300 }),
      pieces: fc.array(
        fc.record({
          length: fc.integer({ min: 50, max: 160 }),
          price: fc.integer({ min: 10, max: 90 }),
          most: fc.integer({ min: 1, max: 3 }),
        }),
        { minLength: 1, maxLength: 3 },
      ),
      off: fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 3, maxLength: 3 }),
    });

    /** The most that pieces as wide as the board are worth, so many of each: every number of each tried. */
    const bestOf = (
      length: number,
      pieces: readonly { length: number; price: number; most: number; least?: number }[],
    ): number => {
      const [first, ...rest] = pieces;
      if (!first) return 0;
      let best = -Infinity;
      for (let n = first.least ?? 0; n <= first.most && n * first.length <= length; n++)
        best = Math.max(best, n * first.price + bestOf(length - n * first.length, rest));
      return best;
    };

    const counted = (most: readonly number[], least: readonly number[], off: readonly number[]): Counted => ({
      most: Int32Array.from(most),
      least: Int32Array.from(least),
      off: Float64Array.from(off),
    });

    it('comes to just what trying every number does, whatever is taken off the prices', () => {
      let [bound, givenUp] = [0, 0];
      fc.assert(
        fc.property(ruled, ({ length, pieces, off }) => {
          const best = bestOf(length, pieces);
          const items = pieces.map((one) => piece(one.length, 100));
          const most = pieces.map((one) => one.most);
          const cheaper = pieces.map(({ price }, i) => price - (off[i] as number));
          const inAll = most.reduce((sum, many, i) => sum + many * (off[i] as number), 0);
          for (const school of SCHOOLS) {
            const pricing = new RelaxedPricing(board(length, 100, 0), items, NO_CREDIT, school, {
              length,
              width: 10,
            });
            const found = pricing.gain(
              cheaper,
              best - 1 - inAll,
              undefined,
              counted(
                most,
                most.map(() => 0),
                off.slice(0, most.length),
              ),
            );
            if (found.worth === Infinity) {
              givenUp++;
              continue;
            }
            expect(found.worth).toBe(best);
            found.taken?.forEach((many, i) => expect(many).toBeLessThanOrEqual(most[i] as number));
            if ((found.free?.taken ?? []).some((many, i) => many > (most[i] as number))) bound++;
          }
        }),
        { numRuns: 150, seed: 3 },
      );
      expect(bound).toBeGreaterThan(30);
      expect(givenUp).toBeLessThan(15);
    });

    it('takes as many as it must', () => {
      const pieces = [
        { length: 100, price: 90, most: 5, least: 0 },
        { length: 120, price: 10, most: 3, least: 2 },
      ];
      const pricing = new RelaxedPricing(
        board(500, 100, 0),
        pieces.map((one) => piece(one.length, 100)),
        NO_CREDIT,
        'ripFirst',
        { length: 500, width: 10 },
      );
      const { worth, taken } = pricing.gain([90, 10], 0, undefined, counted([5, 3], [0, 2], [0, 0]));
      expect(worth).toBe(bestOf(500, pieces));
      expect([...(taken ?? [])]).toEqual([2, 2]);
      // Three of 220 and more do not go in: nothing is above the threshold.
      expect(pricing.gain([90, 10], 0, undefined, counted([5, 5], [0, 5], [0, 0])).worth).toBeLessThanOrEqual(
        0,
      );
    });

    it('lies between what the heuristic finds with so many copies and what copies without end are worth', () => {
      let less = 0;
      const instance = salvageInstance({ boards: 12, pieces: 20 }, 4);
      const problem = new Problem(instance);
      const many = problem.wants.length;
      for (let b = 0; b < instance.boards.length; b++) {
        const wants = Array.from(problem.wantsOf[b] as Int32Array);
        if (wants.length === 0) continue;
        const at = problem.pricesAt[b] as number;
        const prices = new Float64Array(many * problem.species.length);
        const perMm2 = (1.3 * problem.wholeCost(b)) / (problem.areaM2(b) * 1e6);
        const of = (w: number): Problem['wants'][number] => problem.wants[w] as Problem['wants'][number];
        for (const w of wants) prices[at + w] = perMm2 * (of(w).areaMm2 / (of(w).panel ? of(w).amount : 1));
        const open = Float64Array.from(problem.wants, (want) => (want.panel ? 0 : want.amount));
        const column = problem.column(
          b,
          prices,
          open,
          problem.wants.map(() => null),
          THOROUGH,
        );
        let real = column ? problem.wholeCost(b) - column.cost : 0;
        column?.gives.forEach((w, i) => {
          if (i % 2 === 0) real += (prices[at + w] as number) * (column.gives[i + 1] as number);
        });
        const solid = wants.filter((w) => !of(w).panel);
        const items = solid.map((w) => relaxedItem(of(w), problem.board(b).width, instance.jointAllowance));
        const own = solid.map((w) => Math.ceil((prices[at + w] as number) * SCALE));
        const most = solid.map((w, i) => (i < 4 ? of(w).amount : -1));
        const none = solid.map(() => 0);
        let [best, free] = [0, 0];
        for (const school of SCHOOLS) {
          const pricing = new RelaxedPricing(problem.board(b), items, problem.keepOf(b), school, COARSE);
          best = Math.max(best, pricing.gain(own, 0, undefined, counted(most, none, none)).worth);
          free = Math.max(free, pricing.gain(own, 0).worth);
        }
        expect(best).toBeLessThanOrEqual(free);
        expect(best).toBeGreaterThanOrEqual(real * SCALE - 1e-6 * SCALE);
        if (best < 0.99 * free) less++;
      }
      expect(less).toBeGreaterThan(2);
    });
  });

  it('answers a question as it did before, whatever was asked between', () => {
    const asked = [...boardsOf(salvageInstance({ boards: 6, pieces: 12 }, 7))].flatMap(
      ({ from, items, prices, keep }) =>
        SCHOOLS.map((school) => {
          const [coarse, fine] = [COARSE, FINE].map(
            (fineness) => new RelaxedPricing(from, items, keep, school, fineness),
          ) as [RelaxedPricing, RelaxedPricing];
          return () => [coarse.guide(prices, 0), fine.gain(prices, 0)];
        }),
    );
    const before = asked.map((ask) => ask());
    expect(asked.reverse().map((ask) => ask())).toEqual(before.reverse());
  });
});
