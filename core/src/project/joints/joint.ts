/**
 * Joints are things of a project: which parts meet, how, and with what sizes. Sizes are proposed by rule from the parts and
 * follow them; what the maker changed stands in the joint. A joint lengthens parts, asks for tools and hardware, and is
 * checked. Lengths mm, angles in degrees.
 */
import type { Part, PartId } from '../project.ts';

type JointId = string & { readonly brand?: 'JointId' };

export const JOINT_KINDS = [
  'mortise',
  'draw-bore',
  'through-wedge',
  'loose-tenon',
  'bridle',
  'breadboard',
  'dowel',
  'biscuit',
  'housing',
  'rabbet',
  'mitre',
  'screw',
  'pocket-screw',
  'bolt',
  'insert',
  'bracket',
  'hinge',
  'nail',
] as const;
export type JointKind = (typeof JOINT_KINDS)[number];

/** Where on part A it is made: at both of its ends, at one, or along it. */
export const JOINT_PLACES = ['ends', 'end', 'along'] as const;
export type JointPlace = (typeof JOINT_PLACES)[number];

/** What of part B it goes into: through its thickness, or through its width. */
export const JOINT_INTO = ['face', 'edge'] as const;
export type JointInto = (typeof JOINT_INTO)[number];

export interface Joint {
  readonly id: JointId;
  readonly kind: JointKind;
  /** The part that ends or lies on the other, and the one that it meets. */
  readonly a: PartId;
  readonly b: PartId;
  readonly at: JointPlace;
  readonly into: JointInto;
  /** What the maker made of the proposed sizes. */
  readonly sizes?: Readonly<Record<string, number>>;
  /** The lengths of its parts were given overall, tenons included: nothing is added to them. */
  readonly overall?: boolean;
  /** Whether the grain of both crosses, where the maker knows better than their sizes tell. */
  readonly crossing?: boolean;
  /** Whether someone sits, stands or climbs on it. */
  readonly loaded?: boolean;
  /** Checks that were passed, in the maker’s words. */
  readonly overruled?: Readonly<Record<string, string>>;
}

export type JointSizes = Readonly<Record<string, number>>;

/** A size of a joint. */
export interface JointSize {
  readonly key: string;
  readonly name: string;
  readonly kind: 'length' | 'count' | 'angle' | 'yes-no';
  readonly least: number;
  readonly most: number;
}

export type CheckLevel = 'error' | 'caution' | 'note';

export interface JointCheck {
  readonly id: string;
  readonly level: CheckLevel;
  readonly words: string;
}

/** What a joint asks for: so many of each for one joint. */
export interface JointNeed {
  readonly what: string;
  readonly n: number;
}

/** The wood of both parts as far as joints ask: side hardness, N; null where the species is not known. */
export interface JointWood {
  readonly hardnessA: number | null;
  readonly hardnessB: number | null;
}

/** One joint with its parts and its sizes, as they are proposed and as the maker changed them. */
export interface JointAsked {
  readonly joint: Joint;
  readonly a: Part;
  readonly b: Part;
  readonly sizes: JointSizes;
  /** How deep part B is where part A comes in. */
  readonly depthB: number;
  readonly wood: JointWood;
}

/** What is drawn of a joint, in section: mm, x to the right and y down. */
export interface SectionShape {
  readonly role: 'a' | 'b' | 'tenon' | 'hole' | 'fastener';
  readonly points: readonly (readonly [x: number, y: number])[];
}

export interface JointKindFacts {
  readonly name: string;
  readonly about: string;
  readonly at: JointPlace;
  readonly into: JointInto;
  readonly glued: boolean;
  readonly sizes: readonly JointSize[];
  readonly propose: (asked: Omit<JointAsked, 'sizes'>) => JointSizes;
  /** What it adds to the length of part A at each end, and to part B. */
  readonly adds?: (asked: JointAsked) => { readonly a?: number; readonly b?: number };
  /** Across how much of part A’s width wood is held. */
  readonly held: (asked: JointAsked) => number;
  readonly needs: (asked: JointAsked) => readonly JointNeed[];
  readonly tools: readonly string[];
  readonly checks: (asked: JointAsked) => readonly JointCheck[];
  readonly section: (asked: JointAsked) => readonly SectionShape[];
}

export const length = (key: string, name: string, most = 500): JointSize => ({
  key,
  name,
  kind: 'length',
  least: 0,
  most,
});
export const count = (key: string, name: string, most = 60): JointSize => ({
  key,
  name,
  kind: 'count',
  least: 1,
  most,
});

export const depthOfB = ({ into }: Pick<Joint, 'into'>, b: Pick<Part, 'width' | 'thickness'>): number =>
  into === 'face' ? b.thickness : b.width;

/** The size of a list that is nearest and not above. */
export function notAbove(sizes: readonly number[], most: number): number {
  return sizes.filter((size) => size <= most + 1e-9).pop() ?? (sizes[0] as number);
}

export const of = (sizes: JointSizes, key: string): number => sizes[key] ?? 0;

/** At least so much is left under a blind hole or mortise, mm. */
export const LEFT_MM = 3;

/** Fault of a blind hole. */
export function leftUnder(depthB: number, hole: number, what = 'the mortise'): JointCheck[] {
  const left = depthB - hole;
  if (left >= LEFT_MM - 1e-9) return [];
  return [
    {
      id: 'depth-left',
      level: 'error',
      words:
        left <= 0
          ? `${what} comes out on the far side: ${mm(hole)} deep into ${mm(depthB)}`
          : `${what} leaves ${mm(left)}, at least ${LEFT_MM} mm are asked for: set a depth stop at ${mm(depthB - LEFT_MM)}`,
    },
  ];
}

export const mm = (value: number): string => `${Math.round(value * 10) / 10} mm`;

/** A rectangle as a shape. */
export const box = (
  role: SectionShape['role'],
  x: number,
  y: number,
  width: number,
  height: number,
): SectionShape => ({
  role,
  points: [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ],
});

/** So much of a part is drawn beside its joint. */
const SHOWN_MM = 90;

/** Part A coming from the left into part B, in section through the thickness of A. */
export function endOn({ a, depthB }: JointAsked, beyond = 30): SectionShape[] {
  return [
    box('b', 0, -beyond, depthB, a.thickness + 2 * beyond),
    box('a', -SHOWN_MM, 0, SHOWN_MM, a.thickness),
  ];
}

/** Part A lying on part B. */
export function lyingOn({ a, depthB }: JointAsked): SectionShape[] {
  return [box('b', 0, a.thickness, 120, depthB), box('a', 0, 0, 120, a.thickness)];
}
