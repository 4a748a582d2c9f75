// Wood as it is found: units of the trade, species, places on a piece, hauls, finds and pieces, hazards.

// Outcomes
export { ok, fail, type Result } from '../foundation/result.ts';
export { exhausted } from '../foundation/assert.ts';
export { isDay } from '../foundation/calendar-day.ts';

// Units of the trade
export {
  formatInches,
  formatAtLeast,
  formatLength,
  formatMm,
  inchParts,
  MM_PER_INCH,
  parseLength,
  type LengthUnit,
} from '../units/length.ts';
export { boardFeet, M3_PER_BOARD_FOOT } from '../units/board-measure.ts';

// Timber
export {
  findSpecies,
  SPECIES,
  speciesById,
  speciesName,
  UNKNOWN_SPECIES,
  type SpeciesId,
} from '../timber/species.ts';
export { guessedPricePerM3 } from '../timber/new-prices.ts';
export { weightKg } from '../timber/weight.ts';
export { equilibriumMoisturePct } from '../timber/equilibrium.ts';

// Places on wood
export { areaMm2, clipTo, type Rect } from '../geometry/rectangle.ts';
export { largestRectangle } from '../geometry/largest-rectangle.ts';
export type { School } from '../geometry/school.ts';
export {
  bandBetween,
  EDGES,
  outlineFault,
  type Edge,
  type Outline,
  type Point as PlanPoint,
} from '../geometry/outline.ts';

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
} from '../stock/piece.ts';
export { type EdgeState } from '../stock/edges.ts';
export { layRow } from '../stock/finding-row.ts';
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
} from '../stock/inspection.ts';
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
} from '../stock/finding.ts';
export {
  GRADE_NAMES,
  fatesOf,
  GRADES,
  neverStays,
  isInTheWay,
  verdictOn,
  type Grade,
  type GradeLimits,
} from '../stock/grade.ts';
export { printTallyLine, readTallyLine, type TalliedPiece, type TallyReading } from '../stock/tally-line.ts';
export type { NominalReading } from '../stock/tally-head.ts';
export { WARP_KINDS, type Warp, type WarpKind } from '../stock/warp.ts';

// Stock: hauls, finds and how they come apart
export { FIND_KINDS, type FindKind } from '../stock/find-kind.ts';
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
} from '../stock/haul.ts';
export { palletMarkText, readPalletMark, TREATMENT_ABOUT } from '../stock/pallet-mark.ts';
export {
  breakdownOf,
  drawFind,
  measuresOf,
  takeApart,
  usualMeasures,
  type SortOutcome,
} from '../stock/breakdown/take-apart.ts';
export { piecesForRack, type PieceForRack } from '../stock/breakdown/for-rack.ts';
export type { MeasureField, Point, Shape } from '../stock/breakdown/model.ts';
export { hoopSeatMm, radiusLossMm } from '../stock/breakdown/barrel-hoops.ts';
export { sandingBudget } from '../stock/construction.ts';
export {
  SETTLES_AT_PCT,
  SHELTER_NAMES,
  SHELTERS,
  stockByPlace,
  type Place,
  type Shelter,
} from '../stock/place.ts';

// Hazards
export {
  cautionOfHazard,
  cautionsFor,
  hazardsOf,
  LIFT_PLAN_KG,
  TWO_PEOPLE_KG,
  type Caution,
} from '../hazards/cautions.ts';
export { CLEARANCE_NAMES, clearanceOf, ironStains, isScanned, punchedIn } from '../hazards/clearance.ts';
export { HAZARD_KINDS } from '../stock/hazard-kind.ts';
export { hazardRule, hazardSet, restrictions, USE_NAMES, type Ruling } from '../hazards/hazard.ts';
export { followFind } from '../hazards/follow-find.ts';
export {
  finishIsLeadFree,
  LOOSE_QUESTIONS,
  looseHazards,
  OUTCOME_NAMES,
  questionsFor,
  screen,
  woodHazards,
} from '../hazards/screening.ts';

// How wood moves
export { FIBRE_SATURATION_PCT, movementMm } from '../timber/movement.ts';
export { greenSizeMm, slotLengthMm } from '../timber/sizes-to-come.ts';
