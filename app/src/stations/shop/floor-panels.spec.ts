import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatButtonToggleHarness } from '@angular/material/button-toggle/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatMenuHarness } from '@angular/material/menu/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { DaySetUp, ShopStep, Waiting } from '@aldrek/core/floor';
import type { Entry } from '@aldrek/core/shop';
import { show, TEST_DAY, textOf, withShop, write } from '../../../test-support/component';
import { aBoard } from '../../../test-support/made-up-piece';
import { aPart, aProject } from '../../../test-support/made-up-project';
import { aDay, aFloorView, aStep } from '../../../test-support/shop-step';
import { FloorActions } from '../../shop-store/floor-actions';
import { DaySheet } from './day-sheet';
import { FloorView, type RoutedPart } from './floor-view';
import { RouteSteps } from './route-steps';
import { WaitingPanel } from './waiting-panel';
import { WastePanel } from './waste-panel';

const NOON = new Date(2026, 2, 1, 12).getTime();

beforeEach(() => void vi.useFakeTimers({ toFake: ['Date'], now: NOON }));
afterEach(() => void vi.useRealTimers());

const waits = (because: Waiting['because'], more: Partial<ShopStep> = {}, holds = 0): Waiting => {
  const step = aStep(more);
  return { step, until: step.notBefore ?? null, because, holds };
};

const setUp = (steps: readonly ShopStep[], more: Partial<DaySetUp> = {}): DaySetUp => ({
  id: 'mitre-saw across 620',
  machine: 'mitre-saw',
  do: 'crosscut',
  setting: 620,
  steps,
  minutes: 12,
  minutesFrom: 'usual',
  fits: true,
  ...more,
});

describe('what waits on the floor', () => {
  async function waiting(
    all: readonly Waiting[],
    more: Parameters<typeof aDay>[0] = {},
    steps: ShopStep[] = [],
  ) {
    await withShop({}, [
      { provide: FloorView, useValue: aFloorView(aDay({ waiting: all, ...more }, steps)) },
    ]);
    const actions = TestBed.inject(FloorActions);
    const shown = await show(WaitingPanel);
    const press = async (text: string | RegExp) => {
      await (await shown.loader.getHarness(MatButtonHarness.with({ text }))).click();
      await shown.fixture.whenStable();
    };
    const groups = () => [...shown.element.querySelectorAll('section')].map(textOf);
    return { actions, press, groups, ...shown };
  }

  it('says that nothing does, and then offers nothing to do meanwhile', async () => {
    const { element } = await waiting([]);
    expect(textOf(element)).toBe('Waiting nothing');
  });

  it('gathers what rests until one day, names five and counts the rest, and says what that holds up', async () => {
    const rest = { do: 'rest', machine: 'bench', notBefore: '2026-03-04' } as const;
    const names = ['A', 'B', 'C', 'D', 'E', 'F'];
    const { groups } = await waiting(
      names.map((name, i) => waits('rests', { ...rest, id: `${name}/rest`, name }, i === 0 ? 2 : 0)),
    );
    expect(groups()).toHaveLength(1);
    expect(groups()[0]).toContain('A, B, C, D and 2 more');
    expect(groups()[0]).toMatch(/on sticks until 4 Mar 2026, then measure moisture and warp again/);
    expect(groups()[0]).toContain('2 steps wait for it.');
  });

  it('tells apart what rests, what is glued, what no machine does and what can’t go on, each with its reason', async () => {
    const { groups } = await waiting([
      waits('rests', { do: 'rest', notBefore: '2026-03-03' }),
      waits('glue', { freeAt: NOON + 90 * 60_000 }, 1),
      waits('glue', { id: 'cold', freeAt: null }),
      waits('no-machine', { machine: null, why: 'wider than the planer takes: 340 of 310 mm' }),
      waits('blocked', { id: 'p/blocked', why: 'thinner than what it is to become' }),
    ]);
    const [rests, glue, cold, none, blocked] = groups();
    expect(rests).toContain('Resting after rough milling');
    expect(glue).toMatch(/In the clamps, or still hardening.*free .*13:30.*1 step waits for it/);
    expect(cold).toContain('until its clock goes on, or it is warmer');
    expect(none).toMatch(/No machine of this shop.*340 of 310/);
    expect(blocked).toMatch(/Can’t be milled on.*thinner than/);
  });

  it('wood that has rested is read again, figures and warp; what was not read is not said', async () => {
    const step = aStep({ id: 'part/rest', do: 'rest', notBefore: TEST_DAY });
    const { actions, press, groups, loader } = await waiting([], {}, [step]);
    const done = vi.spyOn(actions, 'done').mockReturnValue([]);
    expect(groups()[0]).toContain('long enough: measure moisture and warp again');
    await press('Read it again…');
    const [moisture, cup] = await loader.getAllHarnesses(MatInputHarness);
    await write(moisture, '70');
    expect(groups()[0]).toMatch(/60/);
    await write(moisture, '11.5');
    await write(cup, '-1.5');
    await press('It has rested');
    expect(done).toHaveBeenCalledWith([step], { rested: { moisturePct: 11.5, warp: { cup: -1.5 } } });
    expect(await loader.getAllHarnesses(MatInputHarness)).toHaveLength(0);
  });

  it('is too early said to be so, and stays open where a step must come before', async () => {
    const { actions, press, loader } = await waiting([
      waits('rests', { do: 'rest', notBefore: '2026-03-09' }),
    ]);
    const done = vi.spyOn(actions, 'done').mockReturnValue(null);
    await press('Read it again…');
    await press('It rested long enough for me');
    expect(done).toHaveBeenCalledWith([expect.anything()], { rested: {} });
    expect(document.body.textContent).toContain('These wait for a step before they may rest');
    expect((await loader.getAllHarnesses(MatInputHarness)).length).toBeGreaterThan(0);
  });

  it('glue is not waited for only with a reason in words', async () => {
    const { actions, press, loader } = await waiting([waits('glue', { freeAt: NOON + 60_000 })]);
    const pass = vi.spyOn(actions, 'pass').mockReturnValue(undefined);
    await press('Go on all the same…');
    const deed = await loader.getHarness(MatButtonHarness.with({ text: 'Go on before it is over' }));
    expect(await deed.isDisabled()).toBe(true);
    await write(await loader.getHarness(MatInputHarness), '  only dry-fitted ');
    await deed.click();
    expect(pass).toHaveBeenCalledWith(
      [expect.objectContaining({ freeAt: NOON + 60_000 })],
      'only dry-fitted',
    );
  });

  it('says what can be done meanwhile, with its minutes', async () => {
    const steps = ['A', 'B', 'C', 'D'].map((name) => aStep({ id: name, name }));
    const { element } = await waiting([waits('blocked')], { setUps: [setUp(steps)] });
    expect(textOf(element)).toContain('Crosscut to length: A, B, C and 1 more 12 min');
  });

  it('knows of something to do where nothing is on the floor', async () => {
    const { element } = await waiting([waits('blocked')]);
    expect(textOf(element)).toContain('Nothing on the floor. Label offcuts');
  });
});

describe('the day on paper', () => {
  it('has every set-up with its figure and a box for each workpiece, and what waits', async () => {
    const steps = [
      aStep({ workpiece: '1st of B-01' }),
      aStep({ id: 'q', name: 'C, from B-02', side: 'first' }),
    ];
    const day = aDay({
      setUps: [setUp(steps)],
      minutes: 12,
      waiting: [
        waits('rests', { name: 'D', notBefore: '2026-03-04' }),
        waits('no-machine', { name: 'E', machine: null, why: 'wider than the planer' }),
      ],
    });
    await withShop({}, [{ provide: FloorView, useValue: aFloorView(day) }]);
    const { element } = await show(DaySheet);
    const says = textOf(element);
    expect(textOf(element.querySelector('h1'))).toMatch(/1 set-up, 12 min$/);
    expect(textOf(element.querySelector('li'))).toMatch(/^620/);
    const boxes = [...element.querySelectorAll('.box')].map(textOf);
    expect(boxes).toEqual(['☐ A, from B-01, 1st of B-01', '☐ C, from B-02, first side']);
    expect(says).toMatch(/Waiting: D until 4 Mar 2026; E \(wider than the planer\)/);
    expect(says).toContain('Scan before every blade');
  });
});

describe('where waste goes', () => {
  const lost = (id: string, more: Partial<Entry>, hazards?: 'lead-paint'): Entry => ({
    id,
    kind: 'sawn',
    day: TEST_DAY,
    projectIds: [],
    took: {
      pieces: [
        aBoard({ species: 'european-oak', moisturePct: 12, ...(hazards ? { hazards: [hazards] } : {}) }),
      ],
      parts: [],
    },
    gave: { parts: [], pieces: [] },
    lost: { kerfM3: 0.001, wasteM3: 0.004 },
    ...more,
  });

  async function waste(...entries: Entry[]) {
    const store = await withShop({ entries });
    const shown = await show(WastePanel);
    const heaps = () => [...shown.element.querySelectorAll('section')].map(textOf);
    return { store, heaps, ...shown };
  }

  it('makes one heap of wood that the same hazards follow, and says where each may not go and who says so', async () => {
    const { heaps, loader } = await waste(lost('a', {}), lost('b', {}), lost('c', {}, 'lead-paint'));
    expect(heaps()).toHaveLength(2);
    expect(heaps()[0]).toContain('of plain wood, shavings included');
    expect(heaps()[1]).toMatch(/of wood with something in it.*stove: never\./);
    const ways = await loader.getAllHarnesses(MatButtonToggleHarness.with({ text: /^stove/ }));
    // Of the two heaps only the plain one may go there.
    expect(ways).toHaveLength(1);
  });

  it('weighs a heap where the species is known', async () => {
    const { heaps } = await waste(lost('a', {}));
    expect(heaps()[0]).toMatch(/3\.\d kg/);
  });

  it('tells its volume where no species is known', async () => {
    const { heaps } = await waste(
      lost('a', { took: { pieces: [aBoard({ species: 'unknown' })], parts: [] } }),
    );
    expect(heaps()[0]).toMatch(/5\.0 dm³/);
  });

  it('goes its way by one tap, and the last is taken back', async () => {
    const { store, heaps, loader, fixture } = await waste(lost('a', {}), lost('b', {}, 'lead-paint'));
    await (await loader.getHarness(MatButtonToggleHarness.with({ text: 'bedding' }))).check();
    await fixture.whenStable();
    expect(store.entries().map(({ wasteTo }) => wasteTo)).toEqual(['bedding', undefined]);
    expect(heaps()).toHaveLength(1);
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Take back where it went last' }))).click();
    await fixture.whenStable();
    expect(store.entries().every(({ wasteTo }) => wasteTo === undefined)).toBe(true);
    expect(heaps()).toHaveLength(2);
  });
});

describe('the milling route of a part', () => {
  async function route(steps: readonly ShopStep[], more: Partial<RoutedPart> = {}) {
    const part = aPart({ id: 'rail', name: 'rail' });
    const project = aProject({ parts: [part], ...(more.project ?? {}) });
    const store = await withShop({ projects: [project] });
    const of: RoutedPart = { name: 'A rail', part, steps, warp: {}, fates: null, ...more, project };
    const shown = await show(RouteSteps, { of });
    const changes = () => store.projects()[0]?.milling?.changes ?? [];
    const menuOf = async (step: string) => {
      const menu = await shown.loader.getHarness(
        MatMenuHarness.with({ selector: `[aria-label="Change the step ${step}"]` }),
      );
      await menu.open();
      return menu;
    };
    const choose = async (step: string, text: string | RegExp) => {
      await (await menuOf(step)).clickItem({ text });
      await shown.fixture.whenStable();
    };
    return { store, changes, menuOf, choose, ...shown };
  }
  const rail = {
    key: 'rail',
    letter: 'A',
    projectId: 'project',
    partId: 'rail',
    unit: 0,
    handId: null,
    from: 'B-01',
  };
  const steps = [
    aStep({ id: 'rail/rip', do: 'rip', machine: 'table-saw', setting: 60, why: 'to width', part: rail }),
    aStep({ id: 'rail/crosscut', why: 'to length', part: rail }),
  ];

  it('has nothing to mill where the saw cuts it to its size', async () => {
    const { element } = await route([]);
    expect(textOf(element)).toContain('Nothing to mill: it is at its size when it is sawn.');
  });

  it('gives each step its machine, figure, reason and advice', async () => {
    const { element } = await route(steps);
    const [rip, cross] = [...element.querySelectorAll('ol > li')].map(textOf);
    expect(rip).toMatch(/^Rip to width table saw 60 .*to width · .*24 teeth/);
    expect(cross).toMatch(/^Crosscut to length mitre saw 620/);
  });

  it('a cut from both sides is one step of two passes', async () => {
    const { element } = await route([
      aStep({ id: 'rail/rip', do: 'rip', machine: 'table-saw', side: 'first', part: rail }),
      aStep({ id: 'rail/rip', do: 'rip', machine: 'table-saw', side: 'turned', part: rail }),
    ]);
    expect(element.querySelectorAll('ol > li')).toHaveLength(1);
    expect(textOf(element)).toContain('2 passes');
  });

  it('says what stands against a changed route, and what is not to be done in this shop', async () => {
    const { element } = await route([
      aStep({ id: 'rail/rip', machine: null, fault: 'it is ripped before it is straight', part: rail }),
    ]);
    expect(textOf(element)).toContain('not in this shop');
    expect(textOf(element.querySelector('[role=note]'))).toBe(
      'After your changes: it is ripped before it is straight.',
    );
  });

  it('offers earlier, later and other machines only where there are any', async () => {
    const { menuOf } = await route(steps);
    const menu = await menuOf('Rip to width');
    const first = await Promise.all((await menu.getItems()).map((item) => item.getText()));
    expect(first).not.toContain('Earlier');
    expect(first).toContain('Later');
    expect(first.some((text) => text === 'On the bandsaw')).toBe(true);
    expect(first).not.toContain('On the table saw');
  });

  it('moves, drops and adds steps, each one step of undo under a name that says it', async () => {
    const { choose, changes, store, loader, fixture } = await route(steps);
    await choose('Rip to width', 'Later');
    expect(changes()).toEqual([
      { partId: 'rail', change: { kind: 'before', step: 'crosscut', other: 'rip' } },
    ]);
    expect(store.undoLabel()).toBe('rail: move a step');
    store.undo();
    expect(changes()).toEqual([]);
    await choose('Crosscut to length', 'A step of your own before it…');
    const add = await loader.getHarness(MatButtonHarness.with({ text: 'Add it' }));
    expect(await add.isDisabled()).toBe(true);
    await write(await loader.getHarness(MatInputHarness), 'mark the face side');
    await add.click();
    await fixture.whenStable();
    expect(changes()[0]?.change).toMatchObject({
      kind: 'add',
      words: 'mark the face side',
      before: 'crosscut',
    });
    // The field is empty again for the next one.
    expect(await loader.getAllHarnesses(MatInputHarness)).toHaveLength(0);
  });

  it('a step at the end has none after it, and Cancel keeps nothing', async () => {
    const { loader, changes } = await route(steps);
    const press = async (text: string) => (await loader.getHarness(MatButtonHarness.with({ text }))).click();
    await press('A step of your own at the end…');
    await write(await loader.getHarness(MatInputHarness), 'sand');
    await press('Cancel');
    expect(changes()).toEqual([]);
    await press('A step of your own at the end…');
    await press('Add it');
    expect(changes()[0]?.change).toMatchObject({ kind: 'add', words: 'sand' });
    expect(changes()[0]?.change).not.toHaveProperty('before');
  });

  it('tells what becomes of a warped board, rounded to the safe side', async () => {
    const { element } = await route(steps, {
      fates: {
        planedOut: 15.98,
        cutFirst: 20.5,
        pulledFlat: { gap: 1.5, force: 763, screws: 2, holds: false },
      },
    });
    const says = textOf(element.querySelector('dl'));
    expect(says).toMatch(/planed out whole ?15\.9/);
    expect(says).toContain('760 N, 2 screws: more than they hold');
  });
});
