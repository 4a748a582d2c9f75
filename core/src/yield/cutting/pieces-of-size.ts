/**
 * The most pieces of one size that three stages of straight through-cuts free from a board, by both schools: for
 * slats, staves and all that is wanted many times over.
 *
 * Idea. Push every piece of a best layout toward the near end and the upper edge: it then begins at the board's
 * edge, at the end of a finding, or a kerf behind another piece. So pieces begin only at such places plus whole
 * numbers of (size + kerf). Sections run from one such place to the end of a piece; within one, strips as wide as
 * the piece begin at such places across the board, and each strip's clear runs hold ⌊(run + kerf)/(length + kerf)⌋.
 * Chains of sections and of strips are dynamic programmes; sections that could not win even if clear are passed
 * over. Rip first is the same on the turned board.
 *
 * Cost. O(a²·b·n) for a places along, b across and n findings, before passing over.
 */
import { turned, type Rect } from '../../geometry/rectangle.ts';
import type { BoardSize } from './cutting-rule.ts';
import { Obstacles } from './obstacles.ts';
import { onLattice } from './cut-lines.ts';

export interface PiecesYield {
  readonly crosscutFirst: readonly Rect[];
  readonly ripFirst: readonly Rect[];
}

/** As many pieces of `size` as can be had, by both schools; lengths in mm. */
export function piecesOfSize(
  board: BoardSize,
  blocked: readonly Rect[],
  size: BoardSize,
  kerfMm: number,
): PiecesYield {
  const crosscut = mostPieces(board.length, board.width, blocked, size.length, size.width, kerfMm);
  const rip = mostPieces(board.width, board.length, blocked.map(turned), size.width, size.length, kerfMm);
  return { crosscutFirst: crosscut, ripFirst: rip.map(turned) };
}

const TOLERANCE = 1e-6;

function mostPieces(
  sizeU: number,
  sizeV: number,
  blocked: readonly Rect[],
  u: number,
  v: number,
  kerf: number,
): Rect[] {
  if (u > sizeU + TOLERANCE || v > sizeV + TOLERANCE) return [];
  const obstacles = new Obstacles(blocked, sizeU, sizeV);
  const along = startsFor(obstacles.u1, sizeU, u, kerf);
  const across = startsFor(obstacles.v1, sizeV, v, kerf);
  const runs = Array.from(across, (low) => obstacles.clearRuns(low, low + v, u));
  const rows = Math.floor((sizeV + kerf) / (v + kerf) + TOLERANCE);
  // most[i]: pieces from all that lies before the start along[i]; chosen by the section that ends there.
  const most = new Int32Array(along.length + 1);
  const section = new Array<{ from: number; end: number } | null>(along.length + 1).fill(null);
  for (let i = 0; i <= along.length; i++) {
    const limit = i === along.length ? sizeU + kerf : (along[i] as number);
    if (i > 0) most[i] = most[i - 1] as number;
    for (let from = i - 1; from >= 0; from--) {
      const start = along[from] as number;
      const end = limit - kerf;
      const columns = Math.floor((end - start + kerf) / (u + kerf) + TOLERANCE);
      if (columns < 1 || (most[from] as number) + columns * rows <= (most[i] as number)) continue;
      const sum = (most[from] as number) + stripsIn(start, end).count;
      if (sum > (most[i] as number)) {
        most[i] = sum;
        section[i] = { from, end };
      }
    }
  }
  const pieces: Rect[] = [];
  for (let i = along.length; i > 0;) {
    const last = section[i];
    if (!last || most[i] === most[i - 1]) i--;
    else {
      pieces.push(...stripsIn(along[last.from] as number, last.end).pieces());
      i = last.from;
    }
  }
  return pieces.sort((a, b) => a.x - b.x || a.y - b.y);

  /** The best strips of the section [start, end]. */
  function stripsIn(start: number, end: number): { count: number; pieces: () => Rect[] } {
    const upTo = new Int32Array(across.length + 1);
    const took = new Int32Array(across.length + 1).fill(-1);
    let before = 0;
    for (let s = 0; s < across.length; s++) {
      // A strip that begins here follows on those that end a kerf before.
      while (before < s && (across[before] as number) + v + kerf <= (across[s] as number) + TOLERANCE)
        before++;
      const here = (upTo[before] as number) + holds(s, start, end);
      upTo[s + 1] = Math.max(upTo[s] as number, here);
      if (here > (upTo[s] as number)) took[s + 1] = before;
    }
    const pieces = (): Rect[] => {
      const found: Rect[] = [];
      for (let s = across.length; s > 0;) {
        if ((took[s] as number) < 0) s--;
        else {
          eachPiece(s - 1, start, end, (x) =>
            found.push({ x, y: across[s - 1] as number, length: u, width: v }),
          );
          s = took[s] as number;
        }
      }
      return found;
    };
    return { count: upTo[across.length] as number, pieces };
  }

  function holds(strip: number, start: number, end: number): number {
    let count = 0;
    eachPiece(strip, start, end, () => count++);
    return count;
  }

  /** Packs the pieces of a strip from the near end on, a kerf apart, each within a clear run. */
  function eachPiece(strip: number, start: number, end: number, take: (x: number) => void): void {
    let next = start;
    for (const [from, to] of runs[strip] ?? []) {
      let x = Math.max(from, next);
      while (x + u <= Math.min(to, end) + TOLERANCE) {
        take(x);
        x += u + kerf;
        next = x;
      }
    }
  }
}

/** Places where pieces may begin: at the edge or past a finding, and a whole number of pieces on. */
function startsFor(pastFindings: Float64Array, whole: number, own: number, kerf: number): Float64Array {
  const starts = new Set<number>();
  for (const held of [0, ...pastFindings]) {
    for (let place = held; place + own <= whole + TOLERANCE; place += own + kerf)
      starts.add(onLattice(place));
  }
  return Float64Array.from(starts).sort();
}
