import type { Piece } from '@aldrek/core/wood';

/** A plain board of no species in particular; say what matters. */
export function aBoard(more: Partial<Piece> = {}): Piece {
  return {
    id: 'p',
    tag: 'P-01',
    name: '',
    length: 1000,
    width: 100,
    thickness: 20,
    species: 'unknown',
    speciesSure: 'sure',
    place: '',
    find: '',
    findings: [],
    ...more,
  };
}
