import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { DEFAULT_ALLOWANCES, type Part, type Project } from '../project/project.ts';
import { shapeCover } from '../project/part-outline.ts';
import { SHIPPED_DESIGNS } from '../project/designs/shipped.ts';
import { waysOut } from '../project/ways-out/ways-out.ts';
import type { WaysContext } from '../project/ways-out/way.ts';
import type { DesignSize } from '../project/designs/design.ts';
import type { Finding } from '../stock/finding.ts';
import type { Piece } from '../stock/piece.ts';
import { DEFAULT_HABITS } from '../yield/habits.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { couldMake, rankCouldMake } from './could-make.ts';
import { findingsInTheWay } from './findings-in-the-way.ts';
import { atSizes, largest } from './largest.ts';
import { largestOfTwo, largestPair, type LargestOfTwo, type LargestPair } from './largest-two.ts';
import { impossibleParts, nearestMiss } from './nearest-miss.ts';
import { projectInstance } from './project-instance.ts';
import { chooseGroups, groupFaults } from './thickness-groups.ts';
import { tryProject } from './try-project.ts';

const rules = { habits: DEFAULT_HABITS, machines: DEFAULT_MACHINES };
const part = (
  name: string,
  length: number,
  width: number,
  thickness: number,
  more: Partial<Part> = {},
): Part => ({
  id: name,
  name,
  qty: 1,
  length,
  width,
  thickness,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
  ...more,
});
const project = (parts: Part[], more: Partial<Project> = {}): Project => ({
  id: 'p',
  name: 'counter',
  note: '',
  parts,
  ...more,
});
const board = (
  id: string,
  length: number,
  width: number,
  thickness: number,
  more: Partial<Piece> = {},
): Piece => aPiece({ id, tag: id, length, width, thickness, findings: [], ...more });

describe('thickness groups', () => {
  it('take the greatest thickness that all of them can have', () => {
    const pieces = [board('a', 1000, 100, 30), board('b', 1000, 100, 27)];
    const legs = [part('leg', 900, 80, 40, { qty: 2, group: 'legs', leastThicknessMm: 20 })];
    // 27 less half a millimetre from each face.
    expect(chooseGroups(project(legs), pieces, rules)).toEqual({ legs: 26 });
    const { plan } = tryProject(project(legs), pieces, rules, 10);
    expect(plan).toMatchObject({ coverage: 1, groups: { legs: 26 } });
  });

  it('say when there is no common thickness', () => {
    const odd = [
      part('top', 500, 100, 30, { group: 'mitred' }),
      part('leg', 500, 100, 22, { group: 'mitred' }),
    ];
    expect(groupFaults(project(odd))[0]).toContain('no common thickness');
    expect(chooseGroups(project(odd), [board('a', 900, 200, 40)], rules)).toEqual({});
  });
});

describe('thickness of a placement', () => {
  const cupped = board('cupped', 1000, 300, 30, { warp: { cup: 12 } });
  it('is what warp leaves at that width: strips come out of a board that the whole does not', () => {
    const whole = project([part('top', 800, 280, 20)]);
    const strips = project([
      part('top', 800, 280, 20, { make: { kind: 'panel', leastStripMm: 40, widestStripMm: 95 } }),
    ]);
    expect(tryProject(whole, [cupped], rules, 20).plan.coverage).toBe(0);
    expect(impossibleParts(projectInstance(whole, [cupped], rules))).toEqual(['top']);
    expect(tryProject(strips, [cupped, board('b', 1000, 120, 30)], rules, 60).plan.coverage).toBe(1);
  });

  it('names how near the rack comes', () => {
    const miss = nearestMiss(
      projectInstance(project([part('top', 800, 280, 20)]), [cupped], rules),
      'top',
      [],
    );
    expect(miss).toMatchObject({ ofSpecies: 1, thickEnough: 0, neededThickness: 20 });
    expect(miss?.thickest).toBeLessThan(20);
  });
});

it('a finding beside a round top is no finding', () => {
  const corner = board('a', 600, 430, 25, {
    findings: [{ id: 'f', kind: 'rot', face: 'through', x: 10, y: 0, length: 45, width: 45 }],
  });
  const square = part('top', 400, 400, 20, { allowances: { length: 0, width: 0, thickness: 0 } });
  const tight = { ...corner, length: 450, width: 400 };
  expect(tryProject(project([square]), [tight], rules, 10).plan.coverage).toBe(0);
  expect(
    tryProject(project([{ ...square, shape: { kind: 'round' } }]), [tight], rules, 10).plan.coverage,
  ).toBe(1);
  // The cover holds the whole disc.
  const cover = shapeCover({ ...square, shape: { kind: 'round' } }) ?? [];
  for (let a = 0; a < 360; a += 7) {
    const [x, y] = [200 + 200 * Math.cos((a * Math.PI) / 180), 200 + 200 * Math.sin((a * Math.PI) / 180)];
    expect(
      cover.some(
        (r) => x >= r.x - 1e-6 && x <= r.x + r.length + 1e-6 && y >= r.y - 1e-6 && y <= r.y + r.width + 1e-6,
      ),
    ).toBe(true);
  }
});

describe('ways out', () => {
  const pieces = [board('a', 1900, 120, 24), board('b', 1500, 120, 24), board('c', 900, 60, 24)];
  const wish = project([part('counter', 1800, 110, 40, { qty: 2, grade: 'one-face', species: ['oak'] })]);
  const context: WaysContext = {
    pieces,
    longestLeft: new Map([['counter', 1500]]),
    thickest: new Map([['counter', 23]]),
    inTheWay: new Map(),
    endTrimMm: DEFAULT_HABITS.endTrimMm,
    pricesPerM3: { oak: 1000 },
    size: String,
    newId: (() => {
      let n = 0;
      return () => `new-${++n}`;
    })(),
    toneApart: (a, b) => Math.abs(a.l - b.l),
  };
  const ways = waysOut(wish, new Map([['counter', 2]]), context);
  const of = (kind: string) => ways.find((way) => way.kind === kind);

  it('change what they say and nothing else', () => {
    expect(of('laminate')?.project.parts[0]?.make).toEqual({ kind: 'laminated', layers: 2 });
    expect(of('grade')?.project.parts[0]?.grade).toBe('character');
    expect(of('shorter')?.project.parts[0]?.length).toBe(1475);
    expect(of('splice')?.project.parts[0]).toMatchObject({ qty: 4, length: 1060 });
    expect(of('l-shaped')?.project.parts.map(({ thickness }) => thickness)).toEqual([20, 20]);
    for (const way of ways) {
      expect(way.partId).toBe('counter');
      if (way.kind !== 'buy' && way.kind !== 'stabilise') expect(way.pieces).toBe(pieces);
    }
    expect(wish.parts[0]).toMatchObject({ length: 1800, qty: 2 });
  });

  it('price what is to be bought, one board for each that is short', () => {
    const buy = of('buy');
    expect(buy?.pieces).toHaveLength(5);
    expect(buy?.money).toBeCloseTo((2 * 1000 * 1900 * 115 * 43) / 1e9, 6);
    const tried = tryProject(buy?.project ?? wish, buy?.pieces ?? [], rules, 20);
    expect(tried.plan.coverage).toBe(1);
  });
});

describe('findings that alone keep a part out', () => {
  const habits = { ...DEFAULT_HABITS, endTrimMm: 0 };
  const spoilt = (kind: Finding['kind'], face: Finding['face'] = 'A'): Piece =>
    board(kind, 1000, 100, 25, {
      findings: [{ id: 'f', kind, face, x: 400, y: 30, length: 60, width: 20 }],
    });
  const wish = (grade: Part['grade']) => project([part('rail', 900, 80, 20, { grade })]);
  const found = (grade: Part['grade'], piece: Piece) => {
    const asked = wish(grade);
    const instance = projectInstance(asked, [piece], { ...rules, habits });
    return findingsInTheWay(asked.parts[0] as Part, instance, [piece], [], { ...rules, habits }).map(
      ({ finding, fate }) => [finding.kind, fate],
    );
  };

  it.each([
    ['character', 'check', [['check', 'stabilise']]],
    ['character', 'loose-knot', [['loose-knot', 'stabilise']]],
    ['character', 'burn', [['burn', 'keep']]],
    ['character', 'metal', []],
    ['character', 'live-insect', []],
    ['character', 'rot', [['rot', 'stabilise']]],
    ['clear', 'stain', [['stain', 'keep']]],
    // Nothing that is filled is clear.
    ['clear', 'check', []],
    ['structural', 'check', []],
  ] as const)('%s wood with a %s', (grade, kind, expected) => {
    expect(found(grade, spoilt(kind, 'through'))).toEqual(expected);
  });

  it('are no help where there is room, where the piece is too small, or where two stand in the way', () => {
    expect(found('character', spoilt('stain'))).toEqual([]);
    expect(found('character', { ...spoilt('check'), length: 800 })).toEqual([]);
    const two = spoilt('check');
    const [first] = two.findings;
    if (!first) throw new Error('no finding');
    expect(found('character', { ...two, findings: [first, { ...first, id: 'g', x: 600 }] })).toEqual([]);
  });

  it('once let stay let the part be cut', () => {
    const piece = spoilt('check');
    const asked = wish('character');
    const own = { ...rules, habits };
    expect(tryProject(asked, [piece], own, 10).plan.coverage).toBe(0);
    const instance = projectInstance(asked, [piece], own);
    const inTheWay = new Map([
      ['rail', findingsInTheWay(asked.parts[0] as Part, instance, [piece], [], own)],
    ]);
    const context: WaysContext = {
      pieces: [piece],
      longestLeft: new Map(),
      thickest: new Map(),
      inTheWay,
      endTrimMm: 0,
      pricesPerM3: {},
      size: String,
      newId: () => 'new',
      toneApart: () => 0,
    };
    const way = waysOut(asked, new Map([['rail', 1]]), context).find(({ kind }) => kind === 'let-it-stay');
    expect(way?.title).toBe('Stabilise the end check at 400 in check');
    expect(tryProject(asked, way?.pieces ?? [], own, 10).plan.coverage).toBe(1);
  });
});

describe('the largest, and what could be made', () => {
  const rail = SHIPPED_DESIGNS.find(({ id }) => id === 'frame');
  const pieces = [board('a', 1300, 140, 25), board('b', 1300, 140, 25)];

  it('finds the size at which the rack gives out, with its proof or its doubt', () => {
    if (!rail) throw new Error('no frame');
    const size = rail.sizes.find(({ key }) => key === 'H');
    if (!size) throw new Error('no height');
    let found = null;
    for (const step of largest(rail, { L: 600 }, size, { id: 'x' }, pieces, rules, null)) found = step;
    // Two stiles side by side in one board of 1300, ends trimmed by 10 each, 25 for the saw.
    expect(found?.mm).toBe(1225);
    expect(found?.notAt).toEqual({ mm: 1230, proven: true });
  });

  it('finds the pairs of sizes beyond which the rack gives out, and none that another outdoes', () => {
    const two = rail?.sizes.filter(({ key }) => key === 'L' || key === 'H');
    if (!rail || two?.length !== 2) throw new Error('no frame with two sizes');
    const [one, other] = two as [DesignSize, DesignSize];
    const narrow = [board('a', 1500, 80, 25), board('b', 1500, 80, 25)];
    let found: LargestOfTwo | null = null;
    for (const step of largestOfTwo(rail, {}, [one, other], { id: 'x' }, narrow, rules, null)) {
      expect(step.tries).toBeLessThanOrEqual(step.most);
      found = step;
    }
    const pairs = found?.pairs ?? [];
    expect(pairs.length).toBeGreaterThan(1);
    pairs.slice(1).forEach((pair, i) => {
      const before = pairs[i] as LargestPair;
      expect(pair.first).toBeGreaterThan(before.first);
      expect(pair.second).toBeLessThan(before.second);
    });
    for (const { first, second } of pairs) {
      const sizes = { [one.key]: first, [other.key]: second };
      expect(atSizes(rail, sizes, { id: 'x' }, narrow, rules, null).tried).not.toBeNull();
    }
    // The best pair can't grow in its second size.
    const best = largestPair(pairs) as LargestPair;
    const more = { [one.key]: best.first, [other.key]: best.second + 15 };
    expect(
      best.second + 15 > other.most || atSizes(rail, more, { id: 'x' }, narrow, rules, null).tried === null,
    ).toBe(true);
  });

  it('ranks designs by what is covered', () => {
    const answers = [...couldMake(SHIPPED_DESIGNS.slice(0, 4), pieces, rules, null)];
    expect(answers).toHaveLength(4);
    const ranked = rankCouldMake(answers).map(({ coverage }) => coverage);
    expect(ranked).toEqual([...ranked].sort((a, b) => b - a));
  });
});

describe('wishes of the maker', () => {
  it('least work takes few boards; best looking leaves the marked one for what is hidden', () => {
    const marks = Array.from({ length: 8 }, (_, i) => ({
      id: `k${i}`,
      kind: 'stain' as const,
      face: 'through' as const,
      x: 100 + i * 100,
      y: 40,
      length: 30,
      width: 30,
    }));
    const pieces = [board('marked', 1000, 110, 24, { findings: marks }), board('clean', 1000, 110, 24)];
    const parts = [part('door', 900, 90, 20), part('back', 900, 90, 20, { grade: 'hidden' })];
    const { plan } = tryProject(project(parts, { wanted: 'best-looking' }), pieces, rules, 80);
    const from = (id: string) => plan.cuts.find(({ partId }) => partId === id)?.pieceId;
    expect([from('door'), from('back')]).toEqual(['clean', 'marked']);
  });
});
