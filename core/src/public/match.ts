// Matching stock to projects: the solver, and planning on top of it.

// The problem in numbers, and its solver
export {
  DEFAULT_OFFCUT,
  isBetterPlan,
  provenBy,
  OFFCUT_ID,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
} from '../solver/instance.ts';
export { matchSteps, type MatchStep, type SearchOptions } from '../solver/solve.ts';
export { solverFrom, type Solver } from '../solver/linear.ts';
export { layoutFaults, verifyPlan } from '../solver/verify-plan.ts';

// What projects ask of a rack
export { flatteningOf, piecesFor, projectInstance } from '../planning/project-instance.ts';
export { KnownBoards, showFaceOf, worthPerM2 } from '../planning/known-boards.ts';
export { nearestMiss } from '../planning/nearest-miss.ts';
export { besideLeastWaste, withoutWishes } from '../planning/wish-cost.ts';
export { chooseGroups } from '../planning/thickness-groups.ts';
export { coversAll, tryProject } from '../planning/try-project.ts';
export { lookAt, shortfall, type MissingPart, type ProjectLook, type ShopInView } from '../planning/look.ts';
export { asOne, plansOf } from '../planning/together.ts';
export { largest, type Largest } from '../planning/largest.ts';
export { largestOfTwo, largestPair, type LargestOfTwo, type LargestPair } from '../planning/largest-two.ts';
export { couldMake, rankCouldMake, type CouldMake } from '../planning/could-make.ts';

// What is left of a plan that is being worked on
export { restOf } from '../planning/rest.ts';
