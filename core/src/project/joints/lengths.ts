/**
 * Joints lengthen parts: a part is given between its shoulders, and what its joints add at the ends comes on top, so that it
 * is matched, sawn and milled with its tenons. How much was added stands in the part, so that a joint can be changed, or
 * taken out, and the part is as it was. All mm.
 */
import type { Part, Project } from '../project.ts';
import { JOINT_FACTS, jointAsked } from './joint-facts.ts';
import type { Joint } from './joint.ts';

const tenth = (value: number): number => Math.round(value * 10) / 10;

/** The part between its shoulders. */
export const betweenShoulders = ({
  length,
  joineryMm = 0,
  blank,
}: Pick<Part, 'length' | 'joineryMm' | 'blank'>): number => tenth((blank?.length ?? length) - joineryMm);

/** The part longer by so much, a blank by as much for each part that comes of it. */
const longer = (part: Part, byMm: number): Part =>
  part.blank === undefined
    ? { ...part, length: tenth(part.length + byMm) }
    : {
        ...part,
        length: tenth(part.length + part.blank.k * byMm),
        blank: { ...part.blank, length: tenth(part.blank.length + byMm) },
      };

/** The parts of a project as its joints ask for them. Doing it twice changes nothing. */
export function withJoinery(parts: readonly Part[], joints: readonly Joint[]): Part[] {
  const bare = parts.map((part): Part => {
    const { joineryMm, ...rest } = part;
    return joineryMm === undefined ? part : longer(rest, -joineryMm);
  });
  const added = new Map<string, number>();
  const add = (id: string, value: number): void => {
    if (value !== 0) added.set(id, (added.get(id) ?? 0) + value);
  };
  for (const joint of joints) {
    const asked = jointAsked(joint, bare);
    if (!asked || joint.overall === true) continue;
    const { a = 0, b = 0 } = JOINT_FACTS[joint.kind].adds?.(asked) ?? {};
    add(joint.a, joint.at === 'ends' ? 2 * a : joint.at === 'end' ? a : 0);
    add(joint.b, b);
  }
  return bare.map((part) => {
    const joineryMm = tenth(added.get(part.id) ?? 0);
    return joineryMm === 0 ? part : { ...longer(part, joineryMm), joineryMm };
  });
}

/** Joints of which both parts are still there. */
export const jointsLeft = (project: Pick<Project, 'parts' | 'joints'>): readonly Joint[] => {
  const ids = new Set(project.parts.map(({ id }) => id));
  return (project.joints ?? []).filter(({ a, b }) => ids.has(a) && ids.has(b));
};
