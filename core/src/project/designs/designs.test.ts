import { describe, expect, it } from 'vitest';
import {
  DESIGN_VIEWS,
  designFaults,
  designParts,
  drawDesign,
  usualSizes,
  viewsOf,
  type Design,
} from './design.ts';
import { FormulaError, reckon } from './formula.ts';
import { SHIPPED_DESIGNS } from './shipped.ts';

describe('reckon', () => {
  it.each([
    ['1 + 2 * 3', 7],
    ['(1 + 2) × 3', 9],
    ['L - 2 * t', 960],
    ['-t + 30', 10],
    ['floor((L + 8) / (90 + 8))', 10],
    ['ceil(L / 300)', 4],
    ['max(1, min(t, 7.5))', 7.5],
  ])('%s', (formula, value) => expect(reckon(formula, { L: 1000, t: 20 })).toBeCloseTo(value));

  it.each([
    ['L +', 'expected a number, found its end'],
    ['(L', 'expected “)”'],
    ['L W', 'expected its end, found W'],
    ['Q', 'one of L'],
    ['L / 0', 'comes to no number'],
  ])('%s is refused', (formula, words) => {
    expect(() => reckon(formula, { L: 10 })).toThrow(FormulaError);
    expect(() => reckon(formula, { L: 10 })).toThrow(words);
  });
});

describe('designs', () => {
  it.each(SHIPPED_DESIGNS.map((design) => [design.name, design] as const))(
    '%s holds at all its sizes',
    (_, design) => {
      expect(designFaults(design)).toEqual([]);
      const parts = new Set(design.parts.map(({ name }) => name));
      const drawn = drawDesign(design, usualSizes(design));
      expect(drawn.length).toBeGreaterThan(2);
      for (const box of drawn) {
        expect(parts).toContain(box.part);
        expect(Math.min(box.width, box.height)).toBeGreaterThan(0);
      }
    },
  );

  it.each(SHIPPED_DESIGNS.map((design) => [design.name, design] as const))(
    '%s is drawn from three sides with every part, as many and as large as it is cut',
    (_, design) => {
      expect(viewsOf(design)).toEqual(['front', 'side', 'top']);
      const sizes = usualSizes(design);
      const [front, side, top] = DESIGN_VIEWS.map((view) => drawDesign(design, sizes, view));
      for (const { name, qty, length, width, thickness } of designParts(design, sizes)) {
        const [seen, aside, above] = [front, side, top].map((boxes) =>
          boxes?.filter(({ part }) => part === name),
        );
        expect([name, aside?.length]).toEqual([name, qty]);
        const [x, y] = [seen?.[0]?.width ?? 0, seen?.[0]?.height ?? 0];
        const z = aside?.[0]?.width ?? 0;
        const sorted = (sizes: number[]) => sizes.map((mm) => Math.round(mm * 10) / 10).sort((a, b) => a - b);
        expect([name, ...sorted([x, y, z])]).toEqual([name, ...sorted([length, width, thickness])]);
        expect([above?.[0]?.width, above?.[0]?.height]).toEqual([x, z]);
      }
      const extent = (boxes: typeof front, of: 'x' | 'y', by: 'width' | 'height') =>
        Math.max(...(boxes ?? []).map((box) => box[of] + box[by]));
      expect(extent(side, 'y', 'height')).toBeCloseTo(extent(front, 'y', 'height'));
      expect(extent(top, 'x', 'width')).toBeCloseTo(extent(front, 'x', 'width'));
      expect(extent(top, 'y', 'height')).toBeCloseTo(extent(side, 'x', 'width'));
    },
  );

  it('a design that is known from the front only is drawn from there', () => {
    const flat: Design = {
      ...(SHIPPED_DESIGNS[0] as Design),
      drawing: [{ part: 'seat', x: '0', y: '0', width: 'L', height: 't' }],
    };
    expect(viewsOf(flat)).toEqual(['front']);
    expect(designFaults(flat)).toEqual([]);
  });

  it('reckons parts from the outer sizes', () => {
    const bench = SHIPPED_DESIGNS.find(({ id }) => id === 'bench') as Design;
    const parts = designParts(bench, { L: 1500, H: 440, t: 25 });
    expect(parts.find(({ name }) => name === 'leg')).toMatchObject({
      qty: 4,
      length: 415,
      thickness: 37.5,
      group: 'legs',
    });
    expect(parts.find(({ name }) => name === 'seat')).toMatchObject({
      length: 1500,
      width: 340,
      thickness: 25,
    });
  });

  it('names what is wrong with a design of one’s own', () => {
    const bad: Design = {
      id: 'x',
      name: '',
      about: '',
      sizes: [{ key: 'L', name: 'length', least: 10, usual: 100, most: 200 }],
      parts: [{ name: 'rail', qty: '1', length: 'L - 50', width: 'q', thickness: '20', grade: 'clear' }],
      drawing: [{ part: 'leg', x: '0', y: '0', width: '1', height: '1' }],
    };
    const faults = designFaults(bad).join('; ');
    expect(faults).toContain('no name');
    expect(faults).toContain('“leg”, which is no part');
    expect(faults).toContain('“q”');
  });
});
