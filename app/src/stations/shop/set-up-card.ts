import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import type { Warp } from '@aldrek/core/wood';
import type { Explained } from '@aldrek/core/yield';
import {
  adviceAt,
  assemblyCautions,
  glueCautions,
  openNeeds,
  sideOf,
  type DaySetUp,
  type RouteStep,
  type ShopStep,
} from '@aldrek/core/floor';
import { woodTone } from '../../drawing/species-tones';
import { LengthFigure } from '../../format/length-figure';
import { renewedByPortions } from '../../ui/by-frames';
import { MACHINE_NAMES } from '../../format/machine-names';
import { Notices } from '../../notices/notices';
import { FloorActions } from '../../shop-store/floor-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { ExplainedFigure } from '../../ui/explained';
import { FigureField } from '../../ui/figure-field';
import { LengthField } from '../../ui/length-field';
import { CautionsSeen } from './cautions-seen';
import { FloorView } from './floor-view';
import { ScanGate } from '../../scanning/scan-gate';
import { SetUpTimer } from './set-up-timer';
import { DEED_NAMES, minutesText, SET_NAMES } from './words';

const FROM_TEXT: Readonly<
  Record<DaySetUp['minutesFrom'], Pick<Explained, 'formula' | 'source' | 'ofTheShop'>>
> = {
  record: {
    formula: 'your own minutes for one workpiece × how many there are',
    source: 'The median of the last set-ups of this kind that you timed.',
    ofTheShop: false,
  },
  noted: {
    formula: 'setting up + minutes for one workpiece × how many there are × passes',
    source: 'As you noted of this machine in Settings, Workshop.',
    ofTheShop: true,
  },
  usual: {
    formula: 'setting up + (minutes for one workpiece + minutes for each metre) × passes, for all of them',
    source: 'Usual figures for a small shop. Time a set-up, and yours take their place.',
    ofTheShop: true,
  },
};

const ROWS_SHOWN = 10;
/** Drawn in one frame. */
const ROWS_A_FRAME = 3;

/** One set-up: what is set, what goes through at it with a tick each, and what to beware of. */
@Component({
  selector: 'al-set-up-card',
  imports: [
    ExplainedFigure,
    FigureField,
    LengthField,
    LengthFigure,
    MatButton,
    MatCheckbox,
    RouterLink,
    ScanGate,
  ],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="flow t-text soft">
      @for (words of how(); track words) {
        <span>{{ words }}</span>
      }
      <span class="muted"
        ><al-explained [of]="whence()" spoken="minutes">about {{ minutes() }}</al-explained></span
      >
    </p>
    <ul class="stack gap-4">
      @for (row of shown(); track row.step.id) {
        <li [class.waits]="row.waits !== ''">
          <mat-checkbox
            [aria-label]="'Done: ' + row.step.name"
            [disabled]="
              row.waits !== '' || row.step.machine === null || row.step.do === 'pull' || row.blocked
            "
            [checked]="false"
            (change)="tick([row.step])"
          />
          <svg
            [attr.width]="row.width"
            [attr.height]="row.height"
            role="img"
            [attr.aria-label]="row.step.name"
            class="wood"
          >
            <rect
              x="0.5"
              y="0.5"
              [attr.width]="row.width - 1"
              [attr.height]="row.height - 1"
              [attr.fill]="row.tone.face"
              [attr.stroke]="row.tone.line"
            />
            @if (row.line; as line) {
              <line
                [attr.x1]="line.x1"
                [attr.y1]="line.y1"
                [attr.x2]="line.x2"
                [attr.y2]="line.y2"
                class="cut"
              />
            }
          </svg>
          <span class="what flow">
            <b>{{ row.step.name }}</b>
            @if (row.step.workpiece) {
              <span class="muted">{{ row.step.workpiece }}</span>
            }
            @if (row.step.side === 'first') {
              <span class="muted">first side</span>
            }
            <span class="muted"
              ><al-length [mm]="row.step.size.length" /> × <al-length [mm]="row.step.size.width" /> ×
              <al-length [mm]="row.step.size.thickness"
            /></span>
            @if (row.waits !== '') {
              <span class="muted">after: {{ row.waits }}</span>
            }
            @if (row.step.fault; as fault) {
              <span class="fault whole" role="note">{{ fault }}</span>
            }
            @if (row.panel; as panel) {
              <a [routerLink]="panel">lay and glue it on the panel bench</a>
            }
            @for (note of row.step.assembly?.notes ?? []; track note) {
              <span class="muted">{{ note }}</span>
            }
            @if (row.step.assembly?.people === 2) {
              <span><b>Two people.</b></span>
            }
            @if (row.step.assembly && row.step.projectIds[0]; as id) {
              <a [routerLink]="['/projects', id, 'joinery']">joints and order of assembly</a>
            }
            @if (row.step.do === 'pull' && row.step.pieceId; as id) {
              <a [routerLink]="['/inspect', row.step.pieceId]">note what comes out in Inspect</a>
            }
          </span>
        </li>
      }
    </ul>
    @if (more() > 0) {
      <button type="button" matButton="outlined" class="to-start" (click)="all.set(true)">
        {{ more() }} more pieces at this setting
      </button>
    }
    @if (gates().length > 0) {
      <al-scan-gate [gates]="gates()" />
    }
    @for (caution of cautions(); track caution.danger) {
      @if (seen.has(caution.danger)) {
        <p class="seen t-small muted">{{ caution.danger }}: read today.</p>
      } @else {
        <div class="t-text cautious in-line" role="note">
          <span class="grow">
            <strong>{{ caution.danger }}.</strong> {{ caution.precaution }}
            <span class="muted">Who decides: {{ caution.whoDecides }}</span>
          </span>
          <button
            type="button"
            matButton="outlined"
            class="no-print"
            [attr.aria-label]="'Read: ' + caution.danger"
            (click)="seen.read(caution.danger)"
          >
            Read
          </button>
        </div>
      }
    }
    <div class="no-print flow ends">
      @if (measures() !== null) {
        <al-length-field
          label="came to (if not as set)"
          [fine]="true"
          [value]="actual()"
          [optional]="true"
          [least]="0"
          (changed)="actual.set($event)"
        />
      }
      <al-figure-field
        label="took"
        kind="minutes"
        [value]="timed()"
        [optional]="true"
        [least]="0"
        [most]="6000"
        (changed)="took.set($event)"
      />
      @if (running() === null) {
        <button type="button" matButton="outlined" (click)="timer.start(setUp().id)">Time it</button>
      } @else {
        <button type="button" matButton="outlined" (click)="stop()">Stop the clock</button>
      }
      <button
        type="button"
        matButton="filled"
        class="to-end"
        [disabled]="free().length === 0"
        (click)="tick(free())"
      >
        All done
      </button>
    </div>
  `,
  styleUrl: './set-up-card.scss',
})
export class SetUpCard {
  readonly setUp = input.required<DaySetUp>();
  readonly pxPerMm = input.required<number>();

  protected readonly view = inject(FloorView);
  protected readonly seen = inject(CautionsSeen);
  protected readonly timer = inject(SetUpTimer);
  private readonly store = inject(ShopStore);
  private readonly actions = inject(FloorActions);
  private readonly notices = inject(Notices);

  protected readonly actual = linkedSignal<DaySetUp, number>({
    source: this.setUp,
    computation: (now, before) => (before?.source.id === now.id ? before.value : 0),
  });
  protected readonly took = linkedSignal<string, number>({
    source: () => this.setUp().id,
    computation: () => 0,
  });
  protected readonly running = computed(() => this.timer.minutesOf(this.setUp().id));
  protected readonly timed = computed(() => this.took() || (this.running() ?? 0));
  protected readonly measures = computed(() => sideOf(this.setUp()));
  protected readonly minutes = computed(() => minutesText(this.setUp().minutes));
  protected readonly whence = computed((): Explained => ({
    title: 'Minutes',
    inputs: [],
    ...FROM_TEXT[this.setUp().minutesFrom],
  }));

  protected readonly rows = computed(() =>
    this.setUp().steps.map((step) => {
      const scale = this.pxPerMm();
      const edgewise = step.do === 'flatten' || step.do === 'thickness';
      const width = Math.max(6, step.size.length * scale);
      const height = Math.max(4, (edgewise ? step.size.thickness : step.size.width) * scale);
      const waits = openNeeds(step, this.view.stepById()).map(
        ({ do: deed, words }) => (deed === undefined ? words : DEED_NAMES[deed]) ?? '',
      );
      return {
        step,
        width,
        height,
        tone: this.toneOf(step),
        line: lineOf(step, scale, width, height),
        waits: [...new Set(waits)].join(', '),
        panel: panelLink(step),
        blocked: step.assembly !== undefined && step.fault !== undefined,
      };
    }),
  );
  /** Of many the first are shown, until all are asked for; “All done” means all. */
  protected readonly all = signal(false);
  protected readonly shown = renewedByPortions(
    computed(() => (this.all() ? this.rows() : this.rows().slice(0, ROWS_SHOWN))),
    ({ step }) => step.id,
    ROWS_A_FRAME,
  );
  protected readonly more = computed(() => (this.all() ? 0 : this.rows().length - ROWS_SHOWN));
  protected readonly free = computed(() =>
    this.rows()
      .filter(
        ({ waits, step, blocked }) => waits === '' && step.machine !== null && step.do !== 'pull' && !blocked,
      )
      .map(({ step }) => step),
  );

  /** Scans that steps of this set-up wait for. */
  protected readonly gates = computed(() => {
    const found = this.setUp()
      .steps.flatMap((step) => openNeeds(step, this.view.stepById()))
      .filter(({ do: deed }) => deed === 'scan' || deed === 'scan-again');
    return [...new Map(found.map((step) => [step.id, step])).values()];
  });

  private readonly advice = computed(() =>
    this.setUp().steps.flatMap((step) =>
      step.do === undefined || step.machine === null
        ? []
        : [adviceAt(step as RouteStep, step.size, this.warpOf(step))],
    ),
  );
  protected readonly how = computed(() => {
    const { machine } = this.setUp();
    const blade = machine === null ? undefined : this.store.workshop().park[machine]?.blade;
    const passes = this.setUp().steps.find((step) => (step.passes ?? 1) > 1)?.passes;
    return [
      ...new Set([
        ...this.advice().flatMap(({ how }) => how),
        ...(blade === undefined ? [] : [`on it: ${blade}`]),
        ...(passes === undefined ? [] : [`up to ${passes} passes`]),
        ...this.setUp()
          .steps.map(({ why }) => why)
          .slice(0, 1),
      ]),
    ];
  });
  protected readonly cautions = computed(() => {
    const { steps } = this.setUp();
    const all = [
      ...this.advice().flatMap(({ cautions }) => cautions),
      ...(steps.some(({ do: deed }) => deed === 'glue-up')
        ? glueCautions(this.store.workshop().glue.glue)
        : []),
      ...steps.flatMap(({ assembly }) => (assembly === undefined ? [] : assemblyCautions(assembly))),
    ];
    return [...new Map(all.map((one) => [one.danger, one])).values()];
  });

  protected tick(steps: readonly ShopStep[]): void {
    const actualMm = this.actual();
    const minutes = this.timed();
    const share = (minutes * steps.length) / Math.max(1, this.setUp().steps.length);
    const offcuts = this.actions.done(steps, {
      ...(actualMm === 0 || this.measures() === null ? {} : { actualMm }),
      ...(share === 0 ? {} : { minutes: Math.round(share * 10) / 10 }),
    });
    if (offcuts === null) {
      this.notices.say('That waits for a step before it: tick that first.');
      return;
    }
    if (steps.length === this.setUp().steps.length) this.timer.stop();
    const tags = offcuts.map(({ tag }) => tag).join(', ');
    const names = steps.length === 1 ? (steps[0]?.name ?? '') : `${steps.length} ticked`;
    this.notices.undoable(
      tags === '' ? `${names}: done.` : `${names}: done; ${tags} went on the rack. Label them.`,
    );
  }

  protected stop(): void {
    this.took.set(this.running() ?? 0);
    this.timer.stop();
  }

  private toneOf({ pieceId, part }: ShopStep) {
    return woodTone(this.woodOf(pieceId, part?.handId ?? null, part?.from)?.species ?? 'unknown');
  }

  private warpOf({ pieceId, part }: ShopStep): Warp {
    return this.woodOf(pieceId, part?.handId ?? null, part?.from)?.warp ?? {};
  }

  private woodOf(pieceId: string | null, handId: string | null, from: string | undefined) {
    if (pieceId !== null) return this.store.pieceById().get(pieceId);
    if (handId !== null) return this.view.partById().get(handId)?.wood;
    return this.store.pieceByTag().get(from ?? '');
  }

  /** For the head of the card, which the station draws. */
  static title({ machine, do: deed, steps, side }: DaySetUp): string {
    const what = deed === undefined ? (steps[0]?.words ?? '') : DEED_NAMES[deed];
    const where = machine === null ? 'no machine of this shop' : MACHINE_NAMES[machine];
    const named = deed === undefined ? undefined : SET_NAMES[deed];
    const set = named !== undefined && (machine === 'handsaw' || machine === 'jigsaw') ? 'line' : named;
    const turned = side === 'turned' ? ', turned over' : '';
    return `${what} · ${where}${set === undefined ? '' : `, ${set}`}${turned}`;
  }
}

/** Where a glue-up is laid out. */
const panelLink = ({ glues, part }: ShopStep): readonly (string | number)[] | null =>
  glues === undefined || part === null ? null : ['/shop/panel', part.projectId, part.partId, part.unit];

/** Where the line of a cut stands on the workpiece, px. */
function lineOf({ do: deed, setting }: ShopStep, scale: number, width: number, height: number) {
  if (setting === undefined) return null;
  const at = setting * scale;
  if (deed === 'crosscut' || deed === 'rough-crosscut')
    return at < width ? { x1: at, x2: at, y1: 0, y2: height } : null;
  if (deed === 'rip' || deed === 'rough-rip' || deed === 'halve')
    return at < height ? { x1: 0, x2: width, y1: at, y2: at } : null;
  return null;
}
