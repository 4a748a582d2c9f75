import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../../test-support/made-up-pieces.ts';
import { DEFAULT_HABITS } from '../habits.ts';
import { DEFAULT_MACHINES, limitsExceeded } from '../machines.ts';
import { greatestFor, usableThickness } from './thickness.ts';
import { endTrims } from './ends.ts';
import { bestTradeFor, straightPart, tradeFor, tradeTable } from './trade-table.ts';

const habits = { ...DEFAULT_HABITS, endTrimMm: 0 };
const machines = DEFAULT_MACHINES;
const dished = aPiece({ length: 1500, width: 400, thickness: 32, warp: { cup: -14 } });
const warped = aPiece({ length: 2000, width: 200, thickness: 28, warp: { cup: 6, bow: 10, twist: 8 } });

describe('usable thickness', () => {
  it('is what flattening and cleaning leave', () => {
    expect(usableThickness(dished, { length: 1500, width: 400 }, machines).mm).toBeCloseTo(17, 6);
    expect(usableThickness(dished, { length: 1500, width: 77.4 }, machines).mm).toBeCloseTo(30.48, 2);
    expect(usableThickness(warped, { length: 900, width: 98.4 }, machines).mm).toBeCloseTo(23.08, 2);
  });

  it('keeps the skin where the maker or the grade does', () => {
    const size = { length: 1000, width: 100 };
    const flat = aPiece({ thickness: 25 });
    expect(usableThickness(flat, size, machines).mm).toBe(24);
    expect(usableThickness(flat, size, machines, 'weathered').mm).toBe(24.5);
    expect(usableThickness({ ...flat, keepSkin: ['A', 'B'] }, size, machines).mm).toBe(25);
    const lacquered = { ...flat, findings: [aFinding('old-finish', { face: 'B', depth: 2 })] };
    expect(usableThickness(lacquered, size, machines).cleanUp).toEqual({ A: 0.5, B: 2 });
    expect(usableThickness({ ...flat, veneerMm: 0.6, warp: { cup: 3 } }, size, machines).mm).toBe(25);
  });

  it('is nothing, not less, where the warp takes it all', () => {
    const thin = aPiece({ thickness: 4, warp: { cup: 9 } });
    expect(usableThickness(thin, { length: 1000, width: 100 }, machines).mm).toBe(0);
  });
});

describe('the widest strip for a thickness', () => {
  it('is known by hand: 32 − 14·(w/400)² − 1 = 20', () => {
    const width = greatestFor(20, 'width', dished, { length: 1500, width: 400 }, machines);
    expect(width).toBe(Math.floor(4000 * Math.sqrt(11 / 14)) / 10);
    expect(greatestFor(17, 'width', dished, { length: 1500, width: 400 }, machines)).toBe(400);
    expect(greatestFor(32, 'width', dished, { length: 1500, width: 400 }, machines)).toBeNull();
  });

  it('leaves the thickness, and no strip a millimetre wider does', () => {
    const gap = fc.double({ min: 0, max: 15, noNaN: true });
    fc.assert(
      fc.property(gap, gap, gap, (cup, bow, twist) => {
        const piece = aPiece({ length: 1500, width: 400, thickness: 40, warp: { cup, bow, twist } });
        const whole = { length: 1500, width: 400 };
        const width = greatestFor(28, 'width', piece, whole, machines);
        const left = (mm: number): number => usableThickness(piece, { ...whole, width: mm }, machines).mm;
        if (width === null) expect(left(0.1)).toBeLessThan(28 + 0.1);
        else {
          expect(left(width)).toBeGreaterThanOrEqual(28 - 1e-6);
          if (width < 399) expect(left(width + 1)).toBeLessThan(28);
        }
      }),
    );
  });
});

describe('the trade table', () => {
  it('shows what narrower and shorter gives, and what it costs in joints', () => {
    const table = tradeTable(dished, habits, machines);
    const row = (lengths: number, strips: number) =>
      table.find((way) => way.lengths === lengths && way.strips === strips);
    expect(row(1, 1)).toMatchObject({ thickness: 17, joints: 0, width: 398 });
    expect(row(1, 1)?.limits).toEqual(['planer-width', 'jointer-width']);
    expect(row(1, 3)?.rough.width).toBeCloseTo((400 - 2 * 3.2) / 3, 6);
    expect(row(1, 3)?.thickness).toBeCloseTo(31 - 14 * ((400 - 6.4) / 1200) ** 2, 6);
    expect(row(1, 3)).toMatchObject({ joints: 2, limits: [] });
    expect(row(2, 2)?.joints).toBe(2);
  });

  it('takes crook and jointing from the width', () => {
    const crooked = aPiece({ length: 1000, width: 100, warp: { crook: 8 } });
    expect(tradeFor(crooked, 1, 1, habits, machines)?.width).toBe(90);
    expect(tradeFor(crooked, 2, 1, habits, machines)?.width).toBeCloseTo(98 - 8 * (498.4 / 1000) ** 2, 6);
  });

  it('finds the fewest cuts for a thickness', () => {
    expect(bestTradeFor(17, dished, habits, machines)).toMatchObject({ lengths: 1, strips: 1 });
    expect(bestTradeFor(20, dished, habits, machines)).toMatchObject({ lengths: 1, strips: 2 });
    // The strips have to be flattened again once they are glued: 1.5 mm of four, 3 of more.
    expect(bestTradeFor(28, dished, habits, machines)).toMatchObject({ lengths: 1, strips: 4 });
    expect(bestTradeFor(28, dished, habits, machines)?.glued).toBeCloseTo(
      (bestTradeFor(28, dished, habits, machines)?.thickness ?? 0) - 1.5,
      9,
    );
    expect(bestTradeFor(30, dished, habits, machines)).toBeNull();
    expect(bestTradeFor(31.5, dished, habits, machines)).toBeNull();
    // Bow alone: lengths help, and take no joint.
    const bowed = aPiece({ length: 2000, thickness: 28, warp: { bow: 8 } });
    expect(bestTradeFor(24, bowed, habits, machines)).toMatchObject({ lengths: 2, strips: 1, joints: 0 });
  });

  it('cuts up the straight part between the ends, as they were knocked', () => {
    const trimmed = aPiece({
      ends: { near: { trimMm: 40, sound: true }, far: { trimMm: 25, sound: false } },
    });
    expect(endTrims(trimmed, { endTrimMm: 10, roughEndTrimMm: 60 })).toEqual({ near: 40, far: 50 });
    expect(straightPart(trimmed, DEFAULT_HABITS)).toEqual({ length: 910, width: 100 });
    expect(straightPart(aPiece({ widthFar: 60 }), habits)).toEqual({ length: 1000, width: 60 });
  });

  it('asks nothing of machines in a hand-tool shop', () => {
    const size = { length: 200, width: 500, thickness: 160, finished: 4 };
    expect(limitsExceeded(size, machines)).toHaveLength(5);
    expect(limitsExceeded(size, { ...machines, handTools: true })).toEqual([]);
  });
});
