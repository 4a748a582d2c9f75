import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { cutFrom } from './cut-from.ts';
import { FINDING_FACES, FINDING_KINDS, keepOnPiece, type Finding } from './finding.ts';
import { pieceVolumeM3, type Piece } from './piece.ts';

const whole = (more: Partial<Piece> = {}): Piece =>
  aPiece({ length: 1000, width: 200, thickness: 30, ...more });

describe('wood cut from a piece', () => {
  it('takes along what lies in it, clipped and shifted', () => {
    const findings = [
      aFinding('knot', { id: 'in', x: 300, y: 50, length: 30, width: 25 }),
      aFinding('split', { id: 'half', x: 150, y: 60, length: 100, width: 4 }),
      aFinding('rot', { id: 'out', x: 800, y: 0, length: 150, width: 60 }),
    ];
    const cut = cutFrom(whole({ findings }), { x: 200, y: 40, length: 400, width: 100 });
    expect(cut.findings.map(({ id, x, y, length }) => [id, x, y, length])).toEqual([
      ['in', 100, 10, 30],
      ['half', 0, 20, 50],
    ]);
  });

  it('keeps what shows on an edge or an end only where that edge or end is', () => {
    const findings = [
      aFinding('wane', { id: 'u', face: 'upper', x: 0, y: 0, length: 1000, width: 15 }),
      aFinding('tongue', { id: 'l', face: 'lower', x: 0, y: 193, length: 1000, width: 7 }),
      aFinding('check', { id: 'n', face: 'near', x: 0, y: 90, length: 60, width: 4 }),
    ];
    const upperNear = cutFrom(whole({ findings }), { x: 0, y: 0, length: 300, width: 120 });
    expect(upperNear.findings.map(({ id }) => id)).toEqual(['u', 'n']);
    const middle = cutFrom(whole({ findings }), { x: 5, y: 5, length: 300, width: 190 });
    expect(middle.findings).toEqual([]);
  });

  it('is less warped, keeps its ends where they are, and has to be scanned again after planing', () => {
    const piece = whole({
      warp: { cup: 4, bow: 10, twist: 6 },
      ends: { near: { trimMm: 30, sound: true } },
      roughEnds: ['near', 'far'],
      sapwood: 'both',
      scans: { found: '2026-01-01', planed: '2026-01-02' },
      reservedFor: 'q',
    });
    const cut = cutFrom(piece, { x: 500, y: 0, length: 500, width: 100 });
    expect(cut.warp).toEqual({ cup: 1, bow: 2.5, twist: 1.5 });
    expect(cut.ends).toBeUndefined();
    expect(cut.roughEnds).toEqual(['far']);
    expect(cut.sapwood).toBe('upper');
    expect(cut.scans).toEqual({ found: '2026-01-01' });
    expect('reservedFor' in cut || 'tag' in cut).toBe(false);
  });

  const finding = fc
    .record({
      kind: fc.constantFrom(...FINDING_KINDS),
      face: fc.constantFrom(...FINDING_FACES),
      x: fc.integer({ min: 0, max: 990 }),
      y: fc.integer({ min: 0, max: 190 }),
      length: fc.integer({ min: 1, max: 400 }),
      width: fc.integer({ min: 1, max: 120 }),
    })
    .map((one): Finding => keepOnPiece({ ...one, id: `${one.kind} ${one.x} ${one.y}` }, 1000, 200));
  /** A rectangle in a board so large. */
  const within = (length: number, width: number) =>
    fc
      .tuple(fc.nat(1000), fc.nat(1000), fc.integer({ min: 1, max: 1000 }), fc.integer({ min: 1, max: 1000 }))
      .map(([x, y, l, w]) => {
        const at = { x: Math.floor((x / 1001) * (length - 1)), y: Math.floor((y / 1001) * (width - 1)) };
        return {
          ...at,
          length: Math.max(1, Math.round((l / 1000) * (length - at.x))),
          width: Math.max(1, Math.round((w / 1000) * (width - at.y))),
        };
      });

  it('cut twice is as if cut once: what is found depends on where the wood lay alone', () => {
    fc.assert(
      fc.property(
        fc.array(finding, { maxLength: 8 }),
        within(1000, 200).chain((first) => fc.tuple(fc.constant(first), within(first.length, first.width))),
        (findings, [first, second]) => {
          const piece = whole({ findings, warp: { cup: 3, bow: 5, crook: 2, twist: 4 }, sapwood: 'both' });
          const twice = cutFrom(cutFrom(piece, first), second);
          const once = cutFrom(piece, { ...second, x: first.x + second.x, y: first.y + second.y });
          expect(twice.findings).toEqual(once.findings);
          expect(twice.sapwood).toBe(once.sapwood);
          for (const kind of ['cup', 'bow', 'crook', 'twist'] as const)
            expect(twice.warp?.[kind] ?? 0).toBeCloseTo(once.warp?.[kind] ?? 0, 9);
        },
      ),
      { numRuns: 600 },
    );
  });

  it('is as much wood as its sizes say', () => {
    const cut = { ...cutFrom(whole(), { x: 100, y: 20, length: 400, width: 50 }), id: 'x', tag: 'x' };
    expect(pieceVolumeM3(cut)).toBeCloseTo((400 * 50 * 30) / 1e9, 12);
  });
});
