import type { Provider } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { matchColumns, readPieceRows, type Column } from '@aldrek/core/shop';
import { show, textOf, withShop } from '../../test-support/component';
import { CsvImport, type TableFile } from './csv-import';
import { FilesAtTheDoor, type TableRead } from './files-at-the-door';
import { ImportFaults } from './import-faults';

const close = vi.fn();
const HEADINGS = ['what', 'long', 'w', 't', 'timber'];

/** A table as the worker would read it. */
function tableOf(rows: readonly (readonly string[])[], columns: readonly Column[]): TableRead {
  const { rows: read, faults } = readPieceRows(rows, columns, 'mm', new Set());
  return {
    columns,
    samples: rows[0] ?? [],
    lines: rows.length,
    rows: read,
    count: read.reduce((sum, { count }) => sum + count, 0),
    faults,
    moreFaults: 0,
  };
}

async function sheet(rows: readonly (readonly string[])[]) {
  const file = new File([''], 'rack.csv');
  const first = tableOf(rows, matchColumns(HEADINGS));
  const door = {
    readTable: vi.fn((_: File, asked: { columns: readonly Column[] }) => ({
      cancel: vi.fn(),
      result: Promise.resolve(tableOf(rows, asked.columns)),
    })),
  };
  const data: TableFile = { file, first };
  const providers: Provider[] = [
    { provide: MAT_DIALOG_DATA, useValue: data },
    { provide: MatDialogRef, useValue: { close } },
    { provide: FilesAtTheDoor, useValue: door },
  ];
  const store = await withShop({}, providers);
  return { store, door, ...(await show(CsvImport)) };
}

beforeEach(() => close.mockClear());

describe('a table on its way in', () => {
  it('says which column is what, shows what was understood, and brings all of it in as one step', async () => {
    const { store, loader, element } = await sheet([
      ['slat', '1200', '98', '18', 'spruce'],
      ['board', '2000', '140', '25', 'oak'],
    ]);
    const columns = await loader.getAllHarnesses(MatSelectHarness);
    expect(await Promise.all(columns.map((column) => column.getValueText()))).toEqual([
      'name',
      'length',
      'width',
      'thickness',
      'species',
    ]);
    expect(element.querySelectorAll('.strip')).toHaveLength(2);
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Bring in 2 pieces' }))).click();
    expect(store.pieces().map(({ name, length }) => [name, length])).toEqual([
      ['slat', 1200],
      ['board', 2000],
    ]);
    expect(close).toHaveBeenCalledWith(2);
    store.undo();
    expect(store.pieces()).toEqual([]);
  });

  it('names each fault by row and column, and brings nothing in', async () => {
    const { loader, element } = await sheet([
      ['slat', '1200', '98', '18', 'spruce'],
      ['slat', 'long', '98', '18', 'sprice'],
    ]);
    const faults = [...element.querySelectorAll('.faults li')].map(textOf);
    expect(faults).toHaveLength(2);
    expect(faults[0]).toContain('row 3, long');
    const bring = await loader.getHarness(MatButtonHarness.with({ text: /^Bring in/ }));
    expect(await bring.isDisabled()).toBe(true);
  });

  it('is read again when a column means something else, and a field stands in one column only', async () => {
    const { loader, door, fixture, element } = await sheet([['slat', '1200', '98', '18', 'spruce']]);
    const columns = await loader.getAllHarnesses(MatSelectHarness);
    await columns[2]?.clickOptions({ text: 'length' });
    await fixture.whenStable();
    expect(door.readTable).toHaveBeenCalledOnce();
    expect(await columns[1]?.getValueText()).toBe('not used');
    expect(textOf(element.querySelector('.faults'))).toContain('no column is matched to width');
  });
});

describe('a file that is refused', () => {
  it('says what is wrong and where, and that nothing has changed', async () => {
    const faults = [{ place: 'pieces[3] → thickness', message: 'must be > 0' }];
    await withShop({}, [{ provide: MAT_DIALOG_DATA, useValue: { name: 'mine.json', faults } }]);
    const { element } = await show(ImportFaults);
    expect(textOf(element.querySelector('h2'))).toBe('mine.json was not imported');
    expect(textOf(element)).toContain('Nothing in your shop has changed');
    expect(textOf(element.querySelector('li'))).toBe('pieces[3] → thickness: must be > 0');
  });
});
