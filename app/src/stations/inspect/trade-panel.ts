import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type Grade, type Piece } from '@aldrek/core/wood';
import {
  bestTradeFor,
  explainTrade,
  greatestFor,
  limitsInWords,
  straightPart,
  tradeTable,
  type TradeRow,
} from '@aldrek/core/yield';
import { LengthFigure } from '../../format/length-figure';
import { woodTone } from '../../drawing/species-tones';
import { ExplainedFigure } from '../../ui/explained';
import { ShopStore } from '../../shop-store/shop.store';
import { InspectView } from './inspect-view';
import { LengthField } from '../../ui/length-field';

/** Drawn in this box, px. */
const DRAWN = { width: 84, height: 34 };

/** The trade between size and thickness: whole, in lengths, in strips, both; and the best for a wanted thickness. */
@Component({
  selector: 'al-trade-panel',
  imports: [LengthFigure, ExplainedFigure, LengthField],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="wanted">
      <al-length-field
        label="wanted thick"
        [value]="view.wantedMm()"
        [least]="1"
        [most]="500"
        (changed)="view.wantedMm.set($event)"
      />
      <div class="answer t-text" role="status">
        @if (best(); as way) {
          <strong>{{ wayName(way) }}</strong> leaves <al-length [mm]="shown(way.thickness)" />,
          {{ way.joints === 0 ? 'no joint' : way.joints + (way.joints === 1 ? ' joint' : ' joints') }}
          @if (way.joints > 0) {
            <span class="muted"
              >glued and flattened again <b><al-length [mm]="shown(way.glued)" /></b
            ></span>
          }
        } @else {
          No way of cutting it leaves <al-length [mm]="view.wantedMm()" />.
        }
        @if (widest(); as width) {
          <span class="muted"
            >At full length, strips up to <b><al-length [mm]="width" /></b> wide leave it.</span
          >
        }
        @if (longest(); as length) {
          <span class="muted"
            >At full width, lengths up to <b><al-length [mm]="length" /></b> leave it.</span
          >
        }
      </div>
    </div>
    <al-explained [of]="explained()" spoken="The table" (profile)="profile.emit()">
      <span class="label">Cut up first, then plane</span>
    </al-explained>
    <table class="listed t-small">
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">way</span></th>
          <th scope="col">thick</th>
          <th scope="col">each</th>
          <th scope="col">joints</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.name) {
          <tr [class.enough]="row.enough" [class.limited]="row.limits !== ''">
            <th scope="row">
              <svg [attr.width]="drawn.width" [attr.height]="drawn.height" aria-hidden="true">
                @for (rect of row.rects; track $index) {
                  <rect
                    [attr.x]="rect.x"
                    [attr.y]="rect.y"
                    [attr.width]="rect.w"
                    [attr.height]="rect.h"
                    [attr.fill]="tone().face"
                    [attr.stroke]="tone().line"
                  />
                }
              </svg>
              {{ row.name }}
            </th>
            <td class="thick t-heading"><al-length [mm]="row.thickness" /></td>
            <td><al-length [mm]="row.length" /> × <al-length [mm]="row.width" /></td>
            <td>{{ row.joints }}</td>
          </tr>
          @if (row.limits !== '') {
            <tr class="limits">
              <td colspan="4">{{ row.limits }}</td>
            </tr>
          }
        }
      </tbody>
    </table>
    @if (rows().length === 0) {
      <p class="muted">Nothing is left of it once it is flat and clean.</p>
    }
    <p class="muted note t-small">
      {{
        store.machines().handTools ? 'Hand tools: no machine limits.' : 'Limits of your machines are named.'
      }}
    </p>
  `,
  styles: `
    .wanted {
      display: grid;
      grid-template-columns: 104px 1fr;
      gap: 10px;
      align-items: start;
    }
    .answer {
      line-height: 1.4;
    }
    .answer .muted {
      display: block;
      font-size: var(--small);
    }
    th,
    td {
      padding: 3px 0 3px 6px;
      text-align: right;
      font-weight: 400;
    }
    th:first-child {
      padding-left: 0;
      text-align: left;
    }
    tbody th {
      display: grid;
      gap: 1px;
      font-size: var(--small);
    }
    .enough .thick {
      color: var(--blue);
    }
    .limits {
      border: 0;
    }
    .limits td {
      padding: 0 0 5px;
      text-align: left;
      font-size: var(--small);
      color: var(--muted);
    }
  `,
})
export class TradePanel {
  readonly piece = input.required<Piece>();
  readonly grade = input.required<Grade>();
  readonly profile = output();
  protected readonly store = inject(ShopStore);
  protected readonly view = inject(InspectView);
  protected readonly drawn = DRAWN;
  protected readonly tone = computed(() => woodTone(this.piece().species));
  protected readonly explained = computed(() =>
    explainTrade(this.piece(), this.store.habits(), this.store.machines()),
  );

  protected readonly rows = computed(() =>
    tradeTable(this.piece(), this.store.habits(), this.store.machines(), this.grade()).map((row) => ({
      name: wayName(row),
      enough: row.thickness >= this.view.wantedMm() - 1e-9,
      thickness: Math.floor(row.thickness * 10) / 10,
      length: Math.floor(row.length),
      width: Math.floor(row.width),
      joints: row.joints,
      limits: limitsInWords(row.limits),
      rects: rectsOf(row),
    })),
  );
  protected readonly best = computed(() =>
    bestTradeFor(
      this.view.wantedMm(),
      this.piece(),
      this.store.habits(),
      this.store.machines(),
      this.grade(),
    ),
  );
  private readonly straight = computed(() => straightPart(this.piece(), this.store.habits()));
  /** The widest strip that leaves the wanted thickness, where a whole one would not. */
  protected readonly widest = computed(() => this.greatest('width'));
  protected readonly longest = computed(() => this.greatest('length'));

  protected wayName(row: TradeRow): string {
    return wayName(row);
  }

  protected shown(mm: number): number {
    return Math.floor(mm * 10) / 10;
  }

  private greatest(along: 'length' | 'width'): number | null {
    const whole = this.straight();
    const most = greatestFor(
      this.view.wantedMm(),
      along,
      this.piece(),
      whole,
      this.store.machines(),
      this.grade(),
    );
    return most === null || most >= whole[along] ? null : most;
  }
}

function wayName({ lengths, strips }: TradeRow): string {
  if (lengths === 1 && strips === 1) return 'whole';
  const parts = [...(lengths > 1 ? [`${lengths} lengths`] : []), ...(strips > 1 ? [`${strips} strips`] : [])];
  return `in ${parts.join(' × ')}`;
}

/** Each piece of a way, drawn apart. */
function rectsOf({ lengths, strips }: TradeRow): { x: number; y: number; w: number; h: number }[] {
  const gap = 2;
  const w = (DRAWN.width - 2 - (lengths - 1) * gap) / lengths;
  const h = (DRAWN.height - 2 - (strips - 1) * gap) / strips;
  return Array.from({ length: lengths * strips }, (_, i) => ({
    x: 1 + (i % lengths) * (w + gap),
    y: 1 + Math.floor(i / lengths) * (h + gap),
    w,
    h,
  }));
}
