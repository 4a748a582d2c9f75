import { expect, it, vi } from 'vitest';
import { kept } from './kept';

it('works each thing out once for a list, and again for another', () => {
  const make = vi.fn((list: readonly number[], about: string) => `${list.join('+')} ${about}`);
  const remembered = kept(make);
  const list = [1, 2];
  expect(remembered(list, 'a')).toBe('1+2 a');
  expect(remembered(list, 'a')).toBe('1+2 a');
  expect(remembered(list, 'b')).toBe('1+2 b');
  expect(make).toHaveBeenCalledTimes(2);
  expect(remembered([1, 2], 'a')).toBe('1+2 a');
  expect(make).toHaveBeenCalledTimes(3);
});
