import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { MatProgressBar } from '@angular/material/progress-bar';
import { type MatchStep } from '@aldrek/core/match';
import { WANTED, WANTED_NAMES } from '@aldrek/core/project';
import { ProjectActions } from '../../shop-store/project-actions';
import { MatchStore } from '../../planning/match.store';
import { PlanDraft } from '../../planning/plan-draft';
import { Planning } from '../../planning/planning';
import { MatesMenu } from './mates-menu';
import { ProjectView } from './project-view.store';
import { ChoiceField } from '../../ui/choice-field';

/** What the search is at, in plain words. */
const STAGES: Readonly<Record<MatchStep['stage'], string>> = {
  first: 'the first plan',
  greedy: 'board by board',
  prices: 'weighing what each part costs to cut',
  dive: 'settling board after board',
  improve: 'taking a few boards up again and laying them better',
  prove: 'proving how little can be spent',
};

/** Of more changes than this the first are named. */
const MOST_CHANGES = 4;

/** Above the bench: what plan it is and how good, the search while it runs, and what has changed since. */
@Component({
  selector: 'al-plan-head',
  imports: [MatButton, MatesMenu, MatTooltip, MatProgressBar, ChoiceField],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (view.project(); as project) {
      <div class="plan-head">
        <h1 class="t-heading">{{ project.plan?.accepted ? 'Accepted plan' : 'Plan' }}</h1>
        @if (project.plan?.accepted !== true) {
          <al-mates-menu [project]="project" [names]="view.matesNames()" />
        } @else if (view.matesNames() !== '') {
          <span class="muted">with {{ view.matesNames() }}</span>
        }
        @if (project.plan?.accepted !== true && project.parts.length > 0) {
          <al-choice-field
            class="wanted"
            spoken="Priority of the plan"
            [value]="project.wanted ?? 'least-waste'"
            [choices]="wanteds"
            (changed)="actions.setWanted(project, $event)"
          />
        }
        @if (view.cutPieces().length > 0) {
          <span class="t-small muted to-end">scale {{ scaleNote() }}</span>
        }
        @if (view.summary(); as words) {
          <p class="muted">
            {{ words }}
            @if (view.quality(); as note) {
              ·
              <button
                type="button"
                matButton
                class="quality"
                [matTooltip]="note.detail"
                [attr.aria-label]="note.short + '. ' + note.detail"
              >
                {{ note.short }}
              </button>
            }
          </p>
        }
      </div>
      @if (drafted(); as words) {
        <p class="drafted" [class.short]="words.short" role="status">
          <strong>{{ words.head }}</strong> {{ words.rest }}
        </p>
      }
      @if (view.matching()) {
        <div class="progress" role="status">
          <mat-progress-bar
            class="whole"
            mode="determinate"
            aria-label="How far the search is"
            [value]="match.share() * 100"
          />
          <p>
            {{
              view.plan()
                ? percentCovered() + ' of the parts are placed; looking for a plan that uses less'
                : 'Laying out the first plan'
            }}
            · {{ stageText() }}
          </p>
          <button type="button" matButton="outlined" (click)="match.stop()">
            Stop and keep this <kbd>M</kbd>
          </button>
        </div>
      }
      @if (match.failed(); as message) {
        <p class="fault" role="alert">
          The search broke off: {{ message }}. Your parts and pieces are as they were; match again.
        </p>
      }
      @if (match.refused(); as fault) {
        <p class="doubt" role="status">
          A plan that broke a rule was made on the way and put away ({{ fault }}). The one shown passed every
          check.
        </p>
      }
      @if (planning.trouble(); as trouble) {
        <p class="fault" role="alert">{{ trouble }}</p>
      }
      @if (changes().length > 0) {
        <p class="stale t-small" role="status">
          <strong>Changed since this plan was made:</strong>
          {{ changes().join(' · ') }}{{ more() > 0 ? ' · and ' + more() + ' more' : '' }}.
          {{ project.plan?.accepted ? 'It stays accepted; to plan again, release it.' : 'Match again.' }}
        </p>
      }
    }
  `,
  styleUrl: './plan-head.scss',
})
export class PlanHead {
  readonly scaleNote = input('');
  protected readonly view = inject(ProjectView);
  protected readonly match = inject(MatchStore);
  protected readonly planning = inject(Planning);

  protected readonly actions = inject(ProjectActions);
  private readonly draft = inject(PlanDraft);
  protected readonly wanteds = WANTED.map((wanted) => ({
    value: wanted,
    name: `priority: ${WANTED_NAMES[wanted]}`,
  }));

  /** What a first plan says of the project while a size is dragged or typed. */
  protected readonly drafted = computed(() => {
    const said = this.draft.said();
    if (said === null || said.projectId !== this.view.project()?.id) return null;
    const short = said.short.map(({ name, short: missing, of }) => `${missing} of ${of} × ${name}`);
    return short.length === 0
      ? { short: false, head: 'The rack covers it.', rest: 'A first look, without a search.' }
      : {
          short: true,
          head: `Short: ${short.slice(0, 3).join(', ')}${short.length > 3 ? ', and more' : ''}.`,
          rest: 'A first look; Match searches further.',
        };
  });
  protected readonly stageText = computed(() => STAGES[this.match.stage()]);
  protected readonly percentCovered = computed(
    () => `${Math.floor((this.view.plan()?.coverage ?? 0) * 100)} %`,
  );
  protected readonly changes = computed(() => this.view.changes().slice(0, MOST_CHANGES));
  protected readonly more = computed(() => this.view.changes().length - this.changes().length);
}
