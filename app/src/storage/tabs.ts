/**
 * Tabs of this browser that have the shop open. Each has a number of its own that a reload keeps, and holds a lock by
 * that name as long as it lives; steps of a tab whose lock nobody holds are taken over by the next that opens.
 */

import { TAB_OF_OLD } from './shop-db';

const KEY = 'aldrek-tab';
/** Absent where there is no page, as in tests. */
const session = (): Storage | null => (typeof sessionStorage === 'undefined' ? null : sessionStorage);
const locks = (): LockManager | null =>
  typeof navigator === 'undefined' || !('locks' in navigator) ? null : navigator.locks;

const LOCK = (tab: string): string => `aldrek-tab-${tab}`;

/** The tab's own number; another one where a duplicated tab came with the number of one that lives. */
export async function ownTab(): Promise<string> {
  const kept = session()?.getItem(KEY) ?? null;
  const held = await locksHeld();
  const tab = kept !== null && !held.has(LOCK(kept)) ? kept : crypto.randomUUID().slice(0, 8);
  session()?.setItem(KEY, tab);
  // Held until the tab goes; nothing waits for it.
  void hold(LOCK(tab));
  return tab;
}

/** Tells whether a tab is gone; where the browser can't tell, none is. */
export async function goneTabs(): Promise<(tab: string) => boolean> {
  if (!locks()) return (tab) => tab === TAB_OF_OLD;
  const held = await locksHeld();
  return (tab) => !held.has(LOCK(tab));
}

async function locksHeld(): Promise<ReadonlySet<string>> {
  const found = await locks()?.query();
  return new Set((found?.held ?? []).flatMap(({ name }) => (name === undefined ? [] : [name])));
}

async function hold(name: string): Promise<void> {
  await locks()?.request(name, () => new Promise<void>(() => undefined));
}
