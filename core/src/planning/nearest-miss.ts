/** How near the rack comes to a part that it does not give. */
import { longestClear } from '../yield/cutting/longest-clear.ts';
import type { PlannedCut } from '../project/project.ts';
import { boardSuits, leastWidth, type MatchBoard, type MatchInstance } from '../solver/instance.ts';
import { findSpot } from '../solver/layout.ts';

export interface NearestMiss {
  readonly neededLength: number;
  /** Of one strip, where a panel may be glued up. */
  readonly neededWidth: number;
  /** As it comes out, after flattening and planing. */
  readonly neededThickness: number;
  /** Pieces of the right species, and those of them that come out thick enough. */
  readonly ofSpecies: number;
  readonly thickEnough: number;
  /** The greatest thickness that any of them comes out at. */
  readonly thickest: number;
  /** The longest clear stretch of the needed width that is left, and in which piece. */
  readonly longestLeft: { readonly length: number; readonly boardId: string } | null;
}

/** What is left for `part` once `cuts` are made. */
export function nearestMiss(
  instance: MatchInstance,
  partId: string,
  cuts: readonly PlannedCut[],
): NearestMiss | null {
  const part = instance.parts.find((candidate) => candidate.id === partId);
  if (!part) return null;
  const ofSpecies = instance.boards.filter(
    (board) => part.species === 'any' || part.species.includes(board.species),
  );
  const comesOut = (board: MatchBoard): number => board.yields?.[part.id] ?? board.thickness;
  const thick = ofSpecies.filter((board) => comesOut(board) >= part.thickness - 1e-6);
  let longestLeft: NearestMiss['longestLeft'] = null;
  for (const board of thick) {
    const taken = cuts
      .filter((cut) => cut.pieceId === board.id && cut.partId !== 'offcut')
      .map((cut) => ({
        x: cut.x - instance.kerf,
        y: cut.y - instance.kerf,
        length: cut.length + 2 * instance.kerf,
        width: cut.width + 2 * instance.kerf,
      }));
    const clear = longestClear(board, [...(board.blocked[part.grade] ?? []), ...taken], leastWidth(part));
    if (clear && clear.length > (longestLeft?.length ?? 0)) {
      longestLeft = { length: clear.length, boardId: board.id };
    }
  }
  return {
    neededLength: part.length,
    neededWidth: leastWidth(part),
    neededThickness: part.thickness,
    ofSpecies: ofSpecies.length,
    thickEnough: thick.length,
    thickest: ofSpecies.reduce((most, board) => Math.max(most, comesOut(board)), 0),
    longestLeft,
  };
}

/** Parts that no board could give even one of (one strip, of a panel), were all boards whole: known at once. */
export function impossibleParts(instance: MatchInstance): string[] {
  return instance.parts
    .filter((part) => {
      // A shape may fit where its whole rectangle does not; that is left to the search.
      if (part.shape) return !instance.boards.some((board) => boardSuits(board, part));
      return !instance.boards.some(
        (board) =>
          boardSuits(board, part) &&
          findSpot(board, [], part.length, leastWidth(part), part.grade, instance.kerf) !== null,
      );
    })
    .map(({ id }) => id);
}
