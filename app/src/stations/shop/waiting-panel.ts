import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Warp } from '@aldrek/core/wood';
import type { ShopStep, Waiting } from '@aldrek/core/floor';
import { dayText } from '../../format/day-text';
import { Notices } from '../../notices/notices';
import { FloorActions } from '../../shop-store/floor-actions';
import { Today } from '../../shop-store/today';
import { FigureField } from '../../ui/figure-field';
import { LengthField } from '../../ui/length-field';
import { InWords } from '../../ui/in-words';
import { whenText } from '../../clocks/words';
import { FloorView } from './floor-view';
import { DEED_NAMES, minutesText } from './words';

/** Gaps under a straight edge; cup and bow are below zero where face A is the hollow one. */
const GAPS = [
  { kind: 'cup', least: -60 },
  { kind: 'bow', least: -60 },
  { kind: 'crook', least: 0 },
  { kind: 'twist', least: 0 },
] as const;
type Gap = (typeof GAPS)[number]['kind'];

/** What waits, until when and what it holds up; wood that has rested is read again; and what can be done meanwhile. */
@Component({
  selector: 'al-waiting-panel',
  imports: [FigureField, LengthField, MatButton, InWords],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>
      Waiting <span class="muted">{{ groups().length === 0 ? 'nothing' : '' }}</span>
    </h2>
    @for (group of groups(); track group.key) {
      <section class="card" [attr.aria-label]="group.title">
        <strong>{{ group.title }}</strong>
        <span class="muted">{{ group.names }}</span>
        <p>{{ group.words }}</p>
        @if (group.holds > 0) {
          <p class="muted">{{ group.holds }} {{ group.holds === 1 ? 'step waits' : 'steps wait' }} for it.</p>
        }
        @if (group.rests) {
          <button
            type="button"
            matButton="outlined"
            [attr.aria-expanded]="reading() === group.key"
            (click)="reading.set(reading() === group.key ? null : group.key)"
          >
            Read it again…
          </button>
        }
        @if (group.glue) {
          <al-in-words
            ask="Go on all the same…"
            label="Why it need not wait"
            deed="Go on before it is over"
            (said)="pass(group.steps, $event)"
          />
        }
        @if (reading() === group.key) {
          <div class="pair" role="group" aria-label="Moisture and warp, read again">
            <al-figure-field
              label="moisture"
              kind="moisture"
              [value]="moisture()"
              [optional]="true"
              [least]="0"
              [most]="60"
              (changed)="moisture.set($event)"
            />
            @for (gap of gaps; track gap.kind) {
              <al-length-field
                [label]="gap.kind"
                [fine]="true"
                [value]="warp()[gap.kind] ?? 0"
                [optional]="true"
                [least]="gap.least"
                [most]="60"
                (changed)="setGap(gap.kind, $event)"
              />
            }
            <button type="button" matButton="filled" class="whole" (click)="rested(group.steps)">
              {{ group.early ? 'It rested long enough for me' : 'It has rested' }}
            </button>
            <p class="muted whole">
              Go on when the moisture moves less than 0.5 % in a week. What is warped again is flattened once
              more. Cup and bow are below zero where face A is hollow. Leave empty what you did not read.
            </p>
          </div>
        }
      </section>
    }
    @if (groups().length > 0) {
      <h2>Meanwhile</h2>
      @for (one of meanwhile(); track one.id) {
        <p>
          {{ one.words }} <span class="muted">{{ one.minutes }}</span>
        </p>
      } @empty {
        <p class="muted">Nothing on the floor. Label offcuts, scan what comes next, sharpen.</p>
      }
    }
  `,
})
export class WaitingPanel {
  protected readonly view = inject(FloorView);
  private readonly actions = inject(FloorActions);
  private readonly today = inject(Today);
  private readonly notices = inject(Notices);
  protected readonly gaps = GAPS;
  protected readonly reading = signal<string | null>(null);
  protected readonly moisture = signal(0);
  protected readonly warp = signal<Warp>({});

  protected readonly groups = computed(() => {
    const steps = this.view.floorBehind()?.steps ?? [];
    // What may be read today is no longer waiting for a day, but still for its reading.
    const ready = steps
      .filter(
        ({ do: deed, notBefore }) =>
          deed === 'rest' && notBefore !== undefined && notBefore <= this.today.get(),
      )
      .map((step): Waiting => ({ step, until: step.notBefore ?? null, because: 'rests', holds: 0 }));
    const byKey = new Map<string, Waiting[]>();
    for (const waits of [...ready, ...(this.view.floorBehind()?.day.waiting ?? [])]) {
      if (waits.because === 'rests' && waits.step.notBefore === undefined) continue;
      const of =
        waits.because === 'rests'
          ? ''
          : waits.because === 'glue'
            ? String(waits.step.freeAt)
            : waits.step.why;
      const key = `${waits.because} ${waits.until ?? ''} ${of}`;
      byKey.set(key, [...(byKey.get(key) ?? []), waits]);
    }
    return [...byKey].map(([key, all]) => {
      const [{ because, until, step }] = all as [Waiting];
      const names = all.map((one) => one.step.name);
      const early = until !== null && until > this.today.get();
      return {
        key,
        steps: all.map((one) => one.step),
        rests: because === 'rests',
        glue: because === 'glue',
        early,
        title:
          because === 'rests'
            ? 'Resting after rough milling'
            : because === 'glue'
              ? 'In the clamps, or still hardening'
              : because === 'no-machine'
                ? 'No machine of this shop'
                : 'Can’t be milled on',
        names:
          names.length > 5
            ? `${names.slice(0, 4).join(', ')} and ${names.length - 4} more`
            : names.join(', '),
        words:
          because === 'rests'
            ? early
              ? `on sticks until ${dayText(until)}, then measure moisture and warp again`
              : 'long enough: measure moisture and warp again'
            : because === 'glue'
              ? `${freeText(step.freeAt ?? null)}. Too early shows days later, as a bow or a sunken joint`
              : step.why,
        holds: all.reduce((sum, one) => sum + one.holds, 0),
      };
    });
  });

  protected readonly meanwhile = computed(() =>
    (this.view.floorBehind()?.day.setUps ?? []).slice(0, 5).map(({ id, do: deed, steps, minutes }) => ({
      id,
      words: `${deed === undefined ? (steps[0]?.words ?? '') : DEED_NAMES[deed]}: ${steps
        .slice(0, 3)
        .map(({ name }) => name)
        .join(', ')}${steps.length > 3 ? ` and ${steps.length - 3} more` : ''}`,
      minutes: minutesText(minutes),
    })),
  );

  protected pass(steps: readonly ShopStep[], words: string): void {
    this.actions.pass(steps, words);
    this.notices.undoable('Not waited for, in your words.');
  }

  protected setGap(gap: Gap, mm: number): void {
    this.warp.set({ ...this.warp(), [gap]: mm });
  }

  protected rested(steps: readonly ShopStep[]): void {
    const moisturePct = this.moisture();
    const warp = this.warp();
    const done = this.actions.done(steps, {
      rested: {
        ...(moisturePct > 0 ? { moisturePct } : {}),
        ...(Object.keys(warp).length > 0 ? { warp } : {}),
      },
    });
    if (done === null) {
      this.notices.say('These wait for a step before they may rest.');
      return;
    }
    this.reading.set(null);
    this.moisture.set(0);
    this.warp.set({});
    this.notices.undoable('Rested, and read again.');
  }
}

const freeText = (at: number | null): string =>
  at === null ? 'until its clock goes on, or it is warmer' : `free ${whenText(at, Date.now())}`;
