/** The words of milling: what is done, on what, and by which school. */

export const ROUTE_DEEDS = [
  'pull',
  'scan',
  'rough-crosscut',
  'rough-rip',
  'flatten',
  'straighten',
  'thickness',
  'rip',
  'rest',
  'crosscut',
  'halve',
  'glue',
  'scan-again',
  'glue-up',
] as const;
export type RouteDeed = (typeof ROUTE_DEEDS)[number];

export const SCHOOLS_OF_MILLING = ['jointer', 'planer', 'hand'] as const;
export type MillingSchool = (typeof SCHOOLS_OF_MILLING)[number];

export const ROUTE_MACHINES = [
  'bench',
  'detector',
  'mitre-saw',
  'table-saw',
  'bandsaw',
  'handsaw',
  'jigsaw',
  'guided-saw',
  'jointer',
  'planer',
  'sled',
  'router',
  'hand-plane',
  'clamps',
] as const;
export type RouteMachine = (typeof ROUTE_MACHINES)[number];
