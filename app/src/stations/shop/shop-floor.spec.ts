import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { provideRouter } from '@angular/router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { acceptPlan, imbalanceM3, partsInHand, woodBalance, type ShopDocument } from '@aldrek/core';
import { show, textOf, withShop, write } from '../../../test-support/component';
import { theDemo } from '../../../test-support/demo';
import { FakeWorker } from '../../../test-support/fake-worker';
import { Planning } from '../../planning/planning';
import { ShopFloor } from './shop-floor';

/** The demo with the bench accepted beside the tray. */
function inHand(): ShopDocument {
  const demo = theDemo();
  const bench = demo.projects.find(({ name }) => name === 'Boot bench');
  if (!bench) throw new Error('no bench');
  return { ...demo, ...acceptPlan({ pieces: demo.pieces, projects: demo.projects }, bench.id) };
}

async function floor(shop: Partial<ShopDocument> = inHand()) {
  const store = await withShop(shop, [provideRouter([{ path: '**', children: [] }])]);
  const shown = await show(ShopFloor);
  const press = async (selector: string) => {
    shown.element.querySelector<HTMLButtonElement>(selector)?.click();
    await shown.fixture.whenStable();
  };
  return { store, press, ...shown };
}

beforeEach(() => vi.stubGlobal('Worker', FakeWorker));
afterEach(() => vi.unstubAllGlobals());

describe('Shop', () => {
  it('says what it is for while no plan is accepted', async () => {
    const { element } = await floor({});
    expect(textOf(element)).toContain('Accept a plan in Projects first');
  });

  it('gathers the set-ups of all projects, fewer than board by board', async () => {
    const { element } = await floor();
    const [settings = 0, , boardByBoard = 0, least = 0] = (
      textOf(element.querySelector('.today > p')).match(/\d+/g) ?? []
    ).map(Number);
    expect(settings).toBeGreaterThanOrEqual(least);
    expect(settings).toBeLessThan(boardByBoard);
    expect(element.querySelectorAll('.set-ups li')).toHaveLength(settings);
    expect(textOf(element.querySelector('.set-ups .great'))).toMatch(/^\d/);
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
    expect(textOf(element.querySelector('.project'))).toContain(`${parts.length} of`);
    store.undo();
    const byTag = ({ pieces }: ShopDocument) => [...pieces].sort((a, b) => a.tag.localeCompare(b.tag));
    expect(byTag(store.shop())).toEqual(byTag(before));
    expect(store.shop().projects).toEqual(before.projects);
    expect(store.entries()).toEqual([]);
  });

  it('a spoilt part is missing again, what is good of it is a piece, and what is missing is matched', async () => {
    const { store, element, press, loader, fixture } = await floor();
    await press('article header button');
    const pieces = store.pieces().length;
    await press('al-parts-in-hand li button');
    const [length, width] = await loader.getAllHarnesses(MatInputHarness.with({ ancestor: '.spoilt' }));
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
    await fixture.whenStable();
    expect(rest).toHaveBeenCalledWith(short?.id);
    expect(document.body.textContent).toContain('Nothing on the rack takes what is missing');
  });

  it('tells the milling route of each part, with machine, figure and reason', async () => {
    const { loader } = await floor();
    const routes = await loader.getHarness(MatExpansionPanelHarness.with({ ancestor: 'article' }));
    await routes.expand();
    const steps = (await routes.getTextContent()).replace(/\s+/g, ' ');
    expect(steps).toMatch(/To thickness ?planer/);
    expect(steps).toMatch(/Flat, straight and clean it comes to/);
    expect(steps).toMatch(/Dust, noise and chips\. .*Who decides: Local rules/);
  });
});
