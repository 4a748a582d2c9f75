import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { adviceAt, type RouteDeed, type RouteMachine } from '@aldrek/core';
import type { RoutedPart } from './floor-view';
import { LengthFigure } from '../../format/length-figure';

const DEED_NAMES: Readonly<Record<RouteDeed, string>> = {
  pull: 'Pull the metal',
  scan: 'Scan',
  'rough-crosscut': 'Crosscut roughly',
  'rough-rip': 'Rip roughly',
  flatten: 'Flatten a face',
  straighten: 'Straighten an edge',
  thickness: 'To thickness',
  rip: 'Rip to width',
  rest: 'Let it rest, measure again',
  crosscut: 'Crosscut to length',
  halve: 'Halve along the grain',
  glue: 'Joint and glue the halves',
  'scan-again': 'Scan again',
};

const MACHINE_NAMES: Readonly<Record<RouteMachine, string>> = {
  bench: 'bench',
  detector: 'detector',
  'mitre-saw': 'mitre saw',
  'table-saw': 'table saw',
  bandsaw: 'bandsaw',
  handsaw: 'handsaw',
  jigsaw: 'jigsaw',
  'guided-saw': 'guided saw',
  jointer: 'jointer (surface planer)',
  planer: 'planer (thicknesser)',
  sled: 'planer, on a sled',
  router: 'router',
  'hand-plane': 'hand plane',
  clamps: 'clamps',
};

/** The milling route of a part: each step with its machine, its one figure and its reason. */
@Component({
  selector: 'al-route-steps',
  imports: [LengthFigure],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (of().fates; as fates) {
      <dl aria-label="Three fates of its warp">
        <div>
          <dt>planed out whole</dt>
          <dd><al-length [mm]="tenth(fates.planedOut)" /> left</dd>
        </div>
        <div>
          <dt>cut first</dt>
          <dd><al-length [mm]="tenth(fates.cutFirst)" /> left</dd>
        </div>
        @if (fates.pulledFlat.gap > 0.5) {
          <div>
            <dt>pulled flat</dt>
            <dd>
              {{ newtons(fates.pulledFlat.force) }}, {{ fates.pulledFlat.screws }} screws{{
                fates.pulledFlat.holds ? '' : ': more than they hold'
              }}
            </dd>
          </div>
        }
      </dl>
    }
    <ol>
      @for (step of steps(); track step.do) {
        <li>
          <strong>{{ names[step.do] }}</strong>
          <span class="muted">{{ machines[step.machine] }}</span>
          @if (step.setting; as mm) {
            <span class="figure"><al-length [mm]="mm" /></span>
          }
          @if (step.passes; as passes) {
            <span class="muted">{{ passes }} {{ passes === 1 ? 'pass' : 'passes' }}</span>
          }
          <span class="why">{{ step.why }}{{ step.how === '' ? '' : ' · ' + step.how }}</span>
          @for (caution of step.cautions; track caution.danger) {
            <span class="caution">
              <b>{{ caution.danger }}.</b> {{ caution.precaution }}
              <span class="muted">Who decides: {{ caution.whoDecides }}</span>
            </span>
          }
        </li>
      }
    </ol>
    @if (of().route.blocked; as why) {
      <p class="hazard" role="note">It can’t be done so: {{ why }}.</p>
    }
    <p class="muted">
      Flat, straight and clean it comes to <al-length [mm]="of().route.left.length" /> ×
      <al-length [mm]="of().route.left.width" /> × <al-length [mm]="of().route.left.thickness" />.
    </p>
  `,
  styles: `
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 2px 10px;
      padding: 5px 0;
      border-top: 1px solid var(--line-soft);
    }
    .figure {
      font-size: 18px;
      font-weight: 700;
    }
    dl {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 24px;
      padding-bottom: 8px;
    }
    dt {
      font-size: 13px;
      color: var(--muted);
    }
    dd {
      font-weight: 700;
    }
    .caution {
      flex-basis: 100%;
      padding: 4px 8px;
      border-left: 3px solid var(--hazard);
      font-size: 13px;
    }
    .why {
      flex-basis: 100%;
      font-size: 13px;
      color: var(--ink-soft);
    }
  `,
})
export class RouteSteps {
  readonly of = input.required<RoutedPart>();
  protected readonly names = DEED_NAMES;
  protected readonly machines = MACHINE_NAMES;
  protected readonly steps = computed(() => {
    const { route, part, warp } = this.of();
    return route.steps.map((step) => {
      const { how, cautions } = adviceAt(step, part, warp);
      return { ...step, how: how.join('; '), cautions };
    });
  });

  protected tenth(mm: number): number {
    return Math.floor(mm * 10) / 10;
  }

  protected newtons(force: number): string {
    return `${Math.round(force / 10) * 10} N`;
  }
}
