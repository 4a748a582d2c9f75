import type { KeyRow } from '../../../keys/keys';

/** Arrow keys on a strip are its own: up and down in the order, left and right along it. */
export const PANEL_KEYS: readonly KeyRow<'turn' | 'over' | 'best'>[] = [
  { keys: ['t'], shown: 'T', does: 'turn the strip end for end', deed: 'turn' },
  { keys: ['o'], shown: 'O', does: 'turn the strip over', deed: 'over' },
  { keys: ['b'], shown: 'B', does: 'find the best order of strips', deed: 'best' },
];
