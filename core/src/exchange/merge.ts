/**
 * Changes that meet: a change made on one state of the shop, brought to bear on another that somebody else has changed
 * since. What both touched is merged by field, lists of records (findings, parts, finds) by their ids. Where both set
 * the same field differently, the policy says whose stands: of two edits the later one; of undo, never against an edit
 * that somebody else made after the step that is taken back. Nothing is dropped without being named.
 */
import equal from 'fast-deep-equal';
import { inOrder } from '../project/plan-life.ts';
import { nextTag } from '../stock/piece.ts';
import {
  applyChange,
  changeBetween,
  isEmptyDelta,
  noDelta,
  type Delta,
  type ShopChange,
  type ShopTable,
} from './change.ts';
import type { ShopDocument } from './shop-document.ts';

/** `ours`: the change at hand is the later edit and stands. `theirs`: it takes something back, and yields. */
export type MergePolicy = 'ours' | 'theirs';

/** A field that both set: what stands is `ours` or `theirs` by the policy. */
export interface Conflict {
  readonly table: ShopTable | 'settings';
  readonly id: string;
  /** With dots into what is nested; empty where one removed what the other changed. */
  readonly field: string;
  readonly ours: unknown;
  readonly theirs: unknown;
}

export interface Retagged {
  readonly id: string;
  readonly from: string;
  readonly to: string;
}

export interface Rebased {
  /** The change as it applies to `now`. */
  readonly change: ShopChange;
  readonly conflicts: readonly Conflict[];
  /** Pieces that got another tag because theirs was taken. */
  readonly retagged: readonly Retagged[];
}

type Told = (field: string, ours: unknown, theirs: unknown) => void;

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const isIdentified = (value: unknown): value is readonly { readonly id: string }[] =>
  Array.isArray(value) && value.every((one) => isRecord(one) && typeof one['id'] === 'string');

/** Fields whose parts belong together: half of one plan and half of another would be neither. */
const ATOMIC: ReadonlySet<string> = new Set([
  'plan',
  'putBy',
  'outline',
  'design',
  'tone',
  'make',
  'shape',
  'mark',
]);

/** `before` → `after` brought to bear on `now`. */
function merged(
  before: unknown,
  after: unknown,
  now: unknown,
  policy: MergePolicy,
  field: string,
  tell: Told,
): unknown {
  if (equal(before, after) || equal(after, now)) return now;
  if (equal(before, now)) return after;
  const whole = ATOMIC.has(field.slice(field.lastIndexOf('.') + 1));
  if (!whole && isRecord(before) && isRecord(after) && isRecord(now)) {
    const fields = new Set([...Object.keys(now), ...Object.keys(after), ...Object.keys(before)]);
    const out: Record<string, unknown> = {};
    for (const key of fields) {
      const path = field === '' ? key : `${field}.${key}`;
      const value = merged(before[key], after[key], now[key], policy, path, tell);
      if (value !== undefined) out[key] = value;
    }
    return out;
  }
  if (isIdentified(before) && isIdentified(after) && isIdentified(now))
    return mergedList(before, after, now, policy, field, tell);
  tell(field, after, now);
  return policy === 'ours' ? after : now;
}

/** Lists of records: theirs in their order, with what we changed in them, without what we removed, ours at the end. */
function mergedList(
  before: readonly { readonly id: string }[],
  after: readonly { readonly id: string }[],
  now: readonly { readonly id: string }[],
  policy: MergePolicy,
  field: string,
  tell: Told,
): unknown[] {
  const old = new Map(before.map((one) => [one.id, one]));
  const ours = new Map(after.map((one) => [one.id, one]));
  const theirs = new Set(now.map(({ id }) => id));
  const out: unknown[] = [];
  for (const one of now) {
    const was = old.get(one.id);
    const own = ours.get(one.id);
    if (!was)
      out.push(own === undefined ? one : merged(undefined, own, one, policy, `${field}.${one.id}`, tell));
    else if (own) out.push(merged(was, own, one, policy, `${field}.${one.id}`, tell));
    else if (!equal(was, one)) {
      // We removed what they changed.
      tell(`${field}.${one.id}`, undefined, one);
      if (policy === 'theirs') out.push(one);
    }
  }
  for (const own of after) {
    if (theirs.has(own.id)) continue;
    const was = old.get(own.id);
    if (!was) out.push(own);
    else if (!equal(was, own)) {
      // They removed what we changed.
      tell(`${field}.${own.id}`, own, undefined);
      if (policy === 'ours') out.push(own);
    }
  }
  return out;
}

interface Identified {
  readonly id: string;
}

function rebasedDelta<T extends Identified>(
  delta: Delta<T>,
  now: readonly T[],
  policy: MergePolicy,
  tell: (id: string, field: string, ours: unknown, theirs: unknown) => void,
): Delta<T> {
  if (isEmptyDelta(delta)) return delta;
  const there = new Map(now.map((record) => [record.id, record]));
  const added: T[] = [];
  const updated: (readonly [T, T])[] = [];
  const removed: T[] = [];
  for (const record of delta.added) {
    const theirs = there.get(record.id);
    if (!theirs) added.push(record);
    else if (!equal(theirs, record)) {
      const next = merged(undefined, record, theirs, policy, '', (f, o, t) => tell(record.id, f, o, t)) as T;
      if (next !== theirs) updated.push([theirs, next]);
    }
  }
  for (const [before, after] of delta.updated) {
    const theirs = there.get(after.id);
    if (!theirs) {
      tell(after.id, '', after, undefined);
      if (policy === 'ours') added.push(after);
      continue;
    }
    if (theirs === before) {
      updated.push([before, after]);
      continue;
    }
    const next = merged(before, after, theirs, policy, '', (f, o, t) => tell(after.id, f, o, t)) as T;
    if (!equal(next, theirs)) updated.push([theirs, next]);
  }
  for (const record of delta.removed) {
    const theirs = there.get(record.id);
    if (!theirs) continue;
    if (theirs !== record && !equal(theirs, record)) {
      tell(record.id, '', undefined, theirs);
      if (policy === 'theirs') continue;
    }
    removed.push(theirs);
  }
  return { added, updated, removed };
}

/**
 * `change`, made on another state, as it applies to `now`. Tags stay unique: a piece that comes with a tag that is
 * taken gets the next free one. Plans and reservations are put in order, since each side left them so by itself only.
 */
export function rebase(change: ShopChange, now: ShopDocument, policy: MergePolicy): Rebased {
  const conflicts: Conflict[] = [];
  const on =
    (table: ShopTable) =>
    (id: string, field: string, ours: unknown, theirs: unknown): void =>
      void conflicts.push({ table, id, field, ours, theirs });
  let settings = change.settings;
  if (settings && settings[0] !== now.settings) {
    const next = merged(settings[0], settings[1], now.settings, policy, '', (field, ours, theirs) =>
      conflicts.push({ table: 'settings', id: 'settings', field, ours, theirs }),
    ) as ShopDocument['settings'];
    settings = equal(next, now.settings) ? undefined : [now.settings, next];
  }
  const { settings: _, ...rest } = change;
  const plain: ShopChange = {
    ...rest,
    hauls: rebasedDelta(change.hauls, now.hauls, policy, on('hauls')),
    pieces: rebasedDelta(change.pieces, now.pieces, policy, on('pieces')),
    projects: rebasedDelta(change.projects, now.projects, policy, on('projects')),
    entries: rebasedDelta(change.entries, now.entries, policy, on('entries')),
    ...(settings ? { settings } : {}),
  };
  const { pieces, retagged } = withFreeTags(plain.pieces, now);
  const tagged = { ...plain, pieces };
  const after = applyChange(now, tagged);
  const ordered = inOrder(after);
  const tidy = ordered.pieces !== after.pieces || ordered.projects.some((p, i) => p !== after.projects[i]);
  return {
    change: tidy ? changeBetween(change.label, now, { ...after, ...ordered }) : tagged,
    conflicts,
    retagged,
  };
}

/** The delta with tags that nobody else bears. */
function withFreeTags(
  delta: ShopChange['pieces'],
  now: ShopDocument,
): { readonly pieces: ShopChange['pieces']; readonly retagged: readonly Retagged[] } {
  if (delta.added.length === 0 && delta.updated.every(([before, after]) => before.tag === after.tag))
    return { pieces: delta, retagged: [] };
  const leaving = new Set([...delta.removed.map(({ id }) => id), ...delta.updated.map(([, { id }]) => id)]);
  const taken = new Set(now.pieces.flatMap(({ id, tag }) => (leaving.has(id) ? [] : [tag])));
  const retagged: Retagged[] = [];
  const free = <T extends { readonly id: string; readonly tag: string; readonly name: string }>(
    piece: T,
  ): T => {
    const tag = taken.has(piece.tag) ? nextTag(piece.name, taken) : piece.tag;
    taken.add(tag);
    if (tag === piece.tag) return piece;
    retagged.push({ id: piece.id, from: piece.tag, to: tag });
    return { ...piece, tag };
  };
  // Those that keep their tag first: they are not the ones to give way.
  const unchanged = delta.updated.filter(([before, after]) => before.tag === after.tag);
  for (const [, { tag }] of unchanged) taken.add(tag);
  const updated = delta.updated.map(([before, after]) =>
    before.tag === after.tag ? ([before, after] as const) : ([before, free(after)] as const),
  );
  return { pieces: { ...delta, updated, added: delta.added.map(free) }, retagged };
}

/** No change at all, under a label. */
export const emptyChange = (label: string): ShopChange => ({
  label,
  hauls: noDelta(),
  pieces: noDelta(),
  projects: noDelta(),
  entries: noDelta(),
});
