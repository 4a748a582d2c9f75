import { MatButtonHarness } from '@angular/material/button/testing';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { describe, expect, it } from 'vitest';
import { DEFAULT_MACHINES, HAND_TOOL_SHOP } from '@aldrek/core/yield';
import { show, withShop, write } from '../../test-support/component';
import { WorkshopSetting } from './workshop-setting';

async function workshop() {
  const store = await withShop();
  const shown = await show(WorkshopSetting);
  const press = async (text: string) => {
    await (await shown.loader.getHarness(MatButtonHarness.with({ text }))).click();
    await shown.fixture.whenStable();
  };
  /** The field that a label stands over. */
  const field = async (label: string) => {
    const id = [...shown.element.querySelectorAll('label')]
      .find(({ textContent }) => textContent.trim() === label)
      ?.getAttribute('for');
    return shown.loader.getHarness(MatInputHarness.with({ selector: `#${id ?? ''}` }));
  };
  const faults = async () =>
    (
      await Promise.all(
        (await shown.loader.getAllHarnesses(MatFormFieldHarness)).map((one) => one.getTextErrors()),
      )
    ).flat();
  return { ...shown, store, press, field, faults, now: () => store.shop().settings };
}

describe('the workshop', () => {
  it('is set by whole kinds of shop, and one’s own machines come back', async () => {
    const { press, now, store, loader } = await workshop();
    const own = { ...DEFAULT_MACHINES, planerWidthMm: 333 };
    store.change('machines', { ...store.shop(), settings: { ...now(), machines: own } });
    await press('Keep these machines as mine');
    await press('Hand-tool shop');
    expect(now().machines).toEqual(HAND_TOOL_SHOP);
    expect(store.undoLabel()).toBe('set a hand-tool shop');
    await press('Back to my own');
    expect(now().machines).toEqual(own);
    store.undo();
    store.undo();
    store.undo();
    expect(now().workshop.ownMachines).toBeUndefined();
    expect(await loader.getAllHarnesses(MatButtonHarness.with({ text: 'Back to my own' }))).toHaveLength(0);
  });

  it('mills as the machines have it, until a school is chosen', async () => {
    const { loader, store } = await workshop();
    const school = await loader.getHarness(MatSelectHarness);
    await school.open();
    await school.clickOptions({ text: /^planer first/ });
    expect(store.workshop().school).toBe('planer');
    await school.open();
    await school.clickOptions({ text: 'as the machines have it' });
    expect(store.workshop().school).toBeUndefined();
  });

  it('knows the blade that is on, and that none is', async () => {
    const { field, store } = await workshop();
    await write(await field('mitre saw'), ' 60 teeth ');
    expect(store.workshop().park['mitre-saw']?.blade).toBe('60 teeth');
    await write(await field('mitre saw'), '');
    expect(store.workshop().park['mitre-saw']).not.toHaveProperty('blade');
  });

  it('reads clamps by number and opening, and says how where it can’t', async () => {
    const { field, store, faults } = await workshop();
    const clamps = await field('clamps');
    await write(clamps, '6 × 600, 4 x 1000');
    expect(store.workshop().glue.clamps).toEqual([
      { n: 6, openingMm: 600 },
      { n: 4, openingMm: 1000 },
    ]);
    await write(clamps, 'many');
    expect(await faults()).toEqual([expect.stringContaining('6 × 600, 4 × 1000')]);
    expect(store.workshop().glue.clamps).toHaveLength(2);
  });

  it('reads the hours of each day; a wrong one says so at its day and changes nothing', async () => {
    const { field, store, faults } = await workshop();
    const monday = await field('Monday');
    await write(monday, '18:00–20:00, 20:30-21:30');
    expect(store.workshop().hours.mon).toHaveLength(2);
    const kept = store.workshop().hours.mon;
    await write(monday, '20:00–18:00');
    await write(await field('Tuesday'), 'evening');
    expect(await faults()).toHaveLength(2);
    expect(store.workshop().hours.mon).toEqual(kept);
    await write(monday, '');
    expect(await faults()).toHaveLength(1);
    expect(store.workshop().hours.mon).toEqual([]);
  });
});
