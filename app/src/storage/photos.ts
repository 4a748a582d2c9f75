import { inject, Injectable, InjectionToken } from '@angular/core';
import { ShopDb, type StoredPhoto } from './shop-db';

/** Longer sides than this (px) are scaled down: a photo shows what the wood was like, no more. */
const LONGEST_PX = 1600;
const QUALITY = 0.82;

export const PHOTO_DB = new InjectionToken('photo table', {
  providedIn: 'root',
  factory: () => new ShopDb(),
});

/** Photos in this browser, by id. They stay when a haul forgets them, so that undo can bring them back. */
@Injectable({ providedIn: 'root' })
export class Photos {
  private readonly db = inject(PHOTO_DB);

  /** Stores a picture, scaled down; throws where the file is none. */
  async keep(id: string, file: Blob): Promise<void> {
    const small = await scaledDown(file);
    await this.put({ id, type: small.type, bytes: await small.arrayBuffer() });
  }

  async put(photo: StoredPhoto): Promise<void> {
    await this.db.photos.put(photo);
  }

  /** Adds pictures, all or none; those that are there already stay as they are. */
  async add(photos: readonly StoredPhoto[]): Promise<void> {
    const { db } = this;
    await db.transaction('rw', db.photos, async () => {
      const there = await db.photos.bulkGet(photos.map(({ id }) => id));
      await db.photos.bulkAdd(photos.filter((_, i) => !there[i]));
    });
  }

  get(id: string): Promise<StoredPhoto | undefined> {
    return this.db.photos.get(id);
  }
}

async function scaledDown(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(picture.width * scale);
  canvas.height = Math.round(picture.height * scale);
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('the picture can’t be drawn'))),
      'image/jpeg',
      QUALITY,
    );
  });
}
