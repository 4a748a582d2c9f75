import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { NominalReading } from '@aldrek/core/wood';

/** One tap to take a size that was read as nominal (the chip beside it says as what) for the true size. */
@Component({
  selector: 'al-nominal-note',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: ` <button matButton="outlined" (click)="asTrue.emit(of())">No, that is its true size</button> `,
  styles: `
    :host {
      display: inline-block;
    }
  `,
})
export class NominalNote {
  readonly of = input.required<NominalReading>();
  readonly asTrue = output<NominalReading>();
}
