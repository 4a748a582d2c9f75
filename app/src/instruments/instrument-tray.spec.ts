import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatProgressBarHarness } from '@angular/material/progress-bar/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { describe, expect, it, vi } from 'vitest';
import { show, textOf, withShop } from '../../test-support/component';
import { aBoard } from '../../test-support/made-up-piece';
import { PieceInHand } from '../in-hand/piece-in-hand';
import { InstrumentTray } from './instrument-tray';
import { Instruments, type Link, type MeterGroup } from './instruments';

const bench = () => ({
  link: signal<Link>('connecting'),
  simulated: signal(true),
  groups: signal<readonly MeterGroup[]>([
    { group: 1, woods: ['norway-spruce'] },
    { group: 3, woods: ['european-oak'] },
  ]),
  last: signal(''),
  metal: signal<{ atMm: number; signal: number } | null>(null),
  pressCaliper: vi.fn(),
  pressMeter: vi.fn(),
});

async function tray() {
  const instruments = bench();
  await withShop({ pieces: [aBoard({ species: 'european-oak' })] }, [
    { provide: Instruments, useValue: instruments },
  ]);
  const shown = await show(InstrumentTray);
  return { instruments, ...shown };
}

describe('the instruments beside the work', () => {
  it('are shown as what they are, and can’t be pressed before they are connected', async () => {
    const { instruments, element, loader, fixture } = await tray();
    expect(textOf(element)).toContain('Simulated instruments');
    const caliper = await loader.getHarness(MatButtonHarness.with({ text: 'Press its button' }));
    expect(await caliper.isDisabled()).toBe(true);
    instruments.link.set('on');
    await fixture.whenStable();
    await caliper.click();
    expect(instruments.pressCaliper).toHaveBeenCalledWith(98);
  });

  it('say that nothing entered is lost when the line is', async () => {
    const { instruments, element, fixture } = await tray();
    instruments.link.set('lost');
    await fixture.whenStable();
    expect(textOf(element)).toContain('what you have entered is safe');
  });

  it('the meter is set to the group of the wood in hand, and says when another reads wrong', async () => {
    const { instruments, element, loader, fixture } = await tray();
    instruments.link.set('on');
    expect(textOf(element)).toContain('No wood in hand');
    TestBed.inject(PieceInHand).id.set('p');
    await fixture.whenStable();
    const group = await loader.getHarness(MatSelectHarness);
    expect(await group.getValueText()).toBe('3');
    expect(textOf(element)).toMatch(/Right for .*oak/);
    await group.clickOptions({ text: '1' });
    expect(textOf(element)).toContain('is group 3: it will read wrong');
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Push the pins in' }))).click();
    expect(instruments.pressMeter).toHaveBeenCalledWith(14, 'european-oak', 1);
  });

  it('the detector shows how near metal is, and names the place once it is sure', async () => {
    const { instruments, element, loader, fixture } = await tray();
    instruments.metal.set({ atMm: 430, signal: 0.3 });
    await fixture.whenStable();
    expect(await (await loader.getHarness(MatProgressBarHarness)).getValue()).toBe(30);
    expect(textOf(element)).toContain('no metal here');
    instruments.metal.set({ atMm: 430, signal: 0.9 });
    await fixture.whenStable();
    expect(textOf(element)).toContain('metal near 430');
  });
});
