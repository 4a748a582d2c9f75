/** Every kind of joint by name, and a joint with its parts and sizes. */
import type { Part, PartId, Project } from '../project.ts';
import { BOLT, BRACKET, HINGE, INSERT, NAIL, POCKET_SCREW, SCREW } from './kinds/fastened.ts';
import { BISCUIT, DOWEL, HOUSING, MITRE, RABBET } from './kinds/let-in.ts';
import { BREADBOARD, BRIDLE, DRAW_BORE, LOOSE_TENON, MORTISE, THROUGH_WEDGE } from './kinds/tenoned.ts';
import {
  depthOfB,
  type Joint,
  type JointAsked,
  type JointCheck,
  type JointKind,
  type JointKindFacts,
  type JointNeed,
  type JointWood,
} from './joint.ts';

export const JOINT_FACTS: Readonly<Record<JointKind, JointKindFacts>> = {
  mortise: MORTISE,
  'draw-bore': DRAW_BORE,
  'through-wedge': THROUGH_WEDGE,
  'loose-tenon': LOOSE_TENON,
  bridle: BRIDLE,
  breadboard: BREADBOARD,
  dowel: DOWEL,
  biscuit: BISCUIT,
  housing: HOUSING,
  rabbet: RABBET,
  mitre: MITRE,
  screw: SCREW,
  'pocket-screw': POCKET_SCREW,
  bolt: BOLT,
  insert: INSERT,
  bracket: BRACKET,
  hinge: HINGE,
  nail: NAIL,
};

const NO_WOOD: JointWood = { hardnessA: null, hardnessB: null };

/** A joint with its parts and sizes; null where one of its parts is gone. */
export function jointAsked(
  joint: Joint,
  parts: readonly Part[],
  wood: (part: Part) => number | null = () => null,
): JointAsked | null {
  const find = (id: PartId): Part | undefined => {
    const part = parts.find((one) => one.id === id);
    // Joints are made on the parts that come of a blank, not on the blank.
    return part?.blank === undefined ? part : { ...part, length: part.blank.length, qty: part.blank.qty };
  };
  const [a, b] = [find(joint.a), find(joint.b)];
  if (!a || !b) return null;
  const bare = {
    joint,
    a,
    b,
    depthB: depthOfB(joint, b),
    wood: { ...NO_WOOD, hardnessA: wood(a), hardnessB: wood(b) },
  };
  return { ...bare, sizes: { ...JOINT_FACTS[joint.kind].propose(bare), ...joint.sizes } };
}

/** How often the joint is made in the thing. */
export const timesMade = ({ joint, a }: Pick<JointAsked, 'joint' | 'a'>): number =>
  a.qty * (joint.at === 'ends' ? 2 : 1);

/** Joints used hard that hold by little. */
const WEAK_UNDER_LOAD: ReadonlySet<JointKind> = new Set([
  'screw',
  'pocket-screw',
  'biscuit',
  'nail',
  'mitre',
  'hinge',
]);

/** What is wrong with a joint or to be minded, the gravest first; what was overruled says so. */
export function jointChecks(asked: JointAsked): JointCheck[] {
  const { joint } = asked;
  const load: JointCheck[] =
    joint.loaded === true
      ? [
          WEAK_UNDER_LOAD.has(joint.kind)
            ? {
                id: 'load',
                level: 'caution',
                words: `someone sits on it, and ${JOINT_FACTS[joint.kind].name} alone work loose: add dowels across it, a corner block, a bracket or a cross screw; where a fall would hurt, a competent person decides`,
              }
            : {
                id: 'load',
                level: 'note',
                words:
                  'someone sits on it: reinforce what is used hard; where a fall would hurt, a competent person decides',
              },
        ]
      : [];
  const rank = { error: 0, caution: 1, note: 2 } as const;
  return [...JOINT_FACTS[joint.kind].checks(asked), ...load].sort((p, q) => rank[p.level] - rank[q.level]);
}

/** Hardware of a whole project, the same together. */
export function hardwareOf(project: Pick<Project, 'parts' | 'joints'>): JointNeed[] {
  const found = new Map<string, number>();
  for (const joint of project.joints ?? []) {
    const asked = jointAsked(joint, project.parts);
    if (!asked) continue;
    for (const { what, n } of JOINT_FACTS[joint.kind].needs(asked))
      found.set(what, (found.get(what) ?? 0) + n * timesMade(asked));
  }
  return [...found].map(([what, n]) => ({ what, n }));
}

export const toolsOf = (project: Pick<Project, 'joints'>): string[] => [
  ...new Set((project.joints ?? []).flatMap(({ kind }) => JOINT_FACTS[kind].tools)),
];
