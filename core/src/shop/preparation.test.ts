import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { edgesOf } from '../stock/edges.ts';
import type { Piece } from '../stock/piece.ts';
import {
  crosscutWay,
  DEFAULT_MACHINES,
  flattenWay,
  ripWay,
  sawPasses,
  straightenWays,
} from '../yield/machines.ts';
import { cutSheet } from './cut-sheet.ts';
import { isAwayFromFence, sawWayOf, straightenFirst } from './preparation.ts';

const natural = {
  upper: [
    { x: 0, y: 0 },
    { x: 480, y: 14 },
    { x: 1000, y: 3 },
  ],
  lower: [
    { x: 0, y: 100 },
    { x: 1000, y: 96 },
  ],
};
const both = { ...natural, lower: natural.upper.map(({ x, y }) => ({ x, y: 100 - y })) };

describe('edges', () => {
  it.each([
    ['sawn', {}, 'straight'],
    ['a straight taper', { widthFar: 70 }, 'straight'],
    ['a little crook', { warp: { crook: 1 } }, 'straight'],
    ['crook', { warp: { crook: 4 } }, 'crooked'],
    ['one natural edge', { outline: natural }, 'one-straight'],
    ['two natural edges', { outline: both }, 'natural'],
    ['wane along one', { findings: [aFinding('wane', { y: 0 })] }, 'one-straight'],
    ['wane along both', { findings: [aFinding('wane', { y: 0 }), aFinding('wane', { y: 80 })] }, 'natural'],
    ['wane on an edge', { findings: [aFinding('wane', { face: 'lower', y: 80 })] }, 'one-straight'],
  ] as const)('%s: %s', (_, more, state) => {
    expect(edgesOf(aPiece(more as Partial<Piece>))).toBe(state);
  });
});

describe('what comes before the fence', () => {
  const parts = [
    { x: 0, y: 10, length: 480, width: 40 },
    { x: 500, y: 30, length: 480, width: 50 },
  ];
  const sheet = cutSheet({ length: 1000, width: 100 }, parts, 3);
  const cuts = sheet?.cuts ?? [];

  it('straightens an edge before the first rip, the way the shop has', () => {
    const crooked = aPiece({ warp: { crook: 5 } });
    const firstRip = cuts.find(({ kind }) => kind === 'rip')?.number;
    expect(firstRip).toBeGreaterThan(1);
    expect(straightenFirst(crooked, cuts, DEFAULT_MACHINES)).toMatchObject({
      before: firstRip,
      edges: 'crooked',
      ways: ['jointer', 'batten', 'router'],
    });
    expect(straightenFirst(aPiece(), cuts, DEFAULT_MACHINES)).toBeNull();
    // Crosscuts before that stay away from a fence, cuts after it need not.
    expect(cuts.map((cut) => isAwayFromFence(crooked, cut, cuts))).toEqual(
      cuts.map(({ kind, number }) => kind === 'crosscut' && number < (firstRip ?? 0)),
    );
    expect(cuts.some((cut) => isAwayFromFence(aPiece(), cut, cuts))).toBe(false);
  });

  it('asks for nothing where nothing is ripped', () => {
    const whole = cutSheet({ length: 1000, width: 100 }, [{ x: 0, y: 0, length: 400, width: 100 }], 3);
    expect(straightenFirst(aPiece({ warp: { crook: 5 } }), whole?.cuts ?? [], DEFAULT_MACHINES)).toBeNull();
  });

  it.each([
    [{}, 25, ['jointer', 'batten', 'router']],
    [{ jointerWidthMm: null }, 60, ['batten']],
    [{ jointerWidthMm: null, railLengthMm: 1400, sawDepthMm: null }, 60, ['rail']],
    [{ jointerWidthMm: null, sawDepthMm: null, routerReachMm: null }, 25, ['plane']],
    [{ handTools: true }, 25, ['plane']],
  ] as const)('with %j a %i mm board: %j', (machines, thickness, ways) => {
    expect(straightenWays(1000, thickness, { ...DEFAULT_MACHINES, ...machines })).toEqual(ways);
  });
});

describe('how a cut is made', () => {
  it.each([
    [52, 54, 1],
    [98, 54, 2],
    [105, 54, 2],
    [106, 54, null],
  ])('%i mm with a saw %i deep: %s passes', (thickness, depth, passes) => {
    expect(sawPasses(thickness, depth)).toBe(passes);
  });

  it.each([
    [50, {}, 'through'],
    [120, {}, 'bandsaw'],
    [120, { bandsawHeightMm: null }, 'both-faces'],
    [160, {}, null],
    [160, { handTools: true }, 'hand'],
  ] as const)('rips %i mm with %j: %s', (thickness, machines, way) => {
    expect(ripWay(thickness, { ...DEFAULT_MACHINES, ...machines })).toBe(way);
  });

  it.each([
    [200, 25, {}, 'through'],
    [400, 25, { sawDepthMm: null }, 'turned-over'],
    [400, 110, { bandsawHeightMm: null }, 'both-faces'],
    [700, 110, { sawDepthMm: null, bandsawHeightMm: null }, null],
    [700, 110, { sawDepthMm: null, bandsawHeightMm: null, handTools: true }, 'hand'],
  ] as const)('crosscuts %i × %i with %j: %s', (width, thickness, machines, way) => {
    expect(crosscutWay(width, thickness, { ...DEFAULT_MACHINES, ...machines })).toBe(way);
  });

  it('flattens on the planer, on a sled or by hand, or not at all', () => {
    const of = (width: number, machines = {}) => flattenWay({ width }, { ...DEFAULT_MACHINES, ...machines });
    expect(of(300)).toBe('planer');
    expect(of(320)).toBe('sled');
    expect(of(320, { routerReachMm: null })).toBeNull();
    expect(of(320, { handTools: true })).toBe('hand');
    expect(of(100, { planerWidthMm: null })).toBe('sled');
  });

  it('is told for a cut of the sheet by what it crosses', () => {
    const sheet = cutSheet({ length: 1000, width: 400 }, [{ x: 0, y: 0, length: 480, width: 200 }], 3);
    const ways = sheet?.cuts.map((cut) =>
      sawWayOf({ thickness: 40 }, cut, { ...DEFAULT_MACHINES, sawDepthMm: null, bandsawHeightMm: 60 }),
    );
    expect(ways).toEqual(
      sheet?.cuts.map((cut) =>
        cut.kind === 'rip'
          ? 'bandsaw'
          : Math.abs(cut.line.y2 - cut.line.y1) <= 300
            ? 'through'
            : 'turned-over',
      ),
    );
  });
});
