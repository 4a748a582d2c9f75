/** The way out through the timber yard. */
import type { Piece } from '../../stock/piece.ts';
import { guessedPricePerM3 } from '../../timber/new-prices.ts';
import { speciesName, UNKNOWN_SPECIES, type SpeciesId } from '../../timber/species.ts';
import type { Part, Project } from '../project.ts';
import { way, type WayOut, type WaysContext } from './way.ts';

/** Boards that give one copy each, rough and with their ends to trim. */
export function buy(project: Project, part: Part, many: number, context: WaysContext): WayOut {
  const { size } = context;
  const species = part.species === 'any' ? commonest(context.pieces) : (part.species[0] ?? UNKNOWN_SPECIES);
  const board = {
    length: Math.ceil((part.length + part.allowances.length + 2 * context.endTrimMm) / 50) * 50,
    width: Math.ceil((part.width + part.allowances.width) / 5) * 5,
    thickness: Math.ceil(part.thickness + part.allowances.thickness + 1),
  };
  const perM3 = context.pricesPerM3[species] ?? guessedPricePerM3(species);
  const money = (many * perM3 * board.length * board.width * board.thickness) / 1e9;
  const tags = freeTags(context.pieces, many);
  const bought = tags.map((tag): Piece => ({
    id: context.newId(),
    tag,
    name: `board to buy for ${part.name}`,
    ...board,
    species,
    speciesSure: 'sure',
    place: 'to buy',
    find: '',
    findings: [],
    // New from the yard: nothing of its history is in doubt.
    hazards: [],
  }));
  const title = `Buy ${many} × ${speciesName(species)} ${size(board.length)} × ${size(board.width)} × ${size(board.thickness)}`;
  return way(
    'buy',
    part,
    title,
    `One board for each ${part.name} that is short; they stand on the rack as “to buy”.`,
    project,
    context,
    {
      pieces: [...context.pieces, ...bought],
      money,
    },
  );
}

function commonest(pieces: readonly Piece[]): SpeciesId {
  const many = new Map<SpeciesId, number>();
  for (const { species } of pieces)
    if (species !== UNKNOWN_SPECIES) many.set(species, (many.get(species) ?? 0) + 1);
  return [...many].sort((a, b) => b[1] - a[1])[0]?.[0] ?? UNKNOWN_SPECIES;
}

function freeTags(pieces: readonly Piece[], many: number): string[] {
  const taken = new Set(pieces.map(({ tag }) => tag));
  const tags: string[] = [];
  for (let n = 1; tags.length < many; n++) if (!taken.has(`BUY-${n}`)) tags.push(`BUY-${n}`);
  return tags;
}
