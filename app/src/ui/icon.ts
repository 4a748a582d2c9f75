import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** One icon of the shipped set, by its path. */
@Component({
  selector: 'al-icon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 24 24" aria-hidden="true"><path [attr.d]="path()" /></svg>`,
  styles: `
    :host {
      display: inline-grid;
      width: 20px;
      height: 20px;
      flex: none;
    }
    path {
      fill: currentColor;
    }
  `,
})
export class Icon {
  readonly path = input.required<string>();
}
