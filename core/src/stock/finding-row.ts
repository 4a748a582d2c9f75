/** Rows of the same finding: nails where boards crossed stringers, screw holes along a rail. */
import { keepOnPiece, type Finding } from './finding.ts';
import { fullWidth, type Piece } from './piece.ts';

export interface RowWish {
  /** Places along the piece, the first included. */
  readonly count: number;
  /** Between middles, mm; without it the last lies as far from the far end as the first from the near end. */
  readonly spacing?: number | undefined;
  /** Two at each place, the second as far from the other edge. */
  readonly pairs: boolean;
}

/** One that lies in the middle of the width has its pair this share of the width from the edges. */
const PAIR_INSET = 0.15;

/** The spacing of a row that begins at `first` and ends as far from the far end; 0 where there is no room. */
function evenSpacing(first: Finding, count: number, piece: Pick<Piece, 'length'>): number {
  const middle = first.x + first.length / 2;
  return count < 2 ? 0 : Math.max(0, (piece.length - 2 * middle) / (count - 1));
}

/**
 * The row that begins with `first`, in order; places beyond the far end are left out. The first keeps its id, the
 * others take theirs from `nextId`, and all share one `row`.
 */
export function layRow(
  first: Finding,
  wish: RowWish,
  piece: Pick<Piece, 'length' | 'width' | 'widthFar'>,
  row: string,
  nextId: () => string,
): Finding[] {
  const width = fullWidth(piece);
  const spacing = wish.spacing ?? evenSpacing(first, wish.count, piece);
  const inMiddle = Math.abs(2 * first.y + first.width - width) < first.width;
  const y = wish.pairs && inMiddle ? PAIR_INSET * width - first.width / 2 : first.y;
  const across = wish.pairs ? [y, width - y - first.width] : [y];
  const laid: Finding[] = [];
  for (let n = 0; n < wish.count; n++) {
    const x = first.x + n * spacing;
    if (n > 0 && (spacing <= 0 || x + first.length / 2 > piece.length)) break;
    for (const place of across) {
      const id = laid.length === 0 ? first.id : nextId();
      laid.push(keepOnPiece({ ...first, id, row, x, y: Math.max(0, place) }, piece.length, width));
    }
  }
  return laid;
}
