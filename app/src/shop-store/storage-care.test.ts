import '@angular/compiler';
import { expect, it } from 'vitest';
import { exportInWords, storageInWords, type StorageState } from './storage-care';

const STATE: StorageState = {
  kept: true,
  usedBytes: 12_340_000,
  roomBytes: 2_000_000_000,
  exportedAt: 0,
  changesSince: 1,
};

it('says whether the shop is kept and how full the room is', () => {
  expect(storageInWords(STATE)).toBe('This browser keeps the shop. 12.3 MB are in use, 1 % of the room.');
  expect(storageInWords({ ...STATE, kept: false, usedBytes: 1000 })).toBe(
    'This browser may clear the shop when room gets short. 0.0 MB are in use, under 1 % of the room.',
  );
  expect(storageInWords({ ...STATE, kept: null, roomBytes: null })).toBe(
    'This browser does not say whether it keeps the shop.',
  );
});

it('says when the shop was last exported', () => {
  const now = Date.UTC(2026, 10, 26);
  expect(exportInWords(STATE, now)).toBe('Never exported; 1 change since.');
  expect(exportInWords({ ...STATE, exportedAt: now - 3 * 86_400_000, changesSince: 40 }, now)).toBe(
    'Exported 3 days ago; 40 changes since.',
  );
});
