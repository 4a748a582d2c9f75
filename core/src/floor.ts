/**
 * The shop floor’s public face: what follows an accepted plan. Apart from the rest, so that a screen without it fetches
 * nothing of it.
 */
export { cutSheet, type CutSheet, type SheetCut } from './shop/cut-sheet.ts';
export { isAwayFromFence, sawWayOf, straightenFirst, type Straightening } from './shop/preparation.ts';
export { cautionsAtCut, setUps, type SetUp } from './shop/set-ups.ts';
export { cameOffPlaner, type CameSize } from './shop/came-off-planer.ts';
export {
  inHandFor,
  sawBoard,
  sawnInto,
  spoilPart,
  spoilPartKeeping,
  type Floor,
  type Sawing,
} from './shop/sawing.ts';
export { balanceOfFind, balanceOfProject, type ProjectBalance } from './shop/balance.ts';
export {
  isEarly,
  shopDay,
  SETTING_TOLERANCE_MM,
  type DaySetUp,
  type ShopDay,
  type Waiting,
} from './shop/day.ts';
export { sequence, type Sequence, type ToSequence } from './shop/sequence.ts';
export { doSteps, openNeeds, passGate, sideOf, type StepsDone } from './shop/do-steps.ts';
export { cameOffBoard, type CameOffBoard, type LineFault } from './shop/saw-otherwise.ts';
export {
  millingOf,
  moveOn,
  projectState,
  PROJECT_STATES,
  stateOf,
  type ProjectState,
} from './shop/moving-on.ts';
export { ownMinutes, minutesOf, USUAL_MINUTES, type MinutesFrom, type OwnMinutes } from './shop/minutes.ts';
export { hasBlade, WAYS_OF, changedRoute, type ChangedStep } from './shop/route-change.ts';
export { routeForPart, schoolOf } from './shop/route-of-part.ts';
export { routeOf } from './shop/route.ts';
export {
  ROUTE_DEEDS,
  routeMachines,
  SCHOOLS_OF_MILLING,
  type MetalState,
  type MillingSchool,
  type Route,
  type RouteDeed,
  type RouteMachine,
  type RouteMachines,
  type RoutePiece,
  type RouteSize,
  type RouteStep,
} from './shop/route-steps.ts';
export {
  hazardsIn,
  keptFromLandfill,
  wasteAnswers,
  wasteGoes,
  wasteKg,
  woodOf,
  WASTE_USE_NAMES,
  type WasteAnswer,
} from './shop/waste.ts';
export { schoolFor, targetOf, workpieceKey, type FloorRules } from './shop/workpiece.ts';
export { warpFates, type WarpFates } from './shop/warp-fates.ts';
export { boardStepId, REST_DAYS, shopSteps } from './shop/steps.ts';
export { clocksOf, floorNow, stepsDone, type FloorFacts, type FloorNow } from './shop/floor-now.ts';
export type { ShopStep, StepPart } from './shop/shop-step.ts';
export { adviceAt, type StepAdvice } from './shop/step-advice.ts';
export type { StepCaution } from './hazards/step-caution.ts';
export { assemblyCautions, jointCautions } from './project/joints/cautions.ts';
export { glueCautions } from './shop/glue/cautions.ts';
export {
  asLaid,
  barkUp,
  gluedUps,
  panelKey,
  panelWidth,
  sapEdges,
  shiftOf,
  spareOf,
  startOf,
  type GluedUp,
  type PanelElement,
} from './shop/panel/panel.ts';
export {
  bestFacesUp,
  bestOrder,
  cupOfPanel,
  DEFAULT_LAYING_WEIGHTS,
  faultsOf,
  jointLooks,
  layingCost,
  leastInSight,
  overPlace,
  ringsAlternating,
  ringsOf,
  turnedPlace,
  USUAL_RING_RADIUS_MM,
  type BestOrder,
  type LayingWeights,
} from './shop/panel/laying.ts';
export {
  panelOrder,
  type PanelOrder,
  type PanelStrip,
  type PanelWeights,
  type StripEdge,
} from './shop/panel/panel-order.ts';
export type { PanelLayout, StripPlace } from './project/panel-layout.ts';
export {
  clampsFor,
  glueStages,
  inTheColdMin,
  panelCupMm,
  type ClampsAsked,
  type GlueStages,
  type RingsOfPanel,
} from './shop/glue/glue-sums.ts';
export {
  clampTimeOf,
  DEFAULT_GLUE_HABITS,
  GLUE_FACTS,
  glueFault,
  GLUES,
  openTimeOf,
  parseClamps,
  writeClamps,
  SQUEEZE_OUT,
  SQUEEZE_OUT_TEXT,
  type ClampStock,
  type GlueHabits,
  type GlueKind,
  type SqueezeOut,
} from './shop/glue/glues.ts';
export {
  gluePlan,
  type ClampPlan,
  type GlueElement,
  type GluePlan,
  type GlueStage,
} from './shop/glue/stages.ts';
export {
  CLOCK_FREES_NAMES,
  correctedClock,
  elapsedMin,
  freeAt,
  milestonesOf,
  nextOf,
  pausedClock,
  resumedClock,
  type ClockFrees,
  type ClockMilestone,
  type GlueClock,
} from './shop/glue/clock.ts';
export { gluePlanOf, glueStepId } from './shop/glue/closing.ts';
export {
  longestScrewMm,
  looseTenon,
  mitreMortiseDepthMm,
  slatGapMm,
  slatsFor,
} from './project/joints/joint-sums.ts';
export {
  JOINT_INTO,
  JOINT_KINDS,
  JOINT_PLACES,
  type Joint,
  type JointAsked,
  type JointCheck,
  type JointInto,
  type JointKind,
  type JointPlace,
  type JointSize,
  type SectionShape,
} from './project/joints/joint.ts';
export {
  hardwareOf,
  JOINT_FACTS,
  jointAsked,
  jointChecks,
  timesMade,
  toolsOf,
} from './project/joints/joint-facts.ts';
export { betweenShoulders, jointsLeft, withJoinery } from './project/joints/lengths.ts';
export {
  jointMovement,
  partMovement,
  woodOfPart,
  type JointMovement,
  type PartMovement,
  type PartWood,
} from './project/joints/movement.ts';
export { usualJoints } from './project/joints/usual-joints.ts';
export type { AssemblyStep } from './project/joints/assembly.ts';
export {
  extremesOf,
  moistureThroughYear,
  ROOM_FACTS,
  roomOf,
  ROOMS,
  SEASONS,
  type Air,
  type Extreme,
  type Room,
  type RoomId,
  type Season,
} from './timber/rooms.ts';
export { assemblyOf, isAssembly, thingWeightKg, woodsOfPart } from './shop/assembling.ts';
export { toleranceFaults, TOLERANCE_MM, waysWithPart } from './shop/tolerance.ts';
