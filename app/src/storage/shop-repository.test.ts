import 'fake-indexeddb/auto';
import { beforeEach, expect, it } from 'vitest';
import { changeBetween, emptyShop, type Piece, type ShopDocument } from '@aldrek/core';
import { aBoard } from '../../test-support/made-up-piece';
import { ShopDb } from './shop-db';
import { ShopRepository } from './shop-repository';

const piece = (id: string, length = 1000): Piece => aBoard({ id, tag: id, length });

let name = 0;
let repository: ShopRepository;
const reopened = (): ShopRepository => new ShopRepository(new ShopDb(`test-${name}`));

beforeEach(() => {
  name++;
  repository = reopened();
});

function shopOf(...pieces: Piece[]): ShopDocument {
  return { ...emptyShop(), pieces };
}

it('keeps changes, and undo and redo, over a reload', async () => {
  await repository.record(changeBetween('one', shopOf(), shopOf(piece('a'))));
  await repository.record(changeBetween('two', shopOf(piece('a')), shopOf(piece('a', 900), piece('b'))));
  await repository.undo();
  let shop = await reopened().load();
  expect(shop.pieces).toEqual([piece('a')]);
  expect(shop.done.map((change) => change.label)).toEqual(['one']);
  expect(shop.undone.map((change) => change.label)).toEqual(['two']);
  await repository.redo();
  shop = await reopened().load();
  expect(shop.pieces).toEqual([piece('a', 900), piece('b')]);
  expect(shop.undone).toEqual([]);
});

it('forgets what was undone once something new is done', async () => {
  await repository.record(changeBetween('one', shopOf(), shopOf(piece('a'))));
  await repository.undo();
  await repository.record(changeBetween('other', shopOf(), shopOf(piece('c'))));
  await repository.redo();
  const shop = await repository.load();
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
