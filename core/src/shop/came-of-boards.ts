/**
 * What came of sawn boards against what was planned of them: lines for the shop's own record, and what a part that came out
 * wrong breaks.
 */
import type { Find } from '../stock/haul.ts';
import { pieceVolumeM3 } from '../stock/piece.ts';
import { partLetter, SOLID, type Project } from '../project/project.ts';
import { knowledgeOf, type Milled } from '../yield/own-record.ts';
import { partsInHand, type Entry, type Measured, type PartInHand } from './entry.ts';
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

/** How far a part may be from its size before it is said, mm. */
export const TOLERANCE_MM: Readonly<Record<Measured['side'], number>> = {
  length: 0.5,
  width: 0.5,
  thickness: 0.3,
};

/** What is wrong with a part in hand that is under its size, and which group, panel or fit it breaks; none where it holds. */
export function toleranceFaults(part: PartInHand, project: Project): string[] {
  const { aim, wood } = part;
  const index = project.parts.findIndex(({ id }) => id === part.partId);
  const of = project.parts[index];
  if (aim === undefined || !of) return [];
  const mm = (value: number): string => `${Math.round(value * 10) / 10} mm`;
  const call = `${partLetter(index)} ${of.name}`;
  const faults: string[] = [];
  for (const side of ['thickness', 'width', 'length'] as const) {
    const under = aim[side] - wood[side];
    if (under <= TOLERANCE_MM[side]) continue;
    const head = `${call} is ${mm(wood[side])} in ${side}, ${mm(under)} under`;
    faults.push(`${head}: ${whatBreaks(of, side, project, wood[side])}`);
  }
  return faults;
}

function whatBreaks(
  of: Project['parts'][number],
  side: Measured['side'],
  project: Project,
  actual: number,
): string {
  const { make = SOLID, group } = of;
  const at = `${Math.round(actual * 10) / 10} mm`;
  if (side === 'thickness' && group !== undefined) {
    const others = project.parts
      .filter((other) => other.group === group && other.id !== of.id)
      .map(({ name }) => name);
    const all = others.length === 0 ? 'its copies' : others.join(', ');
    return `it is no longer as thick as its group ${group} (${all}). Take the group down to ${at}, or cut it again`;
  }
  if (make.kind === 'panel')
    return `its panel comes out ${side === 'thickness' ? 'thinner' : 'smaller'}; add a strip or take it down`;
  if (make.kind === 'laminated') return 'the lamination comes out thinner: one more layer, or thicker ones';
  const least = of.leastThicknessMm;
  if (side === 'thickness' && least !== undefined && actual >= least)
    return `thin, but above the ${least} mm that will do`;
  if (side === 'length')
    return 'its joints at both ends no longer meet: shorten what it meets, or cut it again';
  return side === 'width'
    ? 'the joint over its edge stands open: narrow its mate, or cut it again'
    : 'tenons and housings cut for it are loose: cut them to this part, or cut it again';
}
