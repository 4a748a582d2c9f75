/**
 * Made-up matching problems for the bench: racks of salvage of six kinds of find, and projects that could
 * be cut from them; and problems made by cutting known boards up exactly, whose optimum is known.
 */
import { seededRandom, shuffled, type Random } from '../src/foundation/random.ts';
import type { Rect } from '../src/geometry/rectangle.ts';
import {
  DEFAULT_OFFCUT,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
} from '../src/solver/instance.ts';

export type SizeName = 'XS' | 'S' | 'M' | 'L' | 'XL';

/** Racks of the bench whose plans can be full: what they are called, how large they are, and the seed they come from. */
export const RACKS = {
  XS: [
    '5/5/1',
    '6/6/9',
    '6/6/10',
    '6/6/15',
    '8/8/2',
    '8/8/5',
    '8/8/7',
    '8/8/13',
    '8/8/15',
    '10/10/4',
    '10/10/8',
    '12/12/1',
  ],
  S: [
    '20/25/4',
    '20/25/6',
    '20/25/12',
    '24/30/1',
    '24/30/9',
    '30/40/4',
    '30/40/6',
    '30/40/11',
    '28/34/3',
    '28/34/11',
    '30/28/6',
    '30/28/8',
    // With one panel to four; the search was made without them, but lots beside the plan were chosen with them.
    '20/25/23',
    '20/25/24',
    '20/25/29',
    '20/25/34',
    '20/25/46',
    // With one panel to four, of which panels' species and widths were learned.
    '20/25/58',
    '24/30/24',
    '28/34/28',
    '30/40/27',
    // The worst of fourteen on which exchanges and laying out anew were tried.
    '20/25/75',
    '28/34/32',
    '30/40/32',
  ],
  M: ['150/90/1', '150/90/3'],
  L: ['1000/300/1', '1000/300/2'],
  XL: ['5000/900/1'],
} as const satisfies Readonly<Record<SizeName, readonly string[]>>;

/** The rack of a name: boards, pieces, seed. */
export function rackOf(name: string): MatchInstance {
  const [boards = 0, pieces = 0, seed = 0] = name.split('/').map(Number);
  return salvageInstance({ boards, pieces }, seed);
}

interface FindSort {
  readonly length: readonly [number, number];
  readonly width: readonly [number, number];
  readonly thickness: readonly number[];
  readonly species: readonly string[];
  /** Worth per m² per mm of thickness, in no currency. */
  readonly worth: readonly [number, number];
  readonly defects: (board: { length: number; width: number }, random: Random) => Defect[];
}

interface Defect extends Rect {
  readonly kind: 'nail-hole' | 'knot' | 'stain' | 'rot' | 'split' | 'check' | 'metal' | 'through-hole';
}

const between = (random: Random, [from, to]: readonly [number, number]): number =>
  from + random.next() * (to - from);
const pick = <T>(random: Random, list: readonly T[]): T => list[random.below(list.length)] as T;
const round1 = (value: number): number => Math.round(value * 10) / 10;

/** Rows of nail holes across a board at `xs`. */
const nailRows = (width: number, xs: readonly number[], metal: number, random: Random): Defect[] =>
  xs.flatMap((x) =>
    [0.22, 0.74].map((y): Defect => ({
      kind: random.next() < metal ? 'metal' : 'nail-hole',
      x: round1(x),
      y: round1(y * width),
      length: 8,
      width: 8,
    })),
  );

const scattered = (
  board: { length: number; width: number },
  most: number,
  kinds: readonly Defect['kind'][],
  random: Random,
): Defect[] =>
  Array.from({ length: random.below(most + 1) }, () => {
    const kind = pick(random, kinds);
    const long = kind === 'split' || kind === 'check';
    return {
      kind,
      x: round1(random.next() * board.length * 0.95),
      y: round1(random.next() * board.width * 0.9),
      length: round1(long ? 60 + random.next() * 180 : 12 + random.next() * 45),
      width: round1(long ? 3 + random.next() * 6 : 10 + random.next() * 30),
    };
  });

const ends = (board: { length: number; width: number }, random: Random): Defect[] => {
  const long = round1(15 + random.next() * 60);
  return random.next() < 0.5
    ? [{ kind: 'check', x: 0, y: round1(random.next() * board.width * 0.8), length: long, width: 6 }]
    : [
        {
          kind: 'split',
          x: round1(board.length - long),
          y: round1(board.width * 0.4),
          length: long,
          width: 5,
        },
      ];
};

const FINDS: Readonly<Record<string, FindSort>> = {
  pallet: {
    length: [760, 1220],
    width: [75, 145],
    thickness: [16, 20, 22],
    species: ['pine', 'oak'],
    worth: [0.3, 0.8],
    defects: (b, r) => [
      ...nailRows(b.width, [40, b.length / 2, b.length - 50], 0.25, r),
      ...scattered(b, 2, ['knot', 'split', 'stain'], r),
    ],
  },
  pew: {
    length: [1500, 3000],
    width: [180, 360],
    thickness: [25, 32, 40],
    species: ['oak', 'pine'],
    worth: [1.2, 2.4],
    defects: (b, r) => [...scattered(b, 4, ['through-hole', 'stain', 'check'], r), ...ends(b, r)],
  },
  flooring: {
    length: [400, 2200],
    width: [58, 110],
    thickness: [19, 22],
    species: ['oak', 'maple', 'pine'],
    worth: [0.8, 1.6],
    defects: (b, r) => [
      ...Array.from({ length: Math.floor(b.length / 420) }, (_, i): Defect => ({
        kind: 'nail-hole',
        x: round1(200 + i * 420),
        y: 0,
        length: 6,
        width: 7,
      })),
      ...scattered(b, 1, ['stain', 'knot'], r),
    ],
  },
  post: {
    length: [1200, 2800],
    width: [90, 200],
    thickness: [50, 75, 100],
    species: ['oak', 'pine'],
    worth: [0.5, 1.1],
    defects: (b, r) => [
      { kind: 'rot', x: 0, y: 0, length: round1(60 + r.next() * 240), width: b.width },
      ...scattered(b, 3, ['metal', 'check', 'knot', 'through-hole'], r),
    ],
  },
  barrel: {
    length: [650, 980],
    width: [55, 95],
    thickness: [18, 22],
    species: ['oak'],
    worth: [0.9, 1.3],
    defects: (b, r) => [
      { kind: 'stain', x: 0, y: 0, length: 45, width: b.width },
      { kind: 'stain', x: round1(b.length - 45), y: 0, length: 45, width: b.width },
      ...scattered(b, 1, ['nail-hole', 'through-hole'], r),
    ],
  },
  furniture: {
    length: [300, 1800],
    width: [60, 420],
    thickness: [18, 22, 28, 45],
    species: ['oak', 'maple', 'mahogany'],
    worth: [1, 3],
    defects: (b, r) => scattered(b, 3, ['nail-hole', 'through-hole', 'stain', 'split'], r),
  },
};

/** What each grade of the exchange format refuses. */
const BLOCKS: Readonly<Record<string, readonly Defect['kind'][]>> = {
  clear: ['nail-hole', 'knot', 'stain', 'rot', 'split', 'check', 'metal', 'through-hole'],
  character: ['rot', 'split', 'check', 'metal', 'through-hole'],
  hidden: ['rot', 'split', 'metal'],
};

function boardFrom(id: string, kind: string, random: Random): MatchBoard {
  const sort = FINDS[kind] as FindSort;
  const size = { length: round1(between(random, sort.length)), width: round1(between(random, sort.width)) };
  const thickness = pick(random, sort.thickness);
  const defects = sort.defects(size, random);
  return {
    id,
    ...size,
    thickness,
    species: pick(random, sort.species),
    value: Math.round(between(random, sort.worth) * thickness * 100) / 100,
    blocked: Object.fromEntries(
      Object.entries(BLOCKS).map(([grade, kinds]) => [
        grade,
        defects
          .filter((defect) => kinds.includes(defect.kind))
          .map(({ x, y, length, width }) => ({ x, y, length, width })),
      ]),
    ),
  };
}

export interface Wanted {
  readonly boards: number;
  /** Copies of solid parts and strips' worth of panels, about. */
  readonly pieces: number;
}

/** A rack of all six kinds of find, and parts for `pieces` pieces. */
export function salvageInstance({ boards, pieces }: Wanted, seed: number): MatchInstance {
  const random = seededRandom(seed);
  const kinds = Object.keys(FINDS);
  const rack = Array.from({ length: boards }, (_, i) => boardFrom(`b${i}`, pick(random, kinds), random));
  const parts: MatchPart[] = [];
  let left = pieces;
  while (left > 0) {
    const id = `p${parts.length}`;
    const species = random.next() < 0.5 ? ('any' as const) : [pick(random, ['oak', 'oak', 'pine', 'maple'])];
    const grade = pick(random, ['clear', 'character', 'character', 'hidden']);
    const thickness = pick(random, [12, 15, 18, 18, 20, 24, 35]);
    if (random.next() < 0.12) {
      const width = round1(180 + random.next() * 260);
      parts.push({
        id,
        type: 'panel',
        length: round1(350 + random.next() * 650),
        width,
        thickness: Math.min(20, thickness),
        qty: 1,
        grade,
        species,
        minStrip: 40,
        maxStrip: 120,
      });
      left -= Math.ceil(width / 80);
    } else {
      const qty = Math.min(left, 1 + random.below(5));
      parts.push({
        id,
        type: 'solid',
        length: round1(180 + random.next() ** 1.5 * 1250),
        width: round1(30 + random.next() * 90),
        thickness,
        qty,
        grade,
        species,
      });
      left -= qty;
    }
  }
  return { kerf: 3.2, jointAllowance: 1, offcut: DEFAULT_OFFCUT, boards: rack, parts };
}

export interface KnownOptimum {
  readonly instance: MatchInstance;
  /** What the best plan spends: all of the boards that were cut up, and nothing else. */
  readonly optimum: number;
}

/**
 * Boards cut up to the last shaving, hidden among `boards` − `cutUp` dearer ones. Nothing can spend less
 * than the cut-up boards cost where every other board is dearer per m², and kerfs are as few as can be.
 */
export function knownOptimum(boards: number, cutUp: number, seed: number): KnownOptimum {
  const random = seededRandom(seed);
  const kerf = 3.2;
  const rack: MatchBoard[] = [];
  const sizes: { length: number; width: number; species: string; thickness: number }[] = [];
  const value = 20;
  let optimum = 0;
  for (let i = 0; i < cutUp; i++) {
    const board: MatchBoard = {
      id: `k${i}`,
      length: round1(700 + random.next() * 1500),
      width: round1(90 + random.next() * 160),
      thickness: pick(random, [18, 22, 30]),
      species: pick(random, ['oak', 'pine', 'maple']),
      value,
      blocked: { clear: [], character: [], hidden: [] },
    };
    rack.push(board);
    optimum += (value * board.length * board.width) / 1e6;
    sizes.push(...cutExactly(board, kerf, random));
  }
  for (let i = cutUp; i < boards; i++) {
    const like = boardFrom(`d${i}`, pick(random, Object.keys(FINDS)), random);
    rack.push({ ...like, value: value * (1.3 + random.next()) });
  }
  const parts = sizes.map((size, i): MatchPart => ({
    id: `p${i}`,
    type: 'solid',
    length: size.length,
    width: size.width,
    thickness: size.thickness,
    qty: 1,
    grade: 'clear',
    species: [size.species],
  }));
  const instance = { kerf, jointAllowance: 1, offcut: DEFAULT_OFFCUT, boards: shuffled(rack, random), parts };
  return { instance, optimum };
}

function cutExactly(
  board: MatchBoard,
  kerf: number,
  random: Random,
): (Rect & { species: string; thickness: number })[] {
  const made: (Rect & { species: string; thickness: number })[] = [];
  const like = { species: board.species, thickness: board.thickness };
  const crosscutFirst = random.next() < 0.5;
  const lengths = (whole: number): number[] => divided(whole, 260, 3, kerf, random);
  const widths = (whole: number): number[] => divided(whole, 38, 3, kerf, random);
  if (crosscutFirst) {
    for (const length of lengths(board.length)) {
      for (const width of widths(board.width)) made.push({ x: 0, y: 0, length, width, ...like });
    }
  } else {
    for (const width of widths(board.width)) {
      for (const length of lengths(board.length)) made.push({ x: 0, y: 0, length, width, ...like });
    }
  }
  return made;
}

/** `whole` in 1 to `most` random lengths of at least `least`, a kerf between them. */
function divided(whole: number, least: number, most: number, kerf: number, random: Random): number[] {
  const many = Math.max(1, Math.min(1 + random.below(most), Math.floor((whole + kerf) / (least + kerf))));
  const out: number[] = [];
  let left = whole;
  for (let i = many; i > 1; i--) {
    const spare = left - i * least - (i - 1) * kerf;
    const size = round1(least + random.next() * spare * (1.6 / i));
    out.push(size);
    left -= size + kerf;
  }
  out.push(left);
  return out;
}
