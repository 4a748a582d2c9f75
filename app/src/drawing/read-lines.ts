/** A text of one or more lines, each read by itself: what the tally line and the part line share. */

interface Fault {
  readonly message: string;
  readonly start: number;
  readonly end: number;
}

export interface ReadLine<R> {
  /** From 1. */
  readonly number: number;
  readonly text: string;
  /** Where the line begins in the whole text. */
  readonly offset: number;
  readonly reading: R;
}

/** Every line that is not blank, read. */
export function readLines<R>(text: string, read: (line: string) => R): ReadLine<R>[] {
  let offset = 0;
  const lines: ReadLine<R>[] = [];
  text.split('\n').forEach((line, i) => {
    if (line.trim() !== '') lines.push({ number: i + 1, text: line, offset, reading: read(line) });
    offset += line.length + 1;
  });
  return lines;
}

/** The stretches of the whole text that were not understood. A fault without extent has no mark. */
export function marksOf(
  lines: readonly ReadLine<{ readonly faults: readonly Fault[] }>[],
): { start: number; end: number }[] {
  return lines.flatMap(({ offset, reading }) =>
    reading.faults
      .filter((fault) => fault.end > fault.start)
      .map((fault) => ({ start: offset + fault.start, end: offset + fault.end })),
  );
}

export const textOf = (lines: readonly ReadLine<unknown>[]): string =>
  lines.map((line) => line.text).join('\n');
