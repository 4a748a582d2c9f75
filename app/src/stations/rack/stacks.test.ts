import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Piece } from '@aldrek/core/wood';
import { aBoard } from '../../../test-support/made-up-piece';
import { KnownHeightsScroll } from './known-heights-scroll';
import { atOnce } from '../../turns/turns';
import { searching } from './rack-search';
import { drying, longestFirst, rackRows, stacking } from './stacks';

let made = 0;
const piece = (more: Partial<Piece>): Piece =>
  aBoard({ id: `p${++made}`, tag: `P-${made}`, name: 'board', species: 'european-oak', ...more });

const stacksOf = (pieces: readonly Piece[], ...how: [Parameters<typeof stacking>[1], 'mm' | 'inch']) =>
  atOnce(stacking([...pieces].sort(longestFirst), ...how));

describe('stacks', () => {
  const pieces = [
    piece({ thickness: 18, place: 'bay 2' }),
    piece({ thickness: 21, length: 2000 }),
    piece({ thickness: 145, species: 'greenheart', place: 'yard' }),
    piece({ thickness: 6, length: 400 }),
  ];
  const titles = (by: Parameters<typeof stacking>[1], unit: 'mm' | 'inch' = 'mm') =>
    stacksOf(pieces, by, unit).map((stack) => `${stack.title}: ${stack.pieces.length}`);

  it('lie in order and are named by what lies in them', () => {
    expect(titles('thickness')).toEqual(['6 mm thick: 1', '18 – 21 mm thick: 2', '145 mm thick: 1']);
    expect(titles('length')).toEqual(['400 mm long: 1', '1,000 mm long: 2', '2,000 mm long: 1']);
    expect(titles('species')).toEqual(['European oak: 3', 'greenheart: 1']);
    expect(titles('place')).toEqual(['bay 2: 1', 'yard: 1', 'no place noted: 2']);
    expect(titles('thickness', 'inch')[0]).toBe('1/4 in thick: 1');
  });

  it('have the longest on top and add up what lies in them', () => {
    const [, middle] = stacksOf(pieces, 'thickness', 'mm');
    expect(middle?.pieces.map((one) => one.length)).toEqual([2000, 1000]);
    expect(middle?.areaM2).toBeCloseTo(0.3);
    expect(middle?.volumeM3).toBeCloseTo(0.0018 + 0.0042);
  });

  it('become rows high enough for a thumb, and for the wood', () => {
    const rows = rackRows(stacksOf([piece({ width: 20 }), piece({ width: 800 })], 'species', 'mm'), 0.5);
    expect(rows.map((row) => row.height)).toEqual([44, 410, 44]);
  });
});

it('says of a place how long its wood has lain there and how dry it gets', () => {
  const pieces = [
    piece({ id: 'a', place: 'loft', since: '2026-02-20', moisturePct: 18 }),
    piece({ id: 'b', place: 'loft', since: '2026-02-01', moisturePct: 16 }),
  ];
  const [stack] = stacksOf(pieces, 'place', 'mm');
  expect(stack && drying(stack, [{ name: 'loft', shelter: 'shed' }], '2026-03-01')).toEqual([
    '9–28 days there',
    '17 % moisture',
    'settles near 15 %',
  ]);
  const [nowhere] = stacksOf([piece({ place: '' })], 'place', 'mm');
  expect(nowhere && drying(nowhere, [], '2026-03-01')).toEqual([]);
});

describe('search', () => {
  const pieces = [
    piece({ tag: 'S-01', name: 'slat', place: 'bay 2' }),
    piece({ tag: 'S-02', name: 'slat', species: 'norway-spruce', place: 'loft' }),
    piece({
      tag: 'P-09',
      name: 'post',
      findings: [{ id: 'f', kind: 'rot', face: 'A', x: 0, y: 0, length: 9, width: 9 }],
      reservedFor: 'x',
    }),
  ];

  it.each([
    ['', ['S-01', 'S-02', 'P-09']],
    ['slat', ['S-01', 'S-02']],
    ['slat loft', ['S-02']],
    ['spru', ['S-02']],
    ['rot', ['P-09']],
    ['reserved', ['P-09']],
    ['S-02', ['S-02']],
    ['xylophone', []],
    ['resrved', ['P-09']],
    ['slaat bay', ['S-01']],
  ])('for %j finds %j', (words, tags) => {
    expect(atOnce(searching(pieces, words)).map((one) => one.tag)).toEqual(tags);
  });
});

describe('scrolling over rows of known heights', () => {
  class FakeViewport {
    offset = 0;
    range = { start: 0, end: 0 };
    rendered = 0;
    total = 0;
    measureScrollOffset = () => this.offset;
    getViewportSize = () => 500;
    setTotalContentSize = (size: number) => void (this.total = size);
    setRenderedRange = (range: { start: number; end: number }) => void (this.range = range);
    setRenderedContentOffset = (offset: number) => void (this.rendered = offset);
    scrollToOffset = (offset: number) => void (this.offset = offset);
  }
  const heights = Array.from({ length: 1000 }, (_, i) => 44 + (i % 7) * 30);
  const rows = heights.map((height) => ({ height }));
  const topOf = (row: number) => heights.slice(0, row).reduce((sum, height) => sum + height, 0);

  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('always draws what is in view, at its place', () => {
    const scroll = new KnownHeightsScroll();
    const viewport = new FakeViewport();
    scroll.attach(viewport as never);
    scroll.setRows(rows);
    expect(viewport.total).toBeGreaterThanOrEqual(topOf(1000));
    for (const offset of [0, 1, 333, 44_000, topOf(1000) - 500]) {
      viewport.offset = offset;
      scroll.onContentScrolled();
      expect(viewport.range.end).toBeGreaterThan(viewport.range.start);
      vi.runAllTimers();
      const { start, end } = viewport.range;
      expect(topOf(start)).toBeLessThanOrEqual(offset);
      expect(topOf(end)).toBeGreaterThanOrEqual(Math.min(offset + 500, topOf(1000)));
      expect(viewport.rendered).toBe(topOf(start));
      expect(end - start).toBeLessThan(40);
    }
  });

  it('draws other rows a few in a turn, so that who types need not wait, and what is scrolled to at once', () => {
    const scroll = new KnownHeightsScroll();
    const viewport = new FakeViewport();
    scroll.attach(viewport as never);
    scroll.setRows(rows.slice(0, 1));
    scroll.setRows(rows.slice(0, 100));
    const first = viewport.range.end;
    expect(topOf(first)).toBeLessThan(900);
    vi.runAllTimers();
    expect(topOf(viewport.range.end)).toBeGreaterThanOrEqual(900);
    viewport.offset = topOf(50);
    scroll.onContentScrolled();
    expect(topOf(viewport.range.start)).toBeLessThanOrEqual(viewport.offset);
    expect(topOf(viewport.range.end)).toBeGreaterThanOrEqual(viewport.offset + 500);
  });

  it('reveals a row by scrolling no further than it must', () => {
    const scroll = new KnownHeightsScroll();
    const viewport = new FakeViewport();
    scroll.attach(viewport as never);
    scroll.setRows(rows);
    scroll.reveal(2);
    expect(viewport.offset).toBe(0);
    scroll.reveal(100);
    expect(viewport.offset + 500).toBeGreaterThanOrEqual(topOf(101));
    viewport.offset = topOf(500);
    scroll.reveal(300);
    expect(viewport.offset).toBeLessThanOrEqual(topOf(300));
  });
});
