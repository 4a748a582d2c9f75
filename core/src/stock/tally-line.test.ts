import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SPECIES } from '../timber/species.ts';
import { FINDING_FACES, FINDING_KINDS, keepOnPiece } from './finding.ts';
import { HAZARD_KINDS } from './hazard-kind.ts';
import { printTallyLine, readTallyLine } from './tally-line.ts';

const piece = (line: string, unit: 'mm' | 'inch' = 'mm') => readTallyLine(line, unit).piece;

describe('readTallyLine', () => {
  it('reads a batch as it is called out', () => {
    const got = readTallyLine('6 slat 1195 x 98 x 18 spruce, bay 2, from pallets', 'mm');
    expect(got.faults).toEqual([]);
    expect(got.count).toBe(6);
    expect(got.piece).toEqual({
      name: 'slat',
      length: 1195,
      width: 98,
      thickness: 18,
      species: 'norway-spruce',
      speciesSure: 'sure',
      place: 'bay 2',
      find: 'pallets',
      findings: [],
    });
    expect(got.chips.map((chip) => chip.kind)).toEqual(['count', 'name', 'size', 'species', 'place', 'find']);
  });

  it.each<[string, number[]]>([
    ['1195×98×18', [1195, 98, 18]],
    ['pew seat 2.61m by 330 x 30', [2610, 330, 30]],
    ['post 8\' x 5 1/2" x 5 1/2"', [2438.4, 139.7, 139.7]],
    ['5\' 3 1/4" x 3½" x 5/4 oak', [1606.55, 88.9, 31.75]],
    ['rail 2,400 x 90 x 20', [2400, 90, 20]],
    ['leg 710 x 64 x 64 mahogany', [710, 64, 64]],
    ['leg 71cm x 64mm x 64 maple', [710, 64, 64]],
    ['2 x 1200 x 90 x 20', [1200, 90, 20]],
  ])('reads the sizes of %s', (line, sizes) => {
    const got = piece(line);
    expect([got?.length, got?.width, got?.thickness].map((mm) => Math.round((mm ?? 0) * 100) / 100)).toEqual(
      sizes,
    );
  });

  it('reads a taper, a guess, and the unit of bare figures', () => {
    expect(piece('stave 880 x 92>78 x 26 oak?')).toMatchObject({
      width: 92,
      widthFar: 78,
      species: 'european-oak',
      speciesSure: 'guess',
    });
    expect(piece('board 47 x 4 x 3/4', 'inch')).toMatchObject({
      length: 1193.8,
      width: 101.6,
      thickness: 19.05,
    });
  });

  it.each([
    ['6 slat 1195 x 98 x 18 sprice', 'sprice', 'spruce'],
    ['slat 1195 x 98', '', 'thickness'],
    ['slat', '', 'sizes are missing'],
    ['slat 0 x 98 x 18', '0', 'above zero'],
    ['slat 1195 x 98 x 18 pine, blue', 'blue', 'say “at'],
    ['900 slat 1195 x 98 x 18 pine', '900', 'count from 1'],
    ['slat 1195 m x 98 x 18', '1195 m', '20 m'],
  ])('marks what is wrong in %j where it stands', (line, marked, reason) => {
    const fault = readTallyLine(line, 'mm').faults[0];
    expect(fault?.message).toContain(reason);
    expect(line.slice(fault?.start, fault?.end)).toBe(marked);
  });

  it('reads on when half of the line is typed, without throwing', () => {
    const line = '6 slat 1195 × 98>80 × 18 spruce?, bay 2, from “old, worn” pallets';
    for (let end = 0; end <= line.length; end++) {
      expect(() => readTallyLine(line.slice(0, end), 'inch')).not.toThrow();
    }
  });

  it('never throws and always points inside the text', () => {
    fc.assert(
      fc.property(fc.string(), (line) => {
        for (const { start, end } of readTallyLine(line, 'mm').faults) {
          expect(start).toBeGreaterThanOrEqual(0);
          expect(end).toBeGreaterThanOrEqual(start);
          expect(end).toBeLessThanOrEqual(line.length);
        }
      }),
    );
  });
});

describe('clauses', () => {
  const read = (clause: string, unit: 'mm' | 'inch' = 'mm') =>
    readTallyLine(`slat 1195 x 98 x 18 spruce, ${clause}`, unit);

  it.each<[string, object]>([
    ['mc 14', { moisturePct: 14 }],
    ['14.5 %', { moisturePct: 14.5 }],
    ['cup -3, bow 4, twist 5', { warp: { cup: -3, bow: 4, twist: 5 } }],
    ['crook 1/8"', { warp: { crook: 3.175 } }],
    ['hazard maybe lead, hazard mould', { hazards: ['maybe-lead', 'mould'] }],
    ['hazard none', { hazards: [] }],
    ['since 2026-03-01', { since: '2026-03-01' }],
    ['at "north wall, top"', { place: 'north wall, top' }],
    ['from "7"" boards"', { find: '7" boards' }],
  ])('%s', (clause, says) => {
    const got = read(clause);
    expect(got.faults).toEqual([]);
    expect(got.piece).toMatchObject(says);
  });

  it.each<[string, object[]]>([
    ['knot @600', [{ kind: 'knot', face: 'through', x: 600, y: 36.5, length: 30, width: 25 }]],
    [
      'nails on B @46:20 @46:70',
      [
        { kind: 'metal', face: 'B', x: 46, y: 20 },
        { x: 46, y: 70 },
      ],
    ],
    ['rot @0:0 size 310x98 deep 12', [{ kind: 'rot', x: 0, y: 0, length: 310, width: 98, depth: 12 }]],
    ['stain on A @10:5 note "blue-black, a nail near"', [{ kind: 'stain', note: 'blue-black, a nail near' }]],
    ['end checks @1180:4', [{ kind: 'check', x: 1115, y: 4, length: 80 }]],
    ['woodworm @2\' 3 1/2":1"', [{ kind: 'insect', x: 698.5, y: 25.4 }]],
  ])('findings: %s', (clause, findings) => {
    const got = read(clause);
    expect(got.faults).toEqual([]);
    expect(got.piece?.findings).toMatchObject(findings);
  });

  it.each([
    ['moss @600', 'moss'],
    ['knot @1300', 'lies off the piece'],
    ['knot @600 size 34', 'length × width'],
    ['knot @here', 'is not a length'],
    ['mc 900', 'from 0 to 250'],
    ['hazard ghosts', 'no hazard is called'],
    ['since 2026-02-30', 'is not a day'],
    ['twist -4', 'has no sign'],
    ['cup 900', 'a slip'],
  ])('says what is wrong with %s, where it stands', (clause, reason) => {
    const { faults } = read(clause);
    expect(faults).toHaveLength(1);
    expect(faults[0]?.message).toContain(reason);
    expect(faults[0]?.start).toBe('slat 1195 x 98 x 18 spruce, '.length);
  });

  it('wants sizes before findings', () => {
    expect(readTallyLine('slat 1195 x 98, knot @600', 'mm').faults).toHaveLength(2);
  });
});

/** Any piece there can be: its words are any words, its sizes any sizes. */
const words = fc.string({ unit: 'grapheme', maxLength: 24 }).map((text) =>
  // eslint-disable-next-line no-control-regex -- the document holds no control characters
  text.replace(/[\u0000-\u001f\uE000]/g, '').trim(),
);
const called = fc.oneof(
  fc.constantFrom('', 'slat', 'pew seat', '2 by 4', 'leaf, veneered?', '"x"', 'by', '7'),
  words,
);
const micro = (most: number, least = 1e-3) =>
  fc.double({ min: least, max: most, noNaN: true }).map((mm) => Math.round(mm * 1e6) / 1e6 || 0);
const anyPiece = fc
  .record(
    {
      name: called,
      length: micro(9000),
      width: micro(900),
      widthFar: micro(900),
      thickness: micro(300),
      species: fc.constantFrom('unknown', ...SPECIES.map((kind) => kind.id)),
      speciesSure: fc.constantFrom('sure' as const, 'guess' as const),
      place: called,
      find: called,
      since: fc.constantFrom('2026-03-01', '2024-02-29'),
      moisturePct: micro(200),
      warp: fc.record({ cup: micro(60, -60), bow: micro(60, -60), crook: micro(40), twist: micro(40) }),
      hazards: fc.subarray([...HAZARD_KINDS]),
      tag: called.filter((tag) => tag !== ''),
    },
    {
      requiredKeys: [
        'name',
        'length',
        'width',
        'thickness',
        'species',
        'speciesSure',
        'place',
        'find',
        'tag',
      ],
    },
  )
  .chain((piece) =>
    fc
      .array(
        fc.record(
          {
            kind: fc.constantFrom(...FINDING_KINDS),
            face: fc.constantFrom(...FINDING_FACES),
            x: micro(9000),
            y: micro(900),
            length: micro(900),
            width: micro(90),
            depth: micro(40),
            note: called.filter((note) => note !== ''),
          },
          { requiredKeys: ['kind', 'face', 'x', 'y', 'length', 'width'] },
        ),
        { maxLength: 5 },
      )
      .map((findings) => ({
        ...piece,
        // What lies on a piece, as everything stored does.
        findings: findings.map((finding) =>
          keepOnPiece(finding, Math.max(2, piece.length), Math.max(2, piece.width, piece.widthFar ?? 0)),
        ),
        length: Math.max(2, piece.length),
        width: Math.max(2, piece.width),
      })),
  );

it.each(['mm', 'inch'] as const)('prints any piece, in %s, as a line that reads back the same', (unit) => {
  fc.assert(
    fc.property(anyPiece, ({ tag, ...piece }) => {
      const read = readTallyLine(printTallyLine({ ...piece, tag }, unit), unit);
      expect(read.faults).toEqual([]);
      expect(read.count).toBe(1);
      expect(read.tag).toBe(tag);
      expect(read.piece).toEqual(piece);
    }),
    { numRuns: Number(process.env['RUNS'] ?? 300) },
  );
});
