/**
 * The shop's machines, or its hands: what they can take, and what they take off. All in mm; all may be changed, and a
 * machine that is not there is `null`.
 */
export interface Machines {
  /** A shop that flattens and thicknesses by hand plane: the limits of machines do not bind it. */
  readonly handTools: boolean;
  readonly planerWidthMm: number | null;
  /** The thickest and the thinnest that may go through the planer. */
  readonly planerMostThicknessMm: number;
  readonly planerLeastThicknessMm: number;
  /** Shorter pieces are unsafe in the planer: they tip between its rollers. */
  readonly planerLeastLengthMm: number;
  readonly jointerWidthMm: number | null;
  /** The deepest cut of the table saw. */
  readonly sawDepthMm: number | null;
  /** The widest board that the mitre saw crosscuts in one go. */
  readonly mitreReachMm: number | null;
  readonly bandsawHeightMm: number | null;
  /** How far a router bit reaches along an edge; a shop with a router also has a sled to flatten with. */
  readonly routerReachMm: number | null;
  /** The longest cut of a guided saw on its rail. */
  readonly railLengthMm: number | null;
  /** Planing clean, per face, once it is flat. */
  readonly cleanUpMm: number;
  /** Straightening for a joint, per edge. */
  readonly jointingMm: number;
}

/** Starting points: a bench-top planer and jointer of the common size, a table saw, half a millimetre to clean a face. */
export const DEFAULT_MACHINES: Machines = {
  handTools: false,
  planerWidthMm: 310,
  planerMostThicknessMm: 150,
  planerLeastThicknessMm: 6,
  planerLeastLengthMm: 300,
  jointerWidthMm: 155,
  sawDepthMm: 75,
  mitreReachMm: 300,
  bandsawHeightMm: 150,
  routerReachMm: 25,
  railLengthMm: null,
  cleanUpMm: 0.5,
  jointingMm: 1,
};

/** A shop without machines: saws, planes and a shooting board. */
export const HAND_TOOL_SHOP: Machines = {
  ...DEFAULT_MACHINES,
  handTools: true,
  planerWidthMm: null,
  jointerWidthMm: null,
  sawDepthMm: null,
  mitreReachMm: null,
  bandsawHeightMm: null,
  routerReachMm: null,
  railLengthMm: null,
  cleanUpMm: 0.7,
};

/** A size that goes over the machines, mm. */
export interface MillSize {
  readonly length: number;
  readonly width: number;
  /** As it goes in, before anything is taken off. */
  readonly thickness: number;
  /** As it comes out. */
  readonly finished: number;
}

export type MachineLimit =
  | 'no-planer'
  | 'planer-width'
  | 'planer-thick'
  | 'planer-thin'
  | 'planer-short'
  | 'no-jointer'
  | 'jointer-width';

const LIMIT_TEXT: Readonly<Record<MachineLimit, string>> = {
  'no-planer': 'no planer: a sled, or a plane',
  'planer-width': 'too wide for the planer',
  'planer-thick': 'too thick for the planer',
  'planer-thin': 'too thin for the planer: use a carrier board, or a plane',
  'planer-short': 'too short to be safe in the planer: mill two as one blank',
  'no-jointer': 'no jointer: a sled, or a plane',
  'jointer-width': 'wider than the jointer: a sled, or a plane',
};

/** Limits in a few words, those that are alike together: “too wide for planer and jointer”. */
export function limitsInWords(limits: readonly MachineLimit[]): string {
  const planer = limits.includes('planer-width');
  const jointer = limits.includes('jointer-width');
  const wide =
    planer && jointer ? 'too wide for planer and jointer' : planer ? 'too wide for the planer' : '';
  const others = limits.filter((limit) => limit !== 'planer-width' && !(planer && limit === 'jointer-width'));
  return [wide, ...others.map((limit) => LIMIT_TEXT[limit])].filter(Boolean).join('; ');
}

/** The limits that a size exceeds; a hand-tool shop has none. */
export function limitsExceeded(size: MillSize, machines: Machines): MachineLimit[] {
  if (machines.handTools) return [];
  const found: MachineLimit[] = [];
  if (machines.planerWidthMm === null) found.push('no-planer');
  else {
    if (size.width > machines.planerWidthMm) found.push('planer-width');
    if (size.thickness > machines.planerMostThicknessMm) found.push('planer-thick');
    if (size.finished < machines.planerLeastThicknessMm) found.push('planer-thin');
    if (size.length < machines.planerLeastLengthMm) found.push('planer-short');
  }
  if (machines.jointerWidthMm === null) found.push('no-jointer');
  else if (size.width > machines.jointerWidthMm) found.push('jointer-width');
  return found;
}

/** Where cuts from both faces meet, they must overlap by so much, mm. */
const MEETING_MM = 3;

/**
 * Passes of a saw `depthMm` deep through `thicknessMm`: 1; 2 where cuts from opposite faces meet, lines carried round;
 * null where they don't.
 */
export function sawPasses(thicknessMm: number, depthMm: number): 1 | 2 | null {
  if (thicknessMm <= depthMm) return 1;
  return thicknessMm <= 2 * depthMm - MEETING_MM ? 2 : null;
}

/** How a cut is made: in one go, from both faces, the board turned over, on the bandsaw, or by hand. */
export type SawWay = 'through' | 'both-faces' | 'turned-over' | 'bandsaw' | 'hand';

/** How a board so thick is ripped in this shop, the plainest way first; null where it can't be. */
export function ripWay(thicknessMm: number, machines: Machines): SawWay | null {
  const { sawDepthMm, bandsawHeightMm, handTools } = machines;
  const passes = sawDepthMm === null ? null : sawPasses(thicknessMm, sawDepthMm);
  if (passes === 1) return 'through';
  if (bandsawHeightMm !== null && thicknessMm <= bandsawHeightMm) return 'bandsaw';
  if (passes === 2) return 'both-faces';
  return handTools ? 'hand' : null;
}

/** How a board so wide and thick is crosscut in this shop; null where it can't be. */
export function crosscutWay(widthMm: number, thicknessMm: number, machines: Machines): SawWay | null {
  const { mitreReachMm, sawDepthMm, bandsawHeightMm, handTools } = machines;
  if (mitreReachMm !== null && widthMm <= mitreReachMm && thicknessMm <= mitreReachMm / 3) return 'through';
  const passes = sawDepthMm === null ? null : sawPasses(thicknessMm, sawDepthMm);
  if (passes === 1) return 'through';
  if (mitreReachMm !== null && widthMm <= 2 * mitreReachMm && thicknessMm <= mitreReachMm / 3)
    return 'turned-over';
  if (passes === 2) return 'both-faces';
  if (bandsawHeightMm !== null && thicknessMm <= bandsawHeightMm) return 'bandsaw';
  return handTools ? 'hand' : null;
}

/** Whether the shop has a way to saw a board of this section at all. */
export const canSaw = (widthMm: number, thicknessMm: number, machines: Machines): boolean =>
  ripWay(thicknessMm, machines) !== null && crosscutWay(widthMm, thicknessMm, machines) !== null;

/** How a face so wide and long is flattened. */
export type FlattenWay = 'planer' | 'sled' | 'hand';

/** How a part of this size is made flat in this shop; null where there is nothing to do it with. */
export function flattenWay(size: { readonly width: number }, machines: Machines): FlattenWay | null {
  if (machines.handTools) return 'hand';
  if (machines.planerWidthMm !== null && size.width <= machines.planerWidthMm) return 'planer';
  return machines.routerReachMm === null ? null : 'sled';
}

/** How a crooked or natural edge is made straight before it may meet a fence. */
export type StraightenWay = 'jointer' | 'rail' | 'batten' | 'router' | 'plane';

export const STRAIGHTEN_TEXT: Readonly<Record<StraightenWay, string>> = {
  jointer: 'on the jointer, hollow edge down, until it runs clean over the whole length',
  rail: 'with the guided saw on its rail, clamped along the line',
  batten:
    'on the saw with a straight batten screwed on, or on a sled, so that the batten runs along the fence',
  router: 'with the router along a clamped straight edge, a little at a time',
  plane: 'with a long hand plane, checked with a straight edge',
};

/** The ways in which this shop straightens an edge `lengthMm` long, the safest first; never none: a plane does it. */
export function straightenWays(lengthMm: number, thicknessMm: number, machines: Machines): StraightenWay[] {
  if (machines.handTools) return ['plane'];
  const ways: StraightenWay[] = [];
  if (machines.jointerWidthMm !== null) ways.push('jointer');
  if (machines.railLengthMm !== null && lengthMm <= machines.railLengthMm) ways.push('rail');
  if (ripWay(thicknessMm, machines) === 'through' && machines.sawDepthMm !== null) ways.push('batten');
  if (machines.routerReachMm !== null && thicknessMm <= machines.routerReachMm) ways.push('router');
  return ways.length > 0 ? ways : ['plane'];
}
