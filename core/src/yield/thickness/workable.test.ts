import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../../test-support/made-up-pieces.ts';
import { DEFAULT_GRADE_LIMITS, type Grade } from '../../stock/grade.ts';
import { endTrims } from './ends.ts';
import { estimateYield } from '../estimates/estimate.ts';
import { DEFAULT_HABITS } from '../habits.ts';
import { DEFAULT_MACHINES } from '../machines.ts';
import { usableThickness } from './thickness.ts';
import { blockedForGrade, NO_TRIMS } from './workable.ts';

const whole = { x: 0, y: 0, length: 1000, width: 100 };
const trims = { ...NO_TRIMS, cleanUpMm: 0.5 };
const blocked = (findings: Parameters<typeof aPiece>[0], grade: Grade = 'clear') =>
  blockedForGrade(aPiece(findings), grade, trims);
const thicknessOf = (more: Parameters<typeof aPiece>[0], grade: Grade = 'clear'): number => {
  const piece = aPiece(more);
  return usableThickness(piece, { length: 500, width: 50 }, DEFAULT_MACHINES, grade).mm;
};

describe('marks of the skin', () => {
  it.each([
    ['old-finish', undefined, 24],
    ['weathering', undefined, 23],
    ['tool-marks', undefined, 23.5],
    ['weathering', 2.5, 22],
    ['old-finish', 0.9, 23.6],
  ] as const)('%s %s deep leaves %s mm of 25 and is in the way of nothing', (kind, depth, left) => {
    const mark = aFinding(kind, { ...whole, ...(depth === undefined ? {} : { depth }) });
    expect(blocked({ findings: [mark] })).toEqual([]);
    expect(thicknessOf({ findings: [mark] })).toBeCloseTo(left, 9);
  });

  it('stay, and cost no thickness, where the face is kept', () => {
    const skin = aFinding('weathering', { ...whole });
    expect(blocked({ findings: [skin], keepSkin: ['A'] })).toHaveLength(1);
    expect(blocked({ findings: [skin], keepSkin: ['A'] }, 'character')).toEqual([]);
    expect(thicknessOf({ findings: [skin], keepSkin: ['A'] })).toBe(24.5);
    expect(thicknessOf({ findings: [skin] }, 'weathered')).toBe(24.5);
  });

  it('take a shallow stain of the same face with them', () => {
    const stain = aFinding('stain', { depth: 1.2 });
    expect(blocked({ findings: [stain] })).toHaveLength(1);
    expect(blocked({ findings: [stain, aFinding('weathering', { id: 'w', ...whole })] })).toEqual([]);
    const other = aFinding('weathering', { id: 'w', ...whole, face: 'B' });
    expect(blocked({ findings: [stain, other] })).toHaveLength(1);
  });

  it('on veneer go as far as its sanding budget, and it is not planed', () => {
    const finish = aFinding('old-finish', { ...whole });
    expect(blocked({ findings: [finish], veneerMm: 0.6 })).toEqual([]);
    expect(blocked({ findings: [finish], veneerMm: 0.4 })).toHaveLength(1);
    expect(thicknessOf({ findings: [finish], veneerMm: 0.6 })).toBe(25);
  });
});

describe('veneered work', () => {
  it('is cut in lengths of its whole width only, and offered as nothing narrower', () => {
    const hole = aFinding('hole', { x: 480, y: 70, face: 'through' });
    const solid = estimateYield(aPiece({ findings: [hole] }), 'clear', DEFAULT_HABITS);
    const veneered = estimateYield(aPiece({ findings: [hole], veneerMm: 0.6 }), 'clear', DEFAULT_HABITS);
    const widths = (given: typeof solid): number[] => [
      ...new Set([...given.ripFirst.cuttings, ...given.crosscutFirst.cuttings].map(({ width }) => width)),
    ];
    expect(widths(veneered)).toEqual([100]);
    expect(solid.areaMm2).toBeGreaterThan(veneered.areaMm2);
  });
});

describe('punched metal', () => {
  const punched = (depth: number | undefined, more = {}) =>
    aFinding('metal', { fix: 'punched', fate: 'keep', ...(depth === undefined ? {} : { depth }), ...more });
  it('may stay by the maker’s word where planing leaves it 3 mm deep', () => {
    expect(blocked({ findings: [punched(4)] }, 'character')).toEqual([]);
    expect(blocked({ findings: [punched(3.4)] }, 'character')).toHaveLength(1);
    expect(blocked({ findings: [punched(undefined)] }, 'hidden')).toHaveLength(1);
    expect(
      blocked({ findings: [punched(4), aFinding('weathering', { id: 'w', ...whole })] }, 'hidden'),
    ).toHaveLength(1);
    expect(blocked({ findings: [punched(4)], warp: { cup: 2 } }, 'hidden')).toHaveLength(1);
    expect(blocked({ findings: [punched(6)], warp: { cup: 2 } }, 'hidden')).toEqual([]);
  });

  it('is cut out where nobody has said so, and of clear and structural wood always', () => {
    const { fate: _, ...undecided } = punched(9);
    expect(blocked({ findings: [undecided] }, 'character')).toHaveLength(1);
    expect(blocked({ findings: [punched(9)] }, 'clear')).toHaveLength(1);
    expect(blocked({ findings: [punched(9)] }, 'structural')).toHaveLength(1);
  });
});

describe('ends', () => {
  it.each([
    ['usual ones', {}, { near: 25, far: 25 }],
    ['rough ones', { roughEnds: ['far'] }, { near: 25, far: 60 }],
    ['of a board that stood outdoors', { findings: [aFinding('weathering')] }, { near: 60, far: 60 }],
    ['that crumble', { findings: [aFinding('crumble', { face: 'through', x: 0 })] }, { near: 60, far: 25 }],
    [
      'one sound after a slice, one that broke',
      { ends: { near: { trimMm: 15, sound: true }, far: { trimMm: 30, sound: false } } },
      { near: 15, far: 55 },
    ],
  ] as const)('%s', (_, more, trimmed) => {
    expect(endTrims(aPiece(more), DEFAULT_HABITS)).toEqual(trimmed);
  });

  it('follow the shop’s grade limits as everything else does', () => {
    const hole = aFinding('hole', { face: 'through', length: 18, width: 18 });
    const fine = { ...trims, limits: { ...DEFAULT_GRADE_LIMITS, characterHoleMm: 20 } };
    expect(blockedForGrade(aPiece({ findings: [hole] }), 'character', trims)).toHaveLength(1);
    expect(blockedForGrade(aPiece({ findings: [hole] }), 'character', fine)).toEqual([]);
  });
});
