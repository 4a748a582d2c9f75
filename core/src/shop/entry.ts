/**
 * What was really done in the shop, and what wood went in, came out and was lost: double entry, by volume. States of
 * wood are read from entries and stored nowhere else; a correction is an undo, which takes the entry back.
 */
import type { PartId, PlannedCut } from '../project/project.ts';
import type { StripPlace } from '../project/panel-layout.ts';
import type { EdgeState } from '../stock/edges.ts';
import type { FindId } from '../stock/haul.ts';
import { pieceVolumeM3, type Piece, type PieceId, type ProjectId } from '../stock/piece.ts';
import type { GlueClock } from './glue/clock.ts';
import type { RouteMachine, RouteSize } from './route-steps.ts';
import type { Milled, PlanedRecord } from '../yield/estimates/own-record.ts';

export type EntryId = string & { readonly brand?: 'EntryId' };

/**
 * `broken-down`: a find became pieces. `planed`: a piece came off the planer before any plan. `sawn`: a board became parts
 * and offcuts. `worked`: steps of boards or parts were done. `moved-on`: parts reached a later state. `overruled`: a gate
 * was passed, in the maker’s words. `spoilt`: a part is waste. `glued`: strips or layers became one, and a clock runs.
 */
type EntryKind = 'broken-down' | 'planed' | 'sawn' | 'worked' | 'moved-on' | 'overruled' | 'spoilt' | 'glued';

/** What has become of a part since it was cut, in order; before that its board is planned or reserved. */
export const PART_STATES = ['sawn', 'milled', 'glued', 'fitted', 'finished', 'delivered'] as const;
export type PartState = (typeof PART_STATES)[number];

/** Where waste goes: answered by the wood’s hazards, decided by the maker. */
export const WASTE_USES = ['bedding', 'mulch', 'firelighters', 'stove', 'tip'] as const;
export type WasteUse = (typeof WASTE_USES)[number];

/** A strip or layer in what is glued up. */
export interface GluedStrip {
  readonly cut: PlannedCut;
  readonly tag: string;
  /** The find that it came of, and its share of the whole. */
  readonly findId?: FindId;
  readonly share: number;
  /** A layer, glued face to face. */
  readonly layer?: true;
  readonly aim?: RouteSize;
  readonly place: StripPlace;
}

/** A part that has been cut out and waits for what comes next. */
export interface PartInHand {
  readonly id: string;
  readonly projectId: ProjectId;
  readonly partId: PartId;
  readonly unit: number;
  /** Where it was cut; of what is glued up, where its first strip was. */
  readonly cut: PlannedCut;
  /** The tag of the board that it came from. */
  readonly from: string;
  /** Its wood, with all that is known of it; its tag is written on it until it is fitted. */
  readonly wood: Piece;
  /** What it is to come to, mm. */
  readonly aim?: RouteSize;
  /** Past milling; absent while it is sawn or being milled. */
  readonly state?: PartState;
  /** Its long edges, as sawn and straightened. */
  readonly edges?: EdgeState;
  /** Faces that are planed clean. */
  readonly cleanFaces?: 0 | 1 | 2;
  /** What has been planed off since it last rested, mm, and since when it rests (ISO day). */
  readonly planedMm?: number;
  readonly restsSince?: string;
  /** Of what is glued up: its strips or layers in their order, and the entry that glued it last. */
  readonly glued?: readonly GluedStrip[];
  readonly gluedBy?: EntryId;
  /** The milling steps that were done to it, in order. */
  readonly did?: readonly string[];
}

/** What was measured of a part when a step was done, mm. */
export interface Measured {
  readonly part: string;
  readonly side: 'length' | 'width' | 'thickness';
  readonly aimedMm: number;
  readonly actualMm: number;
}

export interface Entry {
  readonly id: EntryId;
  readonly kind: EntryKind;
  /** ISO day. */
  readonly day: string;
  readonly projectIds: readonly ProjectId[];
  /** Hands-on time, where it was measured. */
  readonly minutes?: number;
  /** The steps that it does, by their ids, and on which machine they were done. */
  readonly steps?: readonly string[];
  readonly deed?: string;
  readonly machine?: RouteMachine;
  readonly measured?: readonly Measured[];
  /** Why a gate was passed, in the maker’s words. */
  readonly words?: string;
  /** What runs since the clamps closed. */
  readonly clock?: GlueClock;
  /** The find that was broken down, and what it took from the wood that was expected of it. */
  readonly findId?: FindId;
  /** What a piece was calculated to give and what came off the planer. */
  readonly planed?: PlanedRecord;
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

const NO_WOOD = { pieces: [], parts: [] };

/** A find became pieces: wood that the shop had as a whole before. */
export const brokenDownInto = (
  find: { readonly id: FindId },
  pieces: readonly Piece[],
  { id, day }: { readonly id: EntryId; readonly day: string },
): Entry => ({
  id,
  kind: 'broken-down',
  day,
  projectIds: [],
  findId: find.id,
  took: NO_WOOD,
  gave: { pieces, parts: [] },
  lost: { kerfM3: 0, wasteM3: 0 },
});

/** A piece came off the planer, with the pieces that lie there in its place where it was replaced. */
export function planedOff(
  piece: Piece,
  made: readonly Piece[],
  of: {
    readonly id: EntryId;
    readonly day: string;
    readonly planed: PlanedRecord;
    readonly replace: boolean;
  },
): Entry {
  const lost = of.replace ? volumeOf([piece]) - volumeOf(made) : 0;
  // What it is thinner by is shavings; the rest of it was cut off.
  const thinner = Math.max(0, piece.thickness - Math.max(0, ...made.map(({ thickness }) => thickness)));
  const kerfM3 = of.replace
    ? Math.min(Math.max(0, lost), (volumeOf([piece]) * thinner) / piece.thickness)
    : 0;
  return {
    id: of.id,
    kind: 'planed',
    day: of.day,
    projectIds: [],
    planed: of.planed,
    took: { pieces: of.replace ? [piece] : [], parts: [] },
    gave: { pieces: made, parts: [] },
    lost: { kerfM3, wasteM3: lost - kerfM3 },
  };
}

/** The record of what came off the planer, as its entries say. */
export const milledOf = (entries: readonly Entry[]): Milled[] =>
  entries.flatMap(({ id, day, planed }) => (planed === undefined ? [] : [{ ...planed, id, day }]));

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

export const volumeOf = (pieces: readonly Piece[]): number =>
  pieces.reduce((sum, piece) => sum + pieceVolumeM3(piece), 0);

/** Ids of the pieces that came of other wood in the shop; what came of a find was never wood on the rack before. */
export const madeInShop = (entries: readonly Entry[]): ReadonlySet<PieceId> =>
  new Set(
    entries.flatMap(({ kind, gave }) => (kind === 'broken-down' ? [] : gave.pieces.map(({ id }) => id))),
  );

/**
 * Where the wood is. As found is counted from the pieces that no entry made, on the rack or taken since; the rest from
 * what is there and what was lost. Both sums are made independently, so that wood counted twice or lost shows as a
 * difference. A piece that was changed or deleted by hand after it was tallied is as it is now.
 */
export function woodBalance(pieces: readonly Piece[], entries: readonly Entry[]): WoodBalance {
  const made = madeInShop(entries);
  const taken = entries.flatMap(({ took }) => took.pieces).filter(({ id }) => !made.has(id));
  const onRack = volumeOf(pieces);
  const offcuts = volumeOf(pieces.filter(({ id }) => made.has(id)));
  return {
    foundM3: onRack - offcuts + volumeOf(taken),
    onRackM3: onRack,
    offcutsM3: offcuts,
    partsM3: volumeOf(partsInHand(entries).map(({ wood }) => wood)),
    wasteM3: entries.reduce((sum, { lost }) => sum + lost.wasteM3, 0),
    kerfM3: entries.reduce((sum, { lost }) => sum + lost.kerfM3, 0),
  };
}

/** By how much found and accounted for differ, m³: nothing but rounding, or wood was lost or made. */
export const imbalanceM3 = (balance: WoodBalance): number =>
  balance.foundM3 - (balance.onRackM3 + balance.partsM3 + balance.wasteM3 + balance.kerfM3);
