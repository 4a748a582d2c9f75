import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import type { Find, KeptWhole } from '@aldrek/core/wood';
import { FigureField } from '../../ui/figure-field';

const UNASKED: KeptWhole = { worth: 0, chance: 0.5, hours: 0, materials: 0 };

/** What a find is worth as it is, not as lumber: a cask, a pew, a stove, a pane. */
@Component({
  selector: 'al-kept-whole-fields',
  imports: [FigureField, MatCheckbox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-checkbox [checked]="find().whole !== undefined" (change)="ask($event.checked)"
      >it may be worth more whole</mat-checkbox
    >
    @if (find().whole; as whole) {
      <div class="fields">
        <al-figure-field
          [label]="'worth whole, ' + currency()"
          kind="money"
          [value]="whole.worth"
          [most]="1000000"
          (changed)="set({ worth: $event })"
        />
        <al-figure-field
          label="chance of it"
          kind="percent"
          [value]="percent()"
          [most]="100"
          (changed)="set({ chance: $event / 100 })"
        />
        <al-figure-field
          label="hours to restore"
          kind="number"
          [value]="whole.hours"
          [most]="1000"
          (changed)="set({ hours: $event })"
        />
        <al-figure-field
          [label]="'materials, ' + currency()"
          kind="money"
          [value]="whole.materials"
          [most]="100000"
          (changed)="set({ materials: $event })"
        />
      </div>
    }
  `,
})
export class KeptWholeFields {
  readonly find = input.required<Find>();
  readonly currency = input.required<string>();
  /** Nothing where it is not weighed whole. */
  readonly changed = output<KeptWhole | undefined>();

  protected readonly percent = computed(() => Math.round((this.find().whole?.chance ?? 0) * 100));

  protected ask(asked: boolean): void {
    this.changed.emit(asked ? UNASKED : undefined);
  }

  protected set(patch: Partial<KeptWhole>): void {
    this.changed.emit({ ...(this.find().whole ?? UNASKED), ...patch });
  }
}
