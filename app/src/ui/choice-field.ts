import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';

export interface Choice<T> {
  readonly value: T;
  readonly name: string;
  readonly disabled?: boolean;
}

/** One of a list, its name over it. */
@Component({
  selector: 'al-choice-field',
  imports: [MatFormField, MatSelect, MatOption],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (label(); as name) {
      <span class="entry-label" aria-hidden="true" (click)="select.focus()">{{ name }}</span>
    }
    <mat-form-field subscriptSizing="dynamic">
      <mat-select
        #select
        [aria-label]="spoken() ?? label()"
        [value]="value()"
        [disabled]="disabled()"
        [placeholder]="placeholder()"
        [canSelectNullableOptions]="true"
        panelWidth=""
        (selectionChange)="changed.emit($event.value)"
      >
        @for (choice of choices(); track choice.value) {
          <mat-option [value]="choice.value" [disabled]="choice.disabled ?? false">{{
            choice.name
          }}</mat-option>
        }
      </mat-select>
    </mat-form-field>
  `,
})
export class ChoiceField<T> {
  readonly label = input('');
  /** The name for a screen reader, where the label alone would stand twice on a screen. */
  readonly spoken = input<string | null>(null);
  readonly value = input.required<NoInfer<T> | null>();
  readonly choices = input.required<readonly Choice<T>[]>();
  readonly placeholder = input('');
  readonly disabled = input(false);
  readonly changed = output<T>();
}
