import type { Provider } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { provideRouter } from '@angular/router';
import type { Finding, Piece } from '@aldrek/core/wood';
import { describe, expect, it, vi } from 'vitest';
import { heard, show, TEST_DAY, textOf, withShop, write } from '../../../test-support/component';
import { aBoard } from '../../../test-support/made-up-piece';
import { EndsPanel } from './ends-panel';
import { FindingsList } from './findings-list';
import { FindingsPanel } from './findings-panel';
import { FindingHand } from './finding-hand';
import { InspectHead } from './inspect-head';
import { InspectView } from './inspect-view';
import { MilledSheet, type MilledAsk } from './milled-sheet';

const nail = (id: string, x: number): Finding => ({
  id,
  kind: 'metal',
  face: 'A',
  x,
  y: 40,
  length: 8,
  width: 8,
});

/** A panel of the first piece, which follows the shop as the station would make it. */
async function ends(piece: Piece) {
  const store = await withShop({ pieces: [piece] });
  const shown = await show(EndsPanel, { piece });
  const follow = async () => {
    shown.fixture.componentRef.setInput('piece', store.pieces()[0]);
    await shown.fixture.whenStable();
  };
  const press = async (name: string | RegExp) => {
    await (await shown.loader.getHarness(MatButtonHarness.with({ text: name }))).click();
    await follow();
  };
  return { store, press, follow, ...shown };
}

describe('ends and metal', () => {
  it('an end is knocked slice by slice: what broke counts more, what is sound stands', async () => {
    const { store, press, element } = await ends(aBoard());
    expect(textOf(element)).toContain('near end25 off, as a matter of course');
    await press('It broke');
    expect(store.pieces()[0]?.ends?.near).toEqual({ trimMm: 25, sound: false });
    expect(textOf(element)).toContain('25 off and it broke: counted as 50');
    await press('Sound');
    expect(textOf(element)).toContain('50 off, sound');
    await press('Forget');
    expect(store.pieces()[0]?.ends?.near).toBeUndefined();
  });

  it('a rough end takes more off, and can be set apart from the other', async () => {
    const { store, loader, follow, element } = await ends(aBoard());
    const [near, far] = await loader.getAllHarnesses(MatCheckboxHarness.with({ label: 'rough' }));
    await far?.check();
    await follow();
    expect(store.pieces()[0]?.roughEnds).toEqual(['far']);
    expect(textOf(element)).toContain('60 off, since it is rough or stood outdoors');
    await near?.check();
    await follow();
    expect(store.pieces()[0]?.roughEnds).toEqual(['near', 'far']);
  });

  it('metal is pulled, scanned, and scanned again after planing, in that order', async () => {
    const { store, press, loader, element } = await ends(
      aBoard({ findings: [nail('a', 50), nail('b', 300)] }),
    );
    expect(textOf(element)).toContain('Pull: 2 of 2 still in');
    const again = await loader.getHarness(MatButtonHarness.with({ text: 'Clear after planing' }));
    expect(await again.isDisabled()).toBe(true);
    await press('All pulled');
    expect(store.pieces()[0]?.findings.map(({ fix }) => fix)).toEqual(['pulled', 'pulled']);
    await press('Scanned today');
    expect(store.pieces()[0]?.scans).toEqual({ found: TEST_DAY });
    await press('Clear after planing');
    expect(store.pieces()[0]?.scans).toEqual({ found: TEST_DAY, planed: TEST_DAY });
    expect(textOf(element)).toContain(`Cleared after planing, ${TEST_DAY}`);
    store.undo();
    expect(store.pieces()[0]?.scans).toEqual({ found: TEST_DAY });
  });

  it('punched metal limits what may be planed, and forbids the saw', async () => {
    const punched: Finding = { ...nail('a', 50), fix: 'punched', depth: 8 };
    const { element } = await ends(aBoard({ findings: [punched] }));
    expect(textOf(element)).toContain('Punched and still in: 1. Plane at most 5 off over it; never saw');
  });
});

describe('the list of what is noted', () => {
  const findings: Finding[] = [
    { id: 'r', kind: 'rot', face: 'through', x: 0, y: 0, length: 120, width: 100 },
    { id: 's', kind: 'stain', face: 'A', x: 400, y: 10, length: 80, width: 40 },
    { id: 'k', kind: 'knot', face: 'through', x: 600, y: 40, length: 30, width: 25, fate: 'fill' },
  ];

  it('names defects before marks, each with what the grade makes of it', async () => {
    const piece = aBoard({ findings });
    await withShop({ pieces: [piece] });
    const { element } = await show(FindingsList, { piece, grade: 'character', showFace: 'A' });
    const heads = [...element.querySelectorAll('h2')].map((head) => textOf(head));
    expect(heads).toEqual(['Defects 2', 'Marks 1']);
    const entries = [...element.querySelectorAll('li')].map((entry) => textOf(entry));
    expect(entries[0]).toMatch(/rot.*through.*cut out/);
    expect(entries[1]).toMatch(/knot.*fill: stays/);
    expect(entries[2]).toMatch(/stain.*face A.*(planed off|stays)/);
  });

  it('takes one in hand, and says so', async () => {
    const piece = aBoard({ findings });
    await withShop({ pieces: [piece] });
    const { element, fixture } = await show(FindingsList, { piece, grade: 'clear' });
    const taken = heard(fixture.componentInstance.selectedId);
    const [first] = element.querySelectorAll<HTMLButtonElement>('.entry');
    first?.click();
    await fixture.whenStable();
    expect(taken).toEqual(['r']);
    expect(first?.getAttribute('aria-pressed')).toBe('true');
  });

  it('says where to look when nothing is noted', async () => {
    await withShop({ pieces: [aBoard()] });
    const { element } = await show(FindingsList, { piece: aBoard(), grade: 'clear' });
    expect(textOf(element)).toContain('look at both faces, both edges and both ends');
  });
});

describe('the kinds to pick from', () => {
  it('are in two groups, each with its key, and one is armed by a tap and dropped by the keyboard', async () => {
    const piece = aBoard();
    const store = await withShop({ pieces: [piece] }, [FindingHand]);
    const { element, fixture } = await show(FindingsPanel, { piece });
    const groups = [...element.querySelectorAll('[role="toolbar"]')];
    expect(groups.map((group) => group.getAttribute('aria-label'))).toEqual(['Defects', 'Marks']);
    const knot = [...(groups[0]?.querySelectorAll('button') ?? [])].find((one) =>
      textOf(one).includes('knot'),
    );
    knot?.dispatchEvent(new MouseEvent('click', { detail: 1, bubbles: true }));
    await fixture.whenStable();
    expect(knot?.getAttribute('aria-pressed')).toBe('true');
    expect(textOf(element)).toContain('Tap where it is');
    expect(store.pieces()[0]?.findings).toEqual([]);
  });
});

describe('the head of the bench', () => {
  it('says which piece it is, steps to another, and jumps to a tag', async () => {
    const piece = aBoard({ place: 'bay 1', find: 'pallets', name: 'slat', moisturePct: 14, widthFar: 90 });
    await withShop({ pieces: [piece, aBoard({ id: 'q', tag: 'P-02' })] }, [provideRouter([])]);
    const { element, loader, fixture } = await show(InspectHead, { piece });
    expect(textOf(element)).toContain('P-01');
    expect(textOf(element)).toContain('bay 1 · pallets');
    expect(textOf(element)).toMatch(/1,000 × 100 →90 × 20 mm · 14 %/);
    const steps = heard(fixture.componentInstance.stepped);
    for (const name of ['Next piece', 'Piece before'])
      element.querySelector<HTMLButtonElement>(`[aria-label="${name}"]`)?.click();
    expect(steps).toEqual([1, -1]);
    const tag = await loader.getHarness(MatInputHarness);
    await write(tag, 'X-9');
    expect(document.body.textContent).toContain('No piece bears the tag X-9');
  });
});

describe('what came after planing', () => {
  const close = vi.fn();
  const cutting = { x: 0, y: 0, length: 950, width: 100, finishedWidth: 98, thickness: 16 };
  const asked = (piece: Piece): MilledAsk => ({
    piece,
    grade: 'character',
    reckonedM3: (950 * 98 * 16) / 1e9,
    cuttings: [cutting],
  });
  const sheet = (data: MilledAsk): Provider[] => [
    { provide: MAT_DIALOG_DATA, useValue: data },
    { provide: MatDialogRef, useValue: { close } },
    InspectView,
  ];

  it('is filled in as estimated, corrected, and put on record in place of the piece', async () => {
    const piece = aBoard();
    const store = await withShop({ pieces: [piece] }, sheet(asked(piece)));
    const { loader, element } = await show(MilledSheet);
    expect(textOf(element.querySelector('.sum') as HTMLElement)).toContain('100 %');
    const [, length] = await loader.getAllHarnesses(MatInputHarness);
    await write(length, '475');
    expect(textOf(element.querySelector('.sum') as HTMLElement)).toContain('50 %');
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Put it on record' }))).click();
    expect(store.milled()).toHaveLength(1);
    expect(store.milled()[0]?.came).toEqual([{ count: 1, length: 475, width: 98, thickness: 16 }]);
    expect(store.pieces().map(({ length: mm, thickness }) => [mm, thickness])).toEqual([[475, 16]]);
    expect(close).toHaveBeenCalledWith(true);
    store.undo();
    expect(store.pieces()).toHaveLength(1);
    expect(store.milled()).toHaveLength(0);
  });

  it('may be nothing at all, and another size may be added', async () => {
    const piece = aBoard();
    const store = await withShop({ pieces: [piece] }, sheet(asked(piece)));
    const { loader, element } = await show(MilledSheet);
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Nothing usable came' }))).click();
    expect(textOf(element.querySelector('.sum') as HTMLElement)).toContain('0 %');
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Another size' }))).click();
    expect(await loader.getAllHarnesses(MatInputHarness)).toHaveLength(4);
    const replace = await loader.getHarness(MatCheckboxHarness);
    await replace.uncheck();
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Put it on record' }))).click();
    expect(store.pieces().map(({ id }) => id)).toEqual(['p']);
  });
});
