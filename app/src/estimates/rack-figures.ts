import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { Grade, Piece } from '@aldrek/core/wood';
import type { Giving, Want, YieldAsk } from '@aldrek/core/yield';
import type { PieceFigures } from '../workers/protocol';
import { Figures } from './figures';
import { ShopStore } from '../shop-store/shop.store';

export interface Progress {
  readonly done: number;
  readonly of: number;
}

/** Which end of what pieces give lies on top. */
export type GivingOrder = 'best' | 'worst';

const NO_FIGURES: ReadonlyMap<string, PieceFigures> = new Map();

/**
 * What the pieces on the rack can give: whether they give a wanted part, and all their figures for a grade. Both
 * follow the rack and the shop's profile by themselves; what has not changed is not calculated again.
 */
@Injectable({ providedIn: 'root' })
export class RackFigures {
  private readonly store = inject(ShopStore);
  private readonly reckoner = inject(Figures);

  /** The part that is looked for; null while nothing is. */
  readonly want = signal<Want | null>(null);
  readonly order = signal<GivingOrder>('worst');
  readonly grade = signal<Grade>('character');
  /** The pieces whose figures are asked for; null while nobody asks. */
  readonly asked = signal<readonly Piece[] | null>(null);

  readonly giving = signal<ReadonlyMap<string, Giving> | null>(null);
  readonly figures = signal(NO_FIGURES);
  private readonly run = signal<Progress | null>(null);
  /** How far a run has come; null when nothing is being calculated. */
  readonly progress = computed(() => {
    const run = this.run();
    return run !== null && run.done < run.of ? run : null;
  });
  /** Ends the run in hand and shows what it has calculated so far. */
  private stopRun: (() => void) | null = null;
  /** What the figures and answers that are shown were asked for. */
  private figuresFor: YieldAsk | null = null;
  private givingFor = '';

  private readonly ask = computed((): YieldAsk => ({
    grade: this.grade(),
    habits: this.store.habits(),
    machines: this.store.machines(),
    wish: 'area',
  }));

  constructor() {
    effect((onCleanup) => {
      const [want, pieces] = [this.want(), this.store.pieces()];
      const [habits, machines] = [this.store.habits(), this.store.machines()];
      if (want === null) {
        untracked(() => {
          this.giving.set(null);
          this.run.set(null);
        });
        return;
      }
      // Answers to another question are put away at once, not when the new ones are there.
      untracked(() => {
        const about = JSON.stringify([want, habits, machines]);
        if (about !== this.givingFor) this.giving.set(new Map());
        this.givingFor = about;
        this.run.set({ done: 0, of: pieces.length });
      });
      let soFar: ReadonlyMap<string, Giving> = new Map();
      const run = this.reckoner.giving(pieces, want, habits, machines, (found, done, of) => {
        soFar = found;
        this.run.set({ done, of });
        if (done === of) this.giving.set(new Map(found));
      });
      this.stopRun = () => {
        run.stop();
        this.giving.set(new Map(soFar));
      };
      onCleanup(() => run.stop());
    });
    effect((onCleanup) => {
      const [pieces, ask] = [this.asked(), this.ask()];
      if (pieces === null) {
        untracked(() => this.run.set(null));
        return;
      }
      untracked(() => {
        if (ask !== this.figuresFor) this.figures.set(NO_FIGURES);
        this.figuresFor = ask;
        this.run.set({ done: 0, of: pieces.length });
      });
      // The rack is stacked again when all is there, or when the maker has waited long enough: stacking thousands of
      // pieces ten times a second would leave no time for the hand.
      let soFar = NO_FIGURES;
      const run = this.reckoner.figures(pieces, ask, (found, done, of) => {
        soFar = found;
        this.run.set({ done, of });
        if (done === of) this.figures.set(new Map(found));
      });
      this.stopRun = () => {
        run.stop();
        this.figures.set(new Map(soFar));
      };
      onCleanup(() => run.stop());
    });
  }

  /** Leaves it at what has been calculated so far. */
  stop(): void {
    this.stopRun?.();
    this.run.set(null);
  }
}
