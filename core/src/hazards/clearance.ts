/** How far a piece is cleared of metal: pulled, scanned, and scanned again after planing. */
import { isMetalIn, type Finding } from '../stock/finding.ts';
import type { Piece } from '../stock/piece.ts';
import { speciesById } from '../timber/species.ts';

export type Clearance = 'no-metal' | 'metal-in' | 'not-scanned' | 'scanned' | 'cleared';

export const CLEARANCE_NAMES: Readonly<Record<Clearance, string>> = {
  'no-metal': 'no metal noted, not scanned',
  'metal-in': 'metal in it',
  'not-scanned': 'pulled, not scanned',
  scanned: 'scanned; again after planing',
  cleared: 'cleared',
};

/**
 * Where a piece stands. Punched metal is still in; it is taken out of the way only by cutting. Without any metal on
 * record and without a scan nobody knows.
 */
export function clearanceOf(piece: Pick<Piece, 'findings' | 'scans'>): Clearance {
  if (piece.findings.some(isMetalIn)) return 'metal-in';
  if (piece.scans?.planed !== undefined) return 'cleared';
  if (piece.scans?.found !== undefined) return 'scanned';
  return piece.findings.some(({ kind }) => kind === 'metal') ? 'not-scanned' : 'no-metal';
}

/** A stain within this of recorded metal is explained by it, mm. */
const NEAR_MM = 40;

/**
 * Dark marks in tannin-rich wood with no metal on record near them, in a piece that has not been scanned: iron turns
 * such wood blue-black, so a nail may lie below. Source: Wood Handbook, iron stain in oak, chestnut and the like.
 */
export function ironStains(piece: Pick<Piece, 'findings' | 'species' | 'scans'>): Finding[] {
  if (speciesById(piece.species)?.tannin !== 'high' || piece.scans?.found !== undefined) return [];
  const metal = piece.findings.filter(({ kind }) => kind === 'metal' || kind === 'nail-hole');
  return piece.findings.filter(
    (stain) => stain.kind === 'stain' && !metal.some((nail) => isNear(stain, nail)),
  );
}

const isNear = (a: Finding, b: Finding): boolean =>
  a.x - NEAR_MM < b.x + b.length &&
  b.x < a.x + a.length + NEAR_MM &&
  a.y - NEAR_MM < b.y + b.width &&
  b.y < a.y + a.width + NEAR_MM;
