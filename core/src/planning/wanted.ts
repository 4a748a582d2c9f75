/**
 * What the maker wants of a plan, as weights in the units of worth: added to what a plan spends, never to what
 * it is told to spend. Starting points, chosen so that a wish moves a part to another board that is a little
 * dearer, not to one that is twice as dear.
 */
import { SOLID, type Part, type Project, type Wanted } from '../project/project.ts';
import { blockedRects, type Grade } from '../stock/grade.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import type { Fitness } from '../project/fitness.ts';
import type { MatchBoard } from '../solver/instance.ts';

export interface Feelings {
  readonly perBoard: number;
  /** By board, by part; null where no wish tells boards apart. */
  readonly reluctance: readonly Readonly<Record<string, number>>[] | null;
  /** Share of a leftover's worth that it is credited at, where the wish has one of its own. */
  readonly credit: number | null;
}

/** Parts that are looked at. */
const shows = (grade: Grade): boolean => grade !== 'hidden' && grade !== 'structural';

const WORTH_OF_HANDLING = 0.03;
/** Weight of planing away a whole board's thickness, as a share of the part's worth. */
const PLANING = 0.8;
const LOOKS = 0.6;
const SHORT_FIRST = 0.5;

/** Weight, as a share of the part's worth, of wood that may be used only after asking, and of wood to be minded. */
const UNFIT: Readonly<Partial<Record<Fitness['ruling'], number>>> = { ask: 0.5, mind: 0.1 };

/** What the wish weighs, and on top of it what is rather left alone for what its wood says of the use. */
export function feelingsOf(
  project: Pick<Project, 'parts' | 'wanted'>,
  pieces: readonly Piece[],
  boards: readonly MatchBoard[],
  fits: readonly ReadonlyMap<string, Fitness>[] = [],
): Feelings {
  const wished = wishOf(project, pieces, boards);
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

function wishOf(
  project: Pick<Project, 'parts' | 'wanted'>,
  pieces: readonly Piece[],
  boards: readonly MatchBoard[],
): Feelings {
  const wanted: Wanted = project.wanted ?? 'least-waste';
  const each = (weigh: (piece: Piece, board: MatchBoard, part: Part) => number): Feelings['reluctance'] =>
    pieces.map((piece, i) => {
      const board = boards[i] as MatchBoard;
      return Object.fromEntries(
        project.parts.map((part) => [part.id, weigh(piece, board, part) * worthOfOne(part, board)]),
      );
    });
  switch (wanted) {
    case 'least-waste':
      return { perBoard: 0, reluctance: null, credit: null };
    case 'best-looking': {
      const tone = middleTone(pieces);
      return {
        perBoard: 0,
        credit: null,
        reluctance: each(
          (piece, _, part) => LOOKS * (shows(part.grade) ? 1 - looksOf(piece, tone) : looksOf(piece, tone)),
        ),
      };
    }
    case 'least-work':
      return {
        perBoard: WORTH_OF_HANDLING,
        credit: null,
        reluctance: each((piece, board, part) => {
          const planed =
            Math.max(0, (board.yields?.[part.id] ?? piece.thickness) - part.thickness) / piece.thickness;
          const joint = (part.make ?? SOLID).kind === 'panel' ? 0.25 : 0;
          return PLANING * planed + joint;
        }),
      };
    case 'clear-the-rack':
      return {
        perBoard: 0,
        credit: 0.4,
        reluctance: each((piece) => SHORT_FIRST * Math.min(1, piece.length / 2400)),
      };
  }
}

const worthOfOne = (part: Part, board: MatchBoard): number => {
  const { make = SOLID } = part;
  const width = make.kind === 'panel' ? make.widestStripMm * 0.7 : part.width;
  return (board.value * part.length * width) / 1e6;
};

/** From 0 to 1: clean, of the common tone, with quartered or rift grain a little before flat. */
function looksOf(piece: Piece, tone: { readonly l: number } | null): number {
  const face = piece.length * fullWidth(piece);
  const marred = blockedRects(piece, 'clear').reduce((area, rect) => area + rect.length * rect.width, 0);
  const clean = 1 - Math.min(1, (4 * marred) / face);
  const alike = piece.tone && tone ? 1 - Math.min(1, Math.abs(piece.tone.l - tone.l) / 30) : 0.5;
  const figure = piece.grain === 'quarter' ? 1 : piece.grain === 'rift' ? 0.8 : 0.6;
  return 0.6 * clean + 0.25 * alike + 0.15 * figure;
}

function middleTone(pieces: readonly Piece[]): { readonly l: number } | null {
  const light = pieces.flatMap(({ tone }) => (tone ? [tone.l] : [])).sort((a, b) => a - b);
  const l = light[light.length >> 1];
  return l === undefined ? null : { l };
}
