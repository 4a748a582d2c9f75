/**
 * The matching problem made ready for the search: what is wanted as numbers, which boards will do for it,
 * and what is in the way on each board as flat arrays.
 *
 * A *want* is a solid part with all its copies, or one copy of a panel: of the first one needs so many, of
 * the second so many millimetres of strip.
 *
 * Longer than others: whatever makes a way to cut goes by the boards and wants made ready here.
 */
import { clipTo, type Rect } from '../geometry/rectangle.ts';
import {
  boardSuits,
  layersOf,
  leastWidth,
  offcutGrade,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type Placement,
} from './instance.ts';
import { canBeSawn } from './cut-tree.ts';
import type { Harmony } from './harmony.ts';
import { itemsFor } from './items.ts';
import type { Want } from './want.ts';
import { findSpot } from './layout.ts';
import { patternPastMetal } from './metal-that-stays.ts';
import { laidBack, MIRRORS, mirroredBoard, mirroredItem, type Mirror } from './mirror.ts';
import { findOffcuts } from './offcuts.ts';
import {
  bestPattern,
  type Effort,
  type KeepRule,
  type Laid,
  type PatternBoard,
  type PatternItem,
} from './pattern.ts';
import { TOUCH } from './tolerances.ts';

/** Mirror images are kept for racks of up to so many boards. */
const MOST_IMAGES = 1500;

export interface ColumnCut {
  /** Index of the want, or −1 for a leftover to keep. */
  readonly want: number;
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
  readonly fills: number;
}

/** One way to cut one board. */
export interface Column {
  readonly board: number;
  /** What counts against it: what it spends, and what the maker would rather not have. */
  readonly cost: number;
  /** Of the cost, what is not spent: wishes weighed in. */
  readonly extra: number;
  readonly cuts: readonly ColumnCut[];
  /** want, fills in turn. */
  readonly gives: readonly number[];
}

interface ReadyBoard extends PatternBoard {
  readonly board: MatchBoard;
  readonly keep: KeepRule;
  readonly areaM2: number;
}

export class Problem {
  readonly wants: readonly Want[];
  /** Wants that a board will do for. */
  readonly wantsOf: readonly Int32Array[];
  readonly boardsOf: readonly Int32Array[];
  readonly speciesOf: readonly string[];
  readonly species: readonly string[];
  /** Where a board's prices begin: prices stand species by species, each with one for every want. */
  readonly pricesAt: Int32Array;
  private readonly ready: readonly ReadyBoard[];
  private readonly grades: readonly string[];
  /** Which mirror of each board is asked next, and the mirrors made so far. */
  private readonly turns: Uint8Array;
  private readonly images: PatternBoard[][] = [];
  /** What counts for pieces that do not go together, by want; wants that have it. */
  readonly harmony: ReadonlyMap<number, Harmony>;
  /** Locks by board, and what a board with locks and nothing else spends. */
  readonly locked: ReadonlyMap<number, readonly Placement[]>;
  private readonly sunk: ReadonlyMap<number, { readonly cost: number; readonly kept: readonly Rect[] }>;

  /** The instance with what is blocked clipped to its boards. */
  readonly instance: MatchInstance;

  constructor(given: MatchInstance) {
    const instance = onBoards(given);
    this.instance = instance;
    const { boards, parts, kerf, offcut } = instance;
    this.grades = [...new Set([offcutGrade(offcut), ...parts.map((part) => part.grade)])];
    this.wants = parts.flatMap((part) => this.wantsFor(part));
    this.harmony = new Map(
      this.wants.flatMap(({ part: { alike = 0, together = 0 } }, w): [number, Harmony][] =>
        alike > 0 || together > 0 ? [[w, { alike, together }]] : [],
      ),
    );
    this.speciesOf = boards.map((board) => board.species);
    this.species = [...new Set(this.speciesOf)];
    this.pricesAt = Int32Array.from(
      this.speciesOf,
      (species) => this.species.indexOf(species) * this.wants.length,
    );
    this.ready = boards.map((board) => ({
      board,
      length: board.length,
      width: board.width,
      kerf,
      ...this.blockedOn(board),
      keep: {
        minLength: offcut.minLength,
        minWidth: offcut.minWidth,
        perMm2: board.blocked[offcutGrade(offcut)] ? (board.value * offcut.credit) / 1e6 : 0,
        gradeBit: 1,
      },
      areaM2: (board.length * board.width) / 1e6,
    }));
    this.turns = new Uint8Array(boards.length);
    this.locked = this.locksByBoard();
    this.sunk = new Map([...this.locked].map(([b, locks]) => [b, this.around(b, locks)]));
    // Millions of pairs on a large rack: typed, they take half the room.
    this.wantsOf = boards.map((board) =>
      Int32Array.from(this.wants.flatMap((want, w) => (this.suits(board, want) ? [w] : []))),
    );
    const boardsOf: number[][] = this.wants.map(() => []);
    this.wantsOf.forEach((wants, b) => {
      for (const w of wants) boardsOf[w]?.push(b);
    });
    this.boardsOf = boardsOf.map((boards) => Int32Array.from(boards));
  }

  private locksByBoard(): Map<number, Placement[]> {
    const at = new Map(this.instance.boards.map((board, b) => [board.id, b]));
    const found = new Map<number, Placement[]>();
    for (const lock of this.instance.locks ?? []) {
      const b = at.get(lock.boardId);
      if (b !== undefined) found.set(b, [...(found.get(b) ?? []), lock]);
    }
    return found;
  }

  /** What a board spends with these placements, and what of it is kept. */
  private around(b: number, placed: readonly Placement[]): { cost: number; kept: readonly Rect[] } {
    const { board } = this.ready[b] as ReadyBoard;
    const kept = findOffcuts(board, placed, this.instance.offcut, this.instance.kerf);
    const area = kept.reduce((sum, rect) => sum + rect.length * rect.width, 0);
    return { cost: this.wholeCost(b) - (area * this.instance.offcut.credit * board.value) / 1e6, kept };
  }

  /** What the locked boards spend whatever else is cut. */
  sunkCost(): number {
    let sum = 0;
    for (const { cost } of this.sunk.values()) sum += cost;
    return sum;
  }

  sunkOn(b: number): { readonly cost: number; readonly kept: readonly Rect[] } | undefined {
    return this.sunk.get(b);
  }

  /** What is to be filled: all wants less what the locks fill. */
  demand(): { open: Float64Array; species: (string | null)[] } {
    const open = Float64Array.from(this.wants, (want) => want.amount);
    const species: (string | null)[] = this.wants.map(() => null);
    for (const [b, locks] of this.locked) {
      for (const { partId, unit, width } of locks) {
        const w = this.wantFor(partId, unit);
        const want = this.wants[w];
        if (!want) continue;
        const fills = want.panel ? width - this.instance.jointAllowance : 1;
        open[w] = Math.max(0, (open[w] as number) - fills);
        if (want.panel) species[w] = this.speciesOf[b] ?? null;
      }
    }
    return { open, species };
  }

  private wantsFor(part: MatchPart): Want[] {
    const areaMm2 = part.length * part.width;
    const gradeBit = 1 << this.grades.indexOf(part.grade);
    const shape = part.shape && Float64Array.from(part.shape.flatMap(corners));
    const common = { part, gradeBit, ...(shape ? { shape } : {}) };
    if (part.type !== 'panel') {
      const layers = layersOf(part);
      return [{ ...common, unit: 0, panel: false, amount: part.qty * layers, areaMm2: areaMm2 / layers }];
    }
    const amount = part.width - this.instance.jointAllowance;
    return Array.from({ length: part.qty }, (_, unit) => ({ ...common, unit, panel: true, amount, areaMm2 }));
  }

  private suits(board: MatchBoard, { part }: Want): boolean {
    return (
      boardSuits(board, part) &&
      part.length <= board.length + TOUCH &&
      leastWidth(part) <= board.width + TOUCH
    );
  }

  private blockedOn(board: MatchBoard): { blocked: Float64Array; masks: Int32Array } {
    const found = new Map<string, { at: readonly number[]; mask: number }>();
    this.grades.forEach((grade, g) => {
      for (const rect of board.blocked[grade] ?? []) {
        const at = [rect.x, rect.y, rect.x + rect.length, rect.y + rect.width];
        const key = at.join();
        const known = found.get(key);
        found.set(key, { at, mask: (known?.mask ?? 0) | (1 << g) });
      }
    });
    const all = [...found.values()];
    return {
      blocked: Float64Array.from(all.flatMap(({ at }) => at)),
      masks: Int32Array.from(all, ({ mask }) => mask),
    };
  }

  partOf(partId: string): MatchPart {
    const part = this.instance.parts.find(({ id }) => id === partId);
    if (!part) throw new Error(`no part ${partId}`);
    return part;
  }

  /** The want of a copy of a part. */
  wantFor(partId: string, unit: number): number {
    return this.wants.findIndex((want) => want.part.id === partId && (!want.panel || want.unit === unit));
  }

  board(b: number): PatternBoard {
    return this.ready[b] as ReadyBoard;
  }

  /** Whether leftovers of the board earn credit. */
  keepsFrom(b: number): boolean {
    return (this.ready[b] as ReadyBoard).keep.perMm2 > 0;
  }

  /** Whether what is left of a layout can still be sawn: without a neighbour a cut may run on through metal. */
  canSaw(b: number, cuts: readonly Rect[]): boolean {
    const { board, kerf } = this.ready[b] as ReadyBoard;
    return board.noSaw === undefined || canBeSawn(cuts, kerf, board);
  }

  wholeCost(b: number): number {
    const { board, areaM2 } = this.ready[b] as ReadyBoard;
    return board.value * areaM2;
  }

  areaM2(b: number): number {
    return (this.ready[b] as ReadyBoard).areaM2;
  }

  /**
   * The way to cut board `b` that pays most at `prices` (per fill of each want, by species), of the wants in `open`
   * (still to fill); `species[w]` binds a panel that has been begun. Null when nothing can be cut.
   */
  column(
    b: number,
    prices: ArrayLike<number>,
    open: ArrayLike<number>,
    species: readonly (string | null)[],
    effort: Effort,
  ): Column | null {
    const ready = this.ready[b] as ReadyBoard;
    const at = this.pricesAt[b] as number;
    const items: PatternItem[] = [];
    const local: number[] = [];
    const wanted: number[] = [];
    for (const w of this.wantsOf[b] as Int32Array) {
      const left = open[w] as number;
      if (left <= TOUCH) continue;
      const bound = species[w];
      if (bound !== null && bound !== undefined && bound !== ready.board.species) continue;
      const price = (prices[at + w] as number) - this.reluctance(ready.board, w);
      if (price <= 0) continue;
      items.push(
        ...itemsFor(this.wants[w] as Want, { local: local.length, left, price }, ready, this.instance),
      );
      local.push(w);
      wanted.push(left);
    }
    if (items.length === 0) return null;
    if (items.length > effort.items) {
      items.sort((a, b) => b.price / (b.length * b.width) - a.price / (a.length * a.width));
      items.length = effort.items;
    }
    if (this.locked.has(b)) return this.besideLocks(b, items, local, wanted);
    const laid = this.bestLaid(b, items, wanted, effort);
    return (
      laid &&
      this.columnFrom(
        b,
        laid.map((each) => this.cutOf(each, items, local)),
      )
    );
  }

  /** The best pattern of those that the mirrors of the board give whose turn it is. */
  private bestLaid(
    b: number,
    items: readonly PatternItem[],
    wanted: readonly number[],
    effort: Effort,
  ): readonly Laid[] | null {
    const ready = this.ready[b] as ReadyBoard;
    if (ready.board.noSaw !== undefined) {
      return patternPastMetal(ready.board, ready, items, wanted, ready.keep, effort)?.laid ?? null;
    }
    let best: { readonly worth: number; readonly laid: readonly Laid[]; readonly mirror: Mirror } | null =
      null;
    for (let n = 0; n < effort.mirrors; n++) {
      const turn = ((this.turns[b] as number) + n) % MIRRORS.length;
      const mirror = MIRRORS[turn] as Mirror;
      const plain = turn === 0;
      const image = plain ? ready : this.imageOf(b, turn);
      const shown = plain ? items : items.map((item) => mirroredItem(item, mirror));
      const found = bestPattern(image, shown, wanted, ready.keep, effort);
      if (found !== null && (best === null || found.worth > best.worth + TOUCH)) best = { ...found, mirror };
    }
    this.turns[b] = ((this.turns[b] as number) + 1) % MIRRORS.length;
    if (best === null) return null;
    const { laid, mirror } = best;
    return laid.map((each) => laidBack(each, ready, mirror));
  }

  private imageOf(b: number, turn: number): PatternBoard {
    const image = (): PatternBoard => mirroredBoard(this.ready[b] as ReadyBoard, MIRRORS[turn] as Mirror);
    // On a very large rack the images would take more room than they save time.
    if (this.ready.length > MOST_IMAGES) return image();
    return ((this.images[b] ??= [])[turn] ??= image());
  }

  private cutOf(laid: Laid, items: readonly PatternItem[], local: readonly number[]): ColumnCut {
    const { x, y, length, width } = laid;
    const what = items[laid.item];
    const want = what ? (local[what.want] as number) : -1;
    return { want, x, y, length, width, fills: what?.fills ?? 0 };
  }

  /** The column that these cuts make, or null when they cut nothing that is wanted. */
  columnFrom(b: number, cuts: readonly ColumnCut[]): Column | null {
    const { board, keep } = this.ready[b] as ReadyBoard;
    const fills = new Map<number, number>();
    let kept = 0;
    let extra = this.instance.perBoard ?? 0;
    for (const cut of cuts) {
      if (cut.want < 0) {
        kept += cut.length * cut.width;
        continue;
      }
      fills.set(cut.want, (fills.get(cut.want) ?? 0) + cut.fills);
      extra += this.reluctance(board, cut.want) * cut.fills;
    }
    if (fills.size === 0) return null;
    return {
      board: b,
      cost: this.wholeCost(b) - kept * keep.perMm2 + extra,
      extra,
      cuts,
      gives: [...fills].flat(),
    };
  }

  /** Whether more than what is spent counts. */
  get hasWishes(): boolean {
    const { perBoard = 0, boards } = this.instance;
    return perBoard > 0 || this.harmony.size > 0 || boards.some((board) => board.reluctance);
  }

  keepOf(b: number): KeepRule {
    return (this.ready[b] as ReadyBoard).keep;
  }

  /** How little want `w` is liked from board `b`, in value per fill. */
  reluctanceOf(b: number, w: number): number {
    return this.reluctance((this.ready[b] as ReadyBoard).board, w);
  }

  /** How little a want is liked from a board, per fill. */
  private reluctance(board: MatchBoard, w: number): number {
    if (!board.reluctance) return 0;
    const want = this.wants[w] as Want;
    const each = board.reluctance[want.part.id] ?? 0;
    // Told for each strip; a panel is filled by the millimetre.
    return want.panel ? each / Math.max(1, (want.part.maxStrip ?? want.part.width) * 0.7) : each;
  }

  /**
   * On a board with locks: one item after the other wherever it can still be sawn free beside them. What the
   * locks spend is spent already, so only what is spent beyond that counts.
   */
  private besideLocks(
    b: number,
    items: readonly PatternItem[],
    local: readonly number[],
    wanted: readonly number[],
  ): Column | null {
    const { board, kerf, keep } = this.ready[b] as ReadyBoard;
    const locks = this.locked.get(b) ?? [];
    const left = [...wanted];
    const placed: Placement[] = [...locks];
    const cuts: ColumnCut[] = [];
    const rate = (item: PatternItem): number => item.price / (item.length * item.width);
    for (const item of [...items].sort((one, other) => rate(other) - rate(one))) {
      if (rate(item) < keep.perMm2) continue;
      while ((left[item.want] as number) >= item.fills - TOUCH) {
        const w = local[item.want] as number;
        const { part } = this.wants[w] as Want;
        const spot = findSpot(board, placed, item.length, item.width, part.grade, kerf);
        if (!spot) break;
        placed.push({
          ...spot,
          length: item.length,
          width: item.width,
          boardId: board.id,
          partId: part.id,
          unit: 0,
        });
        cuts.push({ want: w, ...spot, length: item.length, width: item.width, fills: item.fills });
        left[item.want] = (left[item.want] as number) - item.fills;
      }
    }
    return this.laidOut(b, cuts, this.around(b, placed).kept);
  }

  /** The column of cuts laid out by other means, with what is kept beside them. */
  laidOut(b: number, cuts: readonly ColumnCut[], kept: readonly Rect[]): Column | null {
    const offcuts = kept.map(({ x, y, length, width }) => ({ want: -1, x, y, length, width, fills: 0 }));
    const column = this.columnFrom(b, [...cuts, ...offcuts]);
    if (!column) return null;
    const perBoard = this.instance.perBoard ?? 0;
    const sunk = this.sunk.get(b);
    // A board with locks is touched as it is.
    return sunk
      ? { ...column, cost: column.cost - sunk.cost - perBoard, extra: column.extra - perBoard }
      : column;
  }
}

function onBoards(instance: MatchInstance): MatchInstance {
  const boards = instance.boards.map((board) => {
    const blocked = Object.entries(board.blocked).map(([grade, rects]) => [
      grade,
      rects.map((rect) => clipTo(rect, board.length, board.width)).filter((rect) => rect !== null),
    ]);
    return { ...board, blocked: Object.fromEntries(blocked) as MatchBoard['blocked'] };
  });
  return { ...instance, boards };
}

const corners = ({ x, y, length, width }: Rect): number[] => [x, y, x + length, y + width];
