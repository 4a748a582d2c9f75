import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { breakdownOf, measuresOf, type Find, type MeasureField } from '@aldrek/core';
import { FigureField } from '../../fields/figure-field';

const EDGE_SAYS = ['nobody looked', 'end grain at the ends', 'side grain at an end'];
const HOLE_SAYS = ['nobody looked', 'grain as on the face', 'grain across the face', 'crumbs'];
const SIGNS: Readonly<Record<string, { readonly label: string; readonly says: readonly string[] }>> = {
  edgeSign: { label: 'edge of the top shows', says: EDGE_SAYS },
  holeSign: { label: 'a torn screw hole shows', says: HOLE_SAYS },
};

/** The few measurements of a find; those that seldom differ are further down. */
@Component({
  selector: 'al-find-measures',
  imports: [FigureField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="fields">
      @for (field of shown(); track field.key) {
        @if (signs[field.key]; as sign) {
          <label class="field"
            ><span>{{ sign.label }}</span>
            <select #choice (change)="set(field, choice.selectedIndex)">
              @for (says of sign.says; track $index) {
                <option [selected]="$index === values()[field.key]">{{ says }}</option>
              }
            </select></label
          >
        } @else {
          <al-figure-field
            [label]="field.name"
            [kind]="field.unit === 'count' ? 'count' : 'length'"
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
      <button type="button" class="btn plain" [attr.aria-expanded]="all()" (click)="all.set(!all())">
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
      align-items: start;
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
