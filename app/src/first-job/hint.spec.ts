import { MatButtonHarness } from '@angular/material/button/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { show, withShop } from '../../test-support/component';
import { aBoard } from '../../test-support/made-up-piece';
import { aPart, aProject } from '../../test-support/made-up-project';
import { Hint } from './hint';

describe('the hints of a first job', () => {
  beforeEach(() => localStorage.clear());

  it('lead from a find to a plan, each where its step is done', async () => {
    const store = await withShop();
    const at = async (place: string) => (await show(Hint, { at: place })).element;
    const [rack, inspect, projects] = [await at('rack'), await at('inspect'), await at('projects')];
    expect(rack.textContent).toContain('1 of 5');
    expect(projects.textContent.trim()).toBe('');
    const shop = store.shop();
    store.change('a piece', { ...shop, pieces: [aBoard()] });
    await new Promise((resolve) => setTimeout(resolve));
    expect(rack.textContent).toContain('3 of 5');
    expect(inspect.textContent).toContain('Inspected?');
    store.change('a project', {
      ...store.shop(),
      projects: [aProject({ parts: [aPart()] })],
    });
    await new Promise((resolve) => setTimeout(resolve));
    expect(rack.textContent.trim()).toBe('');
    expect(projects.textContent).toContain('5 of 5');
  });

  it('are put away for good', async () => {
    await withShop();
    const { loader, element } = await show(Hint, { at: 'rack' });
    await (await loader.getHarness(MatButtonHarness.with({ text: 'No hints' }))).click();
    expect(element.textContent.trim()).toBe('');
    expect(localStorage.getItem('aldrek-first-job')).toBe('away');
  });
});
