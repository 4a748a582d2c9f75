/** The shop's machines, or its hands: what they can take, and what they take off. All in mm; all may be changed. */
export interface Machines {
  /** A shop that flattens and thicknesses by hand plane: the limits of machines do not bind it. */
  readonly handTools: boolean;
  readonly planerWidthMm: number;
  /** The thickest and the thinnest that may go through the planer. */
  readonly planerMostThicknessMm: number;
  readonly planerLeastThicknessMm: number;
  /** Shorter pieces are unsafe in the planer: they tip between its rollers. */
  readonly planerLeastLengthMm: number;
  readonly jointerWidthMm: number;
  /** Planing clean, per face, once it is flat. */
  readonly cleanUpMm: number;
  /** Straightening for a joint, per edge. */
  readonly jointingMm: number;
}

/** Starting points: a bench-top planer and jointer of the common size, half a millimetre to clean a face. */
export const DEFAULT_MACHINES: Machines = {
  handTools: false,
  planerWidthMm: 310,
  planerMostThicknessMm: 150,
  planerLeastThicknessMm: 6,
  planerLeastLengthMm: 300,
  jointerWidthMm: 155,
  cleanUpMm: 0.5,
  jointingMm: 1,
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

export type MachineLimit = 'planer-width' | 'planer-thick' | 'planer-thin' | 'planer-short' | 'jointer-width';

export const LIMIT_TEXT: Readonly<Record<MachineLimit, string>> = {
  'planer-width': 'too wide for the planer',
  'planer-thick': 'too thick for the planer',
  'planer-thin': 'too thin for the planer: use a carrier board, or a plane',
  'planer-short': 'too short to be safe in the planer: mill two as one blank',
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
  if (size.width > machines.planerWidthMm) found.push('planer-width');
  if (size.thickness > machines.planerMostThicknessMm) found.push('planer-thick');
  if (size.finished < machines.planerLeastThicknessMm) found.push('planer-thin');
  if (size.length < machines.planerLeastLengthMm) found.push('planer-short');
  if (size.width > machines.jointerWidthMm) found.push('jointer-width');
  return found;
}
