import type { CuttingHabits, Grade, MatchInstance, MatchPlan, Piece, PieceYield } from '@aldrek/core';

/** What the yield worker is asked and answers; `ask` ties the two together. Version 1. */
export interface YieldAsk {
  readonly version: 1;
  readonly ask: number;
  readonly piece: Piece;
  readonly grade: Grade;
  readonly habits: CuttingHabits;
}

export interface YieldAnswer {
  readonly version: 1;
  readonly ask: number;
  readonly result: PieceYield;
}

/** What the match worker is told. It stops by itself, or when told to. Version 1. */
export type MatchAsk =
  | {
      readonly version: 1;
      readonly kind: 'start';
      readonly instance: MatchInstance;
      readonly seconds: number;
      readonly seed: number;
    }
  | { readonly version: 1; readonly kind: 'stop' };

export type MatchAnswer =
  | {
      readonly version: 1;
      readonly kind: 'progress';
      /** The best plan so far, when it is better than the one before. */
      readonly plan: MatchPlan | null;
      readonly share: number;
      readonly round: number;
    }
  | { readonly version: 1; readonly kind: 'done'; readonly plan: MatchPlan; readonly round: number }
  | { readonly version: 1; readonly kind: 'failed'; readonly message: string };
