import { formatLength, type LengthUnit } from '@aldrek/core/wood';
import { type Quantity } from '@aldrek/core/yield';
import { areaText, volumeText } from './measures';

/** A quantity in the user's unit, with its unit's name. */
export function quantityText(quantity: Quantity, unit: LengthUnit): string {
  switch (quantity.unit) {
    case 'length':
      return `${formatLength(Math.round(quantity.mm * 100) / 100, unit)} ${unit === 'mm' ? 'mm' : 'in'}`;
    case 'area':
      return areaText(quantity.m2, unit, 3);
    case 'volume':
      return volumeText(quantity.m3, unit, 5);
    case 'share':
      return `${(quantity.share * 100).toFixed(1)} %`;
    case 'number':
      return String(Math.round(quantity.value * 1000) / 1000);
  }
}
