/** The shop with its photos as one zip: `shop.json`, and each picture under `photos/`. */
import { strFromU8, strToU8, unzipSync, zipSync, type UnzipFileInfo, type Zippable } from 'fflate';
import { type DocumentFault } from '@aldrek/core/shop';
import { fail, ok, type Result } from '@aldrek/core/wood';
import type { StoredPhoto } from '../storage/shop-db';

const SHOP = 'shop.json';
const FOLDER = 'photos/';
/** Photos bear the ids of this program: no paths, no names that mean something to a browser. */
const PHOTO = /^photos\/([\w-]{1,80})\.jpg$/;

/** What an archive may hold at most: enough for years of work, too little to fill a machine. */
export const ARCHIVE_LIMITS = {
  /** Bytes of the file itself, and of all that comes out of it. */
  bytes: 2e9,
  files: 20_000,
  documentBytes: 200e6,
  photoBytes: 20e6,
  /** How many times larger a document may come out than it was packed; lists of boards pack well. */
  ratio: 200,
} as const;

export type ArchiveLimits = { readonly [K in keyof typeof ARCHIVE_LIMITS]: number };

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

/**
 * Unpacks an archive within limits. Sizes are looked at before anything is unpacked, and nothing comes out larger than
 * it said it would. Never throws.
 */
export function unpackShop(
  bytes: Uint8Array,
  limits: ArchiveLimits = ARCHIVE_LIMITS,
): Result<ShopArchive, readonly DocumentFault[]> {
  const faults: DocumentFault[] = [];
  let count = 0;
  let total = 0;
  const take = ({ name, size, originalSize }: UnzipFileInfo): boolean => {
    if (faults.length > 0) return false;
    count += 1;
    const isShop = name === SHOP;
    if (count > limits.files) faults.push(tooMuch(`more than ${limits.files} files are in it`));
    if (!isShop && !PHOTO.test(name)) return false;
    total += originalSize;
    const most = isShop ? limits.documentBytes : limits.photoBytes;
    if (originalSize > most)
      faults.push({ place: name, message: `is ${mb(originalSize)} when unpacked; ${mb(most)} is the most` });
    else if (isShop && originalSize > size * limits.ratio)
      faults.push({
        place: name,
        message: `would grow more than ${limits.ratio}-fold, which no list of wood does`,
      });
    else if (total > limits.bytes)
      faults.push(tooMuch(`all together is more than ${mb(limits.bytes)} when unpacked`));
    return faults.length === 0;
  };
  try {
    const files = unzipSync(bytes, { filter: take });
    if (faults.length > 0) return fail(faults);
    const document = files[SHOP];
    if (!document) return fail([{ place: 'the zip', message: 'there is no shop.json in it' }]);
    const photos = Object.entries(files).flatMap(([path, content]): StoredPhoto[] => {
      const id = PHOTO.exec(path)?.[1];
      return id === undefined || !isJpeg(content)
        ? []
        : [{ id, type: 'image/jpeg', bytes: Uint8Array.from(content).buffer }];
    });
    return ok({ document: strFromU8(document), photos });
  } catch {
    return fail([{ place: 'the zip', message: 'can’t be unpacked; it was cut short or damaged on the way' }]);
  }
}

const tooMuch = (message: string): DocumentFault => ({ place: 'the zip', message });
const mb = (bytes: number): string => `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;

/** Whether bytes begin as a zip does. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

const isJpeg = (bytes: Uint8Array): boolean => bytes[0] === 0xff && bytes[1] === 0xd8;
