import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatTabGroupHarness } from '@angular/material/tabs/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { describe, expect, it, vi } from 'vitest';
import { show, withShop } from '../../test-support/component';
import type { Command, CommandSources } from './command-list';
import { CommandPalette } from './command-palette';
import { STATIONS } from './stations';
import { ShopProfile } from './shop-profile';

const close = vi.fn();

describe('the command palette', () => {
  it('finds as one types, takes the first with Enter, and says when nothing fits', async () => {
    const sources: CommandSources = {
      stations: STATIONS,
      pieces: [],
      projects: [],
      keys: [],
      actions: [],
      go: vi.fn(),
    };
    TestBed.configureTestingModule({
      providers: [
        { provide: MAT_DIALOG_DATA, useValue: sources },
        { provide: MatDialogRef, useValue: { close } },
      ],
    });
    const { loader } = await show(CommandPalette);
    const line = await loader.getHarness(MatAutocompleteHarness);
    await line.focus();
    await line.enterText('xylophone');
    expect(await (await line.getOptions())[0]?.getText()).toBe('Nothing is called that.');
    await line.clear();
    await line.enterText('insp');
    const options = await line.getOptions();
    expect(await Promise.all(options.map((option) => option.getText()))).toEqual([
      expect.stringContaining('Inspect'),
    ]);
    await options[0]?.click();
    expect((close.mock.calls[0]?.[0] as Command).name).toBe('Inspect');
  });
});

describe('how this shop works', () => {
  it('keeps each assumption as it is changed, and a machine may be none', async () => {
    const store = await withShop({}, [{ provide: MatDialogRef, useValue: { close } }]);
    const { loader } = await show(ShopProfile);
    const kerf = (await loader.getAllHarnesses(MatInputHarness))[0];
    const before = store.habits();
    await kerf?.setValue('4');
    await kerf?.blur();
    expect(store.habits()).not.toEqual(before);
    store.undo();
    expect(store.habits()).toEqual(before);
    const tabs = await loader.getHarness(MatTabGroupHarness);
    await tabs.selectTab({ label: 'Milling' });
    const [, planer] = await loader.getAllHarnesses(MatCheckboxHarness);
    await planer?.uncheck();
    expect(store.machines().planerWidthMm).toBeNull();
  });
});
