import { areaMm2, type Rect } from '../../geometry/rectangle.ts';
import { gradeHasShowFace, isInTheWay, type Grade } from '../../stock/grade.ts';
import { faceAreaMm2, fullWidth, isStraight, outlineOf, type Piece } from '../../stock/piece.ts';
import { sum } from '../../foundation/sum.ts';
import { clearCuttings } from '../cutting/clear-cuttings.ts';
import type { BoardSize, CuttingRule } from '../cutting/cutting-rule.ts';
import type { CuttingHabits } from '../habits.ts';
import { longestClear } from '../cutting/longest-clear.ts';
import { DEFAULT_MACHINES, type Machines } from '../machines.ts';
import { piecesOfSize } from '../cutting/pieces-of-size.ts';
import { cutUpSlanted, type BothSchools } from '../cutting/slanted.ts';
import { usableThickness, type Thick } from '../thickness/thickness.ts';
import { edgeLoss } from '../thickness/trade-table.ts';
import type { School } from '../../geometry/school.ts';
import { whyBetter } from '../cutting/why-better.ts';
import type { Wish } from '../cutting/wish.ts';
import { blockedForGrade, isPlanedOff, trimsOf } from '../thickness/workable.ts';

/** A cutting with what is left of it once it is flat, clean and its edges are straight; mm. */
export interface Cutting extends Rect {
  readonly thickness: number;
  readonly finishedWidth: number;
}

interface SchoolCuttings {
  readonly areaMm2: number;
  readonly cuttings: readonly Cutting[];
  /** Volume of the finished cuttings, m³. */
  readonly volumeM3: number;
}

export interface PieceYield {
  readonly crosscutFirst: SchoolCuttings;
  readonly ripFirst: SchoolCuttings;
  /** The face that was taken to show, where the grade looks at one face only. */
  readonly showFace: 'A' | 'B';
  readonly better: School | 'same';
  /** Area of the better school, mm², and as a share of the face, 0…1. */
  readonly areaMm2: number;
  readonly share: number;
  /** Finished volume of the better school, m³. */
  readonly volumeM3: number;
  readonly longest: Rect | null;
  readonly widest: Rect | null;
  /** Thickness of the whole piece planed as it is, mm, and the thickest of its cuttings. */
  readonly thicknessWhole: number;
  readonly why: string;
}

/** What is asked of a piece: its best cuttings for a wish, or as many pieces of a size as can be had. */
export interface YieldAsk {
  readonly grade: Grade;
  readonly habits: CuttingHabits & Pick<CuttingRule, 'quick'>;
  readonly machines: Machines;
  readonly wish: Wish | PieceSize;
}

/** A finished size that is wanted many times, mm. */
export interface PieceSize {
  readonly length: number;
  readonly width: number;
}

export type Measured = Thick & Pick<Piece, 'outline' | 'ends' | 'roughEnds'>;

/** The clear cuttings of a piece for a grade, by both schools, with what a maker wants to know of them. */
export function estimateYield(
  piece: Measured,
  grade: Grade,
  habits: YieldAsk['habits'],
  machines: Machines = DEFAULT_MACHINES,
  wish: YieldAsk['wish'] = 'area',
): PieceYield {
  // Veneered work is never ripped: only cuttings of the full width count.
  const cutting = piece.veneerMm === undefined ? habits : { ...habits, minWidthMm: fullWidth(piece) };
  const ask = { grade, habits: cutting, machines, wish };
  const faces = gradeHasShowFace(grade) ? (['A', 'B'] as const) : (['A'] as const);
  const looks = faces.map((showFace) => estimateFace(piece, ask, showFace));
  return looks.reduce((best, look) => (look.areaMm2 > best.areaMm2 + 1 ? look : best));
}

/** By so much (a share) quick figures are usually off. */
const QUICK_ERROR = 0.005;

function estimateFace(piece: Measured, ask: YieldAsk, showFace: 'A' | 'B'): PieceYield {
  const { grade, habits, machines } = ask;
  const board = { length: piece.length, width: fullWidth(piece) };
  const trims = trimsOf(habits, machines);
  const blocked = blockedForGrade(piece, grade, trims, showFace);
  const straight = isStraight(piece);
  const both = straight
    ? cutUp(board, blocked, ask)
    : cutUpSlanted(
        board,
        outlineOf(piece),
        blockedForGrade(withoutOutline(piece), grade, trims, showFace),
        (rects) => cutUp(board, rects, ask),
        (cuttings) => worthOf(cuttings, ask.wish),
        habits.quick === true,
      );
  const crosscutFirst = finished(both.crosscutFirst, piece, ask, showFace);
  const ripFirst = finished(both.ripFirst, piece, ask, showFace);
  const gap = worthOf(both.crosscutFirst, ask.wish) - worthOf(both.ripFirst, ask.wish);
  // Calculated quickly, schools that lie closer than its error count as alike.
  const error = habits.quick === true ? QUICK_ERROR : 1e-9;
  const even = Math.abs(gap) <= error * Math.max(worthOf(both.crosscutFirst, ask.wish), 1);
  const better = even ? 'same' : gap > 0 ? 'crosscutFirst' : 'ripFirst';
  const best = better === 'ripFirst' || (habits.quick === true && gap < 0) ? ripFirst : crosscutFirst;
  const faults = piece.findings.filter(
    (finding) =>
      !isPlanedOff(finding, piece, grade, trims, showFace) &&
      isInTheWay(grade, finding, piece, showFace, trims.limits),
  );
  return {
    crosscutFirst,
    ripFirst,
    showFace,
    better,
    areaMm2: best.areaMm2,
    share: best.areaMm2 / faceAreaMm2(piece),
    volumeM3: best.volumeM3,
    longest: longestClear(board, blocked, habits.minWidthMm),
    widest: widestCutting(best.cuttings),
    thicknessWhole: usableThickness(piece, board, machines, grade, showFace).mm,
    why: whyBetter({ crosscutFirst, ripFirst }, better, { faults, board, wish: ask.wish }),
  };
}

/** The piece as a rectangle: what lies within it, without what lies outside its edges. */
function withoutOutline<T extends Pick<Piece, 'width' | 'widthFar' | 'outline'>>(piece: T): T {
  const { outline: _outline, widthFar: _widthFar, ...rest } = piece;
  return { ...rest, width: fullWidth(piece) } as T;
}

function cutUp(
  board: BoardSize,
  blocked: readonly Rect[],
  { habits, machines, wish }: YieldAsk,
): BothSchools {
  if (typeof wish === 'object') {
    const rough = { length: wish.length, width: wish.width + 2 * machines.jointingMm };
    return piecesOfSize(board, blocked, rough, habits.kerfMm);
  }
  const { crosscutFirst, ripFirst } = clearCuttings(board, blocked, habits, wish);
  return { crosscutFirst: crosscutFirst.cuttings, ripFirst: ripFirst.cuttings };
}

/** What cuttings are worth to a wish: mm², mm³ where length or width counts twice, or a number of pieces. */
function worthOf(cuttings: readonly Rect[], wish: YieldAsk['wish']): number {
  if (typeof wish === 'object') return cuttings.length;
  return sum(cuttings, (cutting) => {
    switch (wish) {
      case 'area':
        return areaMm2(cutting);
      case 'longest':
        return areaMm2(cutting) * cutting.length;
      case 'widest':
        return areaMm2(cutting) * cutting.width;
    }
  });
}

function finished(
  rects: readonly Rect[],
  piece: Measured,
  { grade, machines }: YieldAsk,
  showFace: 'A' | 'B',
): SchoolCuttings {
  const cuttings = rects.map((rect) => ({
    ...rect,
    thickness: usableThickness(piece, rect, machines, grade, showFace).mm,
    finishedWidth: Math.max(0, rect.width - edgeLoss(piece, rect.length, machines)),
  }));
  return {
    areaMm2: sum(cuttings, areaMm2),
    cuttings,
    volumeM3: sum(cuttings, (cut) => (cut.length * cut.finishedWidth * cut.thickness) / 1e9),
  };
}

function widestCutting(cuttings: readonly Rect[]): Rect | null {
  let best: Rect | null = null;
  for (const cutting of cuttings) {
    const wider = best === null || cutting.width > best.width + 1e-6;
    const longer = best && Math.abs(cutting.width - best.width) <= 1e-6 && cutting.length > best.length;
    if (wider || longer) best = cutting;
  }
  return best;
}
