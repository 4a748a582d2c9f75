import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../../test-support/component';
import type { Command, CommandSources } from './command-list';
import { CommandPalette } from './command-palette';
import { STATIONS } from './stations';

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
