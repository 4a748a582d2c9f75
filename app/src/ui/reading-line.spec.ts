import { TestKey } from '@angular/cdk/testing';
import { TestBed } from '@angular/core/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { describe, expect, it } from 'vitest';
import { heard, show, textOf, withShop } from '../../test-support/component';
import { ReadingFields } from './reading-fields';
import { ReadingLine } from './reading-line';

async function line(inputs: Record<string, unknown> = {}) {
  await withShop();
  const shown = await show(ReadingLine, { label: 'Tally line', ...inputs });
  const input = await shown.loader.getHarness(MatInputHarness);
  const field = shown.element.querySelector('textarea') as HTMLTextAreaElement;
  const { handed, left, earlier, text } = shown.fixture.componentInstance;
  const press = async (...keys: (TestKey | string)[]) => (await input.host()).sendKeys(...keys);
  const marks = () => [...shown.element.querySelectorAll('.bad')].map(({ textContent }) => textContent);
  return {
    ...shown,
    input,
    field,
    press,
    marks,
    text,
    handed: heard(handed),
    left: heard(left),
    earlier: heard(earlier),
  };
}

describe('a line that is read', () => {
  it('marks what is not understood where it stands, each stretch once', async () => {
    const { marks, element } = await line({
      text: '6 slat 1195 x wide x 18',
      faults: [
        { start: 14, end: 18 },
        { start: 16, end: 18 },
      ],
    });
    expect(marks()).toEqual(['wide']);
    // Behind the text lies the same text, so that a mark lies under its word.
    expect(element.querySelector('.backdrop')?.textContent).toBe('6 slat 1195 x wide x 18');
    expect(element.querySelector('textarea')?.getAttribute('aria-invalid')).toBe('true');
  });

  it('Enter hands it over; with Shift it begins another line', async () => {
    const { press, handed, field } = await line({ text: '2 board 900 x 90 x 20' });
    await press(TestKey.ENTER);
    expect(handed).toHaveLength(1);
    const shifted = new KeyboardEvent('keydown', { key: 'Enter', shiftKey: true, cancelable: true });
    field.dispatchEvent(shifted);
    expect(shifted.defaultPrevented).toBe(false);
    expect(handed).toHaveLength(1);
  });

  it('what is no whole line yet is wrong only once it was handed over so', async () => {
    const { input, press, field, fixture } = await line({ incomplete: true });
    await input.setValue('2 board');
    await fixture.whenStable();
    expect(field.getAttribute('aria-invalid')).toBe('false');
    await press(TestKey.ENTER);
    await fixture.whenStable();
    expect(field.getAttribute('aria-invalid')).toBe('true');
    await input.setValue('2 board 900');
    await fixture.whenStable();
    expect(field.getAttribute('aria-invalid')).toBe('false');
  });

  it('arrows bring back earlier lines, but move within several', async () => {
    const { press, earlier, input } = await line();
    await press(TestKey.UP_ARROW);
    await press(TestKey.DOWN_ARROW);
    expect(earlier).toEqual([-1, 1]);
    await input.setValue('one\ntwo');
    await press(TestKey.UP_ARROW);
    expect(earlier).toHaveLength(2);
  });

  it('Esc leaves it, and it grows with its lines up to eight', async () => {
    const { press, left, field, input, fixture } = await line();
    field.focus();
    await press(TestKey.ESCAPE);
    expect(left).toHaveLength(1);
    expect(document.activeElement).not.toBe(field);
    await input.setValue(Array.from({ length: 12 }, (_, i) => `line ${i}`).join('\n'));
    await fixture.whenStable();
    expect(field.rows).toBe(8);
  });

  it('a caliper’s reading goes in where the caret stands', async () => {
    const { field, input, text, fixture, element } = await line();
    // The list of fields hears from here on which one is in hand.
    TestBed.inject(ReadingFields);
    await input.setValue('slat  x 98 x 18');
    field.focus();
    field.setSelectionRange(5, 5);
    expect(TestBed.inject(ReadingFields).write('moisture', 12)).toBe(false);
    expect(TestBed.inject(ReadingFields).write('length', 1195)).toBe(true);
    await fixture.whenStable();
    expect(text()).toBe('slat 1195 x 98 x 18');
    expect(textOf(element.querySelector('.backdrop'))).toBe('slat 1195 x 98 x 18');
  });
});
