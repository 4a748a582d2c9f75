import type { KeyRow } from '../../keys/keys';

export const SHOP_KEYS: readonly KeyRow<'saw' | 'print'>[] = [
  { keys: ['w'], shown: 'W', does: 'the first board is sawn', deed: 'saw' },
  { keys: ['ctrl+p'], shown: 'Ctrl P', does: 'print the day sheet', deed: 'print', palette: false },
];
