import type { RouteMachine } from '@aldrek/core/floor';

/** What does a step, as a maker calls it. */
export const MACHINE_NAMES: Readonly<Record<RouteMachine, string>> = {
  bench: 'bench',
  detector: 'detector',
  'mitre-saw': 'mitre saw',
  'table-saw': 'table saw',
  bandsaw: 'bandsaw',
  handsaw: 'handsaw',
  jigsaw: 'jigsaw',
  'guided-saw': 'guided saw',
  jointer: 'jointer (surface planer)',
  planer: 'planer (thicknesser)',
  sled: 'planer, on a sled',
  router: 'router',
  'hand-plane': 'hand plane',
  clamps: 'clamps',
};
