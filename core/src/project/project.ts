import type { Grade } from '../stock/grade.ts';
import type { PieceId, ProjectId } from '../stock/piece.ts';
import type { Tone } from '../stock/inspection.ts';
import type { Grain } from '../stock/inspection.ts';
import type { Room } from '../timber/rooms.ts';
import type { SpeciesId } from '../timber/species.ts';
import type { Rect } from '../geometry/rectangle.ts';
import type { CuttingHabits } from '../yield/habits.ts';
import type { Machines } from '../yield/machines.ts';
import type { Joint } from './joints/joint.ts';
import type { Milling } from './milling.ts';
import type { PanelLayout } from './panel-layout.ts';

export type PartId = string & { readonly brand?: 'PartId' };

/** What is added to the finished size before a part is cut out, mm. */
export interface Allowances {
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
}

/** Usual oversize: an inch in length, a jointing pass on each edge, a planing pass on each face. */
export const DEFAULT_ALLOWANCES: Allowances = { length: 25, width: 5, thickness: 2 };

/** How a part is made: in one piece, glued up in width from strips, or in thickness from layers. */
export type Make =
  | { readonly kind: 'solid' }
  | { readonly kind: 'panel'; readonly leastStripMm: number; readonly widestStripMm: number }
  | { readonly kind: 'laminated'; readonly layers: number };

export const SOLID: Make = { kind: 'solid' };

/** The true shape of a part within its length and width. A round part is the ellipse that fits them. */
export type PartShape = { readonly kind: 'round' } | { readonly kind: 'taper'; readonly farWidthMm: number };

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
  /** Absent: in one piece. */
  readonly make?: Make;
  readonly shape?: PartShape;
  /** Parts of one group come out equally thick. */
  readonly group?: string;
  /** What flattening after the glue-up takes, mm, where the maker knows better than the usual figures. */
  readonly flatteningMm?: number;
  /** Planned k to a blank: its own length and number are the blanks’; these are the parts’ that come of them. */
  readonly blank?: { readonly k: number; readonly length: number; readonly qty: number };
  /** What its joints add to its length, all ends together, mm: the length has it in it. */
  readonly joineryMm?: number;
  /** The least thickness that will do, where it may be thinner, mm. */
  readonly leastThicknessMm?: number;
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
  /** What the projects matched together with this one take from the same boards. */
  readonly beside?: readonly PlannedCut[];
  /** What has been sawn of it: it counts as there, and stays as it is. */
  readonly sawn?: readonly PlannedCut[];
  readonly coverage: number;
  readonly missing: readonly { readonly partId: PartId; readonly short: number }[];
  /** Face of the boards that it cuts into, less the offcuts it keeps, m². */
  readonly spentM2: number;
  /** By how much, at most, it spends more worth than the best full plan could (0.1 = 10 %); null if unknown. */
  readonly atMostOver: number | null;
  /** By how much it spends more than the best plan in fractions of boards would: an estimate, no proof. */
  readonly aboutOver?: number | null;
  /** With a priority other than least waste: by how much it spends more than a least-waste plan found beside it. */
  readonly overLeast?: number;
  /** Worth that it spends, in no currency. */
  readonly spentWorth?: number;
  /** The thickness that the engine chose for each group, mm. */
  readonly groups?: Readonly<Record<string, number>>;
  /** What it was asked; absent of plans that an earlier version made. */
  readonly question?: PlanQuestion;
  readonly accepted: boolean;
}

/** What the maker wants of a plan besides that it covers the parts. */
export const WANTED = ['least-waste', 'best-looking', 'least-work', 'clear-the-rack'] as const;
export type Wanted = (typeof WANTED)[number];

export const WANTED_NAMES: Readonly<Record<Wanted, string>> = {
  'least-waste': 'least waste',
  'best-looking': 'best looking',
  'least-work': 'least work',
  'clear-the-rack': 'clear the rack',
};

export const WANTED_ABOUT: Readonly<Record<Wanted, string>> = {
  'least-waste': 'uses the least good wood; the poorest that will do is taken first',
  'best-looking':
    'the best wood where it shows, the worst where it can’t be seen; one tone throughout, and figure that goes on',
  'least-work': 'few boards to handle, few joints, little to plane away',
  'clear-the-rack': 'uses up short and narrow pieces; long boards stay whole',
};

/** What the finished thing must fit, bear and be. */
export interface Brief {
  readonly place?: string;
  /** The narrowest opening on the way in, mm. */
  readonly doorwayMm?: number;
  /** The width of the stairs or the passage at its tightest right-angled turn, mm. */
  readonly stairsMm?: number;
  /** What must stay free under it, mm above the floor. */
  readonly clearanceMm?: number;
  /** What two people are to carry at most, kg. */
  readonly carryKg?: number;
  readonly outdoors?: boolean;
  /** Where it will stand, as far as the air is concerned. */
  readonly room?: Room;
  readonly food?: boolean;
  readonly children?: boolean;
  readonly wishes?: string;
  /** ISO day. */
  readonly due?: string;
  /** In the shop's currency. */
  readonly budget?: number;
}

/** The part of an existing thing that is to be mended. Sizes finished, mm. */
export interface BrokenPart {
  readonly thing: string;
  readonly name: string;
  readonly species: SpeciesId;
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
  readonly grain?: Grain;
  readonly tone?: Tone;
  /** % of dry mass. */
  readonly moisturePct?: number;
  readonly joins?: string;
}

/** Habits that plans rest on. */
export type PlanHabits = Pick<CuttingHabits, 'kerfMm' | 'endTrimMm' | 'roughEndTrimMm' | 'limits' | 'offcut'>;

/** What a plan was asked, as it stood when it was made. */
export interface PlanQuestion {
  readonly parts: readonly Part[];
  readonly wanted: Wanted;
  /** Projects that were matched at once. */
  readonly together: readonly ProjectId[];
  /** What the place and the people of the brief ask of wood, as a text. */
  readonly uses: string;
  readonly habits: PlanHabits;
  readonly machines: Machines;
  /** A mark of each board that the plan uses: of its size, wood, findings, shape and hazards in turn. */
  readonly boards: Readonly<Record<PieceId, string>>;
}

/** What the maker has decided against a *never*, in their own words. */
export interface Overruling {
  readonly pieceId: PieceId;
  readonly words: string;
  /** ISO day. */
  readonly day: string;
}

export interface Project {
  readonly id: ProjectId;
  readonly name: string;
  readonly note: string;
  readonly parts: readonly Part[];
  readonly plan?: ProjectPlan;
  readonly kind?: 'repair' | 'repurpose';
  readonly brief?: Brief;
  readonly wanted?: Wanted;
  /** Places that the maker has fixed. */
  readonly locks?: readonly PlannedCut[];
  readonly excluded?: readonly PieceId[];
  /** Pieces let in although their wood forbids the use. */
  readonly overruled?: readonly Overruling[];
  /** Projects that it is matched together with; each of them names all the others. */
  readonly together?: readonly ProjectId[];
  /** The design that its parts were calculated from, and its sizes, mm. */
  readonly design?: { readonly id: string; readonly sizes: Readonly<Record<string, number>> };
  readonly broken?: BrokenPart;
  /** How it is milled, where that is not as the shop does, and what was changed in the routes of its parts. */
  readonly milling?: Milling;
  /** How strips and layers are laid, for each copy of a part that is glued up. */
  readonly panels?: readonly PanelLayout[];
  readonly joints?: readonly Joint[];
  /** The order in which it goes together, where the maker changed it: ids of joints. */
  readonly assembly?: { readonly order: readonly string[] };
  /** A plan set aside, to compare with. */
  readonly putBy?: ProjectPlan;
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

/** What is wrong with a part's figures, in words; null when they will do. */
export function partFault(
  part: Pick<Part, 'length' | 'width' | 'thickness' | 'qty' | 'make' | 'shape' | 'leastThicknessMm'>,
): string | null {
  const { make = SOLID } = part;
  if (!(part.length > 0 && part.width > 0 && part.thickness > 0))
    return 'length, width and thickness must be more than 0';
  if (!Number.isInteger(part.qty) || part.qty < 1) return 'how many must be a whole number from 1';
  if (make.kind === 'panel') {
    if (!(make.leastStripMm > 0)) return 'the narrowest strip must be more than 0';
    if (make.widestStripMm < make.leastStripMm)
      return 'the widest strip must be at least as wide as the least';
  }
  if (make.kind === 'laminated' && (!Number.isInteger(make.layers) || make.layers < 2))
    return 'a laminated part has 2 layers or more';
  if (part.shape?.kind === 'taper' && !(part.shape.farWidthMm > 0 && part.shape.farWidthMm <= part.width)) {
    return 'the narrow end must be more than 0 and no wider than the part';
  }
  if (
    part.leastThicknessMm !== undefined &&
    !(part.leastThicknessMm > 0 && part.leastThicknessMm <= part.thickness)
  ) {
    return 'the least thickness must be more than 0 and no more than the thickness';
  }
  return null;
}
