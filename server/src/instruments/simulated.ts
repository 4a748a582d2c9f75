/**
 * Stand-ins for the instruments of a bench: they behave as real ones do and say that they are simulated.
 * Each is a small function from what is held to it to what it answers.
 */

/** Between nought and one; given in, so that tests can hold it still. */
export type Chance = () => number;

/** A caliper opens so far, mm. */
const CALIPER_MOST_MM = 300;
const CALIPER_ERROR_MM = 0.02;
const CALIPER_STEP_MM = 0.01;

/** What a caliper shows when its jaws stand at `openMm`: within two hundredths, told to a hundredth. */
export function caliperReading(openMm: number, chance: Chance): number {
  const shown = Math.min(CALIPER_MOST_MM, Math.max(0, openMm)) + (chance() * 2 - 1) * CALIPER_ERROR_MM;
  return Math.max(0, Math.round(Math.round(shown / CALIPER_STEP_MM)) / Math.round(1 / CALIPER_STEP_MM));
}

export interface SpeciesGroup {
  readonly group: number;
  /** How much too high the meter reads on this wood while it is set to group 1, points. */
  readonly offset: number;
  /** Beginnings of species' ids, as its leaflet lists them. */
  readonly woods: readonly string[];
}

/** The leaflet of the simulated meter. The groups and figures are its own and stand for no real meter's. */
export const METER_GROUPS: readonly SpeciesGroup[] = [
  { group: 1, offset: 0, woods: ['norway-spruce', 'sitka-spruce', 'douglas-fir', 'european-larch'] },
  { group: 2, offset: 1.1, woods: ['scots-pine', 'longleaf', 'loblolly', 'ponderosa', 'eastern-white'] },
  {
    group: 3,
    offset: -0.9,
    woods: ['white-oak', 'european-oak', 'northern-red', 'american-chestnut', 'sweet'],
  },
  { group: 4, offset: 1.8, woods: ['true-mahogany', 'teak', 'greenheart', 'black-walnut'] },
];

export const groupOf = (species: string): SpeciesGroup | undefined =>
  METER_GROUPS.find(({ woods }) => woods.some((wood) => species.startsWith(wood)));

/** Below and above this the pins tell nothing. */
const METER_RANGE_PCT = { least: 6, most: 60 } as const;
const METER_ERROR_PCT = 0.3;

/**
 * What a pin meter set to `setGroup` shows on wood that holds `woodPct`: too high or too low where the wood
 * belongs to another group; null outside its range.
 */
export function meterReading(
  woodPct: number,
  species: string,
  setGroup: number,
  chance: Chance,
): number | null {
  const wood = groupOf(species)?.offset ?? 0;
  const set = METER_GROUPS.find(({ group }) => group === setGroup)?.offset ?? 0;
  const shown = woodPct + wood - set + (chance() * 2 - 1) * METER_ERROR_PCT;
  if (shown < METER_RANGE_PCT.least || shown > METER_RANGE_PCT.most) return null;
  return Math.round(shown * 10) / 10;
}

/** A detector feels a nail from about this far, mm. */
const DETECTOR_REACH_MM = 28;

/** Nails that nobody has seen yet, by what is written on the piece: always the same ones. */
export function hiddenNails(tag: string, lengthMm: number): number[] {
  let state = 2166136261;
  for (const letter of tag) state = Math.imul(state ^ (letter.codePointAt(0) ?? 0), 16777619) >>> 0;
  const next = (): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
  return Array.from({ length: 1 + Math.floor(next() * 3) }, () => Math.round(next() * Math.max(0, lengthMm)));
}

/** How strongly the detector answers at a place along the piece: 0 nothing, 1 right over metal. */
export function detectorSignal(atMm: number, metalMm: readonly number[], chance: Chance): number {
  const nearest = metalMm.reduce((least, nail) => Math.min(least, Math.abs(nail - atMm)), Infinity);
  const answer = Number.isFinite(nearest) ? Math.exp(-((nearest / DETECTOR_REACH_MM) ** 2)) : 0;
  return Math.min(1, Math.max(0, Math.round((answer + (chance() - 0.5) * 0.04) * 100) / 100));
}
