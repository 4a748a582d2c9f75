import { sureRanges, type SureLine } from '@aldrek/core/yield';
import { listAt, numberAt, objectAt, oneOf, textAt, type Json } from './fields.ts';

/** What may be known of a piece here. */
const KNOWN = ['tallied', 'inspected', 'scanned'] as const;
const VOLUME = { min: 0, max: 1e12 };

/** `sure`: ranges that hold eight of ten, of estimates, by a record of what was estimated and what came. */
export function sureVerb(input: Json): {
  ranges: readonly { readonly low: number; readonly likely: number; readonly high: number }[];
} {
  const line = (value: unknown, field: string): SureLine => {
    const from = objectAt(value, field);
    return {
      findKind: textAt(from, 'findKind', `${field}.`),
      species: textAt(from, 'species', `${field}.`),
      known: oneOf(from, 'knowledge', KNOWN, `${field}.`),
      estimated: numberAt(from, 'estimated', `${field}.`, VOLUME),
    };
  };
  const records = listAt(input, 'records', '').map((value, i) => {
    const field = `records[${i}]`;
    const actual = numberAt(objectAt(value, field), 'actual', `${field}.`, VOLUME);
    return { ...line(value, field), actual };
  });
  const asks = listAt(input, 'asks', '').map((value, i) => line(value, `asks[${i}]`));
  return { ranges: sureRanges(records, asks) };
}
