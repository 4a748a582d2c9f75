/** A table of pieces as it is read in the files worker: its columns, what was understood, what is wrong. */
import { matchColumns, readPieceRows, type Column, type TableFault, type TableRow } from '@aldrek/core/shop';
import { type LengthUnit } from '@aldrek/core/wood';
import { fromCsv } from './csv';

/** How a table is to be read. */
export interface TableReadingAsk {
  /** Which column is what; null to go by the headings. */
  readonly columns: readonly Column[] | null;
  /** The unit of lengths that bear none. */
  readonly unit: LengthUnit;
  /** Tags that other pieces bear. */
  readonly taken: readonly string[];
}

export interface TableHead {
  readonly columns: readonly Column[];
  /** Of each column the first few entries. */
  readonly samples: readonly string[];
  /** Rows below the headings. */
  readonly lines: number;
  /** Pieces in all. */
  readonly count: number;
  /** The first faults; how many more there are. */
  readonly faults: readonly TableFault[];
  readonly moreFaults: number;
}

const FAULTS_SHOWN = 60;
const SAMPLES = 3;

export function readTable(
  text: string,
  { columns: chosen, unit, taken }: TableReadingAsk,
): { readonly head: TableHead; readonly rows: readonly TableRow[] } {
  const [headings = [], ...lines] = fromCsv(text);
  const columns = chosen ?? matchColumns(headings);
  const { rows, faults } = readPieceRows(lines, columns, unit, new Set(taken));
  return {
    head: {
      columns,
      samples: columns.map((_, i) => samplesOf(lines, i)),
      lines: lines.length,
      count: rows.reduce((sum, row) => sum + row.count, 0),
      faults: faults.slice(0, FAULTS_SHOWN),
      moreFaults: Math.max(0, faults.length - FAULTS_SHOWN),
    },
    rows,
  };
}

function samplesOf(lines: readonly (readonly string[])[], column: number): string {
  const samples: string[] = [];
  for (const line of lines) {
    const text = line[column]?.trim() ?? '';
    if (text !== '') samples.push(text);
    if (samples.length === SAMPLES) break;
  }
  return samples.join(', ');
}
