import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { matchColumns, pieceTable, readPieceRows } from './pieces-table.ts';

const none = new Set<string>();

describe('matching columns', () => {
  it('knows the usual headings, and the units in them', () => {
    const columns = matchColumns([
      'No.',
      'What',
      'Length (in)',
      'W',
      'thickness, mm',
      'Wood',
      'Colour',
      'far width',
    ]);
    expect(columns.map(({ field }) => field)).toEqual([
      'tag',
      'name',
      'length',
      'width',
      'thickness',
      'species',
      null,
      'widthFar',
    ]);
    expect(columns.map(({ unit }) => unit)).toEqual([null, null, 'inch', null, 'mm', null, null, null]);
  });

  it('gives a field to the first column that fits', () => {
    expect(matchColumns(['length', 'Length']).map(({ field }) => field)).toEqual(['length', null]);
  });
});

describe('reading rows', () => {
  const columns = matchColumns([
    'tag',
    'count',
    'name',
    'length (cm)',
    'width',
    'thickness',
    'species',
    'findings',
  ]);
  const read = (...rows: string[][]) => readPieceRows(rows, columns, 'mm', new Set(['S-01']));

  it('reads units, counts and findings', () => {
    const got = read(
      ['A-1', '', 'slat', '119.5', '98', '3/4"', 'spruce?', 'knot @600:40 size 34x28'],
      ['', '6', '', '80', '50', '20', '', ''],
    );
    expect(got.faults).toEqual([]);
    expect(got.rows[0]).toMatchObject({
      tag: 'A-1',
      piece: {
        name: 'slat',
        length: 1195,
        width: 98,
        thickness: 19.05,
        species: 'norway-spruce',
        speciesSure: 'guess',
      },
    });
    expect(got.rows[0]?.piece.findings).toMatchObject([
      { kind: 'knot', x: 600, y: 40, length: 34, width: 28 },
    ]);
    expect(got.rows[1]).toMatchObject({ count: 6, tag: null, piece: { length: 800 } });
  });

  it('tells every fault by its row and column', () => {
    const got = read(
      ['S-01', '', 'slat', '119.5', '98', '18', 'spruce', ''],
      ['A-2', '', 'slat', 'long', '98', '', 'sprice', ''],
      ['A-3', '1.5', 'slat', '100', '98', '18', 'oak', 'moss @3'],
      ['A-3', '', 'slat', '100', '98', '18', '', ''],
    );
    expect(got.faults.map(({ row, column }) => [row, column])).toEqual([
      [2, 'tag'],
      [3, 'length (cm)'],
      [3, 'thickness'],
      [3, 'species'],
      [4, 'count'],
      [4, 'findings'],
      [5, 'tag'],
    ]);
    expect(got.faults[3]?.message).toContain('spruce?');
    expect(got.rows).toEqual([]);
  });

  it('wants the three sizes', () => {
    const got = readPieceRows([['1']], matchColumns(['length']), 'mm', none);
    expect(got.faults.map(({ column }) => column)).toEqual(['width', 'thickness']);
  });
});

it.each(['mm', 'inch'] as const)('a table of pieces in %s reads back the same', (unit) => {
  const pieces = [
    aPiece({
      widthFar: 88.9,
      thickness: 19.05,
      find: 'chandler’s, pallets',
      since: '2026-03-01',
      moisturePct: 14.5,
      warp: { cup: -3, twist: 5 },
      hazards: ['maybe-lead', 'mould'],
      findings: [aFinding('rot', { face: 'through', depth: 12, note: 'soft, and "dark"' }), aFinding('knot')],
    }),
    aPiece({ id: 'p2', tag: 'B-02', species: 'unknown', speciesSure: 'guess', hazards: [] }),
  ];
  const [headings = [], ...rows] = pieceTable(pieces, unit);
  const { rows: read, faults } = readPieceRows(rows, matchColumns(headings), 'mm', none);
  expect(faults).toEqual([]);
  read.forEach(({ piece, tag }, i) => {
    const { id: _id, findings, ...rest } = pieces[i] ?? aPiece();
    const bare = findings.map(({ id: _finding, ...finding }) => finding);
    expect({ ...piece, tag }).toEqual({ ...rest, findings: bare });
  });
  expect(read).toHaveLength(2);
});
