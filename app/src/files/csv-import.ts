import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import {
  MAT_DIALOG_DATA,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import { TABLE_FIELD_NAMES, TABLE_FIELDS, type TableField } from '@aldrek/core/shop';
import { fullWidth, type LengthUnit, type Piece } from '@aldrek/core/wood';
import { LengthFigure } from '../format/length-figure';
import { WoodFace } from '../drawing/wood-face';
import { RackActions } from '../shop-store/rack-actions';
import type { Choice } from '../ui/choice-field';
import { ShopStore } from '../shop-store/shop.store';
import { FilesAtTheDoor, type TableRead } from './files-at-the-door';
import { ChoiceField } from '../ui/choice-field';
import { ToggleField } from '../ui/toggle-field';

/** A table and how it was read by its headings alone. */
export interface TableFile {
  readonly file: File;
  readonly first: TableRead;
}

/** Strips drawn in the preview; the rest is counted. */
const PREVIEWED = 40;
const STRIP = { width: 330, height: 40 };

/** A table of pieces on its way in: which column is what, what was understood, what is wrong. */
@Component({
  selector: 'al-csv-import',
  imports: [
    MatButton,
    MatDialogTitle,
    MatDialogContent,
    MatDialogClose,
    WoodFace,
    LengthFigure,
    ChoiceField,
    ToggleField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './csv-import.html',
  styleUrl: './csv-import.scss',
})
export class CsvImport {
  protected readonly data = inject<TableFile>(MAT_DIALOG_DATA);
  private readonly store = inject(ShopStore);
  private readonly actions = inject(RackActions);
  private readonly door = inject(FilesAtTheDoor);
  private readonly ref = inject(MatDialogRef<CsvImport, number>);

  protected readonly units: readonly Choice<LengthUnit>[] = [
    { value: 'mm', name: 'mm' },
    { value: 'inch', name: 'inch' },
  ];
  protected readonly fields: readonly Choice<TableField | null>[] = [
    { value: null, name: 'not used' },
    ...TABLE_FIELDS.map((value) => ({ value, name: TABLE_FIELD_NAMES[value] })),
  ];
  protected readonly unit = signal<LengthUnit>(this.store.unit());
  protected readonly columns = signal(this.data.first.columns);
  protected readonly samples = this.data.first.samples;

  private readonly asked = computed(() => ({
    columns: this.columns(),
    unit: this.unit(),
    taken: [...this.store.tags()],
  }));
  private readonly read = signal<{ readonly asked: unknown; readonly table: TableRead }>({
    asked: this.asked(),
    table: this.data.first,
  });
  protected readonly table = computed(() => this.read().table);
  /** Whether what is shown was read as it is asked for now. */
  private readonly settled = computed(() => this.read().asked === this.asked());
  protected readonly trouble = signal('');
  protected readonly ready = computed(
    () => this.settled() && this.table().faults.length === 0 && this.table().count > 0,
  );

  constructor() {
    effect((onCleanup) => {
      const asked = this.asked();
      if (asked === untracked(this.read).asked) return;
      const reading = this.door.readTable(this.data.file, asked);
      onCleanup(reading.cancel);
      reading.result.then(
        (table) => {
          if (table) this.read.set({ asked, table });
        },
        (error: unknown) => this.trouble.set(`${this.data.file.name} could not be read (${String(error)}).`),
      );
    });
  }

  private readonly longest = computed(() =>
    Math.max(
      600,
      ...this.table()
        .rows.slice(0, PREVIEWED)
        .map(({ piece }) => piece.length),
    ),
  );
  protected readonly drawn = computed(() =>
    this.table()
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
  protected readonly moreRows = computed(() => this.table().rows.length - this.drawn().length);

  protected match(index: number, field: TableField | null): void {
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
    const { rows, count } = this.table();
    const ids = this.actions.tally(rows, `import ${count} pieces from ${this.data.file.name}`);
    this.ref.close(ids.length);
  }
}
