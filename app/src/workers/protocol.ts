import type {
  CouldMake,
  Cutting,
  CuttingHabits,
  Design,
  DesignSize,
  Giving,
  Largest,
  LargestOfTwo,
  Machines,
  MatchPlan,
  MatchStep,
  Piece,
  PieceYield,
  Project,
  ProjectPlan,
  ShopRules,
  Want,
  YieldAsk,
} from '@aldrek/core';

/** What the yield worker is asked and answers; `ask` ties the two together. Version 2. */
export interface YieldQuestion {
  readonly version: 2;
  readonly ask: number;
  readonly piece: Piece;
  readonly of: YieldAsk;
}

export interface YieldAnswer {
  readonly version: 2;
  readonly ask: number;
  readonly result: PieceYield;
}

/** What a piece gives in figures, with the cuttings of the better school. */
export type PieceFigures = Pick<
  PieceYield,
  'areaMm2' | 'share' | 'volumeM3' | 'longest' | 'widest' | 'thicknessWhole' | 'better'
> & { readonly cuttings: readonly Cutting[] };

/** A batch of pieces for a figures worker: all that they give, or whether they give one part. Version 1. */
export type FiguresQuestion = {
  readonly version: 1;
  readonly batch: number;
  readonly pieces: readonly Piece[];
} & (
  | { readonly kind: 'figures'; readonly of: YieldAsk }
  | {
      readonly kind: 'giving';
      readonly want: Want;
      readonly habits: CuttingHabits;
      readonly machines: Machines;
    }
);

export interface FiguresAnswer {
  readonly version: 1;
  readonly batch: number;
  /** In the order of the pieces. */
  readonly figures: readonly (PieceFigures | Giving)[];
}

/** Plans by the id of the project. */
export type PlansById = ReadonlyMap<string, ProjectPlan>;

/**
 * What a match worker is told. It stops by itself, or when told to. `second` leaves prices to another
 * worker on the same project, whose plans it is handed. Several projects are matched at once. Version 4.
 */
export type MatchAsk =
  | {
      readonly version: 4;
      readonly kind: 'start';
      readonly projects: readonly Project[];
      readonly pieces: readonly Piece[];
      readonly rules: ShopRules;
      readonly seconds: number;
      readonly seed: number;
      readonly second: boolean;
    }
  | { readonly version: 4; readonly kind: 'hear'; readonly plan: MatchPlan }
  | { readonly version: 4; readonly kind: 'stop' };

export type MatchAnswer =
  | {
      readonly version: 4;
      readonly kind: 'progress';
      /** The best plan so far, when it is better than the one before, and as each project keeps it. */
      readonly plan: MatchPlan | null;
      readonly shown: PlansById | null;
      readonly share: number;
      readonly round: number;
      readonly stage: MatchStep['stage'];
    }
  | {
      readonly version: 4;
      readonly kind: 'done';
      readonly plan: MatchPlan;
      readonly shown: PlansById;
      readonly round: number;
    }
  | { readonly version: 4; readonly kind: 'failed'; readonly message: string };

/** Questions of the kind “what if”, answered one after the other. A new one ends the one before. Version 2. */
export type WhatIfAsk = { readonly version: 2; readonly ask: number; readonly rules: ShopRules } & (
  | {
      readonly kind: 'ways';
      readonly pieces: readonly Piece[];
      /** A way that changes the rack brings its own pieces. */
      readonly ways: readonly {
        readonly id: string;
        readonly project: Project;
        readonly pieces?: readonly Piece[];
      }[];
      /** Projects matched together with the one that the ways change. */
      readonly mates: readonly Project[];
    }
  | {
      readonly kind: 'largest';
      readonly design: Design;
      readonly size: DesignSize;
      readonly sizes: Readonly<Record<string, number>>;
      readonly project: Project;
      readonly pieces: readonly Piece[];
    }
  | {
      readonly kind: 'largest-two';
      readonly design: Design;
      readonly pair: readonly [DesignSize, DesignSize];
      readonly sizes: Readonly<Record<string, number>>;
      readonly project: Project;
      readonly pieces: readonly Piece[];
    }
  | { readonly kind: 'could'; readonly designs: readonly Design[]; readonly pieces: readonly Piece[] }
);

export type WhatIfAnswer = { readonly version: 2; readonly ask: number } & (
  | { readonly kind: 'way'; readonly id: string; readonly plan: ProjectPlan; readonly plans: PlansById }
  | { readonly kind: 'largest'; readonly largest: Largest }
  | { readonly kind: 'largest-two'; readonly largest: LargestOfTwo }
  | { readonly kind: 'could'; readonly could: CouldMake }
  | { readonly kind: 'done' }
  | { readonly kind: 'failed'; readonly message: string }
);
