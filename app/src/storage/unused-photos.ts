import { inject, Injectable } from '@angular/core';
import { PHOTO_DB } from './photos';

/**
 * Clears photos that nothing names any more: neither the shop nor any step that can be undone or done again, in any
 * tab. A photo goes only when two looks in a row found it unnamed, since one is stored a moment before it is named.
 */
@Injectable({ providedIn: 'root' })
export class UnusedPhotos {
  private readonly db = inject(PHOTO_DB);
  private suspects: ReadonlySet<string> = new Set();

  /** Looks once; returns the ids that were cleared. */
  async clear(): Promise<string[]> {
    const { db } = this;
    const all = await db.photos.toCollection().primaryKeys();
    if (all.length === 0) return [];
    return db.transaction(
      'rw',
      [db.photos, db.hauls, db.pieces, db.entries, db.steps, db.parts],
      async () => {
        const named = new Set<string>();
        const see = (record: unknown): void => collect(record, named);
        await db.hauls.each(see);
        await db.pieces.filter(({ photos }) => (photos?.length ?? 0) > 0).each(see);
        await db.entries.each(see);
        await db.steps.each(see);
        await db.parts.each(see);
        const unnamed = all.filter((id) => !named.has(id));
        const gone = unnamed.filter((id) => this.suspects.has(id));
        this.suspects = new Set(unnamed);
        await db.photos.bulkDelete(gone);
        return gone;
      },
    );
  }
}

/** The ids of all photos named anywhere within a value. */
function collect(value: unknown, into: Set<string>): void {
  if (typeof value !== 'object' || value === null) return;
  for (const [key, inner] of Object.entries(value)) {
    if (key === 'photos' && Array.isArray(inner))
      for (const photo of inner as ({ readonly id?: unknown } | null)[])
        if (typeof photo?.id === 'string') into.add(photo.id);
    collect(inner, into);
  }
}
