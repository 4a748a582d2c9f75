import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import {
  MAT_DIALOG_DATA,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { cautionOfHazard, looseHazards, LOOSE_QUESTIONS, type Piece } from '@aldrek/core/wood';
import { RackActions } from '../../shop-store/rack-actions';

/**
 * What is known of the history of pieces that came out of no find on record, asked for a whole batch at once. What
 * nobody can answer stays unsafe.
 */
@Component({
  selector: 'al-screen-pieces',
  imports: [
    MatDialogTitle,
    MatDialogContent,
    MatDialogClose,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Screen {{ pieces.length === 1 ? pieces[0]?.tag : pieces.length + ' pieces' }}</h2>
    <mat-dialog-content>
      <p>
        The answers hold for {{ pieces.length === 1 ? 'this piece' : 'every one of them' }} and take the place
        of earlier ones. What you leave open counts as unsafe.
      </p>
      @for (question of questions; track question.id) {
        <div class="question stack">
          <p [id]="'screen-' + question.id">{{ question.text }}</p>
          <mat-button-toggle-group
            class="to-start"
            hideSingleSelectionIndicator
            [attr.aria-labelledby]="'screen-' + question.id"
            [value]="answers()[question.id]"
            (change)="give(question.id, $event.value)"
          >
            @for (answer of question.answers; track answer.id) {
              <mat-button-toggle [value]="answer.id">{{ answer.text }}</mat-button-toggle>
            }
          </mat-button-toggle-group>
        </div>
      }
      <p class="follows" role="status">
        @if (follows().length === 0) {
          Nothing follows them: no hazard is known.
        } @else {
          <strong>What follows them from now on:</strong> {{ follows().join('; ') }}.
        }
      </p>
      <div class="in-line">
        <button matButton="filled" (click)="keep()">Keep</button>
        <button matButton="outlined" mat-dialog-close>Cancel</button>
      </div>
    </mat-dialog-content>
  `,
  styles: `
    .question {
      margin-top: 14px;
    }
    .follows {
      margin: 16px 0;
    }
  `,
})
export class ScreenPieces {
  protected readonly pieces = inject<readonly Piece[]>(MAT_DIALOG_DATA);
  private readonly actions = inject(RackActions);
  private readonly ref = inject(MatDialogRef);
  protected readonly questions = LOOSE_QUESTIONS;
  protected readonly answers = signal<Readonly<Record<string, string>>>({});
  protected readonly follows = computed(() =>
    looseHazards(this.answers()).map((kind) => cautionOfHazard(kind).danger.split(':')[0] ?? ''),
  );

  protected give(question: string, answer: string): void {
    this.answers.update((answers) => ({ ...answers, [question]: answer }));
  }

  protected keep(): void {
    this.actions.screen(this.pieces, this.answers());
    this.ref.close(true);
  }
}
