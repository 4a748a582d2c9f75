import type { HarnessLoader } from '@angular/cdk/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatButtonToggleHarness } from '@angular/material/button-toggle/testing';
import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatMenuHarness, MatMenuItemHarness } from '@angular/material/menu/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { provideRouter } from '@angular/router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { acceptPlan } from '@aldrek/core/project';
import { imbalanceM3, partsInHand, woodBalance, type ShopDocument } from '@aldrek/core/shop';
import { show, textOf, withShop, write } from '../../../test-support/component';
import { theDemo } from '../../../test-support/demo';
import { sayDayAtOnce } from '../../../test-support/floor';
import { FakeWorker, settled } from '../../../test-support/fake-worker';
import { Planning } from '../../planning/planning';
import { ShopFloor } from './shop-floor';

/** On a busy machine a turn may come late. */
const PATIENCE = { timeout: 15_000 };
vi.setConfig({ testTimeout: 40_000 });

/** The demo with the bench accepted beside the tray. */
function inHand(): ShopDocument {
  const demo = theDemo();
  const bench = demo.projects.find(({ name }) => name === 'Boot bench');
  if (!bench) throw new Error('no bench');
  return { ...demo, ...acceptPlan({ pieces: demo.pieces, projects: demo.projects }, bench.id) };
}

/** Set-ups, boards and rows come a few in a frame. */
async function drawn(fixture: ComponentFixture<ShopFloor>, frames = 7): Promise<void> {
  for (let i = 0; i < frames; i++) {
    await fixture.whenStable();
    await new Promise((resolve) => requestAnimationFrame(resolve));
  }
  await fixture.whenStable();
}

async function floor(shop: Partial<ShopDocument> = inHand()) {
  const store = await withShop(shop, [provideRouter([{ path: '**', children: [] }])]);
  sayDayAtOnce(store);
  localStorage.clear();
  const shown = await show(ShopFloor);
  // Boards, parts and waste come in turns of their own.
  if (shown.element.querySelector('.station'))
    await vi.waitFor(() => expect(shown.element.querySelector('al-waste-panel')).not.toBeNull(), PATIENCE);
  await settled(20);
  await drawn(shown.fixture);
  const press = async (selector: string) => {
    shown.element.querySelector<HTMLButtonElement>(selector)?.click();
    await drawn(shown.fixture);
  };
  const [more] = await shown.loader.getAllHarnesses(MatButtonHarness.with({ text: /more set-ups$/ }));
  await more?.click();
  if (more) await drawn(shown.fixture);
  return { store, press, ...shown };
}

/** The first set-up of which the head begins so and that can be ticked, or not, opened. */
async function setUp(loader: HarnessLoader, head: RegExp, free: boolean): Promise<MatExpansionPanelHarness> {
  for (const panel of await loader.getAllHarnesses(MatExpansionPanelHarness.with({ selector: '.set-up' }))) {
    if (!head.test((await (await panel.host()).text()).trim())) continue;
    await panel.expand();
    const done = await panel.getHarness(MatButtonHarness.with({ text: 'All done' }));
    if ((await done.isDisabled()) === !free) return panel;
  }
  throw new Error(`no set-up begins with ${head}`);
}

beforeEach(() => vi.stubGlobal('Worker', FakeWorker));
afterEach(() => vi.unstubAllGlobals());

describe('Shop', () => {
  it('says what it is for while no plan is accepted', async () => {
    const { element } = await floor({});
    expect(textOf(element)).toContain('Accept a plan in Projects first');
  });

  it('gathers the set-ups of all projects, fewer than one board and part after the other', async () => {
    const { element } = await floor();
    await vi.waitFor(() => expect(element.querySelector('.today > p')).not.toBeNull(), PATIENCE);
    const [settings = 0, oneByOne = 0, least = 0] = (
      textOf(element.querySelector('.today > p')).match(/\d+/g) ?? []
    ).map(Number);
    expect(settings).toBeGreaterThanOrEqual(least);
    expect(settings).toBeLessThan(oneByOne);
    await vi.waitFor(() => expect(element.querySelectorAll('.set-up')).toHaveLength(settings), PATIENCE);
    expect(textOf(element.querySelector('[aria-label="On the bench today"]'))).toContain(
      'No hours of yours today',
    );
  });

  it('a board that is sawn leaves the rack; its parts come to hand, its offcuts go on the rack; one undo', async () => {
    const { store, element, press } = await floor();
    const before = store.shop();
    const tag = element.querySelector('article')?.getAttribute('aria-label') ?? '';
    await press(`[aria-label="Sawn: ${tag}"]`);
    expect(store.tags().has(tag)).toBe(false);
    const parts = partsInHand(store.entries());
    expect(parts.length).toBeGreaterThan(0);
    expect(parts.every(({ from }) => from === tag)).toBe(true);
    expect(element.querySelectorAll('al-parts-in-hand li')).toHaveLength(parts.length);
    expect(Math.abs(imbalanceM3(woodBalance(store.pieces(), store.entries())))).toBeLessThan(1e-9);
    expect(textOf(element.querySelector('al-project-card'))).toContain(`${parts.length} of`);
    store.undo();
    const byTag = ({ pieces }: ShopDocument) => [...pieces].sort((a, b) => a.tag.localeCompare(b.tag));
    expect(byTag(store.shop())).toEqual(byTag(before));
    expect(store.shop().projects).toEqual(before.projects);
    expect(store.entries()).toEqual(before.entries);
  });

  it('a spoilt part is missing again, what is good of it is a piece, and what is missing is matched', async () => {
    const { store, element, press, loader, fixture } = await floor();
    await press('[aria-label^="Sawn:"]');
    const pieces = store.pieces().length;
    await press('al-parts-in-hand li button');
    const [length, width] = await loader.getAllHarnesses(MatInputHarness.with({ ancestor: '[role=group]' }));
    await write(length, '300');
    await write(width, '60');
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Keep the good piece' }))).click();
    expect(store.pieces()).toHaveLength(pieces + 1);
    expect(store.pieces().at(-1)).toMatchObject({ length: 300, width: 60 });
    const short = store
      .projects()
      .find(({ plan }) => (plan?.missing.length ?? 0) > 0 && plan?.accepted === true);
    expect(short?.plan?.missing[0]?.short).toBe(1);
    expect(textOf(element)).toMatch(/Missing: 1 × /);
    const rest = vi.spyOn(TestBed.inject(Planning), 'rest').mockResolvedValue(null);
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Match what is missing' }))).click();
    await drawn(fixture);
    expect(rest).toHaveBeenCalledWith(short?.id, expect.any(Array));
    expect(document.body.textContent).toContain('Nothing on the rack takes what is missing');
  });

  it('tells the milling route of each part; a step is left out, moved, added, and the computed route comes back', async () => {
    const { loader, overlays, store, fixture } = await floor();
    const routes = await loader.getHarness(MatExpansionPanelHarness.with({ ancestor: 'article' }));
    await routes.expand();
    const text = async () => (await routes.getTextContent()).replace(/\s+/g, ' ');
    expect(await text()).toMatch(/To thickness ?planer/);
    expect(await text()).toMatch(/Dust, noise and chips\. .*Who decides: Local rules/);
    const change = async (step: string, deed: RegExp) => {
      await (
        await loader.getHarness(MatMenuHarness.with({ selector: `[aria-label="Change the step ${step}"]` }))
      ).open();
      await (await overlays.getHarness(MatMenuItemHarness.with({ text: deed }))).click();
      await drawn(fixture);
    };
    await change('To thickness', /^Leave it out/);
    expect(await text()).not.toMatch(/To thickness ?planer/);
    expect(store.projects().flatMap(({ milling }) => milling?.changes ?? [])).toHaveLength(1);
    await change('Crosscut to length', /^On the handsaw/);
    expect(await text()).toMatch(/Crosscut to length ?handsaw/);
    await (await loader.getHarness(MatButtonHarness.with({ text: /^Back to the computed route/ }))).click();
    await drawn(fixture);
    expect(await text()).toMatch(/To thickness ?planer/);
    expect(store.projects().every(({ milling }) => milling === undefined)).toBe(true);
  });

  it('a set-up is ticked with what it came to; a part that is under says what it breaks', async () => {
    const { loader, store, press, fixture, element } = await floor();
    await press('[aria-label^="Sawn:"]');
    const planing = await setUp(loader, /^[\d.,\s]*To thickness/, true);
    const [came] = await planing.getAllHarnesses(MatInputHarness);
    await write(came, '15');
    await (await planing.getHarness(MatButtonHarness.with({ text: 'All done' }))).click();
    await drawn(fixture);
    const worked = store.entries().find(({ kind }) => kind === 'worked');
    expect(worked?.measured?.[0]?.actualMm).toBe(15);
    expect(textOf(element.querySelector('al-parts-in-hand .fault'))).toMatch(/is 15 mm in thickness/);
    expect(Math.abs(imbalanceM3(woodBalance(store.pieces(), store.entries())))).toBeLessThan(1e-9);
  });

  it('no blade before the detector, unless it is passed in words', async () => {
    const { loader, store, press, fixture } = await floor();
    await press('[aria-label^="Sawn:"]');
    const planing = await setUp(loader, /^[\d.,\s]*To thickness/, true);
    await (await planing.getHarness(MatButtonHarness.with({ text: 'All done' }))).click();
    await drawn(fixture);
    const rip = await setUp(loader, /^[\d.,\s]*Rip to width/, false);
    await (await rip.getHarness(MatButtonHarness.with({ text: /^Go on without/ }))).click();
    const words = await rip.getHarness(MatInputHarness.with({ ancestor: 'al-scan-gate' }));
    await write(words, 'new wood, never nailed');
    await (await rip.getHarness(MatButtonHarness.with({ text: 'Pass the gate' }))).click();
    await drawn(fixture);
    expect(store.entries().at(-1)).toMatchObject({ kind: 'overruled', words: 'new wood, never nailed' });
    expect(store.undoLabel()).toBe('go on without scanning');
  });

  it('a board that was cut otherwise gives what the line says, or says what is wrong with it', async () => {
    const { loader, store, press, element, fixture } = await floor();
    const tag = element.querySelector('article')?.getAttribute('aria-label') ?? '';
    await press(`[aria-label="Cut otherwise: ${tag}"]`);
    const line = await loader.getHarness(MatInputHarness.with({ ancestor: '.otherwise' }));
    const off = await loader.getHarness(MatButtonHarness.with({ text: 'That came off it' }));
    await write(line, 'Q');
    await off.click();
    expect(textOf(element.querySelector('.otherwise'))).toContain('no part is called Q');
    expect(store.tags().has(tag)).toBe(true);
    await write(line, 'offcut 400 x 60');
    await off.click();
    await drawn(fixture);
    expect(store.tags().has(tag)).toBe(false);
    expect(store.pieces().at(-1)).toMatchObject({ length: 400, width: 60 });
    expect(textOf(element)).toMatch(/Missing: \d+ × /);
  });

  it('waste goes where its wood may go, and cautions are said once a day', async () => {
    const { loader, store, press, fixture, element } = await floor();
    await press('[aria-label^="Sawn:"]');
    const goes = await loader.getHarness(
      MatButtonToggleHarness.with({ text: 'stove', ancestor: 'al-waste-panel' }),
    );
    await goes.check();
    await drawn(fixture);
    expect(store.entries().at(-1)?.wasteTo).toBe('stove');
    expect(textOf(element.querySelector('al-waste-panel'))).toMatch(/kg kept from landfill/);
    const read = await loader.getAllHarnesses(MatButtonHarness.with({ text: 'Read', ancestor: '.cautious' }));
    const before = element.querySelectorAll('.cautious').length;
    await read[0]?.click();
    expect(element.querySelectorAll('.cautious').length).toBeLessThan(before);
  });

  it('parts of a project move on together, and it is milled by another school', async () => {
    const { loader, store, press, fixture, element } = await floor();
    for (let i = 0; i < 12; i++) await press('[aria-label^="Sawn:"]');
    const [more] = await loader.getAllHarnesses(
      MatButtonHarness.with({ text: 'More…', ancestor: 'al-project-card' }),
    );
    await more?.click();
    const [state, school] = await loader.getAllHarnesses(
      MatSelectHarness.with({ ancestor: 'al-project-card' }),
    );
    await state?.open();
    await state?.clickOptions({ text: 'glued' });
    await drawn(fixture);
    expect(store.entries().at(-1)).toMatchObject({ kind: 'moved-on', deed: 'glued' });
    expect(textOf(element.querySelector('al-project-card'))).toContain('glued');
    await school?.open();
    await school?.clickOptions({ text: 'hand tools' });
    expect(store.projects().some(({ milling }) => milling?.school === 'hand')).toBe(true);
  });
});
