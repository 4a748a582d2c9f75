import type { Finding, FindingKind } from '../src/stock/finding.ts';
import type { Piece } from '../src/stock/piece.ts';

/** A finding of a kind in the middle of nowhere in particular; say what matters. */
export function aFinding(kind: FindingKind, more: Partial<Finding> = {}): Finding {
  return { id: `f-${kind}`, kind, face: 'A', x: 100, y: 30, length: 20, width: 20, ...more };
}

/** A plain sound board that has been screened; say what matters. */
export function aPiece(more: Partial<Piece> = {}): Piece {
  return {
    id: 'p1',
    tag: 'B-01',
    name: 'board',
    length: 1000,
    width: 100,
    thickness: 25,
    species: 'european-oak',
    speciesSure: 'sure',
    place: 'bay 1',
    find: '',
    findings: [],
    hazards: [],
    ...more,
  };
}
