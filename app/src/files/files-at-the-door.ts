import { Injectable, inject, signal } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { type DocumentFault, type ShopDocument, type TableRow } from '@aldrek/core/shop';
import { fail, ok, type LengthUnit, type Piece, type Result } from '@aldrek/core/wood';
import type { StoredPhoto } from '../storage/shop-db';
import { isCancelled, WorkerClient } from '../workers/client';
import type { FilesAnswer, FilesAsk, FilesProgress, PiecesToPack } from '../workers/protocol';
import { turn } from '../turns/turns';
import type { FileRead } from '../readers/read-file';
import type { TableHead, TableReadingAsk } from '../readers/read-table';

/** Reading and packing that takes longer than this is shown, ms. */
const SHOW_AFTER_MS = 800;
/** Pieces that pass in one message. */
const SLICE = 200;

const STAGES = {
  reading: 'Reading the file',
  checking: 'Checking every record',
  'taking over': 'Taking it over',
} as const;

/** Hands pieces to the worker some hundreds at a time, so that the page is not held up. */
async function handOver(
  pieces: readonly Piece[],
  call: { note: (note: PiecesToPack) => void },
): Promise<void> {
  for (let i = 0; i < pieces.length; i += SLICE) {
    call.note({ pieces: pieces.slice(i, i + SLICE) });
    if (i % 1000 === 0) await turn();
  }
}

export interface TableRead extends TableHead {
  readonly rows: readonly TableRow[];
}

/** Reads and packs files in a worker, so that the page stays quick, with a way to leave what takes too long. */
@Injectable({ providedIn: 'root' })
export class FilesAtTheDoor {
  private readonly dialog = inject(MatDialog);
  private readonly worker = new WorkerClient<FilesAsk, FilesAnswer, FilesProgress, PiecesToPack>(
    () => new Worker(new URL('../workers/files.worker', import.meta.url), { type: 'module' }),
    { endOnCancel: true },
  );

  /** A shop with its photos, or what is wrong with the file; null where the user left it. */
  async read(file: File): Promise<Result<FileRead, readonly DocumentFault[]> | null> {
    const stage = signal<string>(STAGES.reading);
    const pieces: Piece[] = [];
    const photos: StoredPhoto[] = [];
    const call = this.worker.ask({ kind: 'read', file }, (progress) => {
      if (progress.kind === 'stage') stage.set(STAGES[progress.stage]);
      else if (progress.kind === 'pieces') pieces.push(...progress.pieces);
      else if (progress.kind === 'photos') photos.push(...progress.photos);
    });
    const shown = this.show(file.name, stage, () => call.cancel());
    try {
      const answer = await call.result;
      if (answer.kind === 'faults') return fail(answer.faults);
      if (answer.kind !== 'shop') throw new Error(`the file was answered with ${answer.kind}`);
      return ok({ shop: { ...answer.shop, pieces }, photos });
    } catch (error) {
      if (isCancelled(error)) return null;
      return fail([{ place: 'the file', message: `could not be read (${String(error)})` }]);
    } finally {
      shown();
    }
  }

  /** The shop as a file: JSON, or a zip where there are photos. */
  async pack(shop: ShopDocument, photos: readonly StoredPhoto[]): Promise<Blob> {
    const call = this.worker.ask({
      kind: 'pack',
      shop: { ...shop, pieces: [] },
      pieces: shop.pieces.length,
      photos,
    });
    await handOver(shop.pieces, call);
    const answer = await call.result;
    if (answer.kind === 'text') return new Blob([answer.text], { type: 'application/json' });
    if (answer.kind === 'packed') return new Blob([answer.bytes], { type: 'application/zip' });
    throw new Error(`the shop was answered with ${answer.kind}`);
  }

  /** The pieces as a table. */
  async packTable(pieces: readonly Piece[], unit: LengthUnit): Promise<Blob> {
    const call = this.worker.ask({ kind: 'pack-table', pieces: pieces.length, unit });
    await handOver(pieces, call);
    const answer = await call.result;
    if (answer.kind !== 'text') throw new Error(`the table was answered with ${answer.kind}`);
    return new Blob([answer.text], { type: 'text/csv' });
  }

  /** A table of pieces; null where it was overtaken by `cancel`. Fails where the file can't be read at all. */
  readTable(file: File, ask: TableReadingAsk): { result: Promise<TableRead | null>; cancel: () => void } {
    const rows: TableRow[] = [];
    const call = this.worker.ask({ kind: 'read-table', file, ...ask }, (progress) => {
      if (progress.kind === 'rows') rows.push(...progress.rows);
    });
    // The first look may have to wait for the worker; later ones are quick.
    const shown =
      ask.columns === null
        ? this.show(
            file.name,
            () => STAGES.reading,
            () => call.cancel(),
          )
        : (): void => undefined;
    void call.result.catch(() => undefined).finally(shown);
    const result = call.result.then(
      (answer) => {
        if (answer.kind !== 'table') throw new Error(`the table was answered with ${answer.kind}`);
        return { ...answer.head, rows };
      },
      (error: unknown) => {
        if (isCancelled(error)) return null;
        throw error;
      },
    );
    return { result, cancel: () => call.cancel() };
  }

  private show(name: string, stage: () => string, leave: () => void): () => void {
    let close = (): void => undefined;
    let over = false;
    const timer = setTimeout(() => {
      void import('./file-progress').then(({ FileProgress }) => {
        if (over) return;
        const open = this.dialog.open<unknown, unknown, boolean>(FileProgress, {
          data: { name, stage },
          width: '460px',
          disableClose: true,
        });
        open.afterClosed().subscribe((left) => {
          if (left === true) leave();
        });
        close = () => open.close(false);
      });
    }, SHOW_AFTER_MS);
    return () => {
      over = true;
      clearTimeout(timer);
      close();
    };
  }
}
