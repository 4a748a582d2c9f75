import type { SpeciesId } from '../timber/species.ts';
import { speciesById, speciesName } from '../timber/species.ts';
import { volumeM3 } from '../units/board-measure.ts';
import { weightKg } from '../timber/weight.ts';
import type { Finding } from './finding.ts';

export type PieceId = string & { readonly brand?: 'PieceId' };
export type ProjectId = string & { readonly brand?: 'ProjectId' };

/** The six kinds of find that a piece may have come out of. */
export const FIND_KINDS = ['pallet', 'pew', 'flooring', 'post', 'barrel', 'furniture', 'mixed'] as const;
export type FindKind = (typeof FIND_KINDS)[number];

/** How sure the maker is of the species. */
export type Certainty = 'sure' | 'guess';

/** One piece of wood in the rack. Sizes in mm, as found. */
export interface Piece {
  readonly id: PieceId;
  /** What is written on it, such as `P-01`; no two pieces share one. */
  readonly tag: string;
  readonly name: string;
  readonly length: number;
  /** Width at the near end. */
  readonly width: number;
  /** Width at the far end, when the piece tapers. */
  readonly widthFar?: number;
  readonly thickness: number;
  readonly species: SpeciesId;
  readonly speciesSure: Certainty;
  /** Where it is kept. */
  readonly place: string;
  /** The find it came out of, in the maker's words. */
  readonly find: string;
  readonly findings: readonly Finding[];
  /** The project whose accepted plan cuts it. */
  readonly reservedFor?: ProjectId;
}

/** The greatest width of a piece, mm: the height of its drawing. */
export const fullWidth = (piece: Pick<Piece, 'width' | 'widthFar'>): number =>
  Math.max(piece.width, piece.widthFar ?? piece.width);

/** Volume as found, m³; a taper counts with its middle width. */
export function pieceVolumeM3(piece: Piece): number {
  return volumeM3(piece.length, (piece.width + (piece.widthFar ?? piece.width)) / 2, piece.thickness);
}

/** Weight as found in kg, or null when the species is unknown. */
export function pieceWeightKg(piece: Piece): number | null {
  const facts = speciesById(piece.species);
  if (!facts) return null;
  const middle = (piece.width + (piece.widthFar ?? piece.width)) / 2;
  return weightKg(piece.length, middle, piece.thickness, facts.densityKgM3);
}

/** Whether metal is recorded in the piece: no machine step before it is cleared. */
export const hasMetal = (piece: Pick<Piece, 'findings'>): boolean =>
  piece.findings.some((finding) => finding.kind === 'metal');

/** The next free tag with the initial of `name`: `S-01`, `S-02` … ; nameless pieces get `B` for board. */
export function nextTag(name: string, taken: ReadonlySet<string>): string {
  const initial = /[a-z]/i.exec(name)?.[0].toUpperCase() ?? 'B';
  for (let number = 1; ; number++) {
    const tag = `${initial}-${String(number).padStart(2, '0')}`;
    if (!taken.has(tag)) return tag;
  }
}

/** `spruce`, or `spruce?` when it is a guess. */
export const speciesLabel = (piece: Pick<Piece, 'species' | 'speciesSure'>): string =>
  speciesName(piece.species) + (piece.speciesSure === 'guess' ? '?' : '');
