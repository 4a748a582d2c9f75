import { TestBed } from '@angular/core/testing';
import { MAT_BOTTOM_SHEET_DATA, MatBottomSheetRef } from '@angular/material/bottom-sheet';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatActionListHarness } from '@angular/material/list/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { describe, expect, it, vi } from 'vitest';
import { readTallyLine } from '@aldrek/core/wood';
import { heard, show, textOf, withShop, write } from '../../test-support/component';
import { DeedsSheet, type DeedsSheetData } from './deeds-sheet';
import { InWords } from './in-words';
import { NominalNote } from './nominal-note';

describe('what can be done, from below', () => {
  it('names each deed and closes with the one that is chosen, without doing it itself', async () => {
    const dismiss = vi.fn();
    const run = vi.fn();
    const data: DeedsSheetData = {
      of: 'Actions on P-01',
      deeds: [
        { name: 'Inspect', run },
        { name: 'Delete', disabled: true, run },
      ],
    };
    TestBed.configureTestingModule({
      providers: [
        { provide: MAT_BOTTOM_SHEET_DATA, useValue: data },
        { provide: MatBottomSheetRef, useValue: { dismiss } },
      ],
    });
    const { loader, element } = await show(DeedsSheet);
    expect(textOf(element.querySelector('h2'))).toBe('Actions on P-01');
    const [inspect, remove] = await (await loader.getHarness(MatActionListHarness)).getItems();
    expect(await remove?.isDisabled()).toBe(true);
    await inspect?.click();
    expect(dismiss).toHaveBeenCalledWith(data.deeds[0]);
    expect(run).not.toHaveBeenCalled();
  });
});

describe('what is passed only with a reason', () => {
  it('asks, refuses nothing but spaces, says the words tidied, and is closed again', async () => {
    await withShop();
    const { loader, fixture } = await show(InWords, { ask: 'Overrule…', label: 'Why', deed: 'Overrule' });
    const said = heard(fixture.componentInstance.said);
    const button = (text: string) => loader.getHarness(MatButtonHarness.with({ text }));
    await (await button('Overrule…')).click();
    const words = await loader.getHarness(MatInputHarness);
    await write(words, '   ');
    expect(await (await button('Overrule')).isDisabled()).toBe(true);
    await write(words, '  a wedge closes it ');
    await (await button('Overrule')).click();
    expect(said).toEqual(['a wedge closes it']);
    await (await button('Overrule…')).click();
    expect(await (await loader.getHarness(MatInputHarness)).getValue()).toBe('');
  });
});

describe('a size that was read as nominal', () => {
  it('is taken for the true one by one tap', async () => {
    const of = readTallyLine("post 4x4 8'", 'mm').nominal;
    expect(of?.asTrue).toBe('4"x4"');
    const { loader, fixture } = await show(NominalNote, { of });
    const asked = heard(fixture.componentInstance.asTrue);
    await (await loader.getHarness(MatButtonHarness)).click();
    expect(asked).toEqual([of]);
  });
});
