/** The shop with its photos as one zip: `shop.json`, and each picture under `photos/`. */
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import type { StoredPhoto } from '../storage/shop-db';

const SHOP = 'shop.json';
const FOLDER = 'photos/';

/** Packs a document and its photos; pictures are packed as they are, since they don't shrink. */
export function packShop(document: string, photos: readonly StoredPhoto[]): Uint8Array<ArrayBuffer> {
  const files: Zippable = { [SHOP]: strToU8(document) };
  for (const { id, bytes } of photos) files[`${FOLDER}${id}.jpg`] = [new Uint8Array(bytes), { level: 0 }];
  return Uint8Array.from(zipSync(files));
}

export interface ShopArchive {
  readonly document: string;
  readonly photos: readonly StoredPhoto[];
}

/** Unpacks an archive; null when it is none, or has no shop in it. */
export function unpackShop(bytes: Uint8Array): ShopArchive | null {
  try {
    const files = unzipSync(bytes);
    const document = files[SHOP];
    if (!document) return null;
    const photos = Object.entries(files).flatMap(([path, content]): StoredPhoto[] => {
      const id = path.startsWith(FOLDER) ? path.slice(FOLDER.length).replace(/\.jpg$/, '') : '';
      return id === '' ? [] : [{ id, type: 'image/jpeg', bytes: Uint8Array.from(content).buffer }];
    });
    return { document: strFromU8(document), photos };
  } catch {
    return null;
  }
}

/** Whether bytes begin as a zip does. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;
