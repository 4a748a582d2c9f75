/** What went into a figure, for the card that explains it. */
import type { Explained } from '@aldrek/core/yield';

type Input = Explained['inputs'][number];

export const lengthIn = (name: string, mm: number): Input => ({ name, quantity: { unit: 'length', mm } });
export const numberIn = (name: string, value: number): Input => ({
  name,
  quantity: { unit: 'number', value },
});
