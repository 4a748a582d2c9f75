/**
 * The tally line: a piece or a batch of like pieces, as it would be called out across a yard.
 *
 *     [count] [name] length x width[>width at the far end] x thickness [species[?]] [, more …]
 *
 * or, section first, `post 4x4 8'`: nominal where no unit stands and the trade has such a size, else as it measures;
 * and after a comma, in any order: a place (`bay 2`, `at the loft`), `from` a find, `tag` a tag, `since` a
 * day, moisture (`mc 14`), `veneer` its thickness, `rough ends`, warp (`cup 3`, `bow -4`, `crook 2`, `twist 5`), `hazard` a hazard, and findings
 * (`knot @600:40 size 34x28`). Sizes take any unit (see `units/length`); a bare figure is in the user's
 * unit. `?` after the species marks a guess. Words with commas or figures in them stand in double quotes.
 *
 * The reader never throws: it returns what it understood as chips and what it did not as faults, each with
 * its place in the text, so that both can be shown where they stand. What is printed reads back the same.
 */
import { inchParts, MM_PER_INCH, type LengthUnit } from '../units/length.ts';
import { findSpecies, speciesName, UNKNOWN_SPECIES, type SpeciesId } from '../timber/species.ts';
import type { HazardKind } from './hazard-kind.ts';
import type { Certainty, Piece } from './piece.ts';
import { clauseChip, printFindings, readClause, type Clause, type ReadFinding } from './tally-clauses.ts';
import {
  commaSpans,
  readHead,
  readSpecies,
  type NominalReading,
  type Span,
  type TallyChip,
  type TallyFault,
} from './tally-head.ts';
import { WARP_KINDS, type Warp } from './warp.ts';

/** A tallied piece before it has an id and a tag. */
export type TalliedPiece = Pick<
  Piece,
  | 'name'
  | 'length'
  | 'width'
  | 'widthFar'
  | 'thickness'
  | 'species'
  | 'speciesSure'
  | 'place'
  | 'find'
  | 'since'
  | 'moisturePct'
  | 'warp'
  | 'hazards'
  | 'veneerMm'
  | 'roughEnds'
> & { readonly findings: readonly ReadFinding[] };

export interface TallyReading {
  readonly chips: readonly TallyChip[];
  readonly faults: readonly TallyFault[];
  readonly count: number;
  readonly tag: string | null;
  /** Where a section was read as a nominal size, so that it can be taken as its true size instead. */
  readonly nominal: NominalReading | null;
  /** What the line says so far; null until length, width and thickness are all understood. */
  readonly piece: TalliedPiece | null;
}

/** Stands for a quoted word while the line is cut up: a letter that no line holds. */
const MASK = '\uE000';
const QUOTED = /(^\s*(?:\d+\s+)?|,\s*(?:(?:at|in|from|tag)\s+)?|\bnote\s+)("(?=\S)(?:[^"]|"")*")(?=\s|,|$)/gi;

const masked = (line: string): string =>
  line.replace(QUOTED, (_all, before: string, word: string) => before + MASK.repeat(word.length));

const unquoted = (text: string): string =>
  /^".*"$/s.test(text) ? text.slice(1, -1).replaceAll('""', '"') : text;

/** Reads one tally line. */
export function readTallyLine(line: string, unit: LengthUnit): TallyReading {
  const cut = masked(line);
  const said = (text: string, start: number): string =>
    text.includes(MASK) ? unquoted(line.slice(start, start + text.length)) : text;
  const [first, ...others] = commaSpans(cut);
  const head = readHead(first ?? { text: '', start: 0, end: 0 }, unit);
  const { faults } = head;
  const chips = head.chips.map((chip) => ({ ...chip, text: said(chip.text, chip.start) }));
  const size = head.sizes && {
    length: head.sizes[0],
    width: head.sizes[1],
    ...(head.widthFar === undefined ? {} : { widthFar: head.widthFar }),
  };
  let species: { species: SpeciesId; sure: Certainty } | null = null;
  if (head.rest.text !== '') species = readSpecies(head.rest, chips, faults);
  const clauses: Clause[] = [];
  for (const span of others) {
    if (span.text === '') continue;
    const clause = readClause(span, (part, offset) => said(part, span.start + offset), size, unit);
    if (clause?.ok) {
      clauses.push(clause.value);
      chips.push({ ...clauseChip(clause.value), start: span.start, end: span.end });
    } else if (clause) {
      faults.push({ message: clause.fault, start: span.start, end: span.end });
    } else if (species === null && findSpecies(span.text.replace(/\s*\?$/, '')) !== undefined) {
      species = readSpecies(span, chips, faults);
    } else faults.push(unknownClause(span));
  }
  const nameChip = chips.find((chip) => chip.kind === 'name');
  const piece: TalliedPiece | null = head.sizes && {
    name: nameChip?.text ?? head.name,
    length: head.sizes[0],
    width: head.sizes[1],
    ...(head.widthFar === undefined ? {} : { widthFar: head.widthFar }),
    thickness: head.sizes[2],
    species: species?.species ?? UNKNOWN_SPECIES,
    speciesSure: species?.sure ?? 'sure',
    ...fromClauses(clauses),
  };
  chips.sort((a, b) => a.start - b.start);
  faults.sort((a, b) => a.start - b.start);
  return {
    chips,
    faults,
    count: head.count,
    tag: lastOf(clauses, 'tag') ?? null,
    nominal: head.nominal,
    piece,
  };
}

const unknownClause = ({ text, start, end }: Span): TallyFault => ({
  message: `“${text}” is not understood; say “at …” for a place, “from …” for a find, “knot @600” for what is in it`,
  start,
  end,
});

/** What was said last of a kind: a slip is put right by saying it again. */
function lastOf(clauses: readonly Clause[], kind: 'place' | 'find' | 'tag' | 'since'): string | undefined {
  let last: string | undefined;
  for (const clause of clauses)
    if (clause.kind === kind && typeof clause.value === 'string') last = clause.value;
  return last;
}

type FromClauses = Pick<
  TalliedPiece,
  'place' | 'find' | 'since' | 'moisturePct' | 'warp' | 'hazards' | 'findings' | 'veneerMm' | 'roughEnds'
>;

function fromClauses(clauses: readonly Clause[]): FromClauses {
  const since = lastOf(clauses, 'since');
  const moisture = clauses.flatMap((clause) => (clause.kind === 'moisture' ? [clause.value] : [])).at(-1);
  const veneer = clauses.flatMap((clause) => (clause.kind === 'veneer' ? [clause.value] : [])).at(-1);
  const rough = new Set(clauses.flatMap((clause) => (clause.kind === 'rough' ? clause.value : [])));
  const warp: Partial<Record<keyof Warp, number>> = {};
  const hazards: HazardKind[] = [];
  // “hazard none” says that someone has looked and found nothing.
  const screened = clauses.some((clause) => clause.kind === 'hazard');
  const findings: ReadFinding[] = [];
  for (const clause of clauses) {
    if (clause.kind === 'warp') warp[clause.which] = clause.value;
    else if (clause.kind === 'hazard' && clause.value !== 'none') hazards.push(clause.value);
    else if (clause.kind === 'finding') findings.push(...clause.value);
  }
  return {
    place: lastOf(clauses, 'place') ?? '',
    find: lastOf(clauses, 'find') ?? '',
    ...(since === undefined ? {} : { since }),
    ...(moisture === undefined ? {} : { moisturePct: moisture }),
    ...(Object.keys(warp).length > 0 ? { warp } : {}),
    ...(screened ? { hazards } : {}),
    ...(veneer === undefined ? {} : { veneerMm: veneer }),
    ...(rough.size > 0 ? { roughEnds: (['near', 'far'] as const).filter((end) => rough.has(end)) } : {}),
    findings,
  };
}

const PLAIN_NAME = /^\p{L}[\p{L}’'-]*(?: \p{L}[\p{L}’'-]*)*$/u;
const COUNT_WORDS = /\b(?:x|by|off|of|no|pcs?)\b/i;
const PLAIN_PLACE = /^[\p{L}\d’'-]+(?: [\p{L}\d’'-]+)*$/u;

const inQuotes = (text: string): string => `"${text.replaceAll('"', '""')}"`;
const printName = (text: string): string =>
  PLAIN_NAME.test(text) && !COUNT_WORDS.test(text) ? text : inQuotes(text);
const printWords = (text: string): string => (PLAIN_PLACE.test(text) ? text : inQuotes(text));

/**
 * A length that reads back the same: in the user's unit where that is exact, in mm where a piece was not
 * measured in 64ths of an inch.
 */
function exactLength(mm: number, unit: LengthUnit): string {
  const plain = String(Math.round(mm * 1e6) / 1e6);
  if (unit === 'mm') return plain;
  const { negative, whole, numerator, denominator } = inchParts(mm, 64);
  const exact = (whole + numerator / denominator) * MM_PER_INCH * (negative ? -1 : 1);
  if (Math.abs(exact - mm) > 5e-7) return `${plain}mm`;
  const fraction = numerator > 0 ? `${numerator}/${denominator}` : '';
  return `${negative ? '-' : ''}${[whole > 0 || fraction === '' ? whole : '', fraction].filter((part) => part !== '').join(' ')}"`;
}

/** The piece as a tally line that reads back the same, its id, plan and find on record left aside. */
export function printTallyLine(piece: TalliedPiece & { readonly tag?: string }, unit: LengthUnit): string {
  const size = (mm: number): string => exactLength(mm, unit);
  const width =
    piece.widthFar === undefined ? size(piece.width) : `${size(piece.width)}>${size(piece.widthFar)}`;
  const guess = piece.speciesSure === 'guess' ? '?' : '';
  const head = [
    piece.name === '' ? '' : printName(piece.name),
    `${size(piece.length)} x ${width} x ${size(piece.thickness)}`,
    piece.species === UNKNOWN_SPECIES ? guess && `unknown${guess}` : speciesName(piece.species) + guess,
  ];
  const tail = [
    ...printFindings(piece.findings, size, inQuotes),
    ...WARP_KINDS.flatMap((kind) => {
      const mm = piece.warp?.[kind];
      return mm === undefined ? [] : [`${kind} ${mm < 0 ? '-' : ''}${size(Math.abs(mm))}`];
    }),
    piece.moisturePct === undefined ? '' : `mc ${piece.moisturePct}`,
    piece.veneerMm === undefined ? '' : `veneer ${size(piece.veneerMm)}`,
    piece.roughEnds === undefined || piece.roughEnds.length === 0
      ? ''
      : piece.roughEnds.length > 1
        ? 'rough ends'
        : `rough ${piece.roughEnds[0] ?? ''} end`,
    ...(piece.hazards?.length === 0 ? ['none'] : (piece.hazards ?? [])).map((kind) => `hazard ${kind}`),
    piece.place === '' ? '' : `at ${printWords(piece.place)}`,
    piece.since === undefined ? '' : `since ${piece.since}`,
    piece.find === '' ? '' : `from ${printWords(piece.find)}`,
    piece.tag === undefined ? '' : `tag ${printWords(piece.tag)}`,
  ];
  return [head.filter(Boolean).join(' '), ...tail.filter(Boolean)].join(', ');
}
