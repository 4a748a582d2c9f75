import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import type { Piece } from '../stock/piece.ts';
import { rankLikeness, REPAIR_WAYS, repairSize } from './likeness.ts';
import type { BrokenPart } from './project.ts';

const board = (
  id: string,
  length: number,
  width: number,
  thickness: number,
  more: Partial<Piece> = {},
): Piece => aPiece({ id, tag: id, length, width, thickness, findings: [], ...more });

describe('likeness', () => {
  const broken = {
    thing: 'door',
    name: 'rail',
    species: 'true-mahogany',
    length: 400,
    width: 60,
    thickness: 20,
    grain: 'flat' as const,
    tone: { l: 44, a: 18, b: 27, spread: 2, samples: 4 },
  };
  const apart = (a: { l: number }, b: { l: number }): number => Math.abs(a.l - b.l);
  it('puts species and tone before waste, and what is too small last', () => {
    const like = board('like', 900, 300, 24, {
      species: 'true-mahogany',
      grain: 'flat',
      tone: { l: 45, a: 18, b: 27, spread: 2, samples: 4 },
    });
    const dark = { ...like, id: 'dark', tone: { l: 20, a: 18, b: 27, spread: 2, samples: 4 } };
    const neat = board('neat', 420, 62, 24, { species: 'european-oak' });
    const short = { ...like, id: 'short', length: 300 };
    const ranked = rankLikeness(broken, [short, neat, dark, like], (piece) => piece.thickness, apart);
    expect(ranked.map(({ piece }) => piece.id)).toEqual(['like', 'dark', 'neat', 'short']);
    expect(ranked[3]).toMatchObject({ fits: false, short: 'too short' });
  });

  it('cuts a splice as long as the scarf asks, a patch no thicker than it need be', () => {
    expect(repairSize(broken, 'splice', 100)).toEqual({ length: 260, width: 60, thickness: 20 });
    expect(repairSize(broken, 'patch', 80)).toMatchObject({ length: 100, width: 60 });
    expect(repairSize(broken, 'replace', 80)).toEqual({ length: 400, width: 60, thickness: 20 });
  });
});

describe('points of likeness', () => {
  const broken: BrokenPart = {
    thing: 'door',
    name: 'rail',
    species: 'european-oak',
    length: 400,
    width: 60,
    thickness: 20,
    grain: 'quarter',
    tone: { l: 60, a: 6, b: 22, spread: 3, samples: 4 },
    moisturePct: 10,
  };
  const same = board('same', 900, 100, 25, {
    species: 'european-oak',
    speciesSure: 'sure',
    grain: 'quarter',
    moisturePct: 10,
    tone: { l: 60, a: 6, b: 22, spread: 3, samples: 4 },
  });
  const apart = (a: { l: number }, b: { l: number }): number => Math.abs(a.l - b.l);
  const points = (piece: Piece): number =>
    rankLikeness(broken, [piece], ({ thickness }) => thickness, apart)[0]?.points ?? NaN;

  it('are a hundred for the same wood in all that is known', () => {
    expect(points(same)).toBe(100);
  });

  it.each<[string, Partial<Piece>, number]>([
    ['a species that is only guessed', { speciesSure: 'guess' }, 94],
    ['another oak', { species: 'white-oak' }, 84],
    ['another wood', { species: 'scots-pine' }, 60],
    ['another grain', { grain: 'flat' }, 80],
    ['a tone 5 apart', { tone: { l: 65, a: 6, b: 22, spread: 3, samples: 4 } }, 95],
    ['a tone far off', { tone: { l: 20, a: 6, b: 22, spread: 3, samples: 4 } }, 75],
    ['3 points more moisture', { moisturePct: 13 }, 95],
    ['a livelier figure', { tone: { l: 60, a: 6, b: 22, spread: 13, samples: 4 } }, 95],
  ])('%s', (_, more, expected) => {
    expect(points({ ...same, ...more })).toBe(expected);
  });

  it('take the middle where something was not looked at', () => {
    const { grain: _g, tone: _t, moisturePct: _m, ...bare } = same;
    // 40 for the species, half of the rest.
    expect(points(bare)).toBe(70);
  });

  it.each([
    ['too short', { length: 390 }],
    ['too narrow', { width: 59 }],
    ['too narrow', { width: 100, widthFar: 50 }],
    ['too thin once flat', { thickness: 19 }],
  ] as const)('%s is said', (words, more) => {
    const [found] = rankLikeness(broken, [{ ...same, ...more }], ({ thickness }) => thickness, apart);
    expect(found).toMatchObject({ fits: false, short: words });
  });

  it('tell which wastes less when all else is alike', () => {
    const larger = { ...same, id: 'larger', length: 1800 };
    const ranked = rankLikeness(broken, [larger, same], ({ thickness }) => thickness, apart);
    expect(ranked.map(({ piece }) => piece.id)).toEqual(['same', 'larger']);
  });
});

it('every way of mending says what it keeps or loses', () => {
  for (const { about } of Object.values(REPAIR_WAYS)) expect(about).toMatch(/[Kk]eeps|loses/);
});
