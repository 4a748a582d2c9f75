// What wood gives: clear pieces, thickness, estimates and how sure they are, machines, worth.

export { clearCuttings } from '../yield/cutting/clear-cuttings.ts';
export { DEFAULT_HABITS, type CuttingHabits } from '../yield/habits.ts';
export {
  DEFAULT_MACHINES,
  HAND_TOOL_SHOP,
  limitsInWords,
  sawPasses,
  STRAIGHTEN_TEXT,
  type SawWay,
  type Machines,
} from '../yield/machines.ts';
export { endTrims, isRoughEnd } from '../yield/thickness/ends.ts';
export { blockedForGrade, isPlanedOff, NO_TRIMS, trimsOf } from '../yield/thickness/workable.ts';
export {
  estimateYield,
  type Cutting,
  type PieceSize,
  type PieceYield,
  type YieldAsk,
} from '../yield/estimates/estimate.ts';
export { SCHOOL_NAMES } from '../yield/cutting/why-better.ts';
export { WISH_NAMES, WISHES, type Wish } from '../yield/cutting/wish.ts';
export { warpLoss } from '../yield/thickness/warp-loss.ts';
export { greatestFor, usableThickness } from '../yield/thickness/thickness.ts';
export { bestTradeFor, straightPart, tradeTable, type TradeRow } from '../yield/thickness/trade-table.ts';
export {
  explainShare,
  explainSure,
  explainThickness,
  explainTrade,
  type Explained,
  type Quantity,
} from '../yield/estimates/explain.ts';
export { canGive, type Giving, type Want } from '../yield/estimates/can-give.ts';
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
} from '../yield/estimates/own-record.ts';
export {
  howSure,
  reckonedM3,
  shopBias,
  sureRanges,
  type HowSure,
  type SureLine,
} from '../yield/estimates/how-sure.ts';
export { usableShare, type Range } from '../yield/estimates/usable-share.ts';
export {
  DEFAULT_TRADE,
  fitsVehicle,
  HAULED_MOISTURE_PCT,
  priceOfNew,
  VERDICT_NAMES,
  worthOfHaul,
  type Trade,
} from '../yield/worth/worth-taking.ts';

// Pulling a part flat
export { blankFor, pullFlatForce, USUAL_STIFFNESS } from '../yield/thickness/blank.ts';
