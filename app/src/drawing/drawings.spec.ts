import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { DEFAULT_MACHINES } from '@aldrek/core/yield';
import { SHIPPED_DESIGNS, usualSizes } from '@aldrek/core/project';
import { heard, show, textOf, unitOf } from '../../test-support/component';
import { aBoard } from '../../test-support/made-up-piece';
import { DesignElevation } from './design-elevation';
import { PanelEnds, type StripEnd } from './panel-ends';
import { Ruler } from './ruler';
import { SeasonPicture, type SeasonBox } from './season-picture';
import { StateMark } from './state-mark';
import { WarpDrawing } from './warp-drawing';

const figure = (element: Element | null | undefined, name: string): number =>
  Number(element?.getAttribute(name));

describe('the ruler', () => {
  async function ruler(inputs: Record<string, unknown> = {}, unit: 'mm' | 'inch' = 'mm') {
    const chosen = unitOf(unit);
    const shown = await show(Ruler, { lengthMm: 2000, pxPerMm: 0.4, cursor: 600, ...inputs });
    const flag = () => shown.element.querySelector<HTMLElement>('[role=slider]');
    const press = (key: string, shiftKey = false) =>
      flag()?.dispatchEvent(new KeyboardEvent('keydown', { key, shiftKey, bubbles: true, cancelable: true }));
    return {
      ...shown,
      flag,
      press,
      unit: chosen,
      moved: heard(shown.fixture.componentInstance.cursorChange),
    };
  }

  it('has its marks where the wood has them', async () => {
    const { element } = await ruler();
    expect(figure(element.querySelector('svg'), 'width')).toBeCloseTo(800, 6);
    for (const text of element.querySelectorAll('text')) {
      const mm = Number(text.textContent.replace(/,/g, ''));
      expect(figure(text, 'x') - 4).toBeCloseTo(mm * 0.4, 6);
    }
    expect(element.querySelectorAll('text').length).toBeGreaterThan(3);
  });

  it('says where the cursor rule stands, in the user’s unit', async () => {
    const { flag, unit, fixture } = await ruler({ cursor: 635 });
    expect(flag()?.style.left).toBe('254px');
    expect(flag()?.getAttribute('aria-valuetext')).toBe('635');
    unit.set('inch');
    await fixture.whenStable();
    expect(flag()?.getAttribute('aria-valuetext')).toBe('25');
  });

  it('is slid by keys: one, ten and a hundred at a time, and no further than the wood goes', async () => {
    const { press, moved } = await ruler();
    press('ArrowRight');
    press('ArrowLeft', true);
    press('PageUp');
    press('PageDown', true);
    press('x');
    expect(moved).toEqual([601, 590, 700, 0]);
  });

  it('has no flag where there is no cursor rule', async () => {
    const { flag } = await ruler({ cursor: null });
    expect(flag()).toBeNull();
  });
});

describe('a state mark', () => {
  it('tells by its shape: no two alike', async () => {
    const shapes = new Set<string>();
    for (const of of ['reserved', 'changed', 'doubt'] as const) {
      const { element } = await show(StateMark, { of });
      shapes.add([...element.querySelectorAll('path, circle')].map((one) => one.outerHTML).join());
    }
    expect(shapes.size).toBe(3);
    expect(shapes.has('')).toBe(false);
  });
});

describe('warp, drawn', () => {
  async function drawing(warp: Record<string, number>, thickness = 27) {
    const piece = aBoard({ length: 1200, width: 140, thickness, warp });
    const { element } = await show(WarpDrawing, { piece, machines: DEFAULT_MACHINES });
    const [side, end] = [...element.querySelectorAll('g')];
    const bend = (view: Element | undefined) => {
      const points = (view?.querySelector('path')?.getAttribute('d') ?? '')
        .slice(1, -1)
        .split('L')
        .map((point) => point.split(' ').map(Number) as [number, number]);
      const upper = points.slice(0, points.length / 2);
      const ends = ((upper[0]?.[1] ?? 0) + (upper.at(-1)?.[1] ?? 0)) / 2;
      return ends - (upper[Math.floor(upper.length / 2)]?.[1] ?? 0);
    };
    return { element, side, end, bend };
  }

  it('a flat board is drawn flat, and all of it is left but the clean-up', async () => {
    const { element, side, bend } = await drawing({});
    expect(bend(side)).toBeCloseTo(0, 6);
    expect(element.querySelector('svg')?.getAttribute('aria-label')).toMatch(
      /cup 0, bow 0, twist 0 mm; 2[56]\.\d mm of 27 left/,
    );
  });

  it('bow bends the side view, cup the end view, to one scale and each to its own side', async () => {
    const { side, end, bend } = await drawing({ bow: 6, cup: -3 });
    expect(bend(side) / bend(end)).toBeCloseTo(-2, 3);
  });

  it('the flat board that is left is as much thinner as it is said to be', async () => {
    const { element, side } = await drawing({ bow: 6 });
    const left = Number(
      /; ([\d.]+) mm of/.exec(element.querySelector('svg')?.getAttribute('aria-label') ?? '')?.[1],
    );
    // Drawn so high: thickness and bow fill it.
    expect(figure(side?.querySelector('rect'), 'height')).toBeCloseTo((left * 62) / 33, 0);
    expect(textOf(element)).toMatch(/drawn [\d.]+ × thicker than long/);
  });
});

describe('the seasons of a thing', () => {
  const board = (more: Partial<SeasonBox> = {}): SeasonBox => ({
    part: 'top',
    species: 'any',
    x: 0,
    y: 0,
    width: 1000,
    height: 300,
    round: false,
    dry: [0, -0.01],
    wet: [0, 0.01],
    ...more,
  });

  async function picture(...boxes: SeasonBox[]) {
    const { element } = await show(SeasonPicture, { boxes, driest: 'Driest', wettest: 'Wettest' });
    const rects = (i: number) => [...(element.querySelectorAll('svg')[i]?.querySelectorAll('rect') ?? [])];
    return { element, rects };
  }

  it('shrinks and swells across the grain alone, over the outline as it is now', async () => {
    const { rects, element } = await picture(board());
    const [[dry, now], [wet]] = [rects(0), rects(1)] as [Element[], Element[]];
    expect(figure(dry, 'width')).toBeCloseTo(figure(now, 'width'), 6);
    expect(figure(dry, 'height')).toBeLessThan(figure(now, 'height'));
    expect(figure(wet, 'height')).toBeGreaterThan(figure(now, 'height'));
    const times = Number(/drawn (\d+) times/.exec(textOf(element))?.[1]);
    expect(figure(now, 'height') - figure(dry, 'height')).toBeCloseTo(
      figure(now, 'height') * 0.01 * times,
      6,
    );
  });

  it('never draws movement so large that a part loses half of its width', async () => {
    const { rects } = await picture(board({ height: 40, dry: [0, -0.08], wet: [0, 0.02] }));
    const [dry, now] = rects(0);
    expect(figure(dry, 'height')).toBeGreaterThan(figure(now, 'height') / 2);
  });

  it('wood that does not move is drawn once as large, and a round top is round', async () => {
    const { rects, element } = await picture(board({ round: true, dry: [0, 0], wet: [0, 0] }));
    expect(figure(rects(0)[0], 'rx')).toBeCloseTo(figure(rects(0)[0], 'width') / 2, 6);
    expect(textOf(element)).toContain('times as large');
  });
});

describe('a panel from its end', () => {
  const strip = (key: string, more: Partial<StripEnd> = {}): StripEnd => ({
    key,
    name: key,
    width: 60,
    thickness: 20,
    species: 'any',
    fill: null,
    grain: 'flat',
    barkUp: true,
    ...more,
  });
  const panel = async (strips: StripEnd[], stacked = false) => {
    const { element } = await show(PanelEnds, { strips, roomPx: 304, stacked });
    return { element, ends: [...element.querySelectorAll('g')] };
  };

  it('is to scale, strips side by side without a gap', async () => {
    const { ends, element } = await panel([strip('a'), strip('b', { width: 40 })]);
    expect(figure(ends[0]?.querySelector('rect'), 'width')).toBeCloseTo(180, 6);
    expect(figure(ends[1]?.querySelector('rect'), 'width')).toBeCloseTo(120, 6);
    expect(ends[1]?.getAttribute('transform')).toContain('translate(181');
    expect(textOf(element)).not.toContain('straight where the bark side is not noted');
  });

  it('rings of flat-sawn strips bulge to the bark, those of quarter-sawn ones stand', async () => {
    const { ends, element } = await panel([
      strip('a'),
      strip('b', { barkUp: false }),
      strip('c', { barkUp: null }),
      strip('d', { grain: 'quarter' }),
    ]);
    const bulge = (i: number) => {
      const [, level, turn] = /^M0 ([\d.]+)Q[\d.]+ (-?[\d.]+) /.exec(
        ends[i]?.querySelector('path')?.getAttribute('d') ?? '',
      ) as RegExpExecArray;
      return Number(turn) - Number(level);
    };
    expect(bulge(0)).toBeLessThan(0);
    expect(bulge(1)).toBeGreaterThan(0);
    expect(bulge(2)).toBe(0);
    expect(ends[3]?.querySelector('path')?.getAttribute('d')).toMatch(/^M[\d.]+ 0V/);
    expect(element.querySelector('svg')?.getAttribute('aria-label')).toBe(
      'From the end: a bark up, b bark down, c bark side not noted, d bark up',
    );
    expect(textOf(element)).toContain('rings straight where the bark side is not noted');
  });
});

describe('a design, drawn', () => {
  beforeEach(() => TestBed.resetTestingModule());

  it.each(SHIPPED_DESIGNS.map((design) => [design.name, design] as const))(
    '%s stands on its floor, fits its room, and lights the part under the finger',
    async (_, design) => {
      const room = { width: 360, height: 200 };
      const { element, fixture } = await show(DesignElevation, { design, sizes: usualSizes(design), room });
      const lit = heard(fixture.componentInstance.litChange);
      const svg = element.querySelector('svg');
      expect(figure(svg, 'width')).toBeLessThanOrEqual(room.width + 0.01);
      expect(figure(svg, 'height')).toBeLessThanOrEqual(room.height + 0.01);
      const rects = [...element.querySelectorAll('rect')];
      expect(rects.length).toBeGreaterThan(0);
      // y runs up from the floor, so that nothing lies under it.
      for (const rect of rects) expect(figure(rect, 'y') + figure(rect, 'height')).toBeLessThanOrEqual(1e-6);
      rects[0]?.dispatchEvent(new Event('pointerenter'));
      rects[0]?.dispatchEvent(new Event('pointerleave'));
      expect(lit).toEqual([expect.any(String), null]);
      expect(design.parts.map(({ name }) => name)).toContain(lit[0]);
    },
  );

  it('draws all views to one scale, and only the front where asked to', async () => {
    const design = SHIPPED_DESIGNS.find(({ name }) => /bench/i.test(name)) ?? SHIPPED_DESIGNS[0];
    if (!design) throw new Error('no design is shipped');
    const sizes = usualSizes(design);
    const all = await show(DesignElevation, { design, sizes, pxPerMm: 0.1 });
    const front = await show(DesignElevation, { design, sizes, pxPerMm: 0.1, frontOnly: true });
    expect(front.element.querySelectorAll('svg > g')).toHaveLength(1);
    const widest = (view: Element | null) =>
      Math.max(
        ...[...(view?.querySelectorAll('rect') ?? [])].map(
          (rect) => figure(rect, 'x') + figure(rect, 'width'),
        ),
      );
    expect(widest(all.element.querySelector('svg > g'))).toBeCloseTo(
      widest(front.element.querySelector('svg > g')),
      6,
    );
  });
});
