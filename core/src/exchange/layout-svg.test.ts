import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { DEFAULT_ALLOWANCES, type Part, type PlannedCut } from '../project/project.ts';
import { layoutLines, svgOf, templateLines } from './layout-svg.ts';

const piece = aPiece({ id: 'a', tag: 'B-01', length: 1000, width: 120 });
const cut: PlannedCut = { pieceId: 'a', partId: 'rail', unit: 0, x: 10, y: 5, length: 400, width: 60 };
const labels = new Map([['rail', 'A']]);

describe('a cut layout', () => {
  it('has the board, its parts by their letters and the offcuts, each closed and in place', () => {
    const lines = layoutLines(piece, [cut, { ...cut, partId: 'offcut', x: 413 }], labels);
    expect(lines.map(({ layer, label }) => [layer, label])).toEqual([
      ['board', 'B-01'],
      ['part', 'A'],
      ['offcut', 'offcut'],
    ]);
    expect(lines[1]?.points).toEqual([
      { x: 10, y: 5 },
      { x: 410, y: 5 },
      { x: 410, y: 65 },
      { x: 10, y: 65 },
    ]);
  });

  it('follows a tapered board', () => {
    const taper = aPiece({ length: 1000, width: 120, widthFar: 80 });
    const [outline] = layoutLines(taper, [], labels);
    const height = (x: number): number => {
      const ys = (outline?.points ?? []).filter((point) => Math.abs(point.x - x) < 1e-6).map(({ y }) => y);
      return Math.max(...ys) - Math.min(...ys);
    };
    expect([height(0), height(1000)]).toEqual([120, 80]);
  });

  it('is a drawing in millimetres, one to one, that holds all of it', () => {
    const svg = svgOf(layoutLines(piece, [cut], labels));
    expect(svg).toMatch(/^<svg [^>]*width="1002mm" height="122mm" viewBox="-1 -1 1002 122">/);
    expect(svg.match(/<polygon /g)).toHaveLength(2);
    expect(svg).toContain('points="10,5 410,5 410,65 10,65"');
  });

  it('writes names so that no reader stumbles over them', () => {
    const svg = svgOf(layoutLines({ ...piece, tag: 'A<B & C' }, [], labels));
    expect(svg).toContain('A&lt;B &amp; C');
    expect(svg).not.toContain('A<B');
  });
});

describe('a template', () => {
  const part: Part = {
    id: 'top',
    name: 'tray',
    qty: 1,
    length: 400,
    width: 300,
    thickness: 15,
    grade: 'clear',
    species: 'any',
    allowances: DEFAULT_ALLOWANCES,
  };
  const points = (shape?: Part['shape']) => templateLines(shape ? { ...part, shape } : part)[0]?.points ?? [];

  it('of a round part keeps to its oval, at the finished size', () => {
    for (const { x, y } of points({ kind: 'round' }))
      expect(((x - 200) / 200) ** 2 + ((y - 150) / 150) ** 2).toBeCloseTo(1, 9);
  });

  it('of a tapered part is narrower at its far end', () => {
    expect(points({ kind: 'taper', farWidthMm: 200 })).toEqual([
      { x: 0, y: 0 },
      { x: 400, y: 50 },
      { x: 400, y: 250 },
      { x: 0, y: 300 },
    ]);
  });

  it('of a plain part is its rectangle', () => {
    expect(points()).toHaveLength(4);
  });
});
