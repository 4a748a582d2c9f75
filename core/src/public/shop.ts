// The shop’s document and the changes to it: entries of the floor, tables, drawings, merging.

// Entries of what was done, and the workshop
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
} from '../shop/entry.ts';
export { cameOfBoards } from '../shop/came-of-boards.ts';
export {
  NOTED_MACHINES,
  parseStretches,
  WEEKDAYS,
  writeStretches,
  type MachineNotes,
  type Weekday,
  type Workshop,
} from '../shop/workshop.ts';

// The shop document, and changes to it
export {
  completeSettings,
  DEFAULT_SETTINGS,
  emptyShop,
  type ShopDocument,
  type ShopSettings,
} from '../exchange/shop-document.ts';
export { layoutLines, svgOf, templateLines, type DrawnLine } from '../exchange/layout-svg.ts';
export { asOfToday } from '../exchange/moved-in-time.ts';
export { readShop, type DocumentFault } from '../exchange/read-shop.ts';
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
} from '../exchange/pieces-table.ts';
export { emptyChange, rebase, type Conflict, type MergePolicy, type Retagged } from '../exchange/merge.ts';
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
} from '../exchange/change.ts';
export { entriesBefore6, planedEntry, type Raw } from '../exchange/migrations.ts';
export { photosIn } from '../exchange/photos-in.ts';
