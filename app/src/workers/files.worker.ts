import { pieceTable } from '@aldrek/core/shop';
import { type Piece } from '@aldrek/core/wood';
import { toCsv } from '../readers/csv';
import { packShop } from '../readers/shop-archive';
import { readFile } from '../readers/read-file';
import { readTable } from '../readers/read-table';
import type { FilesAnswer, FilesAsk, FilesProgress, PiecesToPack } from './protocol';
import { serve, type Asked } from './serve';

/** Records that pass in one message: few enough to be taken in without holding up the page. */
const SLICE = 200;
const PHOTO_SLICE = 8;

/** The pieces that come as notes, until all of them are there. */
async function allNotes(asked: Asked<FilesProgress, PiecesToPack>, count: number): Promise<Piece[]> {
  const pieces: Piece[] = [];
  while (pieces.length < count) {
    await asked.turn();
    for (const note of asked.notes()) pieces.push(...note.pieces);
  }
  return pieces;
}

serve<FilesAsk, FilesAnswer, FilesProgress, PiecesToPack>(async (ask, asked) => {
  if (ask.kind === 'pack-table') {
    const table = pieceTable(await allNotes(asked, ask.pieces), ask.unit);
    return { kind: 'text', text: new TextEncoder().encode(toCsv(table)) };
  }
  if (ask.kind === 'read-table') {
    const { head, rows } = readTable(await ask.file.text(), ask);
    for (let i = 0; i < rows.length; i += SLICE)
      asked.progress({ kind: 'rows', rows: rows.slice(i, i + SLICE) });
    return { kind: 'table', head };
  }
  if (ask.kind === 'pack') {
    const pieces = await allNotes(asked, ask.pieces);
    const text = JSON.stringify({ ...ask.shop, pieces }, null, 2);
    return ask.photos.length === 0
      ? { kind: 'text', text: new TextEncoder().encode(text) }
      : { kind: 'packed', bytes: packShop(text, ask.photos) };
  }
  asked.progress({ kind: 'stage', stage: 'reading' });
  const bytes = new Uint8Array(await ask.file.arrayBuffer());
  asked.progress({ kind: 'stage', stage: 'checking' });
  const read = readFile(bytes);
  if (!read.ok) return { kind: 'faults', faults: read.fault };
  const { shop, photos } = read.value;
  asked.progress({ kind: 'stage', stage: 'taking over' });
  for (let i = 0; i < shop.pieces.length; i += SLICE)
    asked.progress({ kind: 'pieces', pieces: shop.pieces.slice(i, i + SLICE) });
  for (let i = 0; i < photos.length; i += PHOTO_SLICE)
    asked.progress({ kind: 'photos', photos: photos.slice(i, i + PHOTO_SLICE) });
  return { kind: 'shop', shop: { ...shop, pieces: [] } };
});
