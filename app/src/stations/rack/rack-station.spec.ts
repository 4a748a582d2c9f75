import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatButtonToggleGroupHarness } from '@angular/material/button-toggle/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { provideRouter, Router } from '@angular/router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { boardMark, type Project, type ProjectPlan } from '@aldrek/core/project';
import { type Piece } from '@aldrek/core/wood';
import { heard, show, textOf, withShop, write } from '../../../test-support/component';
import { theDemo } from '../../../test-support/demo';
import { FakeWorker, settled } from '../../../test-support/fake-worker';
import { aBoard } from '../../../test-support/made-up-piece';
import { aProject } from '../../../test-support/made-up-project';
import { RackFigures } from '../../estimates/rack-figures';
import { PieceStates } from '../../in-hand/piece-states';
import { RackView } from '../../in-hand/rack-view';
import { ComparePage } from './compare-page';
import { LabelsPage } from './labels-page';
import { PieceRow } from './piece-row';
import { RackHand } from './rack-hand';
import { RackLayout } from './rack-layout';
import { RackSide } from './rack-side';
import { RackToolbar } from './rack-toolbar';

const RACK = [
  aBoard({ id: 'a', tag: 'P-01', length: 2000, thickness: 20, species: 'european-oak' }),
  aBoard({ id: 'b', tag: 'P-02', length: 1500, thickness: 20 }),
  aBoard({ id: 'c', tag: 'P-03', length: 1000, thickness: 40, place: 'loft' }),
];

beforeEach(() => vi.stubGlobal('Worker', FakeWorker));
afterEach(() => vi.unstubAllGlobals());

async function rack(pieces: readonly Piece[] = RACK, projects: readonly Project[] = []) {
  const store = await withShop({ pieces, projects }, [provideRouter([]), RackLayout, RackHand]);
  const view = TestBed.inject(RackView);
  view.selectedId.set(null);
  view.clearChosen();
  return { store, view, hand: TestBed.inject(RackHand), router: TestBed.inject(Router) };
}

describe('what is in hand on the rack', () => {
  const press = (piece: Piece, keys: MouseEventInit = {}): [Piece, MouseEvent] => [
    piece,
    new MouseEvent('click', { ...keys, cancelable: true }),
  ];

  it('a press selects, Ctrl chooses one more, Shift all from the last to here as they lie', async () => {
    const { hand, view } = await rack();
    const [a, b, c] = RACK as [Piece, Piece, Piece];
    hand.press(...press(a));
    expect(hand.selected()?.id).toBe('a');
    expect(hand.chosen()).toEqual([]);
    hand.press(...press(c, { shiftKey: true }));
    expect(hand.chosen().map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    hand.press(...press(b, { ctrlKey: true }));
    expect(hand.chosen().map(({ id }) => id)).toEqual(['a', 'c']);
    view.clearChosen();
    hand.chooseAll();
    expect(hand.chosen()).toHaveLength(3);
  });

  it('steps go along the rack and stop at its ends', async () => {
    const { hand } = await rack();
    hand.move(1);
    expect(hand.selected()?.id).toBe('a');
    hand.move(-1);
    expect(hand.selected()?.id).toBe('a');
    for (let i = 0; i < 5; i++) hand.move(1);
    expect(hand.selected()?.id).toBe('c');
  });

  it('deleting one selects the next; deleting the chosen can be undone at once', async () => {
    const { store, hand } = await rack();
    hand.select(RACK[0] as Piece);
    hand.remove(RACK[0] as Piece);
    expect(hand.selected()?.id).toBe('b');
    hand.chooseAll();
    hand.removeChosen();
    expect(store.pieces()).toEqual([]);
    store.undo();
    expect(store.pieces()).toHaveLength(2);
  });

  it('a copy gets a tag of its own and is selected', async () => {
    const { store, hand } = await rack();
    hand.duplicate(RACK[0] as Piece);
    expect(store.pieces()).toHaveLength(4);
    expect(new Set(store.pieces().map(({ tag }) => tag)).size).toBe(4);
    expect(hand.selected()?.length).toBe(2000);
    expect(hand.selected()?.id).not.toBe('a');
  });

  it('labels name the pieces in the address, unless they are all of them', async () => {
    const { hand, router } = await rack();
    const go = vi.spyOn(router, 'navigate').mockResolvedValue(true);
    hand.label(RACK.slice(0, 2));
    expect(go).toHaveBeenLastCalledWith(['/labels'], { queryParams: { of: 'a,b' } });
    hand.label(RACK);
    expect(go).toHaveBeenLastCalledWith(['/labels'], { queryParams: {} });
    hand.compare(RACK.slice(1));
    expect(go).toHaveBeenLastCalledWith(['/compare'], { queryParams: { of: 'b,c' } });
    hand.inspect(RACK[0] as Piece);
    expect(go).toHaveBeenLastCalledWith(['/inspect', 'a']);
  });
});

describe('the toolbar of the rack', () => {
  it('is of the piece that is selected, and of all that are chosen', async () => {
    const { hand, view } = await rack();
    const { element, loader, fixture } = await show(RackToolbar);
    expect(textOf(element)).toBe('');
    hand.select(RACK[0] as Piece);
    await fixture.whenStable();
    expect(element.querySelector('[role="toolbar"]')?.getAttribute('aria-label')).toBe('Actions on P-01');
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Choose several' }))).click();
    expect(view.choosing()).toBe(true);
    expect(textOf(element)).toContain('0 chosen');
    const change = await loader.getHarness(MatButtonHarness.with({ text: 'Change…' }));
    expect(await change.isDisabled()).toBe(true);
    await (await loader.getHarness(MatButtonHarness.with({ text: 'All found' }))).click();
    expect(textOf(element)).toContain('3 chosen');
    expect(await change.isDisabled()).toBe(false);
    await (await loader.getHarness(MatButtonHarness.with({ text: /^Done/ }))).click();
    expect(view.choosing()).toBe(false);
  });
});

describe('beside the rack', () => {
  it('says what lies there in all, how much reaches the rule, and what nobody knows of it', async () => {
    const { view } = await rack();
    view.cursor.set(1200);
    const { element, fixture } = await show(RackSide);
    expect(textOf(element)).toMatch(/3 pieces/);
    expect(textOf(element)).toMatch(/2 reach the rule/);
    expect(textOf(element)).toContain('3 not scanned');
    view.cursor.set(1800);
    await fixture.whenStable();
    expect(textOf(element)).toMatch(/1 reach the rule/);
  });

  it('searches as one types, and Esc shows all again', async () => {
    const { view } = await rack();
    const { element, loader, fixture } = await show(RackSide);
    const search = await loader.getHarness(MatInputHarness.with({ selector: '[type="search"]' }));
    await search.setValue('oak');
    await settled(150);
    await fixture.whenStable();
    expect(textOf(element)).toContain('Found');
    expect(textOf(element)).toMatch(/1 piece(?!s)/);
    element
      .querySelector('input[type="search"]')
      ?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    await settled(20);
    await fixture.whenStable();
    expect(view.query()).toBe('');
    expect(textOf(element)).toMatch(/3 pieces/);
  });

  it('asks to stack otherwise', async () => {
    await rack();
    const { loader, fixture } = await show(RackSide);
    const asked = heard(fixture.componentInstance.stack);
    const by = await loader.getHarness(MatButtonToggleGroupHarness);
    await (await by.getToggles({ text: 'Species' }))[0]?.check();
    expect(asked).toEqual(['species']);
  });
});

describe('states of a piece', () => {
  const planned = (piece: Piece): Project => {
    const plan = {
      cuts: [{ pieceId: piece.id, partId: 'part', unit: 0, x: 0, y: 0, length: 625, width: 100 }],
      coverage: 1,
      missing: [],
      spentM2: 0.1,
      atMostOver: null,
      accepted: true,
      question: { boards: { [piece.id]: boardMark(piece) } },
    } as unknown as ProjectPlan;
    return aProject({ plan });
  };

  it('are told by words and drawn by shape: reserved, changed since planned, in doubt', async () => {
    const [piece] = RACK as [Piece];
    const reserved = { ...piece, reservedFor: 'project' };
    const { store } = await rack([reserved], [planned(reserved)]);
    const states = TestBed.inject(PieceStates);
    const now = () => store.pieces()[0] as Piece;
    expect(states.of(now())).toEqual([{ state: 'reserved', words: 'reserved for Boot bench' }]);
    const metal = { id: 'n', kind: 'metal', face: 'A', x: 5, y: 5, length: 8, width: 8 } as const;
    store.change('metal', { ...store.shop(), pieces: [{ ...now(), findings: [metal] }] });
    expect(states.of(now()).map(({ state }) => state)).toEqual(['reserved', 'changed', 'doubt']);
    const { element } = await show(PieceRow, { piece: now(), pxPerMm: 0.2 });
    expect(element.querySelectorAll('al-state-mark svg')).toHaveLength(3);
    expect(textOf(element)).toContain('metal not cleared');
    expect(textOf(element)).toContain('changed since Boot bench was planned');
  });

  it('a piece that nobody has touched bears none', async () => {
    await rack();
    const { element } = await show(PieceRow, { piece: RACK[1], pxPerMm: 0.2 });
    expect(element.querySelectorAll('al-state-mark')).toHaveLength(0);
  });
});

describe('labels', () => {
  it('are one for each piece, with its code, its size and what a saw has to know', async () => {
    const demo = theDemo();
    await withShop(demo, [provideRouter([])]);
    const two = demo.pieces.slice(0, 2);
    const { element, loader } = await show(LabelsPage, { of: two.map(({ id }) => id).join(',') });
    expect(textOf(element.querySelector('h1'))).toBe('2 labels');
    const labels = [...element.querySelectorAll('article')];
    expect(labels).toHaveLength(2);
    expect(textOf(labels[0])).toMatch(/S-01 1,195 × 98 × 18 .*chandler’s pallets ⚠ metal not cleared/);
    expect(labels[0]?.querySelector('svg')?.getAttribute('aria-label')).toBe('Code of S-01');
    const used = await loader.getHarness(MatInputHarness);
    await write(used, '3');
    expect(element.querySelectorAll('.page > span')).toHaveLength(3);
    await (await loader.getHarness(MatSelectHarness)).clickOptions({ text: /Letter/ });
    expect(document.head.textContent).toContain('@page { size: Letter');
  });

  it('there is nothing to print without pieces', async () => {
    await withShop({}, [provideRouter([])]);
    const { element, loader } = await show(LabelsPage, { of: 'nobody' });
    expect(textOf(element)).toContain('There is nothing to label');
    expect(await (await loader.getHarness(MatButtonHarness.with({ text: 'Print' }))).isDisabled()).toBe(true);
  });
});

describe('pieces side by side', () => {
  const figures = () => ({
    figures: signal(new Map()),
    progress: signal<{ done: number; of: number } | null>(null),
    grade: signal('character'),
    asked: signal<readonly Piece[] | null>(null),
    stop: vi.fn(),
  });

  it('are drawn under one ruler, worked out as they come, and can be stopped', async () => {
    const fake = figures();
    await withShop({ pieces: RACK }, [provideRouter([]), { provide: RackFigures, useValue: fake }]);
    const { element, loader, fixture } = await show(ComparePage, { of: 'a,c' });
    expect(textOf(element.querySelector('h1'))).toBe('2 pieces side by side');
    expect(fake.asked()?.map(({ id }) => id)).toEqual(['a', 'c']);
    expect(textOf(element)).toContain('Working it out…');
    fake.progress.set({ done: 1, of: 2 });
    fake.figures.set(
      new Map([
        [
          'a',
          {
            share: 0.91,
            thicknessWhole: 17.26,
            longest: { x: 0, y: 0, length: 1900, width: 80 },
            areaMm2: 182_000,
            volumeM3: 0.003,
            better: 'same',
            cuttings: [{ x: 0, y: 0, length: 1900, width: 80 }],
          },
        ],
      ]),
    );
    await fixture.whenStable();
    expect(textOf(element.querySelector('[aria-label="P-01"]'))).toMatch(
      /91 % planed whole 17\.2 longest clear 1,900 × 80 .*either order/,
    );
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Stop' }))).click();
    expect(fake.stop).toHaveBeenCalledOnce();
  });

  it('say so when none of them is there any more', async () => {
    await withShop({}, [provideRouter([]), { provide: RackFigures, useValue: figures() }]);
    const { element } = await show(ComparePage, { of: 'gone' });
    expect(textOf(element)).toContain('None of these pieces is on the rack any more');
  });
});
