import { areaMm2, type Rect } from '../geometry/rectangle.ts';
import { blockedRects, gradeHasShowFace, type Grade } from '../stock/grade.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import { clearCuttings, type ClearYield, type SchoolYield } from './clear-cuttings.ts';
import type { CuttingRule } from './cutting-rule.ts';
import { longestClear } from './longest-clear.ts';

export type School = 'crosscutFirst' | 'ripFirst';

export const SCHOOL_NAMES: Readonly<Record<School, string>> = {
  crosscutFirst: 'Crosscut first',
  ripFirst: 'Rip first',
};

/** How a shop cuts: what every estimate and plan rests on. All in mm; all may be changed. */
export interface CuttingHabits extends CuttingRule {
  /** Taken off each end as a matter of course, before the knock test says otherwise. */
  readonly endTrimMm: number;
}

/** Starting points: a thin-kerf table saw, an inch or so off the ends, nothing below a small rail. */
export const DEFAULT_HABITS: CuttingHabits = {
  kerfMm: 3.2,
  minLengthMm: 150,
  minWidthMm: 25,
  endTrimMm: 10,
};

export interface PieceYield extends ClearYield {
  /** The face that was taken to show, where the grade looks at one face only. */
  readonly showFace: 'A' | 'B';
  readonly better: School | 'same';
  /** Area of the better school, mm², and as a share of the face, 0…1. */
  readonly areaMm2: number;
  readonly share: number;
  readonly longest: Rect | null;
  readonly widest: Rect | null;
  readonly why: string;
}

type Measured = Pick<Piece, 'length' | 'width' | 'widthFar' | 'findings'>;

/** What is in the way of `grade` in a piece: its findings, its taper and the trim of both ends. */
export function blockedForGrade(
  piece: Measured,
  grade: Grade,
  endTrimMm: number,
  showFace: 'A' | 'B' = 'A',
): Rect[] {
  const blocked = blockedRects(piece, grade, showFace);
  const width = fullWidth(piece);
  if (endTrimMm > 0 && piece.length > 2 * endTrimMm) {
    blocked.push(
      { x: 0, y: 0, length: endTrimMm, width },
      { x: piece.length - endTrimMm, y: 0, length: endTrimMm, width },
    );
  }
  return blocked;
}

/** The clear cuttings of a piece for a grade, by both schools, with what a maker wants to know of them. */
export function estimateYield(piece: Measured, grade: Grade, habits: CuttingHabits): PieceYield {
  const faces = gradeHasShowFace(grade) ? (['A', 'B'] as const) : (['A'] as const);
  const looks = faces.map((showFace) => estimateFace(piece, grade, habits, showFace));
  return looks.reduce((best, look) => (look.areaMm2 > best.areaMm2 + 1 ? look : best));
}

function estimateFace(piece: Measured, grade: Grade, habits: CuttingHabits, showFace: 'A' | 'B'): PieceYield {
  const board = { length: piece.length, width: fullWidth(piece) };
  const blocked = blockedForGrade(piece, grade, habits.endTrimMm, showFace);
  const both = clearCuttings(board, blocked, habits);
  const gap = both.crosscutFirst.areaMm2 - both.ripFirst.areaMm2;
  const better = Math.abs(gap) < 1 ? 'same' : gap > 0 ? 'crosscutFirst' : 'ripFirst';
  const best = better === 'ripFirst' ? both.ripFirst : both.crosscutFirst;
  const middle = (piece.width + (piece.widthFar ?? piece.width)) / 2;
  return {
    ...both,
    showFace,
    better,
    areaMm2: best.areaMm2,
    share: best.areaMm2 / (piece.length * middle),
    longest: longestClear(board, blocked, habits.minWidthMm),
    widest: widestCutting(best),
    why: whyBetter(both, better),
  };
}

function widestCutting(school: SchoolYield): Rect | null {
  let best: Rect | null = null;
  for (const cutting of school.cuttings) {
    const wider = best === null || cutting.width > best.width + 1e-6;
    const longer = best && Math.abs(cutting.width - best.width) <= 1e-6 && cutting.length > best.length;
    if (wider || longer) best = cutting;
  }
  return best;
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

/** One or two sentences on which school gives more from this board, and what makes it so. */
export function whyBetter(both: ClearYield, better: School | 'same'): string {
  const { crosscutFirst, ripFirst } = both;
  if (crosscutFirst.cuttings.length === 0 && ripFirst.cuttings.length === 0) {
    return 'Nothing of the least size is free of what this grade cuts out.';
  }
  if (better === 'same') {
    return crosscutFirst.cuttings.length === 1
      ? 'One cutting takes it all, so both schools give the same.'
      : 'Both schools give the same here: the faults part the board the same way either way.';
  }
  const [won, lost] = better === 'ripFirst' ? [ripFirst, crosscutFirst] : [crosscutFirst, ripFirst];
  const more =
    lost.areaMm2 > 0
      ? `${percent(won.areaMm2 / lost.areaMm2 - 1)} more`
      : 'something, where the other gives nothing';
  const wonLength = mean(won.cuttings.map((cutting) => cutting.length));
  const lostLength = mean(lost.cuttings.map((cutting) => cutting.length));
  if (better === 'ripFirst') {
    return wonLength >= lostLength
      ? `Rip first gives ${more}: the faults lie in line along the grain, and full-length strips pass beside them.`
      : `Rip first gives ${more}: a long rip sets the bad edge aside, and each strip is cut only where it has a fault of its own.`;
  }
  return wonLength <= lostLength
    ? `Crosscut first gives ${more}: the faults reach across, and short wide pieces lie between them.`
    : `Crosscut first gives ${more}: the good stretches lie apart, and each is ripped as suits it alone.`;
}

function percent(share: number): string {
  const points = share * 100;
  return points < 0.1 ? 'under 0.1 %' : `${points.toFixed(points < 10 ? 1 : 0)} %`;
}

/** Total area of cuttings, m². */
export const cuttingsAreaM2 = (cuttings: readonly Rect[]): number =>
  cuttings.reduce((sum, cutting) => sum + areaMm2(cutting), 0) / 1e6;
