/** A step on the shop floor: computed from plans, wood and what was done, and stored nowhere. */
import type { AssemblyStep } from '../project/joints/assembly.ts';
import type { PieceId, ProjectId } from '../stock/piece.ts';
import type { RouteDeed, RouteMachine } from '../yield/thickness/milling.ts';
import type { EntryId } from './entry.ts';
import type { RouteSize } from './route-steps.ts';

export interface ShopStep {
  readonly id: string;
  readonly projectIds: readonly ProjectId[];
  /** Absent for a step of the maker’s own, which has words. */
  readonly do?: RouteDeed;
  readonly words?: string;
  /** Null where nothing in the shop does it. */
  readonly machine: RouteMachine | null;
  readonly setting?: number;
  readonly passes?: number;
  /** A cut too deep or too wide for one pass is two steps: all at their first side, then all turned over. */
  readonly side?: CutSide;
  readonly takes?: number;
  /** A blank is cut apart into so many of its setting. */
  readonly apart?: number;
  readonly why: string;
  /** What is wrong with it, after changes of the route. */
  readonly fault?: string;
  readonly needs: readonly string[];
  /** The board or the part. */
  readonly pieceId: PieceId | null;
  readonly part: StepPart | null;
  /** What is called out: a tag, or a letter with a tag. */
  readonly name: string;
  /** For a cut of a board: which workpiece lies on the saw. */
  readonly workpiece?: string;
  /** What lies there, mm: for drawing it and for its minutes. */
  readonly size: RouteSize;
  /** The first day on which it may be done, where something has to rest first (ISO). */
  readonly notBefore?: string;
  /** When glue sets it free, ms since 1970; null while its clock stands still or it is too cold. */
  readonly freeAt?: number | null;
  /** What waits: the entry with its clock. */
  readonly waitsFor?: EntryId;
  /** Of the assembly of a project: what goes together. */
  readonly assembly?: AssemblyStep;
  /** Of a glue-up: what is glued at once, by key. */
  readonly glues?: readonly (readonly string[])[];
}

export type CutSide = 'first' | 'turned';

export interface StepPart {
  readonly key: string;
  readonly letter: string;
  readonly projectId: ProjectId;
  readonly partId: string;
  readonly unit: number;
  /** The part in hand; null while it is still in its board. */
  readonly handId: string | null;
  readonly from: string;
}
