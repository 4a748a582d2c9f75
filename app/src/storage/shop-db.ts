import Dexie, { type EntityTable } from 'dexie';
import {
  DEFAULT_SETTINGS,
  noDelta,
  type Haul,
  type Milled,
  type Piece,
  type Project,
  type ShopChange,
  type ShopSettings,
} from '@aldrek/core';

/** One change in the journal; `undone` while it waits to be done again. */
export interface JournalEntry {
  readonly seq: number;
  readonly change: ShopChange;
  /** 1 or 0, since only such can be an index. */
  readonly undone: 0 | 1;
}

/**
 * All pieces as one text, to open large racks quickly: a browser reads one long text many times faster than
 * thousands of records. It counts only while its revision is that of the shop; the table is the truth.
 */
export interface Snapshot {
  readonly key: 'pieces';
  readonly revision: number;
  readonly json: string;
}

interface RevisionRow {
  readonly key: 'revision';
  readonly value: number;
}

interface SettingsRow {
  readonly key: 'settings';
  readonly value: ShopSettings;
}

/** A picture, kept beside the shop under its id; the document only names it. */
export interface StoredPhoto {
  readonly id: string;
  readonly type: string;
  /** Bytes, not a Blob: some browsers lose blobs that are kept for long. */
  readonly bytes: ArrayBuffer;
}

/** The shop in this browser. Ids sort by when they were made, and so do the tables. */
export class ShopDb extends Dexie {
  hauls!: EntityTable<Haul, 'id'>;
  pieces!: EntityTable<Piece, 'id'>;
  projects!: EntityTable<Project, 'id'>;
  milled!: EntityTable<Milled, 'id'>;
  journal!: EntityTable<JournalEntry, 'seq'>;
  settings!: EntityTable<SettingsRow | RevisionRow, 'key'>;
  snapshots!: EntityTable<Snapshot, 'key'>;
  photos!: EntityTable<StoredPhoto, 'id'>;

  constructor(name = 'aldrek') {
    super(name);
    this.version(1).stores({
      pieces: 'id, tag',
      projects: 'id',
      journal: '++seq, undone',
      settings: 'key',
    });
    this.version(2)
      .stores({ pieces: 'id, tag, place, species', hauls: 'id', photos: 'id', snapshots: 'key' })
      .upgrade((transaction) =>
        transaction
          .table<JournalEntry>('journal')
          .toCollection()
          .modify((entry: { change: ShopChange }) => {
            entry.change = { ...entry.change, hauls: noDelta() };
          }),
      );
    this.version(3)
      .stores({ milled: 'id' })
      .upgrade((transaction) =>
        transaction
          .table<JournalEntry>('journal')
          .toCollection()
          .modify((entry: { change: ShopChange }) => {
            entry.change = { ...entry.change, milled: noDelta() };
          }),
      );
  }

  async loadSettings(): Promise<ShopSettings> {
    // What an earlier version did not know yet is as it comes.
    const row = (await this.settings.get('settings')) as SettingsRow | undefined;
    return { ...DEFAULT_SETTINGS, ...row?.value };
  }

  /** Counts the changes of the shop. */
  async revision(): Promise<number> {
    const row = (await this.settings.get('revision')) as RevisionRow | undefined;
    return row?.value ?? 0;
  }
}
