import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { describe, expect, it } from 'vitest';
import { FINDING_KINDS, type Finding } from '@aldrek/core/wood';
import { show } from '../../test-support/component';
import { aMarkOf, FindingMark } from './finding-mark';

@Component({
  selector: 'al-mark-on-wood',
  imports: [FindingMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg><g alFindingMark [finding]="of()" [pxPerMm]="scale()" [turnedOver]="over()" /></svg>`,
})
class MarkOnWood {
  readonly of = input.required<Finding>();
  readonly scale = input(1);
  readonly over = input<number | null>(null);
}

async function drawn(of: Finding, more: { scale?: number; over?: number } = {}): Promise<Element> {
  const { element } = await show(MarkOnWood, { of, ...more });
  return element.querySelector('g') as Element;
}

/** What is drawn, without what only Angular knows of it. */
const shapes = (mark: Element): string =>
  [...mark.querySelectorAll('*')]
    .map(
      ({ tagName, attributes }) =>
        `${tagName} ${[...attributes]
          .filter(({ name }) => !name.startsWith('_ng'))
          .map(({ name, value }) => `${name}=${value}`)
          .sort()
          .join(' ')}`,
    )
    .join('|');

const middleOf = (mark: Element): { x: number; y: number } => {
  const circle = mark.querySelector('circle');
  return { x: Number(circle?.getAttribute('cx')), y: Number(circle?.getAttribute('cy')) };
};

const NAIL = { ...aMarkOf('metal'), x: 1000, y: 30, length: 4, width: 4 };

describe('the mark of a finding', () => {
  it('is another for every kind, so that no two are told apart by colour alone', async () => {
    const kinds = new Map<string, string[]>();
    for (const kind of FINDING_KINDS) {
      const shape = shapes(await drawn(aMarkOf(kind)));
      expect(shape.length, kind).toBeGreaterThan(10);
      kinds.set(shape, [...(kinds.get(shape) ?? []), kind]);
    }
    expect([...kinds.values()].filter((alike) => alike.length > 1)).toEqual([]);
  });

  it('fits its button: nothing of it lies outside of 20 px', async () => {
    for (const kind of FINDING_KINDS) {
      const mark = await drawn(aMarkOf(kind));
      for (const rect of mark.querySelectorAll('rect')) {
        const [x, y, w, h] = ['x', 'y', 'width', 'height'].map((name) => Number(rect.getAttribute(name)));
        expect(
          [x, y].every((at) => (at ?? -1) >= 0),
          kind,
        ).toBe(true);
        expect(Math.max((x ?? 0) + (w ?? 99), (y ?? 0) + (h ?? 99)), kind).toBeLessThanOrEqual(20);
      }
    }
  });

  it('lies where the finding lies, at the scale of the wood', async () => {
    expect(middleOf(await drawn(NAIL))).toEqual({ x: 1002, y: 32 });
    const small = middleOf(await drawn(NAIL, { scale: 0.25 }));
    expect(small.x).toBeCloseTo(250.5, 6);
    expect(small.y).toBeCloseTo(8, 6);
  });

  it('on the other face lies from the other edge', async () => {
    expect(middleOf(await drawn(NAIL, { over: 100 }))).toEqual({ x: 1002, y: 68 });
  });

  it('of a nail can still be seen at a scale where the nail can not', async () => {
    const radius = Number((await drawn(NAIL, { scale: 0.07 })).querySelector('circle')?.getAttribute('r'));
    expect(radius).toBeGreaterThanOrEqual(2);
    const knot = { ...aMarkOf('knot'), length: 200, width: 100 };
    const ellipse = (await drawn(knot, { scale: 0.5 })).querySelector('ellipse');
    expect([ellipse?.getAttribute('rx'), ellipse?.getAttribute('ry')]).toEqual(['50', '25']);
  });

  it('of a nail that was pulled is the hole it left; of one punched below the surface, both', async () => {
    const pulled = await drawn({ ...NAIL, fix: 'pulled' });
    expect(pulled.getAttribute('data-kind')).toBe('nail-hole');
    expect(shapes(pulled)).toBe(shapes(await drawn({ ...NAIL, kind: 'nail-hole' })));
    const punched = await drawn({ ...NAIL, fix: 'punched' });
    expect(punched.getAttribute('data-kind')).toBe('metal');
    expect(punched.querySelectorAll('circle')).toHaveLength(2);
  });

  it('bears what becomes of it, for whoever draws it otherwise', async () => {
    expect((await drawn({ ...NAIL, fate: 'keep' })).getAttribute('data-fate')).toBe('keep');
    expect((await drawn(NAIL)).hasAttribute('data-fate')).toBe(false);
  });
});
