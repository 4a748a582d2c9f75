/** What came of sawn boards against what was planned of them: lines for the shop's own record. */
import type { Find } from '../stock/haul.ts';
import { pieceVolumeM3 } from '../stock/piece.ts';
import { knowledgeOf, type Milled } from '../yield/estimates/own-record.ts';
import { partsInHand, type Entry, type PartInHand } from './entry.ts';
import type { RouteSize } from './route-steps.ts';

const volume = ({ length, width, thickness }: RouteSize): number => (length * width * thickness) / 1e9;

/** What is glued up as the strips that it is made of, each with its share of the width, or of the thickness. */
function inStrips(part: PartInHand): PartInHand[] {
  const { glued, wood } = part;
  if (glued === undefined) return [part];
  const layers = glued.some(({ layer }) => layer === true);
  return glued.map(({ cut, aim, share }) => ({
    ...part,
    cut,
    ...(aim === undefined ? {} : { aim }),
    wood: layers ? { ...wood, thickness: wood.thickness * share } : { ...wood, width: wood.width * share },
  }));
}

/**
 * Boards of which every part is planed or spoilt: volume planned, parts at the size that they were to come to, and volume
 * that came. Offcuts lie on the rack as they were cut and stand on neither side.
 */
export function cameOfBoards(
  entries: readonly Entry[],
  finds: readonly Pick<Find, 'id' | 'kind'>[],
): Milled[] {
  const last = new Map(
    partsInHand(entries)
      .flatMap(inStrips)
      .map((part) => [placeOf(part), part]),
  );
  return entries.flatMap((entry): Milled[] => {
    const [piece] = entry.took.pieces;
    if (entry.kind !== 'sawn' || !piece) return [];
    const parts = entry.gave.parts.filter(({ aim }) => aim !== undefined);
    const now = parts.map((part) => last.get(placeOf(part)));
    if (parts.length === 0 || now.some((part) => part !== undefined && part.cleanFaces !== 2)) return [];
    const offcuts = entry.gave.pieces.reduce((sum, one) => sum + pieceVolumeM3(one), 0);
    const foundM3 = pieceVolumeM3(piece) - offcuts;
    if (foundM3 <= 0) return [];
    const findKind = finds.find(({ id }) => id === piece.origin?.findId)?.kind;
    return [
      {
        id: `of ${entry.id}`,
        day: entry.day,
        tag: piece.tag,
        ...(findKind === undefined ? {} : { findKind }),
        species: piece.species,
        grade: 'character',
        known: knowledgeOf(piece),
        foundM3,
        reckonedM3: parts.reduce((sum, { aim }) => sum + (aim === undefined ? 0 : volume(aim)), 0),
        came: now.flatMap((part) => {
          if (part?.aim === undefined) return [];
          // Still to be cut to length or width: that much of it is the part.
          const { length, width, thickness } = part.wood;
          return [
            {
              count: 1,
              length: Math.min(length, part.aim.length),
              width: Math.min(width, part.aim.width),
              thickness,
            },
          ];
        }),
      },
    ];
  });
}

const placeOf = ({ cut }: PartInHand): string => `${cut.pieceId} ${cut.x} ${cut.y}`;
