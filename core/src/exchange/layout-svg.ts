/** Cut layouts and templates as SVG at 1 : 1, in mm: what a plotter or a printer lays on the wood. */
import { partOutline } from '../project/part-outline.ts';
import type { Part, PlannedCut } from '../project/project.ts';
import { outlineOf, type Piece } from '../stock/piece.ts';

/** A line of a drawing, mm; closed where it comes back to its beginning. */
export interface DrawnLine {
  readonly layer: 'board' | 'part' | 'offcut';
  readonly points: readonly { readonly x: number; readonly y: number }[];
  readonly label: string;
}

const rectangle = (x: number, y: number, length: number, width: number): DrawnLine['points'] => [
  { x, y },
  { x: x + length, y },
  { x: x + length, y: y + width },
  { x, y: y + width },
];

/** The board's outline and what a plan cuts from it, y downward as drawn on face A. */
export function layoutLines(
  piece: Piece,
  cuts: readonly PlannedCut[],
  labels: ReadonlyMap<string, string>,
): DrawnLine[] {
  const { upper, lower } = outlineOf(piece);
  return [
    { layer: 'board', label: piece.tag, points: [...upper, ...[...lower].reverse()] },
    ...cuts.map((cut): DrawnLine => ({
      layer: cut.partId === 'offcut' ? 'offcut' : 'part',
      label: cut.partId === 'offcut' ? 'offcut' : (labels.get(cut.partId) ?? ''),
      points: rectangle(cut.x, cut.y, cut.length, cut.width),
    })),
  ];
}

/** The finished outline of a part, for a template. */
export const templateLines = (part: Part): DrawnLine[] => [
  { layer: 'part', label: part.name, points: partOutline(part) },
];

const STROKES = { board: '#000000', part: '#1b55b0', offcut: '#777777' } as const;

/** An SVG document whose unit is the millimetre. */
export function svgOf(lines: readonly DrawnLine[]): string {
  const xs = lines.flatMap(({ points }) => points.map(({ x }) => x));
  const ys = lines.flatMap(({ points }) => points.map(({ y }) => y));
  const [width, height] = [Math.max(...xs, 1) + 2, Math.max(...ys, 1) + 2].map(round) as [number, number];
  const body = lines.map(({ layer, points, label }) => {
    const path = points.map(({ x, y }) => `${round(x)},${round(y)}`).join(' ');
    const [x, y] = [points[0]?.x ?? 0, points[0]?.y ?? 0];
    return `<polygon points="${path}" fill="none" stroke="${STROKES[layer]}" stroke-width="0.4"${layer === 'offcut' ? ' stroke-dasharray="6 4"' : ''}/><text x="${round(x + 3)}" y="${round(y + 9)}" font-family="sans-serif" font-size="8" fill="${STROKES[layer]}">${escaped(label)}</text>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="-1 -1 ${width} ${height}">\n${body.join('\n')}\n</svg>\n`;
}

const round = (mm: number): number => Math.round(mm * 100) / 100;
const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
