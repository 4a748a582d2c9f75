import { provideRouter } from '@angular/router';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatNavListHarness } from '@angular/material/list/testing';
import { describe, expect, it } from 'vitest';
import { show, withShop } from '../../test-support/component';
import { settingsFound } from './setting-figures';
import { SettingsPage } from './settings-page';

const settings = async (inputs: Record<string, unknown> = {}) => {
  const store = await withShop({}, [provideRouter([])]);
  return { store, ...(await show(SettingsPage, inputs)) };
};

describe('the settings', () => {
  it('open at their first page, and list the others', async () => {
    const { loader } = await settings();
    const items = await (await loader.getHarness(MatNavListHarness)).getItems();
    const names = await Promise.all(items.map((item) => item.getFullText()));
    expect(names).toEqual(['Saws and ends', 'Milling', 'Workshop', 'Grades', 'Estimates', 'Finds', 'Prices']);
    expect(await Promise.all(items.map((item) => item.isActivated()))).toEqual([
      true,
      ...Array<boolean>(6).fill(false),
    ]);
  });

  it('keep each assumption as it is changed, and undo takes it back', async () => {
    const { store, loader } = await settings();
    const kerf = await loader.getHarness(MatInputHarness.with({ ancestor: 'al-setting-group' }));
    const before = store.habits();
    await kerf.setValue('4');
    await kerf.blur();
    expect(store.habits().kerfMm).toBe(4);
    store.undo();
    expect(store.habits()).toEqual(before);
  });

  it('a machine may be none, and come back with a usual size', async () => {
    const { store, loader } = await settings({ page: 'Milling' });
    const planer = async () => loader.getHarness(MatCheckboxHarness.with({ label: 'there is one' }));
    await (await planer()).uncheck();
    expect(store.machines().planerWidthMm).toBeNull();
    await (await planer()).check();
    expect(store.machines().planerWidthMm).toBe(310);
  });

  it('are searched over all pages, by name, note and heading', async () => {
    const { loader, element } = await settings();
    const search = await loader.getHarness(MatInputHarness.with({ selector: '[type="search"]' }));
    await search.setValue('planer wid');
    expect(element.querySelector('[role="status"]')?.textContent).toContain('1 found');
    await search.setValue('oak');
    expect(element.textContent).toContain('New wood, per m³');
    await search.setValue('rubber');
    expect(element.querySelector('[role="status"]')?.textContent).toContain('No setting has “rubber”');
  });

  it('go back to their starting points all at once', async () => {
    const { store, loader } = await settings();
    const { habits } = store.shop().settings;
    const kerf = await loader.getHarness(MatInputHarness.with({ ancestor: 'al-setting-group' }));
    await kerf.setValue('7');
    await kerf.blur();
    await (await loader.getHarness(MatButtonHarness.with({ text: /starting points/ }))).click();
    expect(store.shop().settings.habits).toEqual(habits);
  });
});

it('every word of a search has to be found', () => {
  expect(settingsFound('  ').length).toBeGreaterThan(5);
  expect(settingsFound('mitre reach').flatMap(({ figures }) => figures.map(({ name }) => name))).toEqual([
    'mitre saw, reach',
  ]);
});
