// The public face of the core, grouped as a contents page: one long list on purpose, as a reader looks things up in it.

// Outcomes
export { ok, fail, type Result } from './foundation/result.ts';
export { exhausted } from './foundation/assert.ts';
export { isDay } from './foundation/calendar-day.ts';

// Units of the trade
export {
  formatInches,
  formatLength,
  formatMm,
  inchParts,
  MM_PER_INCH,
  parseLength,
  type LengthUnit,
} from './units/length.ts';
export { boardFeet, M3_PER_BOARD_FOOT } from './units/board-measure.ts';

// Timber
export {
  findSpecies,
  SPECIES,
  speciesById,
  speciesName,
  UNKNOWN_SPECIES,
  type SpeciesId,
} from './timber/species.ts';
export { guessedPricePerM3 } from './timber/new-prices.ts';
export { weightKg } from './timber/weight.ts';
export { equilibriumMoisturePct } from './timber/equilibrium.ts';

// Places on wood
export { areaMm2, clipTo, type Rect } from './geometry/rectangle.ts';
export { largestRectangle } from './geometry/largest-rectangle.ts';
export {
  bandBetween,
  EDGES,
  outlineFault,
  type Edge,
  type Outline,
  type Point as PlanPoint,
} from './geometry/outline.ts';

// Stock: pieces, findings, grades, the tally line
export {
  faceAreaMm2,
  fullWidth,
  isStraight,
  outlineOf,
  nextTag,
  notedOnBench,
  pieceVolumeM3,
  pieceWeightKg,
  speciesLabel,
  tagInitial,
  type Certainty,
  type Piece,
} from './stock/piece.ts';
export { type EdgeState } from './stock/edges.ts';
export { layRow } from './stock/finding-row.ts';
export {
  GRAIN_NAMES,
  GRAINS,
  knocked,
  NEXT_SLICE_MM,
  SAPWOODS,
  withReading,
  type Grain,
  type MoistureReading,
  type PinnedPhoto,
  type Tone,
} from './stock/inspection.ts';
export {
  effectiveKind,
  isPunched,
  planingOverPunchedMm,
  STAIN_COLOUR_NAMES,
  STAIN_COLOURS,
  type StainColour,
  FACE_NAMES,
  FATE_NAMES,
  isMarkKind,
  isMetalIn,
  type Fate,
  type Fix,
  FINDING_FACES,
  FINDING_KINDS,
  findingKindFacts,
  keepOnPiece,
  showsOn,
  type Finding,
  type FindingFace,
  type FindingId,
  type FindingKind,
} from './stock/finding.ts';
export {
  GRADE_NAMES,
  fatesOf,
  GRADES,
  neverStays,
  isInTheWay,
  verdictOn,
  type Grade,
  type GradeLimits,
} from './stock/grade.ts';
export { printTallyLine, readTallyLine, type TalliedPiece, type TallyReading } from './stock/tally-line.ts';
export type { NominalReading } from './stock/tally-head.ts';

export { WARP_KINDS, type Warp, type WarpKind } from './stock/warp.ts';

// Stock: hauls, finds and how they come apart
export { FIND_KINDS, type FindKind } from './stock/find-kind.ts';
export {
  CONDITION_ABOUT,
  CONDITIONS,
  LEAVE_HOW,
  LEAVE_NAMES,
  HAUL_REASONS,
  HAUL_REASON_NAMES,
  type Correction,
  type Find,
  type Haul,
  type LeaveHow,
  type OwnKind,
  type Photo,
  type HaulReason,
  type KeptWhole,
} from './stock/haul.ts';
export { palletMarkText, readPalletMark, TREATMENT_ABOUT } from './stock/pallet-mark.ts';
export {
  breakdownOf,
  drawFind,
  measuresOf,
  takeApart,
  usualMeasures,
  type SortOutcome,
} from './stock/breakdown/take-apart.ts';
export { piecesForRack, type PieceForRack } from './stock/breakdown/for-rack.ts';
export type { MeasureField, Point, Shape } from './stock/breakdown/model.ts';
export { hoopSeatMm, radiusLossMm } from './stock/breakdown/barrel-hoops.ts';
export { sandingBudget } from './stock/construction.ts';
export {
  SETTLES_AT_PCT,
  SHELTER_NAMES,
  SHELTERS,
  stockByPlace,
  type Place,
  type Shelter,
} from './stock/place.ts';

// Hazards
export {
  cautionOfHazard,
  cautionsFor,
  hazardsOf,
  LIFT_PLAN_KG,
  TWO_PEOPLE_KG,
  type Caution,
} from './hazards/cautions.ts';
export { CLEARANCE_NAMES, clearanceOf, ironStains, isScanned, punchedIn } from './hazards/clearance.ts';
export { HAZARD_KINDS } from './stock/hazard-kind.ts';
export { hazardRule, hazardSet, restrictions, USE_NAMES, type Ruling } from './hazards/hazard.ts';
export { followFind } from './hazards/follow-find.ts';
export {
  finishIsLeadFree,
  LOOSE_QUESTIONS,
  looseHazards,
  OUTCOME_NAMES,
  questionsFor,
  screen,
  woodHazards,
} from './hazards/screening.ts';

// Yield
export { clearCuttings } from './yield/cutting/clear-cuttings.ts';
export { DEFAULT_HABITS, type CuttingHabits } from './yield/habits.ts';
export {
  DEFAULT_MACHINES,
  HAND_TOOL_SHOP,
  limitsInWords,
  sawPasses,
  STRAIGHTEN_TEXT,
  type SawWay,
  type Machines,
} from './yield/machines.ts';
export { endTrims, isRoughEnd } from './yield/thickness/ends.ts';
export { blockedForGrade, isPlanedOff, NO_TRIMS, trimsOf } from './yield/thickness/workable.ts';
export {
  estimateYield,
  type Cutting,
  type PieceSize,
  type PieceYield,
  type YieldAsk,
} from './yield/estimates/estimate.ts';
export type { School } from './geometry/school.ts';
export { SCHOOL_NAMES } from './yield/cutting/why-better.ts';
export { WISH_NAMES, WISHES, type Wish } from './yield/cutting/wish.ts';
export { warpLoss } from './yield/thickness/warp-loss.ts';
export { greatestFor, usableThickness } from './yield/thickness/thickness.ts';
export { bestTradeFor, straightPart, tradeTable, type TradeRow } from './yield/thickness/trade-table.ts';
export {
  explainShare,
  explainSure,
  explainThickness,
  explainTrade,
  type Explained,
  type Quantity,
} from './yield/estimates/explain.ts';
export { canGive, type Giving, type Want } from './yield/estimates/can-give.ts';
export {
  cameM3,
  KNOWLEDGE,
  KNOWLEDGE_NAMES,
  knowledgeOf,
  ownRecord,
  type CameOut,
  type Knowledge,
  type Milled,
  type PlanedRecord,
} from './yield/estimates/own-record.ts';
export {
  howSure,
  reckonedM3,
  shopBias,
  sureRanges,
  type HowSure,
  type SureLine,
} from './yield/estimates/how-sure.ts';

export { usableShare, type Range } from './yield/estimates/usable-share.ts';
export {
  DEFAULT_TRADE,
  fitsVehicle,
  HAULED_MOISTURE_PCT,
  priceOfNew,
  VERDICT_NAMES,
  worthOfHaul,
  type Trade,
} from './yield/worth/worth-taking.ts';

// Projects
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
} from './project/project.ts';
export { matesOf } from './project/mates.ts';
export { boardMark, samePlace, type BoardAspect, type PlanChange } from './project/plan-question.ts';
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
} from './project/plan-life.ts';
export { partAreaMm2 } from './project/part-outline.ts';
export { readPartLine, type PartReading } from './project/part-line.ts';
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
} from './project/designs/design.ts';
export { designById, SHIPPED_DESIGNS } from './project/designs/shipped.ts';
export { CHILDREN_NOTE, machineLimits, outerSize, sizeLimits } from './project/limits.ts';
export { fitnessOf, type Fitness, type FitnessReason } from './project/fitness.ts';
export { FormulaError } from './project/designs/formula.ts';
export { waysOut } from './project/ways-out/ways-out.ts';
export type { WayOut } from './project/ways-out/way.ts';
export { rankLikeness, REPAIR_WAYS, repairSize, type Likeness, type RepairWay } from './project/likeness.ts';

// Matching stock to projects
export {
  DEFAULT_OFFCUT,
  isBetterPlan,
  provenBy,
  OFFCUT_ID,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
} from './solver/instance.ts';
export { matchSteps, type MatchStep, type SearchOptions } from './solver/solve.ts';
export { solverFrom, type Solver } from './solver/linear.ts';
export { layoutFaults, verifyPlan } from './solver/verify-plan.ts';
export { flatteningOf, piecesFor, projectInstance } from './planning/project-instance.ts';
export { KnownBoards, showFaceOf, worthPerM2 } from './planning/known-boards.ts';
export { nearestMiss } from './planning/nearest-miss.ts';
export { besideLeastWaste, withoutWishes } from './planning/wish-cost.ts';
export { chooseGroups } from './planning/thickness-groups.ts';
export { coversAll, tryProject } from './planning/try-project.ts';
export { lookAt, shortfall, type MissingPart, type ProjectLook, type ShopInView } from './planning/look.ts';
export { asOne, plansOf } from './planning/together.ts';
export { largest, type Largest } from './planning/largest.ts';
export { largestOfTwo, largestPair, type LargestOfTwo, type LargestPair } from './planning/largest-two.ts';
export { couldMake, rankCouldMake, type CouldMake } from './planning/could-make.ts';

// The shop floor
export { blankFor, pullFlatForce, USUAL_STIFFNESS } from './yield/thickness/blank.ts';
export {
  brokenDownInto,
  imbalanceM3,
  planedOff,
  milledOf,
  partsInHand,
  woodBalance,
  type Entry,
  type EntryId,
  type PartState,
  type PartInHand,
  type WasteUse,
} from './shop/entry.ts';
export { restOf } from './planning/rest.ts';
export { withRest } from './project/sawn.ts';
export { cameOfBoards } from './shop/came-of-boards.ts';
export {
  NOTED_MACHINES,
  parseStretches,
  WEEKDAYS,
  writeStretches,
  type MachineNotes,
  type Weekday,
  type Workshop,
} from './shop/workshop.ts';
export type { Milling, RouteChange } from './project/milling.ts';

// The shop document, and changes to it
export {
  completeSettings,
  DEFAULT_SETTINGS,
  emptyShop,
  type ShopDocument,
  type ShopSettings,
} from './exchange/shop-document.ts';
export { layoutLines, svgOf, templateLines, type DrawnLine } from './exchange/layout-svg.ts';
export { asOfToday } from './exchange/moved-in-time.ts';
export { readShop, type DocumentFault } from './exchange/read-shop.ts';
export {
  matchColumns,
  pieceTable,
  readPieceRows,
  TABLE_FIELD_NAMES,
  TABLE_FIELDS,
  type Column,
  type TableFault,
  type TableField,
  type TableRow,
} from './exchange/pieces-table.ts';
export { emptyChange, rebase, type Conflict, type MergePolicy, type Retagged } from './exchange/merge.ts';
export {
  applyChange,
  applyDelta,
  changeBetween,
  deltaBetween,
  inverse,
  isEmptyChange,
  isEmptyDelta,
  noDelta,
  SHOP_TABLES,
  type Delta,
  type ShopChange,
} from './exchange/change.ts';

export { entriesBefore6, planedEntry, type Raw } from './exchange/migrations.ts';
export { photosIn } from './exchange/photos-in.ts';
export { inBlanks, inSinglePieces } from './project/blanks.ts';

// How wood moves
export { FIBRE_SATURATION_PCT, movementMm } from './timber/movement.ts';
export { greenSizeMm, slotLengthMm } from './timber/sizes-to-come.ts';
