/**
 * The most that a board gains at given prices, exactly: which pieces it gives is told one by one, and of each lot of pieces how much
 * can be kept beside them (`board.ts`).
 *
 * Idea. More pieces never leave more to keep, so what is known of some of them bounds what may be kept beside those and others. Lots
 * are gone through from none on, a piece more each time; one is looked at closely only if it could gain more than the best so far by
 * what is known of its parts, and left with all that hold it if no more pieces could make up for it by their area. What was found of
 * a lot is kept: it does not depend on prices.
 *
 * Parts in one size only: of a panel's strips the widths would be to choose as well.
 */
import type { School } from '../../../geometry/school.ts';
import type { KeepRule, PatternBoard } from '../../pattern.ts';
import { DecidedBoard, type LaidPiece } from './board.ts';
import type { RelaxedItem } from '../relaxed-item.ts';
import { SCALE } from '../scale.ts';

const SCHOOLS: readonly School[] = ['crosscutFirst', 'ripFirst'];
/** Lots gone through for one question, and steps for one lot, at the most. */
const MOST_LOTS = 4000;
const MOST_WORK = 3e7;
/** Credits that differ by this share of what all of the board would earn are the same. */
const SAME_CREDIT = 1e-7;

/** What is known of a lot of pieces. */
interface Lot {
  /** No less than the credit of its best layout; −1 where it can't be cut. */
  atMost: number;
  /** The best layout, once it is known. */
  laid: readonly LaidPiece[] | null;
  /** Whether no more can be found out. */
  ended: boolean;
}

export interface DecidedGain {
  /** No less than the most that the board gains, whole; what was asked where it gains no more. */
  readonly worth: number;
  /** What the best way takes, and how; none where nothing gains more. */
  readonly taken: Float64Array | null;
  readonly laid: readonly LaidPiece[] | null;
  /** Its credit, whole. */
  readonly credit: number;
}

export class DecidedWays {
  private readonly lots = new Map<string, Lot>();
  private readonly areas: readonly number[];
  private readonly wholeMm2: number;
  private readonly perMm2: number;
  private readonly sameCredit: number;
  /** Lots looked at closely, and those given up. */
  readonly looked = { lots: 0, givenUp: 0 };

  constructor(
    private readonly board: PatternBoard,
    private readonly items: readonly RelaxedItem[],
    private readonly keep: KeepRule,
  ) {
    const { length, width, kerf } = board;
    this.areas = items.map((item) => (item.length + kerf) * (item.width + kerf));
    this.wholeMm2 = (length + kerf) * (width + kerf);
    this.perMm2 = keep.perMm2;
    this.sameCredit = SAME_CREDIT * keep.perMm2 * length * width;
  }

  /**
   * The most that is gained at `prices` (whole, of a copy), if that is more than `worth`, by ways that take of each item so many at
   * the least and at the most. `first` is a lot that may well be the best. Yields after each cutting order of a lot looked at closely; null where there are
   * too many lots, or strips of a panel among them.
   */
  *gain(
    prices: Float64Array,
    worth: number,
    least: Float64Array,
    most: Float64Array,
    first: ArrayLike<number> | null,
  ): Generator<void, DecidedGain | null> {
    const paid = prices.map((price, i) => ((most[i] as number) > 0 ? price : 0));
    for (let i = 0; i < paid.length; i++) {
      if (this.items[i]?.strip && ((paid[i] as number) > 0 || (least[i] as number) > 0)) return null;
    }
    let best: DecidedGain = { worth, taken: null, laid: null, credit: 0 };
    let lots = 0;
    const decide = this.lot.bind(this);
    yield* decide(
      this.items.map(() => 0),
      -1,
    );
    /** Looks at a lot, and takes it if it is the best. */
    const look = function* (counts: readonly number[], price: number): Generator<void, void> {
      // A little less, so that rounding is to the safe side.
      const enough = (best.worth - price - 1) / SCALE;
      const lot = yield* decide(counts, enough);
      if (lot.atMost <= enough) return;
      const gains = price + Math.ceil(lot.atMost * SCALE);
      if (lot.atMost < 0 || gains <= best.worth || counts.some((many, i) => many < (least[i] as number)))
        return;
      best = { worth: gains, taken: Float64Array.from(counts), laid: lot.laid, credit: lot.atMost * SCALE };
    };
    if (first) {
      const counts = Array.from(first, (many, i) => Math.min(Math.round(many), most[i] as number));
      if (counts.every((many, i) => many >= (least[i] as number))) {
        yield* look(counts, priceOf(counts, paid));
      }
    }
    const gainful = (i: number): boolean => (paid[i] as number) > 0 || (least[i] as number) > 0;
    const order = this.items.map((_, i) => i).filter(gainful);
    order.sort(
      (a, b) =>
        (paid[b] as number) / (this.areas[b] as number) - (paid[a] as number) / (this.areas[a] as number),
    );
    const counts = this.items.map(() => 0);
    const { areas, wholeMm2, perMm2 } = this;
    /** What more pieces bring at the most beside a lot: by area, less what could be kept of the area (or not). */
    const more = (from: number, free: number, keptPer: number): number => {
      let sum = 0;
      let left = free;
      const rates = order
        .slice(from)
        .map((i) => ({
          i,
          gain: (paid[i] as number) - keptPer * (areas[i] as number) * SCALE,
          many: (most[i] as number) - (counts[i] as number),
        }))
        .filter(({ gain, many }) => gain > 0 && many > 0)
        .sort((a, b) => b.gain / (areas[b.i] as number) - a.gain / (areas[a.i] as number));
      for (const { i, gain, many } of rates) {
        const area = areas[i] as number;
        const fit = Math.min(many, Math.max(0, left) / area);
        sum += fit * gain;
        left -= fit * area;
        if (left <= 0) break;
      }
      return sum;
    };
    const { lotOf } = this;
    const walk = function* (from: number, price: number, free: number): Generator<void, boolean> {
      if (++lots > MOST_LOTS) return false;
      let kept = lotOf(counts);
      if (kept < 0) return true;
      if (price + kept * SCALE > best.worth && counts.some((many) => many > 0)) {
        yield* look(counts, price);
        kept = lotOf(counts);
        if (kept < 0) return true;
      }
      for (let n = from; n < order.length; n++) {
        const i = order[n] as number;
        if ((counts[i] as number) >= (most[i] as number) || free < (areas[i] as number)) continue;
        const byKept = price + kept * SCALE + more(n, free, 0);
        const byArea = price + perMm2 * free * SCALE + more(n, free, perMm2);
        if (Math.min(byKept, byArea) <= best.worth) break;
        counts[i] = (counts[i] as number) + 1;
        const ended = yield* walk(n, price + (paid[i] as number), free - (areas[i] as number));
        counts[i] = counts[i] - 1;
        if (!ended) return false;
      }
      return true;
    };
    if (!(yield* walk(0, 0, wholeMm2))) return null;
    // Of a lot that was given up what cells say may be less.
    return best.taken === null || best.laid !== null ? best : null;
  }

  /** What is known to be kept at the most beside a lot, by that and by its parts that are one piece less. */
  private readonly lotOf = (counts: readonly number[]): number => {
    const known = this.lots.get(counts.join());
    let most = known?.atMost ?? Infinity;
    const part = [...counts];
    counts.forEach((many, i) => {
      if (many === 0) return;
      part[i] = many - 1;
      most = Math.min(most, this.lots.get(part.join())?.atMost ?? Infinity);
      part[i] = many;
    });
    const area = this.wholeMm2 - counts.reduce((sum, many, i) => sum + many * (this.areas[i] as number), 0);
    return area < 0 ? -1 : Math.min(most, this.perMm2 * area);
  };

  /** What can be kept beside a lot: exactly, or no more than `enough`, or what is known of it. */
  private *lot(counts: readonly number[], enough: number): Generator<void, Lot> {
    const key = counts.join();
    let lot = this.lots.get(key);
    if (!lot) this.lots.set(key, (lot = { atMost: this.lotOf(counts), laid: null, ended: false }));
    if (lot.ended || lot.atMost <= enough) return lot;
    const bar = Math.max(-1, enough);
    let best: { readonly atMost: number; readonly laid: readonly LaidPiece[] | null } = {
      atMost: bar,
      laid: null,
    };
    let givenUp = false;
    for (const school of SCHOOLS) {
      const decided = new DecidedBoard(this.board, this.items, this.keep, school);
      this.looked.lots++;
      const found = decided.credit(counts, best.atMost + (best.laid ? this.sameCredit : 0), MOST_WORK);
      yield;
      if (found.laid) {
        best = found;
      } else if (found.atMost > best.atMost + this.sameCredit) {
        givenUp = true;
        this.looked.givenUp++;
        best = { atMost: Math.min(found.atMost, lot.atMost), laid: null };
        break;
      }
    }
    lot.atMost = Math.min(lot.atMost, best.atMost + (best.laid ? this.sameCredit : 0));
    lot.laid = givenUp ? null : best.laid;
    lot.ended = givenUp || best.laid !== null || lot.atMost < 0;
    return lot;
  }
}

const priceOf = (counts: readonly number[], prices: Float64Array): number =>
  counts.reduce((sum, many, i) => sum + many * (prices[i] as number), 0);
