import { speciesById, type SpeciesId } from './species.ts';

/**
 * What a cubic metre of the same wood costs new, planed, by group: starting guesses in round figures, in
 * whatever currency the shop calculates. Every one is meant to be replaced from the nearest merchant's list.
 */
const GUESSES: readonly (readonly [latin: RegExp, perM3: number])[] = [
  [/^(?:Swietenia|Tectona|Chlorocardium)/, 4200],
  [/^Juglans/, 4500],
  [/^(?:Quercus|Robinia|Prunus)/, 2800],
  [/^(?:Fraxinus|Acer|Carya|Ulmus|Castanea|Betula)/, 2300],
  [/^(?:Fagus|Liriodendron|Tilia)/, 1700],
  [/^(?:Thuja|Sequoia|Taxodium|Juniperus)/, 1900],
  [/^(?:Pinus palustris|Pseudotsuga|Larix)/, 1400],
  [/^(?:Pinus|Picea)/, 900],
];

/** For wood that nobody has named: as the cheapest. */
const UNKNOWN_PER_M3 = 900;

/** The starting guess for a species, per m³. */
export function guessedPricePerM3(species: SpeciesId): number {
  const latin = speciesById(species)?.latin ?? '';
  return GUESSES.find(([pattern]) => pattern.test(latin))?.[1] ?? UNKNOWN_PER_M3;
}
