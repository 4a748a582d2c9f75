import { describe, expect, it } from 'vitest';
import type { PlannedCut } from '@aldrek/core/project';
import { heard, show, textOf, unitOf } from '../../test-support/component';
import { aBoard } from '../../test-support/made-up-piece';
import { PlanBoard } from './plan-board';

const cut = (partId: string, x: number, more: Partial<PlannedCut> = {}): PlannedCut => ({
  pieceId: 'b',
  partId,
  unit: 0,
  x,
  y: 10,
  length: 400,
  width: 60,
  ...more,
});
const CUTS = [cut('leg', 0), cut('rail', 500, { length: 600 }), cut('offcut', 1200, { length: 700 })];

async function board(inputs: Record<string, unknown> = {}, unit: 'mm' | 'inch' = 'mm') {
  unitOf(unit);
  const shown = await show(PlanBoard, {
    piece: aBoard({ id: 'b', tag: 'P-01', length: 2000, width: 100 }),
    cuts: CUTS,
    letters: new Map([
      ['leg', 'A'],
      ['rail', 'B'],
    ]),
    names: new Map([
      ['leg', 'leg'],
      ['rail', 'rail, long'],
    ]),
    pxPerMm: 0.5,
    ...inputs,
  });
  const parts = () => [...shown.element.querySelectorAll<SVGGElement>('g.part')];
  return { ...shown, parts, of: shown.fixture.componentInstance };
}

/** x, y, width and height of what is drawn, px. */
const box = (element: Element | null | undefined): number[] =>
  ['x', 'y', 'width', 'height'].map((name) => Number(element?.getAttribute(name)));

describe('a board of a plan', () => {
  it('has its parts at their places, to scale, each with its letter', async () => {
    const { parts, element } = await board();
    expect(parts().map((part) => box(part.querySelector('rect')))).toEqual([
      [0, 5, 200, 30],
      [250, 5, 300, 30],
    ]);
    expect(parts().map(textOf)).toEqual(['A', 'B']);
    expect(box(element.querySelector('.offcut'))).toEqual([600, 5, 350, 30]);
    expect(element.querySelector('svg')?.getAttribute('width')).toBe('1002');
  });

  it('says in words what is cut from it, in the user’s unit', async () => {
    const { element, parts } = await board();
    expect(element.querySelector('svg')?.getAttribute('aria-label')).toMatch(
      /^P-01, .*: 2 parts cut from it$/,
    );
    expect(parts()[1]?.getAttribute('aria-label')).toBe('B, rail, long, 600 × 60, at 500 from the near end');
  });

  it('says them in inches to who measures in inches', async () => {
    const { parts } = await board({ cuts: [cut('leg', 254, { length: 508, width: 50.8 })] }, 'inch');
    expect(parts()[0]?.getAttribute('aria-label')).toBe('A, leg, 20 × 2, at 10 from the near end');
  });

  it('names an offcut as far as there is room for it', async () => {
    const { element, fixture } = await board();
    const label = async (length: number, width = 60): Promise<string> => {
      fixture.componentRef.setInput('cuts', [cut('offcut', 0, { length, width })]);
      await fixture.whenStable();
      return textOf(element.querySelector('.offcut-label'));
    };
    expect(await label(700)).toBe('offcut 700 × 60');
    expect(await label(160)).toBe('160 × 60');
    expect(await label(90)).toBe('');
    expect(await label(700, 20)).toBe('');
  });

  it('lights all places of one part, and says which is pointed at or has the focus', async () => {
    const { parts, of, fixture } = await board({ cuts: [cut('leg', 0), cut('leg', 500), cut('rail', 1000)] });
    const lit = heard(of.litChange);
    parts()[0]?.dispatchEvent(new Event('pointerenter'));
    parts()[0]?.dispatchEvent(new Event('pointerleave'));
    parts()[2]?.dispatchEvent(new Event('focus'));
    parts()[2]?.dispatchEvent(new Event('blur'));
    expect(lit).toEqual(['leg', null, 'rail', null]);
    fixture.componentRef.setInput('lit', 'leg');
    await fixture.whenStable();
    expect(parts().map((part) => part.classList.contains('lit'))).toEqual([true, true, false]);
  });

  it('hands on keys with the place they are pressed at, and a grip only where parts may be moved', async () => {
    const { parts, of, fixture } = await board();
    const keys = heard(of.key);
    const grips = heard(of.grabbed);
    parts()[1]?.dispatchEvent(new KeyboardEvent('keydown', { key: 'f', bubbles: true }));
    expect(keys.map(({ event, cut: at }) => [event.key, at])).toEqual([['f', CUTS[1]]]);
    parts()[0]?.dispatchEvent(new Event('pointerdown'));
    expect(grips).toEqual([]);
    fixture.componentRef.setInput('movable', true);
    await fixture.whenStable();
    parts()[0]?.dispatchEvent(new Event('pointerdown'));
    expect(grips.map(({ cut: at }) => at)).toEqual([CUTS[0]]);
  });

  it('on paper is a picture, without places to stop at', async () => {
    const { parts, of } = await board({ interactive: false });
    const lit = heard(of.litChange);
    expect(parts().map((part) => [part.getAttribute('role'), part.getAttribute('tabindex')])).toEqual([
      ['img', null],
      ['img', null],
    ]);
    parts()[0]?.dispatchEvent(new Event('pointerenter'));
    expect(lit).toEqual([]);
  });

  it('pins what is fixed there, and only that', async () => {
    const { parts } = await board({ locks: [cut('leg', 0), cut('rail', 501)] });
    expect(parts().map((part) => part.querySelector('.pin') !== null)).toEqual([true, false]);
  });

  it('draws a round part round, in the square that is cut for it', async () => {
    const { parts } = await board({
      cuts: [cut('leg', 0, { length: 80, width: 80 })],
      round: new Set(['leg']),
    });
    expect(parts()[0]?.querySelector('ellipse')?.getAttribute('rx')).toBe('20');
    expect(box(parts()[0]?.querySelector('.around'))).toEqual([0, 5, 40, 40]);
  });

  it('tells what other projects take from it, shortly where it is narrow', async () => {
    const { parts } = await board({
      cuts: [cut('leg', 0, { length: 400 }), cut('leg', 600, { length: 60 })],
      theirs: new Map([['leg', 'Oar rack']]),
    });
    expect(parts().map(textOf)).toEqual(['A Oar rack', 'A']);
    expect(parts().every((part) => part.classList.contains('theirs'))).toBe(true);
  });

  it('shows where a part that is carried would lie, and whether it may', async () => {
    const { element, fixture } = await board({ ghost: { x: 100, y: 0, length: 400, width: 60, bad: false } });
    expect(box(element.querySelector('.ghost'))).toEqual([50, 0, 200, 30]);
    expect(element.querySelector('.ghost.bad')).toBeNull();
    fixture.componentRef.setInput('ghost', { x: 100, y: 0, length: 400, width: 60, bad: true });
    await fixture.whenStable();
    expect(element.querySelector('.ghost.bad')).not.toBeNull();
    fixture.componentRef.setInput('ghost', null);
    await fixture.whenStable();
    expect(element.querySelector('.ghost')).toBeNull();
  });
});
