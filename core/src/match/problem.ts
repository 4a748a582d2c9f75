/**
 * The matching problem made ready for the search: what is wanted as numbers, which boards will do for it,
 * and what is in the way on each board as flat arrays.
 *
 * A *want* is a solid part with all its copies, or one copy of a panel: of the first one needs so many, of
 * the second so many millimetres of strip.
 */
import { clipTo } from '../geometry/rectangle.ts';
import { boardSuits, CLEAR_GRADE, type MatchBoard, type MatchInstance, type MatchPart } from './instance.ts';
import { bestPattern, type Effort, type KeepRule, type PatternBoard, type PatternItem } from './pattern.ts';

const EPS = 1e-6;

export interface Want {
  readonly part: MatchPart;
  /** The copy, for a panel; 0 for solid parts, whose copies are alike. */
  readonly unit: number;
  readonly panel: boolean;
  /** Copies, or millimetres of strip. */
  readonly amount: number;
  /** Part area that counts as covered per copy, or for the whole panel, mm². */
  readonly areaMm2: number;
  readonly gradeBit: number;
}

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
  /** What it spends: worth of the board less credit for what is kept. */
  readonly cost: number;
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
  readonly wantsOf: readonly (readonly number[])[];
  readonly boardsOf: readonly (readonly number[])[];
  readonly speciesOf: readonly string[];
  readonly species: readonly string[];
  /** Where a board's prices begin: prices stand species by species, each with one for every want. */
  readonly pricesAt: Int32Array;
  private readonly ready: readonly ReadyBoard[];
  private readonly grades: readonly string[];

  /** The instance with what is blocked clipped to its boards. */
  readonly instance: MatchInstance;

  constructor(given: MatchInstance) {
    const instance = onBoards(given);
    this.instance = instance;
    const { boards, parts, kerf, offcut } = instance;
    this.grades = [...new Set([CLEAR_GRADE, ...parts.map((part) => part.grade)])];
    this.wants = parts.flatMap((part) => this.wantsFor(part));
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
        perMm2: board.blocked[CLEAR_GRADE] ? (board.value * offcut.credit) / 1e6 : 0,
        gradeBit: 1,
      },
      areaM2: (board.length * board.width) / 1e6,
    }));
    this.wantsOf = boards.map((board) =>
      this.wants.flatMap((want, w) => (this.suits(board, want) ? [w] : [])),
    );
    const boardsOf: number[][] = this.wants.map(() => []);
    this.wantsOf.forEach((wants, b) => {
      for (const w of wants) boardsOf[w]?.push(b);
    });
    this.boardsOf = boardsOf;
  }

  private wantsFor(part: MatchPart): Want[] {
    const areaMm2 = part.length * part.width;
    const gradeBit = 1 << this.grades.indexOf(part.grade);
    if (part.type === 'solid') {
      return [{ part, unit: 0, panel: false, amount: part.qty, areaMm2, gradeBit }];
    }
    const amount = part.width - this.instance.jointAllowance;
    return Array.from({ length: part.qty }, (_, unit) => ({
      part,
      unit,
      panel: true,
      amount,
      areaMm2,
      gradeBit,
    }));
  }

  private suits(board: MatchBoard, { part }: Want): boolean {
    return (
      boardSuits(board, part) &&
      part.length <= board.length + EPS &&
      (part.type === 'panel' ? (part.minStrip ?? 1) : part.width) <= board.width + EPS
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
    for (const w of this.wantsOf[b] as readonly number[]) {
      const left = open[w] as number;
      if (left <= EPS) continue;
      const bound = species[w];
      if (bound !== null && bound !== undefined && bound !== ready.board.species) continue;
      const price = prices[at + w] as number;
      if (price <= 0) continue;
      this.addItems(items, local.length, this.wants[w] as Want, left, price, ready);
      local.push(w);
      wanted.push(left);
    }
    if (items.length === 0) return null;
    const pattern = bestPattern(ready, items, wanted, ready.keep, effort);
    if (pattern === null) return null;
    let kept = 0;
    const fills = new Map<number, number>();
    const cuts = pattern.laid.map(({ item, x, y, length, width }): ColumnCut => {
      const what = items[item];
      if (!what) kept += length * width;
      const want = what ? (local[what.want] as number) : -1;
      if (what) fills.set(want, (fills.get(want) ?? 0) + what.fills);
      return { want, x, y, length, width, fills: what?.fills ?? 0 };
    });
    if (fills.size === 0) return null;
    return {
      board: b,
      cost: this.wholeCost(b) - kept * ready.keep.perMm2,
      cuts,
      gives: [...fills].flat(),
    };
  }

  private addItems(
    items: PatternItem[],
    local: number,
    want: Want,
    left: number,
    price: number,
    ready: ReadyBoard,
  ): void {
    const { part, gradeBit } = want;
    if (!want.panel) {
      items.push({ want: local, length: part.length, width: part.width, price, fills: 1, gradeBit });
      return;
    }
    for (const width of this.stripWidths(part, left, ready)) {
      const fills = Math.min(left, width - this.instance.jointAllowance);
      if (fills <= EPS) continue;
      items.push({ want: local, length: part.length, width, price: price * fills, fills, gradeBit });
    }
  }

  /** Widths worth trying: as wide as may be, what is left to close the panel, equal shares of panel and board. */
  private stripWidths(part: MatchPart, left: number, ready: ReadyBoard): number[] {
    const joint = this.instance.jointAllowance;
    const least = Math.max(part.minStrip ?? 1, 1);
    const most = Math.min(part.maxStrip ?? part.width, ready.width);
    const widths: number[] = [];
    const add = (width: number): void => {
      const safe = Math.max(width, least);
      if (safe > most + EPS || widths.some((other) => Math.abs(other - safe) < 0.05)) return;
      widths.push(Math.min(safe, most));
    };
    add(Math.min(most, left + joint));
    const strips = Math.ceil((left + EPS) / Math.max(1, most - joint));
    add(left / strips + joint);
    add(left / (strips + 1) + joint);
    for (let n = 1; n <= 4; n++) add((ready.width - (n - 1) * ready.kerf) / n);
    add(least);
    return widths;
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
