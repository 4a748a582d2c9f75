import Dexie, { type EntityTable } from 'dexie';
import { DEFAULT_SETTINGS, type Piece, type Project, type ShopChange, type ShopSettings } from '@aldrek/core';

/** One change in the journal; `undone` while it waits to be done again. */
export interface JournalEntry {
  readonly seq: number;
  readonly change: ShopChange;
  /** 1 or 0, since only such can be an index. */
  readonly undone: 0 | 1;
}

interface SettingsRow {
  readonly key: 'settings';
  readonly value: ShopSettings;
}

/** The shop in this browser. Ids sort by when they were made, and so do the tables. */
export class ShopDb extends Dexie {
  pieces!: EntityTable<Piece, 'id'>;
  projects!: EntityTable<Project, 'id'>;
  journal!: EntityTable<JournalEntry, 'seq'>;
  settings!: EntityTable<SettingsRow, 'key'>;

  constructor(name = 'aldrek') {
    super(name);
    this.version(1).stores({
      pieces: 'id, tag',
      projects: 'id',
      journal: '++seq, undone',
      settings: 'key',
    });
  }

  async loadSettings(): Promise<ShopSettings> {
    return (await this.settings.get('settings'))?.value ?? DEFAULT_SETTINGS;
  }
}
