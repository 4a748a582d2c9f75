import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { Design } from '@aldrek/core/project';

/** Opens the sheet on which a design is written; fetched when it is first wanted. */
@Injectable({ providedIn: 'root' })
export class DesignSheets {
  private readonly dialog = inject(MatDialog);

  edit(design: Design | null): void {
    void import('./design-sheet').then(({ DesignSheet }) =>
      this.dialog.open(DesignSheet, {
        data: design,
        width: '760px',
        maxWidth: '96vw',
        autoFocus: 'first-tabbable',
      }),
    );
  }
}
