import { inverse, isEmptyDelta, type Delta, type ShopChange, type ShopDocument } from '@aldrek/core';
import type { EntityTable } from 'dexie';
import { ShopDb } from './shop-db';

/** Older changes than this many are forgotten by undo; the shop itself keeps everything. */
const JOURNAL_LENGTH = 300;

/** From so many pieces on, a snapshot of them is kept. */
const SNAPSHOT_FROM = 400;
/** A snapshot is made when nothing has been changed for so long, ms. */
const CALM_MS = 2500;

export interface StoredShop {
  readonly hauls: ShopDocument['hauls'];
  readonly pieces: ShopDocument['pieces'];
  readonly projects: ShopDocument['projects'];
  readonly milled: ShopDocument['milled'];
  readonly settings: ShopDocument['settings'];
  /** Where the journal ended when the shop was read; it is read apart, since nobody waits for it. */
  readonly journalEnd: number;
}

export interface StoredJournal {
  /** Changes that undo can take back, oldest first. */
  readonly done: readonly ShopChange[];
  /** Changes that redo can do again, the next one last. */
  readonly undone: readonly ShopChange[];
}

/** Reads and writes the shop and its journal; each change in one transaction, in the order given. */
export class ShopRepository {
  private queue: Promise<void> = Promise.resolve();
  private calm: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly db = new ShopDb()) {}

  async load(): Promise<StoredShop> {
    await this.queue;
    const { db } = this;
    return db.transaction(
      'r',
      [db.hauls, db.pieces, db.projects, db.milled, db.journal, db.settings, db.snapshots],
      async () => {
        const [hauls, pieces, projects, milled, settings, ends] = await Promise.all([
          db.hauls.toArray(),
          this.pieces(),
          db.projects.toArray(),
          db.milled.toArray(),
          db.loadSettings(),
          db.journal.orderBy('seq').reverse().limit(1).primaryKeys(),
        ]);
        return { hauls, pieces, projects, milled, settings, journalEnd: ends[0] ?? 0 };
      },
    );
  }

  /** The journal up to where it ended when the shop was read. */
  async loadJournal(journalEnd: number): Promise<StoredJournal> {
    const journal = await this.db.journal.where('seq').belowOrEqual(journalEnd).sortBy('seq');
    return {
      done: journal.filter((entry) => entry.undone === 0).map((entry) => entry.change),
      undone: journal
        .filter((entry) => entry.undone === 1)
        .map((entry) => entry.change)
        .reverse(),
    };
  }

  /** Pieces from the snapshot where it is of the present revision, else from their table. */
  private async pieces(): Promise<ShopDocument['pieces']> {
    const [revision, snapshot] = await Promise.all([this.db.revision(), this.db.snapshots.get('pieces')]);
    if (snapshot?.revision === revision) return JSON.parse(snapshot.json) as ShopDocument['pieces'];
    const pieces = await this.db.pieces.toArray();
    if (pieces.length >= SNAPSHOT_FROM) this.whenCalm();
    return pieces;
  }

  private whenCalm(): void {
    clearTimeout(this.calm);
    this.calm = setTimeout(() => void this.takeSnapshot().catch(() => undefined), CALM_MS);
  }

  /** Keeps all pieces as one text. Failing to is no loss: the table is the truth. */
  async takeSnapshot(): Promise<void> {
    const { db } = this;
    await this.queue;
    await db.transaction('rw', [db.pieces, db.settings, db.snapshots], async () => {
      const [revision, pieces] = await Promise.all([db.revision(), db.pieces.toArray()]);
      if (pieces.length < SNAPSHOT_FROM) await db.snapshots.clear();
      else await db.snapshots.put({ key: 'pieces', revision, json: JSON.stringify(pieces) });
    });
  }

  /** Stores a new change; what had been undone can't be done again after it. */
  record(change: ShopChange): Promise<void> {
    return this.inOrder(async () => {
      await this.write(change);
      await this.db.journal.where('undone').equals(1).delete();
      await this.db.journal.add({ change, undone: 0 });
      const tooMany = (await this.db.journal.count()) - JOURNAL_LENGTH;
      if (tooMany > 0) await this.db.journal.orderBy('seq').limit(tooMany).delete();
    });
  }

  undo(): Promise<void> {
    return this.inOrder(async () => {
      const last = await this.db.journal.where('undone').equals(0).last();
      if (!last) return;
      await this.write(inverse(last.change));
      await this.db.journal.put({ ...last, undone: 1 });
    });
  }

  redo(): Promise<void> {
    return this.inOrder(async () => {
      const next = await this.db.journal.where('undone').equals(1).first();
      if (!next) return;
      await this.write(next.change);
      await this.db.journal.put({ ...next, undone: 0 });
    });
  }

  /** The unit is how the user reads lengths, not a change of the shop: it is not journalled. */
  saveSettings(settings: ShopDocument['settings']): Promise<void> {
    return this.inOrder(async () => {
      await this.db.settings.put({ key: 'settings', value: settings });
    });
  }

  private inOrder(work: () => Promise<void>): Promise<void> {
    const { db } = this;
    const next = this.queue.then(() =>
      db.transaction('rw', [db.hauls, db.pieces, db.projects, db.milled, db.journal, db.settings], work),
    );
    this.queue = next.catch(() => undefined);
    return next;
  }

  private async write(change: ShopChange): Promise<void> {
    await writeDelta(this.db.hauls, change.hauls);
    await writeDelta(this.db.pieces, change.pieces);
    await writeDelta(this.db.projects, change.projects);
    await writeDelta(this.db.milled, change.milled);
    if (!isEmptyDelta(change.pieces)) {
      await this.db.settings.put({ key: 'revision', value: (await this.db.revision()) + 1 });
      this.whenCalm();
    }
    if (change.settings) await this.db.settings.put({ key: 'settings', value: change.settings[1] });
  }
}

async function writeDelta<T extends { readonly id: string }>(
  table: EntityTable<T, 'id'>,
  delta: Delta<T>,
): Promise<void> {
  if (delta.removed.length > 0) {
    await table.bulkDelete(delta.removed.map((record) => record.id) as never[]);
  }
  const puts = [...delta.updated.map(([, after]) => after), ...delta.added];
  if (puts.length > 0) await table.bulkPut(puts);
}
