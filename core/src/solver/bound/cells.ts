/**
 * A board in cells, rounded so that whatever can be cut from the board can be laid on the cells too.
 *
 * Proof. Every place is rounded down. A piece [x, x + l] is given ⌊(l + kerf) ÷ g⌋ cells from ⌊x ÷ g⌋, and the board
 * ⌊(L + kerf) ÷ g⌋. As ⌊a⌋ + ⌊b⌋ ≤ ⌊a + b⌋, pieces a kerf apart stay apart and the last stays on the board. A piece of one size may
 * begin in a cell where any real place in that cell is clear of findings and the end of the board (`startsPast` in
 * `core/kernel/bound/question.ts`, and `slots.ts`). Of what has no one size a finding [a, b] forbids a start before ⌊b ÷ g⌋ whose
 * cells end after ⌊(a + kerf) ÷ g⌋: what ends before a or begins after b never does that.
 */
import type { PatternBoard } from '../pattern.ts';
import type { School } from '../../geometry/school.ts';

/** Of a cell: figures that touch a line of the grid are taken to the side that allows more. */
export const EPS = 1e-5;
/** No finer than this, mm; tried down to a share finer than asked, in so many steps. */
const FINEST = 0.2;
const FINER = 0.2;
const TRIED = 40;

/** One axis of a board: u across the bands of the first stage of cuts, v along them. */
export interface Axis {
  readonly size: number;
  /** Cells, and mm of one. */
  readonly cells: number;
  readonly grid: number;
}

/** Where a rectangle of an item may not lie: for each finding the cells it keeps the item's rectangle off. */
export interface Barriers {
  /** Of a shaped piece the rectangle within it that must be clear, mm. */
  readonly inner: InnerRect | null;
  /** A start before `b` may not end after `a`. */
  readonly au: Int32Array;
  readonly bu: Int32Array;
  readonly av: Int32Array;
  readonly bv: Int32Array;
}

/** Where it begins along each axis of the piece, and its size there, mm. */
interface InnerRect {
  readonly u: number;
  readonly v: number;
  readonly sizeU: number;
  readonly sizeV: number;
}

export class CellBoard {
  readonly u: Axis;
  readonly v: Axis;
  readonly kerf: number;
  readonly masks: Int32Array;
  /** Real places of the findings, u0, v0, u1, v1 in turn. */
  readonly findings: Float64Array;

  constructor(
    board: PatternBoard,
    readonly school: School,
    /** Cells at most along the grain and across it; more where a cell would be larger than a piece or what is kept at the least, mm. */
    { length, width }: { readonly length: number; readonly width: number },
    pieces: { readonly u: readonly number[]; readonly v: readonly number[] },
    kept: { readonly u: number; readonly v: number },
  ) {
    const cross = school === 'crosscutFirst';
    this.kerf = board.kerf;
    this.masks = board.masks;
    this.u = this.axis(cross ? board.length : board.width, cross ? length : width, pieces.u, kept.u);
    this.v = this.axis(cross ? board.width : board.length, cross ? width : length, pieces.v, kept.v);
    this.findings = new Float64Array(board.blocked.length);
    for (let i = 0; i < board.blocked.length; i += 4) {
      for (let k = 0; k < 4; k++) {
        // x and y change places where bands lie along the grain.
        this.findings[i + (cross ? k : k ^ 1)] = board.blocked[i + k] as number;
      }
    }
  }

  /** Of cells about as fine as asked those at which the pieces lose least to rounding. */
  private axis(size: number, most: number, pieces: readonly number[], kept: number): Axis {
    const whole = size + this.kerf;
    const coarsest = Math.min(
      Math.max(FINEST, whole / most),
      ...[...pieces, kept].map((mm) => Math.max(1, mm)),
    );
    let grid = coarsest;
    let least = Infinity;
    for (let n = 0; n <= TRIED; n++) {
      const tried = coarsest * (1 - (FINER * n) / TRIED);
      let lost = 0;
      for (const mm of pieces) {
        const cells = (mm + this.kerf) / tried;
        lost += (cells - Math.floor(cells - EPS)) / cells;
      }
      if (lost < least) {
        least = lost;
        grid = tried;
      }
    }
    return { size, grid, cells: Math.floor(whole / grid + EPS) };
  }

  /** Cells that a piece of `mm` with its cut takes at the least. */
  stepU = (mm: number): number => Math.floor((mm + this.kerf) / this.u.grid - EPS);
  stepV = (mm: number): number => Math.floor((mm + this.kerf) / this.v.grid - EPS);

  /** Barriers of a plain piece, or of a shaped one by a rectangle within it that must be clear. */
  barriers(inner: InnerRect | null): Barriers {
    const many = this.masks.length;
    const [au, bu, av, bv] = [0, 1, 2, 3].map(() => new Int32Array(many)) as [
      Int32Array,
      Int32Array,
      Int32Array,
      Int32Array,
    ];
    const [du, dv] = inner ? [inner.u, inner.v] : [0, 0];
    const { kerf } = this;
    for (let f = 0; f < many; f++) {
      const [u0, v0, u1, v1] = this.finding(f);
      au[f] = Math.floor((inner ? u0 - du : u0 + kerf) / this.u.grid + EPS);
      bu[f] = Math.floor((u1 - du) / this.u.grid - EPS);
      av[f] = Math.floor((inner ? v0 - dv : v0 + kerf) / this.v.grid + EPS);
      bv[f] = Math.floor((v1 - dv) / this.v.grid - EPS);
    }
    return { inner, au, bu, av, bv };
  }

  /** Real places u0, v0, u1, v1 of a finding. */
  finding(f: number): readonly [number, number, number, number] {
    return this.findings.subarray(4 * f, 4 * f + 4) as unknown as [number, number, number, number];
  }
}
