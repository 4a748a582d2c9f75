import { MatButtonHarness } from '@angular/material/button/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { MatTabGroupHarness } from '@angular/material/tabs/testing';
import { provideRouter } from '@angular/router';
import { describe, expect, it } from 'vitest';
import { DEFAULT_ALLOWANCES, type Part, type Project } from '@aldrek/core/project';
import type { Joint } from '@aldrek/core/floor';
import { show, textOf, withShop, write } from '../../../../test-support/component';
import { JoineryPage } from './joinery-page';

const part = (name: string, length: number, width: number, thickness: number, qty = 1): Part => ({
  id: name,
  name,
  qty,
  length,
  width,
  thickness,
  grade: 'character',
  species: ['scots-pine'],
  allowances: DEFAULT_ALLOWANCES,
});

const bench = (joints: readonly Joint[] = []): Project => ({
  id: 'bench',
  name: 'Boot bench',
  note: '',
  parts: [
    part('top', 1300, 340, 24),
    part('end board', 340, 70, 24, 2),
    part('long apron', 1100, 80, 24, 2),
    part('leg', 430, 60, 45, 4),
  ],
  joints,
});
const breadboard: Joint = {
  id: 'b',
  kind: 'breadboard',
  a: 'top',
  b: 'end board',
  at: 'ends',
  into: 'edge',
  sizes: { all: 1 },
};
const mortise: Joint = {
  id: 'm',
  kind: 'mortise',
  a: 'long apron',
  b: 'leg',
  at: 'ends',
  into: 'edge',
  overall: true,
};

async function page(project: Project) {
  const store = await withShop({ projects: [project] }, [provideRouter([{ path: '**', children: [] }])]);
  const shown = await show(JoineryPage, { projectId: project.id });
  const button = async (text: string | RegExp) => shown.loader.getHarness(MatButtonHarness.with({ text }));
  const tab = async (label: string) => {
    await (await shown.loader.getHarness(MatTabGroupHarness)).selectTab({ label });
    await shown.fixture.whenStable();
  };
  const now = () => store.projects()[0] as Project;
  const length = (id: string) => now().parts.find((one) => one.id === id)?.length;
  return { store, button, tab, now, length, text: () => textOf(shown.element), ...shown };
}

describe('Joints and assembly', () => {
  it('finds the usual joints by name, once, and leaves lengths as they were given', async () => {
    const { button, now, length, text } = await page(bench());
    await (await button('The usual joints')).click();
    expect(now().joints?.map(({ kind }) => kind)).toEqual(['breadboard', 'mortise', 'screw']);
    expect([length('top'), length('long apron')]).toEqual([1300, 1100]);
    await (await button('The usual joints')).click();
    expect(now().joints).toHaveLength(3);
    expect(text()).toContain('Hardware');
  });

  it('lengthens a part given between its shoulders, follows the size, and gives the part back', async () => {
    const { loader, length, store, text, fixture } = await page(bench([mortise]));
    const between = await loader.getHarness(MatCheckboxHarness.with({ label: /between shoulders/ }));
    await between.check();
    expect(length('long apron')).toBe(1180);
    expect(text()).toMatch(/1,180 long ?, 80 of it in its joints/);
    const [tenon] = await loader.getAllHarnesses(MatInputHarness.with({ ancestor: 'al-length-field' }));
    await write(tenon, '30');
    await fixture.whenStable();
    expect(length('long apron')).toBe(1160);
    await between.uncheck();
    expect(length('long apron')).toBe(1100);
    store.undo();
    store.undo();
    store.undo();
    expect(store.projects()[0]).toEqual(bench([mortise]));
  });

  it('says what is wrong with a size; it is overruled in words, and that is taken back', async () => {
    const { loader, button, now, text, element, fixture } = await page(bench([mortise]));
    const [tenon] = await loader.getAllHarnesses(MatInputHarness.with({ ancestor: 'al-length-field' }));
    await write(tenon, '58');
    await fixture.whenStable();
    expect(textOf(element.querySelector('li.error'))).toMatch(/at least 3 mm|comes out/);
    await (await button('Overrule…')).click();
    const words = await loader.getHarness(MatInputHarness.with({ ancestor: 'al-text-field' }));
    await write(words, 'a wedge closes it');
    await (await button('Overrule')).click();
    expect(now().joints?.[0]?.overruled).toEqual({ 'depth-left': 'a wedge closes it' });
    expect(text()).toContain('Overruled: a wedge closes it');
    await (await button('Take it back')).click();
    expect(now().joints?.[0]?.overruled).toEqual({});
  });

  it('finds the end board that would split the bench, and gives the slots that save it', async () => {
    const { loader, text, tab, element, fixture } = await page(bench([breadboard]));
    expect(textOf(element.querySelector('li.error'))).toMatch(/moves [\d.]+ mm over the 340 mm.*splits/);
    await (await loader.getHarness(MatCheckboxHarness.with({ label: /whole width/ }))).uncheck();
    await fixture.whenStable();
    expect(element.querySelector('li.error')).toBeNull();
    expect(element.querySelectorAll('tbody tr')).toHaveLength(5);
    expect(text()).toContain('tight');
    await tab('Movement');
    expect(text()).toMatch(/Wood settles there at 7 % in mid-winter/);
    expect(element.querySelectorAll('al-season-picture figure')).toHaveLength(2);
    expect(text()).toContain('longest slot');
  });

  it('moves by the room: another one, and readings of one’s own', async () => {
    const { loader, tab, now, button, text } = await page(bench([breadboard]));
    await tab('Movement');
    const room = await loader.getHarness(MatSelectHarness);
    await room.open();
    await room.clickOptions({ text: /^outdoors, in the rain/ });
    expect(now().brief?.room).toEqual({ id: 'outdoors' });
    await (await button('Readings of my own…')).click();
    const [, humid] = await loader.getAllHarnesses(MatInputHarness);
    await write(humid, '30');
    expect(now().brief?.room?.own?.driest.humidityPct).toBe(30);
    expect(text()).toContain('as you read it');
    await (await button('Back to the preset')).click();
    expect(now().brief?.room).toEqual({ id: 'outdoors' });
  });

  it('goes together in order; a joint is put later, and the order that is worked out comes back', async () => {
    const { loader, tab, now, text, button } = await page(bench([mortise, breadboard]));
    await tab('Assembly');
    expect(text()).toMatch(/1 ?Dry fit.*2 ?Sand and finish.*3 ?top to end board.*4 ?long apron to leg/);
    await (
      await loader.getHarness(MatButtonHarness.with({ selector: '[aria-label^="Later: top"]' }))
    ).click();
    expect(now().assembly?.order).toEqual(['m', 'b']);
    expect(text()).toMatch(/3 ?long apron to leg.*4 ?top to end board/);
    await (await button('The order as it is worked out')).click();
    expect(now().assembly).toBeUndefined();
  });

  it('adds a joint by hand, of another kind, and deletes it', async () => {
    const { loader, button, now, text } = await page(bench());
    await (await button('Add a joint')).click();
    const [kind] = await loader.getAllHarnesses(MatSelectHarness);
    await kind?.open();
    await kind?.clickOptions({ text: 'dowels' });
    expect(now().joints?.[0]).toMatchObject({ kind: 'dowel', a: 'top', b: 'end board' });
    expect(text()).toContain('fluted dowel');
    await (await button('Delete the joint')).click();
    expect(now().joints).toEqual([]);
  });

  it('never joins a part to itself: the other one takes its place', async () => {
    const { loader, now } = await page(bench([mortise]));
    const [, part, , other] = await loader.getAllHarnesses(MatSelectHarness);
    await part?.open();
    await part?.clickOptions({ text: 'leg' });
    expect(now().joints?.[0]).toMatchObject({ a: 'leg', b: 'long apron' });
    await other?.open();
    await other?.clickOptions({ text: 'leg' });
    expect(now().joints?.[0]).toMatchObject({ a: 'long apron', b: 'leg' });
  });

  it('takes sizes back to what is proposed, all at once', async () => {
    const { loader, button, now, fixture } = await page(bench([mortise]));
    const read = async () =>
      Promise.all(
        (await loader.getAllHarnesses(MatInputHarness.with({ ancestor: 'al-length-field' }))).map((field) =>
          field.getValue(),
        ),
      );
    const proposed = await read();
    const [tenon] = await loader.getAllHarnesses(MatInputHarness.with({ ancestor: 'al-length-field' }));
    await write(tenon, '31');
    await fixture.whenStable();
    expect(await read()).not.toEqual(proposed);
    await (await button('As proposed')).click();
    expect(now().joints?.[0]).not.toHaveProperty('sizes');
    expect(await read()).toEqual(proposed);
  });

  it('is told whether the grain of two parts crosses, or goes by their sizes', async () => {
    const along: Joint = { id: 'l', kind: 'screw', a: 'top', b: 'long apron', at: 'along', into: 'edge' };
    const { loader, now } = await page(bench([along]));
    const choose = async (text: string) => {
      const grain = (await loader.getAllHarnesses(MatSelectHarness)).at(-1);
      await grain?.open();
      await grain?.clickOptions({ text });
    };
    await choose('crosses');
    expect(now().joints?.[0]?.crossing).toBe(true);
    await choose('runs alike');
    expect(now().joints?.[0]?.crossing).toBe(false);
    await choose('as the sizes tell');
    expect(now().joints?.[0]).not.toHaveProperty('crossing');
  });

  it('warns where someone sits on a joint, and says who decides', async () => {
    const { loader, element, now } = await page(bench([{ ...mortise, kind: 'pocket-screw' }]));
    const before = element.querySelectorAll('[role=note]').length;
    await (await loader.getHarness(MatCheckboxHarness.with({ label: /sits, stands or climbs/ }))).check();
    expect(now().joints?.[0]?.loaded).toBe(true);
    const notes = [...element.querySelectorAll('[role=note]')].map(textOf);
    expect(notes.length).toBeGreaterThan(before);
    expect(notes.join()).toContain('Who decides');
  });
});
