import '@angular/compiler';
import { createEnvironmentInjector, Injector, type EnvironmentInjector } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Subject } from 'rxjs';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { emptyShop } from '@aldrek/core/shop';
import { FakeWorker, settled } from '../../test-support/fake-worker';
import { aBoard } from '../../test-support/made-up-piece';
import { FilesAtTheDoor } from './files-at-the-door';

vi.mock('./file-progress', () => ({ FileProgress: class {} }));

const left = new Subject<boolean>();
const open = vi.fn(() => ({ afterClosed: () => left, close: vi.fn() }));
let door: FilesAtTheDoor;
const FILE = new File(['{}'], 'shop.json');

beforeEach(() => {
  FakeWorker.made.length = 0;
  open.mockClear();
  vi.stubGlobal('Worker', FakeWorker);
  const injector = createEnvironmentInjector(
    [{ provide: MatDialog, useValue: { open } }, FilesAtTheDoor],
    Injector.NULL as EnvironmentInjector,
  );
  door = injector.get(FilesAtTheDoor);
});
afterEach(() => vi.useRealTimers());

it('takes a shop over in slices, and all of it at the end', async () => {
  const read = door.read(FILE);
  const [worker] = FakeWorker.made;
  const [one, two] = [aBoard({ id: 'a', tag: 'B-01' }), aBoard({ id: 'b', tag: 'B-02' })];
  worker?.progress({ kind: 'stage', stage: 'checking' });
  worker?.progress({ kind: 'pieces', pieces: [one] });
  worker?.progress({ kind: 'pieces', pieces: [two] });
  worker?.done({ kind: 'shop', shop: emptyShop() });
  expect(await read).toEqual({
    ok: true,
    value: { shop: { ...emptyShop(), pieces: [one, two] }, photos: [] },
  });
  expect(open).not.toHaveBeenCalled();
});

it('hands faults on, and says in words when the worker dies', async () => {
  const faulty = door.read(FILE);
  FakeWorker.made[0]?.done({ kind: 'faults', faults: [{ place: 'the file', message: 'is none' }] });
  expect(await faulty).toEqual({ ok: false, fault: [{ place: 'the file', message: 'is none' }] });
  const dead = door.read(FILE);
  FakeWorker.made[0]?.onerror?.({ message: 'out of memory' });
  expect(await dead).toMatchObject({ ok: false, fault: [{ place: 'the file' }] });
});

it('shows what takes long, and ends the worker when it is left', async () => {
  const read = door.read(FILE);
  await new Promise((resolve) => setTimeout(resolve, 900));
  await settled();
  expect(open).toHaveBeenCalledOnce();
  left.next(true);
  expect(await read).toBeNull();
  expect(FakeWorker.made[0]?.terminate).toHaveBeenCalled();
});

it('reads a table, its rows in slices, and knows when it was overtaken', async () => {
  const ask = { columns: null, unit: 'mm' as const, taken: [] };
  const head = { columns: [], samples: [], lines: 1, count: 1, faults: [], moreFaults: 0 };
  const row = { row: 2, count: 1, tag: null, piece: aBoard({ id: 'a' }) };
  const read = door.readTable(FILE, ask);
  FakeWorker.made[0]?.progress({ kind: 'rows', rows: [row] });
  FakeWorker.made[0]?.done({ kind: 'table', head });
  expect(await read.result).toEqual({ ...head, rows: [row] });
  const overtaken = door.readTable(FILE, ask);
  overtaken.cancel();
  expect(await overtaken.result).toBeNull();
});

it('hands pieces over a few hundred at a time to be made a table', async () => {
  const pieces = Array.from({ length: 450 }, (_, i) => aBoard({ id: `p${i}` }));
  const packed = door.packTable(pieces, 'mm');
  await settled();
  const worker = FakeWorker.made[0];
  worker?.done({ kind: 'text', text: new TextEncoder().encode('tag\r\n') });
  expect(await (await packed).text()).toBe('tag\r\n');
});
