import type { SpeciesId } from '../timber/species.ts';
import { speciesById, speciesName } from '../timber/species.ts';
import { volumeM3 } from '../units/board-measure.ts';
import { densityAt } from '../timber/weight.ts';
import { outlineAreaMm2, straightOutline, type Outline } from '../geometry/outline.ts';
import { clipTo } from '../geometry/rectangle.ts';
import { isMetalIn, type Finding } from './finding.ts';
import type {
  Bark,
  EndCut,
  Grain,
  MoistureReading,
  PinnedPhoto,
  Sapwood,
  Scans,
  Tone,
} from './inspection.ts';
import type { HazardKind } from './hazard-kind.ts';
import type { FindId } from './haul.ts';
import type { Warp } from './warp.ts';

export type PieceId = string & { readonly brand?: 'PieceId' };
export type ProjectId = string & { readonly brand?: 'ProjectId' };

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
  /** Its edges where they are no straight lines: natural edge, notch, curve. Within length × full width. */
  readonly outline?: Outline;
  readonly species: SpeciesId;
  readonly speciesSure: Certainty;
  /** Where it is kept. */
  readonly place: string;
  /** Since when it has lain there, an ISO date: how long it has been drying. */
  readonly since?: string;
  /** The find it came out of, in the maker's words. */
  readonly find: string;
  /** The find on record that it came out of, and the sort of member it was. */
  readonly origin?: { readonly findId: FindId; readonly member: string };
  readonly findings: readonly Finding[];
  readonly warp?: Warp;
  /** Moisture content as last read, % of dry mass. */
  readonly moisturePct?: number;
  /** Every reading with its day, oldest first: the drying line. */
  readonly readings?: readonly MoistureReading[];
  /** What has been cut off the ends and how they sounded. */
  readonly ends?: { readonly near?: EndCut; readonly far?: EndCut };
  /** Ends that are rough or stood outdoors: more comes off them. */
  readonly roughEnds?: readonly ('near' | 'far')[];
  /** Faces whose old skin is kept: they are not planed. */
  readonly keepSkin?: readonly ('A' | 'B')[];
  /** Thickness of the veneer on a piece that is not solid, mm. */
  readonly veneerMm?: number;
  readonly grain?: Grain;
  /** The face that was toward the bark. */
  readonly bark?: Bark;
  readonly sapwood?: Sapwood;
  readonly tone?: Tone;
  /** When it was scanned for metal. */
  readonly scans?: Scans;
  /** The day on which it was inspected on both faces, both edges and both ends. */
  readonly inspected?: string;
  /** The day on which it came off the planer: what is written down is what is there. */
  readonly machined?: string;
  readonly photos?: readonly PinnedPhoto[];
  /** What follows the wood whichever board it is; see `core/hazards`. */
  readonly hazards?: readonly HazardKind[];
  /** The project whose accepted plan cuts it. */
  readonly reservedFor?: ProjectId;
}

/** What is noted of a piece on the bench and that its tally line does not say; the outline while the size is the same. */
export function notedOnBench(
  piece: Piece,
  size: Pick<Piece, 'length' | 'width' | 'widthFar'>,
): Partial<Piece> {
  const same = size.length === piece.length && size.width === piece.width && size.widthFar === piece.widthFar;
  const kept = new Set<string>(ON_THE_BENCH);
  return Object.fromEntries(
    Object.entries(piece).filter(([field]) => kept.has(field) || (same && field === 'outline')),
  );
}

const ON_THE_BENCH: readonly (keyof Piece)[] = [
  'readings',
  'ends',
  'keepSkin',
  'grain',
  'bark',
  'sapwood',
  'tone',
  'scans',
  'inspected',
  'machined',
  'photos',
];

/** The greatest width of a piece, mm: the height of its drawing. */
export const fullWidth = (piece: Pick<Piece, 'width' | 'widthFar'>): number =>
  Math.max(piece.width, piece.widthFar ?? piece.width);

export type Solid = Pick<Piece, 'length' | 'width' | 'widthFar' | 'outline' | 'thickness' | 'findings'>;

/** Whether a piece is a plain rectangle in plan. */
export const isStraight = (piece: Pick<Piece, 'width' | 'widthFar' | 'outline'>): boolean =>
  piece.outline === undefined && (piece.widthFar ?? piece.width) === piece.width;

/** The outline of any piece, drawn or following from its widths. */
export const outlineOf = (piece: Pick<Piece, 'length' | 'width' | 'widthFar' | 'outline'>): Outline =>
  piece.outline ?? straightOutline(piece.length, piece.width, piece.widthFar);

/** Area of one face within the outline, mm². */
export const faceAreaMm2 = (piece: Pick<Piece, 'length' | 'width' | 'widthFar' | 'outline'>): number =>
  piece.outline
    ? outlineAreaMm2(piece.outline)
    : (piece.length * (piece.width + (piece.widthFar ?? piece.width))) / 2;

/** Volume as found, m³; a taper counts with its middle width, wane right through is missing wood. */
export function pieceVolumeM3(piece: Solid): number {
  return Math.max(0, (faceAreaMm2(piece) * piece.thickness) / 1e9 - missingM3(piece));
}

function missingM3(piece: Solid): number {
  let missing = 0;
  for (const finding of piece.findings) {
    if (finding.kind !== 'wane' || finding.face !== 'through') continue;
    const place = clipTo(finding, piece.length, fullWidth(piece));
    if (place) missing += volumeM3(place.length, place.width, piece.thickness);
  }
  return missing;
}

/** Weight as found in kg, at its moisture where that was read; null when the species is unknown. */
export function pieceWeightKg(piece: Solid & Pick<Piece, 'species' | 'moisturePct'>): number | null {
  const facts = speciesById(piece.species);
  if (!facts) return null;
  return pieceVolumeM3(piece) * densityAt(facts.densityKgM3, piece.moisturePct ?? 12);
}

/** Whether metal is recorded in the piece and not pulled: no machine step before it is cleared. */
export const hasMetal = (piece: Pick<Piece, 'findings'>): boolean => piece.findings.some(isMetalIn);

/**
 * The next free tag with the initial of `name`: `S-01`, `S-02` … ; nameless pieces get `B` for board. Where
 * many are numbered in a row, `from` saves looking at those that are known to be taken.
 */
export function nextTag(name: string, taken: ReadonlySet<string>, from = 1): string {
  const initial = tagInitial(name);
  for (let number = from; ; number++) {
    const tag = `${initial}-${String(number).padStart(2, '0')}`;
    if (!taken.has(tag)) return tag;
  }
}

export const tagInitial = (name: string): string => /[a-z]/i.exec(name)?.[0].toUpperCase() ?? 'B';

/** `spruce`, or `spruce?` when it is a guess. */
export const speciesLabel = (piece: Pick<Piece, 'species' | 'speciesSure'>): string =>
  speciesName(piece.species) + (piece.speciesSure === 'guess' ? '?' : '');
