/** What a part that came out wrong breaks, and the ways out. */
import { JOINT_FACTS } from '../project/joints/joint-facts.ts';
import { partLetter, SOLID, type Part, type Project } from '../project/project.ts';
import type { Measured, PartInHand } from './entry.ts';

/** How far a part may be from its size before it is said, mm. */
const TOLERANCE_MM: Readonly<Record<Measured['side'], number>> = {
  length: 0.5,
  width: 0.5,
  thickness: 0.3,
};

/** What is wrong with a part in hand that is under its size, and which group, panel or fit it breaks; none where it holds. */
export function toleranceFaults(part: PartInHand, project: Project): string[] {
  const { aim, wood } = part;
  const index = project.parts.findIndex(({ id }) => id === part.partId);
  const of = project.parts[index];
  if (aim === undefined || !of) return [];
  const mm = (value: number): string => `${Math.round(value * 10) / 10} mm`;
  const call = `${partLetter(index)} ${of.name}`;
  const faults: string[] = [];
  for (const side of ['thickness', 'width', 'length'] as const) {
    const under = aim[side] - wood[side];
    if (under <= TOLERANCE_MM[side]) continue;
    const head = `${call} is ${mm(wood[side])} in ${side}, ${mm(under)} under`;
    faults.push(`${head}: ${whatBreaks(of, side, project, wood[side])}`);
  }
  return faults;
}

function whatBreaks(
  of: Project['parts'][number],
  side: Measured['side'],
  project: Project,
  actual: number,
): string {
  const { make = SOLID, group } = of;
  const at = `${Math.round(actual * 10) / 10} mm`;
  if (side === 'thickness' && group !== undefined) {
    const others = project.parts
      .filter((other) => other.group === group && other.id !== of.id)
      .map(({ name }) => name);
    const all = others.length === 0 ? 'its copies' : others.join(', ');
    return `it is no longer as thick as its group ${group} (${all}). Take the group down to ${at}, or cut it again`;
  }
  if (make.kind === 'panel')
    return `its panel comes out ${side === 'thickness' ? 'thinner' : 'smaller'}; add a strip or take it down`;
  if (make.kind === 'laminated') return 'the lamination comes out thinner: one more layer, or thicker ones';
  const least = of.leastThicknessMm;
  if (side === 'thickness' && least !== undefined && actual >= least)
    return `thin, but above the ${least} mm that will do`;
  const joints = jointsOf(of, side, project);
  if (joints.length > 0) return `it breaks ${joints.join(' and ')}`;
  if (side === 'length') return 'its joints at both ends no longer meet';
  return side === 'width'
    ? 'the joint over its edge stands open'
    : 'tenons and housings cut for it are loose';
}

/** The joints that a side of a part bears on: its length those at its ends, the others all. */
function jointsOf(of: Part, side: Measured['side'], project: Project): string[] {
  return (project.joints ?? []).flatMap((joint) => {
    if (joint.a !== of.id && joint.b !== of.id) return [];
    if (side === 'length' && (joint.a !== of.id || joint.at === 'along')) return [];
    const other = project.parts.find(({ id }) => id === (joint.a === of.id ? joint.b : joint.a));
    return [`its ${JOINT_FACTS[joint.kind].name} with ${other?.name ?? 'the other part'}`];
  });
}

/** Ways out for a part that came out under its size, the cheapest first; none where it holds. */
export function waysWithPart(part: PartInHand, project: Project): string[] {
  const { aim, wood } = part;
  const of = project.parts.find(({ id }) => id === part.partId);
  if (aim === undefined || !of) return [];
  const mm = (value: number): string => `${Math.round(value * 10) / 10} mm`;
  const short = (['thickness', 'width', 'length'] as const).filter(
    (side) => aim[side] - wood[side] > TOLERANCE_MM[side],
  );
  const many = of.qty > 1;
  const ways = short.flatMap((side): string[] => {
    const now = mm(wood[side]);
    const under = mm(aim[side] - wood[side]);
    switch (side) {
      case 'thickness':
        return [
          ...(of.group === undefined ? [] : [`take the whole group ${of.group} down to ${now}`]),
          `cut the joints to it as it is, and let it be ${now}`,
          ...(many ? [`use it where it shows least, and plane its copies to ${now}`] : []),
          `glue a layer on its hidden face: ${under} and 2 mm for each glued face`,
        ];
      case 'width':
        return [
          `make what it meets ${now} wide`,
          `glue a strip of the same board on its hidden edge: ${under} and a jointing pass`,
          ...(many ? ['put it where its edge can’t be seen'] : []),
        ];
      case 'length':
        return [
          `shorten what it meets by ${under}, copies too`,
          'loose tenons in place of its own',
          `lengthen it by a scarf, or by a block on its hidden end`,
        ];
    }
  });
  return short.length === 0
    ? []
    : [...new Set([...ways, 'say that it is spoilt, and match what is missing again'])].slice(0, 5);
}
