import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { beforeEach, expect, it } from 'vitest';
import { changeBetween, DEFAULT_SETTINGS, emptyShop, type Piece, type ShopDocument } from '@aldrek/core';
import { aBoard } from '../../test-support/made-up-piece';
import { ShopDb, type Snapshot } from './shop-db';
import { ShopRepository } from './shop-repository';

const piece = (id: string, length = 1000): Piece => aBoard({ id, tag: id, length });

let name = 0;
let repository: ShopRepository;
const reopened = (): ShopRepository => new ShopRepository(new ShopDb(`test-${name}`));

beforeEach(() => {
  name++;
  repository = reopened();
});

/** The shop and its journal, as they are read. */
async function all(from: ShopRepository) {
  const shop = await from.load();
  return { ...shop, ...(await from.loadJournal(shop.journalEnd)) };
}

function shopOf(...pieces: Piece[]): ShopDocument {
  return { ...emptyShop(), pieces };
}

it('keeps changes, and undo and redo, over a reload', async () => {
  await repository.record(changeBetween('one', shopOf(), shopOf(piece('a'))));
  await repository.record(changeBetween('two', shopOf(piece('a')), shopOf(piece('a', 900), piece('b'))));
  await repository.undo();
  let shop = await all(reopened());
  expect(shop.pieces).toEqual([piece('a')]);
  expect(shop.done.map((change) => change.label)).toEqual(['one']);
  expect(shop.undone.map((change) => change.label)).toEqual(['two']);
  await repository.redo();
  shop = await all(reopened());
  expect(shop.pieces).toEqual([piece('a', 900), piece('b')]);
  expect(shop.undone).toEqual([]);
});

it('forgets what was undone once something new is done', async () => {
  await repository.record(changeBetween('one', shopOf(), shopOf(piece('a'))));
  await repository.undo();
  await repository.record(changeBetween('other', shopOf(), shopOf(piece('c'))));
  await repository.redo();
  const shop = await all(repository);
  expect(shop.pieces.map((found) => found.id)).toEqual(['c']);
  expect(shop.done.map((change) => change.label)).toEqual(['other']);
});

it('does nothing when there is nothing to undo', async () => {
  await repository.undo();
  await repository.redo();
  expect((await repository.load()).pieces).toEqual([]);
});

it('stores changes in the order they were made, however fast they come', async () => {
  const shops = Array.from({ length: 12 }, (_, i) => shopOf(piece('a', 100 + i)));
  await repository.record(changeBetween('first', shopOf(), shops[0] as ShopDocument));
  await Promise.all(
    shops
      .slice(1)
      .map((after, i) => repository.record(changeBetween(`${i}`, shops[i] as ShopDocument, after))),
  );
  expect((await repository.load()).pieces[0]?.length).toBe(111);
});

it('opens a large rack from its snapshot, and from the table when that is out of date', async () => {
  const many = Array.from({ length: 450 }, (_, i) => piece(`p-${String(i).padStart(4, '0')}`));
  await repository.record(changeBetween('many', shopOf(), shopOf(...many)));
  await repository.takeSnapshot();
  const db = new ShopDb(`test-${name}`);
  const kept = await db.snapshots.get('pieces');
  expect(JSON.parse(kept?.json ?? '[]')).toHaveLength(450);
  // What is read is the snapshot: a mark in it shows.
  await db.snapshots.put({ ...(kept as Snapshot), json: JSON.stringify(many.slice(0, 7)) });
  expect((await reopened().load()).pieces).toHaveLength(7);
  const more = [...many, piece('q')];
  await repository.record(changeBetween('one more', shopOf(...many), shopOf(...more)));
  expect((await reopened().load()).pieces).toHaveLength(451);
});

it('opens what an earlier version stored', async () => {
  const old = new Dexie(`test-${name}-old`);
  old.version(1).stores({ pieces: 'id, tag', projects: 'id', journal: '++seq, undone', settings: 'key' });
  await old.table('pieces').add(piece('a'));
  const { hauls: _none, milled: _neither, ...change } = changeBetween('one', shopOf(), shopOf(piece('a')));
  await old.table('journal').add({ change, undone: 0 });
  await old
    .table('settings')
    .add({ key: 'settings', value: { unit: 'inch', habits: DEFAULT_SETTINGS.habits } });
  old.close();
  const shop = await all(new ShopRepository(new ShopDb(`test-${name}-old`)));
  expect(shop.pieces).toEqual([piece('a')]);
  expect(shop.settings).toEqual({ ...DEFAULT_SETTINGS, unit: 'inch' });
  expect(shop.done[0]?.hauls).toEqual({ added: [], updated: [], removed: [] });
  expect(shop.done[0]?.milled).toEqual({ added: [], updated: [], removed: [] });
});
