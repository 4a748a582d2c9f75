import type { Rect } from '../geometry/rectangle.ts';

/** What may be found in a piece. A new kind does not compile until every grade has answered for it. */
export const FINDING_KINDS = [
  'metal',
  'nail-hole',
  'knot',
  'loose-knot',
  'rot',
  'insect',
  'live-insect',
  'stain',
  'mould',
  'check',
  'split',
  'shake',
  'crumble',
  'wane',
  'hole',
  'notch',
  'groove',
  'tongue',
  'wear',
  'burn',
  'old-finish',
  'weathering',
  'tool-marks',
  'veneer-lift',
] as const;

export type FindingKind = (typeof FINDING_KINDS)[number];

/** Findings that only show: they lie on the surface and take no strength. All others are defects. */
const MARK_KINDS: ReadonlySet<FindingKind> = new Set<FindingKind>([
  'stain',
  'wear',
  'burn',
  'old-finish',
  'weathering',
  'tool-marks',
]);

/** Whether a kind of finding is a mark, which only shows, and not a defect, which harms. */
export const isMarkKind = (kind: FindingKind): boolean => MARK_KINDS.has(kind);

/**
 * Where a finding shows: on a face, on both because it goes through, on one of the edges (upper and lower as
 * drawn on face A) or on one of the ends.
 */
export const FINDING_FACES = ['A', 'B', 'through', 'upper', 'lower', 'near', 'far'] as const;
export type FindingFace = (typeof FINDING_FACES)[number];

export const FACE_NAMES: Readonly<Record<FindingFace, string>> = {
  A: 'face A',
  B: 'face B',
  through: 'through',
  upper: 'upper edge',
  lower: 'lower edge',
  near: 'near end',
  far: 'far end',
};

/** What is done with a finding where the maker, not the grade, decides. */
export const FATES = ['cut', 'keep', 'fill', 'stabilise'] as const;
export type Fate = (typeof FATES)[number];

export const FATE_NAMES: Readonly<Record<Fate, string>> = {
  cut: 'cut out',
  keep: 'keep',
  fill: 'fill',
  stabilise: 'stabilise',
};

/**
 * The colour of a stain, which tells where it comes from: iron turns tannin-rich wood blue-black; rust, lees and
 * water leave other marks, and no nail need lie below them.
 */
export const STAIN_COLOURS = ['blue-black', 'rust-brown', 'lees', 'water'] as const;
export type StainColour = (typeof STAIN_COLOURS)[number];

export const STAIN_COLOUR_NAMES: Readonly<Record<StainColour, string>> = {
  'blue-black': 'blue-black, as from iron',
  'rust-brown': 'rust-brown',
  lees: 'lees or wine',
  water: 'water, grey or pale',
};

/** What has been done about metal: pulled, or punched deep since it would not come. */
export type Fix = 'pulled' | 'punched';

export type FindingId = string & { readonly brand?: 'FindingId' };

/**
 * One thing found in a piece. Its place is in the piece's own coordinates as seen on face A, whichever
 * face it shows on: x from the near end along the grain, y across from the edge drawn uppermost. What shows
 * on an edge or an end reaches into the piece from there: its width (on an end, its length) says how far.
 */
export interface Finding extends Rect {
  readonly id: FindingId;
  readonly kind: FindingKind;
  readonly face: FindingFace;
  /** How deep it goes into the face it shows on, mm; absent when nobody has measured. Of punched metal: to its head. */
  readonly depth?: number;
  /** Of an old finish: shown to hold no lead, by a test or by its age. */
  readonly leadFree?: true;
  /** Of a stain: its colour, where somebody has looked. */
  readonly colour?: StainColour;
  readonly note?: string;
  /** Of metal: what has been done about it; absent while it is in. */
  readonly fix?: Fix;
  /** What the maker has decided; absent where the grade of the part decides. */
  readonly fate?: Fate;
  /** Findings laid in one row share it, so that they can be moved, mended or deleted together. */
  readonly row?: string;
}

export interface FindingKindFacts {
  readonly name: string;
  /** The letter that drops one under the cursor rule. */
  readonly key: string;
  /** What is usual for one, mm, as it lands before anybody stretches it. */
  readonly length: number;
  readonly width: number;
  readonly face: FindingFace;
  readonly about: string;
}

type Facts = readonly [
  name: string,
  key: string,
  length: number,
  width: number,
  face: FindingFace,
  about: string,
];

const FACTS: Readonly<Record<FindingKind, Facts>> = {
  metal: ['metal', 'N', 10, 10, 'A', 'nail, screw, staple, pin, bolt or broken shank still in'],
  'nail-hole': ['nail hole', 'O', 6, 6, 'through', 'the hole left when metal has been pulled'],
  knot: ['knot', 'K', 30, 25, 'through', 'sound and tight'],
  'loose-knot': ['loose knot', 'L', 30, 25, 'through', 'moves, or has a dark ring round it'],
  rot: ['rot', 'D', 150, 60, 'through', 'decay: soft, brown or white'],
  insect: ['insect holes', 'I', 60, 40, 'A', 'old holes without fresh dust'],
  'live-insect': ['live insects', 'V', 60, 40, 'A', 'fresh dust: keep it away from the rack'],
  stain: ['stain', 'T', 100, 60, 'A', 'discoloured but sound'],
  mould: ['mould', 'M', 150, 80, 'A', 'on the surface'],
  check: ['end check', 'C', 80, 4, 'through', 'a crack that runs in from the end'],
  split: ['split', 'S', 120, 4, 'through', 'a crack right through along the grain'],
  shake: ['shake', 'A', 150, 6, 'through', 'rings that have come apart'],
  crumble: ['crumbling end', 'X', 60, 60, 'through', 'end grain that breaks off when knocked'],
  wane: ['wane', 'W', 300, 20, 'A', 'bark or missing wood along an edge'],
  hole: ['hole', 'H', 20, 20, 'through', 'drilled, or for a bolt'],
  notch: ['notch', 'J', 60, 40, 'through', 'notch, mortise or cut-out'],
  groove: ['groove', 'G', 400, 8, 'A', 'groove or rebate along the piece'],
  tongue: ['tongue', 'Z', 400, 6, 'lower', 'tongue of a board that was joined to the next'],
  wear: ['wear', 'E', 200, 80, 'A', 'worn, dished or scratched'],
  burn: ['burn', 'B', 60, 60, 'A', 'burn or heat mark'],
  'old-finish': ['old finish', 'F', 400, 100, 'A', 'paint, varnish or wax'],
  weathering: ['weathering', '-', 400, 100, 'A', 'grey, furrowed surface of years outdoors'],
  'tool-marks': ['tool marks', "'", 200, 100, 'A', 'saw, adze or planer marks'],
  'veneer-lift': ['lifting veneer', 'Y', 80, 60, 'A', 'veneer loose or missing'],
};

/** Name, key and usual size of a kind of finding. */
export function findingKindFacts(kind: FindingKind): FindingKindFacts {
  const [name, key, length, width, face, about] = FACTS[kind];
  return { name, key, length, width, face, about };
}

/** The kind that the letter `key` drops, or undefined. */
export function findingKindByKey(key: string): FindingKind | undefined {
  return FINDING_KINDS.find((kind) => FACTS[kind][1] === key.toUpperCase());
}

/** Pulled metal has left a hole; any other finding is what it is. */
export const effectiveKind = (finding: Pick<Finding, 'kind' | 'fix'>): FindingKind =>
  finding.kind === 'metal' && finding.fix === 'pulled' ? 'nail-hole' : finding.kind;

/** Whether there is metal to fear: recorded, and not pulled. */
export const isMetalIn = (finding: Pick<Finding, 'kind' | 'fix'>): boolean =>
  finding.kind === 'metal' && finding.fix !== 'pulled';

/** Whether metal was punched below the surface because it would not come: it stays in the wood. */
export const isPunched = (finding: Pick<Finding, 'kind' | 'fix'>): boolean =>
  finding.kind === 'metal' && finding.fix === 'punched';

/** Above the head of punched metal so much wood must stay, mm. */
export const OVER_PUNCHED_MM = 3;

/**
 * How far a face may be planed over punched metal, mm: to its head less {@link OVER_PUNCHED_MM}; nothing where nobody
 * has measured how deep it was driven.
 */
export const planingOverPunchedMm = (finding: Pick<Finding, 'depth'>): number =>
  Math.max(0, (finding.depth ?? 0) - OVER_PUNCHED_MM);

/** Marks of the skin alone, and how deep each usually goes, mm: they cost thickness, not area. */
const SKIN_MARK_MM: Readonly<Partial<Record<FindingKind, number>>> = {
  'old-finish': 0.2,
  weathering: 1.5,
  'tool-marks': 1,
};

/** Whether a finding is a mark of the skin of one face: planing that face takes it off. */
export const isSkinMark = ({ kind, face }: Pick<Finding, 'kind' | 'face'>): boolean =>
  SKIN_MARK_MM[kind] !== undefined && (face === 'A' || face === 'B');

/** How deep a finding goes, mm: as measured, else as is usual for a mark of the skin; undefined where nobody knows. */
export const depthOf = ({ depth, kind }: Pick<Finding, 'depth' | 'kind'>): number | undefined =>
  depth ?? SKIN_MARK_MM[kind];

/** Whether a finding shows on `face`. */
export const showsOn = (finding: Finding, face: 'A' | 'B'): boolean =>
  finding.face === 'through' || finding.face === face;

/** The finding moved and shrunk, if need be, so that it lies on a piece `length` × `width`. */
export function keepOnPiece<T extends Rect>(finding: T, length: number, width: number): T {
  const ownLength = Math.min(Math.max(1, finding.length), length);
  const ownWidth = Math.min(Math.max(1, finding.width), width);
  return {
    ...finding,
    x: told(Math.min(Math.max(0, finding.x), length - ownLength)),
    y: told(Math.min(Math.max(0, finding.y), width - ownWidth)),
    length: ownLength,
    width: ownWidth,
  };
}

/** Lengths are told to a millionth of a mm, so that what is written down reads back the same. */
const told = (mm: number): number => Math.round(mm * 1e6) / 1e6;
