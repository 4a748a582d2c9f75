/**
 * The part line: a part of a project in one line, in the manner of the tally line.
 *
 *     [count] [name] length x width x thickness [species], [grade]
 *
 * Sizes are finished sizes. Species may be several, parted by `or`; none means any. Without a grade the
 * part is `character`.
 */
import type { LengthUnit } from '../units/length.ts';
import { GRADE_NAMES, GRADES, type Grade } from '../stock/grade.ts';
import {
  commaSpans,
  readHead,
  readSpecies,
  type ChipKind,
  type NominalReading,
  type Span,
  type TallyFault,
} from '../stock/tally-head.ts';
import type { SpeciesId } from '../timber/species.ts';
import type { Part } from './project.ts';

interface PartChip {
  readonly kind: ChipKind | 'grade';
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

export interface PartReading {
  readonly chips: readonly PartChip[];
  readonly faults: readonly TallyFault[];
  /** Where a section was read as a nominal size. */
  readonly nominal: NominalReading | null;
  readonly part: Omit<Part, 'id' | 'allowances'> | null;
}

/** Reads one part line; never throws, marks what it does not understand. */
export function readPartLine(line: string, unit: LengthUnit): PartReading {
  const [first, ...others] = commaSpans(line);
  const head = readHead(first ?? { text: '', start: 0, end: 0 }, unit);
  const chips: PartChip[] = head.chips;
  const faults = head.faults;
  let grade: Grade = 'character';
  const species: SpeciesId[] = [];
  const speciesSpans = orSpans(head.rest);
  for (const span of others) {
    if (span.text === '') continue;
    const named = gradeByName(span.text);
    if (named) {
      grade = named;
      chips.push({ kind: 'grade', text: GRADE_NAMES[named], start: span.start, end: span.end });
    } else speciesSpans.push(...orSpans(span));
  }
  for (const span of speciesSpans) {
    if (/^any$/i.test(span.text)) continue;
    const named = gradeByName(span.text);
    if (named) {
      grade = named;
      chips.push({ kind: 'grade', text: GRADE_NAMES[named], start: span.start, end: span.end });
      continue;
    }
    const before = faults.length;
    const read = readSpecies(span, head.chips, faults);
    if (read) species.push(read.species);
    else if (faults.length > before) {
      const fault = faults[faults.length - 1] as TallyFault;
      faults[faults.length - 1] = { ...fault, message: `${fault.message}; nor a grade` };
    }
  }
  if (head.widthFar !== undefined) {
    faults.push({ message: 'a part has one width', start: first?.start ?? 0, end: first?.end ?? 0 });
  }
  const name = head.name;
  const part = head.sizes && {
    name: name === '' ? 'part' : name,
    qty: head.count,
    length: head.sizes[0],
    width: head.sizes[1],
    thickness: head.sizes[2],
    grade,
    species: species.length === 0 ? ('any' as const) : species,
  };
  chips.sort((a, b) => a.start - b.start);
  return { chips, faults, nominal: head.nominal, part };
}

function gradeByName(text: string): Grade | undefined {
  const wanted = text.trim().toLowerCase();
  return GRADES.find(
    (grade) =>
      grade === wanted || GRADE_NAMES[grade] === wanted || (grade === 'one-face' && wanted === 'one face'),
  );
}

function orSpans(span: Span): Span[] {
  if (span.text === '') return [];
  const spans: Span[] = [];
  let from = 0;
  for (const piece of span.text.split(/\s+or\s+/i)) {
    const start = span.start + span.text.indexOf(piece, from);
    spans.push({ text: piece, start, end: start + piece.length });
    from = start - span.start + piece.length;
  }
  return spans;
}
