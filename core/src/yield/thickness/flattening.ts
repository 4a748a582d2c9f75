/**
 * What a glued-up part loses in being made flat again, asked of the rack on top of its finished thickness. Starting
 * figures of the trade, for panels by how many strips they have and how straight these are, for laminations by the
 * faces that are planed to be glued.
 */
import { bowOfLength } from '../../stock/warp.ts';
import type { Piece } from '../../stock/piece.ts';

/** Over flat strips; over bowed ones or more than four; after a glue-up that failed, mm. */
const PANEL_FLATTENING_MM = { flat: 1.5, uneven: 3, failed: 6 } as const;
/** Planed off each face that is glued to another, mm. */
const GLUED_FACE_MM = 2;
/** More strips than this come out of the clamps uneven. */
const MANY_STRIPS = 4;
/** A strip with more bow than this over its length is pulled straight in the clamps, mm. */
const BOWED_MM = 2;

/** Whether a strip of this length out of a piece is bowed. */
export const isBowed = (piece: Pick<Piece, 'length' | 'warp'>, lengthMm: number): boolean =>
  Math.abs(bowOfLength(piece.warp?.bow ?? 0, Math.min(lengthMm, piece.length), piece.length)) > BOWED_MM;

/** What flattening a panel of so many strips takes, mm. */
export function panelFlatteningMm(strips: number, bowed: boolean): number {
  if (strips <= 1) return 0;
  return bowed || strips > MANY_STRIPS ? PANEL_FLATTENING_MM.uneven : PANEL_FLATTENING_MM.flat;
}

/** What planing the glued faces of so many layers takes of all of them together, mm: two faces a joint. */
export const laminatingMm = (layers: number): number => 2 * (layers - 1) * GLUED_FACE_MM;
