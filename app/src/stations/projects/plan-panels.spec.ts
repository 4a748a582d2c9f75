import { signal, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatProgressBarHarness } from '@angular/material/progress-bar/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { provideRouter } from '@angular/router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { lookAt, KnownBoards } from '@aldrek/core/match';
import { type ShopDocument } from '@aldrek/core/shop';
import { heard, show, textOf, withShop } from '../../../test-support/component';
import { theDemo } from '../../../test-support/demo';
import { FakeWorker } from '../../../test-support/fake-worker';
import { MatchStore } from '../../planning/match.store';
import { Planning } from '../../planning/planning';
import { WhatIf, type OfferedWay, type TriedWay } from '../../planning/what-if';
import { PlanActions } from './plan-actions';
import { PlanHead } from './plan-head';
import { PlanNotes } from './plan-notes';
import { ProjectView } from './project-view.store';
import { WaysPanel } from './ways-panel';

type PlanningLook = NonNullable<ReturnType<Planning['look']>>;

/** What the planning worker would say, said by the core at once. */
class PlanningAtHand {
  readonly look = signal<PlanningLook | null>(null);
  readonly trouble = signal<string | null>(null);
  readonly lend = vi.fn();
  readonly draft = vi.fn();
  readonly watch = vi.fn();
}

/** A panel of the named project of a shop, as it stands on its station. */
async function panel<C>(component: Type<C>, name: string, shop: ShopDocument = theDemo(), inputs = {}) {
  const planning = new PlanningAtHand();
  const store = await withShop(shop, [
    provideRouter([]),
    ProjectView,
    { provide: Planning, useValue: planning },
  ]);
  const view = TestBed.inject(ProjectView);
  const project = () => {
    const found = store.projects().find((one) => one.name === name);
    if (!found) throw new Error(`no project is called ${name}`);
    return found;
  };
  view.show(project().id);
  const rules = { habits: store.habits(), machines: store.machines() };
  const look = () =>
    planning.look.set({
      ways: [],
      ...lookAt(project(), {
        pieces: store.pieces(),
        projects: store.projects(),
        pieceById: new Map(store.pieces().map((piece) => [piece.id, piece])),
        rules: { ...rules, known: new KnownBoards(rules.habits, rules.machines) },
      }),
    });
  look();
  const shown = await show(component, inputs);
  const press = async (words: string | RegExp) => {
    await (await shown.loader.getHarness(MatButtonHarness.with({ text: words }))).click();
    await shown.fixture.whenStable();
  };
  return { store, view, planning, project, look, press, ...shown };
}

beforeEach(() => vi.stubGlobal('Worker', FakeWorker));
afterEach(() => vi.unstubAllGlobals());

describe('the head of a plan', () => {
  it('says how many boards, how much of them, and how good it is in one short line', async () => {
    const { element } = await panel(PlanHead, 'Boot bench');
    expect(textOf(element)).toMatch(/\d+ boards · board area used \d\.\d+ m² · keeps \d+ offcuts/);
    const quality = element.querySelector('.quality');
    expect(textOf(quality).length).toBeLessThan(60);
    expect(quality?.getAttribute('aria-label')?.length).toBeGreaterThan(textOf(quality).length);
  });

  it('keeps a priority as the question, and names an accepted plan so', async () => {
    const { store, loader } = await panel(PlanHead, 'Boot bench');
    const priority = await loader.getHarness(MatSelectHarness);
    await priority.clickOptions({ text: /least work/ });
    expect(store.projects().find(({ name }) => name === 'Boot bench')?.wanted).toBe('least-work');
    TestBed.resetTestingModule();
    const accepted = await panel(PlanHead, 'Round serving tray');
    expect(textOf(accepted.element.querySelector('h1'))).toBe('Accepted plan');
    expect(await accepted.loader.getAllHarnesses(MatSelectHarness)).toHaveLength(0);
  });

  it('shows how far a search is, and stops it', async () => {
    const { loader, element, fixture, project } = await panel(PlanHead, 'Boot bench');
    const match = TestBed.inject(MatchStore);
    match.start(project());
    await fixture.whenStable();
    const bar = await loader.getHarness(MatProgressBarHarness);
    expect(await bar.getValue()).toBe(0);
    expect(textOf(element)).toContain('looking for a plan that uses less');
    match.abandon();
    await fixture.whenStable();
    expect(await loader.getAllHarnesses(MatProgressBarHarness)).toHaveLength(0);
  });

  it('says what has changed since the plan was made', async () => {
    const { store, element, fixture, look, project } = await panel(PlanHead, 'Boot bench');
    const id = project().plan?.cuts[0]?.pieceId;
    const shop = store.shop();
    store.change('cut shorter', {
      ...shop,
      pieces: shop.pieces.map((piece) => (piece.id === id ? { ...piece, length: piece.length - 5 } : piece)),
    });
    look();
    await fixture.whenStable();
    expect(textOf(element)).toMatch(/Changed since this plan was made: .*: size.*Match again/);
  });
});

describe('what can be done with a plan', () => {
  it('a plan that stands is accepted, matched again, or set aside', async () => {
    const { element, press, fixture } = await panel(PlanActions, 'Boot bench');
    const [accepted, matched, aside] = [
      heard(fixture.componentInstance.accepted),
      heard(fixture.componentInstance.matched),
      heard(fixture.componentInstance.aside),
    ];
    await press(/^Accept plan/);
    await press(/^Match again/);
    await press(/^Set aside/);
    expect([accepted.length, matched.length, aside.length]).toEqual([1, 1, 1]);
    expect(textOf(element.querySelector('a'))).toContain('Cut sheet');
  });

  it('an accepted one leads to its sheet, or is released', async () => {
    const { store, element, press } = await panel(PlanActions, 'Round serving tray');
    expect(textOf(element)).toMatch(/The \d+ pieces are reserved for this project/);
    await press('Release the plan');
    expect(store.pieces().every(({ reservedFor }) => reservedFor === undefined)).toBe(true);
    expect(textOf(element)).toContain('Accept plan');
  });

  it('without a plan there is only Match', async () => {
    const { element } = await panel(PlanActions, 'Oar rack');
    expect(textOf(element)).toMatch(/^Match\s*M$/);
  });
});

describe('what to know of the wood', () => {
  it('names what the use forbids, and lets it in by the maker’s own words', async () => {
    const { store, loader, element, press, look, fixture, project } = await panel(PlanNotes, 'Tea counter');
    const kept = await loader.getHarness(MatExpansionPanelHarness);
    await kept.expand();
    expect(textOf(element)).toMatch(/Kept out: \d+ pieces that this use forbids/);
    await press('Overrule…');
    const words = await loader.getHarness(MatInputHarness);
    await words.setValue('tested, holds no lead');
    await press(/^Let (it|them) in/);
    expect(project().overruled?.every(({ words: said }) => said === 'tested, holds no lead')).toBe(true);
    look();
    await fixture.whenStable();
    expect(textOf(element)).not.toContain('Kept out');
    store.undo();
    expect(project().overruled ?? []).toEqual([]);
  });

  it('counts what nobody has scanned, with the way to each', async () => {
    const { element } = await panel(PlanNotes, 'Boot bench');
    expect(textOf(element)).toMatch(/\d+ of \d+ not known to be clear of metal/);
    expect(element.querySelector('a')?.getAttribute('href')).toMatch(/^\/inspect\//);
  });
});

describe('ways out of a shortage', () => {
  const way = (id: string, partId: string, money = 0): OfferedWay => ({
    id,
    kind: 'grade',
    partId,
    title: `Way ${id}`,
    price: 'What it costs.',
    joints: 0,
    money,
  });

  async function ways() {
    const first = await panel(PlanNotes, 'Tea counter');
    const project = first.project();
    const partId = project.plan?.missing[0]?.partId ?? '';
    const offered = [way('a', partId), way('b', partId)];
    TestBed.resetTestingModule();
    const shown = await panel(WaysPanel, 'Tea counter', theDemo(), { project, offered });
    shown.fixture.componentRef.setInput('project', shown.project());
    await shown.fixture.whenStable();
    return { partId, offered, ...shown };
  }

  it('are not tried at once, but soon, without being asked', async () => {
    const { element, fixture } = await ways();
    const whatIf = TestBed.inject(WhatIf);
    const asked = vi.spyOn(whatIf, 'tryWays').mockImplementation(() => undefined);
    expect(textOf(element)).toContain('not tried');
    await new Promise((resolve) => setTimeout(resolve, 1100));
    await fixture.whenStable();
    expect(asked).toHaveBeenCalledOnce();
  });

  it('once tried, what covers stands first, and is taken with its plan', async () => {
    const { element, fixture, project, offered, store } = await ways();
    const whatIf = TestBed.inject(WhatIf);
    vi.spyOn(whatIf, 'tryUnasked').mockImplementation(() => undefined);
    const before = project();
    const plan = {
      ...(before.plan as NonNullable<typeof before.plan>),
      missing: [],
      coverage: 1,
      spentM2: 0.125,
    };
    const [worse, better] = offered as [OfferedWay, OfferedWay];
    const tried = (of: OfferedWay, covered: boolean): TriedWay => ({
      way: of,
      project: { ...before, note: `by ${of.id}` },
      pieces: { added: [], updated: [], removed: [] },
      plan: covered ? plan : (before.plan as NonNullable<typeof before.plan>),
      plans: new Map([[before.id, plan]]),
    });
    whatIf.tried.set({ project: before, mates: [before], pieces: store.pieces() });
    whatIf.plans.set(
      new Map([
        [worse.id, tried(worse, false)],
        [better.id, tried(better, true)],
      ]),
    );
    await fixture.whenStable();
    const list = [...element.querySelectorAll('li')];
    expect(textOf(list[0])).toMatch(/✓ ?Way b.*covers all/);
    expect(textOf(list[1])).toMatch(/– ?Way a.*still \d+ short/);
    list[0]?.querySelector('button')?.click();
    expect(project().note).toBe('by b');
    expect(project().plan?.spentM2).toBe(0.125);
    store.undo();
    expect(project().note).toBe(before.note);
  });

  it('says when trying broke off', async () => {
    const { element, fixture } = await ways();
    TestBed.inject(WhatIf).failed.set('the worker died');
    await fixture.whenStable();
    expect(textOf(element.querySelector('[role="alert"]'))).toContain('Nothing was changed; try again');
  });
});
