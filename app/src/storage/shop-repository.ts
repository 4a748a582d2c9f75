import {
  applyChange,
  completeSettings,
  emptyShop,
  isEmptyDelta,
  type Delta,
  type ShopChange,
  type ShopDocument,
  type ShopSettings,
} from '@aldrek/core/shop';
import type { EntityTable } from 'dexie';
import { turn } from '../turns/turns';
import { recordsIn, type History, type Step } from './history';
import { inParts, isLarge, joined, slices } from './large-change';
import { ShopDb, type ExportedRow, type RevisionRow, type SettingsRow } from './shop-db';

/** From so many pieces on, a snapshot of them is kept. */
const SNAPSHOT_FROM = 400;
/** Pieces in one text of a snapshot: read in one go without holding up the page. */
const SNAPSHOT_TEXT = 500;
/** A snapshot is made when nothing has been changed for so long, ms. */
const CALM_MS = 2500;
/** Rows of the log that are kept: a tab that is further behind reads the tables again. */
const LOG_LENGTH = 200;

/** The shop as it stood at a write. */
export interface StoredShop {
  readonly shop: ShopDocument;
  readonly seq: number;
}

/** What a tab wants written: a change of the shop, and what becomes of its steps. */
export interface Write {
  readonly tab: string;
  readonly change: ShopChange;
  readonly history: History;
  /** The step that is put down, done or undone; absent where nothing can be undone (how lengths are read). */
  readonly step?: { readonly step: Step; readonly undone: boolean };
  /** Steps that are no more: trimmed, or not to be redone after a new one. */
  readonly forgotten: readonly number[];
}

/** Reads and writes the shop in this browser; each write is one transaction over all that it touches. */
export class ShopRepository {
  private calm: ReturnType<typeof setTimeout> | undefined;

  constructor(readonly db = new ShopDb()) {}

  /** The whole shop as it stands, read in one transaction. */
  async load(): Promise<StoredShop> {
    const { db } = this;
    const found = await db.transaction(
      'r',
      [db.hauls, db.pieces, db.projects, db.entries, db.settings, db.snapshots, db.log],
      async () => {
        const [revision, snapshot] = await Promise.all([this.revision(), db.snapshots.get('pieces')]);
        const fresh = snapshot?.revision === revision ? snapshot.texts : null;
        const [hauls, projects, entries, settings, seq, pieces] = await Promise.all([
          db.hauls.toArray(),
          db.projects.toArray(),
          db.entries.toArray(),
          this.settings(),
          this.lastSeq(),
          fresh === null ? db.pieces.toArray() : Promise.resolve(null),
        ]);
        return { hauls, projects, entries, settings, seq, pieces, texts: fresh };
      },
    );
    const { texts, seq, pieces, ...rest } = found;
    const all: ShopDocument['pieces'][number][] = pieces ?? [];
    for (const text of texts ?? []) {
      all.push(...(JSON.parse(text) as ShopDocument['pieces']));
      await turn();
    }
    if (texts === null && all.length >= SNAPSHOT_FROM) this.whenCalm();
    return { shop: { ...emptyShop(), ...rest, pieces: all }, seq };
  }

  /** The steps of a tab, after taking over those of tabs that are no more. */
  async loadHistory(tab: string, isGone: (tab: string) => boolean): Promise<History> {
    const { db } = this;
    const rows = await db.transaction('rw', [db.steps], async () => {
      const all = await db.steps.toArray();
      const own = all.filter((row) => row.tab === tab || isGone(row.tab)).sort((a, b) => a.n - b.n);
      const foreign = own.filter((row) => row.tab !== tab);
      await db.steps.bulkDelete(foreign.map((row) => [row.tab, row.n] as [string, number]));
      await db.steps.bulkPut(foreign.map((row) => ({ ...row, tab })));
      return own;
    });
    const steps: { readonly step: Step; readonly undone: boolean }[] = [];
    for (const { n, label, bytes, change, parts, undone } of rows) {
      const whole = change ?? (await this.joinedParts(label, parts ?? ''));
      steps.push({ step: { n, label, bytes, change: whole }, undone: undone === 1 });
    }
    return {
      done: steps.filter(({ undone }) => !undone).map(({ step }) => step),
      undone: steps
        .filter(({ undone }) => undone)
        .map(({ step }) => step)
        .reverse(),
    };
  }

  private async joinedParts(label: string, key: string): Promise<ShopChange> {
    const parts: ShopChange[] = [];
    for (let i = 0; ; i++) {
      const part = await this.db.parts.get([key, i]);
      if (!part) break;
      parts.push(part.change);
      await turn();
    }
    return joined(label, parts);
  }

  /**
   * What other tabs have written since `seq`, applied to `shop`; the tables read again where the log does not reach
   * back so far or a change was too large to be told.
   */
  async catchUp({ shop, seq }: StoredShop): Promise<StoredShop> {
    const { db } = this;
    const told = await db.transaction('r', [db.log], () => this.since(seq));
    if (told === null) return this.load();
    return {
      shop: told.reduce((now, { change }) => applyChange(now, change), shop),
      seq: told[told.length - 1]?.seq ?? seq,
    };
  }

  /** Rows of the log after `seq`; null where they are not all there to be applied. */
  private async since(seq: number): Promise<{ readonly seq: number; readonly change: ShopChange }[] | null> {
    const rows = await this.db.log.where('seq').above(seq).sortBy('seq');
    const told = rows.flatMap((row) => (row.change === null ? [] : [{ seq: row.seq, change: row.change }]));
    const gapless = rows.every((row, i) => row.seq === seq + 1 + i);
    return told.length === rows.length && gapless ? told : null;
  }

  /**
   * Writes what `make` answers to the shop as it stands: what other tabs have written since `known` is applied to it
   * first, in the same transaction, so that no change is made on a shop that is not there any more.
   */
  async write(
    known: StoredShop,
    make: (now: StoredShop) => Write,
  ): Promise<StoredShop & { readonly wrote: Write }> {
    const { db } = this;
    const tables = [db.hauls, db.pieces, db.projects, db.entries, db.settings, db.steps, db.parts, db.log];
    const outcome = await db.transaction('rw', tables, async () => {
      const now = await this.asItStands(known);
      const wrote = make(now);
      await this.put(wrote.change);
      await this.putStep(wrote);
      const seq = await db.log.add({
        tab: wrote.tab,
        change: isLarge(wrote.change) ? null : wrote.change,
      });
      await db.log
        .where('seq')
        .belowOrEqual(seq - LOG_LENGTH)
        .delete();
      return { shop: applyChange(now.shop, wrote.change), seq, wrote };
    });
    if (!isEmptyDelta(outcome.wrote.change.pieces)) this.whenCalm();
    return outcome;
  }

  /** Inside a transaction: the shop that is known, brought up to date. */
  private async asItStands(known: StoredShop): Promise<StoredShop> {
    const told = await this.since(known.seq);
    if (told?.length === 0) return known;
    if (told !== null)
      return {
        shop: told.reduce((now, { change }) => applyChange(now, change), known.shop),
        seq: told[told.length - 1]?.seq ?? known.seq,
      };
    const { db } = this;
    const [hauls, pieces, projects, entries, settings, seq] = await Promise.all([
      db.hauls.toArray(),
      db.pieces.toArray(),
      db.projects.toArray(),
      db.entries.toArray(),
      this.settings(),
      this.lastSeq(),
    ]);
    return { shop: { ...emptyShop(), hauls, pieces, projects, entries, settings }, seq };
  }

  private async lastSeq(): Promise<number> {
    const [last] = await this.db.log.orderBy('seq').reverse().limit(1).primaryKeys();
    return last ?? 0;
  }

  private async settings(): Promise<ShopSettings> {
    const row = (await this.db.settings.get('settings')) as SettingsRow | undefined;
    return completeSettings(row?.value ?? {});
  }

  private async revision(): Promise<number> {
    const row = (await this.db.settings.get('revision')) as RevisionRow | undefined;
    return row?.value ?? 0;
  }

  private async put(change: ShopChange): Promise<void> {
    const { db } = this;
    await writeDelta(db.hauls, change.hauls);
    await writeDelta(db.pieces, change.pieces, (before, after) => before.tag !== after.tag);
    await writeDelta(db.projects, change.projects);
    await writeDelta(db.entries, change.entries);
    if (change.settings) await db.settings.put({ key: 'settings', value: change.settings[1] });
    if (!isEmptyDelta(change.pieces))
      await db.settings.put({ key: 'revision', value: (await this.revision()) + 1 });
    if (recordsIn(change) > 0) {
      const exported = (await db.settings.get('exported')) as ExportedRow | undefined;
      const row: ExportedRow = {
        ...exported,
        key: 'exported',
        at: exported?.at ?? 0,
        changesSince: (exported?.changesSince ?? 0) + 1,
      };
      await db.settings.put(row);
    }
  }

  private async putStep({ tab, step, forgotten }: Write): Promise<void> {
    const { db } = this;
    for (const n of forgotten) {
      const row = await db.steps.get([tab, n]);
      if (row?.parts !== undefined) await db.parts.where('key').equals(row.parts).delete();
      await db.steps.delete([tab, n]);
    }
    if (!step) return;
    const { n, label, bytes, change } = step.step;
    const undone = step.undone ? 1 : 0;
    const before = await db.steps.get([tab, n]);
    if (before?.parts !== undefined) await db.parts.where('key').equals(before.parts).delete();
    if (!isLarge(change)) {
      await db.steps.put({ tab, n, label, bytes, undone, change });
      return;
    }
    const parts = `${tab} ${n}`;
    let i = 0;
    for (const part of inParts(change)) await db.parts.put({ key: parts, i: i++, change: part });
    await db.steps.put({ tab, n, label, bytes, undone, change: null, parts });
  }

  async forgetSteps(tab: string, numbers: readonly number[]): Promise<void> {
    await this.db.steps.bulkDelete(numbers.map((n) => [tab, n] as [string, number]));
  }

  /** Makes room where the browser has none left: what can be made again, and the older half of what can be undone. */
  async makeRoom(tab: string): Promise<void> {
    const { db } = this;
    await db.transaction('rw', [db.snapshots, db.log, db.steps, db.parts], async () => {
      await db.snapshots.clear();
      // The last row stays: it tells other tabs that they have missed something.
      const last = await this.lastSeq();
      await db.log.where('seq').below(last).delete();
      const rows = await db.steps.where('tab').equals(tab).sortBy('n');
      const old = rows.slice(0, Math.ceil(rows.length / 2));
      for (const { n, parts } of old) {
        if (parts !== undefined) await db.parts.where('key').equals(parts).delete();
        await db.steps.delete([tab, n]);
      }
    });
  }

  private whenCalm(): void {
    clearTimeout(this.calm);
    this.calm = setTimeout(() => void this.takeSnapshot().catch(() => undefined), CALM_MS);
  }

  /** Keeps all pieces as texts. Failing to is no loss: the table is the truth. */
  async takeSnapshot(): Promise<void> {
    const { db } = this;
    const revision = await this.revision();
    const ids = await db.pieces.toCollection().primaryKeys();
    if (ids.length < SNAPSHOT_FROM) {
      await db.snapshots.clear();
      return;
    }
    const texts: string[] = [];
    for (const some of slices(ids, SNAPSHOT_TEXT)) {
      const pieces = await db.pieces.bulkGet([...some]);
      texts.push(JSON.stringify(pieces.filter((piece) => piece !== undefined)));
      await turn();
    }
    await db.transaction('rw', [db.settings, db.snapshots], async () => {
      // Something was written meanwhile: the next calm makes another.
      if ((await this.revision()) !== revision) return;
      await db.snapshots.put({ key: 'pieces', revision, texts });
    });
  }

  /** When the shop was last exported (ms, 0 for never), and how many changes have been made since. */
  async exported(): Promise<Required<Omit<ExportedRow, 'key'>>> {
    const row = (await this.db.settings.get('exported')) as ExportedRow | undefined;
    return { at: row?.at ?? 0, changesSince: row?.changesSince ?? 0, quietUntil: row?.quietUntil ?? 0 };
  }

  /** Leaves the user alone about exporting until so many changes. */
  async quietUntil(changes: number): Promise<void> {
    const row: ExportedRow = { key: 'exported', ...(await this.exported()), quietUntil: changes };
    await this.db.settings.put(row);
  }

  async noteExport(at: number): Promise<void> {
    const row: ExportedRow = { key: 'exported', at, changesSince: 0 };
    await this.db.settings.put(row);
  }
}

async function writeDelta<T extends { readonly id: string }>(
  table: EntityTable<T, 'id'>,
  delta: Delta<T>,
  /** Whether an update gives up something unique that another of them may take. */
  frees: (before: T, after: T) => boolean = () => false,
): Promise<void> {
  const gone = [
    ...delta.removed.map(({ id }) => id),
    ...delta.updated.flatMap(([before, after]) => (frees(before, after) ? [after.id] : [])),
  ];
  for (const some of slices(gone)) await table.bulkDelete([...some] as never[]);
  for (const some of slices(delta.updated)) await table.bulkPut(some.map(([, after]) => after));
  for (const some of slices(delta.added)) await table.bulkPut([...some]);
}
