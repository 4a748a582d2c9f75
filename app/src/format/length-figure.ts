import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { formatMm, inchParts } from '@aldrek/core/wood';
import { LENGTH_UNIT } from './length-unit';

/** A length in the user's unit, without the unit's name: whole figures, and a true fraction in inches. */
@Component({
  selector: 'al-length',
  // A space before the fraction would show: 5½, not 5 ½.
  preserveWhitespaces: false,
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span>{{ whole() }}</span>
    @if (fraction(); as part) {
      <span class="fraction">{{ part }}</span>
    }
  `,
  styles: `
    :host {
      white-space: nowrap;
    }
    .fraction {
      font-feature-settings: 'frac';
      margin-inline-start: 0.12em;
    }
  `,
})
export class LengthFigure {
  readonly mm = input.required<number>();
  private readonly unit = inject(LENGTH_UNIT);
  private readonly inches = computed(() => (this.unit() === 'inch' ? inchParts(this.mm(), 16) : null));
  protected readonly whole = computed(() => {
    const inches = this.inches();
    if (!inches) return formatMm(this.mm());
    return inches.whole === 0 && inches.numerator > 0 ? '' : `${inches.whole}`;
  });
  protected readonly fraction = computed(() => {
    const inches = this.inches();
    return inches && inches.numerator > 0 ? `${inches.numerator}/${inches.denominator}` : null;
  });
}
