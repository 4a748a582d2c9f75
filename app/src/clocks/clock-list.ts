import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { CLOCK_FREES_NAMES, elapsedMin } from '@aldrek/core/floor';
import { GlueActions } from '../shop-store/glue-actions';
import { FigureField } from '../ui/figure-field';
import { Clocks, type RunningClock } from './clocks';
import { askToNotify, canAsk } from './tell';
import { leftText, whenText } from './words';

/** The clocks that run: what each frees and when; paused, corrected or discarded with a tap. */
@Component({
  selector: 'al-clock-list',
  imports: [FigureField, MatButton, MatProgressBar],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (row of rows(); track row.of.entryId) {
      <section class="card" [attr.aria-label]="'Clock: ' + row.of.name">
        <p>
          <strong>{{ row.of.name }}</strong> <span class="muted">{{ row.of.project }}</span>
        </p>
        <p>
          <span class="figure" [attr.aria-label]="row.left + ' left'">{{ row.left }}</span> to {{ row.frees }}
        </p>
        <mat-progress-bar mode="determinate" [value]="row.share" aria-label="How far it is" />
        <p class="muted">{{ row.later }}</p>
        <div class="row flow no-print">
          @if (row.of.clock.pausedAt === undefined) {
            <button type="button" matButton="outlined" (click)="pause(row.of)">Pause</button>
          } @else {
            <button type="button" matButton="filled" (click)="resume(row.of)">Go on</button>
          }
          <button
            type="button"
            matButton="outlined"
            [attr.aria-expanded]="correcting() === row.of.entryId"
            (click)="correcting.set(correcting() === row.of.entryId ? null : row.of.entryId)"
          >
            Correct…
          </button>
        </div>
        @if (correcting() === row.of.entryId) {
          <div class="pair">
            <al-figure-field
              label="clamps closed, min ago"
              kind="minutes"
              [value]="row.ago"
              [least]="0"
              [most]="20000"
              (changed)="closed(row.of, $event)"
            />
            <al-figure-field
              label="temperature, °C"
              kind="number"
              [value]="row.of.clock.temperatureC"
              [least]="-20"
              [most]="45"
              (changed)="actions.correct(row.of.entryId, { temperatureC: $event })"
            />
            <button
              type="button"
              matButton="outlined"
              class="whole to-start"
              (click)="actions.discard(row.of.entryId)"
            >
              Discard the clock
            </button>
            <p class="muted whole">Discarded, all that waits for it is free at once. Undo brings it back.</p>
          </div>
        }
      </section>
    }
    @if (rows().length > 0 && asks()) {
      <button type="button" matButton="outlined" class="no-print" (click)="ask()">
        Tell me when one is over
      </button>
    }
  `,
  styles: `
    :host:not(:has(section)) {
      display: none;
    }
  `,
})
export class ClockList {
  private readonly clocks = inject(Clocks);
  protected readonly actions = inject(GlueActions);
  protected readonly correcting = signal<string | null>(null);
  protected readonly asks = signal(canAsk());

  protected readonly rows = computed(() => {
    const now = this.clocks.now();
    return this.clocks.running().map((of) => {
      const { next, milestones, clock } = of;
      const elapsed = elapsedMin(clock, now);
      const after = milestones.filter(({ reached }) => !reached).slice(1);
      return {
        of,
        left:
          clock.pausedAt !== undefined
            ? 'stands still'
            : Number.isFinite(next.leftMin)
              ? leftText(next.leftMin)
              : 'too cold',
        frees: CLOCK_FREES_NAMES[next.frees],
        share: Number.isFinite(next.leftMin) ? (100 * elapsed) / Math.max(1e-6, elapsed + next.leftMin) : 0,
        later: after
          .map(({ frees, at }) => `${CLOCK_FREES_NAMES[frees]} ${at === null ? 'later' : whenText(at, now)}`)
          .join(', then '),
        ago: Math.round(elapsed),
      };
    });
  });

  // By the time of day itself: while every clock stands still, the list does not count.
  protected pause({ entryId }: RunningClock): void {
    this.actions.pause(entryId, Date.now());
  }

  protected resume({ entryId }: RunningClock): void {
    this.actions.resume(entryId, Date.now());
  }

  protected closed({ entryId, clock }: RunningClock, minutesAgo: number): void {
    const end = clock.pausedAt ?? Date.now();
    this.actions.correct(entryId, { at: end - (clock.pausedMs ?? 0) - minutesAgo * 60_000 });
  }

  protected async ask(): Promise<void> {
    await askToNotify();
    this.asks.set(canAsk());
  }
}
