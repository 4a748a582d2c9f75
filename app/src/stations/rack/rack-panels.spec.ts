import { TestKey } from '@angular/cdk/testing';
import type { HarnessLoader } from '@angular/cdk/testing';
import type { Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatButtonToggleGroupHarness } from '@angular/material/button-toggle/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { Subject } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { show, withShop } from '../../../test-support/component';
import { FakeWorker } from '../../../test-support/fake-worker';
import { aBoard } from '../../../test-support/made-up-piece';
import { RackFigures } from '../../estimates/rack-figures';
import { BatchEditSheet } from './batch-edit';
import { PlacesSheet } from './places-sheet';
import { RackGives } from './rack-gives';
import { ScreenPieces } from './screen-pieces';
import { TallyBar } from './tally-bar';

const close = vi.fn();
const PIECES = [
  aBoard({ id: 'a', tag: 'P-01', place: 'bay 1', name: 'slat' }),
  aBoard({ id: 'b', tag: 'P-02', place: 'loft', name: 'slat', thickness: 25 }),
];

/** Says that the dialog stands open. */
const opened = new Subject<void>();

beforeEach(() => close.mockClear());

const sheet = (data: unknown): Provider[] => [
  { provide: MAT_DIALOG_DATA, useValue: data },
  { provide: MatDialogRef, useValue: { close, afterOpened: () => opened } },
];

const press = async (loader: HarnessLoader, text: string | RegExp): Promise<void> =>
  (await loader.getHarness(MatButtonHarness.with({ text }))).click();

describe('changing several pieces', () => {
  it('opens with the first field in hand and no list over the others; asked for, the list comes', async () => {
    await withShop({ pieces: PIECES }, sheet(PIECES));
    const { loader } = await show(BatchEditSheet);
    const [place] = await loader.getAllHarnesses(MatAutocompleteHarness);
    await place?.focus();
    expect(await place?.isOpen()).toBe(true);
    opened.next();
    expect(await place?.isOpen()).toBe(false);
    await (await place?.host())?.sendKeys(TestKey.DOWN_ARROW);
    expect(await place?.isOpen()).toBe(true);
  });

  it('shows what they share, refuses what nobody knows, and changes only what was written', async () => {
    const store = await withShop({ pieces: PIECES }, sheet(PIECES));
    const { loader, element } = await show(BatchEditSheet);
    const inputs = await loader.getAllHarnesses(MatInputHarness);
    const [place, species, name] = inputs;
    expect(await place?.getPlaceholder()).toBe('several');
    expect(await species?.getPlaceholder()).toBe('unknown species');
    expect(await name?.getPlaceholder()).toBe('slat');
    const change = await loader.getHarness(MatButtonHarness.with({ text: 'Change them' }));
    expect(await change.isDisabled()).toBe(true);
    await species?.setValue('sprice');
    await species?.blur();
    expect(await (await loader.getAllHarnesses(MatFormFieldHarness))[1]?.getTextErrors()).toEqual([
      'no species is called “sprice”',
    ]);
    expect(await change.isDisabled()).toBe(true);
    await species?.setValue('oak?');
    await place?.setValue('drying shed');
    await inputs[4]?.setValue('22');
    await inputs[4]?.blur();
    element.querySelector('form')?.dispatchEvent(new Event('submit'));
    expect(store.pieces().map((piece) => [piece.place, piece.species, piece.name, piece.thickness])).toEqual([
      ['drying shed', 'european-oak', 'slat', 22],
      ['drying shed', 'european-oak', 'slat', 22],
    ]);
    expect(close).toHaveBeenCalledWith(true);
    store.undo();
    expect(store.pieces().map(({ place: at }) => at)).toEqual(['bay 1', 'loft']);
  });
});

describe('screening pieces that came out of no find', () => {
  it('says what follows from the answers, and keeps it for all of them', async () => {
    const store = await withShop({ pieces: PIECES }, sheet(PIECES));
    const { loader, element } = await show(ScreenPieces);
    const status = element.querySelector('[role="status"]');
    expect(status?.textContent).toContain('What follows them');
    for (const question of await loader.getAllHarnesses(MatButtonToggleGroupHarness)) {
      const [safest] = await question.getToggles();
      await safest?.check();
    }
    await press(loader, 'Keep');
    expect(store.pieces().every(({ hazards }) => hazards !== undefined)).toBe(true);
    expect(close).toHaveBeenCalled();
  });
});

describe('places', () => {
  it('are told with what lies there, given a shelter, and added', async () => {
    const store = await withShop({ pieces: PIECES });
    const { loader, element } = await show(PlacesSheet);
    expect(element.textContent).toContain('1 piece');
    const shelter = await loader.getHarness(
      MatSelectHarness.with({ selector: '[aria-label="loft: shelter"]' }),
    );
    await shelter.clickOptions({ text: /^shed or loft/ });
    const another = await loader.getHarness(MatInputHarness);
    await another.setValue('drying shed');
    await press(loader, 'Add');
    expect(store.shop().settings.places).toEqual([
      { name: 'loft', shelter: 'shed' },
      { name: 'drying shed', shelter: 'shed' },
    ]);
    expect(await another.getValue()).toBe('');
  });
});

describe('what the rack can give', () => {
  it('is asked for on a line; what is not understood is said', async () => {
    await withShop({ pieces: PIECES });
    // Nobody answers: what is asked is what matters here.
    vi.stubGlobal('Worker', FakeWorker);
    const { loader } = await show(RackGives);
    const rack = TestBed.inject(RackFigures);
    const line = await loader.getHarness(MatInputHarness);
    const write = async (text: string): Promise<void> => {
      await line.setValue(text);
      await (await line.host()).dispatchEvent('change');
    };
    await write('900 x fifty');
    expect((await (await loader.getHarness(MatFormFieldHarness)).getTextErrors()).length).toBe(1);
    expect(rack.want()).toBeNull();
    await write('900 x 50 x 17 clear');
    expect(rack.want()).toEqual({ length: 900, width: 50, thickness: 17, grade: 'clear' });
    await press(loader, 'Show all again');
    expect(rack.want()).toBeNull();
    vi.unstubAllGlobals();
  });
});

describe('the tally line', () => {
  it('reads as it is typed, hands over on Enter, and brings back the last line', async () => {
    const store = await withShop();
    const { loader, element } = await show(TallyBar);
    const line = await loader.getHarness(MatInputHarness);
    await line.setValue('2 slat 900 x 98 x 18 spruce, bay 2');
    expect(element.querySelectorAll('.chip').length).toBeGreaterThan(3);
    expect(element.querySelector('[aria-label="The piece as read"]')).not.toBeNull();
    await press(loader, /Add 2/);
    expect(store.pieces().map(({ tag, place }) => [tag, place])).toEqual([
      ['S-01', 'bay 2'],
      ['S-02', 'bay 2'],
    ]);
    expect(await line.getValue()).toBe('');
    const entry = element.querySelector('textarea') as HTMLTextAreaElement;
    entry.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp', cancelable: true }));
    expect(await line.getValue()).toBe('2 slat 900 x 98 x 18 spruce, bay 2');
  });

  it('keeps the lines to correct, and says what is wrong with a tag that is taken', async () => {
    const store = await withShop({ pieces: PIECES });
    const { loader, element } = await show(TallyBar);
    const line = await loader.getHarness(MatInputHarness);
    await line.setValue('slat 900 x 98 x 18, tag P-01');
    expect(element.textContent).toContain('P-01 is the tag of another piece');
    await line.setValue('slat 900 x 98 x 18\nslat wide');
    await press(loader, /Add/);
    expect(store.pieces()).toHaveLength(3);
    expect(await line.getValue()).toBe('slat wide');
  });
});
