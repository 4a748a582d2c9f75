/** From the expected pieces of a find to pieces for the rack. */
import type { HazardKind } from '../hazard-kind.ts';
import type { FindKind } from '../find-kind.ts';
import type { Find } from '../haul.ts';
import { fullWidth, type Piece } from '../piece.ts';
import { keepOnPiece } from '../finding.ts';
import { MAX_WARP_MM } from '../warp.ts';
import type { ExpectedFinding } from './model.ts';
import { expectedPieces, type Breakdown } from './take-apart.ts';

/** A piece before it has an id and a tag, its findings before they have ids. */
export type PieceForRack = Omit<Piece, 'id' | 'tag' | 'findings'> & {
  readonly findings: readonly ExpectedFinding[];
};

/** Kinds whose ends have stood in the weather. */
const STOOD_OUTDOORS: ReadonlySet<FindKind> = new Set(['post', 'outdoor-boards']);

/** What is calculated is told to a tenth of a millimetre: nobody saws closer. */
const told = (mm: number): number => Math.max(0.1, Math.round(mm * 10) / 10);
const toldPlace = (mm: number): number => Math.round(mm * 10) / 10 || 0;
const toldWarp = (mm: number): number => toldPlace(Math.min(MAX_WARP_MM, Math.max(-MAX_WARP_MM, mm)));

/** The pieces of a breakdown, each knowing its find, its member and what follows its wood. */
export function piecesForRack(
  find: Find,
  breakdown: Breakdown,
  hazards: readonly HazardKind[],
  today: string,
  /** The finish seen when the find was screened has been shown to hold no lead. */
  finishSettled = false,
): PieceForRack[] {
  const outdoors = STOOD_OUTDOORS.has(find.kind);
  return expectedPieces(breakdown).map(({ sort, piece }) => {
    const size = {
      length: told(piece.length),
      width: told(piece.width),
      ...(piece.widthFar === undefined ? {} : { widthFar: told(piece.widthFar) }),
    };
    const { warp } = piece;
    return {
      name: piece.name,
      ...size,
      thickness: told(piece.thickness),
      species: find.species,
      speciesSure: find.speciesSure,
      place: find.place,
      ...(find.place === '' ? {} : { since: today }),
      find: find.name,
      origin: { findId: find.id, member: sort.name },
      findings: piece.findings.map((finding) =>
        keepOnPiece(
          {
            ...finding,
            ...(finding.depth === undefined ? {} : { depth: told(finding.depth) }),
            ...(finding.kind === 'old-finish' && finishSettled ? { leadFree: true as const } : {}),
            x: toldPlace(finding.x),
            y: toldPlace(finding.y),
            length: told(finding.length),
            width: told(finding.width),
          },
          size.length,
          fullWidth(size),
        ),
      ),
      ...(warp
        ? {
            warp: Object.fromEntries(
              Object.entries(warp).map(([kind, mm]) => [kind, toldWarp(mm as number)]),
            ),
          }
        : {}),
      ...(outdoors ? { roughEnds: ['near', 'far'] as const } : {}),
      ...(piece.veneerMm === undefined ? {} : { veneerMm: told(piece.veneerMm) }),
      hazards,
    };
  });
}
