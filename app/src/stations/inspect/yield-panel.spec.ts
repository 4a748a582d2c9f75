import { MatButtonToggleGroupHarness } from '@angular/material/button-toggle/testing';
import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { TestBed } from '@angular/core/testing';
import { type Entry } from '@aldrek/core/shop';
import { type Grade, type Piece } from '@aldrek/core/wood';
import { estimateYield, type Milled, type PieceYield } from '@aldrek/core/yield';
import { describe, expect, it } from 'vitest';
import { heard, show, textOf, withShop, write } from '../../../test-support/component';
import { aBoard } from '../../../test-support/made-up-piece';
import { InspectView } from './inspect-view';
import { YieldPanel } from './yield-panel';

const milled = (id: string, reckonedM3: number): Milled => ({
  id,
  day: '2026-02-01',
  tag: id,
  species: 'european-oak',
  grade: 'character',
  known: 'tallied',
  foundM3: 0.003,
  reckonedM3,
  came: [{ count: 1, length: 1000, width: 100, thickness: 10 }],
});

const nothing = { pieces: [], parts: [] };
const planedEntryOf = ({ id, day, ...planed }: Milled): Entry => ({
  id,
  kind: 'planed',
  day,
  projectIds: [],
  took: nothing,
  gave: nothing,
  lost: { kerfM3: 0, wasteM3: 0 },
  planed,
});

/** The panel of a piece, with what the core calculates for it. */
async function panel(piece: Piece, record: readonly Milled[] = [], grade: Grade = 'character') {
  const store = await withShop({ pieces: [piece], entries: record.map(planedEntryOf) });
  const given: PieceYield = estimateYield(piece, grade, store.habits(), store.machines(), 'area');
  const shown = await show(YieldPanel, { piece, given, grade, drawn: 'crosscutFirst' });
  return { store, given, ...shown };
}

describe('what a piece gives', () => {
  it('is told in figures: share, thickness, range, longest and widest', async () => {
    const { element, given } = await panel(aBoard({ species: 'european-oak' }));
    expect(textOf(element)).toContain(`${Math.round(given.share * 100)}% of the face`);
    expect(textOf(element)).toMatch(/\d+(\.\d)? thick, planed whole/);
    expect(textOf(element)).toMatch(/\d[\d.]* – \d[\d.]* – \d[\d.]* dm³ finished, tallied/);
    expect(textOf(element)).toMatch(/longest clear 950 × 100/);
  });

  it('is nothing where rot takes it all, and says none', async () => {
    const rot = { id: 'r', kind: 'rot', face: 'through', x: 0, y: 0, length: 1000, width: 100 } as const;
    const { element } = await panel(aBoard({ findings: [rot] }));
    expect(textOf(element)).toContain('0% of the face');
    expect(textOf(element)).toMatch(/longest clear none/);
  });

  it('shows both cutting orders, and tells which one is chosen', async () => {
    const { loader, fixture } = await panel(aBoard());
    const chosen = heard(fixture.componentInstance.drawnChange);
    const orders = await loader.getHarness(
      MatButtonToggleGroupHarness.with({ selector: '[aria-label^="Cutting order"]' }),
    );
    const [crosscut, rip] = await orders.getToggles();
    expect(await crosscut?.getText()).toContain('Crosscut first');
    expect(await crosscut?.isChecked()).toBe(true);
    await rip?.check();
    expect(chosen).toEqual(['ripFirst']);
  });

  it('lists the clear pieces after planing when asked', async () => {
    const { loader } = await panel(aBoard());
    const list = await loader.getHarness(
      MatExpansionPanelHarness.with({ title: null, selector: 'mat-expansion-panel' }),
    );
    await list.expand();
    expect(await list.getTextContent()).toMatch(/950 × \d+(½)? × \d+/);
  });

  it('asks for a size where many of one size are wanted, and counts those', async () => {
    const { loader, element, fixture } = await panel(aBoard());
    const [priority] = await loader.getAllHarnesses(MatButtonToggleGroupHarness);
    const most = await priority?.getToggles({ text: 'most of a size' });
    await most?.[0]?.check();
    const [length] = await loader.getAllHarnesses(MatInputHarness);
    await write(length, '300');
    await fixture.whenStable();
    const view = TestBed.inject(InspectView);
    expect(view.size().length).toBe(300);
    expect(view.wish()).toBe('pieces');
    expect(textOf(element)).toMatch(/pieces? of that size, \d+ % of the face/);
  });

  it('says by how much the shop’s own record is under or over', async () => {
    const under = await panel(aBoard({ species: 'european-oak' }), [
      milled('a', 0.00125),
      milled('b', 0.00125),
    ]);
    expect(textOf(under.element)).toContain(
      'Over 2 pieces milled, you come off the planer 20 % under your estimates from pieces without a find.',
    );
  });

  it('explains the share when it is tapped, and leads to the shop’s figures', async () => {
    const { element, fixture } = await panel(aBoard());
    const led = heard(fixture.componentInstance.profile);
    const tap = [...element.querySelectorAll<HTMLButtonElement>('al-explained button')][0];
    tap?.click();
    await fixture.whenStable();
    const card = element.querySelector('.whence');
    expect(card?.textContent).toContain('kerf');
    card?.querySelector('button')?.click();
    expect(led).toHaveLength(1);
  });
});
