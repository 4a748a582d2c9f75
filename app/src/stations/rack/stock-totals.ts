/** What a stock gives in all, by planed thickness and species. */
import { speciesName, type Piece } from '@aldrek/core/wood';
import type { PieceFigures } from '../../estimates/figures';

interface TotalCell {
  readonly pieces: number;
  readonly areaM2: number;
  readonly volumeM3: number;
}

export interface TotalRow {
  readonly species: string;
  /** One cell for each thickness class; null where there is nothing. */
  readonly cells: readonly (TotalCell | null)[];
  readonly all: TotalCell;
}

/** Lower limits of the classes of planed thickness, mm. */
export const PLANED_CLASSES = [0, 10, 15, 20, 25, 35, 50];

const NOTHING: TotalCell = { pieces: 0, areaM2: 0, volumeM3: 0 };

const plus = (cell: TotalCell, given: PieceFigures): TotalCell => ({
  pieces: cell.pieces + 1,
  areaM2: cell.areaM2 + given.areaMm2 / 1e6,
  volumeM3: cell.volumeM3 + given.volumeM3,
});

/** Rows by species, most volume first; a piece counts in the class of its thickness planed whole. */
export function stockTotals(
  pieces: readonly Piece[],
  figures: ReadonlyMap<string, PieceFigures>,
): TotalRow[] {
  const rows = new Map<string, { cells: (TotalCell | null)[]; all: TotalCell }>();
  for (const piece of pieces) {
    const given = figures.get(piece.id);
    if (!given) continue;
    const species = speciesName(piece.species);
    const row = rows.get(species) ?? { cells: PLANED_CLASSES.map(() => null), all: NOTHING };
    const classOf = PLANED_CLASSES.filter((limit) => given.thicknessWhole >= limit).length - 1;
    row.cells[classOf] = plus(row.cells[classOf] ?? NOTHING, given);
    rows.set(species, { cells: row.cells, all: plus(row.all, given) });
  }
  return [...rows]
    .map(([species, row]) => ({ species, ...row }))
    .sort((a, b) => b.all.volumeM3 - a.all.volumeM3);
}

/** `10 – 15`, `50 and more`: the class in words. */
export function classText(index: number, size: (mm: number) => string): string {
  const from = PLANED_CLASSES[index] ?? 0;
  const to = PLANED_CLASSES[index + 1];
  if (to === undefined) return `${size(from)} and more`;
  return from === 0 ? `under ${size(to)}` : `${size(from)} – ${size(to)}`;
}
