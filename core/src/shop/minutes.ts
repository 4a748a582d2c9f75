/**
 * How long a step takes: the shop's own record where there is one, else what the maker noted of the machine, else usual
 * figures. All in minutes of hands-on time.
 */
import type { RouteDeed, RouteMachine } from '../yield/thickness/milling.ts';
import type { Entry } from './entry.ts';
import type { Workshop } from './workshop.ts';

interface UsualMinutes {
  readonly setUp: number;
  /** For each workpiece and pass, and on top for each metre that runs through. */
  readonly piece: number;
  readonly metre: number;
}

/** Usual figures for a small shop, stock at hand: starting points, replaced by the record as it grows. */
export const USUAL_MINUTES: Readonly<Record<RouteMachine, UsualMinutes>> = {
  bench: { setUp: 0, piece: 3, metre: 0 },
  detector: { setUp: 1, piece: 1.5, metre: 0.5 },
  'mitre-saw': { setUp: 2, piece: 0.7, metre: 0 },
  'table-saw': { setUp: 3, piece: 0.6, metre: 0.3 },
  bandsaw: { setUp: 3, piece: 0.8, metre: 0.6 },
  handsaw: { setUp: 1, piece: 2, metre: 5 },
  jigsaw: { setUp: 1, piece: 2, metre: 0.5 },
  'guided-saw': { setUp: 2, piece: 2, metre: 0.5 },
  jointer: { setUp: 2, piece: 0.3, metre: 0.2 },
  planer: { setUp: 2, piece: 0.3, metre: 0.2 },
  sled: { setUp: 8, piece: 2, metre: 0.3 },
  router: { setUp: 5, piece: 2, metre: 2 },
  'hand-plane': { setUp: 2, piece: 2, metre: 5 },
  clamps: { setUp: 5, piece: 8, metre: 2 },
};

export type MinutesFrom = 'record' | 'noted' | 'usual';

/** So many of the last set-ups of a kind are looked at. */
const LAST = 12;

/** The shop's own minutes for one workpiece, set-up included, by deed and machine. */
export type OwnMinutes = ReadonlyMap<string, number>;

const keyOf = (deed: string, machine: RouteMachine): string => `${deed} ${machine}`;

/** The median of what was measured. */
export function ownMinutes(entries: readonly Entry[]): OwnMinutes {
  const measured = new Map<string, number[]>();
  for (const { minutes, steps, deed, machine } of entries) {
    if (minutes === undefined || deed === undefined || machine === undefined || !steps?.length) continue;
    const key = keyOf(deed, machine);
    measured.set(key, [...(measured.get(key) ?? []), minutes / steps.length]);
  }
  return new Map(
    [...measured].map(([key, all]) => {
      const sorted = all.slice(-LAST).sort((a, b) => a - b);
      const middle = sorted.length >> 1;
      const [low = 0, high = 0] = [sorted[(sorted.length - 1) >> 1], sorted[middle]];
      return [key, (low + high) / 2];
    }),
  );
}

export interface TimedStep {
  readonly do?: RouteDeed;
  readonly machine: RouteMachine;
  readonly passes?: number;
  readonly lengthMm: number;
}

/** Minutes of a set-up: all its steps, and setting it once. */
export function minutesOf(
  steps: readonly TimedStep[],
  { park }: Pick<Workshop, 'park'>,
  own: OwnMinutes,
): { readonly minutes: number; readonly from: MinutesFrom } {
  const [first] = steps;
  if (!first) return { minutes: 0, from: 'usual' };
  const recorded = own.get(keyOf(first.do ?? 'own', first.machine));
  if (recorded !== undefined) return { minutes: recorded * steps.length, from: 'record' };
  const usual = USUAL_MINUTES[first.machine];
  const noted = park[first.machine];
  const pieces = steps.reduce((sum, { passes = 1, lengthMm }) => {
    const each = noted?.pieceMin ?? usual.piece + (usual.metre * lengthMm) / 1000;
    return sum + passes * each;
  }, 0);
  return {
    minutes: (noted?.setUpMin ?? usual.setUp) + pieces,
    from: noted?.setUpMin === undefined && noted?.pieceMin === undefined ? 'usual' : 'noted',
  };
}
