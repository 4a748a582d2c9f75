import type { Finding } from '../../stock/finding.ts';
import type { Piece } from '../../stock/piece.ts';
import type { SpeciesId } from '../../timber/species.ts';
import type { ToneApart } from '../likeness.ts';
import type { Part, Project } from '../project.ts';

export type WayKind =
  | 'laminate'
  | 'strips'
  | 'narrower-strips'
  | 'splice'
  | 'l-shaped'
  | 'chords'
  | 'wider-gaps'
  | 'species'
  | 'grade'
  | 'stabilise'
  | 'let-it-stay'
  | 'shorter'
  | 'narrower'
  | 'thinner'
  | 'buy';

/** A finding without which its piece would give a part, and the mildest fate that lets it stay. */
export interface FindingInTheWay {
  readonly piece: Piece;
  readonly finding: Finding;
  readonly fate: 'keep' | 'stabilise';
}

export interface WayOut {
  readonly id: string;
  readonly kind: WayKind;
  /** The part that it is meant to help. */
  readonly partId: string;
  /** What is done, in one line. */
  readonly title: string;
  /** What it asks of the work, or of the eye. */
  readonly price: string;
  readonly project: Project;
  /** The rack, where the way changes it. */
  readonly pieces: readonly Piece[];
  readonly joints: number;
  /** What is to be bought, in the shop's currency; a guess where nobody set a price. */
  readonly money: number;
}

export interface WaysContext {
  readonly pieces: readonly Piece[];
  /** Longest clear stretch left at the part's width, mm, by part. */
  readonly longestLeft: ReadonlyMap<string, number>;
  /** Greatest thickness that any piece of the species comes out at, by part. */
  readonly thickest: ReadonlyMap<string, number>;
  /** Findings that alone keep a part out of a piece, by part; see {@link FindingInTheWay}. */
  readonly inTheWay: ReadonlyMap<string, readonly FindingInTheWay[]>;
  readonly endTrimMm: number;
  readonly pricesPerM3: Readonly<Record<SpeciesId, number>>;
  readonly size: (mm: number) => string;
  readonly newId: () => string;
  /** How far apart two tones are to the eye, ΔE. */
  readonly toneApart: ToneApart;
}

export const replaced = (project: Project, part: Part, by: readonly Part[]): Project => ({
  ...project,
  parts: project.parts.flatMap((other) => (other.id === part.id ? by : [other])),
});

export function way(
  kind: WayKind,
  part: Part,
  title: string,
  price: string,
  project: Project,
  context: WaysContext,
  more: Partial<WayOut> = {},
): WayOut {
  return {
    id: `${kind} ${part.id}`,
    kind,
    partId: part.id,
    title,
    price,
    project,
    pieces: context.pieces,
    joints: 0,
    money: 0,
    ...more,
  };
}
