import { TestKey } from '@angular/cdk/testing';
import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../../test-support/component';
import type { Command, CommandSources } from './command-list';
import { CommandPalette } from './command-palette';
import { STATIONS } from './stations';

const close = vi.fn();

const palette = () => {
  const sources: CommandSources = {
    stations: STATIONS,
    pieces: [],
    projects: [],
    keys: [],
    actions: [],
    go: vi.fn(),
  };
  close.mockClear();
  TestBed.configureTestingModule({
    providers: [
      { provide: MAT_DIALOG_DATA, useValue: sources },
      { provide: MatDialogRef, useValue: { close } },
    ],
  });
  return show(CommandPalette);
};

const chosen = (): string | undefined => (close.mock.calls[0]?.[0] as Command | undefined)?.name;

describe('the command palette', () => {
  it('finds as one types, takes one with a click, and says when nothing fits', async () => {
    const { loader } = await palette();
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
    expect(chosen()).toBe('Inspect');
  });

  it('takes the first of what was typed, though the list on the screen is still the one before', async () => {
    const { loader, element } = await palette();
    await (await loader.getHarness(MatAutocompleteHarness)).focus();
    const line = element.querySelector('input') as HTMLInputElement;
    line.value = 'insp';
    line.dispatchEvent(new Event('input'));
    line.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', keyCode: 13, bubbles: true }));
    expect(chosen()).toBe('Inspect');
  });

  it('takes the one an arrow has marked', async () => {
    const { loader } = await palette();
    const line = await loader.getHarness(MatAutocompleteHarness);
    await line.focus();
    const host = await line.host();
    await host.sendKeys(TestKey.DOWN_ARROW);
    await host.sendKeys(TestKey.ENTER);
    expect(chosen()).toBe(STATIONS[1]?.name);
  });
});
