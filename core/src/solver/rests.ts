/**
 * Boards asked for just what is left to be cut. While whole plans are chosen from the ways to cut that are known, one is often a
 * single way short: what is still open would go on one board for little, but nobody has asked that board for just that. On boards
 * with room for a dozen pieces there are far too many lots to meet it by chance.
 *
 * Idea. At each branch what is open is held against some boards by area alone: if it would fit, and cost little enough by area, it
 * is remembered. Afterwards the most hopeful of them are asked in earnest.
 */
import type { Column, Problem } from './problem.ts';
import { TOUCH } from './tolerances.ts';

/** Rests remembered at a time, those that promise most. */
const MOST_KEPT = 12;
/** Boards that rests are held against at a time. */
const MOST_BOARDS = 8;
/** A board may be filled so much better than any known way fills it, but no more of its area than this. */
const FULLER = 1.04;
const FULLEST = 0.97;
/** What fills a board as well as may be promises so little that it is asked last. */
const TIGHT = 1.1;
/** Share of what is left of a board, by area, that is taken to be kept. */
const KEPT = 0.9;

/** What a board would have to give so that a plan is whole. */
export interface Rest {
  readonly board: number;
  /** Fills by want. */
  readonly lot: Float64Array;
  /** The other ways of the plan, and what they cost. */
  readonly beside: readonly Column[];
  readonly cost: number;
  /** The greater the more hopeful. */
  readonly promise: number;
}

/** A board that rests are held against. */
interface Asked {
  readonly board: number;
  readonly species: number;
  readonly areaMm2: number;
  readonly wholeCost: number;
  readonly perMm2: number;
  readonly able: Uint8Array;
  /** Pieces of more area than this are not hoped for. */
  readonly mostMm2: number;
}

export class Rests {
  private readonly boards: readonly Asked[];
  private readonly mm2: Float64Array;
  private readonly panel: Uint8Array;
  private kept: Rest[] = [];

  /** `known` are ways to cut, of those boards that are `free`; `limit` is what a plan may cost; boards are taken from number `turn` on. */
  constructor(
    problem: Problem,
    known: readonly Column[],
    free: (board: number) => boolean,
    private readonly limit: number,
    turn: number,
    /** Keys of what boards have been asked for before: they are not asked again. */
    private readonly asked: ReadonlySet<string> = new Set(),
  ) {
    const { wants } = problem;
    this.mm2 = Float64Array.from(wants, (want) => (want.panel ? want.areaMm2 / want.amount : want.areaMm2));
    this.panel = Uint8Array.from(wants, (want) => (want.panel ? 1 : 0));
    const filled = new Map<number, number>();
    for (const { board, gives } of known) {
      let sum = 0;
      for (let n = 0; n < gives.length; n += 2)
        sum += (this.mm2[gives[n] as number] as number) * (gives[n + 1] as number);
      filled.set(board, Math.max(filled.get(board) ?? 0, sum));
    }
    const all = [...filled.keys()].sort((a, b) => a - b).filter((b) => free(b) && !problem.locked.has(b));
    const some =
      all.length <= MOST_BOARDS
        ? all
        : Array.from({ length: MOST_BOARDS }, (_, n) => all[(turn + n) % all.length] as number);
    this.boards = some.map((board) => {
      const able = new Uint8Array(wants.length);
      for (const w of problem.wantsOf[board] as Int32Array) able[w] = 1;
      const areaMm2 = problem.areaM2(board) * 1e6;
      return {
        board,
        species: (problem.pricesAt[board] as number) / wants.length,
        areaMm2,
        wholeCost: problem.wholeCost(board),
        perMm2: problem.keepOf(board).perMm2,
        able,
        mostMm2: Math.min(FULLEST * areaMm2, FULLER * (filled.get(board) as number)),
      };
    });
  }

  /** What is open after the ways of `path`, which cost `cost`; `used` says which boards they are of. */
  look(
    open: Float64Array,
    species: Int32Array,
    used: Uint8Array,
    path: () => readonly Column[],
    cost: number,
  ): void {
    let mm2 = 0;
    for (let w = 0; w < open.length; w++) mm2 += (open[w] as number) * (this.mm2[w] as number);
    for (const at of this.boards) {
      if (used[at.board] === 1 || mm2 > at.mostMm2) continue;
      const more = at.wholeCost - KEPT * at.perMm2 * (at.areaMm2 - mm2);
      const won = (this.limit - cost - more) / this.limit;
      if (won <= 0) continue;
      const promise = won * (TIGHT - mm2 / at.mostMm2);
      const last = this.kept[this.kept.length - 1];
      if (this.kept.length === MOST_KEPT && last && promise <= last.promise) continue;
      if (!this.able(at, open, species) || this.asked.has(restKey(at.board, open))) continue;
      this.keep({ board: at.board, lot: open.slice(), beside: path(), cost, promise });
    }
  }

  private able({ able, species: own }: Asked, open: Float64Array, species: Int32Array): boolean {
    for (let w = 0; w < open.length; w++) {
      if ((open[w] as number) === 0) continue;
      if (able[w] === 0) return false;
      if (this.panel[w] === 1 && (species[w] as number) >= 0 && species[w] !== own) return false;
    }
    return true;
  }

  /** Of rests that want the same from the same board the cheapest stays. */
  private keep(rest: Rest): void {
    const same = this.kept.findIndex(
      ({ board, lot }) =>
        board === rest.board && lot.every((much, w) => Math.abs(much - (rest.lot[w] as number)) < TOUCH),
    );
    if (same >= 0) {
      if ((this.kept[same] as Rest).cost <= rest.cost) return;
      this.kept.splice(same, 1);
    }
    const at = this.kept.findIndex(({ promise }) => promise < rest.promise);
    this.kept.splice(at < 0 ? this.kept.length : at, 0, rest);
    if (this.kept.length > MOST_KEPT) this.kept.pop();
  }

  /** The most hopeful first. */
  get found(): readonly Rest[] {
    return this.kept;
  }
}

/** What a board is asked for, as a key. */
export const restKey = (board: number, lot: Float64Array): string => `${board} ${lot.join()}`;
