import { computed, DestroyRef, effect, inject, Injectable, signal } from '@angular/core';
import type { LengthUnit, Piece } from '@aldrek/core/wood';
import type { Giving } from '@aldrek/core/yield';
import { RackFigures } from '../../estimates/rack-figures';
import { RackView, type StackBy } from '../../in-hand/rack-view';
import { ShopStore } from '../../shop-store/shop.store';
import { atOnce, inTurns, portions, sorting, type Steps } from '../../turns/turns';
import { readWords, searching } from './rack-search';
import { unknowns, type Unknowns } from './rack-totals';
import { longestFirst, stacking, type ByGiving, type Stack } from './stacks';

/** What the rack is to show. */
export interface RackQuestion {
  readonly pieces: readonly Piece[];
  readonly query: string;
  readonly by: StackBy;
  readonly unit: LengthUnit;
  /** Which pieces give the part that is looked for; null where none is. */
  readonly giving: ReadonlyMap<string, Giving> | null;
  readonly byGiving: ByGiving;
}

export interface Laid {
  /** What this answers; null before the first answer. */
  readonly question: RackQuestion | null;
  readonly found: readonly Piece[];
  readonly stacks: readonly Stack[];
  /** The lengths of what was found, shortest first. */
  readonly lengths: Float64Array;
  readonly unknowns: Unknowns;
  /** The longest piece on the rack, found or not, mm. */
  readonly longest: number;
}

const NOTHING_LAID: Laid = {
  question: null,
  found: [],
  stacks: [],
  lengths: new Float64Array(0),
  unknowns: { unscanned: 0, unscreened: [] },
  longest: 0,
};

/** Racks up to this size are laid within the frame that asks for it. */
const MOST_AT_ONCE = 1000;
/** The words for searching are read so long after the rack has been laid, ms. */
const READ_AHEAD_MS = 1000;

/** Lays the rack: sorted, searched, in stacks, added up. `orders` keeps what was sorted before. */
export function* layRack(
  question: RackQuestion,
  orders: WeakMap<readonly Piece[], readonly Piece[]>,
): Steps<Laid> {
  const { pieces, query, by, unit, giving, byGiving } = question;
  let order = orders.get(pieces);
  if (!order) {
    order = yield* sorting(pieces, longestFirst);
    orders.set(pieces, order);
  }
  let found = yield* searching(order, query);
  if (giving !== null) {
    const those: Piece[] = [];
    yield* portions(found, (piece) => {
      if (giving.get(piece.id)?.gives === true) those.push(piece);
    });
    found = those;
  }
  const stacks = yield* stacking(found, by, unit, byGiving);
  // Longest first, so only to be turned round.
  const lengths = Float64Array.from(found, ({ length }) => length).reverse();
  yield;
  return {
    question,
    found,
    stacks,
    lengths,
    unknowns: yield* unknowns(found),
    longest: order[0]?.length ?? 0,
  };
}

/** The rack as it is laid: a small one at once, one of thousands in turns, the old one being shown meanwhile. */
@Injectable()
export class RackLayout {
  private readonly store = inject(ShopStore);
  private readonly view = inject(RackView);
  private readonly figures = inject(RackFigures);
  private readonly orders = new WeakMap<readonly Piece[], readonly Piece[]>();
  private readonly laidInTurns = signal(NOTHING_LAID);

  private readonly question = computed((): RackQuestion => ({
    pieces: this.store.pieces(),
    query: this.view.query(),
    by: this.view.by(),
    unit: this.store.unit(),
    giving: this.figures.giving(),
    byGiving: {
      figures: this.figures.figures(),
      order: this.figures.order(),
      wanted: this.figures.want() !== null,
    },
  }));
  readonly laid = computed(() => {
    const question = this.question();
    return question.pieces.length <= MOST_AT_ONCE
      ? atOnce(layRack(question, this.orders))
      : this.laidInTurns();
  });
  /** Whether what is shown answers what is asked now. */
  readonly settled = computed(() => this.laid().question === this.question());

  constructor() {
    effect((onCleanup) => {
      const question = this.question();
      if (question.pieces.length <= MOST_AT_ONCE) return;
      let overtaken = false;
      onCleanup(() => (overtaken = true));
      void inTurns(layRack(question, this.orders), () => overtaken).then((laid) => {
        if (laid) this.laidInTurns.set(laid);
      });
    });
    this.readWordsAhead();
  }

  /** Once the rack lies, what the first search would have to read is read, while nobody waits. */
  private readWordsAhead(): void {
    let gone = false;
    inject(DestroyRef).onDestroy(() => (gone = true));
    const once = effect(() => {
      if (!this.settled() || this.laid().found.length === 0) return;
      once.destroy();
      const pieces = this.sorted();
      setTimeout(() => void inTurns(readWords(pieces), () => gone), READ_AHEAD_MS);
    });
  }

  /** The pieces as they were sorted last, for what can wait. */
  sorted(): readonly Piece[] {
    return this.orders.get(this.store.pieces()) ?? [];
  }
}
