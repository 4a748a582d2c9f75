import { MatButtonToggleGroupHarness } from '@angular/material/button-toggle/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatChipSetHarness } from '@angular/material/chips/testing';
import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatMenuHarness } from '@angular/material/menu/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { describe, expect, it } from 'vitest';
import { inBlanks, type Part } from '@aldrek/core/project';
import { DEFAULT_MACHINES } from '@aldrek/core/yield';
import { heard, show, withShop, type OnScreen } from '../../../test-support/component';
import { aPart, aProject } from '../../../test-support/made-up-project';
import { BriefPanel } from './brief-panel';
import { MatesMenu } from './mates-menu';
import { PartCard } from './part-card';

/** The field under a name. */
async function field<C>({ element, loader }: OnScreen<C>, name: string): Promise<MatInputHarness> {
  const labels = [...element.querySelectorAll('label')];
  const label = labels.find((one) => one.textContent.trim() === name);
  if (!label)
    throw new Error(`no field is called ${name}: ${labels.map((one) => one.textContent).join(', ')}`);
  return loader.getHarness(MatInputHarness.with({ selector: `#${label.htmlFor}` }));
}

async function write<C>(screen: OnScreen<C>, name: string, text: string): Promise<void> {
  const input = await field(screen, name);
  await input.setValue(text);
  await (await input.host()).dispatchEvent('change');
  await input.blur();
}

const choice = <C>({ loader }: OnScreen<C>, name: string): Promise<MatSelectHarness> =>
  loader.getHarness(MatSelectHarness.with({ selector: `[aria-label="${name}"]` }));

describe('a part’s card', () => {
  async function card(part: Part = aPart()) {
    const screen = await show(PartCard, { part, letter: 'A', pxPerMm: 0.1, unit: 'mm', groups: ['legs'] });
    const changed = heard(screen.fixture.componentInstance.changed);
    const panel = await screen.loader.getHarness(MatExpansionPanelHarness);
    return { ...screen, changed, panel };
  }

  it('says what is asked for, and opens to its figures', async () => {
    const { element, panel } = await card(aPart({ make: { kind: 'laminated', layers: 3 } }));
    expect(element.textContent).toContain('2 × shelf');
    expect(element.textContent).toContain('laminated from 3 layers');
    expect(element.querySelector('al-length-field')).toBeNull();
    await panel.expand();
    expect(element.querySelectorAll('al-length-field').length).toBeGreaterThan(4);
  });

  it('keeps figures that are right, and says under the field why others are not', async () => {
    const screen = await card();
    await screen.panel.expand();
    await write(screen, 'how many', '3');
    await write(screen, 'finished length', '60 cm');
    await write(screen, 'finished width', 'wide');
    await write(screen, 'how many', '0');
    expect(screen.changed.map(({ qty, width }) => [qty, width])).toEqual([[3, 120]]);
    const faults = await Promise.all(
      (await screen.loader.getAllHarnesses(MatFormFieldHarness)).map((one) => one.getTextErrors()),
    );
    expect(faults.flat()).toEqual(['from 1 to 500', expect.stringContaining('“wide” is not a length')]);
  });

  it('is planned in blanks where the planer needs it, and in single pieces again', async () => {
    const peg = aPart({ length: 110, qty: 8 });
    const screen = await card(peg);
    await screen.panel.expand();
    const blanks = inBlanks(peg, DEFAULT_MACHINES, 3.2);
    screen.fixture.componentRef.setInput('inBlanks', blanks);
    await screen.fixture.whenStable();
    await (await screen.loader.getHarness(MatButtonHarness.with({ text: /^Plan 3 to a blank/ }))).click();
    expect(screen.changed.at(-1)).toMatchObject({ qty: 3, blank: { k: 3, length: 110, qty: 8 } });
    screen.fixture.componentRef.setInput('part', blanks);
    await screen.fixture.whenStable();
    expect(screen.element.textContent.replace(/\s+/g, ' ')).toContain('blanks of 3 × 110, 8 wanted');
    await (await screen.loader.getHarness(MatButtonHarness.with({ text: 'In single pieces again' }))).click();
    expect(screen.changed.at(-1)).toMatchObject({ qty: 8, length: 110 });
  });

  it('asks for strips where it is glued up, and keeps the two widths in order', async () => {
    const glued = aPart({ width: 400, make: { kind: 'panel', leastStripMm: 45, widestStripMm: 140 } });
    const screen = await card(glued);
    await screen.panel.expand();
    await write(screen, 'narrowest strip', '60');
    expect(screen.changed.at(-1)?.make).toMatchObject({ leastStripMm: 60 });
    await write(screen, 'widest strip', '40');
    expect(screen.changed).toHaveLength(1);
    expect(screen.element.querySelector('[role="alert"].fault')?.textContent).toMatch(/strip/);
  });

  it('becomes a panel, round, or of certain species by a choice', async () => {
    const screen = await card();
    await screen.panel.expand();
    await (await choice(screen, 'made')).clickOptions({ text: 'glued up from strips' });
    await (await choice(screen, 'shape')).clickOptions({ text: 'round' });
    await (await choice(screen, 'species: any')).clickOptions({ text: 'teak' });
    expect(screen.changed.map(({ make, shape, species }) => make?.kind ?? shape?.kind ?? species)).toEqual([
      'panel',
      'round',
      ['teak'],
    ]);
  });

  it('drops a species by its chip', async () => {
    const screen = await card(aPart({ species: ['teak', 'european-oak'] }));
    await screen.panel.expand();
    const chips = await (await screen.loader.getHarness(MatChipSetHarness)).getChips();
    expect(await Promise.all(chips.map((chip) => chip.getText()))).toEqual(['teak', 'European oak']);
    await chips[0]?.remove();
    expect(screen.changed.at(-1)?.species).toEqual(['european-oak']);
  });
});

describe('the brief', () => {
  it('is kept as it is written: what is emptied is unknown again, a name is never lost', async () => {
    const project = aProject({ brief: { doorwayMm: 760 } });
    const store = await withShop({ projects: [project] });
    const screen = await show(BriefPanel, { project });
    const refresh = async (): Promise<void> => {
      screen.fixture.componentRef.setInput('project', store.projects()[0]);
      await screen.fixture.whenStable();
    };
    await write(screen, 'narrowest way in', '');
    await refresh();
    await write(screen, 'name', '');
    await write(screen, 'where it will live', 'boathouse hall');
    await refresh();
    await write(screen, 'two may carry, kg', '60');
    await refresh();
    await (await screen.loader.getHarness(MatCheckboxHarness.with({ label: 'used by children' }))).check();
    expect(store.projects()[0]).toMatchObject({
      name: 'Boot bench',
      brief: { place: 'boathouse hall', carryKg: 60, children: true },
    });
    expect(store.projects()[0]?.brief).not.toHaveProperty('doorwayMm');
    await refresh();
    expect(screen.element.textContent).toMatch(/child/i);
  });

  it('turns a new build into a repair', async () => {
    const project = aProject();
    const store = await withShop({ projects: [project] });
    const { loader } = await show(BriefPanel, { project });
    const [, repair] = await (await loader.getHarness(MatButtonToggleGroupHarness)).getToggles();
    await repair?.check();
    expect(store.projects()[0]?.kind).toBe('repair');
  });
});

describe('projects matched together', () => {
  it('are chosen in a menu that stays open; one that is accepted can’t be', async () => {
    const [own, other, accepted] = [
      aProject(),
      aProject({ id: 'other', name: 'Oar rack', parts: [aPart({ id: 'o' })] }),
      aProject({
        id: 'done',
        name: 'Tea counter',
        parts: [aPart({ id: 'd' })],
        plan: {
          accepted: true,
          cuts: [],
          missing: [],
          coverage: 1,
          consumed: 0,
          bound: 0,
          estimate: null,
        } as never,
      }),
    ];
    const store = await withShop({ projects: [own, other, accepted] });
    const { loader } = await show(MatesMenu, { project: own });
    const menu = await loader.getHarness(MatMenuHarness);
    expect(await (await loader.getHarness(MatButtonHarness)).getText()).toContain('on its own');
    await menu.open();
    const items = await menu.getItems();
    expect(await items[1]?.isDisabled()).toBe(true);
    await items[0]?.click();
    expect(await menu.isOpen()).toBe(true);
    expect(store.projects().map(({ together }) => together)).toEqual([['other'], ['project'], undefined]);
  });
});
