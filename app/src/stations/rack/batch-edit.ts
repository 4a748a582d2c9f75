import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  MAT_DIALOG_DATA,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { findSpecies, parseLength, speciesName, type Piece } from '@aldrek/core';
import { RackActions, type BatchEdit } from '../../state/rack-actions';
import { ShopStore } from '../../state/shop.store';

type Field = 'place' | 'find' | 'name' | 'species' | 'thickness' | 'moisture';

const FIELDS: readonly { readonly key: Field; readonly name: string; readonly example: string }[] = [
  { key: 'place', name: 'place', example: 'bay 2' },
  { key: 'species', name: 'species, ? for a guess', example: 'oak?' },
  { key: 'name', name: 'name', example: 'slat' },
  { key: 'thickness', name: 'thickness', example: '18' },
  { key: 'moisture', name: 'moisture, %', example: '14' },
  { key: 'find', name: 'find', example: 'chapel pews' },
];

type Read = { readonly edit: BatchEdit } | { readonly fault: string };

/** Changes several pieces alike; what is left empty stays as it is. */
@Component({
  selector: 'al-batch-edit',
  imports: [MatDialogTitle, MatDialogContent, MatDialogClose],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Change {{ pieces.length }} pieces</h2>
    <mat-dialog-content>
      <p>What you leave empty stays as it is with each of them.</p>
      <div class="fields">
        @for (field of fields; track field.key) {
          <label class="field"
            ><span>{{ field.name }}</span>
            <input
              #entry
              maxlength="120"
              [placeholder]="now(field.key)"
              [attr.data-reads]="
                field.key === 'thickness' ? 'length' : field.key === 'moisture' ? 'moisture' : null
              "
              [attr.aria-invalid]="faultOf(field.key) !== null"
              (input)="write(field.key, entry.value)"
              (keydown.enter)="keep()"
            />
            @if (faultOf(field.key); as fault) {
              <span class="fault" role="alert">{{ fault }}</span>
            }
          </label>
        }
      </div>
      <div class="row">
        <button type="button" class="btn strong" [disabled]="!ready()" (click)="keep()">Change them</button>
        <button type="button" class="btn" mat-dialog-close>Leave</button>
      </div>
    </mat-dialog-content>
  `,
  styles: `
    p {
      color: var(--ink);
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
      gap: 10px;
      margin: 12px 0 16px;
    }
    .row {
      display: flex;
      gap: 10px;
    }
  `,
})
export class BatchEditSheet {
  protected readonly pieces = inject<readonly Piece[]>(MAT_DIALOG_DATA);
  private readonly actions = inject(RackActions);
  private readonly store = inject(ShopStore);
  private readonly ref = inject(MatDialogRef);
  protected readonly fields = FIELDS;
  private readonly texts = signal<Readonly<Partial<Record<Field, string>>>>({});
  private readonly reads = computed(() =>
    FIELDS.flatMap(({ key }) => {
      const text = this.texts()[key]?.trim() ?? '';
      return text === '' ? [] : [{ key, ...this.read(key, text) }];
    }),
  );
  protected readonly ready = computed(
    () => this.reads().length > 0 && this.reads().every((read) => !('fault' in read)),
  );

  protected write(key: Field, text: string): void {
    this.texts.update((texts) => ({ ...texts, [key]: text }));
  }

  protected faultOf(key: Field): string | null {
    const read = this.reads().find((one) => one.key === key);
    return read && 'fault' in read ? read.fault : null;
  }

  /** What they have in common, or that they differ. */
  protected now(key: Field): string {
    const values = new Set(this.pieces.map((piece) => this.valueOf(piece, key)));
    const [only] = values;
    return values.size === 1 ? (only ?? '') : 'several';
  }

  protected keep(): void {
    if (!this.ready()) return;
    const edit = Object.assign(
      {},
      ...this.reads().map((read) => ('edit' in read ? read.edit : {})),
    ) as BatchEdit;
    this.actions.editMany(this.pieces, edit);
    this.ref.close(true);
  }

  private valueOf(piece: Piece, key: Field): string {
    switch (key) {
      case 'species':
        return speciesName(piece.species);
      case 'thickness':
        return String(piece.thickness);
      case 'moisture':
        return piece.moisturePct === undefined ? '' : String(piece.moisturePct);
      case 'place':
      case 'find':
      case 'name':
        return piece[key];
    }
  }

  private read(key: Field, text: string): Read {
    switch (key) {
      case 'species': {
        const name = text.replace(/\s*\?$/, '');
        const species = findSpecies(name);
        if (species === undefined) return { fault: `no species is called “${name}”` };
        return { edit: { species, speciesSure: text.endsWith('?') ? 'guess' : 'sure' } };
      }
      case 'thickness': {
        const thickness = parseLength(text, this.store.unit());
        return thickness.ok ? { edit: { thickness: thickness.value } } : { fault: thickness.fault.message };
      }
      case 'moisture': {
        const moisturePct = Number(text.replace('%', '').replace(',', '.'));
        return moisturePct >= 0 && moisturePct <= 250
          ? { edit: { moisturePct } }
          : { fault: 'a figure from 0 to 250' };
      }
      case 'place':
      case 'find':
      case 'name':
        return { edit: { [key]: text } };
    }
  }
}
