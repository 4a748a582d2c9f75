import { describe, expect, it } from 'vitest';
import { aFinding } from '../../test-support/made-up-pieces.ts';
import type { FindingKind } from '../stock/finding.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { cutSheet } from './cut-sheet.ts';
import { cautionsAtCut, setUps } from './set-ups.ts';

const KERF = 3;
const board = { length: 1000, width: 100 };
const sheetOf = (placements: { x: number; y: number; length: number; width: number }[]) => {
  const sheet = cutSheet(board, placements, KERF);
  if (!sheet) throw new Error('it can’t be sawn');
  return sheet.cuts;
};

const plank = (tag: string) => ({ tag, thickness: 25 });
const cut = (kind: 'crosscut' | 'rip', atMm: number) => ({
  number: 1,
  kind,
  workpiece: 'the board',
  atMm,
  blade: 'beyond the line' as const,
  frees: [],
  line: { x1: 0, y1: 0, x2: 0, y2: 0 },
});

describe('set-ups', () => {
  it('gather the cuts of all boards that one stop or one fence serves', () => {
    const two = { x: 0, y: 0, length: 400, width: 60 };
    const sheets = [
      { piece: plank('B-01'), cuts: sheetOf([two, { ...two, x: 403 }]) },
      { piece: plank('B-02'), cuts: sheetOf([two]) },
    ];
    const found = setUps(sheets, DEFAULT_MACHINES);
    // Every cut of every board, once.
    expect(found.flatMap(({ cuts }) => cuts).length).toBe(
      sheets.reduce((sum, { cuts }) => sum + cuts.length, 0),
    );
    const rip = found.find(({ kind, atMm }) => kind === 'rip' && atMm === 60);
    expect(new Set(rip?.cuts.map(({ tag }) => tag))).toEqual(new Set(['B-01', 'B-02']));
    // What serves most cuts first.
    const many = found.map(({ cuts }) => cuts.length);
    expect(many).toEqual([...many].sort((a, b) => b - a));
  });

  it('keep a crosscut and a rip at the same figure apart, and figures that differ by more than a saw can be set to', () => {
    const found = setUps(
      [
        {
          piece: plank('a'),
          cuts: [cut('crosscut', 60), cut('rip', 60), cut('rip', 60.3), cut('rip', 60.04)],
        },
      ],
      DEFAULT_MACHINES,
    );
    expect(found.map(({ kind, atMm, cuts }) => [kind, atMm, cuts.length])).toEqual([
      ['rip', 60, 2],
      ['crosscut', 60, 1],
      ['rip', 60.3, 1],
    ]);
  });

  it('set a deep cut twice: all at their first side with what goes through, then all turned over', () => {
    const machines = { ...DEFAULT_MACHINES, bandsawHeightMm: null };
    const found = setUps(
      [
        { piece: { tag: 'post', thickness: 120 }, cuts: [cut('rip', 60)] },
        { piece: plank('b'), cuts: [cut('rip', 60)] },
      ],
      machines,
    );
    expect(found.map(({ machine, side, cuts }) => [machine, side, cuts.map(({ tag }) => tag)])).toEqual([
      ['table-saw', undefined, ['post', 'b']],
      ['table-saw', 'turned', ['post']],
    ]);
  });

  it('of no cuts are none', () => {
    expect(setUps([], DEFAULT_MACHINES)).toEqual([]);
  });
});

describe('cautions at a cut', () => {
  /** A crosscut at 500 over the whole width. */
  const cut = {
    number: 1,
    kind: 'crosscut' as const,
    workpiece: 'the board',
    atMm: 500,
    blade: 'beyond the line' as const,
    frees: [],
    line: { x1: 500, y1: 0, x2: 500, y2: 100 },
  };
  const at = (kind: FindingKind, x: number, more = {}) =>
    cautionsAtCut({ findings: [aFinding(kind, { x, y: 40, length: 10, width: 10, ...more })] }, cut);

  it.each([
    ['metal', 495, 'metal in the line'],
    ['metal', 520, 'metal 20 mm from the line'],
    ['metal', 465, 'metal 25 mm from the line'],
    ['loose-knot', 497, 'loose knot in the line'],
    ['split', 503, 'split in the line'],
  ] as const)('%s at %i: %s', (kind, x, words) => {
    expect(at(kind, x).join()).toContain(words);
  });

  it.each([
    ['metal', 530],
    ['loose-knot', 510],
    ['split', 480],
    ['knot', 495],
    ['stain', 495],
  ] as const)('none for %s at %i', (kind, x) => {
    expect(at(kind, x)).toEqual([]);
  });

  it('none for a nail that has been pulled', () => {
    expect(at('metal', 495, { fix: 'pulled' })).toEqual([]);
  });

  it('measure along the cut as well: a rip that ends before the nail passes it by', () => {
    const rip = { ...cut, kind: 'rip' as const, line: { x1: 0, y1: 45, x2: 300, y2: 45 } };
    const nail = aFinding('metal', { x: 340, y: 40, length: 10, width: 10 });
    expect(cautionsAtCut({ findings: [nail] }, rip)).toEqual([]);
    expect(cautionsAtCut({ findings: [{ ...nail, x: 310 }] }, rip)).toHaveLength(1);
  });
});
