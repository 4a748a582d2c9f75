/** What the tally line and the part line share: commas, count, name, sizes, species, quoted words. */
import { parseLength, type LengthUnit } from '../units/length.ts';
import { nominalSection } from '../units/nominal.ts';
import { findSpecies, nearestSpeciesName, speciesName, type SpeciesId } from '../timber/species.ts';
import type { Certainty } from './piece.ts';

export type ChipKind =
  | 'count'
  | 'name'
  | 'size'
  | 'species'
  | 'place'
  | 'find'
  | 'tag'
  | 'since'
  | 'moisture'
  | 'warp'
  | 'veneer'
  | 'ends'
  | 'hazard'
  | 'finding';

/** Something understood, and where it stands in the text: from `start` up to but not with `end`. */
export interface TallyChip {
  readonly kind: ChipKind;
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

export interface TallyFault {
  readonly message: string;
  readonly start: number;
  readonly end: number;
}

/** At most this many pieces at once: more is a slip of the finger. */
export const MAX_COUNT = 500;
/** Lengths beyond this (mm) are taken for a slip. */
export const MAX_SIZE_MM = 20_000;

/** A run of the text with its place, so that faults can point at it. */
export interface Span {
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

/** `line` cut at its commas, each stretch trimmed. A comma between digits belongs to its figure. */
export function commaSpans(line: string): Span[] {
  const spans: Span[] = [];
  let from = 0;
  for (let i = 0; i <= line.length; i++) {
    const betweenDigits = /\d/.test(line[i - 1] ?? '') && /\d/.test(line[i + 1] ?? '');
    if (i < line.length && (line[i] !== ',' || betweenDigits)) continue;
    spans.push(trimSpan(line, from, i));
    from = i + 1;
  }
  return spans;
}

function trimSpan(line: string, start: number, end: number): Span {
  while (start < end && /\s/.test(line[start] ?? '')) start++;
  while (end > start && /\s/.test(line[end - 1] ?? '')) end--;
  return { text: line.slice(start, end), start, end };
}

/** A section that was read as a nominal size: where it stands, and how it would be written as its true size. */
export interface NominalReading {
  readonly text: string;
  readonly start: number;
  readonly end: number;
  /** `4"x4"`: with units, so that it is read as it stands. */
  readonly asTrue: string;
}

/** What stands before the first comma: count, name, the three sizes, and the words after them. */
export interface HeadReading {
  readonly count: number;
  readonly name: string;
  readonly sizes: readonly [number, number, number] | null;
  readonly widthFar: number | undefined;
  /** Where the section was read as a nominal size. */
  readonly nominal: NominalReading | null;
  readonly rest: Span;
  readonly chips: TallyChip[];
  readonly faults: TallyFault[];
}

const BY = String.raw`\s*(?:[x×*]|\bby\b)\s*`;
const SIZE = String.raw`[\d.½¼¾⅛⅜⅝⅞][\d.,/ ½¼¾⅛⅜⅝⅞⁄-]*?\s*(?:(?:mm|cm|m|inches|inch|in|feet|foot|ft)(?![a-z])|''|["″”'′’])?(?:\s*\d[\d ./½¼¾⅛⅜⅝⅞]*(?:"|″|”|''|in\b))?`;
const SIZES = new RegExp(
  String.raw`(${SIZE})${BY}(${SIZE})(?:\s*(?:>|→|\bto\b)\s*(${SIZE}))?${BY}(${SIZE})(?=\s|$|[a-z?])`,
  'i',
);

/** Reads count, name and sizes off the first stretch of a tally line or a part line. */
export function readHead(head: Span, unit: LengthUnit): HeadReading {
  const bySection = readSectionFirst(head, unit);
  if (bySection) return bySection;
  const chips: TallyChip[] = [];
  const faults: TallyFault[] = [];
  const lead = COUNT_BY_SIZES.exec(head.text)?.[0].length ?? 0;
  const found = SIZES.exec(head.text.slice(lead).padStart(head.text.length));
  const before = found ? head.text.slice(0, found.index) : head.text;
  const { count, name } = readCountAndName(before, head, found !== null, chips, faults);
  if (!found) {
    const where = head.text === '' ? head : { start: head.end, end: head.end };
    const message = /\d\s*[x×*]|\bby\b/i.test(head.text)
      ? 'three sizes are needed: length × width × thickness'
      : 'sizes are missing: length × width × thickness';
    faults.push({ message, start: where.start, end: where.end });
    return {
      count,
      name,
      sizes: null,
      widthFar: undefined,
      nominal: null,
      rest: { text: '', start: head.end, end: head.end },
      chips,
      faults,
    };
  }
  const read = (group: number): number | null => {
    const text = found[group];
    if (text === undefined) return null;
    const offset = head.start + found.index + found[0].indexOf(text, groupStart(found, group));
    const length = parseLength(text, unit);
    const span = { start: offset, end: offset + text.trimEnd().length };
    if (!length.ok) faults.push({ message: length.fault.message, ...span });
    else if (length.value > MAX_SIZE_MM) {
      faults.push({ message: `${text.trim()} is longer than 20 m; check the unit`, ...span });
    } else return length.value;
    return null;
  };
  const length = read(1);
  const width = read(2);
  const far = found[3] === undefined ? undefined : (read(3) ?? undefined);
  const thickness = read(4);
  const start = head.start + found.index;
  const end = start + found[0].trimEnd().length;
  const complete = length !== null && width !== null && thickness !== null;
  if (complete) chips.push({ kind: 'size', text: found[0].trim(), start, end });
  return {
    count,
    name,
    sizes: complete ? [length, width, thickness] : null,
    widthFar: far,
    nominal: null,
    rest: trimSpan(head.text.padStart(head.end), end, head.end),
    chips,
    faults,
  };
}

const PLAIN = String.raw`\d+(?:\.\d+)?(?:/\d+)?`;
const UNIT = String.raw`(?:mm|cm|m|inches|inch|in|feet|foot|ft)(?![a-z])|''|["″”'′’]`;
/** `4x4 8'`, `2x4x8'`, `90x45 2400`: the section first, the length last, after a space or with a unit of its own. */
const SECTION = new RegExp(
  String.raw`(?<![\d.,/x×*])(?<!\d\s)(${PLAIN})\s*(${UNIT})?\s*[x×*]\s*(${PLAIN})\s*(${UNIT})?(\s+|\s*[x×*]\s*)(${SIZE})(?=\s|$|[a-z?])`,
  'i',
);
const SECTION_BY_COUNT = /^\d+\s*[x×*]\s+/;

/** Reads a head whose section stands first; null where it is none, so that the usual order is tried. */
function readSectionFirst(head: Span, unit: LengthUnit): HeadReading | null {
  const lead = SECTION_BY_COUNT.exec(head.text)?.[0].length ?? 0;
  const shown = head.text.slice(lead).padStart(head.text.length);
  const found = SECTION.exec(shown);
  if (!found || /[x×*]\s*$/.test(shown.slice(0, found.index))) return null;
  const [whole, first = '', firstUnit, second = '', secondUnit, between = '', last = ''] = found;
  const bare = firstUnit === undefined && secondUnit === undefined;
  const pair = bare ? nominalSection(inches(first), inches(second)) : null;
  const lengthHasUnit = new RegExp(`(?:${UNIT})\\s*$`, 'i').test(last);
  // Joined by a third “x” it is length × width × thickness, unless only the last has a unit and the pair is nominal.
  if (/[x×*]/.test(between) && !(pair && lengthHasUnit)) return null;
  // After a space more figures or a third size follow: another order.
  if (/^\s*[x×*]/.test(shown.slice(found.index + whole.length))) return null;
  const faults: TallyFault[] = [];
  const chips: TallyChip[] = [];
  const start = head.start + found.index;
  const end = start + whole.trimEnd().length;
  const read = (text: string, at: number): number | null => {
    const length = parseLength(text, unit);
    const span = { start: at, end: at + text.trimEnd().length };
    if (!length.ok) faults.push({ message: length.fault.message, ...span });
    else if (length.value > MAX_SIZE_MM)
      faults.push({ message: `${text.trim()} is longer than 20 m; check the unit`, ...span });
    else return length.value;
    return null;
  };
  const sectionText = whole.slice(0, whole.length - last.length - between.length);
  const [a, b] = pair
    ? [pair.width, pair.thickness]
    : [
        read(first + (firstUnit ?? secondUnit ?? ''), start),
        read(second + (secondUnit ?? firstUnit ?? ''), start + sectionText.indexOf(second)),
      ];
  const length = read(last, start + whole.length - last.length);
  const { count, name } = readCountAndName(head.text.slice(0, found.index), head, true, chips, faults);
  const complete = a !== null && b !== null && length !== null;
  const nominal: NominalReading | null = pair
    ? {
        text: `${first} × ${second} nominal, read as ${pair.thickness} × ${pair.width} mm`,
        start,
        end: start + sectionText.trimEnd().length,
        asTrue: `${first}"x${second}"`,
      }
    : null;
  if (complete) chips.push({ kind: 'size', text: nominal?.text ?? whole.trim(), start, end });
  return {
    count,
    name,
    sizes: complete ? [length, Math.max(a, b), Math.min(a, b)] : null,
    widthFar: undefined,
    nominal,
    rest: trimSpan(head.text.padStart(head.end), end, head.end),
    chips,
    faults,
  };
}

const inches = (text: string): number => {
  const [over, under] = text.split('/').map(Number);
  return under === undefined ? (over ?? 0) : (over ?? 0) / under;
};

/** `2 x 1200 x 90 x 20`: four figures in a row, of which the first can only be the count. */
const COUNT_BY_SIZES = new RegExp(String.raw`^\d+\s*[x×*]\s*(?=${SIZE}${BY}${SIZE}${BY}${SIZE})`, 'i');

/** Where to look for a group's text inside the match: after the groups before it. */
function groupStart(match: RegExpExecArray, group: number): number {
  let from = 0;
  for (let i = 1; i < group; i++) {
    const text = match[i];
    if (text !== undefined) from = match[0].indexOf(text, from) + text.length;
  }
  return from;
}

function readCountAndName(
  before: string,
  head: Span,
  hasSizes: boolean,
  chips: TallyChip[],
  faults: TallyFault[],
): { count: number; name: string } {
  const match = /^(\d+)(?:\s*(?:off|of|no|pcs?)\b\.?|\s*[x×*])?(?:\s+|$)/i.exec(before);
  let count = 1;
  let from = 0;
  if (match && (hasSizes || /[a-z]/i.test(before))) {
    count = Number(match[1]);
    from = match[0].length;
    const span = { start: head.start, end: head.start + (match[1]?.length ?? 0) };
    if (count < 1 || count > MAX_COUNT) {
      faults.push({ message: `count from 1 to ${MAX_COUNT}`, ...span });
      count = 1;
    } else chips.push({ kind: 'count', text: `${count} ×`, ...span });
  }
  const span = trimSpan(
    before.padStart(head.start + before.length),
    head.start + from,
    head.start + before.length,
  );
  const name = hasSizes ? span.text : span.text.replace(/[\d.].*$/, '').trim();
  if (name !== '') chips.push({ kind: 'name', text: name, start: span.start, end: span.start + name.length });
  return { count, name };
}

/** Reads a species with its `?`; pushes a chip, or a fault that offers the nearest name. */
export function readSpecies(
  span: Span,
  chips: TallyChip[],
  faults: TallyFault[],
): { species: SpeciesId; sure: Certainty } | null {
  const sure: Certainty = span.text.endsWith('?') ? 'guess' : 'sure';
  const word = span.text.replace(/\s*\?$/, '');
  const species = findSpecies(word);
  if (species !== undefined) {
    chips.push({
      kind: 'species',
      text: speciesName(species) + (sure === 'guess' ? ', a guess' : ''),
      start: span.start,
      end: span.end,
    });
    return { species, sure };
  }
  const near = nearestSpeciesName(word);
  faults.push({
    message: near ? `no species is called “${word}”; ${near}?` : `no species is called “${word}”`,
    start: span.start,
    end: span.end,
  });
  return null;
}
