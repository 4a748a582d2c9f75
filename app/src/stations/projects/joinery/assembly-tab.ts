import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { stateWords } from './assembly-words';
import { assemblyCautions, jointCautions } from '@aldrek/core/floor';
import { JointActions } from '../../../shop-store/joint-actions';
import { ShopStore } from '../../../shop-store/shop.store';
import { JoineryView } from './joinery-view';

/** In which order the thing goes together: dry fit, what is finished before it is closed, glue-ups, hardware, who helps and where. */
@Component({
  selector: 'al-assembly-tab',
  imports: [MatButton, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="tab stack">
      @if (rows().length === 0) {
        <p class="muted">Add joints first: the order follows from them.</p>
      } @else {
        <p class="muted">
          Frames before what lies on them, short parts first, hardware last. About {{ weight() }} kg in all.
          @if (accepted()) {
            Steps are ticked in <a routerLink="/shop">Shop</a> once their parts are milled.
          }
        </p>
        <ol class="stack">
          @for (row of rows(); track row.step.id; let i = $index) {
            <li [class.done]="row.done">
              <span class="t-large" aria-hidden="true">{{ i + 1 }}</span>
              <div>
                <p>
                  <strong>{{ row.step.title }}</strong> <span class="muted">{{ row.about }}</span>
                </p>
                @for (note of row.step.notes; track note) {
                  <p class="note">{{ note }}</p>
                }
              </div>
              @if (row.step.jointId) {
                <span class="row flow no-print">
                  <button
                    class="to-start"
                    type="button"
                    matButton="outlined"
                    [attr.aria-label]="'Earlier: ' + row.step.title"
                    [disabled]="!row.up"
                    (click)="move(row.step.jointId, -1)"
                  >
                    Earlier
                  </button>
                  <button
                    class="to-start"
                    type="button"
                    matButton="outlined"
                    [attr.aria-label]="'Later: ' + row.step.title"
                    [disabled]="!row.down"
                    (click)="move(row.step.jointId, 1)"
                  >
                    Later
                  </button>
                </span>
              }
            </li>
          }
        </ol>
        @if (own()) {
          <button type="button" matButton="outlined" class="no-print to-start" (click)="reset()">
            The order as it is worked out
          </button>
        }
        @for (caution of cautions(); track caution.danger) {
          <p class="caution cautious" role="note">
            <strong>{{ caution.danger }}.</strong> {{ caution.precaution }}
            <span class="muted">Who decides: {{ caution.whoDecides }}</span>
          </p>
        }
      }
    </div>
  `,
  styles: `
    .tab {
      max-width: 860px;
      padding-top: 12px;
    }
    li {
      display: grid;
      grid-template-columns: 34px minmax(0, 1fr) auto;
      gap: 4px 10px;
      padding: 10px 14px;
      border: 1px solid var(--line);
      border-radius: 10px;
      background: var(--surface);
    }
    .done {
      opacity: 0.7;
    }
    @media (max-width: 700px) {
      li {
        grid-template-columns: 28px minmax(0, 1fr);
      }
      .row {
        grid-column: 2;
      }
    }
  `,
})
export class AssemblyTab {
  protected readonly view = inject(JoineryView);
  private readonly actions = inject(JointActions);
  private readonly store = inject(ShopStore);

  protected readonly accepted = computed(() => this.view.project()?.plan?.accepted === true);
  protected readonly own = computed(() => this.view.project()?.assembly !== undefined);
  protected readonly weight = computed(() => Math.round(this.view.weightKg() * 10) / 10);
  private readonly order = computed(() => this.view.assembly().flatMap(({ jointId }) => jointId ?? []));

  protected readonly rows = computed(() => {
    const done = new Set(this.store.entries().flatMap(({ steps }) => steps ?? []));
    const project = this.view.project();
    const order = this.order();
    return this.view.assembly().map((step) => ({
      step,
      done: done.has(`${project?.id ?? ''}/assembly/${step.id}`),
      about: stateWords(step, done.has(`${project?.id ?? ''}/assembly/${step.id}`)),
      up: step.jointId !== undefined && order.indexOf(step.jointId) > 0,
      down: step.jointId !== undefined && order.indexOf(step.jointId) < order.length - 1,
    }));
  });

  protected readonly cautions = computed(() => {
    const loaded = this.view.joints().some(({ joint }) => joint.loaded === true);
    const all = [
      ...this.view.assembly().flatMap(assemblyCautions),
      ...(loaded ? jointCautions('nail', true) : []),
    ];
    return [...new Map(all.map((one) => [one.danger, one])).values()];
  });

  protected move(jointId: string, by: number): void {
    const project = this.view.project();
    const order = [...this.order()];
    const from = order.indexOf(jointId);
    const to = from + by;
    if (!project || from < 0 || to < 0 || to >= order.length) return;
    order.splice(from, 1);
    order.splice(to, 0, jointId);
    this.actions.order(project, order);
  }

  protected reset(): void {
    const project = this.view.project();
    if (project) this.actions.order(project, null);
  }
}
