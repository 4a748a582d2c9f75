import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import type { DocumentFault } from '@aldrek/core/shop';

interface Refused {
  readonly name: string;
  readonly faults: readonly DocumentFault[];
}

/** Why a file was not imported: each fault with its place. */
@Component({
  selector: 'al-import-faults',
  imports: [MatButton, MatDialogTitle, MatDialogContent, MatDialogClose],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>{{ refused.name }} was not imported</h2>
    <mat-dialog-content>
      <p>Nothing in your shop has changed. Mend this in the file, then import it again:</p>
      <ul>
        @for (fault of refused.faults; track $index) {
          <li>
            <strong>{{ fault.place }}</strong>: {{ fault.message }}
          </li>
        }
      </ul>
      <button matButton="filled" mat-dialog-close>Close</button>
    </mat-dialog-content>
  `,
  styles: `
    ul {
      margin: 12px 0 20px;
      padding-inline-start: 20px;
      color: var(--ink);
      display: grid;
      gap: 6px;
    }
  `,
})
export class ImportFaults {
  protected readonly refused = inject<Refused>(MAT_DIALOG_DATA);
}
