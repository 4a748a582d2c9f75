import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { MatButtonToggleGroupHarness } from '@angular/material/button-toggle/testing';
import { MatDatepickerInputHarness } from '@angular/material/datepicker/testing';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { TestKey } from '@angular/cdk/testing';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { heard, show, write } from '../../test-support/component';
import { ChoiceField } from './choice-field';
import { DayField } from './day-field';
import { FigureField } from './figure-field';
import { FileButton } from './file-button';
import { ReadingFields } from './reading-fields';
import { SpeciesField } from './species-field';
import { TextField } from './text-field';
import { ToggleField } from './toggle-field';

describe('a figure', () => {
  const cases = [
    ['count', '3', 3],
    ['number', '2,5', 2.5],
    ['moisture', '14 %', 14],
    ['money', '12.50', 12.5],
  ] as const;
  it.each(cases)('of kind %s reads %j', async (kind, text, value) => {
    const { fixture, loader } = await show(FigureField, { label: 'figure', value: 1, kind });
    const changed = heard(fixture.componentInstance.changed);
    await write(await loader.getHarness(MatInputHarness), text);
    expect(changed).toEqual([value]);
  });

  it('says why it is refused', async () => {
    const { loader } = await show(FigureField, {
      label: 'how many',
      value: 1,
      kind: 'count',
      least: 1,
      most: 9,
    });
    const input = await loader.getHarness(MatInputHarness);
    const around = await loader.getHarness(MatFormFieldHarness);
    const refusals: string[] = [];
    for (const text of ['', 'three', '2.5', '10']) {
      await write(input, text);
      refusals.push(...(await around.getTextErrors()));
    }
    expect(refusals).toEqual([
      'a figure is needed',
      'a figure is needed',
      'a whole figure is needed',
      'from 1 to 9',
    ]);
  });

  it('that is open and left open tells nothing; a 0 that is typed tells, where it is news', async () => {
    const open = { label: 'usable in the end', value: 0, kind: 'percent', optional: true } as const;
    for (const zeroTells of [true, false]) {
      const { fixture, loader } = await show(FigureField, { ...open, zeroTells });
      const changed = heard(fixture.componentInstance.changed);
      const input = await loader.getHarness(MatInputHarness);
      expect([await input.getValue(), await input.getPlaceholder()]).toEqual(['', '–']);
      await input.focus();
      await input.blur();
      expect(changed).toEqual([]);
      await write(input, '0');
      expect(changed).toEqual(zeroTells ? [0] : []);
    }
  });

  it('of moisture is what a moisture meter writes into, and no other', async () => {
    const moisture = await show(FigureField, { label: 'moisture', value: 0, kind: 'moisture' });
    const changed = heard(moisture.fixture.componentInstance.changed);
    await (await moisture.loader.getHarness(MatInputHarness)).focus();
    expect(TestBed.inject(ReadingFields).write('moisture', 12.5)).toBe(true);
    const count = await show(FigureField, { label: 'count', value: 1, kind: 'count' });
    await (await count.loader.getHarness(MatInputHarness)).focus();
    expect(TestBed.inject(ReadingFields).write('moisture', 9)).toBe(false);
    expect(changed).toEqual([12.5]);
  });
});

describe('a choice', () => {
  const choices = [
    { value: 'a', name: 'as found' },
    { value: 'b', name: 'planed' },
    { value: 'c', name: 'gone', disabled: true },
  ];

  it('from a list is named for a screen reader and says what was chosen', async () => {
    const { fixture, loader, element } = await show(ChoiceField, { label: 'state', value: 'a', choices });
    const changed = heard(fixture.componentInstance.changed);
    const select = await loader.getHarness(MatSelectHarness);
    expect(element.querySelector('[role="combobox"]')?.getAttribute('aria-label')).toBe('state');
    expect(await select.getValueText()).toBe('as found');
    await select.clickOptions({ text: 'planed' });
    expect(changed).toEqual(['b']);
    expect(await (await select.getOptions({ text: 'gone' }))[0]?.isDisabled()).toBe(true);
  });

  it('of a few in view is a group of radios', async () => {
    const { fixture, loader, element } = await show(ToggleField, { label: 'State', value: 'a', choices });
    const changed = heard(fixture.componentInstance.changed);
    const group = await loader.getHarness(MatButtonToggleGroupHarness);
    const toggles = await group.getToggles();
    expect(await toggles[0]?.isChecked()).toBe(true);
    await toggles[1]?.check();
    expect(changed).toEqual(['b']);
    expect(element.querySelector('[role="radiogroup"]')?.getAttribute('aria-label')).toBe('State');
  });
});

describe('a text', () => {
  it('is kept when it is left, and Esc brings the kept one back', async () => {
    const { fixture, loader } = await show(TextField, { label: 'name', value: 'bench', needed: true });
    const changed = heard(fixture.componentInstance.changed);
    const input = await loader.getHarness(MatInputHarness);
    await write(input, '  boot bench ');
    await write(input, '');
    expect(changed).toEqual(['boot bench']);
    expect(await input.getValue()).toBe('bench');
    await input.setValue('oar');
    await (await input.host()).sendKeys(TestKey.ESCAPE);
    expect(await input.getValue()).toBe('bench');
  });

  it('offers names, all of them before anything is written, and takes the one chosen', async () => {
    const names = ['bay 1', 'bay 2', 'loft'];
    const { fixture, loader } = await show(TextField, { label: 'place', value: 'bay 1', names });
    const changed = heard(fixture.componentInstance.changed);
    const offers = await loader.getHarness(MatAutocompleteHarness);
    await offers.focus();
    expect(await Promise.all((await offers.getOptions()).map((option) => option.getText()))).toEqual(names);
    await offers.clear();
    await offers.enterText('lo');
    await offers.selectOption({ text: 'loft' });
    expect(changed).toEqual(['loft']);
  });

  it('that is used at once, as a tag to go to, is empty again and offers nothing over the work', async () => {
    const { fixture, loader } = await show(TextField, {
      spoken: 'Go to tag',
      value: '',
      names: ['P-01', 'P-02'],
    });
    const field = await loader.getHarness(MatAutocompleteHarness);
    const gone = heard(fixture.componentInstance.changed);
    await field.enterText('P-02');
    expect(await field.isOpen()).toBe(true);
    await (await field.host()).dispatchEvent('change');
    fixture.componentInstance.clear();
    await new Promise((resolve) => setTimeout(resolve));
    await fixture.whenStable();
    expect(gone).toEqual(['P-02']);
    expect(await field.getValue()).toBe('');
    expect(await field.isOpen()).toBe(false);
  });

  it('of several lines is a text area', async () => {
    const { loader } = await show(TextField, { label: 'note', value: '', rows: 3 });
    expect(await (await (await loader.getHarness(MatInputHarness)).host()).matchesSelector('textarea')).toBe(
      true,
    );
  });
});

describe('a species', () => {
  it('is known by any of its names, ? marking a guess; what nobody knows is refused', async () => {
    const { fixture, loader } = await show(SpeciesField, { species: 'unknown', sure: 'guess' });
    const changed = heard(fixture.componentInstance.changed);
    const input = await loader.getHarness(MatInputHarness);
    await write(input, 'oak?');
    await write(input, 'sprice');
    expect(changed).toEqual([{ species: 'european-oak', speciesSure: 'guess' }]);
    expect(await (await loader.getHarness(MatFormFieldHarness)).getTextErrors()).toEqual([
      'no species is called “sprice”',
    ]);
  });
});

describe('a day', () => {
  it('is chosen from a calendar or written, and kept in one form', async () => {
    const { fixture, loader } = await show(DayField, { label: 'wanted by', value: '2026-03-14' });
    const changed = heard(fixture.componentInstance.changed);
    const input = await loader.getHarness(MatDatepickerInputHarness);
    await input.openCalendar();
    await (await input.getCalendar()).selectCell({ text: '21' });
    await input.setValue('');
    expect(changed).toEqual(['2026-03-21', null]);
  });

  it('that is none is refused with an example', async () => {
    const { fixture, loader } = await show(DayField, { label: 'date', value: '2026-03-14' });
    const changed = heard(fixture.componentInstance.changed);
    const input = await loader.getHarness(MatDatepickerInputHarness);
    await input.setValue('soon');
    await (await input.host()).blur();
    expect(changed).toEqual([]);
    const around = await loader.getHarness(MatFormFieldHarness);
    expect(await around.getTextErrors()).toEqual([expect.stringMatching(/^write a day like /)]);
  });
});

it('a file button gives the files and lets the same one be picked again', async () => {
  const { fixture, element } = await show(FileButton, { label: 'Photo', accept: 'image/*' });
  const picked = heard(fixture.componentInstance.picked);
  const input = element.querySelector('input') as HTMLInputElement;
  expect(input.getAttribute('aria-label')).toBe('Photo');
  const file = new File(['x'], 'a.png');
  Object.defineProperty(input, 'files', { value: [file], configurable: true });
  input.dispatchEvent(new Event('change'));
  expect(picked).toEqual([[file]]);
  expect(input.value).toBe('');
});
