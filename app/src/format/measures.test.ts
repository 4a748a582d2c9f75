import { expect, it } from 'vitest';
import { areaText, volumeText } from './measures';

it('shows areas and volumes in the units of the trade', () => {
  expect(areaText(2.8, 'mm')).toBe('2.8 m²');
  expect(areaText(2.8, 'inch')).toBe('30.1 ft²');
  expect(volumeText(0.0552, 'mm')).toBe('0.055 m³');
  expect(volumeText(0.0552, 'inch')).toBe('23.4 bf');
});
