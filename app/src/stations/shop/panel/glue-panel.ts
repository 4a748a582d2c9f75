import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { RouterLink } from '@angular/router';
import type { Explained } from '@aldrek/core/yield';
import {
  GLUE_FACTS,
  glueCautions,
  glueFault,
  GLUES,
  SQUEEZE_OUT,
  SQUEEZE_OUT_TEXT,
  type GlueKind,
} from '@aldrek/core/floor';
import { ClockList } from '../../../clocks/clock-list';
import { whenText } from '../../../clocks/words';
import { lengthIn, numberIn } from '../../../format/explained-inputs';
import { LengthFigure } from '../../../format/length-figure';
import { Notices } from '../../../notices/notices';
import { GlueActions } from '../../../shop-store/glue-actions';
import { ShopStore } from '../../../shop-store/shop.store';
import { ChoiceField } from '../../../ui/choice-field';
import { ExplainedFigure } from '../../../ui/explained';
import { FigureField } from '../../../ui/figure-field';
import { LengthField } from '../../../ui/length-field';
import { InWords } from '../../../ui/in-words';
import { minutesText } from '../words';
import { PanelState } from './panel-state';

const round = (value: number): number => Math.round(value * 10) / 10;

/** How the panel is glued: stages, clamps, cautions, and one tap when the clamps close. */
@Component({
  selector: 'al-glue-panel',
  imports: [
    ChoiceField,
    ClockList,
    ExplainedFigure,
    FigureField,
    LengthField,
    LengthFigure,
    MatButton,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    RouterLink,
    InWords,
  ],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <al-clock-list />
    @if (state.plan(); as plan) {
      <h2 class="label">Glue-up</h2>
      @if (plan.blocked; as why) {
        <p class="fault" role="alert">{{ why }}</p>
      } @else {
        <p class="figure t-large">
          <al-explained [of]="whence()" spoken="stages"
            >{{ stages().length }} {{ stages().length === 1 ? 'stage' : 'stages' }}</al-explained
          >
        </p>
        <p class="muted">{{ about() }}</p>
        @for (row of stages(); track row.key; let first = $first) {
          <section class="card" [attr.aria-label]="'Stage ' + row.number">
            <p>
              <strong>{{ row.number }}</strong> {{ row.names }}
            </p>
            <p class="muted">{{ row.words }}</p>
            @if (row.waits !== '') {
              <p class="muted">{{ row.waits }}</p>
            }
            @if (first) {
              @if (row.held) {
                <p role="note">
                  {{
                    row.clampsInUse
                      ? 'Your clamps are in use' + row.until + '.'
                      : 'Too early' +
                        row.until +
                        ': a joint that is stressed now opens, days later, as a sunken line.'
                  }}
                </p>
                <al-in-words
                  ask="Go on all the same…"
                  label="Why it need not wait"
                  deed="Go on before it is over"
                  (said)="state.pass(row.id, $event)"
                />
              } @else {
                <button
                  type="button"
                  matButton="filled"
                  class="to-start"
                  [disabled]="row.waits !== ''"
                  (click)="closed(row.id)"
                >
                  Clamps closed: start the clock
                </button>
              }
            }
          </section>
        }
      }
      <h2 class="label">Clamps</h2>
      <p>
        {{ plan.clamps.asked }} that open <al-length [mm]="plan.clamps.openingMm" /> ·
        @if (plan.clamps.short === null) {
          you have {{ plan.clamps.have }}
        } @else {
          <strong class="alarm"
            >you have
            {{
              plan.clamps.short === 'too-short' ? plan.clamps.all + ', too short' : plan.clamps.have
            }}</strong
          >
        }
      </p>
      @for (line of clampWords(); track $index) {
        <p class="muted">{{ line }}</p>
      }
      @if (diagonal(); as mm) {
        <p>
          Square when both diagonals are <b><al-length [mm]="mm" /></b>.
        </p>
      }
      @for (note of plan.notes; track $index) {
        <p class="caution cautious" role="note">{{ note }}</p>
      }
      @for (caution of glueCautions(); track caution.danger) {
        <p class="caution cautious" role="note">
          <strong>{{ caution.danger }}.</strong> {{ caution.precaution }}
          <span class="muted">Who decides: {{ caution.whoDecides }}</span>
        </p>
      }
      @if (glueWords(); as words) {
        <p class="caution cautious" role="note">{{ words }}</p>
      }
      <p class="muted">Squeeze-out: {{ squeeze().how }}.</p>
      <mat-expansion-panel class="no-print">
        <mat-expansion-panel-header>Glue, helpers, room, clamps</mat-expansion-panel-header>
        <div class="pair">
          <al-choice-field
            label="glue"
            [value]="habits().glue"
            [choices]="glues"
            (changed)="actions.habits('another glue', { glue: $event })"
          />
          <al-figure-field
            label="open time"
            kind="minutes"
            [value]="plan.openMin"
            [least]="1"
            [most]="600"
            (changed)="actions.habits('open time', { openMin: $event })"
          />
          <al-figure-field
            label="helpers"
            kind="count"
            [value]="habits().helpers"
            [least]="0"
            [most]="10"
            (changed)="actions.habits('helpers', { helpers: $event })"
          />
          <al-figure-field
            label="temperature, °C"
            [value]="habits().temperatureC"
            [least]="-20"
            [most]="45"
            (changed)="actions.habits('temperature', { temperatureC: $event })"
          />
          <al-length-field
            label="caul"
            [value]="habits().caulMm"
            [least]="0"
            [most]="200"
            (changed)="actions.habits('caul', { caulMm: $event })"
          />
          <al-choice-field
            label="squeeze-out"
            [value]="habits().squeezeOut"
            [choices]="squeezes"
            (changed)="actions.habits('squeeze-out', { squeezeOut: $event })"
          />
        </div>
        <p class="muted">{{ facts().note }}. The label of your glue decides.</p>
        <a routerLink="/settings" [queryParams]="{ page: 'Workshop' }"
          >Clamps on hand, spreading and closing</a
        >
      </mat-expansion-panel>
    }
  `,
})
export class GluePanel {
  protected readonly state = inject(PanelState);
  protected readonly actions = inject(GlueActions);
  private readonly store = inject(ShopStore);
  private readonly notices = inject(Notices);
  protected readonly glues = GLUES.map((value) => ({ value, name: GLUE_FACTS[value].name }));
  protected readonly squeezes = SQUEEZE_OUT.map((value) => ({ value, name: SQUEEZE_OUT_TEXT[value].name }));

  protected readonly habits = computed(() => this.store.workshop().glue);
  protected readonly facts = computed(() => GLUE_FACTS[this.habits().glue satisfies GlueKind]);
  /** But for the dry run, which the plan says with its own figures. */
  protected readonly glueCautions = computed(() => glueCautions(this.habits().glue).slice(1));
  protected readonly squeeze = computed(() => SQUEEZE_OUT_TEXT[this.habits().squeezeOut]);
  protected readonly glueWords = computed(() => {
    const brief = this.state.panel()?.project.brief ?? {};
    return glueFault(this.habits().glue, brief);
  });

  /** Of the panel as it lies: trimmed of nothing. */
  protected readonly diagonal = computed(() => {
    const last = this.state.plan()?.stages.at(-1)?.assemblies[0];
    return last && this.state.panel()?.by === 'edge' ? Math.round(Math.hypot(last.length, last.width)) : null;
  });
  protected readonly about = computed(() => {
    const plan = this.state.plan();
    if (!plan) return '';
    const [long] = [this.state.panel()?.part.length ?? 0];
    const joints = plan.perStage === 1 ? 'one joint' : `${plan.perStage} joints`;
    const { helpers } = this.habits();
    const who = helpers === 0 ? 'one person' : `${helpers + 1} people`;
    return plan.perStage >= plan.joints && plan.stages.length > 1
      ? `${plan.openMin} min of open time close them all; the planer and the clamps set the stages`
      : `${plan.openMin} min of open time close ${joints} of ${round(long / 1000)} m, ${who}`;
  });
  protected readonly whence = computed((): Explained => {
    const [plan, habits] = [this.state.plan(), this.habits()];
    return {
      title: 'Stages',
      formula:
        'joints in one stage = ⌊(open time − closing) / (spreading a metre × length)⌋; sub-panels that fit the planer first, as many at once as there are clamps for',
      inputs: [
        numberIn('open time, min', plan?.openMin ?? 0),
        numberIn('closing, min', habits.closingMin),
        numberIn('spreading a metre, min', habits.spreadMinPerM),
        numberIn('helpers', habits.helpers),
        lengthIn('planer', this.store.machines().planerWidthMm ?? 0),
      ],
      source: 'Usual figures of the trade; the label of your glue says its open time.',
      ofTheShop: false,
    };
  });

  protected readonly stages = computed(() => {
    const planer = this.store.machines().planerWidthMm;
    return this.state.stages().map(({ stage, step, waits, after, early, held, clampsInUse }, i) => ({
      key: stage.key,
      id: step?.id ?? '',
      number: i + 1,
      names: stage.assemblies.map(({ name }) => name).join(', and apart from it '),
      words: [
        ...stage.assemblies.map(({ width, fitsPlaner }) =>
          this.state.panel()?.by === 'face' || planer === null
            ? `${Math.round(width)} wide`
            : `${Math.round(width)} wide: ${fitsPlaner ? 'fits your planer' : `planer takes ${planer}, so flatten it by hand or on a sled`}`,
        ),
        `${round(stage.spreadMin)} min to spread`,
        `${stage.clamps} clamps`,
      ].join(' · '),
      waits:
        step === null
          ? 'one moment'
          : waits > 0
            ? `first: ${waits} ${waits === 1 ? 'step' : 'steps'} of milling on its strips`
            : after
              ? 'after the stage before'
              : '',
      held: held && waits === 0 && !after,
      clampsInUse,
      until:
        early === null
          ? ', until their clock goes on'
          : `, until ${whenText(early, Date.now()).replace(/^(at|on) /, '')}`,
    }));
  });

  protected readonly clampWords = computed(() => {
    const plan = this.state.plan();
    if (!plan) return [];
    const { spacingMm, caulMm, standIns, short } = plan.clamps;
    return [
      `one every ${Math.round(spacingMm)} mm: pressure spreads at about 45°; above and below in turn`,
      ...(caulMm === null ? [] : [`cauls of ${caulMm} mm make do with what you have`]),
      ...(short === null ? [] : [`or: ${standIns.join('; ')}`]),
      ...(plan.clampMin === null
        ? []
        : [
            `out of the clamps after ${minutesText(plan.clampMin)}, planed after ${minutesText(plan.hardMin ?? 0)} at ${this.habits().temperatureC} °C`,
          ]),
    ];
  });

  protected closed(id: string): void {
    if (this.state.closeClamps(id)) this.notices.undoable('Clamps closed; the clock runs.');
    else this.notices.say('That waits for a step before it.');
  }
}
