import { expect, it } from 'vitest';
import { palletMarkText, readPalletMark } from './pallet-mark.ts';

it.each([
  ['NL-123 HT', { country: 'NL', number: '123', treatment: 'HT' }],
  ['de by 490012 mb db', { country: 'DE', number: 'BY 490012', treatment: 'MB' }],
  ['IPPC PL 5 DH KD', { country: '', number: 'PL 5', treatment: 'DH' }],
  ['HT', { country: '', number: '', treatment: 'HT' }],
  ['SE 44', { country: 'SE', number: '44', treatment: 'none' }],
])('reads %s', (text, mark) => {
  expect(readPalletMark(text)).toEqual({ ok: true, value: mark });
});

it('refuses two treatments and nothing at all', () => {
  const both = readPalletMark('NL 1 HT MB');
  expect(both.ok ? '' : both.fault).toContain('HT and MB');
  expect(readPalletMark(' - ')).toMatchObject({ ok: false });
  expect(palletMarkText({ country: 'NL', number: '123', treatment: 'HT' })).toBe('NL-123 HT');
});
