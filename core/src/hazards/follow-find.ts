import type { HazardKind } from '../stock/hazard-kind.ts';
import type { FindId } from '../stock/haul.ts';
import type { Piece } from '../stock/piece.ts';
import { hazardSet } from './hazard.ts';

/**
 * Pieces after their find has been screened again: what the find left on them before goes, what it leaves
 * now comes, and what the maker noted on a piece itself stays. Untouched pieces are returned as they are.
 */
export function followFind(
  pieces: readonly Piece[],
  findId: FindId,
  before: readonly HazardKind[],
  after: readonly HazardKind[],
): readonly Piece[] {
  if (before.join() === after.join()) return pieces;
  return pieces.map((piece) => {
    if (piece.origin?.findId !== findId) return piece;
    const own = (piece.hazards ?? []).filter((kind) => !before.includes(kind));
    return { ...piece, hazards: hazardSet([...own, ...after]) };
  });
}
