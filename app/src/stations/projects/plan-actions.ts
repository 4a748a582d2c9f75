import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { WANTED, WANTED_ABOUT, WANTED_NAMES, type Project, type Wanted } from '@aldrek/core';
import { MatchStore } from '../../state/match.store';
import { ProjectActions } from '../../state/project-actions';
import { ProjectView } from './project-view.store';

/** What can be done with a plan: match, accept, put aside, saw by it, release it. */
@Component({
  selector: 'al-plan-actions',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (view.project(); as project) {
      @if (project.plan?.accepted) {
        <a class="btn strong" [routerLink]="['/projects', project.id, 'cut-sheet']">Cut sheet</a>
        <button type="button" class="btn" (click)="actions.release(project)">Release the plan</button>
        <p class="muted">
          The {{ view.cutPieces().length }} pieces are reserved for this project{{
            view.mates().length > 1 ? ' and those matched with it' : ''
          }}.
        </p>
      } @else {
        @if (view.plan() && view.cutPieces().length > 0 && view.changes().length === 0) {
          <button type="button" class="btn strong" [disabled]="match.running()" (click)="accepted.emit()">
            Accept plan <kbd>A</kbd>
          </button>
        }
        <button
          type="button"
          class="btn"
          [class.strong]="!view.plan() || view.changes().length > 0"
          [disabled]="project.parts.length === 0 || match.running()"
          (click)="matched.emit()"
        >
          {{ view.plan() ? 'Match again' : 'Match' }} <kbd>M</kbd>
        </button>
        @if (view.plan() && view.cutPieces().length > 0) {
          <a class="btn" [routerLink]="['/projects', project.id, 'cut-sheet']">Cut sheet</a>
          <button type="button" class="btn" [disabled]="match.running()" (click)="aside.emit()">
            Put aside <kbd>P</kbd>
          </button>
        }
        <label class="wanted"
          >wanted<select
            #wanted
            aria-label="What the plan is to be best at"
            (change)="pick(project, wanted.value)"
          >
            @for (option of wanteds; track option.wanted) {
              <option
                [value]="option.wanted"
                [title]="option.about"
                [selected]="option.wanted === (project.wanted ?? 'least-waste')"
              >
                {{ option.name }}
              </option>
            }
          </select></label
        >
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
    }
    .wanted {
      display: flex;
      align-items: center;
      gap: 8px;
      margin-left: auto;
    }
    p {
      margin: 0;
    }
  `,
})
export class PlanActions {
  readonly accepted = output();
  readonly matched = output();
  readonly aside = output();
  protected readonly view = inject(ProjectView);
  protected readonly match = inject(MatchStore);
  protected readonly actions = inject(ProjectActions);
  protected readonly wanteds = WANTED.map((wanted) => ({
    wanted,
    name: WANTED_NAMES[wanted],
    about: WANTED_ABOUT[wanted],
  }));

  protected pick(project: Project, text: string): void {
    const wanted = WANTED.find((option): option is Wanted => option === text);
    if (wanted) this.actions.setWanted(project, wanted);
  }
}
