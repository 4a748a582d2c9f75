/** Areas and volumes in the units that go with the user's unit of length. */
import { M3_PER_BOARD_FOOT, type LengthUnit } from '@aldrek/core/wood';

/** 1 ft = 0.3048 m exactly. */
const M2_PER_SQUARE_FOOT = 0.3048 ** 2;

/** `2.8 m²`, or `30.1 ft²`. */
export const areaText = (m2: number, unit: LengthUnit, digits = 1): string =>
  unit === 'mm'
    ? `${m2.toFixed(digits)} m²`
    : `${(m2 / M2_PER_SQUARE_FOOT).toFixed(Math.max(1, digits - 1))} ft²`;

/** `0.055 m³`, or `23.3 bf`. */
export const volumeText = (m3: number, unit: LengthUnit, digits = 3): string =>
  unit === 'mm'
    ? `${m3.toFixed(digits)} m³`
    : `${(m3 / M3_PER_BOARD_FOOT).toFixed(Math.max(1, digits - 2))} bf`;

/** `4.2 dm³`, or `1.8 bf`: what a single board gives, in figures that can be read. */
export const volumeInDm3 = (m3: number, unit: LengthUnit): string =>
  unit === 'mm' ? `${(m3 * 1000).toFixed(1)} dm³` : `${(m3 / M3_PER_BOARD_FOOT).toFixed(2)} bf`;
