import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { beforeEach, describe, expect, it } from 'vitest';
import { changeBetween, DEFAULT_SETTINGS, emptyShop, inverse, type ShopDocument } from '@aldrek/core/shop';
import { type Piece } from '@aldrek/core/wood';
import { aBoard } from '../../test-support/made-up-piece';
import {
  bytesOf,
  forgotten,
  MOST_BYTES,
  MOST_STEPS,
  NO_HISTORY,
  trimmed,
  type History,
  type Step,
} from './history';
import { inParts, isLarge, joined } from './large-change';
import { ShopDb, TAB_OF_OLD, type Snapshot } from './shop-db';
import { ShopRepository, type StoredShop } from './shop-repository';

const piece = (id: string, length = 1000): Piece => aBoard({ id, tag: id, length });

let name = 0;
let repository: ShopRepository;
const reopened = (): ShopRepository => new ShopRepository(new ShopDb(`test-${name}`));

beforeEach(() => {
  name++;
  repository = reopened();
});

const shopOf = (...pieces: Piece[]): ShopDocument => ({ ...emptyShop(), pieces });
const START: StoredShop = { shop: emptyShop(), seq: 0 };

/** Writes `after` on what is known, as one step. */
const written = (known: StoredShop, after: ShopDocument, from = repository) =>
  from.write(known, (now) => ({
    tab: 'one',
    change: changeBetween('step', now.shop, after),
    history: NO_HISTORY,
    forgotten: [],
  }));

describe('the shop in the browser', () => {
  it('opens a large rack from its snapshot, and from the table when that is out of date', async () => {
    const many = Array.from({ length: 450 }, (_, i) => piece(`p-${String(i).padStart(4, '0')}`));
    const known = await written(START, shopOf(...many));
    await repository.takeSnapshot();
    const db = new ShopDb(`test-${name}`);
    const kept = (await db.snapshots.get('pieces')) as Snapshot;
    expect(kept.texts.flatMap((text) => JSON.parse(text) as Piece[])).toHaveLength(450);
    // What is read is the snapshot: a mark in it shows.
    await db.snapshots.put({ ...kept, texts: [JSON.stringify(many.slice(0, 7))] });
    expect((await reopened().load()).shop.pieces).toHaveLength(7);
    await written(known, shopOf(...many, piece('q')));
    expect((await reopened().load()).shop.pieces).toHaveLength(451);
  });

  it('refuses a tag that stands already, whatever the writer thinks; tags may be exchanged', async () => {
    const known = await written(START, shopOf(piece('a'), piece('b')));
    const blind = { shop: emptyShop(), seq: known.seq };
    await expect(written(blind, shopOf(aBoard({ id: 'c', tag: 'a' })))).rejects.toThrow();
    const exchanged = shopOf(aBoard({ id: 'a', tag: 'b' }), aBoard({ id: 'b', tag: 'a' }));
    await written(known, exchanged);
    expect((await reopened().load()).shop.pieces.map(({ tag }) => tag)).toEqual(['b', 'a']);
  });

  it('tells a tab what it has missed, and gives it all where the log does not say', async () => {
    const known = await written(START, shopOf(piece('a')));
    await written(known, shopOf(piece('a'), piece('b')));
    expect((await repository.catchUp(known)).shop.pieces).toHaveLength(2);
    await repository.makeRoom('one');
    expect((await repository.catchUp(START)).shop.pieces).toHaveLength(2);
  });

  it('counts changes since the last export', async () => {
    const known = await written(START, shopOf(piece('a')));
    await written(known, shopOf(piece('a', 900)));
    expect(await repository.exported()).toMatchObject({ at: 0, changesSince: 2 });
    await repository.noteExport(1234);
    expect(await repository.exported()).toMatchObject({ at: 1234, changesSince: 0 });
  });

  it('opens what an earlier version stored: settings completed, double tags parted, steps to be undone', async () => {
    const old = new Dexie(`test-${name}-old`);
    old.version(1).stores({ pieces: 'id, tag', projects: 'id', journal: '++seq, undone', settings: 'key' });
    await old.table('pieces').bulkAdd([piece('a'), aBoard({ id: 'b', tag: 'a', name: 'rail' })]);
    const { hauls: _none, ...change } = changeBetween('one', shopOf(), shopOf(piece('a')));
    await old.table('journal').add({ change, undone: 0 });
    await old
      .table('settings')
      .add({ key: 'settings', value: { unit: 'inch', habits: { kerfMm: 2.4, endTrimMm: 10 } } });
    old.close();
    const opened = new ShopRepository(new ShopDb(`test-${name}-old`));
    const { shop } = await opened.load();
    expect(shop.pieces.map(({ tag }) => tag)).toEqual(['a', 'R-01']);
    expect(shop.settings).toMatchObject({ unit: 'inch', sureness: DEFAULT_SETTINGS.sureness });
    expect(shop.settings.habits).toMatchObject({ kerfMm: 2.4, roughEndTrimMm: 60 });
    const history = await opened.loadHistory('new', (tab) => tab === TAB_OF_OLD);
    expect(history.done.map(({ label }) => label)).toEqual(['one']);
    expect(history.done[0]?.change.hauls).toEqual({ added: [], updated: [], removed: [] });
  });
});

describe('large changes', () => {
  it('are the same once they are parted and joined again, and so is what takes them back', () => {
    const many = Array.from({ length: 700 }, (_, i) => piece(`p-${i}`));
    const settings = { ...DEFAULT_SETTINGS, unit: 'inch' as const };
    const change = changeBetween('import', shopOf(piece('q'), ...many.slice(0, 200)), {
      ...shopOf(...many.map((one, i) => (i < 100 ? { ...one, length: 5 } : one))),
      settings,
    });
    expect(isLarge(change)).toBe(true);
    const parts = [...inParts(change)];
    expect(parts.length).toBeGreaterThan(4);
    expect(parts.every((part) => part.pieces.added.length <= 150)).toBe(true);
    expect(joined('import', parts)).toEqual(change);
    expect(inverse(inverse(joined('import', parts)))).toEqual(change);
  });
});

describe('history', () => {
  const step = (n: number, bytes = 10): Step => ({
    n,
    label: `${n}`,
    bytes,
    change: changeBetween('x', shopOf(), shopOf(piece(`${n}`))),
  });

  it('forgets the oldest steps beyond so many and so much room, never the newest', () => {
    const long: History = {
      done: Array.from({ length: MOST_STEPS + 5 }, (_, i) => step(i)),
      undone: [step(9999)],
    };
    expect(trimmed(long).done.map(({ n }) => n)[0]).toBe(5);
    expect(forgotten(long, trimmed(long))).toEqual([0, 1, 2, 3, 4]);
    const heavy: History = { done: [step(1, MOST_BYTES), step(2, 5), step(3, MOST_BYTES)], undone: [] };
    expect(trimmed(heavy).done.map(({ n }) => n)).toEqual([3]);
    expect(trimmed({ done: [step(1, 5), step(2, 5)], undone: [] }).done).toHaveLength(2);
  });

  it('measures a change by a sample of its records', () => {
    const change = changeBetween(
      'x',
      shopOf(),
      shopOf(...Array.from({ length: 900 }, (_, i) => piece(`${i}`))),
    );
    const exact = JSON.stringify(change.pieces.added).length;
    expect(bytesOf(change) / exact).toBeGreaterThan(0.95);
    expect(bytesOf(change) / exact).toBeLessThan(1.05);
  });
});
