import { fail, ok, type Result } from '../foundation/result.ts';

/** 1 in = 25.4 mm exactly (international yard and pound agreement, 1959). */
export const MM_PER_INCH = 25.4;
const MM_PER_FOOT = 12 * MM_PER_INCH;

/** The unit in which a maker reads and writes lengths; everything is stored in millimetres. */
export type LengthUnit = 'mm' | 'inch';

export interface LengthFault {
  readonly message: string;
}

const GLYPHS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

const UNIT_MM: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH,
  "'": MM_PER_FOOT,
  ft: MM_PER_FOOT,
  foot: MM_PER_FOOT,
  feet: MM_PER_FOOT,
};

/** One figure: a mixed number, a fraction, or a decimal. */
const FIGURE = String.raw`(?:\d+ +\d+\/\d+|\d+\/\d+|\d+(?:\.\d+)?|\.\d+)`;
const UNIT = String.raw`(?:mm|cm|m|inches|inch|in|feet|foot|ft|"|')`;
const FEET_AND_INCHES = new RegExp(
  String.raw`^(${FIGURE})\s*(?:feet|foot|ft|')\s*-?\s*(${FIGURE})\s*(?:inches|inch|in|")?$`,
);
const SINGLE = new RegExp(String.raw`^(${FIGURE})\s*(${UNIT})?$`);

/**
 * Reads a length as a maker writes or calls it.
 *
 * Understood: `2400` (in `bare`, the user's unit), `17cm`, `1.8 m`, `7 1/2 in`, `7½"`, `3/8"`, `6ft`,
 * `5' 3 1/4"`, and rough thickness in quarters, `5/4` (quarters of an inch). A fraction without a unit
 * is always in inches, since nobody writes fractions of a millimetre. A comma before exactly three
 * digits parts thousands (`2,400`); any other comma is a decimal comma (`1,8 m`).
 *
 * @param bare the unit of a figure that names none
 * @returns millimetres, or a fault that says what was expected. Zero and negative lengths are faults.
 */
export function parseLength(text: string, bare: LengthUnit = 'mm'): Result<number, LengthFault> {
  const tidy = tidyLength(text);
  if (tidy === '') return fail({ message: 'a length is missing' });
  if (tidy.startsWith('-')) return fail({ message: `a length can't be below zero: ${text.trim()}` });
  const mm = feetAndInches(tidy) ?? single(tidy, bare);
  if (mm === null) {
    return fail({ message: `“${text.trim()}” is not a length; write 1200, 17cm, 7 1/2" or 5' 3"` });
  }
  if (!Number.isFinite(mm)) return fail({ message: `“${text.trim()}” divides by zero` });
  if (mm <= 0) return fail({ message: 'a length must be above zero' });
  return ok(Math.round(mm * 1e6) / 1e6);
}

function tidyLength(text: string): string {
  return text
    .trim()
    .toLowerCase()
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (glyph) => ` ${GLYPHS[glyph] ?? ''}`)
    .replace(/[″”“]|''/g, '"')
    .replace(/[′’‘]/g, "'")
    .replace(/(\d),(\d{3})(?!\d)/g, '$1$2')
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/⁄/g, '/')
    .replace(/\s+/g, ' ')
    .trim();
}

function feetAndInches(tidy: string): number | null {
  const match = FEET_AND_INCHES.exec(tidy);
  if (!match) return null;
  return figure(match[1] ?? '') * MM_PER_FOOT + figure(match[2] ?? '') * MM_PER_INCH;
}

function single(tidy: string, bare: LengthUnit): number | null {
  const match = SINGLE.exec(tidy);
  if (!match) return null;
  const amount = match[1] ?? '';
  const unit = match[2];
  if (unit !== undefined) return figure(amount) * (UNIT_MM[unit] ?? Number.NaN);
  const inInches = bare === 'inch' || amount.includes('/');
  return figure(amount) * (inInches ? MM_PER_INCH : 1);
}

function figure(text: string): number {
  let sum = 0;
  for (const word of text.split(' ')) {
    const [top, bottom] = word.split('/');
    sum += bottom === undefined ? Number(top) : Number(top) / Number(bottom);
  }
  return sum;
}

/** A length in inches, split as it is drawn: whole inches and a fraction in lowest terms. */
export interface InchParts {
  readonly negative: boolean;
  readonly whole: number;
  readonly numerator: number;
  readonly denominator: number;
}

/** Rounds `mm` to the nearest 1/`denominator` inch (a power of two) and reduces the fraction. */
export function inchParts(mm: number, denominator = 16): InchParts {
  const steps = Math.round((Math.abs(mm) / MM_PER_INCH) * denominator);
  const whole = Math.floor(steps / denominator);
  let numerator = steps - whole * denominator;
  let parts = denominator;
  while (numerator > 0 && numerator % 2 === 0 && parts % 2 === 0) {
    numerator /= 2;
    parts /= 2;
  }
  return { negative: mm < 0 && steps > 0, whole, numerator, denominator: numerator ? parts : 1 };
}

/** `190.5` → `7 1/2"`: inches only, rounded to the nearest 1/`denominator`. */
export function formatInches(mm: number, denominator = 16): string {
  return `${inchText(inchParts(mm, denominator))}"`;
}

/** `1606.55` → `5' 3 1/4"`; below one foot as {@link formatInches}. */
export function formatFeetInches(mm: number, denominator = 16): string {
  const parts = inchParts(mm, denominator);
  const feet = Math.floor(parts.whole / 12);
  if (feet === 0) return formatInches(mm, denominator);
  const rest = { ...parts, negative: false, whole: parts.whole % 12 };
  const inches = rest.whole === 0 && rest.numerator === 0 ? '' : ` ${inchText(rest)}"`;
  return `${parts.negative ? '-' : ''}${feet}'${inches}`;
}

function inchText({ negative, whole, numerator, denominator }: InchParts): string {
  const sign = negative ? '-' : '';
  if (numerator === 0) return `${sign}${whole}`;
  return `${sign}${whole === 0 ? '' : `${whole} `}${numerator}/${denominator}`;
}

/** `76.2` → `12/4`: rough thickness as the yard calls it, to the nearest quarter of an inch. */
export function formatQuarters(mm: number): string {
  return `${Math.round((mm / MM_PER_INCH) * 4)}/4`;
}

/** Kept, as making one takes some twenty-five times as long as using it. */
const ONE_DECIMAL = new Intl.NumberFormat('en', { maximumFractionDigits: 1 });
const THREE_DECIMALS = new Intl.NumberFormat('en', { maximumFractionDigits: 3 });

/** Millimetres to one decimal at most, thousands parted: `1195` → `1,195`, `3.25` → `3.3`. */
export function formatMm(mm: number): string {
  return ONE_DECIMAL.format(mm);
}

/** `1195` → `119.5 cm`; at most one decimal. */
export function formatCm(mm: number): string {
  return `${ONE_DECIMAL.format(mm / 10)} cm`;
}

/** `1195` → `1.195 m`; at most three decimals. */
export function formatM(mm: number): string {
  return `${THREE_DECIMALS.format(mm / 1000)} m`;
}

/** A length in the user's unit, without the unit's name (it is shown once beside the figures). */
export function formatLength(mm: number, unit: LengthUnit, denominator = 16): string {
  return unit === 'mm' ? formatMm(mm) : inchText(inchParts(mm, denominator));
}

/** A length that is there at least: down to the whole mm or the sixteenth, so that it never promises more. */
export function formatAtLeast(mm: number, unit: LengthUnit, denominator = 16): string {
  const step = unit === 'mm' ? 1 : MM_PER_INCH / denominator;
  return formatLength(Math.floor(mm / step + 1e-6) * step, unit, denominator);
}
