import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { FIRST_STEPS, FirstJob, type HintPlace } from './first-job';

/** The next step of a first job, where it is done. */
@Component({
  selector: 'al-hint',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (hint(); as hint) {
      <aside class="hint in-line t-text no-print" aria-label="First job">
        <span class="strong blue nowrap">{{ hint.number }} of {{ count }}</span>
        <p role="status">{{ hint.text }}</p>
        <button type="button" matButton (click)="job.putAway()">No hints</button>
      </aside>
    }
  `,
  styles: `
    .hint {
      padding: 4px 4px 4px 14px;
      border-left: 4px solid var(--blue);
      border-radius: 4px;
      background: var(--blue-tint);
      line-height: 1.4;
    }
    p {
      flex: 1;
      max-width: 90ch;
    }
  `,
})
export class Hint {
  readonly at = input.required<HintPlace>();
  protected readonly job = inject(FirstJob);
  protected readonly count = FIRST_STEPS.length;
  protected readonly hint = computed(() => this.job.hintAt(this.at()));
}
