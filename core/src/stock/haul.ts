import type { SpeciesId } from '../timber/species.ts';
import type { PalletMark } from './pallet-mark.ts';
import type { FindKind } from './find-kind.ts';
import type { Certainty } from './piece.ts';

type HaulId = string & { readonly brand?: 'HaulId' };
export type FindId = string & { readonly brand?: 'FindId' };

/** One trip: where, when, who gave leave, what it cost, and what was found. */
export interface Haul {
  readonly id: HaulId;
  /** Where it was: `the chandler's yard`. */
  readonly place: string;
  /** ISO date, `2026-03-01`. */
  readonly date: string;
  /** Who gave leave to take it, and how: a skip belongs to someone. */
  readonly leaveBy: string;
  readonly leaveHow: LeaveHow;
  /** In the shop's currency. */
  readonly price: number;
  /** There and back, km. */
  readonly distanceKm: number;
  /** Hours of the trip itself: driving, loading. */
  readonly hours: number;
  readonly note: string;
  readonly photos: readonly Photo[];
  readonly finds: readonly Find[];
  /** Why it is worth taking besides money. */
  readonly reasons?: readonly HaulReason[];
}

/** Reasons to take a haul that are not money; they stand beside the verdict and do not move it. */
export const HAUL_REASONS = ['history', 'tip', 'client', 'rare', 'learn', 'own-use'] as const;
export type HaulReason = (typeof HAUL_REASONS)[number];

export const HAUL_REASON_NAMES: Readonly<Record<HaulReason, string>> = {
  history: 'its history',
  tip: 'kept from the tip',
  client: 'a client asks for it',
  rare: 'wood that is hard to get',
  learn: 'to learn on',
  'own-use': 'a use of one’s own',
};

export const LEAVE_HOW = ['not-asked', 'spoken', 'written', 'bought', 'own'] as const;
export type LeaveHow = (typeof LEAVE_HOW)[number];

export const LEAVE_NAMES: Readonly<Record<LeaveHow, string>> = {
  'not-asked': 'not asked yet',
  spoken: 'by word of mouth',
  written: 'in writing',
  bought: 'bought, with a receipt',
  own: 'it was mine',
};

/** A photo's record; the picture itself is kept beside the document, under the photo's id. */
export interface Photo {
  readonly id: string;
  readonly name: string;
}

export const CONDITIONS = ['good', 'worn', 'poor'] as const;
export type Condition = (typeof CONDITIONS)[number];

export const CONDITION_ABOUT: Readonly<Record<Condition, string>> = {
  good: 'dry, sound, little damage',
  worn: 'usual for its kind',
  poor: 'weathered, broken or damp',
};

/** What differs, of one sort of member, from what the breakdown calculates. Sizes in mm. */
export interface Correction {
  readonly count?: number;
  readonly length?: number;
  readonly width?: number;
  readonly thickness?: number;
  /** How many will break in taking it apart, over all that are alike. */
  readonly broken?: number;
}

/** Metalwork, glass and sheet that a find gives beside its wood: stock too, with a job to do. */
export interface KeptPart {
  readonly name: string;
  readonly count: number;
  readonly size: string;
  /** What it needs before it can be used: derust, degrease, prime, paint. */
  readonly job: string;
}

/** What a thing would bring kept whole: metal and glass that are no lumber, a cask, a sound table. Money in the shop's currency. */
export interface KeptWhole {
  readonly worth: number;
  /** That somebody takes it at that worth, 0…1. */
  readonly chance: number;
  /** Hours to restore or clean it, and what that takes in materials. */
  readonly hours: number;
  readonly materials: number;
}

/** One thing found: a pallet, a pew, a floor; or several of them that are alike. */
export interface Find {
  readonly id: FindId;
  /** What its pieces say they came from: `chandler's pallets`. */
  readonly name: string;
  readonly kind: FindKind;
  /** How many there are that are alike. */
  readonly alike: number;
  readonly species: SpeciesId;
  readonly speciesSure: Certainty;
  readonly condition: Condition;
  /** What was measured, by the keys of the kind's breakdown: mm and counts. */
  readonly measures: Readonly<Record<string, number>>;
  /** The way of taking it apart, by the ids of the kind's breakdown. */
  readonly way: string;
  /** By sort of member. */
  readonly corrections: Readonly<Record<string, Correction>>;
  /** Answers of the guided look, by question. What is not answered counts as unsafe. */
  readonly answers: Readonly<Record<string, string>>;
  readonly mark?: PalletMark;
  /** Where its pieces go. */
  readonly place: string;
  readonly note: string;
  /** When it was broken down into pieces; absent while it stands whole. */
  readonly brokenDown?: string;
  /** What was set aside beside the wood when it was broken down. */
  readonly kept?: readonly KeptPart[];
  /** Share of its wood that turned out usable, 0…1, when the maker has noted it: the shop's own record. */
  readonly cameTo?: number;
  /** What it would bring kept whole, where the maker has said. */
  readonly whole?: KeptWhole;
}

/** A breakdown that a maker has corrected and kept as a kind of their own. */
export interface OwnKind {
  readonly id: string;
  readonly name: string;
  readonly kind: FindKind;
  readonly species: SpeciesId;
  readonly measures: Readonly<Record<string, number>>;
  readonly way: string;
  readonly corrections: Readonly<Record<string, Correction>>;
}
