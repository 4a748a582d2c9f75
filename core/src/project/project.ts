import type { Grade } from '../stock/grade.ts';
import type { PieceId, ProjectId } from '../stock/piece.ts';
import type { SpeciesId } from '../timber/species.ts';
import type { Rect } from '../geometry/rectangle.ts';

export type PartId = string & { readonly brand?: 'PartId' };

/** What is added to the finished size before a part is cut out, mm. */
export interface Allowances {
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
}

/** Usual oversize: an inch in length, a jointing pass on each edge, a planing pass on each face. */
export const DEFAULT_ALLOWANCES: Allowances = { length: 25, width: 5, thickness: 2 };

/** A part of a project. Sizes finished, in mm, length along the grain. */
export interface Part {
  readonly id: PartId;
  readonly name: string;
  readonly qty: number;
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
  readonly grade: Grade;
  readonly species: 'any' | readonly SpeciesId[];
  readonly allowances: Allowances;
}

/** Where a part, or a leftover to be kept, lies in a piece. */
export interface PlannedCut extends Rect {
  readonly pieceId: PieceId;
  /** A part's id, or `offcut`. */
  readonly partId: PartId;
  readonly unit: number;
}

/** A plan as it is kept with its project. */
export interface ProjectPlan {
  readonly cuts: readonly PlannedCut[];
  readonly coverage: number;
  readonly missing: readonly { readonly partId: PartId; readonly short: number }[];
  /** Face of the boards that it cuts into, less the offcuts it keeps, m². */
  readonly spentM2: number;
  /** By how much, at most, it spends more worth than the best full plan could (0.1 = 10 %); null if unknown. */
  readonly atMostOver: number | null;
  /** A mark of the parts, pieces and habits that it was made from; when they change, it is out of date. */
  readonly basis: string;
  readonly accepted: boolean;
}

export interface Project {
  readonly id: ProjectId;
  readonly name: string;
  readonly note: string;
  readonly parts: readonly Part[];
  readonly plan?: ProjectPlan;
}

/** The size to cut a part out at: finished size and allowances. */
export const roughSize = (part: Part): { length: number; width: number; thickness: number } => ({
  length: part.length + part.allowances.length,
  width: part.width + part.allowances.width,
  thickness: part.thickness + part.allowances.thickness,
});

/** Parts are lettered in order, as on a cut sheet: A … Z, AA, AB … */
export function partLetter(index: number): string {
  const last = String.fromCharCode(65 + (index % 26));
  return index < 26 ? last : partLetter(Math.floor(index / 26) - 1) + last;
}
