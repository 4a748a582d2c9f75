/** What a milling route is made of: deeds, machines, and what is asked and answered. All sizes in mm. */
import type { EdgeState } from '../stock/edges.ts';
import type { Warp } from '../stock/warp.ts';
import type { Machines } from '../yield/machines.ts';

export const ROUTE_DEEDS = [
  'pull',
  'scan',
  'rough-crosscut',
  'rough-rip',
  'flatten',
  'straighten',
  'thickness',
  'rip',
  'rest',
  'crosscut',
  'halve',
  'glue',
  'scan-again',
] as const;
export type RouteDeed = (typeof ROUTE_DEEDS)[number];

export const SCHOOLS_OF_MILLING = ['jointer', 'planer', 'hand'] as const;
export type MillingSchool = (typeof SCHOOLS_OF_MILLING)[number];

export type RouteMachine =
  | 'bench'
  | 'detector'
  | 'mitre-saw'
  | 'table-saw'
  | 'bandsaw'
  | 'handsaw'
  | 'jigsaw'
  | 'guided-saw'
  | 'jointer'
  | 'planer'
  | 'sled'
  | 'router'
  | 'hand-plane'
  | 'clamps';

export interface RouteStep {
  readonly do: RouteDeed;
  readonly machine: RouteMachine;
  /** What the stop, fence or table is set to, mm. */
  readonly setting?: number;
  readonly passes?: number;
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
