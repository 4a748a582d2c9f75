import { boardFeet, formatInches, parseLength, weightKg } from '@aldrek/core';
import { InputError, numberAt, oneOf, textAt, type Json } from './fields.ts';

const SIZE = { above: 0, max: 1_000_000 };

/** The sums of `reckon`, by name: each takes and gives plain fields, mm and kg. */
const SUMS: Readonly<Record<string, (input: Json) => unknown>> = {
  parseLength(input) {
    const unit = input['unit'] === undefined ? 'mm' : oneOf(input, 'unit', ['mm', 'inch']);
    const length = parseLength(textAt(input, 'text'), unit);
    if (!length.ok) throw new InputError(`text: expected a length, ${length.fault.message}`);
    return { mm: length.value };
  },
  formatInches(input) {
    const denominator = numberAt(input, 'denominator', '', { min: 1, max: 128, whole: true });
    if ((denominator & (denominator - 1)) !== 0) {
      throw new InputError(`denominator: expected a power of two, got ${denominator}`);
    }
    return { text: formatInches(numberAt(input, 'mm'), denominator) };
  },
  boardFeet: (input) => ({ bf: boardFeet(...sizes(input)) }),
  weight: (input) => ({ kg: weightKg(...sizes(input), numberAt(input, 'density', '', SIZE)) }),
};

const sizes = (input: Json): [number, number, number] => [
  numberAt(input, 'length', '', SIZE),
  numberAt(input, 'width', '', SIZE),
  numberAt(input, 'thickness', '', SIZE),
];

/** `reckon NAME`: one sum. */
export function reckonVerb(name: string | undefined, input: Json): unknown {
  const sum = name === undefined ? undefined : SUMS[name];
  if (!sum)
    throw new InputError(`reckon: expected one of ${Object.keys(SUMS).join(', ')}, got ${name ?? 'nothing'}`);
  return sum(input);
}
