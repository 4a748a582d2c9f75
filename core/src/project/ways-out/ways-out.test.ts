import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../../test-support/made-up-pieces.ts';
import type { Grade } from '../../stock/grade.ts';
import type { Piece } from '../../stock/piece.ts';
import { DEFAULT_ALLOWANCES, partFault, type Part, type Project } from '../project.ts';
import { chordStrips } from './shape.ts';
import { waysOut } from './ways-out.ts';
import type { WayKind, WayOut, WaysContext } from './way.ts';

const part = (more: Partial<Part> = {}): Part => ({
  id: 'board',
  name: 'board',
  qty: 1,
  length: 1200,
  width: 100,
  thickness: 20,
  grade: 'character',
  species: ['european-oak'],
  allowances: DEFAULT_ALLOWANCES,
  ...more,
});
const other = part({ id: 'other', name: 'other' });
const project = (one: Part): Project => ({ id: 'p', name: 'counter', note: '', parts: [other, one] });

const oak = aPiece({ id: 'oak', tag: 'O-01', species: 'european-oak' });

function contextOf(more: Partial<WaysContext> = {}): WaysContext {
  let n = 0;
  return {
    pieces: [oak],
    longestLeft: new Map([['board', 900]]),
    thickest: new Map([['board', 24]]),
    inTheWay: new Map(),
    endTrimMm: 10,
    pricesPerM3: {},
    size: String,
    newId: () => `new-${++n}`,
    toneApart: (a, b) => Math.abs(a.l - b.l),
    ...more,
  };
}

const waysFor = (one: Part, more: Partial<WaysContext> = {}, short = 1): WayOut[] =>
  waysOut(project(one), new Map([[one.id, short]]), contextOf(more));
const kinds = (ways: readonly WayOut[]): WayKind[] => ways.map(({ kind }) => kind);
const of = (ways: readonly WayOut[], kind: WayKind): WayOut => {
  const found = ways.find((way) => way.kind === kind);
  if (!found) throw new Error(`no way to ${kind}, only ${kinds(ways).join(', ')}`);
  return found;
};
const partsOf = (way: WayOut): readonly Part[] => way.project.parts.filter(({ id }) => id !== 'other');

describe('ways out of a shortage', () => {
  const all = [
    part(),
    part({ thickness: 45, width: 70 }),
    part({ make: { kind: 'panel', leastStripMm: 60, widestStripMm: 120 }, width: 400 }),
    part({ make: { kind: 'laminated', layers: 3 }, thickness: 60 }),
    part({ grade: 'clear', qty: 5, name: 'slat' }),
    part({
      shape: { kind: 'round' },
      make: { kind: 'panel', leastStripMm: 40, widestStripMm: 80 },
      length: 500,
      width: 500,
    }),
    part({ species: 'any', grade: 'structural', length: 250, width: 30 }),
  ];

  it('each name what they do and what it costs, leave the other parts alone, and ask for sound parts', () => {
    for (const one of all) {
      const ways = waysFor(one);
      expect(new Set(ways.map(({ id }) => id)).size).toBe(ways.length);
      for (const way of ways) {
        expect(way.title.length).toBeGreaterThan(8);
        expect(way.price.length).toBeGreaterThan(5);
        expect(way.partId).toBe(one.id);
        expect(way.project.parts).toContain(other);
        for (const each of way.project.parts) expect(partFault(each)).toBeNull();
        // Ids stay unique, whatever a part is divided into.
        const ids = way.project.parts.map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
      }
    }
  });

  it('of nothing short are none', () => {
    expect(waysOut(project(part()), new Map(), contextOf())).toEqual([]);
  });
});

describe('gluing', () => {
  it('laminates from as many layers as the thickest wood needs, and not thinner than they can be glued', () => {
    const [leg] = partsOf(of(waysFor(part({ thickness: 60 })), 'laminate'));
    // Three of 20 out of wood that comes to 24.
    expect(leg?.make).toEqual({ kind: 'laminated', layers: 3 });
    expect(kinds(waysFor(part({ thickness: 14 })))).not.toContain('laminate');
  });

  it('glues a wide part up from strips, and lets a panel have narrower ones', () => {
    const [wide] = partsOf(of(waysFor(part({ width: 180 })), 'strips'));
    expect(wide?.make).toEqual({ kind: 'panel', leastStripMm: 45, widestStripMm: 180 });
    const panel = part({ width: 400, make: { kind: 'panel', leastStripMm: 60, widestStripMm: 120 } });
    expect(partsOf(of(waysFor(panel), 'narrower-strips'))[0]?.make).toMatchObject({ leastStripMm: 36 });
    expect(kinds(waysFor(part({ width: 50 })))).not.toContain('strips');
  });

  it('splices with a scarf of one to eight, but nothing that bears a load', () => {
    const [half] = partsOf(of(waysFor(part({ qty: 2 })), 'splice'));
    expect(half).toMatchObject({ qty: 4, length: 1200 / 2 + (8 * 20) / 2 });
    expect(kinds(waysFor(part({ grade: 'structural' })))).not.toContain('splice');
    expect(kinds(waysFor(part({ length: 250 })))).not.toContain('splice');
  });
});

describe('another make-up', () => {
  it('makes a thick leg L-shaped from two boards that overlap in the corner', () => {
    const [one, two] = partsOf(of(waysFor(part({ thickness: 60, width: 60 })), 'l-shaped'));
    expect([one?.width, one?.thickness]).toEqual([60, 20]);
    expect([two?.width, two?.thickness]).toEqual([40, 20]);
    expect(kinds(waysFor(part()))).not.toContain('l-shaped');
  });

  it('spreads slats, four of them or more', () => {
    expect(partsOf(of(waysFor(part({ name: 'floor slat', qty: 6 })), 'wider-gaps'))[0]?.qty).toBe(5);
    expect(kinds(waysFor(part({ name: 'floor slat', qty: 3 })))).not.toContain('wider-gaps');
    expect(kinds(waysFor(part({ name: 'rail', qty: 6 })))).not.toContain('wider-gaps');
  });

  it('cuts the strips of a round top to their chords, all of one thickness', () => {
    const tray = part({
      length: 400,
      width: 400,
      qty: 2,
      shape: { kind: 'round' },
      make: { kind: 'panel', leastStripMm: 40, widestStripMm: 80 },
    });
    const strips = partsOf(of(waysFor(tray), 'chords'));
    expect(strips.map(({ length, width, qty }) => [length, width, qty])).toEqual([
      [320, 80, 4],
      [392, 80, 4],
      [400, 80, 2],
    ]);
    expect(new Set(strips.map(({ group }) => group))).toEqual(new Set(['board']));
    expect(strips.every((strip) => strip.make === undefined && strip.shape === undefined)).toBe(true);
    expect(kinds(waysFor({ ...tray, shape: { kind: 'taper', farWidthMm: 200 } }))).not.toContain('chords');
  });

  it('strips of a round top cut to their chords hold the disc', () => {
    for (const many of [2, 3, 5, 6]) {
      const strips = chordStrips({ length: 400, width: 400 }, many);
      expect(strips.reduce((sum, { qty }) => sum + qty, 0)).toBe(many);
      const rows = [...strips, ...[...strips].reverse().slice(many % 2)];
      // Every point of the rim lies in the strip at its height.
      for (let a = 0; a < 360; a += 3) {
        const [x, y] = [200 * Math.cos((a * Math.PI) / 180), 200 * Math.sin((a * Math.PI) / 180)];
        const row = rows[Math.min(many - 1, Math.floor(((y + 200) / 400) * many))];
        expect(Math.abs(x)).toBeLessThanOrEqual((row?.length ?? 0) / 2 + 1e-6);
      }
    }
    // 2·√(200² − 120²) = 320 for the outer strips of five.
    expect(chordStrips({ length: 400, width: 400 }, 5)[0]).toEqual({ length: 320, width: 80, qty: 2 });
  });
});

describe('other wood', () => {
  const tone = (l: number) => ({ l, a: 5, b: 20, spread: 3, samples: 4 });

  it('takes the species that come nearest in tone, and says how near', () => {
    const pieces: Piece[] = [
      { ...oak, tone: tone(60) },
      aPiece({ id: 'a', species: 'european-ash', tone: tone(72) }),
      aPiece({ id: 'b', species: 'scots-pine', tone: tone(63) }),
      aPiece({ id: 'c', species: 'true-mahogany', tone: tone(35) }),
      aPiece({ id: 'd', species: 'unknown', tone: tone(60) }),
    ];
    const found = waysFor(part(), { pieces }).filter(({ kind }) => kind === 'species');
    expect(found.map((way) => partsOf(way)[0]?.species)).toEqual([
      ['european-oak', 'scots-pine'],
      ['european-oak', 'european-ash'],
    ]);
    expect(found[0]?.price).toContain('ΔE 3');
  });

  it('falls back on weight where no tone is known, and says so', () => {
    const pieces = [
      oak,
      aPiece({ id: 'a', species: 'european-ash' }),
      aPiece({ id: 'b', species: 'western-red-cedar' }),
    ];
    const [nearest] = waysFor(part(), { pieces }).filter(({ kind }) => kind === 'species');
    expect(partsOf(nearest as WayOut)[0]?.species).toEqual(['european-oak', 'european-ash']);
    expect(nearest?.price).toContain('No tone on record');
  });

  it('needs no other species where any will do', () => {
    expect(kinds(waysFor(part({ species: 'any' })))).not.toContain('species');
  });

  it.each<[Grade, Grade | null]>([
    ['clear', 'one-face'],
    ['one-face', 'character'],
    ['character', 'hidden'],
    ['hidden', null],
    ['weathered', null],
    ['structural', null],
  ])('of grade %s: %s', (grade, lower) => {
    const ways = waysFor(part({ grade }));
    if (lower === null) expect(kinds(ways)).not.toContain('grade');
    else expect(partsOf(of(ways, 'grade'))[0]?.grade).toBe(lower);
  });

  it('stabilises all that could be at once, of the species that are asked for, and what is decided stays', () => {
    const findings = [
      aFinding('check', { id: '1' }),
      aFinding('split', { id: '2', fate: 'cut' }),
      aFinding('rot', { id: '3' }),
    ];
    const pieces = [
      { ...oak, findings },
      aPiece({ id: 'pine', species: 'scots-pine', findings: [aFinding('check')] }),
    ];
    const way = of(waysFor(part(), { pieces }), 'stabilise');
    expect(way.title).toMatch(/^Stabilise 1 /);
    expect(way.pieces.flatMap((piece) => piece.findings.map(({ fate }) => fate ?? null))).toEqual([
      'stabilise',
      'cut',
      null,
      null,
    ]);
  });

  it('lets single findings stay, no more than three for a part', () => {
    const findings = ['1', '2', '3', '4'].map((id) => aFinding('stain', { id, x: 100 }));
    const piece = { ...oak, findings };
    const inTheWay = new Map([
      ['board', findings.map((finding) => ({ piece, finding, fate: 'keep' as const }))],
    ]);
    const found = waysFor(part(), { pieces: [piece], inTheWay }).filter(({ kind }) => kind === 'let-it-stay');
    expect(found).toHaveLength(3);
    expect(found[0]?.title).toBe('Let the stain at 100 in O-01 stay');
    expect(found[1]?.pieces[0]?.findings.map(({ fate }) => fate ?? null)).toEqual([null, 'keep', null, null]);
  });
});

describe('asking for less', () => {
  it('shortens to the longest that is left, in fives, unless too much would go', () => {
    expect(partsOf(of(waysFor(part()), 'shorter'))[0]?.length).toBe(875);
    const far = { longestLeft: new Map([['board', 500]]) };
    expect(kinds(waysFor(part(), far))).not.toContain('shorter');
  });

  it('narrows by a tenth and thins to what the rack gives', () => {
    expect(partsOf(of(waysFor(part()), 'narrower'))[0]?.width).toBe(90);
    expect(partsOf(of(waysFor(part({ thickness: 30 })), 'thinner'))[0]?.thickness).toBe(24);
    expect(kinds(waysFor(part()))).not.toContain('thinner');
    expect(kinds(waysFor(part({ thickness: 60 })))).not.toContain('thinner');
  });
});

describe('buying', () => {
  it('puts one board for each that is short on the rack, with room to trim and to plane', () => {
    const way = of(waysFor(part(), { pricesPerM3: { 'european-oak': 2000 } }, 2), 'buy');
    const bought = way.pieces.slice(1);
    expect(bought.map(({ tag, place }) => [tag, place])).toEqual([
      ['BUY-1', 'to buy'],
      ['BUY-2', 'to buy'],
    ]);
    const [board] = bought;
    expect(board).toMatchObject({ length: 1250, width: 105, thickness: 23, species: 'european-oak' });
    expect(way.money).toBeCloseTo((2 * 2000 * 1250 * 105 * 23) / 1e9, 9);
  });

  it('takes tags that are free', () => {
    const pieces = [oak, aPiece({ id: 'x', tag: 'BUY-1' })];
    expect(of(waysFor(part(), { pieces }), 'buy').pieces.at(-1)?.tag).toBe('BUY-2');
  });

  it('buys the commonest species of the rack where any will do', () => {
    const pieces = ['scots-pine', 'scots-pine', 'european-oak', 'unknown', 'unknown', 'unknown'].map(
      (species, i) => aPiece({ id: `${i}`, tag: `B-${i}`, species }),
    );
    expect(of(waysFor(part({ species: 'any' }), { pieces }), 'buy').pieces.at(-1)?.species).toBe(
      'scots-pine',
    );
  });
});
