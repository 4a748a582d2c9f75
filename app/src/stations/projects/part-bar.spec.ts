import { MatButtonHarness } from '@angular/material/button/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { TestKey } from '@angular/cdk/testing';
import { describe, expect, it } from 'vitest';
import { show, textOf, withShop } from '../../../test-support/component';
import { aProject } from '../../../test-support/made-up-project';
import { PartBar } from './part-bar';

async function bar() {
  const project = aProject({ parts: [] });
  const store = await withShop({ projects: [project] });
  const shown = await show(PartBar, { project });
  const input = await shown.loader.getHarness(MatInputHarness);
  const add = () => shown.loader.getHarness(MatButtonHarness.with({ text: /^Add/ }));
  const parts = () => store.projects()[0]?.parts ?? [];
  const reading = () => textOf(shown.element.querySelector('#part-reading'));
  return { ...shown, store, input, add, parts, reading };
}

describe('the part line', () => {
  it('says what it wants while it is empty, and adds nothing', async () => {
    const { reading, add } = await bar();
    expect(reading()).toContain('how many, name, finished length × width × thickness');
    expect(await (await add()).isDisabled()).toBe(true);
  });

  it('shows what it understood, and Enter adds the part as one step of undo', async () => {
    const { input, reading, parts, store, fixture } = await bar();
    await input.setValue('4 leg 426 x 70 x 40 oak, hidden');
    await fixture.whenStable();
    expect(reading()).toMatch(/4.*leg.*426.*hidden/);
    await (await input.host()).sendKeys(TestKey.ENTER);
    expect(parts()).toMatchObject([
      { name: 'leg', qty: 4, length: 426, width: 70, thickness: 40, grade: 'hidden' },
    ]);
    expect(await input.getValue()).toBe('');
    store.undo();
    expect(parts()).toEqual([]);
  });

  it('of several lines adds those that are right, and keeps the wrong ones with their reason', async () => {
    const { input, add, parts, reading, fixture } = await bar();
    await input.setValue('2 rail 900 x 60 x 20\n3 wide\n1 top 1200 x 300 x 24');
    await fixture.whenStable();
    expect(reading()).toMatch(/Line 2: /);
    expect(await (await add()).getText()).toBe('Add 2');
    await (await add()).click();
    expect(parts().map(({ name }) => name)).toEqual(['rail', 'top']);
    expect(await input.getValue()).toBe('3 wide');
  });

  it('shows its example in the user’s unit', async () => {
    const { input, store, fixture } = await bar();
    expect(await input.getPlaceholder()).toContain('426');
    store.setUnit('inch');
    await fixture.whenStable();
    expect(await input.getPlaceholder()).toContain('16 3/4');
  });
});
