import type { KeyRow } from '../../keys/keys';

/** What a key of the Rack does; the station says how. */
export type RackDeed =
  | 'tally'
  | 'search'
  | 'next'
  | 'before'
  | 'choose'
  | 'chooseAll'
  | 'chooseNone'
  | 'scan'
  | 'compare'
  | 'labels'
  | 'inspect'
  | 'edit'
  | 'duplicate'
  | 'remove'
  | 'larger'
  | 'smaller';

export const RACK_KEYS: readonly KeyRow<RackDeed>[] = [
  { keys: ['t'], shown: 'T', does: 'write on the tally line', deed: 'tally' },
  { keys: ['s'], shown: 'S', does: 'search the rack', deed: 'search' },
  {
    keys: ['ArrowDown'],
    shown: '↓',
    does: 'next piece, with Shift choose it too',
    deed: 'next',
    palette: false,
  },
  { keys: ['ArrowUp'], shown: '↑', does: 'piece before', deed: 'before', palette: false },
  { keys: ['x'], shown: 'X', does: 'choose it', deed: 'choose' },
  { keys: ['ctrl+a'], shown: 'Ctrl A', does: 'choose all that are found', deed: 'chooseAll' },
  { keys: ['Escape'], shown: 'Esc', does: 'choose none', deed: 'chooseNone', palette: false },
  { keys: ['f'], shown: 'F', does: 'find by its label', deed: 'scan' },
  { keys: ['c'], shown: 'C', does: 'compare the chosen', deed: 'compare' },
  { keys: ['l'], shown: 'L', does: 'labels of the chosen', deed: 'labels' },
  { keys: ['Enter', 'i'], shown: 'I or Enter', does: 'inspect the piece', deed: 'inspect' },
  { keys: ['e'], shown: 'E', does: 'edit it on the tally line', deed: 'edit' },
  { keys: ['d'], shown: 'D', does: 'duplicate it', deed: 'duplicate' },
  { keys: ['Delete', 'Backspace'], shown: 'Delete', does: 'delete it', deed: 'remove' },
  { keys: ['+', '='], shown: '+', does: 'larger scale', deed: 'larger' },
  { keys: ['-'], shown: '−', does: 'smaller scale', deed: 'smaller' },
];
