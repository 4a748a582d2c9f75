/**
 * In which order a thing goes together: dry fit with all hardware, apart, what is sanded or finished before it is closed,
 * then the joints, frames before what lies on them and hardware last, each glue-up as large as the open time allows.
 * minutes, mm, kg.
 */
import { outerSize } from '../limits.ts';
import type { Design } from '../designs/design.ts';
import type { Part, PartId, Project } from '../project.ts';
import { JOINT_FACTS, jointAsked, timesMade } from './joint-facts.ts';
import type { Joint, JointAsked, JointKind } from './joint.ts';

type AssemblyKind = 'dry-fit' | 'prepare' | 'join' | 'hardware';

export interface AssemblyStep {
  /** Stays the same when sizes change: of the kind and its joint. */
  readonly id: string;
  readonly kind: AssemblyKind;
  readonly jointId?: string;
  readonly title: string;
  readonly parts: readonly PartId[];
  /** So many joints, and glue-ups that they are closed in. */
  readonly joints: number;
  readonly glueUps: number;
  readonly glued: boolean;
  /** Clamps for one of its glue-ups, and how far they have to open, mm; none where nothing is clamped. */
  readonly clamps: { readonly n: number; readonly openingMm: number } | null;
  readonly people: 1 | 2;
  readonly inRoom: boolean;
  /** What is checked before the clamps are turned tight, and what to mind. */
  readonly notes: readonly string[];
}

export interface AssemblyRules {
  readonly openMin: number;
  readonly closingMin: number;
  readonly helpers: number;
  /** Minutes to spread and close one joint, one person. */
  readonly jointMin?: number;
  /** Weight of the finished thing, kg; null where it is not known. */
  readonly weightKg: number | null;
  readonly design?: Design | undefined;
  /** Clamps on hand, by how far they open. */
  readonly clamps?: readonly { readonly n: number; readonly openingMm: number }[];
}

/** To glue and close one joint, min. */
const JOINT_MIN = 1.5;
/** What one person lifts alone, kg. */
const ALONE_KG = 25;
/** Longer than this, a part is held by two. */
const LONG_MM = 1800;

const RANK: Readonly<Record<JointKind, number>> = {
  breadboard: 0,
  mitre: 1,
  mortise: 1,
  'draw-bore': 1,
  'loose-tenon': 1,
  bridle: 1,
  dowel: 1,
  housing: 1,
  rabbet: 1,
  biscuit: 1,
  'through-wedge': 2,
  'pocket-screw': 2,
  screw: 3,
  nail: 3,
  bolt: 4,
  insert: 4,
  bracket: 5,
  hinge: 5,
};

/** Frames and boxes have two directions that pull against each other. */
const SQUARED: ReadonlySet<JointKind> = new Set([
  'mortise',
  'draw-bore',
  'loose-tenon',
  'bridle',
  'dowel',
  'housing',
  'rabbet',
  'mitre',
  'pocket-screw',
]);

const isHardware = (kind: JointKind): boolean => RANK[kind] >= 4;

/** The steps of a project’s assembly in order; none without joints. */
export function assemblySteps(
  project: Pick<Project, 'parts' | 'joints' | 'brief' | 'assembly' | 'design'>,
  rules: AssemblyRules,
): AssemblyStep[] {
  const asked = (project.joints ?? []).flatMap((joint) => jointAsked(joint, project.parts) ?? []);
  if (asked.length === 0) return [];
  const ordered = inOrder(asked, project.assembly?.order);
  const parts = [...new Set(ordered.flatMap(({ a, b }) => [a.id, b.id]))];
  const names = new Map(project.parts.map((part) => [part.id, part.name]));
  const { brief } = project;
  const size = rules.design && project.design ? outerSize(rules.design, project.design.sizes) : null;
  const heavy = (rules.weightKg ?? 0) > Math.min(ALONE_KG, brief?.carryKg ?? Infinity);
  const stuck = size !== null && isStuck(size, brief?.doorwayMm);
  const inside = ordered.filter(({ joint }) => isClosed(joint.kind));
  const steps: AssemblyStep[] = [
    step('dry-fit', 'Dry fit, with all hardware', parts, {
      notes: [
        'everything together without glue: square, flat, every joint closes by hand or with one clamp',
        'number the joints, then take it apart',
        ...(isMovedByDoor(brief?.doorwayMm, size) ? ['measure it against the door now'] : []),
      ],
    }),
  ];
  if (inside.length > 0) {
    const closed = [...new Set(inside.flatMap(({ a, b }) => [a, b]))];
    steps.push(
      step(
        'prepare',
        'Sand and finish what will be closed',
        closed.map(({ id }) => id),
        {
          notes: [
            `sand inner faces, frames and slats before they are closed: ${closed.map(({ name }) => name).join(', ')}`,
            'finish keeps glue out: tape the joints, or finish after',
            'both faces alike, or the board cups',
          ],
        },
      ),
    );
  }
  ordered.forEach((one, i) => {
    const last = i === ordered.length - 1 || isHardware(ordered[i + 1]?.joint.kind ?? 'hinge');
    steps.push(joining(one, { names, rules, two: heavy && last, inRoom: stuck && last }));
  });
  return steps;
}

const step = (
  kind: AssemblyKind,
  title: string,
  parts: readonly PartId[],
  more: Partial<AssemblyStep> = {},
): AssemblyStep => ({
  id: kind,
  kind,
  title,
  parts,
  joints: 0,
  glueUps: 0,
  glued: false,
  clamps: null,
  people: 1,
  inRoom: false,
  notes: [],
  ...more,
});

function joining(
  asked: JointAsked,
  {
    names,
    rules,
    two,
    inRoom,
  }: {
    readonly names: ReadonlyMap<PartId, string>;
    readonly rules: AssemblyRules;
    readonly two: boolean;
    readonly inRoom: boolean;
  },
): AssemblyStep {
  const { joint, a, b } = asked;
  const { glued, name } = JOINT_FACTS[joint.kind];
  const joints = timesMade(asked);
  const each = (rules.jointMin ?? JOINT_MIN) / (1 + rules.helpers);
  const atOnce = Math.max(1, Math.floor((rules.openMin - rules.closingMin) / each + 1e-9));
  const glueUps = glued ? Math.ceil(joints / atOnce) : 0;
  const clamps = clampsFor(asked, glueUps === 0 ? 0 : Math.ceil(joints / glueUps));
  const long = [a, b].some((part) => part.length > LONG_MM);
  const kind: AssemblyKind = isHardware(joint.kind) ? 'hardware' : 'join';
  return step(kind, `${names.get(a.id) ?? ''} to ${names.get(b.id) ?? ''}: ${name}`, [a.id, b.id], {
    id: `join ${joint.id}`,
    jointId: joint.id,
    joints,
    glueUps,
    glued,
    clamps,
    people: two || (long && glued) ? 2 : 1,
    inRoom,
    notes: [
      ...(glueUps > 1
        ? [`${joints} joints in ${glueUps} glue-ups of ${atOnce} at most: ${halves(a, joint)}`]
        : []),
      ...(SQUARED.has(joint.kind) && glued
        ? [
            'both diagonals alike before the last turn; two directions of clamps pull against each other: ease one to close the other',
          ]
        : []),
      ...(clamps === null ? [] : [clampNote(clamps, rules.clamps ?? [])]),
      ...(joint.kind === 'mitre'
        ? ['tape over the outside, or glue blocks as wedges for clamps; all corners at once']
        : []),
      ...(joint.kind === 'through-wedge'
        ? ['wedges in dry until everything is square; painted after they fit']
        : []),
      ...(joint.kind === 'screw' ? ['start all screws, then tighten, the last turns by hand'] : []),
      ...(inRoom ? ['it does not go through the door whole: put together in the room'] : []),
      ...(two ? ['heavy: two people'] : []),
    ],
  });
}

/** A clamp’s screw needs so much beside what it presses. */
const SCREW_ROOM_MM = 20;

/** A part with joints at both ends is drawn up by one clamp along it; what is joined along its length by one every 300 mm. */
function clampsFor({ joint, a, b }: JointAsked, atOnce: number): AssemblyStep['clamps'] {
  if (atOnce === 0 || joint.kind === 'draw-bore') return null;
  switch (joint.at) {
    case 'ends':
      return { n: Math.ceil(atOnce / 2), openingMm: a.length + 2 * b.width + SCREW_ROOM_MM };
    case 'end':
      return { n: atOnce, openingMm: a.length + b.width + SCREW_ROOM_MM };
    case 'along':
      return { n: Math.max(2, Math.ceil(a.length / 300)), openingMm: a.width + b.width + SCREW_ROOM_MM };
  }
}

function clampNote(
  { n, openingMm }: NonNullable<AssemblyStep['clamps']>,
  onHand: NonNullable<AssemblyRules['clamps']>,
): string {
  const have = onHand.reduce((sum, one) => sum + (one.openingMm >= openingMm ? one.n : 0), 0);
  const asked = `${n} ${n === 1 ? 'clamp that opens' : 'clamps that open'} ${Math.round(openingMm)} mm`;
  return have >= n
    ? `${asked}; you have ${have}`
    : `${asked}, you have ${have}: a ratchet strap round it, two clamps hooked into each other, or draw-bored pegs`;
}

const halves = (a: Part, joint: Joint): string =>
  a.qty >= 2 && joint.at === 'ends'
    ? `one ${a.name} at a time, so that ends become flat frames first`
    : 'in turn';

/** Joints that close a face which a plane or a brush no longer reaches. */
const isClosed = (kind: JointKind): boolean => SQUARED.has(kind) || kind === 'screw' || kind === 'nail';

/** By kind, then by length, so that short ends become frames first; what the maker moved stands where it was put. */
function inOrder(asked: readonly JointAsked[], order: readonly string[] = []): JointAsked[] {
  const usual = [...asked].sort((p, q) => RANK[p.joint.kind] - RANK[q.joint.kind] || p.a.length - q.a.length);
  const at = new Map(order.map((id, i) => [id, i]));
  if (!usual.every(({ joint }) => at.has(joint.id))) return usual;
  return usual.sort((p, q) => (at.get(p.joint.id) ?? 0) - (at.get(q.joint.id) ?? 0));
}

const isStuck = (
  {
    width,
    height,
    depth,
  }: { readonly width: number; readonly height: number; readonly depth: number | null },
  doorway: number | undefined,
): boolean => doorway !== undefined && Math.min(width, height, depth ?? Infinity) > doorway;

const isMovedByDoor = (doorway: number | undefined, size: unknown): boolean =>
  doorway !== undefined && size !== null;
