/** The steps that can be undone and redone: values, trimmed alike in memory and on disk. */
import { SHOP_TABLES, type ShopChange } from '@aldrek/core/shop';

/** One step of undo of this tab. */
export interface Step {
  /** Grows with time, over all tabs. */
  readonly n: number;
  readonly label: string;
  readonly bytes: number;
  readonly change: ShopChange;
}

export interface History {
  /** Steps that undo can take back, oldest first. */
  readonly done: readonly Step[];
  /** Steps that redo can do again, the next one last. */
  readonly undone: readonly Step[];
}

export const NO_HISTORY: History = { done: [], undone: [] };

/** Older steps than this many, or than this much room in all, are forgotten by undo; the shop itself keeps everything. */
export const MOST_STEPS = 300;
export const MOST_BYTES = 60_000_000;

/** Records of which the size is measured; the others are taken to be as large on average. */
const MEASURED = 20;

export const recordsIn = (change: ShopChange): number =>
  SHOP_TABLES.reduce((sum, table) => {
    const { added, updated, removed } = change[table];
    return sum + added.length + 2 * updated.length + removed.length;
  }, 0);

/** About how many bytes a change takes, by a sample of its records. */
export function bytesOf(change: ShopChange): number {
  let bytes = change.settings ? JSON.stringify(change.settings).length : 0;
  for (const table of SHOP_TABLES) {
    const { added, updated, removed } = change[table];
    const all: readonly unknown[] = [...added, ...updated, ...removed];
    const every = Math.max(1, Math.floor(all.length / MEASURED));
    const sample = all.filter((_, i) => i % every === 0);
    if (sample.length > 0) bytes += (JSON.stringify(sample).length / sample.length) * all.length;
  }
  return Math.round(bytes);
}

/** The history without its oldest steps where it is too long or too large; the newest step always stays. */
export function trimmed({ done, undone }: History): History {
  let [from, bytes] = [Math.max(0, done.length - MOST_STEPS), 0];
  for (let i = done.length - 1; i >= from; i--) {
    bytes += done[i]?.bytes ?? 0;
    if (bytes > MOST_BYTES && i < done.length - 1) from = i + 1;
  }
  return from === 0 ? { done, undone } : { done: done.slice(from), undone };
}

/** Numbers of steps of `before` that are no longer in `after`. */
export function forgotten(before: History, after: History): number[] {
  const kept = new Set([...after.done, ...after.undone].map(({ n }) => n));
  return [...before.done, ...before.undone].flatMap(({ n }) => (kept.has(n) ? [] : [n]));
}
