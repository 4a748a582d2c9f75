import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { NominalReading } from '@aldrek/core';

/** What a nominal size was read as, and one tap to take it as the true size. */
@Component({
  selector: 'al-nominal-note',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span>{{ of().text }}</span>
    <button matButton (click)="asTrue.emit(of())">It is the true size</button>
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 4px;
      padding-left: 8px;
      border-left: 3px solid var(--blue);
    }
  `,
})
export class NominalNote {
  readonly of = input.required<NominalReading>();
  readonly asTrue = output<NominalReading>();
}
