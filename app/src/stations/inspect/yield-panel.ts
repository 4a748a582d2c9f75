import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  explainShare,
  explainSure,
  explainThickness,
  formatLength,
  fullWidth,
  howSure,
  KNOWLEDGE_NAMES,
  knowledgeOf,
  pieceVolumeM3,
  SCHOOL_NAMES,
  shopBias,
  WISH_NAMES,
  WISHES,
  breakdownOf,
  type Grade,
  type Piece,
  type PieceYield,
  type School,
} from '@aldrek/core';
import { LengthFigure } from '../../drawing/length-figure';
import { litresText } from '../../drawing/measures';
import { ExplainedFigure } from '../../fields/explained';
import { FigureField } from '../../fields/figure-field';
import { PieceActions } from '../../state/piece-actions';
import { ShopStore } from '../../state/shop.store';
import { InspectView } from './inspect-view';

/** What a piece gives for a grade and a wish: share, thickness, how sure, both schools, and why one gives more. */
@Component({
  selector: 'al-yield-panel',
  imports: [LengthFigure, ExplainedFigure, FigureField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="wishes" role="radiogroup" aria-label="What you wish for">
      @for (wish of wishes; track wish.wish) {
        <button
          type="button"
          role="radio"
          class="btn"
          [attr.aria-checked]="view.wish() === wish.wish"
          (click)="view.wish.set(wish.wish)"
        >
          {{ wish.name }}
        </button>
      }
    </div>
    @if (view.wish() === 'pieces') {
      <div class="size">
        <al-figure-field
          label="length"
          [value]="view.size().length"
          [least]="1"
          [most]="20000"
          (changed)="resize({ length: $event })"
        />
        <al-figure-field
          label="width, finished"
          [value]="view.size().width"
          [least]="1"
          [most]="5000"
          (changed)="resize({ width: $event })"
        />
      </div>
    }
    <div class="heads">
      @if (pieces(); as count) {
        <div class="head">
          <span class="great">{{ count.pieces }}</span>
          <span class="muted"
            >{{ count.pieces === 1 ? 'piece' : 'pieces' }} of that size, {{ percent() }} % of the face</span
          >
        </div>
      } @else {
        <al-explained [of]="share()" spoken="Share of the face" (profile)="profile.emit()">
          <span class="great">{{ percent() }}</span><span class="unit">%</span>
          <span class="muted">of the face</span>
        </al-explained>
      }
      <al-explained [of]="thickness()" spoken="Thickness planed" (profile)="profile.emit()">
        <span class="large"><al-length [mm]="thickWhole()" /></span>
        <span class="muted">thick, planed whole</span>
      </al-explained>
    </div>
    <al-explained [of]="sureWhy()" spoken="How sure" (profile)="profile.emit()">
      <span class="sure">
        <span class="range" aria-hidden="true">
          <span class="span" [style.left.%]="bar().low" [style.width.%]="bar().width"></span>
          <span class="likely" [style.left.%]="bar().likely"></span>
        </span>
        <span
          ><b>{{ sureText().low }} – {{ sureText().likely }} – {{ sureText().high }}</b>
          <span class="muted">finished, {{ known() }}</span></span
        >
      </span>
    </al-explained>
    @if (bias(); as text) {
      <p class="why">{{ text }}</p>
    }
    <dl>
      <dt>longest clear</dt>
      <dd>
        @if (given().longest; as rect) {
          <al-length [mm]="rect.length" /> × <al-length [mm]="rect.width" />
        } @else {
          none
        }
      </dd>
      <dt>widest cutting</dt>
      <dd>
        @if (given().widest; as rect) {
          <al-length [mm]="rect.length" /> × <al-length [mm]="rect.width" />
        } @else {
          none
        }
      </dd>
    </dl>
    <div class="schools" role="radiogroup" aria-label="School drawn on the piece">
      @for (school of schools(); track school.school) {
        <button
          type="button"
          role="radio"
          [attr.aria-checked]="school.school === drawn()"
          [class.best]="school.best"
          (click)="drawnChange.emit(school.school)"
        >
          <span class="name">{{ school.name }}</span>
          <span class="area">{{ school.area }} m²</span>
          <span class="bar"><span [style.width.%]="school.share"></span></span>
          <span class="note">{{ school.note }}</span>
        </button>
      }
    </div>
    <p class="why">{{ given().why }}</p>
    @if (sizes().length > 0) {
      <details>
        <summary>What comes off the planer</summary>
        <ul>
          @for (size of sizes(); track size) {
            <li>{{ size }}</li>
          }
        </ul>
      </details>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .wishes {
      display: grid;
      grid-template-columns: repeat(2, 1fr);
      gap: 4px;
      margin-bottom: 8px;
    }
    .wishes .btn {
      min-height: 36px;
      padding: 0 4px;
      font-size: 13px;
      font-weight: 500;
    }
    .wishes .btn[aria-checked='true'] {
      border-color: var(--blue);
      background: var(--blue-tint);
      font-weight: 650;
    }
    .size {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
      margin-bottom: 8px;
    }
    .heads {
      display: grid;
      gap: 0;
    }
    .great {
      font-size: 40px;
      font-weight: 750;
      letter-spacing: -0.02em;
      line-height: 1.1;
    }
    .unit {
      font-size: 18px;
      font-weight: 600;
      margin-right: 8px;
    }
    .large {
      font-size: 24px;
      font-weight: 700;
      margin-right: 8px;
    }
    .muted {
      font-size: 13px;
    }
    .sure {
      display: grid;
      gap: 5px;
      width: 100%;
      font-size: 14px;
    }
    .range {
      position: relative;
      display: block;
      width: 270px;
      max-width: 100%;
      height: 10px;
      background: var(--line-soft);
    }
    .range .span {
      position: absolute;
      inset-block: 0;
      background: var(--blue-tint);
      border-inline: 2px solid var(--blue);
    }
    .range .likely {
      position: absolute;
      inset-block: -3px;
      width: 4px;
      margin-left: -2px;
      background: var(--blue);
    }
    details {
      font-size: 13px;
    }
    summary {
      min-height: 30px;
      cursor: pointer;
      color: var(--muted);
    }
    ul {
      margin: 0;
      padding-left: 18px;
      line-height: 1.5;
      font-variant-numeric: tabular-nums;
    }
    dl {
      display: grid;
      grid-template-columns: 1fr auto;
      margin: 8px 0;
      border-block: 1px solid var(--line-soft);
    }
    dt,
    dd {
      margin: 0;
      padding: 6px 0;
    }
    dt {
      color: var(--muted);
      font-size: 13px;
      align-self: center;
    }
    dd {
      font-size: 17px;
      font-weight: 650;
      text-align: right;
    }
    .schools button {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 1px 8px;
      width: 100%;
      padding: 5px 8px;
      margin-inline: -8px;
      box-sizing: content-box;
      border: 0;
      border-radius: 8px;
      background: transparent;
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .schools button[aria-checked='true'] {
      background: var(--blue-tint);
    }
    .best .name,
    .best .area {
      font-weight: 650;
    }
    .area {
      font-size: 16px;
    }
    .best .area {
      color: var(--blue);
    }
    .bar {
      grid-column: 1 / -1;
      height: 8px;
      background: var(--line-soft);
    }
    .bar span {
      display: block;
      height: 100%;
      background: var(--muted);
    }
    .best .bar span {
      background: var(--blue);
    }
    .note {
      font-size: 12.5px;
      color: var(--muted);
    }
    .why {
      margin-top: 8px;
      font-size: 13.5px;
      line-height: 1.45;
      color: var(--ink-soft);
    }
  `,
})
export class YieldPanel {
  readonly piece = input.required<Piece>();
  readonly given = input.required<PieceYield>();
  readonly grade = input.required<Grade>();
  readonly drawn = input.required<School>();
  readonly drawnChange = output<School>();
  readonly profile = output();

  private readonly store = inject(ShopStore);
  private readonly actions = inject(PieceActions);
  protected readonly view = inject(InspectView);

  protected readonly wishes = [
    ...WISHES.map((wish) => ({ wish, name: WISH_NAMES[wish] })),
    { wish: 'pieces', name: 'most of a size' } as const,
  ];
  protected readonly percent = computed(() => Math.round(this.given().share * 100));
  protected readonly share = computed(() =>
    explainShare(this.piece(), this.given(), this.grade(), this.store.habits(), this.store.machines()),
  );
  protected readonly pieces = computed(() => {
    if (this.view.wish() !== 'pieces') return null;
    const { crosscutFirst, ripFirst } = this.given();
    return { pieces: Math.max(crosscutFirst.cuttings.length, ripFirst.cuttings.length) };
  });
  protected readonly thickWhole = computed(() => Math.floor(this.given().thicknessWhole * 10) / 10);
  protected readonly thickness = computed(() => {
    const piece = this.piece();
    const whole = { length: piece.length, width: fullWidth(piece) };
    return explainThickness(piece, whole, this.store.machines(), this.grade(), this.given().showFace);
  });

  private readonly knowledge = computed(() => knowledgeOf(this.piece()));
  protected readonly known = computed(() => KNOWLEDGE_NAMES[this.knowledge()]);
  private readonly sure = computed(() => {
    const piece = this.piece();
    return howSure(
      {
        m3: this.given().volumeM3,
        known: this.knowledge(),
        findKind: this.actions.kindOf(piece),
        species: piece.species,
        mostM3: pieceVolumeM3(piece),
      },
      this.store.milled(),
    );
  });
  protected readonly sureWhy = computed(() =>
    explainSure(this.piece(), this.given(), this.knowledge(), this.sure()),
  );
  protected readonly sureText = computed(() => {
    const { low, likely, high } = this.sure();
    const text = (m3: number): string => litresText(m3, this.store.unit());
    const bare = (m3: number): string => text(m3).replace(/ .*$/, '');
    return { low: bare(low), likely: bare(likely), high: text(high) };
  });
  /** The range on a bar as long as the whole piece is large, %. */
  protected readonly bar = computed(() => {
    const { low, likely, high } = this.sure();
    const whole = Math.max(1e-9, pieceVolumeM3(this.piece()));
    return { low: (low / whole) * 100, likely: (likely / whole) * 100, width: ((high - low) / whole) * 100 };
  });
  protected readonly bias = computed(() => {
    const kind = this.actions.kindOf(this.piece());
    const own = shopBias(this.store.milled()).find(({ findKind }) => findKind === kind);
    if (!own) return '';
    const points = Math.round(Math.abs(1 - own.recorded) * 100);
    const from = kind === undefined ? 'pieces without a find' : `${breakdownOf(kind).name} finds`;
    const over = `Over ${own.records} ${own.records === 1 ? 'piece' : 'pieces'} milled, you come off the planer`;
    if (points === 0) return `${over} as estimated from ${from}.`;
    return `${over} ${points} % ${own.recorded < 1 ? 'under' : 'over'} your estimates from ${from}.`;
  });

  protected readonly schools = computed(() => {
    const given = this.given();
    const most = Math.max(1, given.crosscutFirst.areaMm2, given.ripFirst.areaMm2);
    return (['crosscutFirst', 'ripFirst'] as const).map((school) => ({
      school,
      name: SCHOOL_NAMES[school],
      area: (given[school].areaMm2 / 1e6).toFixed(most < 2e5 ? 4 : 3),
      share: (given[school].areaMm2 / most) * 100 * Math.min(1, given.share),
      note: noteOf(given[school].cuttings.length, school === this.drawn()),
      best: given.better === 'same' || given.better === school,
    }));
  });

  /** Finished sizes of the drawn school, alike ones together, largest first. */
  protected readonly sizes = computed(() => {
    const unit = this.store.unit();
    const size = (mm: number): string => formatLength(Math.floor(mm * 2) / 2, unit);
    const counts = new Map<string, number>();
    const cuttings = [...this.given()[this.drawn()].cuttings].sort(
      (a, b) => b.length * b.finishedWidth - a.length * a.finishedWidth,
    );
    for (const { length, finishedWidth, thickness } of cuttings) {
      const text = `${size(length)} × ${size(finishedWidth)} × ${size(thickness)}`;
      counts.set(text, (counts.get(text) ?? 0) + 1);
    }
    return [...counts].map(([text, count]) => (count === 1 ? text : `${count} of ${text}`));
  });

  protected resize(patch: Partial<{ length: number; width: number }>): void {
    this.view.size.update((size) => ({ ...size, ...patch }));
  }
}

const noteOf = (cuttings: number, drawn: boolean): string =>
  `${cuttings} ${cuttings === 1 ? 'cutting' : 'cuttings'}${drawn ? ', drawn' : ''}`;
