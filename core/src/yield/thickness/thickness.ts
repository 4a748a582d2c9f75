/** How thick a piece, or a part cut from it, comes out: as found, less flattening, less cleaning each face. */
import { depthOf, isSkinMark } from '../../stock/finding.ts';
import { fullWidth, type Piece } from '../../stock/piece.ts';
import type { Grade } from '../../stock/grade.ts';
import type { Machines } from '../machines.ts';
import { warpLoss, type PlanSize, type WarpLoss } from './warp-loss.ts';

export type Thick = Pick<
  Piece,
  'length' | 'width' | 'widthFar' | 'thickness' | 'warp' | 'keepSkin' | 'veneerMm' | 'findings'
>;

export interface UsableThickness {
  /** What is left, mm; never below 0. */
  readonly mm: number;
  readonly loss: WarpLoss;
  /** Taken off face A and face B once flat, mm: nothing where the old skin is kept or there is veneer. */
  readonly cleanUp: { readonly A: number; readonly B: number };
}

/**
 * Usable thickness of a part of `size` cut out of a piece: T − height range − clean-up of each face, mm. A face
 * whose skin is kept, and the show face of weathered wood, is not planed. Old finish, weathering and tool marks ask for
 * as much as they are deep. Veneered work is not planed at all.
 */
export function usableThickness(
  piece: Thick,
  size: PlanSize,
  machines: Machines,
  grade: Grade = 'character',
  showFace: 'A' | 'B' = 'A',
): UsableThickness {
  const board = { length: piece.length, width: fullWidth(piece) };
  const loss = warpLoss(piece.warp ?? {}, board, size);
  if (piece.veneerMm !== undefined) return { mm: piece.thickness, loss, cleanUp: { A: 0, B: 0 } };
  const cleanUp = {
    A: cleanUpOf('A', piece, machines, grade, showFace),
    B: cleanUpOf('B', piece, machines, grade, showFace),
  };
  return { mm: Math.max(0, piece.thickness - loss.heightRange - cleanUp.A - cleanUp.B), loss, cleanUp };
}

/** Whether a face keeps its old skin: by the maker's word, or because the grade shows it. */
export const keepsSkin = (
  face: 'A' | 'B',
  piece: Pick<Piece, 'keepSkin'>,
  grade: Grade,
  showFace: 'A' | 'B',
): boolean => (piece.keepSkin?.includes(face) ?? false) || (grade === 'weathered' && face === showFace);

/**
 * What planing takes off a face once it is flat, mm: the shop's clean-up, or as deep as the marks on its skin go.
 * Nothing where the skin is kept.
 */
export function cleanUpOf(
  face: 'A' | 'B',
  piece: Pick<Piece, 'keepSkin' | 'findings'>,
  { cleanUpMm }: Pick<Machines, 'cleanUpMm'>,
  grade: Grade,
  showFace: 'A' | 'B',
): number {
  if (keepsSkin(face, piece, grade, showFace)) return 0;
  return piece.findings
    .filter((finding) => isSkinMark(finding) && finding.face === face)
    .reduce((most, finding) => Math.max(most, depthOf(finding) ?? 0), cleanUpMm);
}

/**
 * The greatest size along one direction that still leaves `wantedMm`, mm: the widest strip of the given length, or
 * the longest length of the given width. Null when even the narrowest leaves less. The loss grows with the size,
 * so halving finds it; to a tenth of a millimetre, rounded down.
 */
export function greatestFor(
  wantedMm: number,
  along: 'length' | 'width',
  piece: Thick,
  whole: PlanSize,
  machines: Machines,
  grade: Grade = 'character',
): number | null {
  const leaves = (mm: number): boolean =>
    usableThickness(piece, { ...whole, [along]: mm }, machines, grade).mm >= wantedMm - 1e-9;
  if (!leaves(0)) return null;
  if (leaves(whole[along])) return whole[along];
  let [low, high] = [0, whole[along]];
  while (high - low > 0.01) {
    const middle = (low + high) / 2;
    if (leaves(middle)) low = middle;
    else high = middle;
  }
  return Math.floor(low * 10) / 10;
}
