import { distance as lettersApart } from 'fastest-levenshtein';
import { SPECIES_ROWS, type DecayResistance, type FactSource, type Tannin } from './species-facts.ts';

/** A species' id, as stored: `european-oak`, or {@link UNKNOWN_SPECIES}. */
export type SpeciesId = string;

/** The species of a piece that nobody has named yet. It has no facts, and matches only “any”. */
export const UNKNOWN_SPECIES: SpeciesId = 'unknown';

export interface Species {
  readonly id: SpeciesId;
  readonly name: string;
  readonly latin: string;
  /** Shrinkage from green to oven-dry across the rings, %. */
  readonly radialPct: number;
  /** Shrinkage from green to oven-dry along the rings, %. */
  readonly tangentialPct: number;
  /** At 12 % moisture. */
  readonly densityKgM3: number;
  readonly sideHardnessN: number;
  /** High tannin turns iron blue-black: a stain that betrays a nail. */
  readonly tannin: Tannin;
  readonly decay: DecayResistance;
  readonly source: FactSource;
  readonly otherNames: readonly string[];
}

export const SPECIES: readonly Species[] = SPECIES_ROWS.map((row) => ({
  id: row[0],
  name: row[1],
  latin: row[2],
  radialPct: row[3],
  tangentialPct: row[4],
  densityKgM3: row[5],
  sideHardnessN: row[6],
  tannin: row[7],
  decay: row[8],
  source: row[9],
  otherNames: row[10],
}));

const BY_ID: ReadonlyMap<SpeciesId, Species> = new Map(SPECIES.map((kind) => [kind.id, kind]));

/** Every name by which a species is called, lower case, longest first. */
const NAMES: readonly (readonly [name: string, id: SpeciesId])[] = SPECIES.flatMap((kind) =>
  [kind.name, ...kind.otherNames].map((name) => [name.toLowerCase(), kind.id] as const),
)
  .concat([
    ['unknown', UNKNOWN_SPECIES],
    ['unknown species', UNKNOWN_SPECIES],
  ])
  .sort((a, b) => b[0].length - a[0].length);

/** The facts of a species, or undefined when it is unknown. */
export function speciesById(id: SpeciesId): Species | undefined {
  return BY_ID.get(id);
}

/** The name to show: the trade's common name, or “unknown species”. */
export function speciesName(id: SpeciesId): string {
  return BY_ID.get(id)?.name ?? 'unknown species';
}

/** The species that `name` stands for (any of its names, any case), or undefined. */
export function findSpecies(name: string): SpeciesId | undefined {
  const wanted = name.trim().toLowerCase();
  return NAMES.find(([known]) => known === wanted)?.[1];
}

/** The known name nearest to `word`, at most two letters off, to offer on a slip of the finger. */
export function nearestSpeciesName(word: string): string | undefined {
  const wanted = word.trim().toLowerCase();
  let best: string | undefined;
  let bestDistance = wanted.length < 4 ? 2 : 3;
  for (const [name] of NAMES) {
    const distance = lettersApart(wanted, name);
    if (distance < bestDistance) {
      bestDistance = distance;
      best = name;
    }
  }
  return best;
}
