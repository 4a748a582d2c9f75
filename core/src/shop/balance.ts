/** The wood balance of one find and of one project. What an entry lost is shared out by what each wood gave up. */
import type { FindId } from '../stock/haul.ts';
import type { Piece, ProjectId } from '../stock/piece.ts';
import { madeInShop, partsInHand, volumeOf, type Entry, type PartInHand, type WoodBalance } from './entry.ts';

const of = (wood: Piece, findId: FindId): boolean => wood.origin?.findId === findId;

/** Of parts, the volume that is of a find; what is glued up may be of several. */
const partsOf = (parts: readonly PartInHand[], findId: FindId): number =>
  parts.reduce((sum, { wood, glued }) => {
    const share =
      glued === undefined
        ? Number(of(wood, findId))
        : glued.reduce((all, strip) => all + (strip.findId === findId ? strip.share : 0), 0);
    return share === 0 ? sum : sum + share * volumeOf([wood]);
  }, 0);

/** Where the wood of a find on record is. */
export function balanceOfFind(
  pieces: readonly Piece[],
  entries: readonly Entry[],
  findId: FindId,
): WoodBalance {
  const mine = (list: readonly Piece[]): Piece[] => list.filter((piece) => of(piece, findId));
  const made = madeInShop(entries);
  const onRack = mine(pieces);
  const taken = mine(entries.flatMap(({ took }) => took.pieces)).filter(({ id }) => !made.has(id));
  const offcutsM3 = volumeOf(onRack.filter(({ id }) => made.has(id)));
  let kerfM3 = 0;
  let wasteM3 = 0;
  for (const { kind, took, gave, lost } of entries) {
    if (kind === 'broken-down') continue;
    const went = volumeOf(mine(took.pieces)) + partsOf(took.parts, findId);
    const came = volumeOf(mine(gave.pieces)) + partsOf(gave.parts, findId);
    const dust = shareOfDust(lost);
    kerfM3 += (went - came) * dust;
    wasteM3 += (went - came) * (1 - dust);
  }
  return {
    foundM3: volumeOf(onRack) - offcutsM3 + volumeOf(taken),
    onRackM3: volumeOf(onRack),
    offcutsM3,
    partsM3: partsOf(partsInHand(entries), findId),
    wasteM3,
    kerfM3,
  };
}

function shareOfDust({ kerfM3, wasteM3 }: Entry['lost']): number {
  const all = kerfM3 + wasteM3;
  return all === 0 ? 0 : kerfM3 / all;
}

export interface ProjectBalance {
  /** Of the boards that were sawn, the share of its parts; boards that serve several projects are shared by volume. */
  readonly wentInM3: number;
  readonly partsM3: number;
  readonly offcutsM3: number;
  readonly wasteM3: number;
  readonly kerfM3: number;
}

/** What a project took from the rack, and what became of it. Went in is what the rest adds up to, counted apart. */
export function balanceOfProject(entries: readonly Entry[], projectId: ProjectId): ProjectBalance {
  let [wentInM3, offcutsM3, wasteM3, kerfM3] = [0, 0, 0, 0];
  for (const entry of entries) {
    const share = shareOf(entry, projectId);
    if (share === 0) continue;
    wentInM3 += share * volumeOf(entry.took.pieces);
    offcutsM3 += share * volumeOf(entry.gave.pieces);
    wasteM3 += share * entry.lost.wasteM3;
    kerfM3 += share * entry.lost.kerfM3;
  }
  const parts = partsInHand(entries).filter((part) => part.projectId === projectId);
  return { wentInM3, partsM3: volumeOf(parts.map(({ wood }) => wood)), offcutsM3, wasteM3, kerfM3 };
}

/** The share of an entry that is a project's: by the parts that it gave, or by what parts gave up. */
function shareOf({ projectIds, took, gave }: Entry, projectId: ProjectId): number {
  if (!projectIds.includes(projectId)) return 0;
  if (projectIds.length === 1) return 1;
  const parts = took.pieces.length > 0 ? gave.parts : took.parts;
  const volume = (list: Entry['gave']['parts']): number => volumeOf(list.map(({ wood }) => wood));
  const left = took.pieces.length > 0 ? [] : gave.parts;
  const given = (list: Entry['gave']['parts']): number =>
    volume(list) - volume(left.filter((part) => list.some(({ cut }) => cut === part.cut)));
  const all = given(parts);
  return all <= 0 ? 1 / projectIds.length : given(parts.filter((part) => part.projectId === projectId)) / all;
}
