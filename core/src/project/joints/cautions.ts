/** What to beware of when joints are cut and put together, each with who decides. */
import type { StepCaution } from '../../hazards/step-caution.ts';
import type { AssemblyStep } from './assembly.ts';
import type { JointKind } from './joint.ts';

const CHISEL: StepCaution = {
  danger: 'A chisel slips',
  precaution: 'Never toward yourself: both hands behind the edge, the work clamped.',
  whoDecides: 'You.',
};
const ROUTER: StepCaution = {
  danger: 'A router runs on after the cut',
  precaution: 'Against its rotation, light passes; lifted only when it has stopped; ears, eyes, dust.',
  whoDecides: 'The machine’s manual.',
};
const SAW: StepCaution = {
  danger: 'Tenons and mitres are small pieces at a blade',
  precaution:
    'Clamped, or on a sled; off-cuts by the blade only when it has stopped; see what lies under the cut.',
  whoDecides: 'The machine’s manual.',
};
const DRILL: StepCaution = {
  danger: 'A drill grabs as it comes through',
  precaution: 'Clamp both parts, a depth stop or scrap under it, and metal that stays well away.',
  whoDecides: 'The machine’s manual.',
};
const LOAD: StepCaution = {
  danger: 'It bears people',
  precaution: 'Reinforce what is used hard, and try it with a sack of sand before anyone sits down.',
  whoDecides: 'Where a fall would hurt, a competent person.',
};
const FINGERS: StepCaution = {
  danger: 'Fingers in a closing joint',
  precaution: 'Push with a block, turn clamps from the side.',
  whoDecides: 'You.',
};
const HEAVY: StepCaution = {
  danger: 'Heavy or long',
  precaution:
    'Two people, and one says when; put together in the room itself where it does not go through the door.',
  whoDecides: 'You and your helper.',
};
const FINISH: StepCaution = {
  danger: 'Oily rags, solvents',
  precaution:
    'Rags flat outdoors or under water; air, and a respirator that fits. Both faces on the same day.',
  whoDecides: 'The label.',
};

const BY_KIND: Readonly<Record<JointKind, readonly StepCaution[]>> = {
  mortise: [CHISEL, SAW],
  'draw-bore': [CHISEL, DRILL],
  'through-wedge': [CHISEL, SAW],
  'loose-tenon': [ROUTER],
  bridle: [SAW, CHISEL],
  breadboard: [ROUTER, DRILL],
  dowel: [DRILL],
  biscuit: [ROUTER],
  housing: [ROUTER],
  rabbet: [ROUTER],
  mitre: [SAW],
  screw: [DRILL],
  'pocket-screw': [DRILL],
  bolt: [DRILL],
  insert: [DRILL],
  bracket: [DRILL],
  hinge: [CHISEL],
  nail: [],
};

/** At cutting a joint. */
export const jointCautions = (kind: JointKind, loaded: boolean): readonly StepCaution[] => [
  ...BY_KIND[kind],
  ...(loaded ? [LOAD] : []),
];

/** At a step of the assembly. */
export const assemblyCautions = ({
  kind,
  glued,
  people,
}: Pick<AssemblyStep, 'kind' | 'glued' | 'people'>): readonly StepCaution[] => [
  ...(glued || kind === 'dry-fit' ? [FINGERS] : []),
  ...(people === 2 ? [HEAVY] : []),
  ...(kind === 'prepare' ? [FINISH] : []),
];
