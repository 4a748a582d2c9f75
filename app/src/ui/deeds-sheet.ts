import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MAT_BOTTOM_SHEET_DATA, MatBottomSheetRef } from '@angular/material/bottom-sheet';
import { MatActionList, MatListItem } from '@angular/material/list';

/** One thing that can be done, by its name. */
export interface Deed {
  readonly name: string;
  /** As it is shown beside the name. */
  readonly key?: string;
  readonly disabled?: boolean;
  readonly run: () => unknown;
}

export interface DeedsSheetData {
  readonly of: string;
  readonly deeds: readonly Deed[];
}

/** What can be done, in a list from below: for a phone, where a row of buttons finds no room. */
@Component({
  selector: 'al-deeds-sheet',
  imports: [MatActionList, MatListItem],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="label">{{ data.of }}</h2>
    <mat-action-list>
      @for (deed of data.deeds; track deed.name) {
        <button type="button" mat-list-item [disabled]="deed.disabled ?? false" (click)="ref.dismiss(deed)">
          {{ deed.name }}
        </button>
      }
    </mat-action-list>
  `,
  styles: `
    h2 {
      padding: 4px 8px;
    }
  `,
})
export class DeedsSheet {
  protected readonly data = inject<DeedsSheetData>(MAT_BOTTOM_SHEET_DATA);
  protected readonly ref = inject<MatBottomSheetRef<DeedsSheet, Deed>>(MatBottomSheetRef);
}
