// The public face of the core, grouped as a contents page.

// Outcomes
export { ok, fail, type Result } from './foundation/result.ts';
export { exhausted } from './foundation/assert.ts';
export { dayAfter, daysBetween, isDay } from './foundation/calendar-day.ts';

// Units of the trade
export {
  formatCm,
  formatFeetInches,
  formatInches,
  formatLength,
  formatM,
  formatMm,
  formatQuarters,
  inchParts,
  MM_PER_INCH,
  parseLength,
  type InchParts,
  type LengthFault,
  type LengthUnit,
} from './units/length.ts';
export { boardFeet, volumeM3, M3_PER_BOARD_FOOT } from './units/board-measure.ts';

// Timber
export {
  findSpecies,
  SPECIES,
  speciesById,
  speciesName,
  UNKNOWN_SPECIES,
  type Species,
  type SpeciesId,
} from './timber/species.ts';
export { guessedPricePerM3 } from './timber/new-prices.ts';
export { weightKg } from './timber/weight.ts';
export { equilibriumMoisturePct } from './timber/equilibrium.ts';

// Places on wood
export { areaMm2, clipTo, overlaps, type Rect } from './geometry/rectangle.ts';
export { largestRectangle } from './geometry/largest-rectangle.ts';
export {
  bandBetween,
  EDGES,
  outlineAreaMm2,
  outlineFault,
  stretches,
  type Edge,
  type Outline,
  type Point as PlanPoint,
} from './geometry/outline.ts';

// Stock: pieces, findings, grades, the tally line
export {
  faceAreaMm2,
  fullWidth,
  hasMetal,
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
  type PieceId,
  type ProjectId,
} from './stock/piece.ts';
export { edgesOf, type EdgeState } from './stock/edges.ts';
export { evenSpacing, layRow, type RowWish } from './stock/finding-row.ts';
export {
  GRAIN_NAMES,
  GRAINS,
  knocked,
  NEXT_SLICE_MM,
  SAPWOODS,
  withReading,
  type Bark,
  type EndCut,
  type Grain,
  type MoistureReading,
  type PinnedPhoto,
  type Sapwood,
  type Scans,
  type Tone,
} from './stock/inspection.ts';
export {
  depthOf,
  effectiveKind,
  isPunched,
  isSkinMark,
  planingOverPunchedMm,
  SKIN_MARK_MM,
  STAIN_COLOUR_NAMES,
  STAIN_COLOURS,
  type StainColour,
  FACE_NAMES,
  FATE_NAMES,
  FATES,
  isMarkKind,
  isMetalIn,
  type Fate,
  type Fix,
  FINDING_FACES,
  FINDING_KINDS,
  findingKindByKey,
  findingKindFacts,
  keepOnPiece,
  showsOn,
  type Finding,
  type FindingFace,
  type FindingId,
  type FindingKind,
  type FindingKindFacts,
} from './stock/finding.ts';
export {
  blockedRects,
  DEFAULT_GRADE_LIMITS,
  GRADE_ABOUT,
  GRADE_NAMES,
  fatesOf,
  gradeHasShowFace,
  GRADES,
  neverStays,
  isInTheWay,
  verdictOn,
  verdictText,
  type Grade,
  type GradeLimits,
  type Verdict,
} from './stock/grade.ts';
export { MAX_COUNT, type ChipKind } from './stock/tally-head.ts';
export {
  printTallyLine,
  readTallyLine,
  type TalliedPiece,
  type TallyChip,
  type TallyFault,
  type TallyReading,
} from './stock/tally-line.ts';
export type { NominalReading } from './stock/tally-head.ts';

export { bowOfLength, cupOfStrip, WARP_KINDS, type Warp, type WarpKind } from './stock/warp.ts';

// Stock: hauls, finds and how they come apart
export { FIND_KINDS, type FindKind } from './stock/find-kind.ts';
export {
  CONDITION_ABOUT,
  CONDITIONS,
  LEAVE_HOW,
  LEAVE_NAMES,
  HAUL_REASONS,
  HAUL_REASON_NAMES,
  type Condition,
  type Correction,
  type Find,
  type FindId,
  type Haul,
  type HaulId,
  type KeptPart,
  type LeaveHow,
  type OwnKind,
  type Photo,
  type HaulReason,
  type KeptWhole,
} from './stock/haul.ts';
export {
  palletMarkText,
  readPalletMark,
  TREATMENT_ABOUT,
  TREATMENTS,
  type PalletMark,
  type Treatment,
} from './stock/pallet-mark.ts';
export {
  breakdownOf,
  drawFind,
  expectedPieces,
  measuresOf,
  takeApart,
  usualMeasures,
  wayOf,
  type Breakdown,
  type SortOutcome,
} from './stock/breakdown/take-apart.ts';
export { piecesForRack, type PieceForRack } from './stock/breakdown/for-rack.ts';
export type {
  ExpectedFinding,
  ExpectedPiece,
  Loss,
  MeasureField,
  Measures,
  Point,
  Shape,
  Sort,
  Way,
} from './stock/breakdown/model.ts';
export { flatBlanks, type FlatBlank } from './stock/breakdown/cask-shape.ts';
export {
  hoopSeatMm,
  hoopsOf,
  radiusLossMm,
  type CaskShape,
  type Hoop,
} from './stock/breakdown/barrel-hoops.ts';
export { seatedHoops, type SeatedHoop } from './stock/breakdown/barrel.ts';
export {
  CONSTRUCTION_NAMES,
  constructionFrom,
  EDGE_SIGNS,
  HOLE_SIGNS,
  sandingBudget,
  type Construction,
  type EdgeSign,
  type HoleSign,
} from './stock/construction.ts';
export {
  SETTLES_AT_PCT,
  SHELTER_NAMES,
  SHELTERS,
  stockByPlace,
  type Place,
  type PlaceStock,
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
export {
  CLEARANCE_NAMES,
  clearanceOf,
  ironStains,
  isScanned,
  punchedIn,
  type Clearance,
} from './hazards/clearance.ts';
export { HAZARD_KINDS, type HazardKind } from './stock/hazard-kind.ts';
export {
  hazardRule,
  hazardSet,
  restrictions,
  rulingOn,
  USE_NAMES,
  USES,
  type HazardRule,
  type Ruling,
  type Use,
  type UseVerdict,
} from './hazards/hazard.ts';
export { followFind } from './hazards/follow-find.ts';
export {
  finishIsLeadFree,
  LOOSE_QUESTIONS,
  looseHazards,
  markHazards,
  OUTCOME_NAMES,
  questionsFor,
  screen,
  woodHazards,
  type Question,
  type Screening,
  type ScreeningOutcome,
} from './hazards/screening.ts';

// Yield
export { clearCuttings, type ClearYield, type SchoolYield } from './yield/cutting/clear-cuttings.ts';
export type { BoardSize, CuttingRule } from './yield/cutting/cutting-rule.ts';
export { DEFAULT_HABITS, type CuttingHabits, type OffcutHabit } from './yield/habits.ts';
export {
  canSaw,
  crosscutWay,
  DEFAULT_MACHINES,
  HAND_TOOL_SHOP,
  flattenWay,
  limitsExceeded,
  limitsInWords,
  ripWay,
  sawPasses,
  STRAIGHTEN_TEXT,
  straightenWays,
  type FlattenWay,
  type MachineLimit,
  type SawWay,
  type StraightenWay,
  type Machines,
} from './yield/machines.ts';
export { endTrims, isRoughEnd, type End, type EndTrimming } from './yield/thickness/ends.ts';
export { blockedForGrade, isPlanedOff, NO_TRIMS, trimsOf, type Trims } from './yield/thickness/workable.ts';
export {
  GLUED_FACE_MM,
  isBowed,
  laminatingMm,
  PANEL_FLATTENING_MM,
  panelFlatteningMm,
} from './yield/thickness/flattening.ts';
export {
  cuttingsAreaM2,
  estimateYield,
  type Cutting,
  type PieceSize,
  type PieceYield,
  type SchoolCuttings,
  type YieldAsk,
} from './yield/estimates/estimate.ts';
export type { School } from './geometry/school.ts';
export { SCHOOL_NAMES, whyBetter } from './yield/cutting/why-better.ts';
export { WISH_NAMES, WISHES, type Wish } from './yield/cutting/wish.ts';
export { piecesOfSize } from './yield/cutting/pieces-of-size.ts';
export { longestClear } from './yield/cutting/longest-clear.ts';
export { heightRange, warpLoss, type PlanSize, type WarpLoss } from './yield/thickness/warp-loss.ts';
export { greatestFor, usableThickness, type UsableThickness } from './yield/thickness/thickness.ts';
export {
  bestTradeFor,
  edgeLoss,
  straightPart,
  tradeFor,
  tradeTable,
  type TradeRow,
} from './yield/thickness/trade-table.ts';
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
  milledShares,
  ownRecord,
  type CameOut,
  type Knowledge,
  type Milled,
  type PlanedRecord,
} from './yield/estimates/own-record.ts';
export {
  BIAS_SD,
  DEFAULT_SURENESS,
  howSure,
  PRIORS,
  reckonedM3,
  shopBias,
  sureRanges,
  type HowSure,
  type SureLine,
  type Sureness,
  type ShopBias,
} from './yield/estimates/how-sure.ts';

export { recordedShares, usableShare, type Range, type UsableShare } from './yield/estimates/usable-share.ts';
export {
  DEFAULT_TRADE,
  fitsVehicle,
  HAULED_MOISTURE_PCT,
  minutesFor,
  priceOfNew,
  VERDICT_NAMES,
  worthOfHaul,
  type Driver,
  type FindWorth,
  type Fit,
  type HaulWorth,
  type Trade,
  type Vehicle,
  type WorthVerdict,
} from './yield/worth/worth-taking.ts';

// Projects
export {
  DEFAULT_ALLOWANCES,
  partFault,
  partLetter,
  roughSize,
  SOLID,
  WANTED,
  WANTED_ABOUT,
  WANTED_NAMES,
  type Allowances,
  type Brief,
  type BrokenPart,
  type Make,
  type Overruling,
  type PlanHabits,
  type PlanQuestion,
  type Part,
  type PartId,
  type PartShape,
  type PlannedCut,
  type Project,
  type ProjectPlan,
  type Wanted,
} from './project/project.ts';
export { matesOf } from './project/mates.ts';
export {
  boardMark,
  planChanges,
  questionOf,
  samePlace,
  type BoardAspect,
  type PlanChange,
} from './project/plan-question.ts';
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
  reservedByPlans,
  setParts,
  toggleExcluded,
  toggleLock,
  type Bench,
  type Plans,
} from './project/plan-life.ts';
export { partAreaMm2, partOutline, shapeCover } from './project/part-outline.ts';
export { readPartLine, type PartChip, type PartReading } from './project/part-line.ts';
export {
  designFaults,
  designParts,
  drawDesign,
  sizeFault,
  usualSizes,
  viewsOf,
  DESIGN_VIEWS,
  type Design,
  type DesignBox,
  type DesignPart,
  type DesignSize,
  type DesignView,
  type DrawnBox,
} from './project/designs/design.ts';
export { designById, SHIPPED_DESIGNS } from './project/designs/shipped.ts';
export { CHILDREN_NOTE, longestRoundTurn, machineLimits, outerSize, sizeLimits } from './project/limits.ts';
export { fitnessOf, usesOf, type Fitness, type FitnessReason } from './project/fitness.ts';
export { FormulaError } from './project/designs/formula.ts';
export { waysOut } from './project/ways-out/ways-out.ts';
export type { FindingInTheWay, WayKind, WayOut, WaysContext } from './project/ways-out/way.ts';
export {
  rankLikeness,
  REPAIR_WAYS,
  repairSize,
  type Likeness,
  type RepairWay,
  type ToneApart,
} from './project/likeness.ts';

// Matching stock to projects
export {
  CLEAR_GRADE,
  DEFAULT_OFFCUT,
  offcutGrade,
  isBetterPlan,
  OFFCUT_ID,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
  type Missing,
  type OffcutRule,
  type Placement,
  type PlanStatus,
} from './solver/instance.ts';
export { matchSteps, solveMatch, type MatchStep, type SearchOptions } from './solver/solve.ts';
export { solverFrom, type Solver } from './solver/linear.ts';
export { layoutFaults, verifyPlan } from './solver/verify-plan.ts';
export {
  flatteningOf,
  keptOut,
  piecesFor,
  planForProject,
  projectInstance,
  type KeptOut,
  type AskedProject,
  type ShopRules,
} from './planning/project-instance.ts';
export { KnownBoards, showFaceOf, worthPerM2 } from './planning/known-boards.ts';
export { findingsInTheWay } from './planning/findings-in-the-way.ts';
export { impossibleParts, nearestMiss, type NearestMiss } from './planning/nearest-miss.ts';
export { chooseGroups, groupFaults, type GroupThickness } from './planning/thickness-groups.ts';
export { coversAll, tryProject, type Tried } from './planning/try-project.ts';
export {
  lookAt,
  shortfall,
  type FitPiece,
  type MissingPart,
  type ProjectLook,
  type ShopInView,
} from './planning/look.ts';
export { asOne, groupsTogether, plansOf } from './planning/together.ts';
export { designProject, largest, type Largest } from './planning/largest.ts';
export { largestOfTwo, largestPair, type LargestOfTwo, type LargestPair } from './planning/largest-two.ts';
export { couldMake, rankCouldMake, type CouldMake } from './planning/could-make.ts';

// The shop floor
export {
  blankFor,
  pullFlatForce,
  SCREW_HOLDS_N,
  USUAL_STIFFNESS,
  type Blank,
} from './yield/thickness/blank.ts';
export {
  brokenDownInto,
  ENTRY_KINDS,
  imbalanceM3,
  planedOff,
  milledOf,
  PART_STATES,
  volumeOf,
  partsInHand,
  WASTE_USES,
  woodBalance,
  type Entry,
  type EntryId,
  type EntryKind,
  type Measured,
  type PartState,
  type PartInHand,
  type WasteUse,
  type WoodBalance,
} from './shop/entry.ts';
export { cutFrom, type CutWood } from './stock/cut-from.ts';
export { restOf, withRest } from './project/sawn.ts';
export { cameOfBoards } from './shop/came-of-boards.ts';
export {
  DEFAULT_WORKSHOP,
  minutesOn,
  NOTED_MACHINES,
  parseStretches,
  WEEKDAYS,
  writeStretches,
  type MachineNotes,
  type Stretch,
  type Weekday,
  type Workshop,
} from './shop/workshop.ts';
export type { Milling, PartRouteChange, RouteChange } from './project/milling.ts';

// The shop document, and changes to it
export {
  completeSettings,
  DEFAULT_SETTINGS,
  emptyShop,
  SHOP_FORMAT,
  SHOP_VERSION,
  type ShopDocument,
  type ShopSettings,
} from './exchange/shop-document.ts';
export { layoutLines, svgOf, templateLines, type DrawnLine } from './exchange/layout-svg.ts';
export { asOfToday, movedInTime } from './exchange/moved-in-time.ts';
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
  type TableReading,
  type TableRow,
} from './exchange/pieces-table.ts';
export {
  emptyChange,
  mergeShops,
  rebase,
  type Conflict,
  type MergedShops,
  type MergePolicy,
  type Rebased,
  type Retagged,
} from './exchange/merge.ts';
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
  type ShopTable,
} from './exchange/change.ts';

export { entriesBefore6, planedEntry, type Raw } from './exchange/migrations.ts';
export { photosIn, type NamedPhoto } from './exchange/photos-in.ts';
export { inBlanks, inSinglePieces } from './project/blanks.ts';

// How wood moves
export { FIBRE_SATURATION_PCT, movementMm } from './timber/movement.ts';
export { greenSizeMm, slotLengthMm } from './timber/sizes-to-come.ts';
