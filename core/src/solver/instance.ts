import type { Rect } from '../geometry/rectangle.ts';
import { SAME_COST, TOUCH } from './tolerances.ts';

/** The matching problem: boards, parts and how the shop cuts. Lengths in mm, x along the grain. */
export interface MatchInstance {
  readonly kerf: number;
  /** Width lost in each glue joint of a panel. */
  readonly jointAllowance: number;
  readonly offcut: OffcutRule;
  readonly boards: readonly MatchBoard[];
  readonly parts: readonly MatchPart[];
  /** Places the maker has fixed: they stay, and what else the board gives is laid around them. */
  readonly locks?: readonly Placement[];
  /** Added to what counts against a plan, in value, for each board touched. */
  readonly perBoard?: number;
}

/** A leftover at least this large and free of what its grade rejects goes back on the rack, credited at `credit` of its worth. */
export interface OffcutRule {
  readonly minLength: number;
  readonly minWidth: number;
  readonly credit: number;
  /** What may lie in it: what this grade accepts; nothing at all where it is not named. */
  readonly grade?: string;
}

export const DEFAULT_OFFCUT: OffcutRule = { minLength: 300, minWidth: 50, credit: 0.7 };

export interface MatchBoard {
  readonly id: string;
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
  readonly species: string;
  /** Worth per m² of face. */
  readonly value: number;
  /** What each grade does not accept. A grade that is not named here can't be cut from the board. */
  readonly blocked: Readonly<Record<string, readonly Rect[]>>;
  /** Thickness that comes out for a part at the size it is cut at, by part; as found where it is not named. */
  readonly yields?: Readonly<Record<string, number>>;
  /** Where no saw may run: metal that stays in the wood. Placements may lie over it, cuts may not. */
  readonly noSaw?: readonly Rect[];
  /** How little the maker likes a part to come from this board, in value for each copy or strip, by part. */
  readonly reluctance?: Readonly<Record<string, number>>;
  /** What it is like, for parts whose pieces should be alike: 1 apart in any direction is quite different. */
  readonly trait?: readonly number[];
}

/** The grade that asks for no finding at all. */
const CLEAR_GRADE = 'clear';

/** The grade that an offcut must be. */
export const offcutGrade = (rule: OffcutRule): string => rule.grade ?? CLEAR_GRADE;

export interface MatchPart {
  readonly id: string;
  /** `laminated`: each copy is glued up from `layers` of this size, which may come from any boards. */
  readonly type: 'solid' | 'panel' | 'laminated';
  readonly layers?: number;
  /**
   * Rectangles within the part’s size that cover its true shape: only they must be clear. A finding beside
   * a round top is no finding.
   */
  readonly shape?: readonly Rect[];
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
  readonly qty: number;
  readonly grade: string;
  readonly species: 'any' | readonly string[];
  /** What counts, in value, for each of its pieces (copies or strips) that is quite unlike the others. */
  readonly alike?: number;
  /** What counts, in value, for each board beyond the first that the pieces of it (of a panel: of one copy) come from. */
  readonly together?: number;
  /** A panel's strips are at least and at most so wide. */
  readonly minStrip?: number;
  readonly maxStrip?: number;
}

export const OFFCUT_ID = 'offcut';

/** Where a part (or one strip of a panel, or an offcut) is cut from a board. */
export interface Placement extends Rect {
  readonly boardId: string;
  readonly partId: string;
  /** Which copy of the part, from 0; it groups the strips of a panel. Offcuts are numbered as well. */
  readonly unit: number;
}

interface Missing {
  readonly id: string;
  /** Copies not placed. */
  readonly short: number;
}

/**
 * `optimal`: all placed, and proven that nothing can spend less. `feasible`: all placed. `short`: not
 * all placed. `stopped`: not all placed, and the search was cut off before it had tried every part.
 */
type PlanStatus = 'optimal' | 'feasible' | 'short' | 'stopped';

export interface MatchPlan {
  readonly placements: readonly Placement[];
  /** Share of the demanded part area that is placed, 0…1. */
  readonly coverage: number;
  /** Σ over touched boards of value × (area − credit × area of declared offcuts), areas in m². */
  readonly consumed: number;
  /** What counts against the plan with the maker’s wishes weighed in, where there are any. */
  readonly weighed?: number;
  /** Boards touched. */
  readonly boards: number;
  /** What no full plan can spend less than, or null where nothing is known. */
  readonly bound: number | null;
  readonly boundProven: boolean;
  /** With wishes weighed in: what no full plan can count less than, where that is proven. */
  readonly weighedBound?: number;
  /** With wishes weighed in: by how much it spends more than a plan without them that was found beside it. */
  readonly overLeast?: number;
  /** What the best plan in fractions of boards would spend: an estimate of the best, no proof. */
  readonly estimate?: number | null;
  readonly status: PlanStatus;
  readonly missing: readonly Missing[];
}

/** Pieces that are cut for one copy of a solid or laminated part. */
export const layersOf = (part: MatchPart): number => (part.type === 'laminated' ? (part.layers ?? 2) : 1);

/** Demanded area in mm²: what coverage is measured by. */
export const demandedAreaMm2 = (parts: readonly MatchPart[]): number =>
  parts.reduce((sum, part) => sum + part.length * part.width * part.qty, 0);

/** Whether a board's species and thickness will do for a part. */
export function boardSuits(board: MatchBoard, part: MatchPart): boolean {
  return (
    (board.yields?.[part.id] ?? board.thickness) >= part.thickness - TOUCH &&
    (part.species === 'any' || part.species.includes(board.species)) &&
    board.blocked[part.grade] !== undefined
  );
}

/** Whether `plan` covers more than `other`, or as much with less that counts against it. */
export function isBetterPlan(plan: MatchPlan, other: MatchPlan | null): boolean {
  if (other === null) return true;
  if (Math.abs(plan.coverage - other.coverage) > SAME_COST) return plan.coverage > other.coverage;
  const [one, two] = [plan.weighed ?? plan.consumed, other.weighed ?? other.consumed];
  if (Math.abs(one - two) > SAME_COST) return one < two;
  return plan.boards < other.boards;
}

/** What a plan says no other can count less than; 0 where it says nothing. */
export const provenBy = (plan: MatchPlan): number =>
  plan.weighedBound ?? (plan.boundProven ? (plan.bound ?? 0) : 0);

/** The least width that a part is cut at: its own, or that of one strip of a panel. */
export const leastWidth = (part: MatchPart): number =>
  part.type === 'panel' ? (part.minStrip ?? 1) : part.width;
