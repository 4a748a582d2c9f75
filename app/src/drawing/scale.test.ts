import { expect, it } from 'vitest';
import { SPECIES } from '@aldrek/core/wood';
import { fitScale, rulerMarks, scaleNote } from './scale';
import { woodTone } from './species-tones';

it('says the scale as a drawing does', () => {
  expect(scaleNote(96 / 25.4)).toBe('1 : 1');
  expect(scaleNote(96 / 25.4 / 12.4)).toBe('1 : 12');
  expect(scaleNote(96 / 25.4 / 5.1)).toBe('1 : 5.1');
  expect(scaleNote((96 / 25.4) * 2)).toBe('2 : 1');
});

it.each(['mm', 'inch'] as const)('labels a ruler in %s so that labels never touch, at any scale', (unit) => {
  for (const scale of [0.02, 0.05, 0.13, 0.3, 0.9, 2, 6]) {
    const marks = rulerMarks(3000, scale, unit);
    const labelled = marks.filter((mark) => mark.label !== null);
    for (let i = 1; i < labelled.length; i++) {
      const gap = (labelled[i]?.px ?? 0) - (labelled[i - 1]?.px ?? 0);
      expect(gap).toBeGreaterThanOrEqual(scale < 0.03 ? 40 : 60);
    }
    expect(marks.every((mark) => Math.abs(mark.px - mark.mm * scale) < 1e-9 && mark.mm <= 3000)).toBe(true);
    expect(labelled[0]).toMatchObject({ mm: 0, label: '0' });
  }
});

it('labels whole feet as feet', () => {
  expect(
    rulerMarks(1300, 0.3, 'inch')
      .filter((mark) => mark.label)
      .map((mark) => mark.label),
  ).toEqual(['0', '1′', '2′', '3′', '4′']);
});

it('fits a length into a width', () => {
  expect(fitScale(2000, 800)).toBe(0.4);
  expect(fitScale(0, 800)).toBe(800);
});

it('has a tone of its own kind for every species', () => {
  const unknown = woodTone('unknown');
  for (const { id } of SPECIES) expect(woodTone(id), id).not.toEqual(unknown);
});
