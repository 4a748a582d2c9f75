/** The shop floor as it stands: what the steps that are left follow from. */
import type { Project } from '../project/project.ts';
import type { Piece } from '../stock/piece.ts';
import { partsInHand, type Entry, type EntryId, type PartInHand } from './entry.ts';
import type { GlueClock } from './glue/clock.ts';

/** What is asked of the shop: accepted plans, wood and what was done. */
export interface FloorFacts {
  readonly pieces: readonly Piece[];
  readonly projects: readonly Project[];
  readonly entries: readonly Entry[];
}

/** Ids of the steps that entries say were done, or passed in the maker's words. */
const stepsDone = (entries: readonly Entry[]): ReadonlySet<string> =>
  new Set(entries.flatMap(({ steps }) => steps ?? []));

/** The floor as it stands: what the steps that are left follow from. */
export interface FloorNow {
  readonly pieces: readonly Piece[];
  readonly projects: readonly Project[];
  readonly parts: readonly PartInHand[];
  /** Ids of the steps that were done. */
  readonly done: ReadonlySet<string>;
  /** Clocks by the entry that started them. */
  readonly clocks: ReadonlyMap<EntryId, GlueClock>;
  /** The entry with the clock that a step started, by the step. */
  readonly clockOf: ReadonlyMap<string, EntryId>;
}

/** Clocks that glue started. */
const clocksOf = (entries: readonly Entry[]): ReadonlyMap<EntryId, GlueClock> =>
  new Map(entries.flatMap(({ id, clock }) => (clock === undefined ? [] : [[id, clock] as const])));

/** What the entries come to; `about` leaves all boards and parts aside but those with these ids. */
export function floorNow({ pieces, projects, entries }: FloorFacts, about?: ReadonlySet<string>): FloorNow {
  const parts = partsInHand(entries);
  return {
    pieces: about === undefined ? pieces : pieces.filter(({ id }) => about.has(id)),
    projects,
    parts: about === undefined ? parts : parts.filter(({ id }) => about.has(id)),
    done: stepsDone(entries),
    clocks: clocksOf(entries),
    clockOf: new Map(
      entries.flatMap(({ id, clock, steps = [] }) =>
        clock === undefined ? [] : steps.map((step) => [step, id] as const),
      ),
    ),
  };
}
