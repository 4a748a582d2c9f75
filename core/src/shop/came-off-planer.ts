/**
 * What a piece is once it came off the planer. Planing takes the skin, never the metal: what lies deeper than was
 * taken off stays, and since new wood has been laid bare the second scan is void.
 */
import { clipTo } from '../geometry/rectangle.ts';
import { depthOf, isMetalIn, keepOnPiece, type Finding } from '../stock/finding.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import { endTrims } from '../yield/thickness/ends.ts';
import { DEFAULT_HABITS } from '../yield/habits.ts';

export interface CameSize {
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
}

/** What is noted of a finding whose place in the new piece nobody knows. */
const PLACE_UNKNOWN = 'its place is not known: this was one of several cut from the piece';

/**
 * One of the pieces that came, with all that is known of its wood. Where it is the `only` one it is taken to have been
 * cut from the middle of the width and past the near trim: findings are shifted and clipped to it, and metal that is
 * still in is kept at its rim even where it would lie outside. Where several came, each may hold any finding that
 * planing has not taken off, so each keeps it, until the maker says otherwise.
 */
export function cameOffPlaner(
  piece: Piece,
  size: CameSize,
  only: boolean,
  day: string,
): Omit<Piece, 'id' | 'tag'> {
  const { length, width, thickness } = size;
  const taken = Math.max(0, piece.thickness - thickness);
  const findings = findingsLeft(piece, taken).flatMap((rest): Finding[] => {
    if (!only) {
      const note = [rest.note, PLACE_UNKNOWN].filter(Boolean).join('; ');
      return [keepOnPiece({ ...rest, note }, length, width)];
    }
    const shifted = { ...rest, ...shift(rest, piece, size) };
    const place = clipTo(shifted, length, width);
    if (place) return [{ ...shifted, ...place }];
    return isMetalIn(rest) ? [keepOnPiece(shifted, length, width)] : [];
  });
  const {
    id: _id,
    tag: _tag,
    widthFar: _far,
    outline: _outline,
    warp: _warp,
    ends: _ends,
    roughEnds: _rough,
    keepSkin: _skin,
    scans,
    ...rest
  } = piece;
  return {
    ...rest,
    length,
    width,
    thickness,
    findings,
    inspected: day,
    machined: day,
    // What was scanned as found is known of; what planing has laid bare has to be scanned again.
    ...(scans?.found === undefined ? {} : { scans: { found: scans.found } }),
  };
}

/** What is left of a piece’s findings when so much has been planed off in thickness, mm; metal never goes by itself. */
export function findingsLeft(piece: Pick<Piece, 'findings' | 'keepSkin'>, taken: number): Finding[] {
  return piece.findings
    .filter((finding) => !isTakenOff(finding, piece, taken))
    .map((finding) => {
      const depth = depthLeft(finding, piece, taken);
      return depth === undefined ? finding : { ...finding, depth };
    });
}

/** Where a finding lies from the new piece's near end and upper edge. */
function shift(finding: Finding, piece: Piece, size: CameSize): { readonly x: number; readonly y: number } {
  const off = Math.max(0, piece.length - size.length);
  const near = Math.min(off, endTrims(piece, DEFAULT_HABITS).near);
  const across = Math.max(0, (fullWidth(piece) - size.width) / 2);
  return { x: finding.x - near, y: finding.y - across };
}

/** Off one face: half of what was taken, all of it where the other face kept its skin, none where this one did. */
function offFace(face: 'A' | 'B', piece: Pick<Piece, 'keepSkin'>, taken: number): number {
  const kept = piece.keepSkin ?? [];
  if (kept.includes(face)) return 0;
  return kept.includes(face === 'A' ? 'B' : 'A') ? taken : taken / 2;
}

function isTakenOff(finding: Finding, piece: Pick<Piece, 'keepSkin'>, taken: number): boolean {
  // Pulled or in: metal never goes by itself.
  if (isMetalIn(finding)) return false;
  const { face } = finding;
  if (face !== 'A' && face !== 'B') return false;
  const depth = depthOf(finding);
  return depth !== undefined && depth <= offFace(face, piece, taken) + 1e-9;
}

/** A measured depth is less by what came off its face; metal that was punched now lies nearer the surface. */
function depthLeft(
  { face, depth }: Finding,
  piece: Pick<Piece, 'keepSkin'>,
  taken: number,
): number | undefined {
  if (depth === undefined || (face !== 'A' && face !== 'B')) return depth;
  return Math.max(0.1, depth - offFace(face, piece, taken));
}
