import { MatButtonHarness } from '@angular/material/button/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { provideRouter } from '@angular/router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { partsInHand, type ShopDocument } from '@aldrek/core/shop';
import { counterFloor, milledFloor } from '../../../../../core/test-support/a-counter';
import { show, textOf, withShop, write } from '../../../../test-support/component';
import { FakeWorker, settled } from '../../../../test-support/fake-worker';
import { sayDayAtOnce } from '../../../../test-support/floor';
import { PanelBench } from './panel-bench';

const NOON = 1_772_445_600_000;
const MIN = 60_000;

async function bench(floor: Partial<ShopDocument> = counterFloor()) {
  const store = await withShop(floor, [provideRouter([{ path: '**', children: [] }])]);
  sayDayAtOnce(store);
  localStorage.clear();
  const shown = await show(PanelBench, { projectId: 'counter', partId: 'top', unit: '0' });
  await settled(30);
  await shown.fixture.whenStable();
  const button = async (text: string | RegExp) => shown.loader.getHarness(MatButtonHarness.with({ text }));
  const strips = () => [...shown.element.querySelectorAll<HTMLElement>('.strip')];
  const names = () => strips().map((strip) => textOf(strip.querySelector('.name')).split(' ')[1]);
  const key = async (at: number, name: string, more: Partial<KeyboardEventInit> = {}) => {
    strips()[at]?.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true, ...more }));
    await shown.fixture.whenStable();
  };
  return { store, button, strips, names, key, ...shown };
}

beforeEach(() => {
  vi.stubGlobal('Worker', FakeWorker);
  vi.useFakeTimers({ toFake: ['Date'], now: NOON });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('Panel bench', () => {
  it('lays strips to scale, with names that they will bear', async () => {
    const { names, strips, element } = await bench();
    expect(names()).toEqual(['P-01/1', 'P-02/1', 'P-03/1', 'P-04/1']);
    const heights = strips().map((strip) => parseFloat(strip.style.height));
    expect(Math.max(...heights) - Math.min(...heights)).toBeLessThan(0.1);
    expect(textOf(element.querySelector('al-panel-figures'))).toContain('comes to, in width 432');
    expect(textOf(element.querySelector('h1'))).toContain('from 4 strips');
  });

  it('moves and shifts a strip by the arrow keys, within its spare length, each one undo', async () => {
    const { store, names, key, fixture } = await bench();
    await key(0, 'ArrowDown');
    expect(names()).toEqual(['P-02/1', 'P-01/1', 'P-03/1', 'P-04/1']);
    await key(0, 'ArrowUp');
    expect(names()[0]).toBe('P-02/1');
    await key(1, 'ArrowRight', { shiftKey: true });
    await key(1, 'ArrowRight', { shiftKey: true });
    const place = () => store.projects()[0]?.panels?.[0]?.strips[1];
    expect(place()?.shiftMm).toBe(12.5);
    store.undo();
    expect(place()?.shiftMm).toBe(10);
    store.undo();
    store.undo();
    await fixture.whenStable();
    expect(names()).toEqual(['P-01/1', 'P-02/1', 'P-03/1', 'P-04/1']);
  });

  it('turns the chosen strip end for end and over, and says so', async () => {
    const { store, button, strips, fixture } = await bench();
    strips()[2]?.click();
    await fixture.whenStable();
    await (await button(/^Turn end for end/)).click();
    await (await button(/^Turn over/)).click();
    expect(store.projects()[0]?.panels?.[0]?.strips[2]).toMatchObject({ turned: true, over: true });
    expect(strips()[2]?.getAttribute('aria-label')).toContain('end for end, over, not sawn yet');
    await (await button(/^Turn over/)).click();
    expect(store.projects()[0]?.panels?.[0]?.strips[2]?.over).toBeUndefined();
  });

  it('marks the figure of flat-sawn strips, which turns with them', async () => {
    const floor = counterFloor();
    const pieces = floor.pieces.map((piece, i) => (i === 0 ? { ...piece, grain: 'flat' as const } : piece));
    const { button, strips, fixture } = await bench({ ...floor, pieces });
    const figure = (at: number) => strips()[at]?.querySelector('.figure-mark')?.getAttribute('d') ?? '';
    const before = figure(0);
    expect(before).toMatch(/^M/);
    expect(figure(1)).toBe('');
    strips()[0]?.click();
    await fixture.whenStable();
    await (await button(/^Turn end for end/)).click();
    expect(figure(0)).not.toBe(before);
  });

  it('finds the best order and says how good it is; a second time nothing is better', async () => {
    const { button, element } = await bench();
    await (await button('Find the best order')).click();
    expect(textOf(element)).toMatch(/From [\d.]+ to [\d.]+: the best of all orders and turns/);
    await (await button('Find the best order')).click();
    expect(textOf(element)).toMatch(/No order is better: every one of them was tried/);
  });

  it('alternates rings, and tells what cup that leaves', async () => {
    const { button, element } = await bench();
    expect(textOf(element)).toContain('Rings all one way');
    await (await button('Rings alternating')).click();
    expect(textOf(element)).toContain('Rings alternate');
  });

  it('says in how many stages, with how many clamps, and what there is to be done first', async () => {
    const { button, element, store } = await bench();
    const glue = () => textOf(element.querySelector('al-glue-panel'));
    expect(glue()).toMatch(/3 stages/);
    expect(glue()).toMatch(/you have 0|too short|you have 6/);
    expect(glue()).toMatch(/first: \d+ steps of milling on its strips/);
    expect(await (await button('Clamps closed: start the clock')).isDisabled()).toBe(true);
    store.change('a helper', {
      ...store.shop(),
      settings: {
        ...store.shop().settings,
        workshop: {
          ...store.workshop(),
          glue: { ...store.workshop().glue, helpers: 2, clamps: [{ n: 30, openingMm: 1000 }] },
        },
      },
    });
    await settled(30);
    expect(glue()).toMatch(/2 stages/);
    expect(glue()).toContain('you have 30');
  });

  it('one tap when the clamps close: a clock runs, and what it holds waits unless it is passed in words', async () => {
    const { button, element, store, loader, fixture } = await bench(milledFloor(counterFloor()));
    const text = () => textOf(element.querySelector('al-glue-panel'));
    const close = async () => {
      await (await button('Clamps closed: start the clock')).click();
      await settled(30);
      await fixture.whenStable();
    };
    const pass = async () => {
      await (await button('Go on all the same…')).click();
      const go = await button('Go on before it is over');
      expect(await go.isDisabled()).toBe(true);
      const [field] = await loader.getAllHarnesses(MatInputHarness.with({ selector: 'al-text-field input' }));
      await write(field, 'fast glue, warm room');
      await go.click();
      await settled(30);
      await fixture.whenStable();
    };
    await close();
    expect(text()).toMatch(/1 h 00 to gentle work/);
    // Six clamps, and all of them are at the first stage.
    expect(text()).toMatch(/Your clamps are in use, until \d\d:\d\d/);
    await pass();
    await close();
    expect(element.querySelectorAll('al-clock-list section')).toHaveLength(2);
    expect(store.entries().filter(({ clock }) => clock?.at === NOON)).toHaveLength(2);
    expect(text()).toContain('Too early, until');
    await pass();
    await close();
    expect(partsInHand(store.entries())).toHaveLength(1);
    expect(textOf(element)).toContain('Glued up: one piece');
  });

  it('a clock is paused, goes on, is corrected and discarded', async () => {
    const { button, store, loader, fixture } = await bench(milledFloor(counterFloor()));
    await (await button('Clamps closed: start the clock')).click();
    await settled(30);
    const clock = () => store.entries().find((entry) => entry.clock !== undefined)?.clock;
    await (await button('Pause')).click();
    expect(clock()?.pausedAt).toBe(NOON);
    vi.setSystemTime(NOON + 30 * MIN);
    await (await button('Go on')).click();
    expect(clock()?.pausedAt).toBeUndefined();
    await (await button('Correct…')).click();
    await fixture.whenStable();
    const [ago] = await loader.getAllHarnesses(MatInputHarness.with({ ancestor: 'al-clock-list' }));
    await write(ago, '45');
    expect((NOON + 30 * MIN - (clock()?.at ?? 0) - (clock()?.pausedMs ?? 0)) / MIN).toBeLessThanOrEqual(46);
    await (await button('Discard the clock')).click();
    expect(clock()?.discarded).toBe(true);
    store.undo();
    expect(clock()?.discarded).toBeUndefined();
  });

  it('says so where there is no such panel', async () => {
    const { element } = await bench({});
    expect(textOf(element)).toContain('not on the bench');
  });
});
