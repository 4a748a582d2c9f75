import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MatListItemLine,
  MatListItemTitle,
  MatListOption,
  MatSelectionList,
  type MatSelectionListChange,
} from '@angular/material/list';
import { JOINT_FACTS } from '@aldrek/core/floor';
import { Notices } from '../../../notices/notices';
import { JointActions } from '../../../shop-store/joint-actions';
import { JoineryView } from './joinery-view';
import { JointForm } from './joint-form';
import { LEVEL_NAMES, LEVEL_SIGNS } from './words';

/** All joints of the project; the one that is chosen with its sizes, its section and its checks; hardware and tools. */
@Component({
  selector: 'al-joints-tab',
  imports: [JointForm, MatButton, MatListItemLine, MatListItemTitle, MatListOption, MatSelectionList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="tab">
      <section class="stack" aria-label="Joints">
        <div class="row flow">
          <button type="button" matButton="filled" [disabled]="parts().length < 2" (click)="add()">
            Add a joint
          </button>
          <button type="button" matButton="outlined" [disabled]="parts().length < 2" (click)="usual()">
            The usual joints
          </button>
        </div>
        @if (parts().length < 2) {
          <p class="muted">A joint needs two parts: write them on the cutting list first.</p>
        } @else if (view.joints().length === 0) {
          <p class="muted">
            No joints yet. The usual ones go by what the parts are called; every one can be changed. Joints
            lengthen parts, ask for hardware, and are checked against the wood.
          </p>
        } @else {
          <mat-selection-list
            [multiple]="false"
            hideSingleSelectionIndicator
            aria-label="Joints of the project"
            (selectionChange)="choose($event)"
          >
            @for (one of view.joints(); track one.joint.id) {
              <mat-list-option
                [value]="one.joint.id"
                [selected]="one.joint.id === view.chosen()?.joint?.id"
                [class]="one.level"
                lines="2"
                [attr.aria-label]="
                  one.title +
                  ', ' +
                  one.kind +
                  ', ' +
                  one.times +
                  (one.level === 'note' ? '' : ', ' + levels[one.level])
                "
              >
                <span matListItemTitle>{{ signs[one.level] }}{{ one.title }}</span>
                <span matListItemLine class="muted">{{ one.kind }} × {{ one.times }}</span>
              </mat-list-option>
            }
          </mat-selection-list>
        }
        @if (view.hardware().length > 0) {
          <h2 class="label">Hardware</h2>
          <ul>
            @for (need of view.hardware(); track need.what) {
              <li>
                <b>{{ need.n }}</b> {{ need.what }}
              </li>
            }
          </ul>
        }
        @if (view.tools().length > 0) {
          <h2 class="label">Tools</h2>
          <p>{{ view.tools().join(', ') }}</p>
        }
      </section>
      @if (view.chosen(); as chosen) {
        <al-joint-form [of]="chosen" (removed)="remove()" />
      }
    </div>
  `,
  styles: `
    .tab {
      display: grid;
      grid-template-columns: 320px minmax(0, 1fr);
      gap: 24px;
      padding-top: 12px;
    }
    mat-list-option {
      border-radius: 8px;
    }
    mat-list-option[aria-selected='true'] {
      background: var(--surface);
      box-shadow: inset 4px 0 0 var(--blue);
    }
    @media (max-width: 900px) {
      .tab {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class JointsTab {
  protected readonly view = inject(JoineryView);
  private readonly actions = inject(JointActions);
  private readonly notices = inject(Notices);
  /** By shape first; what is only to mind has none in the list. */
  protected readonly signs = { error: `${LEVEL_SIGNS.error} `, caution: `${LEVEL_SIGNS.caution} `, note: '' };
  protected readonly levels = LEVEL_NAMES;
  protected readonly parts = computed(() => this.view.project()?.parts ?? []);

  protected add(): void {
    const project = this.view.project();
    const [a, b] = this.parts();
    if (!project || !a || !b) return;
    const { at, into } = JOINT_FACTS.mortise;
    this.view.chosenId.set(this.actions.add(project, { kind: 'mortise', a: a.id, b: b.id, at, into }));
  }

  protected usual(): void {
    const project = this.view.project();
    if (!project) return;
    const n = this.actions.addUsual(project);
    if (n === 0)
      this.notices.say('No joint goes by the names of these parts, or they have theirs: add one by hand.');
    else this.notices.undoable(`${n} ${n === 1 ? 'joint' : 'joints'} added; lengths stay as they are.`);
  }

  protected choose({ options }: MatSelectionListChange): void {
    const [option] = options;
    this.view.chosenId.set((option?.value as string | undefined) ?? null);
  }

  protected remove(): void {
    const [project, chosen] = [this.view.project(), this.view.chosen()];
    if (!project || !chosen) return;
    this.actions.remove(project, chosen.joint);
    this.notices.undoable('Joint deleted.');
  }
}
