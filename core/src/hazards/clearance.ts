/** How far a piece is cleared of metal: pulled, scanned, and scanned again after planing. */
import { isMetalIn, isPunched, type Finding } from '../stock/finding.ts';
import type { Piece } from '../stock/piece.ts';
import { speciesById } from '../timber/species.ts';

export type Clearance = 'unknown' | 'metal-in' | 'not-scanned' | 'scanned' | 'cleared';

export const CLEARANCE_NAMES: Readonly<Record<Clearance, string>> = {
  unknown: 'never scanned: not known to be clear',
  'metal-in': 'metal in it',
  'not-scanned': 'pulled, not scanned',
  scanned: 'scanned; again after planing',
  cleared: 'cleared',
};

/**
 * Where a piece stands. Wood that nobody has scanned is not known to be clear, whether or not metal was noted. Punched
 * metal does not hold a piece up, since everybody knows of it: see {@link punchedIn} for what it forbids.
 */
export function clearanceOf(piece: Pick<Piece, 'findings' | 'scans'>): Clearance {
  if (piece.findings.some((finding) => isMetalIn(finding) && !isPunched(finding))) return 'metal-in';
  if (piece.scans?.planed !== undefined) return 'cleared';
  if (piece.scans?.found !== undefined) return 'scanned';
  return piece.findings.some(({ kind }) => kind === 'metal') ? 'not-scanned' : 'unknown';
}

/** Whether a piece has been scanned since it was found, with no metal left but what was punched deep. */
export const isScanned = (piece: Pick<Piece, 'findings' | 'scans'>): boolean =>
  ['scanned', 'cleared'].includes(clearanceOf(piece));

/** Metal that was punched below the surface and stays: planed no deeper than allowed, never sawn, bored or routed. */
export const punchedIn = (piece: Pick<Piece, 'findings'>): Finding[] => piece.findings.filter(isPunched);

/** A stain within this of recorded metal is explained by it, mm. */
const NEAR_MM = 40;

/**
 * Blue-black marks in tannin-rich wood with no metal on record near them, in a piece that has not been scanned: iron
 * turns such wood blue-black, so a nail may lie below. Rust-brown marks and those of lees or water tell of no nail.
 * Source: Wood Handbook, iron stain in oak, chestnut and the like.
 */
export function ironStains(piece: Pick<Piece, 'findings' | 'species' | 'scans'>): Finding[] {
  if (speciesById(piece.species)?.tannin !== 'high' || piece.scans?.found !== undefined) return [];
  const metal = piece.findings.filter(({ kind }) => kind === 'metal' || kind === 'nail-hole');
  return piece.findings.filter(
    (stain) =>
      stain.kind === 'stain' && stain.colour === 'blue-black' && !metal.some((nail) => isNear(stain, nail)),
  );
}

const isNear = (a: Finding, b: Finding): boolean =>
  a.x - NEAR_MM < b.x + b.length &&
  b.x < a.x + a.length + NEAR_MM &&
  a.y - NEAR_MM < b.y + b.width &&
  b.y < a.y + a.width + NEAR_MM;
