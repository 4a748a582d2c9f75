import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { isScanned } from '@aldrek/core/wood';
import { ProjectActions } from '../../shop-store/project-actions';
import { ProjectView, type Told } from './project-view.store';

/** Pieces that are kept out for the same reason. */
interface Group {
  readonly why: string;
  readonly pieces: readonly Told[];
  readonly tags: string;
}

/** Of more pieces than this the first are named. */
const MOST_TAGS = 6;

/** What to know of the wood: what is kept out and why, what to ask about, what nobody has scanned. */
@Component({
  selector: 'al-plan-notes',
  imports: [
    MatButton,
    RouterLink,
    MatFormField,
    MatLabel,
    MatInput,
    MatExpansionPanel,
    MatExpansionPanelHeader,
  ],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (doubt of view.doubts(); track doubt) {
      <p class="cautious t-small" role="status">{{ doubt }}</p>
    }
    @if (view.keptOut().length > 0) {
      <mat-expansion-panel class="cautious t-small" [expanded]="open()">
        <mat-expansion-panel-header
          ><span
            ><strong>Kept out: {{ view.keptOut().length }}</strong>
            {{ view.keptOut().length === 1 ? 'piece' : 'pieces' }} that this use forbids</span
          >
        </mat-expansion-panel-header>
        @for (group of keptOut(); track group.why) {
          <div class="group flow">
            <p>
              <strong>{{ group.tags }}</strong> {{ group.why }}
            </p>
            @if (asked() === group.why) {
              <mat-form-field subscriptSizing="dynamic">
                <mat-label>Why they may be used all the same</mat-label>
                <input
                  matInput
                  #words
                  maxlength="500"
                  (keydown.enter)="overrule(group, words.value)"
                  (keydown.escape)="asked.set(null)"
                />
              </mat-form-field>
              <button type="button" matButton="filled" (click)="overrule(group, words.value)">
                Let {{ group.pieces.length === 1 ? 'it' : 'them' }} in
              </button>
            } @else {
              <button type="button" matButton="outlined" (click)="asked.set(group.why)">Overrule…</button>
            }
          </div>
        }
        <p class="muted">
          A test, a label or the local rules may say otherwise: then answer for the piece (Rack, “Screen…”),
          or overrule in your own words, which are kept.
        </p>
      </mat-expansion-panel>
    }
    @for (group of minded(); track group.why) {
      <p class="quiet cautious t-small" role="status">
        <strong>{{ group.tags }}</strong> {{ group.why }}
        @for (told of group.pieces; track told.piece.id) {
          @if (told.overruled; as words) {
            <span class="overruled">
              {{ told.piece.tag }} overruled: “{{ words }}”
              <button type="button" matButton="outlined" (click)="takeBack(told)">Keep it out again</button>
            </span>
          }
        }
      </p>
    }
    @if (unscanned().length > 0) {
      <p class="quiet cautious t-small" role="status">
        <strong
          >{{ unscanned().length }} of {{ view.cutPieces().length }} not known to be clear of metal:</strong
        >
        @for (piece of unscanned().slice(0, 8); track piece.id) {
          <a class="nowrap" [routerLink]="['/inspect', piece.id]">{{ piece.tag }}</a>
        }
        {{ unscanned().length > 8 ? 'and ' + (unscanned().length - 8) + ' more. ' : '' }}Scan before the first
        machine step.
      </p>
    }
  `,
  styles: `
    :host:empty {
      display: none;
    }
    /* What is common is said, and does not cry out. */
    .quiet {
      background: var(--surface);
    }
    .group {
      padding: 4px 0;
    }
    .group p {
      flex: 1;
      min-width: 240px;
      margin: 0;
    }
    mat-form-field {
      flex: 1 1 260px;
    }
    .overruled {
      display: inline-flex;
      align-items: center;
      gap: 8px;
    }
  `,
})
export class PlanNotes {
  protected readonly view = inject(ProjectView);
  private readonly actions = inject(ProjectActions);

  /** Which group is being overruled; none of another project’s. */
  protected readonly asked = linkedSignal<string | undefined, string | null>({
    source: () => this.view.project()?.id,
    computation: () => null,
  });
  /** Told in full where little is left to cut from. */
  protected readonly open = computed(() => (this.view.look()?.free ?? 1) === 0);
  protected readonly keptOut = computed(() => grouped(this.view.keptOut()));
  protected readonly minded = computed(() => grouped(this.view.minded()));
  protected readonly unscanned = computed(() => this.view.cutPieces().filter((piece) => !isScanned(piece)));

  protected overrule(group: Group, words: string): void {
    const project = this.view.project();
    if (!project || words.trim() === '') return;
    this.asked.set(null);
    this.actions.overrule(
      project,
      group.pieces.map(({ piece }) => piece.id),
      words.trim(),
    );
  }

  protected takeBack({ piece }: Told): void {
    const project = this.view.project();
    if (project) this.actions.overrule(project, [piece.id], null);
  }
}

function grouped(told: readonly Told[]): Group[] {
  const found = new Map<string, Told[]>();
  for (const one of told) found.set(one.why, [...(found.get(one.why) ?? []), one]);
  return [...found].map(([why, pieces]) => {
    const named = pieces.slice(0, MOST_TAGS).map(({ piece }) => piece.tag);
    const rest = pieces.length - named.length;
    return { why, pieces, tags: named.join(', ') + (rest > 0 ? ` and ${rest} more` : '') };
  });
}
