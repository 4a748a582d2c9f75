import type {
  Cutting,
  CuttingHabits,
  Giving,
  Machines,
  MatchInstance,
  MatchPlan,
  MatchStep,
  Piece,
  PieceYield,
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

/**
 * What a match worker is told. It stops by itself, or when told to. `second` leaves prices to another
 * worker on the same instance, whose plans it is handed. Version 2.
 */
export type MatchAsk =
  | {
      readonly version: 2;
      readonly kind: 'start';
      readonly instance: MatchInstance;
      readonly seconds: number;
      readonly seed: number;
      readonly second: boolean;
    }
  | { readonly version: 2; readonly kind: 'hear'; readonly plan: MatchPlan }
  | { readonly version: 2; readonly kind: 'stop' };

export type MatchAnswer =
  | {
      readonly version: 2;
      readonly kind: 'progress';
      /** The best plan so far, when it is better than the one before. */
      readonly plan: MatchPlan | null;
      readonly share: number;
      readonly round: number;
      readonly stage: MatchStep['stage'];
    }
  | { readonly version: 2; readonly kind: 'done'; readonly plan: MatchPlan; readonly round: number }
  | { readonly version: 2; readonly kind: 'failed'; readonly message: string };
