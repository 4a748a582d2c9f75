import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { MatStep, MatStepLabel, MatStepper, MatStepperIcon } from '@angular/material/stepper';
import { MatButton } from '@angular/material/button';
import { mdiCheck } from '@mdi/js';
import {
  cautionOfHazard,
  OUTCOME_NAMES,
  palletMarkText,
  questionsFor,
  readPalletMark,
  restrictions,
  screen,
  TREATMENT_ABOUT,
  USE_NAMES,
  type Find,
} from '@aldrek/core/wood';
import { Icon } from '../../ui/icon';
import { TextField } from '../../ui/text-field';

/** The guided check before a find is loaded: what was seen, what follows from it, who decides. */
@Component({
  selector: 'al-find-screening',
  imports: [Icon, MatButton, MatStep, MatStepLabel, MatStepper, MatStepperIcon, TextField],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="label">Check before loading</h2>
    <p class="outcome t-heading" [class.bad]="screening().outcome !== 'clear'">
      {{ outcomeText() }}
    </p>
    @if (find().kind === 'pallet') {
      <div class="stack">
        <p>What stands on the mark? Country, number, treatment.</p>
        <al-text-field
          spoken="Pallet mark"
          placeholder="NL-123 HT"
          [value]="markText()"
          [fault]="markFault()"
          (changed)="readMark($event)"
        />
        @if (markFault() === null) {
          <span class="muted">{{ markSays() }}</span>
        }
      </div>
    }
    <mat-stepper
      orientation="vertical"
      animationDuration="0ms"
      [selectedIndex]="step()"
      (selectionChange)="stepChosen.set($event.selectedIndex)"
    >
      <ng-template matStepperIcon="edit"><al-icon [path]="done" /></ng-template>
      <ng-template matStepperIcon="done"><al-icon [path]="done" /></ng-template>
      @for (question of questions(); track question.id) {
        <mat-step [completed]="question.given !== null">
          <ng-template matStepLabel
            >{{ question.text }}
            @if (question.given; as given) {
              <br /><strong>{{ given }}</strong>
            }
          </ng-template>
          <div class="answers flow" role="group" [attr.aria-label]="question.text">
            @for (answer of question.answers; track answer.id) {
              <button
                type="button"
                [matButton]="find().answers[question.id] === answer.id ? 'filled' : 'outlined'"
                [attr.aria-pressed]="find().answers[question.id] === answer.id"
                (click)="give(question.id, answer.id)"
              >
                {{ answer.text }}
              </button>
            }
          </div>
        </mat-step>
      }
    </mat-stepper>
    @for (caution of cautions(); track caution.id) {
      <div class="caution t-small cautious">
        <strong>{{ caution.danger }}</strong>
        <p>
          {{ caution.precaution }} <span class="muted">Who decides: {{ caution.whoDecides }}</span>
        </p>
      </div>
    }
    @if (forbids().length > 0) {
      <p class="stack t-small gap-2">
        @for (verdict of forbids(); track verdict.use) {
          <span
            ><strong>{{ verdict.ruling }}</strong> {{ verdict.use }}</span
          >
        }
      </p>
      <p class="muted t-small">
        This stays on every piece that comes out of it. Local rules and licensed people come first.
      </p>
    }
  `,
  styles: `
    .outcome.bad {
      color: var(--hazard);
    }
    .answers button {
      height: auto;
      min-height: var(--control);
      padding-block: 6px;
      white-space: normal;
      text-align: left;
      font-weight: 500;
    }
    .caution p {
      margin-top: 3px;
    }
  `,
})
export class FindScreening {
  readonly find = input.required<Find>();
  protected readonly done = mdiCheck;
  readonly changed = output<Find>();

  protected readonly questions = computed(() =>
    questionsFor(this.find().kind).map((question) => ({
      ...question,
      given: question.answers.find(({ id }) => id === this.find().answers[question.id])?.text ?? null,
    })),
  );
  /** The step that was chosen by hand; null while the first open question is the one in hand. */
  protected readonly stepChosen = linkedSignal<string, number | null>({
    source: computed(() => this.find().id),
    computation: () => null,
  });
  protected readonly step = computed(() => {
    const open = this.questions().findIndex(({ given }) => given === null);
    return this.stepChosen() ?? Math.max(0, open < 0 ? this.questions().length - 1 : open);
  });
  protected readonly screening = computed(() => screen(this.find()));
  protected readonly outcomeText = computed(() => {
    const { outcome, open } = this.screening();
    const word = OUTCOME_NAMES[outcome];
    const said = word.charAt(0).toUpperCase() + word.slice(1);
    if (open.length === 0) return `${said}.`;
    return `${said}, as long as ${open.length === 1 ? 'one question is' : `${open.length} questions are`} open.`;
  });
  /** Cautions for what was seen; what is only feared while a question is open shows in what it forbids. */
  protected readonly cautions = computed(() => {
    const feared = new Set(this.screening().open.flatMap(({ unanswered }) => unanswered));
    const seen = new Set(
      questionsFor(this.find().kind).flatMap(
        ({ id, answers }) => answers.find((given) => given.id === this.find().answers[id])?.hazards ?? [],
      ),
    );
    return this.screening()
      .hazards.filter((kind) => seen.has(kind) || !feared.has(kind))
      .map(cautionOfHazard);
  });
  protected readonly forbids = computed(() =>
    restrictions(this.screening().hazards).map(({ use, ruling }) => ({
      use: USE_NAMES[use],
      ruling: { never: 'Never:', ask: 'Ask first:', mind: 'With care:' }[ruling],
    })),
  );
  protected readonly markText = computed(() => {
    const { mark } = this.find();
    return mark ? palletMarkText(mark) : '';
  });
  protected readonly markSays = computed(() => {
    const { mark } = this.find();
    return mark ? TREATMENT_ABOUT[mark.treatment] : 'no mark read: its history is unknown';
  });
  protected readonly markFault = linkedSignal<string, string | null>({
    source: this.markText,
    computation: () => null,
  });

  protected give(question: string, answer: string): void {
    const { [question]: before, ...others } = this.find().answers;
    const answers = before === answer ? others : { ...others, [question]: answer };
    this.stepChosen.set(null);
    this.changed.emit({ ...this.find(), answers });
  }

  protected readMark(text: string): void {
    if (text.trim() === '' || text.trim() === 'no mark') {
      const { mark: _mark, ...rest } = this.find();
      this.changed.emit(rest);
      return;
    }
    const mark = readPalletMark(text);
    if (!mark.ok) this.markFault.set(mark.fault);
    else {
      this.markFault.set(null);
      this.changed.emit({ ...this.find(), mark: mark.value });
    }
  }
}
