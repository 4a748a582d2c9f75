import { MatButtonHarness } from '@angular/material/button/testing';
import { describe, expect, it } from 'vitest';
import type { Explained } from '@aldrek/core/yield';
import { heard, show, unitOf } from '../../test-support/component';
import { ExplainedFigure } from './explained';

const figure = (ofTheShop: boolean): Explained =>
  ({
    formula: 'clear area ÷ face area',
    inputs: [{ name: 'kerf', quantity: { unit: 'length', mm: 3.2 } }],
    source: 'your settings',
    ofTheShop,
  }) as unknown as Explained;

describe('a figure that says where it comes from', () => {
  it('opens by a tap: formula, inputs in the user’s unit, source; Esc closes it', async () => {
    unitOf('mm');
    const { loader, element, fixture } = await show(ExplainedFigure, { of: figure(false), spoken: 'Share' });
    const tap = await loader.getHarness(MatButtonHarness);
    expect(await (await tap.host()).getAttribute('aria-expanded')).toBe('false');
    await tap.click();
    const card = element.querySelector('.whence');
    expect(card?.textContent).toContain('clear area ÷ face area');
    expect(card?.textContent).toMatch(/kerf\s*3\.2/);
    expect(card?.textContent).toContain('your settings');
    element
      .querySelector('button')
      ?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
    await fixture.whenStable();
    expect(element.querySelector('.whence')).toBeNull();
  });

  it('leads to the shop’s figures where it rests on one', async () => {
    unitOf('mm');
    const { loader, fixture } = await show(ExplainedFigure, { of: figure(true) });
    const led = heard(fixture.componentInstance.profile);
    await (await loader.getHarness(MatButtonHarness)).click();
    await (await loader.getHarness(MatButtonHarness.with({ text: /Change the shop’s figures/ }))).click();
    expect(led).toHaveLength(1);
  });
});
