import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { mdiDotsVertical } from '@mdi/js';
import type { RouteChange } from '@aldrek/core/project';
import {
  adviceAt,
  WAYS_OF,
  type RouteDeed,
  type RouteMachine,
  type RouteStep,
  type ShopStep,
} from '@aldrek/core/floor';
import { LengthFigure } from '../../format/length-figure';
import { MACHINE_NAMES } from '../../format/machine-names';
import { FloorActions } from '../../shop-store/floor-actions';
import { Ids } from '../../shop-store/ids';
import { Icon } from '../../ui/icon';
import { TextField } from '../../ui/text-field';
import type { RoutedPart } from './floor-view';
import { DEED_NAMES } from './words';

/** The milling route of a part: each step with machine, figure and reason; moved, dropped, added, done otherwise. */
@Component({
  selector: 'al-route-steps',
  imports: [Icon, LengthFigure, MatButton, MatIconButton, MatMenu, MatMenuItem, MatMenuTrigger, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (of().fates; as fates) {
      <dl class="figures" aria-label="Three fates of its warp">
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
      @for (step of steps(); track step.id) {
        <li>
          <strong>{{ step.title }}</strong>
          <span class="muted">{{ step.machineName }}</span>
          @if (step.setting; as mm) {
            <span class="figure t-heading"><al-length [mm]="mm" /></span>
          }
          @if (step.passes; as passes) {
            <span class="muted">{{ passes }} {{ passes === 1 ? 'pass' : 'passes' }}</span>
          }
          @if (step.route !== null) {
            <button
              type="button"
              matIconButton
              class="no-print"
              [matMenuTriggerFor]="menu"
              [attr.aria-label]="'Change the step ' + step.title"
            >
              <al-icon [path]="dots" />
            </button>
            <mat-menu #menu="matMenu">
              @if (!$first) {
                <button mat-menu-item type="button" (click)="move(step.route, steps()[$index - 1]?.route)">
                  Earlier
                </button>
              }
              @if (!$last && steps()[$index + 1]?.route) {
                <button mat-menu-item type="button" (click)="move(steps()[$index + 1]?.route, step.route)">
                  Later
                </button>
              }
              @for (machine of step.ways; track machine) {
                <button mat-menu-item type="button" (click)="on(step.route, machine)">
                  On the {{ machines[machine] }}
                </button>
              }
              <button mat-menu-item type="button" (click)="before.set(step.route)">
                A step of your own before it…
              </button>
              <button mat-menu-item type="button" (click)="drop(step.route)">Leave it out</button>
            </mat-menu>
          }
          <span class="t-small whole soft">{{ step.why }}{{ step.how === '' ? '' : ' · ' + step.how }}</span>
          @if (step.fault; as fault) {
            <span class="t-small cautious whole" role="note"><b>After your changes:</b> {{ fault }}.</span>
          }
          @for (caution of step.cautions; track caution.danger) {
            <span class="t-small cautious whole">
              <b>{{ caution.danger }}.</b> {{ caution.precaution }}
              <span class="muted">Who decides: {{ caution.whoDecides }}</span>
            </span>
          }
        </li>
      } @empty {
        <li class="muted">Nothing to mill: it is at its size when it is sawn.</li>
      }
    </ol>
    @if (before() !== null) {
      <div class="row flow">
        <al-text-field
          class="grow"
          label="your own step"
          [value]="words()"
          [longest]="120"
          (changed)="words.set($event)"
        />
        <button type="button" matButton="filled" [disabled]="words().trim() === ''" (click)="add()">
          Add it
        </button>
        <button type="button" matButton="outlined" (click)="before.set(null)">Cancel</button>
      </div>
    }
    <div class="row flow no-print">
      <button type="button" matButton="outlined" (click)="before.set('')">
        A step of your own at the end…
      </button>
      @if (changes().length > 0) {
        <button type="button" matButton="outlined" (click)="asComputed()">
          Back to the computed route ({{ changes().length }}
          {{ changes().length === 1 ? 'change' : 'changes' }})
        </button>
      }
    </div>
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
    li > [matIconButton] {
      margin-inline-start: auto;
      align-self: center;
    }
    .row {
      padding-top: 8px;
    }
  `,
})
export class RouteSteps {
  readonly of = input.required<RoutedPart>();
  private readonly actions = inject(FloorActions);
  private readonly ids = inject(Ids);
  protected readonly dots = mdiDotsVertical;
  protected readonly machines = MACHINE_NAMES;
  /** Before which step one of the maker's own is to come; empty: at the end. */
  protected readonly before = signal<string | null>(null);
  protected readonly words = signal('');

  protected readonly steps = computed(() => {
    const { part, steps, warp } = this.of();
    // A cut from both sides is one step of the route.
    return steps.flatMap((step) => {
      if (step.side === 'first') return [];
      const known = step.do !== undefined && step.machine !== null;
      const { how, cautions } = known ? adviceAt(step as RouteStep, part, warp) : { how: [], cautions: [] };
      return {
        ...step,
        title: step.do === undefined ? (step.words ?? '') : DEED_NAMES[step.do],
        ...(step.side === 'turned' ? { passes: 2 } : {}),
        machineName: step.machine === null ? 'not in this shop' : MACHINE_NAMES[step.machine],
        how: how.join('; '),
        cautions,
        route: routeIdOf(step),
        ways: waysOf(step),
      };
    });
  });

  protected readonly changes = computed(() => {
    const { project, part } = this.of();
    return (project.milling?.changes ?? []).filter(({ partId }) => partId === part.id);
  });

  protected move(step: string | null | undefined, other: string | null | undefined): void {
    if (step && other) this.change('move a step', { kind: 'before', step, other });
  }

  protected on(step: string, machine: RouteMachine): void {
    this.change(`a step on the ${MACHINE_NAMES[machine]}`, { kind: 'on', step, machine });
  }

  protected drop(step: string): void {
    this.change('leave a step out', { kind: 'drop', step });
  }

  protected add(): void {
    const before = this.before();
    this.change('add a step', {
      kind: 'add',
      id: `own-${this.ids.next()}`.slice(0, 60),
      words: this.words().trim(),
      machine: 'bench',
      ...(before === null || before === '' ? {} : { before }),
    });
    this.words.set('');
    this.before.set(null);
  }

  protected asComputed(): void {
    const { project, part } = this.of();
    const changes = (project.milling?.changes ?? []).filter(({ partId }) => partId !== part.id);
    this.actions.milling(project, `route of ${part.name} as computed`, { ...project.milling, changes });
  }

  private change(label: string, change: RouteChange): void {
    const { project, part } = this.of();
    const changes = [...(project.milling?.changes ?? []), { partId: part.id, change }];
    this.actions.milling(project, `${part.name}: ${label}`, { ...project.milling, changes });
  }

  protected tenth(mm: number): number {
    return Math.floor(mm * 10) / 10;
  }

  protected newtons(force: number): string {
    return `${Math.round(force / 10) * 10} N`;
  }
}

/** What names a step within its route; null where it is none of it. */
function routeIdOf({ id }: ShopStep): string | null {
  const name = id.slice(id.lastIndexOf('/') + 1);
  return name === 'blocked' ? null : name;
}

const waysOf = ({ do: deed, machine }: ShopStep): readonly RouteMachine[] =>
  deed === undefined ? [] : WAYS_OF[deed satisfies RouteDeed].filter((one) => one !== machine);
