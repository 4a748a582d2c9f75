import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import { aMarkOf, FindingMark } from '../drawing/finding-mark';
import { Keys } from './keys';

/** All keys of the screen in view, on one sheet. */
@Component({
  selector: 'al-key-sheet',
  imports: [MatButton, FindingMark, MatDialogTitle, MatDialogContent, MatDialogClose],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Keys</h2>
    <mat-dialog-content tabindex="0">
      <div class="groups flow">
        @for (group of groups; track group.title) {
          <section>
            <h3 class="label">{{ group.title }}</h3>
            <dl>
              @for (binding of group.bindings; track binding.does) {
                <dt>{{ binding.shown }}</dt>
                <dd class="in-line">
                  @if (binding.mark; as kind) {
                    <svg class="on-wood" width="20" height="20" aria-hidden="true">
                      <g alFindingMark [finding]="drawn(kind)" [pxPerMm]="1" />
                    </svg>
                  }
                  {{ binding.does }}
                </dd>
              }
            </dl>
          </section>
        }
      </div>
      <button matButton="outlined" mat-dialog-close>Close <kbd>Esc</kbd></button>
    </mat-dialog-content>
  `,
  styles: `
    .groups {
      align-items: start;
      gap: 24px 40px;
      margin-bottom: 20px;
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 6px 14px;
      margin: 8px 0 0;
      color: var(--ink);
    }
    dt {
      font-weight: 650;
      color: var(--blue);
      white-space: nowrap;
    }
  `,
})
export class KeySheet {
  protected readonly drawn = aMarkOf;
  protected readonly groups = inject(Keys).sheet();
}
