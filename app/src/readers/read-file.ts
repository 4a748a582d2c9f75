/** A file at the door, read strictly: all of it, or nothing and what is wrong with it. */
import { photosIn, readShop, type DocumentFault, type ShopDocument } from '@aldrek/core/shop';
import { fail, ok, type Result } from '@aldrek/core/wood';
import type { StoredPhoto } from '../storage/shop-db';
import { ARCHIVE_LIMITS, isZip, unpackShop, type ArchiveLimits } from './shop-archive';

export interface FileRead {
  readonly shop: ShopDocument;
  /** Those that the shop names. */
  readonly photos: readonly StoredPhoto[];
}

/** Reads the bytes of an exported shop, as JSON or as a zip with photos. Never throws. */
export function readFile(
  bytes: Uint8Array,
  limits: ArchiveLimits = ARCHIVE_LIMITS,
): Result<FileRead, readonly DocumentFault[]> {
  if (bytes.length > limits.bytes)
    return fail([{ place: 'the file', message: 'is far too large to be a shop' }]);
  if (!isZip(bytes)) {
    if (bytes.length > limits.documentBytes)
      return fail([{ place: 'the file', message: 'is far too large to be a shop without photos' }]);
    const read = readShop(new TextDecoder().decode(bytes));
    return read.ok ? ok({ shop: read.value, photos: [] }) : read;
  }
  const archive = unpackShop(bytes, limits);
  if (!archive.ok) return archive;
  const read = readShop(archive.value.document);
  if (!read.ok) return read;
  const named = new Set(photosIn(read.value).map(({ id }) => id));
  return ok({ shop: read.value, photos: archive.value.photos.filter(({ id }) => named.has(id)) });
}
