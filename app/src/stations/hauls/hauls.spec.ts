import type { Provider } from '@angular/core';
import { MAT_DIALOG_DATA } from '@angular/material/dialog';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatChipListboxHarness } from '@angular/material/chips/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatMenuHarness } from '@angular/material/menu/testing';
import { provideRouter } from '@angular/router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ShopDocument } from '@aldrek/core/shop';
import type { HaulReason } from '@aldrek/core/wood';
import { heard, show, textOf, withShop, write } from '../../../test-support/component';
import { theDemo } from '../../../test-support/demo';
import { FakeWorker } from '../../../test-support/fake-worker';
import { HaulWorth } from './haul-worth';
import { Hauls } from './hauls';
import { TradeSheet } from './trade-sheet';

async function station(shop: Partial<ShopDocument>, haulId?: string) {
  const store = await withShop(shop, [provideRouter([{ path: '**', children: [] }])]);
  const shown = await show(Hauls, haulId === undefined ? {} : { haulId });
  const press = async (name: string | RegExp) =>
    (await shown.loader.getHarness(MatButtonHarness.with({ text: name }))).click();
  return { store, press, ...shown };
}

describe('Hauls', () => {
  beforeEach(() => {
    vi.stubGlobal('Worker', FakeWorker);
    Element.prototype.scrollIntoView = vi.fn();
  });
  afterEach(() => vi.unstubAllGlobals());

  it('says what a haul is when there is none, and starts the first', async () => {
    const { store, element, press } = await station({});
    expect(textOf(element)).toContain('A haul is one trip');
    await press(/Start the first haul/);
    expect(store.hauls()).toHaveLength(1);
    expect(textOf(element)).toContain('What is it?');
    expect(textOf(element)).toContain('permission not asked yet');
  });

  it('lists the newest trip first, and says what is open to decide', async () => {
    const { element } = await station(theDemo());
    const rows = [...element.querySelectorAll('aside a')].map(textOf);
    expect(rows[0]).toMatch(/The ferry yard.*3 to decide/);
    expect(rows).toHaveLength(8);
  });

  it('names the first find by its kind, and asks the check of it', async () => {
    const { store, element, press } = await station({});
    await press(/Start the first haul/);
    await press(/^pallet/i);
    expect(store.finds().map(({ kind }) => kind)).toEqual(['pallet']);
    expect(element.querySelector('al-find-screening')).not.toBeNull();
    expect(textOf(element.querySelector('al-find-bench'))).toMatch(/This will add \d+ pieces/);
  });

  it('adds another find from the menu, and steps to it by its tab', async () => {
    const demo = theDemo();
    const { store, element, loader, fixture } = await station(demo, demo.hauls[0]?.id);
    const menu = await loader.getHarness(MatMenuHarness.with({ triggerText: '+ Find' }));
    await menu.open();
    const [post] = await menu.getItems({ text: /^post/i });
    await post?.click();
    await fixture.whenStable();
    expect(store.haulById().get(demo.hauls[0]?.id ?? '')?.finds).toHaveLength(2);
    const tabs = [...element.querySelectorAll('[mat-tab-link]')];
    expect(tabs).toHaveLength(2);
    expect(tabs[1]?.getAttribute('aria-selected') ?? tabs[1]?.getAttribute('aria-current')).toBeTruthy();
  });

  it('breaks a find down: its pieces go on the rack, and one undo takes them back', async () => {
    const demo = theDemo();
    const ferry = demo.hauls.find(({ place }) => place === 'The ferry yard');
    const { store, press } = await station(demo, ferry?.id);
    const before = store.pieces().length;
    await press(/^Break down/);
    const added = store.pieces().slice(before);
    expect(added.length).toBeGreaterThan(50);
    expect(new Set(added.map(({ tag }) => tag)).size).toBe(added.length);
    expect(added.every(({ origin }) => origin?.findId === ferry?.finds[0]?.id)).toBe(true);
    store.undo();
    expect(store.pieces()).toHaveLength(before);
  });

  it('deletes a haul with a way back', async () => {
    const demo = theDemo();
    const { store, press } = await station(demo, demo.hauls[0]?.id);
    await press('Delete haul');
    expect(store.hauls()).toHaveLength(demo.hauls.length - 1);
    store.undo();
    expect(store.hauls()).toHaveLength(demo.hauls.length);
  });
});

describe('what a haul is worth', () => {
  it('says the verdict with its range, what drives it, and reasons that are not money', async () => {
    const demo = theDemo();
    const haul = demo.hauls.find(({ place }) => place === 'The ferry yard');
    const store = await withShop(demo);
    const { element, loader, fixture } = await show(HaulWorth, {
      haul,
      trade: store.trade(),
      unit: 'mm',
      record: () => [],
    });
    expect(textOf(element.querySelector('.verdict'))).toMatch(/Take|Leave/);
    expect(textOf(element.querySelector('.net'))).toMatch(/€ \d+.* likely, .*€ \d+ to € \d+/);
    expect(element.querySelectorAll('li.lined').length).toBeGreaterThan(3);
    const reasons = heard<HaulReason[]>(fixture.componentInstance.reasoned);
    const chips = await loader.getHarness(MatChipListboxHarness);
    await (await chips.getChips())[0]?.select();
    expect(reasons.at(-1)).toHaveLength(1);
    const priced = heard(fixture.componentInstance.priced);
    await (await loader.getHarness(MatButtonHarness.with({ text: /^Prices/ }))).click();
    expect(priced).toHaveLength(1);
  });
});

describe('what the sums rest on', () => {
  const sheet = (kind: string | null): Provider[] => [
    { provide: MAT_DIALOG_DATA, useValue: { species: ['european-oak'], kind } },
  ];

  it('are prices, an hour, a km and the vehicle, each kept as it is written', async () => {
    const store = await withShop({}, sheet(null));
    const { loader } = await show(TradeSheet);
    const inputs = await loader.getAllHarnesses(MatInputHarness);
    await write(inputs[0], 'kr');
    await write(inputs[1], '31');
    expect(store.trade()).toMatchObject({ currency: 'kr', perHour: 31 });
    await (await loader.getHarness(MatButtonHarness.with({ text: /starting guesses/ }))).click();
    expect(store.trade().perHour).not.toBe(31);
  });

  it('a share that is raised takes the likely one along, so that low ≤ likely ≤ high', async () => {
    const store = await withShop({}, sheet('pallet'));
    const { loader, element } = await show(TradeSheet);
    expect(textOf(element)).toContain('Usable share of a pallet');
    const low = (await loader.getAllHarnesses(MatInputHarness))[4];
    await write(low, '90');
    const share = store.trade().usable.pallet;
    expect(share?.low).toBeCloseTo(0.9);
    expect(share?.likely ?? 0).toBeGreaterThanOrEqual(0.9);
    expect(share?.high ?? 0).toBeGreaterThanOrEqual(share?.likely ?? 1);
  });
});
