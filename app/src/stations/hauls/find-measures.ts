import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { breakdownOf, measuresOf, type Find, type MeasureField } from '@aldrek/core/wood';
import { ChoiceField, type Choice } from '../../ui/choice-field';
import { FigureField } from '../../ui/figure-field';
import { LengthField } from '../../ui/length-field';

const EDGE_SAYS = ['nobody looked', 'end grain at the ends', 'side grain at an end'];
const HOLE_SAYS = ['nobody looked', 'grain as on the face', 'grain across the face', 'crumbs'];
interface Sign {
  readonly label: string;
  readonly choices: readonly Choice<number>[];
}
const numbered = (says: readonly string[]): Choice<number>[] => says.map((name, value) => ({ value, name }));
const SIGNS: Readonly<Record<string, Sign>> = {
  edgeSign: { label: 'edge of the top shows', choices: numbered(EDGE_SAYS) },
  holeSign: { label: 'a torn screw hole shows', choices: numbered(HOLE_SAYS) },
};

/** The few measurements of a find; those that seldom differ are further down. */
@Component({
  selector: 'al-find-measures',
  imports: [MatButton, FigureField, ChoiceField, LengthField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="fields">
      @for (field of shown(); track field.key) {
        @if (signs[field.key]; as sign) {
          <al-choice-field
            [label]="sign.label"
            [value]="values()[field.key] ?? 0"
            [choices]="sign.choices"
            (changed)="set(field, $event)"
          />
        } @else if (field.unit === 'count') {
          <al-figure-field
            kind="count"
            [label]="field.name"
            [value]="values()[field.key] ?? field.usual"
            [least]="field.least"
            [most]="field.most"
            (drafted)="drafted.emit({ key: field.key, value: $event })"
            (changed)="set(field, $event)"
          />
        } @else {
          <al-length-field
            [label]="field.name"
            [value]="values()[field.key] ?? field.usual"
            [least]="field.least"
            [most]="field.most"
            (drafted)="drafted.emit({ key: field.key, value: $event })"
            (changed)="set(field, $event)"
          />
        }
      }
    </div>
    @if (hidden() > 0 || all()) {
      <button type="button" matButton [attr.aria-expanded]="all()" (click)="all.set(!all())">
        {{ all() ? 'Fewer measures' : hidden() + ' that seldom differ' }}
      </button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
      justify-items: start;
    }
    .fields {
      width: 100%;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(118px, 1fr));
      gap: 8px 10px;
      align-items: end;
    }
  `,
})
export class FindMeasures {
  readonly find = input.required<Find>();
  readonly changed = output<{ readonly field: MeasureField; readonly value: number }>();
  readonly drafted = output<{ readonly key: string; readonly value: number | null }>();

  protected readonly signs = SIGNS;
  protected readonly all = signal(false);
  private readonly fields = computed(() => breakdownOf(this.find().kind).fields);
  protected readonly values = computed(() => measuresOf(this.find()));
  protected readonly shown = computed(() =>
    this.fields().filter((field) => this.all() || field.seldom !== true),
  );
  protected readonly hidden = computed(() => this.fields().length - this.shown().length);

  protected set(field: MeasureField, value: number): void {
    this.changed.emit({ field, value });
  }
}
