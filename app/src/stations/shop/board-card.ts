import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MatExpansionPanel,
  MatExpansionPanelContent,
  MatExpansionPanelHeader,
} from '@angular/material/expansion';
import { speciesLabel, type Piece } from '@aldrek/core/wood';
import type { ShopStep } from '@aldrek/core/floor';
import { PlanBoard } from '../../drawing/plan-board';
import { Notices } from '../../notices/notices';
import { ScanGate } from '../../scanning/scan-gate';
import { FloorActions } from '../../shop-store/floor-actions';
import { TextField } from '../../ui/text-field';
import { FloorView, type BoardInHand } from './floor-view';
import { RouteSteps } from './route-steps';

const NO_THEIRS: ReadonlyMap<string, string> = new Map();

/** A board to be sawn: drawn with its cuts, sawn as planned or otherwise, and how its parts are milled. */
@Component({
  selector: 'al-board-card',
  imports: [
    MatButton,
    MatExpansionPanel,
    MatExpansionPanelContent,
    MatExpansionPanelHeader,
    PlanBoard,
    RouteSteps,
    ScanGate,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <article [attr.aria-label]="board().piece.tag">
      <header class="spread">
        <h3>
          {{ board().piece.tag }}
          <span class="muted plain t-text"
            >{{ called() }} · {{ board().piece.place }} · {{ board().projects }}</span
          >
        </h3>
        <span class="no-print in-line">
          <button
            type="button"
            matButton="outlined"
            [attr.aria-expanded]="asking()"
            [attr.aria-label]="'Cut otherwise: ' + board().piece.tag"
            (click)="asking.set(!asking())"
          >
            Cut otherwise…
          </button>
          <button
            type="button"
            matButton="filled"
            [attr.aria-label]="'Sawn: ' + board().piece.tag"
            (click)="saw()"
          >
            Sawn
          </button>
        </span>
      </header>
      @if (gates().length > 0) {
        <al-scan-gate [gates]="gates()" (opened)="opened()" />
      }
      @if (asking()) {
        <div class="otherwise" role="group" [attr.aria-label]="'What came off ' + board().piece.tag">
          <al-text-field
            label="what came off it"
            placeholder="A, A, B 640 x 95; offcut 700 x 140"
            [value]="line()"
            [longest]="400"
            [fault]="fault()"
            (changed)="line.set($event); fault.set(null)"
          />
          <button type="button" matButton="filled" (click)="sawOtherwise()">That came off it</button>
          <p class="muted whole t-small">
            Letters or names of parts, with rough sizes where they are not the plan’s; offcuts with their
            size. What is not named is waste; a part that did not come is missing again.
          </p>
        </div>
      }
      <al-plan-board
        [piece]="board().piece"
        [cuts]="board().cuts"
        [letters]="view.letters()"
        [names]="view.names()"
        [pxPerMm]="pxPerMm()"
        [theirs]="none"
        [interactive]="false"
      />
      @for (of of routes(); track of.part.id) {
        <mat-expansion-panel>
          <mat-expansion-panel-header>
            <span>
              <strong>{{ of.name }}</strong>
              <span class="muted">{{ of.words }}</span>
            </span>
          </mat-expansion-panel-header>
          <ng-template matExpansionPanelContent>
            <al-route-steps [of]="of" />
          </ng-template>
        </mat-expansion-panel>
      }
    </article>
  `,
  styles: `
    article {
      display: grid;
      gap: 4px;
      padding: 10px 0;
      border-top: 1px solid var(--line);
    }
    .otherwise {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      align-items: center;
      gap: 4px 8px;
      padding: 8px;
      border-radius: 8px;
      background: var(--blue-tint);
    }
    @media (max-width: 600px) {
      .otherwise {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class BoardCard {
  readonly board = input.required<BoardInHand>();
  readonly pxPerMm = input.required<number>();
  protected readonly view = inject(FloorView);
  private readonly actions = inject(FloorActions);
  private readonly notices = inject(Notices);
  protected readonly none = NO_THEIRS;
  protected readonly asking = signal(false);
  protected readonly line = signal('');
  protected readonly fault = signal<string | null>(null);

  protected readonly called = computed(() => {
    const { piece } = this.board();
    return `${speciesLabel(piece)} ${piece.name}`.trim();
  });
  protected readonly routes = computed(() =>
    this.view.routesOf(this.board()).map((of) => {
      const blocked = of.steps.some(({ id }) => id.endsWith('/blocked'));
      const faults = of.steps.filter(({ fault }) => fault !== undefined).length;
      const count = `milling, ${of.steps.length} ${of.steps.length === 1 ? 'step' : 'steps'}`;
      return {
        ...of,
        words: blocked ? 'can’t be milled so' : faults > 0 ? `${count}, mind your changes` : count,
      };
    }),
  );

  /** What stands before the blade, once sawing was asked for; and what was asked for. */
  protected readonly gates = signal<readonly ShopStep[]>([]);
  private wanted: () => void = () => undefined;

  protected opened(): void {
    this.gates.set([]);
    this.wanted();
  }

  /** Whether the detector comes first; then `after` waits for it. */
  private waits(after: () => void): boolean {
    this.gates.set(this.actions.gatesOf(this.board().piece));
    this.wanted = after;
    return this.gates().length > 0;
  }

  protected saw(): void {
    if (this.waits(() => this.saw())) return;
    const { piece } = this.board();
    const offcuts = this.actions.saw(piece);
    if (offcuts !== null) this.say(piece, offcuts);
  }

  protected sawOtherwise(): void {
    if (this.waits(() => this.sawOtherwise())) return;
    const { piece } = this.board();
    const came = this.actions.sawOtherwise(piece, this.line());
    if ('message' in came) {
      this.fault.set(came.at === '' ? came.message : `“${came.at}”: ${came.message}`);
      return;
    }
    this.asking.set(false);
    this.say(piece, came);
  }

  private say(piece: Piece, offcuts: readonly Piece[]): void {
    this.notices.undoable(sawnInWords(piece, offcuts));
  }
}

/** What is said when a board is sawn. */
export function sawnInWords({ tag }: Piece, offcuts: readonly Piece[]): string {
  if (offcuts.length === 0) return `${tag} is sawn.`;
  const tags = offcuts.map((offcut) => offcut.tag).join(', ');
  return `${tag} is sawn; ${tags} went on the rack. Label ${offcuts.length === 1 ? 'it' : 'them'}.`;
}
