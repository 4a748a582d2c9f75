import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import type { Choice } from './choice-field';

/** One of a few, all in view; arrow keys move within. */
@Component({
  selector: 'al-toggle-field',
  imports: [MatButtonToggle, MatButtonToggleGroup],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (shown() && label()) {
      <span class="entry-label" aria-hidden="true">{{ label() }}</span>
    }
    <mat-button-toggle-group
      hideSingleSelectionIndicator
      [aria-label]="label()"
      [value]="value()"
      [vertical]="vertical()"
      [disabled]="disabled()"
      (change)="changed.emit($event.value)"
    >
      @for (choice of choices(); track choice.value) {
        <mat-button-toggle [value]="choice.value" [disabled]="choice.disabled ?? false">{{
          choice.name
        }}</mat-button-toggle>
      }
    </mat-button-toggle-group>
  `,
})
export class ToggleField<T> {
  readonly label = input.required<string>();
  /** Whether the name stands over it; otherwise it is only spoken. */
  readonly shown = input(false);
  readonly value = input.required<NoInfer<T> | null>();
  readonly choices = input.required<readonly Choice<T>[]>();
  readonly vertical = input(false);
  readonly disabled = input(false);
  readonly changed = output<T>();
}
