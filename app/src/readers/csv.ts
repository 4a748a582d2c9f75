import Papa from 'papaparse';

/** A table of text as CSV, quoted where it must be, with the mark by which spreadsheets know UTF-8. */
export const toCsv = (table: readonly (readonly string[])[]): string =>
  `\uFEFF${Papa.unparse(table as string[][], { newline: '\r\n', escapeFormulae: true })}\r\n`;

/** The rows of a CSV text, whatever it parts its columns by; blank lines at the end are no rows. */
export function fromCsv(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trimEnd(), { skipEmptyLines: false });
  while (data.length > 0 && (data.at(-1) ?? []).every((cell) => cell.trim() === '')) data.pop();
  // What was kept from running as a formula is given back as it was.
  return data.map((row) => row.map((cell) => cell.replace(/^'(?=[=+\-@\t\r])/, '')));
}
