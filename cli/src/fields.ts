/** Reads fields out of JSON input; what is wrong ends in one line that names the field. */

/** Bad input: the command ends with exit code 2 and this message. */
export class InputError extends Error {}

export type Json = Readonly<Record<string, unknown>>;

const kindOf = (value: unknown): string =>
  value === undefined
    ? 'nothing'
    : value === null
      ? 'null'
      : Array.isArray(value)
        ? 'a list'
        : `${typeof value} ${JSON.stringify(value).slice(0, 40)}`;

const wrong = (field: string, expected: string, value: unknown): never => {
  throw new InputError(`${field}: expected ${expected}, got ${kindOf(value)}`);
};

export function objectAt(value: unknown, field: string): Json {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) wrong(field, 'an object', value);
  return value as Json;
}

export function listAt(from: Json, key: string, path: string): readonly unknown[] {
  const value = from[key];
  return Array.isArray(value) ? (value as unknown[]) : wrong(path + key, 'a list', value);
}

export function textAt(from: Json, key: string, path = ''): string {
  const value = from[key];
  return typeof value === 'string' && value !== '' ? value : wrong(path + key, 'a text', value);
}

export interface Range {
  readonly min?: number;
  readonly above?: number;
  readonly max?: number;
  readonly whole?: boolean;
}

export function numberAt(from: Json, key: string, path = '', range: Range = {}): number {
  const value = from[key];
  const expected = [
    range.whole === true ? 'a whole number' : 'a number',
    range.above === undefined ? '' : `above ${range.above}`,
    range.min === undefined ? '' : `from ${range.min}`,
    range.max === undefined ? '' : `up to ${range.max}`,
  ]
    .filter(Boolean)
    .join(' ');
  const fits =
    typeof value === 'number' &&
    Number.isFinite(value) &&
    (range.whole !== true || Number.isInteger(value)) &&
    (range.above === undefined || value > range.above) &&
    (range.min === undefined || value >= range.min) &&
    (range.max === undefined || value <= range.max);
  return fits ? value : wrong(path + key, expected, value);
}

export function numberOr(from: Json, key: string, fallback: number, path = '', range: Range = {}): number {
  return from[key] === undefined ? fallback : numberAt(from, key, path, range);
}

export function oneOf<T extends string>(from: Json, key: string, choices: readonly T[], path = ''): T {
  const value = from[key];
  const found = choices.find((choice) => choice === value);
  return found ?? wrong(path + key, `one of ${choices.join(', ')}`, value);
}
