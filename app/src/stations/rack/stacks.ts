/** How pieces lie in the rack: sorted into stacks, as rows of known height. */
import { worthPerM2 } from '@aldrek/core/match';
import {
  formatLength,
  fullWidth,
  pieceVolumeM3,
  SETTLES_AT_PCT,
  speciesName,
  stockByPlace,
  type LengthUnit,
  type Piece,
  type Place,
} from '@aldrek/core/wood';
import { portions, sorting, type Steps } from '../../turns/turns';
import type { GivingOrder } from '../../estimates/rack-figures';
import type { StackBy } from '../../in-hand/rack-view';
import type { PieceFigures } from '../../estimates/figures';

/** What pieces give, where they are stacked or ordered by it. */
export interface ByGiving {
  readonly figures: ReadonlyMap<string, PieceFigures>;
  readonly order: GivingOrder;
  /** Whether only pieces that give a wanted part are shown, so that the worst that will do matters. */
  readonly wanted?: boolean;
}

export const STACK_NAMES: Readonly<Record<StackBy, string>> = {
  thickness: 'Thickness',
  species: 'Species',
  length: 'Length',
  place: 'Place',
  find: 'Find',
  yield: 'What it gives',
};

export interface Stack {
  readonly key: string;
  readonly title: string;
  readonly pieces: readonly Piece[];
  readonly areaM2: number;
  readonly volumeM3: number;
}

/** Upper limits of the thickness stacks, mm: veneers, boards, planks, beams. */
const THICKNESS_LIMITS = [12, 17.5, 21.5, 25.5, 32.5, 45, 60];
const LENGTH_LIMITS = [300, 600, 900, 1200, 1800, 2400, 3600];

interface Key {
  readonly order: number | string;
  readonly title: string;
}

/** Sorts pieces, which come longest first, into stacks; in each the longest lies on top. */
export function* stacking(
  pieces: readonly Piece[],
  by: StackBy,
  unit: LengthUnit,
  giving?: ByGiving,
): Steps<Stack[]> {
  const found = new Map<string, { key: Key; pieces: Piece[] }>();
  yield* portions(pieces, (piece) => {
    const key = by === 'yield' ? yieldKey(piece, giving) : keyOf(piece, by);
    const stack = found.get(key.title);
    if (stack) stack.pieces.push(piece);
    else found.set(key.title, { key, pieces: [piece] });
  });
  const stacks: Stack[] = [];
  for (const { key, pieces: own } of [...found.values()].sort((a, b) =>
    compareKeys(a.key.order, b.key.order),
  )) {
    stacks.push({
      key: key.title,
      title: titleOf(own, by, key.title, unit),
      pieces: yield* inOrder(own, by, giving),
      ...(yield* sizesOf(own)),
    });
  }
  return stacks;
}

/** Volumes of pieces, calculated once: a piece that changes is another object. */
const volumes = new WeakMap<Piece, number>();

function volumeOf(piece: Piece): number {
  const known = volumes.get(piece);
  if (known !== undefined) return known;
  const volume = pieceVolumeM3(piece);
  volumes.set(piece, volume);
  return volume;
}

function* sizesOf(pieces: readonly Piece[]): Steps<{ areaM2: number; volumeM3: number }> {
  let [areaM2, volumeM3] = [0, 0];
  yield* portions(pieces, (piece) => {
    areaM2 += (piece.length * fullWidth(piece)) / 1e6;
    volumeM3 += volumeOf(piece);
  });
  return { areaM2, volumeM3 };
}

function compareKeys(a: number | string, b: number | string): number {
  return typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b));
}

/** A collator made once: `localeCompare` would make one for every pair of tags. */
const TAGS = new Intl.Collator('en', { numeric: true });

/** How pieces lie in a stack: the longest on top. */
export const longestFirst = (a: Piece, b: Piece): number =>
  b.length - a.length || fullWidth(b) - fullWidth(a) || TAGS.compare(a.tag, b.tag);

/** Lower limits of the stacks by what a piece gives, as shares of its face. */
const SHARE_LIMITS = [0.9, 0.75, 0.5, 0.25, 0.0001];

function yieldKey(piece: Piece, giving: ByGiving | undefined): Key {
  const share = giving?.figures.get(piece.id)?.share;
  if (share === undefined) return { order: 99, title: 'not worked out yet' };
  const index = SHARE_LIMITS.findIndex((limit) => share >= limit);
  const band = index < 0 ? SHARE_LIMITS.length : index;
  const order = giving?.order === 'worst' ? SHARE_LIMITS.length - band : band;
  if (index < 0) return { order, title: 'gives nothing' };
  const [from, to] = [SHARE_LIMITS[band] ?? 0, SHARE_LIMITS[band - 1] ?? 1].map((part) =>
    Math.round(part * 100),
  );
  return { order, title: `gives ${from} – ${to} % of its face` };
}

/** What a piece is worth to a plan: the poorest wood that will do is taken first. */
const worths = new WeakMap<Piece, number>();

function worthOf(piece: Piece): number {
  const known = worths.get(piece);
  if (known !== undefined) return known;
  const worth = worthPerM2(piece) * piece.length * fullWidth(piece);
  worths.set(piece, worth);
  return worth;
}

/** Pieces come longest first; sorting keeps that among equals. */
function* inOrder(pieces: Piece[], by: StackBy, giving: ByGiving | undefined): Steps<readonly Piece[]> {
  if (by === 'yield' && giving)
    return yield* byFigure(pieces, giving, ({ id }) => giving.figures.get(id)?.share ?? 0);
  if (giving?.wanted === true) return yield* byFigure(pieces, giving, worthOf);
  return pieces;
}

function* byFigure(
  pieces: readonly Piece[],
  giving: ByGiving,
  figure: (piece: Piece) => number,
): Steps<Piece[]> {
  const sign = giving.order === 'worst' ? 1 : -1;
  const figures = new Map<Piece, number>();
  yield* portions(pieces, (piece) => void figures.set(piece, sign * figure(piece)));
  return yield* sorting(pieces, (a, b) => (figures.get(a) ?? 0) - (figures.get(b) ?? 0));
}

function keyOf(piece: Piece, by: Exclude<StackBy, 'yield'>): Key {
  switch (by) {
    case 'thickness':
      return band(piece.thickness, THICKNESS_LIMITS, 'thick');
    case 'length':
      return band(piece.length, LENGTH_LIMITS, 'long');
    case 'species':
      return { order: speciesName(piece.species), title: speciesName(piece.species) };
    case 'place':
      return piece.place === ''
        ? { order: '\uffff', title: 'no place noted' }
        : { order: piece.place, title: piece.place };
    case 'find':
      return piece.find === ''
        ? { order: '\uffff', title: 'no find noted' }
        : { order: piece.find, title: piece.find };
  }
}

function band(mm: number, limits: readonly number[], word: string): Key {
  const index = limits.findIndex((limit) => mm <= limit);
  const order = index < 0 ? limits.length : index;
  return { order, title: `${word} ${order}` };
}

/** Bands are named by what lies in them: “18 – 21 mm thick”. */
function titleOf(pieces: readonly Piece[], by: StackBy, title: string, unit: LengthUnit): string {
  if (by !== 'thickness' && by !== 'length') return title;
  let [from, to] = [Infinity, 0];
  for (const piece of pieces) [from, to] = [Math.min(from, piece[by]), Math.max(to, piece[by])];
  const [least, most] = [from, to].map((mm) => formatLength(mm, unit));
  const range = least === most ? most : `${least} – ${most}`;
  return `${range} ${unit === 'mm' ? 'mm' : 'in'} ${by === 'thickness' ? 'thick' : 'long'}`;
}

/** Of a place: how long its wood has lain there, how dry it is, and how dry it will get; in words. */
export function drying(stack: Stack, places: readonly Place[], today: string): string[] {
  const here = stockByPlace(stack.pieces, places, today).find(({ name }) => name === stack.key);
  if (!here) return [];
  const { days, moisturePct, shelter } = here;
  return [
    ...(days ? [`${days.least === days.most ? days.most : `${days.least}–${days.most}`} days there`] : []),
    ...(moisturePct === null ? [] : [`${moisturePct.toFixed(0)} % moisture`]),
    ...(shelter === null ? [] : [`settles near ${SETTLES_AT_PCT[shelter]} %`]),
  ];
}

export type RackRow =
  | { readonly kind: 'head'; readonly id: string; readonly stack: Stack; readonly height: number }
  | {
      readonly kind: 'piece';
      readonly id: string;
      readonly piece: Piece;
      readonly index: number;
      readonly height: number;
    };

const HEAD_HEIGHT = 44;
/** A row is at least this high, so that a thumb finds it. */
const LEAST_ROW = 44;
const ROW_GAP = 10;

/** The stacks as rows, top to bottom, each with its height at a scale. */
export function rackRows(stacks: readonly Stack[], pxPerMm: number): RackRow[] {
  const rows: RackRow[] = [];
  let index = 0;
  for (const stack of stacks) {
    rows.push({ kind: 'head', id: `head ${stack.key}`, stack, height: HEAD_HEIGHT });
    for (const piece of stack.pieces) {
      const height = Math.max(LEAST_ROW, Math.ceil(fullWidth(piece) * pxPerMm) + ROW_GAP);
      rows.push({ kind: 'piece', id: piece.id, piece, index: index++, height });
    }
  }
  return rows;
}
