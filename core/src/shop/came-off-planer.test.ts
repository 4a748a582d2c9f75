import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { cautionsFor } from '../hazards/cautions.ts';
import { clearanceOf } from '../hazards/clearance.ts';
import { cameOffPlaner } from './came-off-planer.ts';

const planed = { length: 1000, width: 100, thickness: 22 };
const only = (more: Parameters<typeof aPiece>[0], size = planed) =>
  cameOffPlaner(aPiece(more), size, true, '2026-03-01');

describe('what came off the planer', () => {
  it('still has its metal, and every finding that planing has not taken off', () => {
    const findings = [
      aFinding('metal', { id: 'in' }),
      aFinding('metal', { id: 'punched', fix: 'punched', depth: 6 }),
      aFinding('old-finish', { id: 'finish' }),
      aFinding('stain', { id: 'shallow', depth: 1 }),
      aFinding('stain', { id: 'deep', depth: 4 }),
      aFinding('stain', { id: 'unmeasured' }),
      aFinding('knot', { id: 'knot', face: 'through' }),
    ];
    const left = only({ findings });
    expect(left.findings.map(({ id }) => id)).toEqual(['in', 'punched', 'deep', 'unmeasured', 'knot']);
    // Three millimetres in all, half of them from its face.
    expect(left.findings.find(({ id }) => id === 'punched')?.depth).toBe(4.5);
    expect(left.findings.find(({ id }) => id === 'deep')?.depth).toBe(2.5);
    expect(cautionsFor({ ...left, id: 'x', tag: 'x' })[0]?.id).toBe('metal');
  });

  it('takes all from the face that was planed where the other keeps its skin', () => {
    const mark = aFinding('stain', { depth: 2.6 });
    expect(only({ findings: [mark] }).findings).toHaveLength(1);
    expect(only({ findings: [mark], keepSkin: ['B'] }).findings).toHaveLength(0);
    expect(only({ findings: [{ ...mark, depth: 0.2 }], keepSkin: ['A'] }).findings).toHaveLength(1);
  });

  it('shifts and clips what is found to the new size, and keeps metal at its rim', () => {
    const left = only(
      {
        findings: [
          aFinding('knot', { id: 'a', x: 300, y: 40 }),
          aFinding('knot', { id: 'gone', x: 2, y: 40, length: 10, face: 'through' }),
          aFinding('metal', { id: 'nail', x: 2, y: 40, length: 10, face: 'through' }),
        ],
      },
      { length: 900, width: 80, thickness: 22 },
    );
    expect(left.findings.map(({ id }) => id)).toEqual(['a', 'nail']);
    expect(left.findings[0]).toMatchObject({ x: 275, y: 30 });
    expect(left.findings[1]).toMatchObject({ x: 0 });
  });

  it('keeps a finding on each of several, since it may lie in any', () => {
    const piece = aPiece({ findings: [aFinding('metal', { x: 900 })] });
    const half = cameOffPlaner(piece, { length: 450, width: 100, thickness: 22 }, false, '2026-03-01');
    expect(half.findings).toHaveLength(1);
    expect(half.findings[0]?.note).toContain('place is not known');
    expect((half.findings[0]?.x ?? 0) + (half.findings[0]?.length ?? 0)).toBeLessThanOrEqual(450);
  });

  it('has to be scanned again, and is not known to be clear where it never was', () => {
    expect(clearanceOf(only({ scans: { found: '2026-02-01', planed: '2026-02-02' } }))).toBe('scanned');
    expect(clearanceOf(only({}))).toBe('unknown');
  });
});
