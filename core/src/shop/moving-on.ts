/** Parts that reach a later state, and projects as a whole: from reserved wood to a thing delivered. */
import type { Project } from '../project/project.ts';
import { PART_STATES, partsInHand, type Entry, type PartInHand, type PartState } from './entry.ts';
import type { Floor } from './sawing.ts';
import type { ShopStep } from './shop-step.ts';

/** Where a project stands: of its planned parts, how many are in which state. */
export type ProjectState = 'planned' | 'reserved' | PartState;

export const PROJECT_STATES: readonly ProjectState[] = ['planned', 'reserved', ...PART_STATES];

/** The state of a part in hand: milled once no milling step is left for it, glued once it is glued up. */
export const stateOf = (part: PartInHand, milling: ReadonlySet<string>): PartState =>
  part.state ?? (part.glued !== undefined ? 'glued' : milling.has(part.id) ? 'sawn' : 'milled');

/** Ids of the parts in hand that still have something to be milled. */
export const millingOf = (steps: readonly ShopStep[]): ReadonlySet<string> =>
  new Set(steps.flatMap(({ part }) => part?.handId ?? []));

/** The state that all of a project has reached. */
export function projectState(
  project: Project,
  parts: readonly PartInHand[],
  milling: ReadonlySet<string>,
): ProjectState {
  const { plan } = project;
  if (plan?.accepted !== true) return 'planned';
  const own = parts.filter(({ projectId }) => projectId === project.id);
  const open = plan.cuts.some(({ partId }) => partId !== 'offcut') || plan.missing.length > 0;
  if (open || own.length === 0) return 'reserved';
  const reached = own.map((part) => PART_STATES.indexOf(stateOf(part, milling)));
  return PART_STATES[Math.min(...reached)] ?? 'sawn';
}

/** Parts moved on to a state, or back to an earlier one; milled and sawn follow from what is left to be milled. */
export function moveOn(
  floor: Floor,
  parts: readonly PartInHand[],
  state: PartState,
  how: { readonly day: string; readonly newId: () => string; readonly minutes?: number },
): Floor | null {
  const here = new Set(partsInHand(floor.entries).map(({ id }) => id));
  const took = parts.filter((part) => here.has(part.id) && part.state !== state);
  if (took.length === 0) return null;
  const early = state === 'sawn' || state === 'milled';
  const gave = took.map((part): PartInHand => {
    const { state: _state, ...rest } = part;
    return { ...rest, id: how.newId(), ...(early ? {} : { state }) };
  });
  const entry: Entry = {
    id: how.newId(),
    kind: 'moved-on',
    day: how.day,
    projectIds: [...new Set(took.map(({ projectId }) => projectId))],
    ...(how.minutes === undefined ? {} : { minutes: how.minutes }),
    deed: state,
    took: { pieces: [], parts: took },
    gave: { parts: gave, pieces: [] },
    lost: { kerfM3: 0, wasteM3: 0 },
  };
  return { ...floor, entries: [...floor.entries, entry] };
}
