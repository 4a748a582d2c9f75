import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import type { CouldMake } from '@aldrek/core/match';
import { DesignElevation } from '../../drawing/design-elevation';
import { Keys } from '../../keys/keys';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { WhatIf } from '../../planning/what-if';

/** What could I make: every design at its usual sizes, tried on the rack, the likeliest first. */
@Component({
  selector: 'al-could-make-page',
  imports: [MatButton, DesignElevation, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="flow gap-14">
      <h1>What could I make?</h1>
      <p class="muted grow t-small">
        Every design at its usual sizes against the {{ free() }} free pieces of the rack; short searches, so a
        poor answer is a doubt, no proof.
      </p>
      @if (whatIf.running() === 'could') {
        <span role="status">{{ whatIf.could().length }} of {{ whatIf.designs().length }} tried</span>
        <button type="button" matButton="outlined" (click)="whatIf.stop()">Stop</button>
      } @else {
        <button type="button" matButton="filled" [disabled]="free() === 0" (click)="whatIf.askCould()">
          {{ whatIf.could().length > 0 ? 'Try again' : 'Try them all' }} <kbd>M</kbd>
        </button>
      }
      <a matButton="outlined" routerLink="/projects">Back to projects</a>
    </header>
    @if (whatIf.failed(); as message) {
      <p class="fault" role="alert">Trying broke off: {{ message }}. Nothing was changed; try again.</p>
    }
    @if (free() === 0) {
      <p>The rack holds no free piece. Tally some first, or release a plan.</p>
    }
    <ul>
      @for (card of cards(); track card.could.design.id) {
        <li [class.full]="card.full">
          <al-design-elevation
            [design]="card.could.design"
            [sizes]="card.could.sizes"
            [pxPerMm]="scale()"
            [frontOnly]="true"
          />
          <div class="text">
            <h2>{{ card.could.design.name }}</h2>
            <p class="covered">
              <strong class="t-large">{{ card.percent }} %</strong>
              {{ card.full ? 'of its parts are on the rack' : 'of its parts found' }}
            </p>
            <p>{{ card.could.boards }} boards, {{ card.spent }} m² of face</p>
            <p class="muted">clean wood {{ card.clean }} % · {{ card.long }} m² left long</p>
            <button
              type="button"
              [matButton]="card.full ? 'filled' : 'outlined'"
              [attr.aria-label]="'Make it: ' + card.could.design.name"
              (click)="make(card.could)"
            >
              Make it a project
            </button>
          </div>
        </li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
      flex: 1;
      min-height: 0;
      overflow: auto;
      padding: 14px 20px;
    }
    ul {
      margin: 14px 0 0;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
      gap: 12px;
    }
    li {
      display: flex;
      flex-direction: column;
      justify-content: end;
      gap: 10px;
      padding: 12px;
      border: 1px solid var(--line);
      border-radius: 10px;
      background: var(--surface);
      overflow: hidden;
    }
    .full {
      border-color: var(--blue);
      border-width: 2px;
    }
    .text p {
      margin: 3px 0;
      font-size: var(--small);
    }
  `,
})
export class CouldMakePage {
  protected readonly store = inject(ShopStore);
  protected readonly whatIf = inject(WhatIf);
  private readonly actions = inject(ProjectActions);
  private readonly router = inject(Router);

  protected readonly free = computed(
    () => this.store.pieces().filter(({ reservedFor }) => reservedFor === undefined).length,
  );
  protected readonly cards = computed(() =>
    this.whatIf.could().map((could) => ({
      could,
      full: could.coverage >= 1 - 1e-9,
      percent: Math.floor(could.coverage * 100 + 1e-6),
      spent: could.spentM2.toFixed(2),
      clean: Math.round(could.looks * 100),
      long: could.longLeftM2.toFixed(1),
    })),
  );
  /** One scale for all of them. */
  protected readonly scale = computed(() => 0.13);

  constructor() {
    inject(Keys).use({
      title: 'What could I make',
      bindings: [
        {
          keys: ['m'],
          shown: 'M',
          does: 'try every design on the rack, or stop',
          run: () => this.askOrStop(),
        },
      ],
    });
  }

  private askOrStop(): void {
    if (this.whatIf.running() === 'could') this.whatIf.stop();
    else this.whatIf.askCould();
  }

  protected make({ design, sizes }: CouldMake): void {
    const id = this.actions.createFrom(design, sizes);
    void this.router.navigate(['/projects', id]);
  }
}
