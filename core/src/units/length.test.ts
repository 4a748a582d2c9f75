import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  formatCm,
  formatFeetInches,
  formatInches,
  formatAtLeast,
  formatLength,
  formatM,
  formatMm,
  formatQuarters,
  inchParts,
  parseLength,
} from './length.ts';

describe('parseLength', () => {
  it.each([
    ['7 1/2 in', 190.5],
    ['5\' 3 1/4"', 1606.55],
    ['1.8 m', 1800],
    ['12/4', 76.2],
    ['5/4', 31.75],
    ['17cm', 170],
    ['3/8"', 9.525],
    ['2400', 2400],
    ['6ft', 1828.8],
    ['7½″', 190.5],
    ['7½', 190.5],
    ['2,400', 2400],
    ['1,8 m', 1800],
    ['5ft 3in', 1600.2],
    ['5’3', 1600.2],
    ['.5 m', 500],
    ['  98 MM ', 98],
  ])('reads %s as %d mm', (text, mm) => {
    const got = parseLength(text);
    expect(got).toMatchObject({ ok: true });
    if (got.ok) expect(got.value).toBeCloseTo(mm, 6);
  });

  it('takes a bare figure in the user’s unit', () => {
    expect(parseLength('7.5', 'inch')).toEqual({ ok: true, value: 190.5 });
    expect(parseLength('7.5', 'mm')).toEqual({ ok: true, value: 7.5 });
  });

  it.each(['', 'wide', '12 cubits', '0', '-4', '1/0', '3 4', "5'x", '1..2'])(
    'refuses %j with a reason',
    (text) => {
      const got = parseLength(text);
      expect(got.ok).toBe(false);
      if (!got.ok) expect(got.fault.message.length).toBeGreaterThan(10);
    },
  );
});

describe('printing lengths', () => {
  it.each([
    [190.5, '7 1/2"'],
    [100, '3 15/16"'],
    [1606.55, '63 1/4"'],
    [31.75, '1 1/4"'],
    [25.3, '1"'],
    [0.3, '0"'],
    [-190.5, '-7 1/2"'],
  ])('prints %d mm as %s to the sixteenth', (mm, text) => {
    expect(formatInches(mm, 16)).toBe(text);
  });

  it('prints feet, quarters and metric', () => {
    expect(formatFeetInches(1606.55)).toBe('5\' 3 1/4"');
    expect(formatFeetInches(1828.8)).toBe("6'");
    expect(formatFeetInches(190.5)).toBe('7 1/2"');
    expect(formatQuarters(76.2)).toBe('12/4');
    expect(formatMm(1195)).toBe('1,195');
    expect(formatMm(23.08)).toBe('23.1');
    expect(formatCm(1195)).toBe('119.5 cm');
    expect(formatM(1195)).toBe('1.195 m');
    expect(formatLength(190.5, 'inch')).toBe('7 1/2');
    expect(formatLength(1190.5, 'mm')).toBe('1,190.5');
    expect(formatAtLeast(1190.9, 'mm')).toBe('1,190');
    expect(formatAtLeast(50.8, 'inch')).toBe('2');
    expect(formatAtLeast(50.7, 'inch')).toBe('1 15/16');
  });

  it('splits inches so that a fraction can be drawn, in lowest terms', () => {
    expect(inchParts(190.5, 64)).toEqual({
      negative: false,
      whole: 7,
      numerator: 1,
      denominator: 2,
    });
  });

  it('reads back every size it prints, to half a sixteenth of an inch', () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 9000, noNaN: true }), (mm) => {
        const feet = parseLength(formatFeetInches(mm));
        expect(feet.ok && Math.abs(feet.value - mm)).toBeLessThanOrEqual(25.4 / 32 + 1e-9);
        const metric = parseLength(formatMm(mm));
        expect(metric.ok && Math.abs(metric.value - mm)).toBeLessThanOrEqual(0.05 + 1e-9);
      }),
    );
  });
});
