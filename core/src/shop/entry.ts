/**
 * What was really done in the shop, and what wood went in, came out and was lost: double entry, by volume. States of
 * wood are read from entries and stored nowhere else; a correction is an undo, which takes the entry back.
 */
import type { PartId, PlannedCut } from '../project/project.ts';
import { pieceVolumeM3, type Piece, type PieceId, type ProjectId } from '../stock/piece.ts';

export type EntryId = string & { readonly brand?: 'EntryId' };

export const ENTRY_KINDS = ['sawn', 'spoilt'] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];

/** Where waste goes: answered by the wood’s hazards, decided by the maker. */
export const WASTE_USES = ['bedding', 'mulch', 'firelighters', 'stove', 'tip'] as const;
export type WasteUse = (typeof WASTE_USES)[number];

/** A part that has been cut out and waits for what comes next. */
export interface PartInHand {
  readonly id: string;
  readonly projectId: ProjectId;
  readonly partId: PartId;
  readonly unit: number;
  /** Where it was cut. */
  readonly cut: PlannedCut;
  /** The tag of the board that it came from. */
  readonly from: string;
  /** Its wood, with all that is known of it; its tag is written on it until it is fitted. */
  readonly wood: Piece;
}

export interface Entry {
  readonly id: EntryId;
  readonly kind: EntryKind;
  /** ISO day. */
  readonly day: string;
  readonly projectIds: readonly ProjectId[];
  /** Hands-on time, where it was measured. */
  readonly minutes?: number;
  /** What went in, as it was. */
  readonly took: { readonly pieces: readonly Piece[]; readonly parts: readonly PartInHand[] };
  /** What came out; offcuts lie on the rack, and are kept here as they were when they were cut. */
  readonly gave: { readonly parts: readonly PartInHand[]; readonly pieces: readonly Piece[] };
  /** m³. */
  readonly lost: { readonly kerfM3: number; readonly wasteM3: number };
  readonly wasteTo?: WasteUse;
}

/** The parts in hand: given by an entry and taken by none after it. */
export function partsInHand(entries: readonly Entry[]): PartInHand[] {
  const taken = new Set(entries.flatMap(({ took }) => took.parts.map(({ id }) => id)));
  return entries.flatMap(({ gave }) => gave.parts.filter(({ id }) => !taken.has(id)));
}

export interface WoodBalance {
  /** As found: all that ever lay on the rack, before a saw met it. */
  readonly foundM3: number;
  readonly onRackM3: number;
  readonly partsM3: number;
  /** Of what lies on the rack: offcuts of what has been sawn. */
  readonly offcutsM3: number;
  readonly wasteM3: number;
  readonly kerfM3: number;
}

/**
 * Where the wood is. As found is counted from the pieces that no entry gave, on the rack or taken since; the rest from
 * what is there and what was lost. Both sums are made independently, so that wood counted twice or lost shows as a
 * difference. A piece that was changed or deleted by hand after it was tallied is as it is now.
 */
export function woodBalance(pieces: readonly Piece[], entries: readonly Entry[]): WoodBalance {
  const made = new Set<PieceId>(entries.flatMap(({ gave }) => gave.pieces.map(({ id }) => id)));
  const volume = (list: readonly Piece[]): number =>
    list.reduce((sum, piece) => sum + pieceVolumeM3(piece), 0);
  const taken = entries.flatMap(({ took }) => took.pieces).filter(({ id }) => !made.has(id));
  const onRack = volume(pieces);
  const offcuts = volume(pieces.filter(({ id }) => made.has(id)));
  return {
    foundM3: onRack - offcuts + volume(taken),
    onRackM3: onRack,
    offcutsM3: offcuts,
    partsM3: volume(partsInHand(entries).map(({ wood }) => wood)),
    wasteM3: entries.reduce((sum, { lost }) => sum + lost.wasteM3, 0),
    kerfM3: entries.reduce((sum, { lost }) => sum + lost.kerfM3, 0),
  };
}

/** By how much found and accounted for differ, m³: nothing but rounding, or wood was lost or made. */
export const imbalanceM3 = (balance: WoodBalance): number =>
  balance.foundM3 - (balance.onRackM3 + balance.partsM3 + balance.wasteM3 + balance.kerfM3);
