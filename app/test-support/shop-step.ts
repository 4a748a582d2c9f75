import { signal } from '@angular/core';
import type { ShopDay, ShopStep } from '@aldrek/core/floor';
import type { FloorDay } from '../src/planning/planning';

/** A crosscut of a rail; say what matters. */
export function aStep(more: Partial<ShopStep> = {}): ShopStep {
  return {
    id: 'part/crosscut',
    projectIds: ['project'],
    do: 'crosscut',
    machine: 'mitre-saw',
    setting: 620,
    why: 'to 620 mm',
    needs: [],
    pieceId: null,
    part: null,
    name: 'A, from B-01',
    size: { length: 640, width: 60, thickness: 20 },
    ...more,
  };
}

/** A day on which nothing is to be done; say what matters. */
export function aDay(more: Partial<ShopDay> = {}, steps: readonly ShopStep[] = []): FloorDay {
  const day: ShopDay = {
    setUps: [],
    settings: 0,
    least: 0,
    oneByOne: 0,
    minutes: 0,
    ownMinutes: 0,
    waiting: [],
    ...more,
  };
  return { steps, day, tookMs: 0 };
}

/** What the panels of the floor ask the view for, said by the test. */
export const aFloorView = (floor: FloorDay) => ({
  floor: signal<FloorDay | null>(floor),
  floorBehind: signal<FloorDay | null>(floor),
});
