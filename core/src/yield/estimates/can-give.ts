import type { Grade } from '../../stock/grade.ts';
import { gradeHasShowFace } from '../../stock/grade.ts';
import { fullWidth } from '../../stock/piece.ts';
import type { Measured } from './estimate.ts';
import type { CuttingHabits } from '../habits.ts';
import { longestClear } from '../cutting/longest-clear.ts';
import type { Machines } from '../machines.ts';
import { usableThickness } from '../thickness/thickness.ts';
import { edgeLoss } from '../thickness/trade-table.ts';
import { blockedForGrade, trimsOf } from '../thickness/workable.ts';

/** A finished size and grade that is looked for, mm. */
export interface Want {
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
  readonly grade: Grade;
}

export interface Giving {
  readonly gives: boolean;
  /** The longest clear stretch of the wanted width, mm; 0 where there is none. */
  readonly longestMm: number;
  /** Thickness of a part of the wanted size once flat and clean, mm. */
  readonly thicknessMm: number;
}

/**
 * Whether a finished part can be had from a piece, and by how much it misses. Exact: one rectangle can always be cut
 * out, so a clear one of the rough size is all it takes. The rough width is the finished one, jointing and crook.
 */
export function canGive(piece: Measured, want: Want, habits: CuttingHabits, machines: Machines): Giving {
  const rough = { length: want.length, width: want.width + edgeLoss(piece, want.length, machines) };
  const board = { length: piece.length, width: fullWidth(piece) };
  const faces = gradeHasShowFace(want.grade) ? (['A', 'B'] as const) : (['A'] as const);
  const trims = trimsOf(habits, machines);
  const longestMm = Math.max(
    ...faces.map(
      (face) =>
        longestClear(board, blockedForGrade(piece, want.grade, trims, face), rough.width)?.length ?? 0,
    ),
  );
  const thicknessMm = usableThickness(piece, rough, machines, want.grade).mm;
  // What is only veneered is not offered as solid.
  const solid = piece.veneerMm === undefined;
  const gives = solid && longestMm >= want.length - 1e-6 && thicknessMm >= want.thickness - 1e-6;
  return { gives, longestMm, thicknessMm };
}
