import type { Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatButtonToggleGroupHarness } from '@angular/material/button-toggle/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { provideRouter, Router } from '@angular/router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type CouldMake } from '@aldrek/core/match';
import { SHIPPED_DESIGNS, usualSizes, type Design, type Project } from '@aldrek/core/project';
import { show, textOf, withShop, write } from '../../../test-support/component';
import { theDemo } from '../../../test-support/demo';
import { FakeWorker, settled } from '../../../test-support/fake-worker';
import { WhatIf } from '../../planning/what-if';
import { CouldMakePage } from './could-make-page';
import { CutSheetPage } from './cut-sheet-page';
import { DesignPanel } from './design-panel';
import { DesignSheet } from './design-sheet';
import { RepairPanel } from './repair-panel';

const close = vi.fn();

beforeEach(() => {
  close.mockClear();
  vi.stubGlobal('Worker', FakeWorker);
});
afterEach(() => vi.unstubAllGlobals());

const named = (projects: readonly Project[], name: string): Project => {
  const found = projects.find((one) => one.name === name);
  if (!found) throw new Error(`no project is called ${name}`);
  return found;
};

describe('the cut sheet', () => {
  it('lists parts, boards in sawing order, and offcuts to label', async () => {
    const demo = theDemo();
    await withShop(demo, [provideRouter([])]);
    const bench = named(demo.projects, 'Boot bench');
    const { element } = await show(CutSheetPage, { projectId: bench.id });
    expect(textOf(element.querySelector('h1'))).toBe('Cut sheet: Boot bench');
    const rows = [...element.querySelectorAll('table.parts tbody tr')];
    expect(rows).toHaveLength(bench.parts.length);
    expect(textOf(rows[0])).toMatch(/A seat board.*3.*1,825 × 113.*1,800 × 108 × 24/);
    const boards = new Set(bench.plan?.cuts.map(({ pieceId }) => pieceId));
    expect(element.querySelectorAll('.board')).toHaveLength(boards.size);
    const numbers = [...element.querySelectorAll('td.nowrap')].map(textOf);
    expect(numbers.length).toBeGreaterThan(boards.size * 2);
    const kept = bench.plan?.cuts.filter(({ partId }) => partId === 'offcut').length ?? 0;
    expect(element.querySelectorAll('.offcuts li')).toHaveLength(kept);
  });

  it('says that nobody decides but the one who is named', async () => {
    const demo = theDemo();
    await withShop(demo, [provideRouter([])]);
    const { element } = await show(CutSheetPage, { projectId: named(demo.projects, 'Boot bench').id });
    const cautions = [...element.querySelectorAll('.caution')].map(textOf);
    expect(cautions.length).toBeGreaterThan(0);
    expect(cautions.every((words) => /Who decides:|Ask first|own word/.test(words))).toBe(true);
  });

  it('ticks a board of an accepted plan as sawn; when all are, it leads to Shop', async () => {
    const demo = theDemo();
    const store = await withShop(demo, [provideRouter([])]);
    const tray = named(demo.projects, 'Round serving tray');
    const { loader, element } = await show(CutSheetPage, { projectId: tray.id });
    const boards = element.querySelectorAll('.board').length;
    const unscanned = store
      .pieces()
      .filter(
        ({ id, scans }) =>
          scans?.found === undefined && tray.plan?.cuts.some(({ pieceId }) => pieceId === id) === true,
      ).length;
    let gates = 0;
    for (let i = 0; i < boards; i++) {
      await (await loader.getHarness(MatButtonHarness.with({ text: 'Sawn' }))).click();
      const scanned = await loader.getHarnessOrNull(
        MatButtonHarness.with({ text: 'Scanned, nothing found' }),
      );
      if (!scanned) continue;
      gates++;
      // Nothing is sawn before the detector; with it, it is.
      expect(store.entries().filter(({ kind }) => kind === 'sawn')).toHaveLength(i);
      await scanned.click();
    }
    expect(gates).toBe(unscanned);
    expect(gates).toBeGreaterThan(0);
    expect(store.entries().filter(({ kind }) => kind === 'sawn')).toHaveLength(boards);
    expect(textOf(element)).toContain('All boards of this plan are sawn');
  });

  it('saws without a scan only in the maker’s own words, which stand in the record', async () => {
    const store = await withShop(theDemo(), [provideRouter([])]);
    const tray = named(store.projects(), 'Round serving tray');
    const { loader } = await show(CutSheetPage, { projectId: tray.id });
    const press = async (text: string) => (await loader.getHarness(MatButtonHarness.with({ text }))).click();
    await press('Sawn');
    await press('Go on without…');
    const pass = await loader.getHarness(MatButtonHarness.with({ text: 'Pass the gate' }));
    expect(await pass.isDisabled()).toBe(true);
    await write(
      await loader.getHarness(MatInputHarness.with({ ancestor: 'al-scan-gate' })),
      'new wood, planed by me last year',
    );
    await pass.click();
    const kinds = store.entries().map(({ kind }) => kind);
    expect(kinds.slice(-2)).toEqual(['overruled', 'sawn']);
    expect(store.entries().at(-2)).toMatchObject({ words: 'new wood, planed by me last year' });
    store.undo();
    store.undo();
    expect(store.entries().map(({ kind }) => kind)).toEqual(kinds.slice(0, -2));
  });

  it('says so where there is no plan, and where the project is gone', async () => {
    const demo = theDemo();
    await withShop(demo, [provideRouter([])]);
    const none = await show(CutSheetPage, { projectId: named(demo.projects, 'Oar rack').id });
    expect(textOf(none.element)).toContain('There is no plan yet');
    const gone = await show(CutSheetPage, { projectId: 'nobody' });
    expect(textOf(gone.element)).toContain('This project is no longer here');
  });
});

describe('what could I make', () => {
  const could = (design: Design, coverage: number): CouldMake =>
    ({
      design,
      sizes: usualSizes(design),
      coverage,
      boards: 4,
      spentM2: 1.25,
      looks: 0.8,
      longLeftM2: 2,
      points: coverage,
    }) as unknown as CouldMake;

  it('asks a worker of every design, shows what comes, and makes one a project', async () => {
    const store = await withShop(theDemo(), [provideRouter([])]);
    const { element, loader, fixture } = await show(CouldMakePage);
    const whatIf = TestBed.inject(WhatIf);
    const asked = vi.spyOn(whatIf, 'askCould').mockImplementation(() => undefined);
    await (await loader.getHarness(MatButtonHarness.with({ text: /^Try them all/ }))).click();
    expect(asked).toHaveBeenCalledOnce();
    const [bench, table] = SHIPPED_DESIGNS as [Design, Design];
    (whatIf as unknown as { found: { set: (all: CouldMake[]) => void } }).found.set([
      could(bench, 1),
      could(table, 0.6),
    ]);
    await fixture.whenStable();
    const cards = [...element.querySelectorAll('li')].map(textOf);
    expect(cards[0]).toMatch(/Bench.*100 % of its parts are on the rack/);
    expect(cards[1]).toMatch(/Table with aprons.*60 % of its parts found/);
    const go = vi.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
    element.querySelector<HTMLButtonElement>('[aria-label="Make it: Bench"]')?.click();
    expect(store.projects().at(-1)).toMatchObject({ name: 'Bench', design: { id: 'bench' } });
    expect(go).toHaveBeenCalledWith(['/projects', store.projects().at(-1)?.id]);
  });

  it('has nothing to try on an empty rack', async () => {
    await withShop({}, [provideRouter([])]);
    const { element, loader } = await show(CouldMakePage);
    expect(textOf(element)).toContain('The rack holds no free piece');
    const ask = await loader.getHarness(MatButtonHarness.with({ text: /^Try them all/ }));
    expect(await ask.isDisabled()).toBe(true);
  });
});

describe('a design of a project', () => {
  it('is chosen, drawn from three sides, and resized: its parts follow as one step', async () => {
    const demo = theDemo();
    const store = await withShop(demo, [provideRouter([])]);
    const project = () => named(store.projects(), 'Oar rack');
    const { element, loader, fixture } = await show(DesignPanel, { project: project() });
    const follow = async () => {
      fixture.componentRef.setInput('project', project());
      await fixture.whenStable();
    };
    const designs = await loader.getHarness(MatSelectHarness);
    await designs.clickOptions({ text: 'Bench' });
    await follow();
    expect(project().parts.map(({ name }) => name)).toEqual(['seat', 'leg', 'long apron', 'end apron']);
    const drawing = element.querySelector('al-design-elevation svg');
    expect(drawing?.getAttribute('aria-label')).toContain('Bench, front, right side, from above');
    const length = (await loader.getAllHarnesses(MatInputHarness))[0];
    await write(length, '1500');
    await follow();
    expect(project().parts[0]?.length).toBe(1500);
    store.undo();
    await follow();
    expect(project().parts[0]?.length).toBe(1300);
  });

  it('a size beyond its limits is refused with a reason, and nothing changes', async () => {
    const demo = theDemo();
    const store = await withShop(demo, [provideRouter([])]);
    const project = () => named(store.projects(), 'Oar rack');
    const { loader, fixture, element } = await show(DesignPanel, { project: project() });
    await (await loader.getHarness(MatSelectHarness)).clickOptions({ text: 'Bench' });
    fixture.componentRef.setInput('project', project());
    await fixture.whenStable();
    const length = (await loader.getAllHarnesses(MatInputHarness))[0];
    await write(length, '9000');
    expect(textOf(element)).toMatch(/from 400 to 2,?600/);
    expect(project().parts[0]?.length).toBe(1300);
  });
});

describe('a design of one’s own', () => {
  const sheet = (given: Design | null): Provider[] => [
    { provide: MAT_DIALOG_DATA, useValue: given },
    { provide: MatDialogRef, useValue: { close } },
  ];
  const press = async (loader: Awaited<ReturnType<typeof show>>['loader'], words: string) =>
    (await loader.getHarness(MatButtonHarness.with({ text: words }))).click();

  it('begins with a board, gets sizes and parts, and is kept once it holds', async () => {
    const store = await withShop({}, sheet(null));
    const { loader, element } = await show(DesignSheet);
    expect(textOf(element)).toContain('It holds from its least sizes to its greatest');
    const [name] = await loader.getAllHarnesses(MatInputHarness);
    await write(name, 'Sill');
    await press(loader, 'Another size');
    await press(loader, 'Another part');
    await press(loader, 'Keep the design');
    const [kept] = store.shop().settings.designs;
    expect(kept).toMatchObject({ name: 'Sill' });
    expect(kept?.sizes.map(({ key }) => key)).toEqual(['L', 't', 'W']);
    expect(kept?.parts).toHaveLength(2);
    expect(close).toHaveBeenCalled();
  });

  it('a formula that means nothing is named, and the design can’t be kept', async () => {
    await withShop({}, sheet(null));
    const { loader, element, fixture } = await show(DesignSheet);
    const length = element.querySelector<HTMLInputElement>('[aria-label="length of part"]');
    if (!length) throw new Error('no field');
    length.value = 'L - q';
    length.dispatchEvent(new Event('input'));
    length.dispatchEvent(new Event('change'));
    length.dispatchEvent(new Event('blur'));
    await fixture.whenStable();
    expect(textOf(element.querySelector('.seen .fault'))).toContain('q');
    const keep = await loader.getHarness(MatButtonHarness.with({ text: 'Keep the design' }));
    expect(await keep.isDisabled()).toBe(true);
  });
});

describe('a repair', () => {
  it('ranks what comes closest, tone counted, and cuts the part from the one chosen', async () => {
    const demo = theDemo();
    const store = await withShop(demo, [provideRouter([])]);
    const door = () => named(store.projects(), 'Cabinet door');
    const { element, loader, fixture } = await show(RepairPanel, { project: door() });
    const best = element.querySelector('ol li');
    expect(textOf(best)).toContain('T-01');
    expect(textOf(best)).toContain('ΔE');
    const ways = await loader.getHarness(MatButtonToggleGroupHarness);
    await (await ways.getToggles({ text: /build new|replace/i }))[0]?.check();
    await fixture.whenStable();
    element.querySelectorAll<HTMLButtonElement>('ol button')[1]?.click();
    await settled();
    const [part] = door().parts;
    expect(part).toMatchObject({ name: 'lower rail', qty: 1 });
    expect(door().plan).toBeUndefined();
    store.undo();
    expect(door().plan).toBeDefined();
  });

  it('what is known of the broken part is kept as it is written', async () => {
    const demo = theDemo();
    const store = await withShop(demo, [provideRouter([])]);
    const door = () => named(store.projects(), 'Cabinet door');
    const { loader } = await show(RepairPanel, { project: door() });
    const [thing] = await loader.getAllHarnesses(MatInputHarness);
    await write(thing, 'dresser, right door');
    expect(door().broken?.thing).toBe('dresser, right door');
  });
});
