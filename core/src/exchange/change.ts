/** Changes of the shop as reversible values: they give undo, redo, the journal and storage for free. */
import type { Haul } from '../stock/haul.ts';
import type { Piece } from '../stock/piece.ts';
import type { Project } from '../project/project.ts';
import type { Entry } from '../shop/entry.ts';
import type { ShopDocument, ShopSettings } from './shop-document.ts';

/** What happened to a set of records with ids. */
export interface Delta<T> {
  readonly added: readonly T[];
  readonly updated: readonly (readonly [before: T, after: T])[];
  readonly removed: readonly T[];
}

export interface ShopChange {
  /** What was done, in the maker's words: “tally 6 slats”. */
  readonly label: string;
  readonly hauls: Delta<Haul>;
  readonly pieces: Delta<Piece>;
  readonly projects: Delta<Project>;
  readonly entries: Delta<Entry>;
  readonly settings?: readonly [before: ShopSettings, after: ShopSettings];
}

/** The kinds of record that a shop holds. */
export const SHOP_TABLES = ['hauls', 'pieces', 'projects', 'entries'] as const;
export type ShopTable = (typeof SHOP_TABLES)[number];

export const noDelta = <T>(): Delta<T> => ({ added: [], updated: [], removed: [] });

const reversed = <T>(delta: Delta<T>): Delta<T> => ({
  added: delta.removed,
  updated: delta.updated.map(([before, after]) => [after, before] as const),
  removed: delta.added,
});

/** The change that takes `change` back. */
export function inverse(change: ShopChange): ShopChange {
  return {
    label: change.label,
    hauls: reversed(change.hauls),
    pieces: reversed(change.pieces),
    projects: reversed(change.projects),
    entries: reversed(change.entries),
    ...(change.settings ? { settings: [change.settings[1], change.settings[0]] as const } : {}),
  };
}

interface Identified {
  readonly id: string;
}

/** The delta from one list of records to another. */
export function deltaBetween<T extends Identified>(before: readonly T[], after: readonly T[]): Delta<T> {
  if (before === after) return noDelta();
  const old = new Map(before.map((record) => [record.id, record]));
  const kept = new Set(after.map((record) => record.id));
  const updated: (readonly [T, T])[] = [];
  const added: T[] = [];
  for (const record of after) {
    const was = old.get(record.id);
    if (!was) added.push(record);
    else if (was !== record) updated.push([was, record]);
  }
  return { added, updated, removed: before.filter((record) => !kept.has(record.id)) };
}

export const isEmptyDelta = <T>(delta: Delta<T>): boolean =>
  delta.added.length + delta.updated.length + delta.removed.length === 0;

/** Whether a change changes nothing. */
export const isEmptyChange = (change: ShopChange): boolean =>
  isEmptyDelta(change.hauls) &&
  isEmptyDelta(change.pieces) &&
  isEmptyDelta(change.projects) &&
  isEmptyDelta(change.entries) &&
  change.settings === undefined;

/** The change that makes `after` out of `before`. */
export function changeBetween(label: string, before: ShopDocument, after: ShopDocument): ShopChange {
  return {
    label,
    hauls: deltaBetween(before.hauls, after.hauls),
    pieces: deltaBetween(before.pieces, after.pieces),
    projects: deltaBetween(before.projects, after.projects),
    entries: deltaBetween(before.entries, after.entries),
    ...(before.settings === after.settings ? {} : { settings: [before.settings, after.settings] as const }),
  };
}

/** Records after a delta; ones that are new stand last. */
export function applyDelta<T extends Identified>(records: readonly T[], delta: Delta<T>): readonly T[] {
  if (isEmptyDelta(delta)) return records;
  const gone = new Set(delta.removed.map((record) => record.id));
  const changed = new Map(delta.updated.map(([, after]) => [after.id, after]));
  return records
    .filter((record) => !gone.has(record.id))
    .map((record) => changed.get(record.id) ?? record)
    .concat(delta.added);
}

export function applyChange(shop: ShopDocument, change: ShopChange): ShopDocument {
  return {
    ...shop,
    hauls: applyDelta(shop.hauls, change.hauls),
    pieces: applyDelta(shop.pieces, change.pieces),
    projects: applyDelta(shop.projects, change.projects),
    entries: applyDelta(shop.entries, change.entries),
    settings: change.settings?.[1] ?? shop.settings,
  };
}
