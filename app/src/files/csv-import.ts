import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  MAT_DIALOG_DATA,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import {
  fullWidth,
  matchColumns,
  readPieceRows,
  TABLE_FIELD_NAMES,
  TABLE_FIELDS,
  type LengthUnit,
  type Piece,
  type TableField,
} from '@aldrek/core';
import { LengthFigure } from '../drawing/length-figure';
import { WoodFace } from '../drawing/wood-face';
import { RackActions } from '../state/rack-actions';
import { ShopStore } from '../state/shop.store';

/** A table as it was read, its headings first. */
export interface TableFile {
  readonly name: string;
  readonly rows: readonly (readonly string[])[];
}

/** Strips drawn in the preview; the rest is counted. */
const PREVIEWED = 40;
const FAULTS_SHOWN = 60;
const STRIP = { width: 330, height: 40 };

/** A table of pieces on its way in: which column is what, what was understood, what is wrong. */
@Component({
  selector: 'al-csv-import',
  imports: [MatDialogTitle, MatDialogContent, MatDialogClose, WoodFace, LengthFigure],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './csv-import.html',
  styleUrl: './csv-import.scss',
})
export class CsvImport {
  protected readonly file = inject<TableFile>(MAT_DIALOG_DATA);
  private readonly store = inject(ShopStore);
  private readonly actions = inject(RackActions);
  private readonly ref = inject(MatDialogRef<CsvImport, number>);

  protected readonly fields = TABLE_FIELDS;
  protected readonly names = TABLE_FIELD_NAMES;
  protected readonly unit = signal<LengthUnit>(this.store.unit());
  private readonly rows = this.file.rows.slice(1);
  protected readonly columns = signal(matchColumns(this.file.rows[0] ?? []));
  protected readonly samples = (this.file.rows[0] ?? []).map((_, i) =>
    this.rows
      .map((row) => row[i]?.trim() ?? '')
      .filter((text) => text !== '')
      .slice(0, 3)
      .join(', '),
  );

  private readonly reading = computed(() =>
    readPieceRows(this.rows, this.columns(), this.unit(), this.store.tags()),
  );
  protected readonly faults = computed(() => this.reading().faults.slice(0, FAULTS_SHOWN));
  protected readonly moreFaults = computed(() => this.reading().faults.length - this.faults().length);
  protected readonly count = computed(() => this.reading().rows.reduce((sum, row) => sum + row.count, 0));
  protected readonly ready = computed(() => this.reading().faults.length === 0 && this.count() > 0);

  private readonly longest = computed(() =>
    Math.max(
      600,
      ...this.reading()
        .rows.slice(0, PREVIEWED)
        .map(({ piece }) => piece.length),
    ),
  );
  protected readonly drawn = computed(() =>
    this.reading()
      .rows.slice(0, PREVIEWED)
      .map((row) => {
        const findings = row.piece.findings.map((finding, i) => ({ ...finding, id: String(i) }));
        const piece: Piece = { ...row.piece, id: '', tag: row.tag ?? '', findings };
        const pxPerMm = Math.min(STRIP.width / this.longest(), STRIP.height / fullWidth(piece));
        return {
          row: row.row,
          count: row.count,
          piece,
          pxPerMm,
          width: piece.length * pxPerMm + 2,
          height: fullWidth(piece) * pxPerMm + 2,
        };
      }),
  );
  protected readonly moreRows = computed(() => this.reading().rows.length - this.drawn().length);

  protected match(index: number, value: string): void {
    const field = TABLE_FIELDS.find((known): known is TableField => known === value) ?? null;
    this.columns.update((columns) =>
      columns.map((column, i) => {
        if (i === index) return { ...column, field };
        // A field stands in one column only: the one that was chosen last.
        return field !== null && column.field === field ? { ...column, field: null } : column;
      }),
    );
  }

  protected bring(): void {
    if (!this.ready()) return;
    const { rows } = this.reading();
    const ids = this.actions.tally(rows, `import ${this.count()} pieces from ${this.file.name}`);
    this.ref.close(ids.length);
  }
}
