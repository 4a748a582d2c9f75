import 'fake-indexeddb/auto';
import '@angular/compiler';
import { createEnvironmentInjector, Injector, type EnvironmentInjector } from '@angular/core';
import { expect, it } from 'vitest';
import { changeBetween, emptyShop } from '@aldrek/core/shop';
import { aBoard } from '../../test-support/made-up-piece';
import { PHOTO_DB, Photos } from './photos';
import { ShopDb, type StoredPhoto } from './shop-db';
import { UnusedPhotos } from './unused-photos';

const photo = (id: string, byte = 1): StoredPhoto => ({
  id,
  type: 'image/jpeg',
  bytes: Uint8Array.from([255, 216, byte]).buffer,
});

let injector: EnvironmentInjector;

function open(name: string): ShopDb {
  const db = new ShopDb(name);
  injector = createEnvironmentInjector(
    [{ provide: PHOTO_DB, useValue: db }, Photos, UnusedPhotos],
    Injector.NULL as EnvironmentInjector,
  );
  return db;
}

it('clears a photo that nothing names at two looks, and none that undo could bring back', async () => {
  const db = open('photos-1');
  await db.photos.bulkAdd(['kept', 'undone', 'nobody', 'new'].map((id) => photo(id)));
  await db.pieces.add(aBoard({ photos: [{ id: 'kept', name: 'front' }] }));
  const with_ = {
    ...emptyShop(),
    pieces: [aBoard({ id: 'gone', photos: [{ id: 'undone', name: 'back' }] })],
  };
  const change = changeBetween('delete', with_, emptyShop());
  await db.steps.add({ tab: 't', n: 1, label: 'delete', bytes: 10, undone: 0, change });

  const unused = injector.get(UnusedPhotos);
  expect(await unused.clear()).toEqual([]);
  await db.pieces.update('p', {
    photos: [
      { id: 'kept', name: 'front' },
      { id: 'new', name: 'just taken' },
    ],
  });
  expect(await unused.clear()).toEqual(['nobody']);
  expect(await db.photos.toCollection().primaryKeys()).toEqual(['kept', 'new', 'undone']);
});

it('adds pictures of an import all or none, and never over one that is here', async () => {
  const db = open('photos-2');
  const photos = injector.get(Photos);
  await photos.add([photo('a', 1)]);
  await photos.add([photo('a', 2), photo('b', 2)]);
  expect(new Uint8Array((await photos.get('a'))?.bytes ?? new ArrayBuffer(0))[2]).toBe(1);
  await expect(photos.add([photo('c'), photo('c')])).rejects.toThrow();
  expect(await db.photos.toCollection().primaryKeys()).toEqual(['a', 'b']);
});
