/** How a finding lands on a piece: its usual size about the place that was pointed at. */
import {
  findingKindFacts,
  fullWidth,
  keepOnPiece,
  type Finding,
  type FindingFace,
  type FindingKind,
  type Piece,
} from '@aldrek/core/wood';
import { tidied } from './finding-moves';

/**
 * A new finding at (x, y) mm. What goes through shows on both faces, the rest on `face`. Checks and
 * crumbling sit at the nearer end, wane along the nearer edge, whatever was pointed at.
 */
export function dropped(
  id: string,
  kind: FindingKind,
  x: number,
  y: number,
  face: Exclude<FindingFace, 'through'>,
  piece: Piece,
): Finding {
  const { length, width, face: usualFace } = findingKindFacts(kind);
  const full = fullWidth(piece);
  const atEnd = kind === 'check' || kind === 'crumble';
  const left = atEnd ? nearerSide(x, piece.length, length) : x - length / 2;
  const top = kind === 'wane' ? nearerSide(y, full, width) : y - width / 2;
  const side = face !== 'A' && face !== 'B';
  const finding: Finding = {
    id,
    kind,
    face: side ? face : kind === 'tongue' ? nearerEdge(y, full) : usualFace === 'through' ? 'through' : face,
    x: left,
    y: top,
    length,
    width,
  };
  return tidied(keepOnPiece(onSide(finding, piece), piece.length, full));
}

/** What shows on an edge or an end lies against it, and reaches in from there; a tongue runs the whole edge. */
export function onSide(finding: Finding, piece: Piece): Finding {
  const full = fullWidth(piece);
  const { kind, face, length, width } = finding;
  const along = kind === 'tongue' || (kind === 'groove' && length >= 400);
  switch (face) {
    case 'upper':
    case 'lower': {
      const y = face === 'upper' ? 0 : full - width;
      return along ? { ...finding, x: 0, length: piece.length, y } : { ...finding, y };
    }
    case 'near':
      return { ...finding, x: 0 };
    case 'far':
      return { ...finding, x: piece.length - length };
    case 'A':
    case 'B':
    case 'through':
      return finding;
  }
}

const nearerEdge = (y: number, full: number): 'upper' | 'lower' => (y < full / 2 ? 'upper' : 'lower');

const nearerSide = (at: number, whole: number, own: number): number => (at < whole / 2 ? 0 : whole - own);

/** The same finding once more, its middle at `x` mm. */
export function again(id: string, finding: Finding, x: number, piece: Piece): Finding {
  const copy = { ...finding, id, x: x - finding.length / 2 };
  return tidied(keepOnPiece(copy, piece.length, fullWidth(piece)));
}
