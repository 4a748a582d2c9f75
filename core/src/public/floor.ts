/**
 * The shop floor’s public face: what follows an accepted plan. Apart from the rest, so that a screen without it fetches
 * nothing of it.
 */
export { cutSheet, type SheetCut } from '../shop/cut-sheet.ts';
export { isAwayFromFence, sawWayOf, straightenFirst } from '../shop/preparation.ts';
export { cautionsAtCut, setUps } from '../shop/set-ups.ts';
export { cameOffPlaner } from '../shop/came-off-planer.ts';
export { inHandFor, sawBoard, sawnInto, spoilPart, spoilPartKeeping, type Floor } from '../shop/sawing.ts';
export { balanceOfFind, balanceOfProject } from '../shop/balance.ts';
export { shopDay, type DaySetUp, type ShopDay, type Waiting } from '../shop/day.ts';
export { doSteps, openNeeds, passGate, sideOf, type StepsDone } from '../shop/do-steps.ts';
export { cameOffBoard, type LineFault } from '../shop/saw-otherwise.ts';
export {
  millingOf,
  moveOn,
  projectState,
  PROJECT_STATES,
  stateOf,
  type ProjectState,
} from '../shop/moving-on.ts';
export { ownMinutes, USUAL_MINUTES, type OwnMinutes } from '../shop/minutes.ts';
export { WAYS_OF } from '../shop/route-change.ts';
export { routeOf } from '../shop/route.ts';
export {
  SCHOOLS_OF_MILLING,
  type MillingSchool,
  type Route,
  type RouteDeed,
  type RouteMachine,
  type RouteMachines,
  type RouteStep,
} from '../shop/route-steps.ts';
export {
  hazardsIn,
  keptFromLandfill,
  wasteAnswers,
  wasteGoes,
  wasteKg,
  WASTE_USE_NAMES,
} from '../shop/waste.ts';
export { schoolFor, type FloorRules } from '../shop/workpiece.ts';
export { warpFates, type WarpFates } from '../shop/warp-fates.ts';
export { shopSteps } from '../shop/steps.ts';
export { floorNow } from '../shop/floor-now.ts';
export type { ShopStep } from '../shop/shop-step.ts';
export { adviceAt } from '../shop/step-advice.ts';
export { assemblyCautions, jointCautions } from '../project/joints/cautions.ts';
export { glueCautions } from '../shop/glue/cautions.ts';
export {
  asLaid,
  barkUp,
  gluedUps,
  panelWidth,
  sapEdges,
  shiftOf,
  spareOf,
  startOf,
  type GluedUp,
  type PanelElement,
} from '../shop/panel/panel.ts';
export {
  bestFacesUp,
  bestOrder,
  cupOfPanel,
  DEFAULT_LAYING_WEIGHTS,
  faultsOf,
  jointLooks,
  leastInSight,
  overPlace,
  ringsAlternating,
  ringsOf,
  turnedPlace,
  USUAL_RING_RADIUS_MM,
  type LayingWeights,
} from '../shop/panel/laying.ts';
export { panelOrder, type PanelOrder } from '../shop/panel/panel-order.ts';
export type { StripPlace } from '../project/panel-layout.ts';
export { clampsFor, glueStages, inTheColdMin, panelCupMm } from '../shop/glue/glue-sums.ts';
export {
  GLUE_FACTS,
  glueFault,
  GLUES,
  parseClamps,
  writeClamps,
  SQUEEZE_OUT,
  SQUEEZE_OUT_TEXT,
  type GlueHabits,
  type GlueKind,
} from '../shop/glue/glues.ts';
export {
  CLOCK_FREES_NAMES,
  correctedClock,
  elapsedMin,
  milestonesOf,
  nextOf,
  pausedClock,
  resumedClock,
  type ClockMilestone,
  type GlueClock,
} from '../shop/glue/clock.ts';
export { gluePlanOf, glueStepId } from '../shop/glue/closing.ts';
export {
  longestScrewMm,
  looseTenon,
  mitreMortiseDepthMm,
  slatGapMm,
  slatsFor,
} from '../project/joints/joint-sums.ts';
export {
  JOINT_INTO,
  JOINT_KINDS,
  JOINT_PLACES,
  type Joint,
  type JointCheck,
  type JointInto,
  type JointKind,
  type JointPlace,
  type SectionShape,
} from '../project/joints/joint.ts';
export {
  hardwareOf,
  JOINT_FACTS,
  jointAsked,
  jointChecks,
  timesMade,
  toolsOf,
} from '../project/joints/joint-facts.ts';
export { jointsLeft, withJoinery } from '../project/joints/lengths.ts';
export {
  jointMovement,
  partMovement,
  woodOfPart,
  type PartMovement,
  type PartWood,
} from '../project/joints/movement.ts';
export { usualJoints } from '../project/joints/usual-joints.ts';
export type { AssemblyStep } from '../project/joints/assembly.ts';
export { extremesOf, ROOM_FACTS, roomOf, ROOMS, type Air, type Room, type RoomId } from '../timber/rooms.ts';
export { assemblyOf, thingWeightKg, woodsOfPart } from '../shop/assembling.ts';
export { toleranceFaults, waysWithPart } from '../shop/tolerance.ts';
