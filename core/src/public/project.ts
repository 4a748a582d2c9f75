// What is to be made: projects, parts and designs, who may use a piece, ways out, the life of a plan.

// Projects, parts, designs
export {
  DEFAULT_ALLOWANCES,
  partFault,
  partLetter,
  roughSize,
  SOLID,
  WANTED,
  WANTED_NAMES,
  type Brief,
  type BrokenPart,
  type PlanHabits,
  type Part,
  type PlannedCut,
  type Project,
  type ProjectPlan,
  type Wanted,
} from '../project/project.ts';
export { matesOf } from '../project/mates.ts';
export { boardMark, samePlace, type BoardAspect, type PlanChange } from '../project/plan-question.ts';
export {
  acceptConflicts,
  acceptPlan,
  dropPlanAside,
  exchangePlans,
  inOrder,
  keepPlans,
  matchTogether,
  mendWith,
  moveCut,
  overrule,
  putPlanAside,
  releasePlan,
  removePieces,
  removeProject,
  setParts,
  toggleExcluded,
  toggleLock,
  type Bench,
} from '../project/plan-life.ts';
export { partAreaMm2 } from '../project/part-outline.ts';
export { readPartLine, type PartReading } from '../project/part-line.ts';
export {
  designFaults,
  designParts,
  drawDesign,
  sizeFault,
  usualSizes,
  viewsOf,
  type Design,
  type DesignPart,
  type DesignSize,
  type DesignView,
  type DrawnBox,
} from '../project/designs/design.ts';
export { designById, SHIPPED_DESIGNS } from '../project/designs/shipped.ts';
export { CHILDREN_NOTE, machineLimits, outerSize, sizeLimits } from '../project/limits.ts';
export { fitnessOf, type Fitness, type FitnessReason } from '../project/fitness.ts';
export { FormulaError } from '../project/designs/formula.ts';
export { waysOut } from '../project/ways-out/ways-out.ts';
export type { WayOut } from '../project/ways-out/way.ts';
export { rankLikeness, REPAIR_WAYS, repairSize, type Likeness, type RepairWay } from '../project/likeness.ts';

// On the shop floor: what is sawn, milling, blanks
export { withRest } from '../project/sawn.ts';
export type { Milling, RouteChange } from '../project/milling.ts';
export { inBlanks, inSinglePieces } from '../project/blanks.ts';
