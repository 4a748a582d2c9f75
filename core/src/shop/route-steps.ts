/** What a milling route is made of: deeds, machines, and what is asked and answered. All sizes in mm. */
import type { EdgeState } from '../stock/edges.ts';
import type { Warp } from '../stock/warp.ts';
import type { Machines } from '../yield/machines.ts';
import type { RouteDeed, RouteMachine } from '../yield/thickness/milling.ts';

export {
  ROUTE_DEEDS,
  SCHOOLS_OF_MILLING,
  type MillingSchool,
  type RouteDeed,
  type RouteMachine,
} from '../yield/thickness/milling.ts';

export interface RouteStep {
  readonly do: RouteDeed;
  readonly machine: RouteMachine;
  /** What the stop, fence or table is set to, mm. */
  readonly setting?: number;
  readonly passes?: number;
  /** What comes off without being set: by flattening in thickness, by straightening or jointing in width. */
  readonly takes?: number;
  readonly why: string;
}

export type MetalState = 'cleared' | 'unknown' | 'in' | 'punched';

/** What is to be milled. All mm. */
export interface RoutePiece {
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
  readonly warp: Warp;
  readonly edges: EdgeState;
  readonly metal: MetalState;
  /** How deep the head of punched metal lies. */
  readonly punchDepth?: number;
  /** What has been planed off since it last rested. */
  readonly planedOff?: number;
  /** Sawn in halves to be planed, and not glued yet; its width is still that of the whole. */
  readonly halved?: boolean;
  /** Faces that are planed clean already. */
  readonly cleanFaces?: 0 | 1 | 2;
}

export interface RouteSize {
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
}

/** What the shop has; what it has not is null. All mm. */
export interface RouteMachines {
  readonly planerWidth: number | null;
  readonly planerThickest: number | null;
  /** The shortest that may go through the planer. */
  readonly planerLeast: number | null;
  readonly jointerWidth: number | null;
  readonly sawDepth: number | null;
  readonly mitreReach: number | null;
  readonly bandsawHeight: number | null;
  readonly railLength?: number | null;
  readonly routerReach?: number | null;
  readonly kerf?: number;
  readonly cleanUp?: number;
  readonly jointing?: number;
}

export interface Route {
  readonly steps: readonly RouteStep[];
  /** What the piece comes to at most: flattened, straightened, trimmed of nothing. */
  readonly left: RouteSize;
  /** Why it can’t be done, in words; absent where it can. The steps are those up to there. */
  readonly blocked?: string;
}

/** The machines of a shop, as a route asks for them. */
export const routeMachines = (machines: Machines, kerfMm: number): RouteMachines => ({
  planerWidth: machines.planerWidthMm,
  planerThickest: machines.planerMostThicknessMm,
  planerLeast: machines.planerLeastLengthMm,
  jointerWidth: machines.jointerWidthMm,
  sawDepth: machines.sawDepthMm,
  mitreReach: machines.mitreReachMm,
  bandsawHeight: machines.bandsawHeightMm,
  railLength: machines.railLengthMm,
  routerReach: machines.routerReachMm,
  kerf: kerfMm,
  cleanUp: machines.cleanUpMm,
  jointing: machines.jointingMm,
});
