/**
 * Where a thing will live, and how moist its wood becomes there through the year. Presets for a temperate climate: usual
 * temperatures and humidities, from mid-winter to mid-summer and back as a cosine; readings of one's own take their place.
 */
import { equilibriumMoisturePct } from './equilibrium.ts';

export const ROOMS = ['heated', 'kitchen', 'unheated', 'damp', 'covered', 'outdoors'] as const;
export type RoomId = (typeof ROOMS)[number];

export interface Air {
  readonly temperatureC: number;
  /** Relative, %. */
  readonly humidityPct: number;
}

export interface RoomFacts {
  readonly name: string;
  readonly winter: Air;
  readonly summer: Air;
}

export const ROOM_FACTS: Readonly<Record<RoomId, RoomFacts>> = {
  heated: {
    name: 'heated room',
    winter: { temperatureC: 20, humidityPct: 35 },
    summer: { temperatureC: 22, humidityPct: 60 },
  },
  kitchen: {
    name: 'kitchen or bathroom with heating',
    winter: { temperatureC: 20, humidityPct: 45 },
    summer: { temperatureC: 23, humidityPct: 65 },
  },
  unheated: {
    name: 'unheated building',
    winter: { temperatureC: 4, humidityPct: 82 },
    summer: { temperatureC: 20, humidityPct: 62 },
  },
  damp: {
    name: 'damp cellar or boathouse',
    winter: { temperatureC: 6, humidityPct: 88 },
    summer: { temperatureC: 18, humidityPct: 75 },
  },
  covered: {
    name: 'outdoors, under cover',
    winter: { temperatureC: 3, humidityPct: 88 },
    summer: { temperatureC: 18, humidityPct: 70 },
  },
  outdoors: {
    name: 'outdoors, in the rain',
    winter: { temperatureC: 3, humidityPct: 92 },
    summer: { temperatureC: 18, humidityPct: 72 },
  },
};

/** The parts of a year from mid-winter on, so that they hold on both halves of the globe. */
const SEASONS = [
  'mid-winter',
  'late winter',
  'early spring',
  'mid-spring',
  'late spring',
  'early summer',
  'mid-summer',
  'late summer',
  'early autumn',
  'mid-autumn',
  'late autumn',
  'early winter',
] as const;
type Season = (typeof SEASONS)[number];

/** A room as a preset, or as it was read at its driest and its wettest. */
export interface Room {
  readonly id: RoomId;
  readonly own?: { readonly driest: Air; readonly wettest: Air };
}

export const roomOf = (room: Room | undefined, outdoors: boolean): Room =>
  room ?? { id: outdoors ? 'outdoors' : 'heated' };

/** Moisture that wood has in a room, twelve parts of the year from mid-winter on, % of dry mass. */
export function moistureThroughYear({ id }: Pick<Room, 'id'>): readonly number[] {
  const { winter, summer } = ROOM_FACTS[id];
  return SEASONS.map((_, month) => {
    const share = (1 - Math.cos((month / 12) * 2 * Math.PI)) / 2;
    const between = (from: number, to: number): number => from + (to - from) * share;
    return equilibriumMoisturePct(
      between(winter.temperatureC, summer.temperatureC),
      between(winter.humidityPct, summer.humidityPct),
    );
  });
}

export interface Extreme {
  readonly pct: number;
  /** Absent where it was read and not taken from a preset. */
  readonly season?: Season;
}

/** The driest and the wettest that wood becomes there. */
export function extremesOf(room: Room): { readonly driest: Extreme; readonly wettest: Extreme } {
  if (room.own) {
    const pct = ({ temperatureC, humidityPct }: Air): number =>
      equilibriumMoisturePct(temperatureC, humidityPct);
    const [one, other] = [pct(room.own.driest), pct(room.own.wettest)];
    return { driest: { pct: Math.min(one, other) }, wettest: { pct: Math.max(one, other) } };
  }
  const year = moistureThroughYear(room);
  const at = (pct: number): Extreme => ({ pct, season: SEASONS[year.indexOf(pct)] as Season });
  return { driest: at(Math.min(...year)), wettest: at(Math.max(...year)) };
}
