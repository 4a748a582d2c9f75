/** Whether the long edges of a piece may run along a fence. */
import { EDGES, type Edge, type Outline } from '../geometry/outline.ts';
import { fullWidth, type Piece } from './piece.ts';

/** `straight`: both edges; `one-straight`: one of them; `crooked` and `natural`: neither. */
export type EdgeState = 'straight' | 'one-straight' | 'crooked' | 'natural';

/** More crook than this over its length and an edge rocks on a fence, mm. */
const CROOKED_MM = 1.5;
/** An edge that strays no further from the line between its ends is straight, mm. */
const STRAY_MM = 0.5;

type Edged = Pick<Piece, 'length' | 'width' | 'widthFar' | 'outline' | 'findings' | 'warp'>;

/** The state of both edges, by the outline, by wane that has been noted and by the crook that was measured. */
export function edgesOf(piece: Edged): EdgeState {
  if ((piece.warp?.crook ?? 0) > CROOKED_MM) return 'crooked';
  const straight = EDGES.filter(
    (edge) => !hasWane(piece, edge) && (!piece.outline || isLine(piece.outline, edge)),
  );
  return straight.length === 2 ? 'straight' : straight.length === 1 ? 'one-straight' : 'natural';
}

const hasWane = (piece: Edged, edge: Edge): boolean =>
  piece.findings.some(({ kind, face, y, width }) => {
    if (kind !== 'wane') return false;
    if (face === 'upper' || face === 'lower') return face === edge;
    return edge === 'upper' ? y <= 1e-6 : y + width >= fullWidth(piece) - 1e-6;
  });

/** Whether no point of the edge strays from the line between its ends. */
function isLine(outline: Outline, edge: Edge): boolean {
  const points = outline[edge];
  const [first, last] = [points[0], points[points.length - 1]];
  if (!first || !last || last.x <= first.x) return false;
  const slope = (last.y - first.y) / (last.x - first.x);
  return points.every(({ x, y }) => Math.abs(y - first.y - slope * (x - first.x)) <= STRAY_MM);
}
