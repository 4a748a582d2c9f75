import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  output,
  untracked,
  viewChild,
} from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocomplete, MatAutocompleteTrigger, MatOption } from '@angular/material/autocomplete';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { toSignal } from '@angular/core/rxjs-interop';
import { ReadsLine } from './reads-line';

let made = 0;
/** Names offered at once. */
const MOST_OFFERED = 40;

/** A line of text, its name over it, with names to choose from where there are any. Kept when it is left. */
@Component({
  selector: 'al-text-field',
  imports: [
    ReactiveFormsModule,
    MatFormField,
    MatInput,
    MatError,
    MatAutocomplete,
    MatAutocompleteTrigger,
    MatOption,
    ReadsLine,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (label(); as name) {
      <label class="entry-label" [attr.for]="id">{{ name }}</label>
    }
    <mat-form-field subscriptSizing="dynamic">
      @if (rows() > 0) {
        <textarea
          matInput
          [rows]="rows()"
          [id]="id"
          [formControl]="text"
          [errorStateMatcher]="refusal"
          [attr.maxlength]="longest()"
          [placeholder]="placeholder()"
          [attr.aria-label]="spoken()"
          (change)="keep()"
          (keydown.escape)="restore($event)"
        ></textarea>
      } @else {
        <input
          matInput
          autocomplete="off"
          [id]="id"
          [formControl]="text"
          [errorStateMatcher]="refusal"
          [attr.maxlength]="longest()"
          [placeholder]="placeholder()"
          [attr.aria-label]="spoken()"
          [alReadsLine]="line()"
          (lineRead)="text.setValue($event)"
          [matAutocomplete]="offers"
          [matAutocompleteDisabled]="names().length === 0"
          (change)="keep()"
          (keydown.escape)="restore($event)"
        />
      }
      <mat-autocomplete #offers (optionSelected)="keep()">
        @for (name of offered(); track name) {
          <mat-option [value]="name">{{ name }}</mat-option>
        }
      </mat-autocomplete>
      <mat-error role="alert">{{ fault() }}</mat-error>
    </mat-form-field>
  `,
})
export class TextField {
  readonly label = input('');
  readonly spoken = input<string | null>(null);
  readonly value = input.required<string>();
  readonly placeholder = input('');
  /** Lines in view; 0 for a single line that names may be offered for. */
  readonly rows = input(0);
  readonly longest = input(200);
  /** Whether it may not be left empty: then the last text comes back. */
  readonly needed = input(false);
  /** Whether it holds sizes, so that a caliper may write where the caret stands. */
  readonly line = input(false);
  /** What may be chosen; anything else may be written. */
  readonly names = input<readonly string[]>([]);
  /** Why what was written is refused; it stays to be mended. */
  readonly fault = input<string | null>(null);
  readonly changed = output<string>();

  private readonly trigger = viewChild(MatAutocompleteTrigger);
  protected readonly id = `text-${++made}`;
  protected readonly text = new FormControl('', { nonNullable: true });
  protected readonly refusal = { isErrorState: (): boolean => this.fault() !== null };
  private readonly written = toSignal(this.text.valueChanges, { initialValue: '' });
  protected readonly offered = computed(() => {
    const written = this.written().trim().toLowerCase();
    // What stands there already is no reason to hide the others.
    const wanted = written === this.value().trim().toLowerCase() ? '' : written;
    return this.names()
      .filter((name) => name.toLowerCase().includes(wanted))
      .slice(0, MOST_OFFERED);
  });

  constructor() {
    effect(() => {
      const value = this.value();
      untracked(() => this.text.setValue(value));
    });
  }

  /** Takes the text back once it has been used, and closes the list of names. */
  clear(): void {
    this.text.setValue(this.value());
    // The emptied field would offer them all again.
    setTimeout(() => this.trigger()?.closePanel());
  }

  keep(): void {
    const text = this.text.value.trim();
    if (text !== this.value() && !(this.needed() && text === '')) this.changed.emit(text);
    else this.text.setValue(this.value());
  }

  protected restore(event: Event): void {
    if (this.text.value === this.value()) return;
    event.stopPropagation();
    this.text.setValue(this.value());
  }
}
