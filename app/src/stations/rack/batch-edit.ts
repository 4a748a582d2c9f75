import { ChangeDetectionStrategy, Component, computed, inject, viewChildren } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  FormControl,
  FormGroup,
  ReactiveFormsModule,
  type AbstractControl,
  type ValidationErrors,
} from '@angular/forms';
import { MatAutocomplete, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import {
  MAT_DIALOG_DATA,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatError } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption } from '@angular/material/select';
import { findSpecies, formatLength, SPECIES, speciesName, type Piece } from '@aldrek/core/wood';
import { RackActions, type BatchEdit } from '../../shop-store/rack-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { LengthField } from '../../ui/length-field';
import { FigureField } from '../../ui/figure-field';

type Field = 'place' | 'find' | 'name' | 'species' | 'thickness' | 'moisture';

const SPECIES_NAMES = SPECIES.map((kind) => kind.name);

const isSpecies = ({ value }: AbstractControl<string>): ValidationErrors | null => {
  const name = value.replace(/\s*\?$/, '').trim();
  return name === '' || findSpecies(name) !== undefined
    ? null
    : { species: `no species is called “${name}”` };
};

/** Makes the same change to several pieces; what is left empty stays as it is. */
@Component({
  selector: 'al-batch-edit',
  imports: [
    ReactiveFormsModule,
    MatAutocomplete,
    MatAutocompleteTrigger,
    MatButton,
    MatDialogTitle,
    MatDialogContent,
    MatDialogClose,
    MatFormField,
    MatError,
    MatInput,
    MatOption,
    LengthField,
    FigureField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Change {{ pieces.length }} pieces</h2>
    <mat-dialog-content>
      <p>What you leave empty stays as it is with each of them.</p>
      <form class="fields" id="batch" [formGroup]="form" (ngSubmit)="keep()">
        @for (field of texts; track field.key) {
          <div>
            <label class="entry-label" [attr.for]="'batch-' + field.key">{{ field.name }}</label>
            <mat-form-field subscriptSizing="dynamic">
              <input
                matInput
                maxlength="120"
                autocomplete="off"
                [id]="'batch-' + field.key"
                [formControlName]="field.key"
                [placeholder]="now(field.key)"
                [matAutocomplete]="offers"
              />
              <mat-autocomplete #offers>
                @for (name of offered(field.key); track name) {
                  <mat-option [value]="name">{{ name }}</mat-option>
                }
              </mat-autocomplete>
              <mat-error role="alert">{{ form.controls.species.getError('species') }}</mat-error>
            </mat-form-field>
          </div>
        }
        <al-length-field
          [optional]="true"
          [label]="'thickness, now ' + now('thickness')"
          [most]="2000"
          formControlName="thickness"
        />
        <al-figure-field
          [optional]="true"
          kind="moisture"
          [label]="'moisture, now ' + (now('moisture') || 'not known')"
          [most]="250"
          formControlName="moisture"
        />
      </form>
      <div class="in-line">
        <button type="submit" form="batch" matButton="filled" [disabled]="!ready()">Change them</button>
        <button type="button" matButton="outlined" mat-dialog-close>Cancel</button>
      </div>
    </mat-dialog-content>
  `,
  styles: `
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
      gap: 10px;
      margin: 12px 0 16px;
    }
  `,
})
export class BatchEditSheet {
  protected readonly pieces = inject<readonly Piece[]>(MAT_DIALOG_DATA);
  private readonly actions = inject(RackActions);
  private readonly store = inject(ShopStore);
  private readonly ref = inject(MatDialogRef);
  private readonly lists = viewChildren(MatAutocompleteTrigger);
  protected readonly texts = [
    { key: 'place', name: 'place' },
    { key: 'species', name: 'species, ? for a guess' },
    { key: 'name', name: 'name' },
    { key: 'find', name: 'find' },
  ] as const;
  /** What is left empty, or 0, stays as it is. */
  protected readonly form = new FormGroup({
    place: new FormControl('', { nonNullable: true }),
    species: new FormControl('', { nonNullable: true, validators: isSpecies }),
    name: new FormControl('', { nonNullable: true }),
    find: new FormControl('', { nonNullable: true }),
    thickness: new FormControl(0, { nonNullable: true }),
    moisture: new FormControl(0, { nonNullable: true }),
  });
  private readonly written = toSignal(this.form.valueChanges, { initialValue: this.form.value });

  constructor() {
    // The first field has the focus from the start; its list would lie over the others and the buttons.
    this.ref.afterOpened().subscribe(() => this.lists().forEach((list) => list.closePanel()));
  }

  private readonly edit = computed((): BatchEdit => {
    const { place = '', species = '', name = '', find = '', thickness = 0, moisture = 0 } = this.written();
    const kind = species.trim() === '' ? undefined : findSpecies(species.replace(/\s*\?$/, '').trim());
    return {
      ...(place.trim() === '' ? {} : { place: place.trim() }),
      ...(name.trim() === '' ? {} : { name: name.trim() }),
      ...(find.trim() === '' ? {} : { find: find.trim() }),
      ...(thickness === 0 ? {} : { thickness }),
      ...(moisture === 0 ? {} : { moisturePct: moisture }),
      ...(kind === undefined
        ? {}
        : {
            species: kind,
            speciesSure: species.trim().endsWith('?') ? ('guess' as const) : ('sure' as const),
          }),
    };
  });
  protected readonly ready = computed(() => Object.keys(this.edit()).length > 0 && this.form.valid);

  protected offered(key: 'place' | 'species' | 'name' | 'find'): readonly string[] {
    const wanted = this.written()[key]?.trim().toLowerCase() ?? '';
    const known =
      key === 'species' ? SPECIES_NAMES : [...new Set(this.store.pieces().map((piece) => piece[key]))];
    return known.filter((name) => name !== '' && name.toLowerCase().includes(wanted)).slice(0, 40);
  }

  /** What they have in common, or that they differ. */
  protected now(key: Field): string {
    const values = new Set(this.pieces.map((piece) => this.valueOf(piece, key)));
    const [only] = values;
    return values.size === 1 ? (only ?? '') : 'several';
  }

  protected keep(): void {
    if (!this.ready()) return;
    this.actions.editMany(this.pieces, this.edit());
    this.ref.close(true);
  }

  private valueOf(piece: Piece, key: Field): string {
    switch (key) {
      case 'species':
        return speciesName(piece.species);
      case 'thickness':
        return formatLength(piece.thickness, this.store.unit());
      case 'moisture':
        return piece.moisturePct === undefined ? '' : String(piece.moisturePct);
      case 'place':
      case 'find':
      case 'name':
        return piece[key];
    }
  }
}
