/** What to beware of at a glue-up, by its glue, each with who decides. */
import type { StepCaution } from '../../hazards/step-caution.ts';
import type { GlueKind } from './glues.ts';

const LABEL = 'The glue’s label.';

const DRY_RUN: StepCaution = {
  danger: 'Strips slide and grab once there is glue between them',
  precaution: 'A dry run first, all clamps set and turned; check both diagonals before the last turn.',
  whoDecides: 'You.',
};
const SKIN: StepCaution = {
  danger: 'Glue on skin and in the air',
  precaution: 'Gloves, fresh air; it sticks to skin for days.',
  whoDecides: LABEL,
};
const POT: StepCaution = {
  danger: 'Resin heats in the pot, and smokes',
  precaution: 'Mix little, spread it out; a pot that grows hot goes outdoors on stone.',
  whoDecides: LABEL,
};
const HOT: StepCaution = {
  danger: 'Hot glue and a hot pot',
  precaution: 'The pot stands in its water, away from the edge of the bench.',
  whoDecides: LABEL,
};

const BY_GLUE: Readonly<Record<GlueKind, readonly StepCaution[]>> = {
  wood: [],
  'wood-d3': [],
  slow: [],
  polyurethane: [SKIN],
  epoxy: [SKIN, POT],
  hide: [HOT],
};

export const glueCautions = (glue: GlueKind): readonly StepCaution[] => [DRY_RUN, ...BY_GLUE[glue]];
