import Dexie, { type EntityTable, type Table } from 'dexie';
import { type Project } from '@aldrek/core/project';
import {
  completeSettings,
  entriesBefore6,
  planedEntry,
  type Delta,
  type Raw,
  type ShopChange,
  type ShopSettings,
  emptyChange,
  type Entry,
} from '@aldrek/core/shop';
import { nextTag, type Haul, type Piece } from '@aldrek/core/wood';

/** One step of undo, of the tab that made it. */
export interface StoredStep {
  readonly tab: string;
  /** Grows with time, over all tabs. */
  readonly n: number;
  readonly label: string;
  /** About how much room it takes, so that history can be trimmed by it. */
  readonly bytes: number;
  /** 1 while it waits to be done again. */
  readonly undone: 0 | 1;
  /** The change; kept in parts where it is large, since one great record would hold up the page. */
  readonly change: ShopChange | null;
  readonly parts?: string;
}

/** A part of a large change: so many records of one table. */
export interface StoredPart {
  readonly key: string;
  readonly i: number;
  readonly change: ShopChange;
}

/** What was written, one row for each write, so that other tabs can follow. */
export interface LogRow {
  readonly seq: number;
  readonly tab: string;
  /** Null where it was too large to be told: the other tabs read the tables again. */
  readonly change: ShopChange | null;
}

/**
 * All pieces as texts of some hundreds each, to open large racks quickly: a browser reads long texts many times faster
 * than thousands of records. They count only while their revision is that of the shop; the table is the truth.
 */
export interface Snapshot {
  readonly key: 'pieces';
  readonly revision: number;
  readonly texts: readonly string[];
}

export interface RevisionRow {
  readonly key: 'revision';
  readonly value: number;
}

export interface SettingsRow {
  readonly key: 'settings';
  readonly value: ShopSettings;
}

/** When the shop was last exported, and how many steps have been made since. */
export interface ExportedRow {
  readonly key: 'exported';
  readonly at: number;
  readonly changesSince: number;
  /** No reminder before so many changes. */
  readonly quietUntil?: number;
}

/** A picture, kept beside the shop under its id; the document only names it. */
export interface StoredPhoto {
  readonly id: string;
  readonly type: string;
  /** Bytes, not a Blob: some browsers lose blobs that are kept for long. */
  readonly bytes: ArrayBuffer;
}

/** The tab to which steps belong that an earlier version stored, until a tab takes them over. */
export const TAB_OF_OLD = 'before';

/** The shop in this browser. Ids sort by when they were made, and so do the tables. */
export class ShopDb extends Dexie {
  hauls!: EntityTable<Haul, 'id'>;
  pieces!: EntityTable<Piece, 'id'>;
  projects!: EntityTable<Project, 'id'>;
  entries!: EntityTable<Entry, 'id'>;
  steps!: Table<StoredStep, [string, number]>;
  parts!: Table<StoredPart, [string, number]>;
  log!: EntityTable<LogRow, 'seq'>;
  settings!: Table<SettingsRow | RevisionRow | ExportedRow, string>;
  snapshots!: EntityTable<Snapshot, 'key'>;
  photos!: EntityTable<StoredPhoto, 'id'>;

  constructor(name = 'aldrek') {
    // A change is stored when the disk has it, not when the system means to write it.
    super(name, { chromeTransactionDurability: 'strict' });
    this.version(1).stores({ pieces: 'id, tag', projects: 'id', journal: '++seq, undone', settings: 'key' });
    this.version(2).stores({
      pieces: 'id, tag, place, species',
      hauls: 'id',
      photos: 'id',
      snapshots: 'key',
    });
    this.version(3).stores({ milled: 'id' });
    this.version(4)
      .stores({ steps: '[tab+n], tab', parts: '[key+i], key', log: '++seq' })
      .upgrade(async (transaction) => {
        await uniqueTags(transaction.table<Piece, string>('pieces'));
        const settings = transaction.table<SettingsRow, string>('settings');
        const row = await settings.get('settings');
        if (row) await settings.put({ key: 'settings', value: completeSettings(row.value) });
        await transaction.table('snapshots').clear();
        await transaction.table<Project, string>('projects').toCollection().modify(forgetBasis);
        const journal = transaction.table<JournalEntry, number>('journal');
        await stepsFromJournal(journal, transaction.table<StoredStep, unknown>('steps'));
      });
    // Tags are unique here as well, whatever a tab may think; and the journal is steps now.
    this.version(5).stores({ pieces: 'id, &tag, place, species', journal: null });
    // What was done in the shop; changes of before knew nothing of it.
    this.version(6)
      .stores({ entries: 'id', milled: null })
      .upgrade(async (transaction) => {
        const [hauls, pieces, milled] = await Promise.all(
          ['hauls', 'pieces', 'milled'].map((table) => transaction.table<Raw, string>(table).toArray()),
        );
        const finds = (hauls ?? []).flatMap(({ finds: of }) => of as Raw[]);
        const entries = entriesBefore6(finds, pieces ?? [], milled ?? []);
        await transaction.table<Raw, string>('entries').bulkPut(entries);
        for (const table of ['steps', 'parts', 'log'])
          await transaction.table<{ change?: ShopChange | null }>(table).toCollection().modify(withEntries);
        const settings = transaction.table<SettingsRow, string>('settings');
        const row = await settings.get('settings');
        if (row) await settings.put({ key: 'settings', value: completeSettings(row.value) });
      });
  }
}

function withEntries(row: { change?: ShopChange | null }): void {
  // Of a version that knew none, whatever the type says.
  if (!row.change) return;
  const { milled, settings, ...change } = row.change as ShopChange & { milled?: Delta<Raw & { id: string }> };
  const lines = (list: readonly (Raw & { id: string })[] = []): Entry[] =>
    list.map((line) => planedEntry(line) as unknown as Entry);
  row.change = {
    ...emptyChange(change.label),
    ...change,
    entries: {
      added: lines(milled?.added),
      updated: (milled?.updated ?? []).map(
        (pair) => [planedEntry(pair[0]), planedEntry(pair[1])] as unknown as [Entry, Entry],
      ),
      removed: lines(milled?.removed),
    },
    ...(settings
      ? { settings: [completeSettings(settings[0]), completeSettings(settings[1])] as const }
      : {}),
  };
}

/** Two tabs of an earlier version could give one tag twice: the later piece gets the next free one. */
async function uniqueTags(pieces: Table<Piece, string>): Promise<void> {
  const taken = new Set<string>();
  const again: Piece[] = [];
  await pieces.each((piece) => {
    if (taken.has(piece.tag)) again.push(piece);
    else taken.add(piece.tag);
  });
  for (const piece of again) {
    const tag = nextTag(piece.name, taken);
    taken.add(tag);
    await pieces.put({ ...piece, tag });
  }
}

/** Plans of earlier versions bore a mark in place of what they were asked. */
function forgetBasis(project: Project): void {
  for (const plan of [project.plan, project.putBy]) if (plan) delete (plan as { basis?: string }).basis;
}

function projectsIn({ projects }: JournalEntry['change']): Project[] {
  if (!projects) return [];
  return [...projects.added, ...projects.removed, ...projects.updated.flat()];
}

interface JournalEntry {
  readonly seq: number;
  readonly change: Partial<ShopChange> & { readonly label: string };
  readonly undone: 0 | 1;
}

async function stepsFromJournal(
  journal: Table<JournalEntry, number>,
  steps: Table<StoredStep, unknown>,
): Promise<void> {
  const none = { added: [], updated: [], removed: [] };
  for (const { seq, change, undone } of await journal.orderBy('seq').toArray()) {
    const { settings } = change;
    for (const project of projectsIn(change)) forgetBasis(project);
    const whole: ShopChange = {
      ...{ hauls: none, pieces: none, projects: none, entries: none, ...change },
      ...(settings ? { settings: [completeSettings(settings[0]), completeSettings(settings[1])] } : {}),
    };
    await steps.put({ tab: TAB_OF_OLD, n: seq, label: change.label, bytes: 2000, undone, change: whole });
  }
}
