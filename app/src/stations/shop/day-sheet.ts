import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { dayText } from '../../format/day-text';
import { LengthFigure } from '../../format/length-figure';
import { Today } from '../../shop-store/today';
import { FloorView } from './floor-view';
import { SetUpCard } from './set-up-card';
import { minutesText } from './words';

/** The day on paper: every set-up with its figure, and a box to tick for each workpiece. Seen in print alone. */
@Component({
  selector: 'al-day-sheet',
  imports: [LengthFigure],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>
      {{ day }} · {{ setUps().length }} {{ setUps().length === 1 ? 'set-up' : 'set-ups' }}, {{ minutes() }}
    </h1>
    <ol>
      @for (setUp of setUps(); track setUp.id) {
        <li>
          <p>
            @if (setUp.setting; as mm) {
              <b class="great t-large"><al-length [mm]="mm" /></b>
            }
            <b>{{ setUp.title }}</b> about {{ setUp.about }}
          </p>
          <p>
            @for (step of setUp.steps; track step.id) {
              <span class="box"
                >☐ {{ step.name }}{{ step.workpiece ? ', ' + step.workpiece : ''
                }}{{ step.side === 'first' ? ', first side' : '' }}</span
              >
            }
          </p>
        </li>
      }
    </ol>
    @if (waiting().length > 0) {
      <p><b>Waiting:</b> {{ waiting().join('; ') }}</p>
    }
    <p>Mark all lines before the first cut. Scan before every blade; manuals and local rules come first.</p>
  `,
  styles: `
    li {
      padding: 6px 0;
      border-top: 1px solid #000;
      break-inside: avoid;
    }
    .great {
      margin-inline-end: 12px;
    }
    .box {
      display: inline-block;
      margin-inline-end: 16px;
    }
  `,
})
export class DaySheet {
  private readonly view = inject(FloorView);
  protected readonly day = dayText(inject(Today).get());
  protected readonly setUps = computed(() =>
    (this.view.floor()?.day.setUps ?? []).map((setUp) => ({
      ...setUp,
      title: SetUpCard.title(setUp),
      about: minutesText(setUp.minutes),
    })),
  );
  protected readonly minutes = computed(() => minutesText(this.view.floor()?.day.minutes ?? 0));
  protected readonly waiting = computed(() =>
    (this.view.floor()?.day.waiting ?? []).map(({ step, until }) =>
      until === null ? `${step.name} (${step.why})` : `${step.name} until ${dayText(until)}`,
    ),
  );
}
