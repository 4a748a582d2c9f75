/** What each worker is asked and what it answers; how the messages travel is told in `messages.ts`. */
import type { CouldMake, Largest, LargestOfTwo, MatchPlan, MatchStep, ProjectLook } from '@aldrek/core/match';
import type { Design, DesignSize, PlannedCut, Project, ProjectPlan, WayOut } from '@aldrek/core/project';
import type { Delta, DocumentFault, ShopDocument, TableRow, PartInHand, Workshop } from '@aldrek/core/shop';
import type { LengthUnit, Piece } from '@aldrek/core/wood';
import type {
  Cutting,
  CuttingHabits,
  Giving,
  Machines,
  PieceYield,
  Want,
  YieldAsk,
} from '@aldrek/core/yield';
import type { GlueClock, OwnMinutes, ShopDay, ShopStep } from '@aldrek/core/floor';
import type { TableHead, TableReadingAsk } from '../readers/read-table';
import type { StoredPhoto } from '../storage/shop-db';

export interface YieldQuestion {
  readonly piece: Piece;
  readonly of: YieldAsk;
}

/** What a piece gives in figures, with the cuttings of the better school. */
export type PieceFigures = Pick<
  PieceYield,
  'areaMm2' | 'share' | 'volumeM3' | 'longest' | 'widest' | 'thicknessWhole' | 'better'
> & { readonly cuttings: readonly Cutting[] };

/** A batch of pieces: all that they give, or whether they give one part. */
export type FiguresQuestion = { readonly pieces: readonly Piece[] } & (
  | { readonly kind: 'figures'; readonly of: YieldAsk }
  | {
      readonly kind: 'giving';
      readonly want: Want;
      readonly habits: CuttingHabits;
      readonly machines: Machines;
    }
);

/** In the order of the pieces. */
export type FiguresAnswer = readonly (PieceFigures | Giving)[];

/** Plans by the id of the project. */
export type PlansById = ReadonlyMap<string, ProjectPlan>;

/** How a shop saws and mills, as far as plans hang on it. */
export interface PlanRules {
  readonly habits: CuttingHabits;
  readonly machines: Machines;
}

/** The rack, its projects and rules, as the planning worker holds them and lends them to others. */
export interface LentShop {
  readonly pieces: readonly Piece[];
  readonly projects: readonly Project[];
  readonly rules: PlanRules;
}

/** The planning worker holds the shop and hears of each change; what is asked of it is asked of that. */
export type PlanningAsk =
  | {
      readonly kind: 'feed';
      /** Forgets what it held before. */
      readonly afresh: boolean;
      readonly pieces: Delta<Piece>;
      readonly projects: Delta<Project>;
      readonly rules: PlanRules;
    }
  | {
      readonly kind: 'look';
      readonly projectId: string;
      readonly unit: LengthUnit;
      readonly pricesPerM3: Readonly<Record<string, number>>;
    }
  /** Lays what is not fixed again around what is, at once: no long search. */
  | { readonly kind: 'refill'; readonly projectId: string }
  /** What is missing of a project in hand, around all that is sawn and planned. */
  | { readonly kind: 'rest'; readonly projectId: string; readonly sawn: readonly SawnWood[] }
  /** A first plan of a project as it would be, at once and without a search: what finds no place? */
  | { readonly kind: 'draft'; readonly project: Project }
  /** What is left to be done on the shop floor, and the order of a day. */
  | ({ readonly kind: 'day' } & DayAsk)
  /** Sends the shop to another worker. */
  | { readonly kind: 'lend'; readonly port: MessagePort };

export type PlanningAnswer =
  | { readonly kind: 'fed' | 'lent' }
  | { readonly kind: 'look'; readonly look: PlanningLook | null }
  | { readonly kind: 'refilled'; readonly plans: PlansById | null }
  | { readonly kind: 'day'; readonly floor: FloorDay | null }
  | { readonly kind: 'drafted'; readonly short: readonly ShortPart[] | null };

/** What a strip or a layer in hand is of: its board is gone from the rack. */
export interface SawnWood extends Pick<PlannedCut, 'partId' | 'unit'> {
  readonly species: Piece['species'];
}

/** The shop floor beside pieces and projects, which the worker has. */
export interface DayAsk {
  readonly parts: readonly PartInHand[];
  readonly done: ReadonlySet<string>;
  readonly clocks: ReadonlyMap<string, GlueClock>;
  readonly clockOf: ReadonlyMap<string, string>;
  readonly workshop: Workshop;
  readonly own: OwnMinutes;
  /** ISO day. */
  readonly day: string;
  /** ms since 1970: what glue still holds waits. */
  readonly now: number;
}

export interface FloorDay {
  readonly steps: readonly ShopStep[];
  readonly day: ShopDay;
  /** How long it took, ms. */
  readonly tookMs: number;
}

/** A part of which some copies find no place. */
export interface ShortPart {
  readonly name: string;
  readonly short: number;
  readonly of: number;
}

/** A way out as it is offered, before it has been tried. */
export type OfferedWay = Pick<WayOut, 'id' | 'kind' | 'partId' | 'title' | 'price' | 'joints' | 'money'>;

/** All that a screen shows of a project against the whole rack. */
export type PlanningLook = ProjectLook & { readonly ways: readonly OfferedWay[] };

/** What a match worker is asked. It stops by itself, or when told to; of two the second proves, then searches too. */
export interface MatchAsk {
  readonly projectIds: readonly string[];
  /** On which the shop comes. */
  readonly port: MessagePort;
  readonly seconds: number;
  readonly seed: number;
  readonly role: 'alone' | 'first' | 'second';
}

/** A plan that another search found, or the word to stop and keep the best. */
export type MatchNote = { readonly kind: 'heard'; readonly plan: MatchPlan } | { readonly kind: 'stop' };

export interface MatchProgress {
  /** The best plan so far, when it is better than the one before, and as each project keeps it. */
  readonly plan: MatchPlan | null;
  readonly shown: PlansById | null;
  readonly share: number;
  readonly round: number;
  readonly stage: MatchStep['stage'];
}

export interface MatchAnswer {
  readonly plan: MatchPlan;
  readonly shown: PlansById;
  /** What the checker found wrong with a plan that was made on the way and never shown; null where nothing. */
  readonly fault: string | null;
}

/** Questions of the kind “what if”, answered step by step. */
export type WhatIfAsk = { readonly port: MessagePort } & (
  | {
      readonly kind: 'ways';
      readonly projectId: string;
      readonly unit: LengthUnit;
      readonly pricesPerM3: Readonly<Record<string, number>>;
    }
  | {
      readonly kind: 'largest';
      readonly design: Design;
      readonly size: DesignSize;
      readonly sizes: Readonly<Record<string, number>>;
      readonly project: Project;
    }
  | {
      readonly kind: 'largest-two';
      readonly design: Design;
      readonly pair: readonly [DesignSize, DesignSize];
      readonly sizes: Readonly<Record<string, number>>;
      readonly project: Project;
    }
  | { readonly kind: 'could'; readonly designs: readonly Design[] }
);

/** A way out with the plan that it was tried with; what it changes of the rack, not the rack. */
export interface TriedWay {
  readonly way: OfferedWay;
  readonly project: Project;
  readonly pieces: Delta<Piece>;
  readonly plan: ProjectPlan;
  readonly plans: PlansById;
}

export type WhatIfStep =
  | { readonly kind: 'way'; readonly tried: TriedWay }
  | { readonly kind: 'largest'; readonly largest: Largest }
  | { readonly kind: 'largest-two'; readonly largest: LargestOfTwo }
  | { readonly kind: 'could'; readonly could: CouldMake };

/** Files at the door: read and checked away from the page. */
export type FilesAsk =
  | { readonly kind: 'read'; readonly file: File }
  | {
      readonly kind: 'pack';
      /** Its pieces come as notes, some hundreds at a time. */
      readonly shop: ShopDocument;
      readonly pieces: number;
      readonly photos: readonly StoredPhoto[];
    }
  | ({ readonly kind: 'read-table'; readonly file: File } & TableReadingAsk)
  /** Pieces as a table; they come as notes. */
  | { readonly kind: 'pack-table'; readonly pieces: number; readonly unit: LengthUnit };

export interface PiecesToPack {
  readonly pieces: readonly Piece[];
}

/** How far it is; and what a file holds that was found right, in slices that the page takes in without a halt. */
export type FilesProgress =
  | { readonly kind: 'stage'; readonly stage: 'reading' | 'checking' | 'taking over' }
  | { readonly kind: 'pieces'; readonly pieces: readonly Piece[] }
  | { readonly kind: 'photos'; readonly photos: readonly StoredPhoto[] }
  | { readonly kind: 'rows'; readonly rows: readonly TableRow[] };

export type FilesAnswer =
  /** All but its pieces, which have come already. */
  | { readonly kind: 'shop'; readonly shop: ShopDocument }
  | { readonly kind: 'faults'; readonly faults: readonly DocumentFault[] }
  /** What stands over a table and what is wrong in it; its rows have come already. */
  | { readonly kind: 'table'; readonly head: TableHead }
  | { readonly kind: 'text'; readonly text: Uint8Array<ArrayBuffer> }
  | { readonly kind: 'packed'; readonly bytes: Uint8Array<ArrayBuffer> };
