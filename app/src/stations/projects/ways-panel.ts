import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Project, ProjectPlan } from '@aldrek/core/project';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { MatchStore } from '../../planning/match.store';
import { WhatIf, type OfferedWay, type TriedWay } from '../../planning/what-if';

const NOTHING_TRIED: ReadonlyMap<string, TriedWay> = new Map();

/** A hand that is still changing parts or turning pages is given so much time, ms. */
const BEFORE_TRYING_MS = 900;

interface Shown {
  readonly way: OfferedWay;
  readonly tried: TriedWay | null;
  readonly plan: ProjectPlan | null;
  readonly covers: boolean;
  readonly helps: boolean;
  readonly outcome: string;
}

/** Ways out of a shortage, each tried by the engine, priced, and applied with one press. */
@Component({
  selector: 'al-ways-panel',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head in-line">
      <h2 class="grow">Ways out</h2>
      @if (whatIf.running() === 'ways') {
        <span class="muted" role="status">{{ tried() }} of {{ offered().length }} tried</span>
        <button type="button" matButton="outlined" (click)="whatIf.stop()">Stop</button>
      } @else {
        <button type="button" matButton="outlined" (click)="whatIf.tryWays(project())">
          {{ tried() > 0 ? 'Try them again' : 'Try them on the rack' }} <kbd>W</kbd>
        </button>
      }
    </div>
    <ul>
      @for (shown of list(); track shown.way.id) {
        <li [class.covers]="shown.helps">
          <span class="t-heading muted" [class.blue]="shown.helps" aria-hidden="true">{{
            shown.helps ? '✓' : shown.plan ? '–' : '·'
          }}</span>
          <span class="what"
            ><strong>{{ shown.way.title }}</strong
            ><small>{{ shown.way.price }}</small></span
          >
          <span class="outcome">{{ shown.outcome }}</span>
          <button
            type="button"
            [matButton]="shown.covers ? 'filled' : 'outlined'"
            [disabled]="!shown.plan"
            [attr.aria-label]="'Take it: ' + shown.way.title"
            (click)="apply(shown)"
          >
            Take it
          </button>
        </li>
      }
    </ul>
    @if (whatIf.failed(); as message) {
      <p class="fault" role="alert">Trying broke off: {{ message }}. Nothing was changed; try again.</p>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 10px 12px;
      border: 1.5px dashed var(--ink);
      border-radius: 10px;
      background: var(--surface);
    }
    ul {
      margin: 6px 0 0;
      display: grid;
      gap: 4px;
      max-height: var(--ways-height, 152px);
      overflow-y: auto;
    }
    li {
      display: grid;
      grid-template-columns: 22px minmax(0, 1fr) 190px auto;
      align-items: center;
      gap: 10px;
      min-height: 48px;
      font-size: var(--small);
      border-top: 1px solid var(--line);
    }
    small {
      display: block;
      color: var(--muted);
      font-size: var(--small);
    }
    @media (max-width: 900px) {
      li {
        grid-template-columns: 22px 1fr auto;
      }
      .outcome {
        grid-column: 2;
      }
    }
  `,
})
export class WaysPanel {
  readonly project = input.required<Project>();
  /** Ways as they are offered for this project and rack. */
  readonly offered = input.required<readonly OfferedWay[]>();

  protected readonly store = inject(ShopStore);
  protected readonly whatIf = inject(WhatIf);
  private readonly match = inject(MatchStore);
  private readonly actions = inject(ProjectActions);

  constructor() {
    // Whoever reads that something is short wants to know what helps: the ways are tried without being asked.
    effect((onCleanup) => {
      const project = this.project();
      if (this.offered().length === 0 || this.match.running() || this.whatIf.running() !== null) return;
      const waiting = setTimeout(() => this.whatIf.tryUnasked(project), BEFORE_TRYING_MS);
      onCleanup(() => clearTimeout(waiting));
    });
  }

  /** Ways that were tried, while they are of this very project and rack. */
  private readonly plans = computed((): ReadonlyMap<string, TriedWay> => {
    return this.whatIf.holdsFor(this.project()) ? this.whatIf.plans() : NOTHING_TRIED;
  });
  protected readonly tried = computed(() => this.offered().filter(({ id }) => this.plans().has(id)).length);
  /** What covers everything first, and of that what spends least. */
  protected readonly list = computed((): readonly Shown[] =>
    this.offered()
      .map((offered): Shown => {
        const tried = this.plans().get(offered.id) ?? null;
        const plan = tried?.plan ?? null;
        // A plan that was tried names the very boards of its way: it is shown as it was tried.
        const way = tried?.way ?? offered;
        return {
          way,
          tried,
          plan,
          covers: plan !== null && plan.missing.length === 0,
          helps: plan !== null && !plan.missing.some(({ partId }) => partId === way.partId),
          outcome: this.outcomeOf(way, plan),
        };
      })
      .sort(
        (a, b) =>
          Number(b.covers) - Number(a.covers) ||
          Number(b.helps) - Number(a.helps) ||
          (a.covers && b.covers ? costOf(a) - costOf(b) : (b.plan?.coverage ?? 0) - (a.plan?.coverage ?? 0)),
      ),
  );

  private outcomeOf(way: OfferedWay, plan: ProjectPlan | null): string {
    if (plan === null) return 'not tried';
    const joints = way.joints > 0 ? ` · ${way.joints} ${way.joints === 1 ? 'joint' : 'joints'} more` : '';
    const money =
      way.money > 0
        ? ` · about ${way.money.toFixed(way.money < 10 ? 1 : 0)} ${this.store.trade().currency}`
        : '';
    if (plan.missing.length > 0) {
      const own = plan.missing.find(({ partId }) => partId === way.partId)?.short ?? 0;
      const others = plan.missing.reduce(
        (sum, { partId, short }) => sum + (partId === way.partId ? 0 : short),
        0,
      );
      const words = own > 0 ? `still ${own} short` : `covers it; ${others} of other parts short`;
      return `${words}${joints}${money}`;
    }
    return `covers all · ${plan.spentM2.toFixed(2)} m²${joints}${money}`;
  }

  protected apply({ tried }: Shown): void {
    if (tried) this.actions.applyWay(tried);
  }
}

const costOf = ({ way, plan }: Shown): number =>
  (plan?.spentM2 ?? 0) + way.joints * 0.02 + (way.money > 0 ? 1 : 0);
