/**
 * What the maker wishes of a plan besides that it covers the parts, as weights in the units of worth: added to what a plan
 * counts, never to what it is told to spend. Starting points of ours, chosen so that a wish moves a part to another board
 * that is a little dearer, not to one that is twice as dear. Each weight is a share of the worth of the wood in one copy
 * or strip.
 */
import { SOLID, type Part, type Project, type Wanted } from '../project/project.ts';
import { blockedRects, type Grade } from '../stock/grade.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import type { Fitness } from '../project/fitness.ts';
import type { MatchBoard } from '../solver/instance.ts';

export interface Wishes {
  /** Counted for each board that is touched, in value. */
  readonly perBoard: number;
  /** By board, by part, in value for each copy or strip; null where no wish tells boards apart. */
  readonly reluctance: readonly Readonly<Record<string, number>>[] | null;
  /** What each board is like, for parts whose pieces should be alike; and by part what an unlike piece counts. */
  readonly traits: readonly (readonly number[] | null)[] | null;
  readonly alike: Readonly<Record<string, number>>;
  /** By part, what each board counts after the first that its pieces come from: figure goes on within a board. */
  readonly together: Readonly<Record<string, number>>;
  /** Share of a leftover's worth that it is credited at, where the wish has one of its own. */
  readonly credit: number | null;
}

/** Counted for each board, in value, where handling counts. */
const HANDLING = 0.03;

const WEIGHTS = {
  /** The plainest, most marred wood on a face that shows; or the best where nobody looks. */
  looks: 0.6,
  /** Sapwood on a face that shows. */
  sapwood: 0.2,
  /** A strip quite unlike the others of its panel in tone, figure and sapwood; a copy unlike the others of its part. */
  unlikeStrip: 0.5,
  unlikeCopy: 0.15,
  /** Each board after the first that strips of a panel, or copies of a part, come from: figure does not go on from it. */
  figureStrip: 0.1,
  figureCopy: 0.05,
  /** Cutting a long piece short. */
  cutShort: 0.15,
  /** Planing away a whole board's thickness. */
  planing: 0.8,
  /** Less thickness in hand than `RESERVE_MM` once the board is flat: nothing may go wrong. */
  noReserve: 0.2,
  /** A glue joint. */
  joint: 0.25,
  /** A copy or strip from a board of another thickness: the planer is set once more. */
  setUp: 0.12,
  /** A long piece, where short ones should go first. */
  shortFirst: 0.5,
  /** Wood that may be used only after asking, and wood to be minded. */
  ask: 0.5,
  mind: 0.1,
} as const;

/** Thickness that should be left in hand for flattening, mm. */
const RESERVE_MM = 1;
/** From this length on a piece is long, mm. */
const LONG_MM = 1500;
/** Colours so far apart are quite different (ΔE), and thicknesses (mm). */
const TONE_APART = 12;
const THICKNESS_APART = 0.5;
/** How far apart figures are, and wood with and without sapwood, where 1 is quite different. */
const FIGURE = { quarter: 0, riven: 0, rift: 0.25, flat: 0.5 } as const;
const SAP_APART = 0.5;

/** Parts that are looked at. */
const shows = (grade: Grade): boolean => grade !== 'hidden' && grade !== 'structural';

const UNFIT: Readonly<Partial<Record<Fitness['ruling'], number>>> = { ask: WEIGHTS.ask, mind: WEIGHTS.mind };

/** What the wish weighs, and on top of it what is rather left alone for what its wood says of the use. */
export function wishesOf(
  project: Pick<Project, 'parts' | 'wanted'>,
  pieces: readonly Piece[],
  boards: readonly MatchBoard[],
  fits: readonly ReadonlyMap<string, Fitness>[] = [],
): Wishes {
  const wished = priorityOf(project, pieces, boards);
  const weighs = (fit: ReadonlyMap<string, Fitness> | undefined): boolean =>
    fit !== undefined && [...fit.values()].some(({ ruling }) => UNFIT[ruling] !== undefined);
  if (!fits.some(weighs)) return wished;
  const reluctance = boards.map((board, i) => {
    const own = wished.reluctance?.[i] ?? {};
    if (!weighs(fits[i])) return own;
    return Object.fromEntries(
      project.parts.map((part) => {
        const unfit = UNFIT[fits[i]?.get(part.id)?.ruling ?? 'free'] ?? 0;
        return [part.id, (own[part.id] ?? 0) + unfit * worthOfOne(part, board)];
      }),
    );
  });
  return { ...wished, reluctance };
}

const NONE: Wishes = { perBoard: 0, reluctance: null, traits: null, alike: {}, together: {}, credit: null };

function priorityOf(
  { parts, wanted = 'least-waste' }: Pick<Project, 'parts' | 'wanted'>,
  pieces: readonly Piece[],
  boards: readonly MatchBoard[],
): Wishes {
  const each = (weigh: (piece: Piece, board: MatchBoard, part: Part) => number): Wishes['reluctance'] =>
    pieces.map((piece, i) => {
      const board = boards[i] as MatchBoard;
      return Object.fromEntries(
        parts.map((part) => [part.id, weigh(piece, board, part) * worthOfOne(part, board)]),
      );
    });
  const middling = middleWorth(boards);
  const byPart = (weightOf: (part: Part) => number): Readonly<Record<string, number>> =>
    Object.fromEntries(
      parts.flatMap((part) => {
        const weight = weightOf(part) * areaM2(part) * middling;
        return weight > 0 ? [[part.id, weight]] : [];
      }),
    );
  const panel = (part: Part): boolean => (part.make ?? SOLID).kind === 'panel';
  const byWish: Readonly<Record<Wanted, () => Wishes>> = {
    'least-waste': () => NONE,
    'best-looking': () => {
      const tone = middleTone(pieces);
      return {
        ...NONE,
        reluctance: each((piece, board, part) => {
          const looks = looksOf(piece, tone);
          if (!shows(part.grade)) return WEIGHTS.looks * looks;
          const sap = hasSapwood(piece) ? WEIGHTS.sapwood : 0;
          return WEIGHTS.looks * (1 - looks) + sap + noReserve(board, part) + cutShort(piece, part);
        }),
        traits: pieces.map(lookTrait),
        alike: byPart((part) => {
          if (!shows(part.grade)) return 0;
          return panel(part) ? WEIGHTS.unlikeStrip : WEIGHTS.unlikeCopy;
        }),
        together: byPart((part) => {
          if (!shows(part.grade)) return 0;
          return panel(part) ? WEIGHTS.figureStrip : WEIGHTS.figureCopy;
        }),
      };
    },
    'least-work': () => ({
      ...NONE,
      perBoard: HANDLING,
      reluctance: each((piece, board, part) => {
        const comesOut = board.yields?.[part.id] ?? piece.thickness;
        const planed = Math.max(0, comesOut - part.thickness) / piece.thickness;
        return WEIGHTS.planing * planed + (panel(part) ? WEIGHTS.joint : 0) + noReserve(board, part);
      }),
      traits: pieces.map(({ thickness }) => [thickness / THICKNESS_APART]),
      alike: byPart((part) => (panel(part) || part.qty > 1 ? WEIGHTS.setUp : 0)),
    }),
    'clear-the-rack': () => ({
      ...NONE,
      credit: 0.4,
      reluctance: each((piece) => WEIGHTS.shortFirst * Math.min(1, piece.length / 2400)),
    }),
  };
  return byWish[wanted]();
}

/** Face of one copy, or of a strip as strips of the part usually are, m². */
function areaM2(part: Part): number {
  const { make = SOLID } = part;
  const width = make.kind === 'panel' ? make.widestStripMm * 0.7 : part.width;
  return (part.length * width) / 1e6;
}

const worthOfOne = (part: Part, board: MatchBoard): number => board.value * areaM2(part);

function middleWorth(boards: readonly MatchBoard[]): number {
  const values = boards.map(({ value }) => value).sort((a, b) => a - b);
  return values[values.length >> 1] ?? 0;
}

const hasSapwood = ({ sapwood }: Piece): boolean => sapwood !== undefined && sapwood !== 'none';

/** A long piece that is cut short, by how much of it is cut off the part. */
function cutShort(piece: Piece, part: Part): number {
  if (piece.length <= LONG_MM) return 0;
  return WEIGHTS.cutShort * Math.max(0, 1 - part.length / piece.length);
}

/** A board that comes out hardly thicker than the part. */
function noReserve(board: MatchBoard, part: Part): number {
  const inHand = (board.yields?.[part.id] ?? board.thickness) - part.thickness;
  return inHand < RESERVE_MM ? WEIGHTS.noReserve * (1 - Math.max(0, inHand) / RESERVE_MM) : 0;
}

/** Tone, figure and sapwood; null where no tone was measured. */
function lookTrait(piece: Piece): readonly number[] | null {
  if (!piece.tone) return null;
  const { l, a, b } = piece.tone;
  const figure = FIGURE[piece.grain ?? 'flat'];
  return [l / TONE_APART, a / TONE_APART, b / TONE_APART, figure, hasSapwood(piece) ? SAP_APART : 0];
}

/** From 0 to 1, by the better face, as that will show: clean, of the common tone, with quartered or rift grain a little before flat. */
function looksOf(piece: Piece, tone: { readonly l: number } | null): number {
  const face = piece.length * fullWidth(piece);
  const marredOn = (side: 'A' | 'B'): number =>
    blockedRects(piece, 'one-face', side).reduce((area, rect) => area + rect.length * rect.width, 0);
  const marred = Math.min(marredOn('A'), marredOn('B'));
  const clean = 1 - Math.min(1, (4 * marred) / face);
  const common = piece.tone && tone ? 1 - Math.min(1, Math.abs(piece.tone.l - tone.l) / 30) : 0.5;
  const figure = 1 - 0.8 * FIGURE[piece.grain ?? 'flat'];
  return 0.6 * clean + 0.25 * common + 0.15 * figure;
}

function middleTone(pieces: readonly Piece[]): { readonly l: number } | null {
  const light = pieces.flatMap(({ tone }) => (tone ? [tone.l] : [])).sort((a, b) => a - b);
  const l = light[light.length >> 1];
  return l === undefined ? null : { l };
}
