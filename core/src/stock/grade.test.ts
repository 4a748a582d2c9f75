import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import {
  FINDING_KINDS,
  findingKindByKey,
  findingKindFacts,
  keepOnPiece,
  type Fate,
  type FindingKind,
} from './finding.ts';
import { blockedRects, fatesOf, GRADES, isInTheWay, verdictOn, type Grade } from './grade.ts';

const piece = aPiece();
const through = (kind: Parameters<typeof aFinding>[0]) => aFinding(kind, { face: 'through' });

describe('grades', () => {
  it.each<[Grade, string[]]>([
    ['clear', []],
    ['character', ['nail-hole', 'knot', 'insect', 'stain', 'wear', 'old-finish', 'weathering', 'tool-marks']],
    [
      'weathered',
      [
        'nail-hole',
        'knot',
        'loose-knot',
        'insect',
        'stain',
        'mould',
        'check',
        'wane',
        'groove',
        'wear',
        'burn',
        'old-finish',
        'weathering',
        'tool-marks',
      ],
    ],
    [
      'hidden',
      [
        'nail-hole',
        'knot',
        'loose-knot',
        'insect',
        'stain',
        'mould',
        'wane',
        'hole',
        'groove',
        'tongue',
        'wear',
        'burn',
        'old-finish',
        'weathering',
        'tool-marks',
      ],
    ],
    ['structural', ['stain', 'wear', 'old-finish', 'weathering', 'tool-marks']],
  ])('%s keeps %j of what goes through a piece', (grade, kept) => {
    const large = { length: 60, width: 30 };
    const keeps = FINDING_KINDS.filter((kind) => {
      const finding = { ...through(kind), ...(kind === 'groove' && grade !== 'character' ? {} : large) };
      return verdictOn(grade, finding, piece) === 'keep';
    });
    expect(keeps).toEqual(kept);
  });

  it('never pass metal, rot or live insects', () => {
    for (const grade of GRADES) {
      for (const kind of ['metal', 'rot', 'live-insect'] as const) {
        expect(isInTheWay(grade, aFinding(kind), piece, 'B')).toBe(true);
      }
    }
  });

  it('let small holes and grooves stay in character wood', () => {
    expect(isInTheWay('character', through('hole'), piece, 'A')).toBe(true);
    expect(isInTheWay('character', aFinding('hole', { length: 8, width: 8 }), piece, 'A')).toBe(false);
    expect(isInTheWay('character', aFinding('groove', { length: 900, width: 7 }), piece, 'A')).toBe(false);
  });

  it('look at the show face only where one face is to be clear', () => {
    const stain = aFinding('stain', { face: 'B' });
    expect(isInTheWay('one-face', stain, piece, 'A')).toBe(false);
    expect(isInTheWay('one-face', stain, piece, 'B')).toBe(true);
    expect(isInTheWay('one-face', aFinding('split', { face: 'B' }), piece, 'A')).toBe(true);
    expect(isInTheWay('one-face', through('knot'), piece, 'B')).toBe(true);
  });

  it('keep small sound knots away from the edges of structural wood', () => {
    const knot = aFinding('knot', { y: 40, length: 18, width: 18 });
    expect(isInTheWay('structural', knot, piece, 'A')).toBe(false);
    expect(isInTheWay('structural', { ...knot, y: 5 }, piece, 'A')).toBe(true);
    expect(isInTheWay('structural', { ...knot, length: 30 }, piece, 'A')).toBe(true);
  });

  it('grow no stricter from clear to character to hidden for anything but open cracks', () => {
    for (const kind of FINDING_KINDS) {
      const finding = through(kind);
      if (isInTheWay('character', finding, piece, 'A'))
        expect(isInTheWay('clear', finding, piece, 'A')).toBe(true);
      if (isInTheWay('hidden', finding, piece, 'A'))
        expect(isInTheWay('character', finding, piece, 'A')).toBe(true);
    }
  });
});

describe('blockedRects', () => {
  it('clips findings to the piece and leaves out what the grade keeps', () => {
    const findings = [aFinding('rot', { x: 950, y: -10, length: 200, width: 50 }), aFinding('stain')];
    expect(blockedRects({ ...piece, findings }, 'character')).toEqual([
      { x: 950, y: 0, length: 50, width: 40 },
    ]);
  });

  it('takes a taper as steps outside which all wood is there', () => {
    const steps = blockedRects({ ...piece, width: 100, widthFar: 60 }, 'clear');
    expect(steps).toHaveLength(8);
    for (const step of steps) {
      const widthAtFarEnd = 100 - 40 * ((step.x + step.length) / 1000);
      expect(step.y).toBeLessThanOrEqual(widthAtFarEnd + 1e-9);
      expect(step.y + step.width).toBe(100);
    }
    expect(blockedRects({ ...piece, width: 60, widthFar: 100 }, 'clear').every((step) => step.y >= 60)).toBe(
      true,
    );
  });
});

describe('fates', () => {
  const grades = ['clear', 'one-face', 'character', 'hidden', 'structural'] as const;
  const verdicts = (fate: Fate, kind: FindingKind) =>
    grades.map((grade) => verdictOn(grade, aFinding(kind, { fate }), piece));

  it('decide where the maker wants to, within what a grade can bear', () => {
    expect(verdicts('cut', 'knot')).toEqual(['cut', 'cut', 'cut', 'cut', 'cut']);
    expect(verdicts('keep', 'split')).toEqual(['keep', 'keep', 'keep', 'keep', 'cut']);
    expect(verdicts('fill', 'split')).toEqual(['cut', 'back', 'keep', 'keep', 'cut']);
    expect(verdicts('stabilise', 'loose-knot')).toEqual(['cut', 'back', 'keep', 'keep', 'cut']);
    expect(verdicts('stabilise', 'rot')).toEqual(['cut', 'back', 'keep', 'keep', 'cut']);
  });

  it('never leave metal, live insects or soft rot in', () => {
    for (const kind of ['metal', 'live-insect', 'rot'] as const) {
      for (const fate of ['keep', 'fill'] as const) expect(verdicts(fate, kind)).not.toContain('keep');
    }
    expect(fatesOf({ kind: 'metal' })).toEqual(['cut']);
    expect(fatesOf({ kind: 'metal', fix: 'pulled' })).toContain('fill');
    expect(fatesOf({ kind: 'rot' })).toEqual(['cut', 'stabilise']);
  });

  it('take pulled metal for the hole it leaves, and punched metal for metal', () => {
    expect(verdictOn('character', aFinding('metal', { fix: 'pulled' }), piece)).toBe('keep');
    expect(verdictOn('character', aFinding('metal', { fix: 'punched' }), piece)).toBe('cut');
  });
});

it('what shows on an edge is no back, and half of a joint comes off', () => {
  const tongue = aFinding('tongue', { face: 'lower' });
  expect(isInTheWay('one-face', aFinding('stain', { face: 'upper' }), piece, 'A')).toBe(true);
  expect(isInTheWay('character', tongue, piece, 'A')).toBe(true);
  expect(isInTheWay('hidden', tongue, piece, 'A')).toBe(false);
  const groove = aFinding('groove', { width: 6 });
  expect(verdictOn('character', groove, piece)).toBe('keep');
  expect(verdictOn('character', { ...groove, face: 'upper' }, piece)).toBe('cut');
});

describe('kinds of finding', () => {
  it('have keys that differ, and none that another screen needs', () => {
    const keys = FINDING_KINDS.map((kind) => findingKindFacts(kind).key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const taken of ['R', 'U', 'Q', 'P']) expect(keys).not.toContain(taken);
    expect(findingKindByKey('k')).toBe('knot');
    expect(findingKindByKey('R')).toBeUndefined();
  });

  it('stay on the piece', () => {
    expect(keepOnPiece(aFinding('rot', { x: -50, y: 95, length: 3000 }), 1000, 100)).toMatchObject({
      x: 0,
      y: 80,
      length: 1000,
      width: 20,
    });
  });
});
