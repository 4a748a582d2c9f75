import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatchStore } from '../../planning/match.store';
import { ProjectActions } from '../../shop-store/project-actions';
import { ProjectView } from './project-view.store';

/** What can be done with a plan: match, accept, set aside to compare, saw by it, release it. */
@Component({
  selector: 'al-plan-actions',
  imports: [MatButton, RouterLink],
  host: { class: 'flow' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (view.project(); as project) {
      @if (project.plan?.accepted) {
        <a matButton="filled" [routerLink]="['/projects', project.id, 'cut-sheet']">Cut sheet</a>
        @if ((project.plan?.sawn?.length ?? 0) > 0) {
          <a matButton="outlined" routerLink="/shop">Go on in Shop</a>
        } @else {
          <button type="button" matButton="outlined" (click)="actions.release(project)">
            Release the plan
          </button>
        }
        <p class="muted">
          The {{ view.cutPieces().length }} pieces are reserved for this project{{
            view.mates().length > 1 ? ' and those matched with it' : ''
          }}.
        </p>
      } @else {
        @if (view.plan() && view.cutPieces().length > 0 && view.changes().length === 0) {
          <button type="button" matButton="filled" [disabled]="match.running()" (click)="accepted.emit()">
            Accept plan <kbd>A</kbd>
          </button>
        }
        <button
          type="button"
          [matButton]="!view.plan() || view.changes().length > 0 ? 'filled' : 'outlined'"
          [disabled]="project.parts.length === 0 || match.running()"
          (click)="matched.emit()"
        >
          {{ view.plan() ? 'Match again' : 'Match' }} <kbd>M</kbd>
        </button>
        @if (view.plan() && view.cutPieces().length > 0) {
          <a matButton="outlined" [routerLink]="['/projects', project.id, 'cut-sheet']">Cut sheet</a>
          <button type="button" matButton="outlined" [disabled]="match.running()" (click)="aside.emit()">
            Set aside to compare <kbd>P</kbd>
          </button>
        }
      }
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
}
