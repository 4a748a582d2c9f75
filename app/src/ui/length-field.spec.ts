import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { TestKey } from '@angular/cdk/testing';
import { describe, expect, it } from 'vitest';
import { heard, show, unitOf } from '../../test-support/component';
import { LengthField } from './length-field';
import { ReadingFields } from './reading-fields';

async function field(inputs: Record<string, unknown> = {}, unit: 'mm' | 'inch' = 'mm') {
  const chosen = unitOf(unit);
  const screen = await show(LengthField, { label: 'length', value: 1200, ...inputs });
  const input = await screen.loader.getHarness(MatInputHarness);
  const around = await screen.loader.getHarness(MatFormFieldHarness);
  return { ...screen, unit: chosen, input, around, changed: heard(screen.fixture.componentInstance.changed) };
}

const write = async (input: MatInputHarness, text: string): Promise<void> => {
  await input.setValue(text);
  await input.blur();
};

describe('a length', () => {
  it.each([
    ['900', 900],
    ['1.8 m', 1800],
    ['17cm', 170],
    ['7 1/2 in', 190.5],
    ['6ft', 1828.8],
    ['1,5 cm', 15],
  ])('is read from %j', async (text, mm) => {
    const { input, changed } = await field();
    await write(input, text);
    expect(changed).toEqual([mm]);
  });

  it('is shown in the user’s unit, its fraction drawn while it is not being written', async () => {
    const { input, unit, fixture, element } = await field({ value: 190.5 }, 'inch');
    expect(await input.getValue()).toBe('7 1/2');
    expect(element.querySelector('.figure-drawn .fraction')?.textContent).toBe('1/2');
    await input.focus();
    expect(element.querySelector('.figure-drawn')).toBeNull();
    await input.blur();
    unit.set('mm');
    await fixture.whenStable();
    expect(await input.getValue()).toBe('190.5');
  });

  it('that can’t be read stays with its reason, and Esc brings the last good one back', async () => {
    const { input, around, changed } = await field();
    await write(input, 'wide');
    expect(await around.getTextErrors()).toEqual([expect.stringContaining('“wide” is not a length')]);
    expect(await input.getValue()).toBe('wide');
    await (await input.host()).sendKeys(TestKey.ESCAPE);
    expect(await input.getValue()).toBe('1200');
    expect(await around.getTextErrors()).toEqual([]);
    expect(changed).toEqual([]);
  });

  it('keeps to its limits, and says why they are so', async () => {
    const { input, around, changed } = await field({ least: 1, most: 1500, why: 'the piece ends there' });
    await write(input, '1600');
    expect(await around.getTextErrors()).toEqual(['from 1 to 1500: the piece ends there']);
    await write(input, '0');
    expect(changed).toEqual([]);
    await write(input, '1500');
    expect(changed).toEqual([1500]);
  });

  it.each([
    ['-1.5', -1.5],
    ['− 4', -4],
    ['-1/8 in', -3.175],
  ])('has a sign only where it may be below zero: %j', async (text, mm) => {
    const gap = await field({ value: 0, least: -60, most: 60, optional: true });
    await write(gap.input, text);
    expect(gap.changed).toEqual([mm]);
    // The keys of a phone for figures alone have no minus.
    expect(await (await gap.input.host()).getAttribute('inputmode')).toBe('text');
    await write(gap.input, '-61');
    expect(await gap.around.getTextErrors()).toEqual(['from -60 to 60']);
  });

  it('is never below zero elsewhere', async () => {
    const { input, around, changed } = await field();
    await write(input, '-5');
    expect(await around.getTextErrors()).toEqual([expect.stringContaining("can't be below zero")]);
    expect(changed).toEqual([]);
  });

  it('may be left open where it is optional', async () => {
    const { input, changed } = await field({ optional: true, value: 30 });
    await write(input, '');
    expect(changed).toEqual([0]);
    expect(await input.getValue()).toBe('');
  });

  it('steps by arrow keys: plain, finely with Alt, coarsely with Shift, one change for each press', async () => {
    const { input, element, changed } = await field({ value: 20.4 });
    const entry = element.querySelector('input') as HTMLInputElement;
    const press = (key: string, more: KeyboardEventInit = {}): void => {
      entry.dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true, ...more }));
    };
    const release = (key: string): void => void entry.dispatchEvent(new KeyboardEvent('keyup', { key }));
    await input.focus();
    press('ArrowUp');
    press('ArrowUp');
    release('ArrowUp');
    expect(changed).toEqual([22]);
    press('ArrowDown', { altKey: true });
    release('ArrowDown');
    press('ArrowDown', { shiftKey: true });
    release('ArrowDown');
    expect(changed).toEqual([22, 21.9, 20]);
  });

  it('is not rounded by Enter or by being left: what is shown is coarser than what is kept', async () => {
    const { input, changed } = await field({ value: 226.72 });
    expect(await input.getValue()).toBe('226.7');
    await input.focus();
    await (await input.host()).sendKeys(TestKey.ENTER);
    await write(input, '226.7');
    expect(changed).toEqual([]);
  });

  it('tells what is drawn along while it is typed', async () => {
    const { fixture, input } = await field();
    const drafted = heard(fixture.componentInstance.drafted);
    await input.setValue('90');
    expect(drafted.at(-1)).toBe(90);
    await input.blur();
    expect(drafted.at(-1)).toBeNull();
  });

  it('does not overwrite what is being typed when the same figure comes back from the store', async () => {
    const { fixture, input } = await field();
    await input.setValue('12');
    fixture.componentRef.setInput('value', 1300);
    await fixture.whenStable();
    expect(await input.getValue()).toBe('12');
  });
});

@Component({
  imports: [LengthField, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <al-length-field label="length" [formControl]="length" />
    <al-length-field label="width" [formControl]="width" />
  `,
})
class TwoLengths {
  readonly length = new FormControl(1000, { nonNullable: true });
  readonly width = new FormControl(98, { nonNullable: true });
}

describe('lengths in a form', () => {
  it('bear numbers, and a caliper that types and presses Enter goes from one to the next', async () => {
    const { fixture, loader } = await show(TwoLengths);
    const [length, width] = await loader.getAllHarnesses(MatInputHarness);
    expect(await length?.getValue()).toBe('1000');
    await length?.setValue('876.5');
    await (await length?.host())?.sendKeys(TestKey.ENTER);
    expect(fixture.componentInstance.length.value).toBe(876.5);
    expect(await width?.isFocused()).toBe(true);
    fixture.componentInstance.width.disable();
    expect(await width?.isDisabled()).toBe(true);
  });

  it('are written by an instrument over the line, which goes on to the next too', async () => {
    const { fixture, loader } = await show(TwoLengths);
    const [length, width] = await loader.getAllHarnesses(MatInputHarness);
    const readings = TestBed.inject(ReadingFields);
    expect(readings.write('length', 12)).toBe(false);
    await length?.focus();
    expect(readings.write('moisture', 14)).toBe(false);
    expect(readings.write('length', 640.3)).toBe(true);
    expect(fixture.componentInstance.length.value).toBe(640.3);
    expect(await width?.isFocused()).toBe(true);
    expect(readings.write('length', 95)).toBe(true);
    expect(fixture.componentInstance.width.value).toBe(95);
  });
});
