import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { WANTED_NAMES, type Project } from '@aldrek/core/project';
import { formatAtLeast } from '@aldrek/core/wood';
import { volumeInDm3 } from '../../format/measures';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { planFigures } from './plan-figures';

/** The plan at hand beside the one set aside, figure by figure. */
@Component({
  selector: 'al-plan-compare',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card' },
  template: `
    <table class="listed t-small">
      <thead>
        <tr>
          <th scope="col">Two plans</th>
          <th scope="col">at hand</th>
          <th scope="col">set aside</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.name) {
          <tr>
            <th scope="row">{{ row.name }}</th>
            <td [class.better]="row.better < 0">{{ row.one }}</td>
            <td [class.better]="row.better > 0">{{ row.other }}</td>
          </tr>
        }
      </tbody>
    </table>
    <div class="in-line">
      <button type="button" matButton="outlined" (click)="actions.exchangePlans(project())">
        Take up the one set aside
      </button>
      <button type="button" matButton="outlined" (click)="actions.dropPutBy(project())">Drop it</button>
    </div>
  `,
  styles: `
    .better {
      font-weight: 700;
      color: var(--blue);
    }
  `,
})
export class PlanCompare {
  readonly project = input.required<Project>();
  protected readonly actions = inject(ProjectActions);
  private readonly store = inject(ShopStore);
  protected readonly wanted = computed(() => WANTED_NAMES[this.project().wanted ?? 'least-waste']);

  protected readonly rows = computed(() => {
    const { plan, putBy } = this.project();
    if (!plan || !putBy) return [];
    const [one, other] = [plan, putBy].map((each) =>
      planFigures(this.project(), each, this.store.pieceById(), this.store.machines()),
    ) as [ReturnType<typeof planFigures>, ReturnType<typeof planFigures>];
    const row = (
      name: string,
      pick: (figures: typeof one) => number,
      text: (value: number) => string,
      moreIsBetter = false,
    ) => {
      const [a, b] = [pick(one), pick(other)];
      return {
        name,
        one: text(a),
        other: text(b),
        better: Math.abs(a - b) < 1e-9 ? 0 : (a - b) * (moreIsBetter ? -1 : 1),
      };
    };
    return [
      row(
        'parts placed',
        ({ coverage }) => coverage,
        (v) => `${Math.floor(v * 100 + 1e-6)} %`,
        true,
      ),
      row(
        'face spent',
        ({ spentM2 }) => spentM2,
        (v) => `${v.toFixed(2)} m²`,
      ),
      row('boards to handle', ({ boards }) => boards, String),
      row('offcuts kept', ({ offcuts }) => offcuts, String, true),
      row(
        'longest offcut',
        ({ longestOffcut }) => longestOffcut,
        (v) => formatAtLeast(v, this.store.unit()),
        true,
      ),
      row('glue joints', ({ joints }) => joints, String),
      row(
        'planed away',
        ({ planedM3 }) => planedM3,
        (v) => volumeInDm3(v, this.store.unit()),
      ),
    ];
  });
}
