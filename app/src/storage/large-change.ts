/** Large changes in parts: a browser copies each record that is stored, and thousands at once would hold up the page. */
import { emptyChange, SHOP_TABLES, type Delta, type ShopChange } from '@aldrek/core/shop';
import { recordsIn } from './history';

/** A change of more records than this is kept in parts, and not told to other tabs record by record. */
const LARGE = 400;
/** Records in a part. */
const PART = 150;

export const isLarge = (change: ShopChange): boolean => recordsIn(change) > LARGE;

/** A list in slices. */
export function* slices<T>(list: readonly T[], size = PART): Generator<readonly T[]> {
  for (let i = 0; i < list.length; i += size) yield list.slice(i, i + size);
}

/** The change in parts of at most {@link PART} records, each a change of its own. */
export function* inParts(change: ShopChange): Generator<ShopChange> {
  const { label } = change;
  if (change.settings) yield { ...emptyChange(label), settings: change.settings };
  for (const table of SHOP_TABLES) {
    for (const kind of ['added', 'updated', 'removed'] as const) {
      for (const some of slices(change[table][kind] as readonly unknown[])) {
        const delta = { ...emptyChange(label)[table], [kind]: some } as unknown as Delta<never>;
        yield { ...emptyChange(label), [table]: delta };
      }
    }
  }
}

/** The change that its parts make up. */
export function joined(label: string, parts: readonly ShopChange[]): ShopChange {
  const all = <T>(pick: (part: ShopChange) => Delta<T>): Delta<T> => ({
    added: parts.flatMap((part) => pick(part).added),
    updated: parts.flatMap((part) => pick(part).updated),
    removed: parts.flatMap((part) => pick(part).removed),
  });
  const settings = parts.find((part) => part.settings)?.settings;
  return {
    label,
    hauls: all((part) => part.hauls),
    pieces: all((part) => part.pieces),
    projects: all((part) => part.projects),
    entries: all((part) => part.entries),
    ...(settings ? { settings } : {}),
  };
}
