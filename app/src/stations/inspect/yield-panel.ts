import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  GRADE_NAMES,
  SCHOOL_NAMES,
  type CuttingHabits,
  type Grade,
  type PieceYield,
  type School,
} from '@aldrek/core';
import { LengthFigure } from '../../drawing/length-figure';

/** What a piece gives for a grade: share, longest, widest, both schools, and why one gives more. */
@Component({
  selector: 'al-yield-panel',
  imports: [LengthFigure],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="share">
      <span class="great">{{ percent() }}</span><span class="unit">%</span>
      <details>
        <summary>of its face, graded {{ gradeName() }}</summary>
        <p class="muted">{{ source() }}</p>
      </details>
    </div>
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
  `,
  styles: `
    :host {
      display: block;
    }
    .share {
      display: flex;
      align-items: baseline;
      gap: 4px;
      min-height: 52px;
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
      margin-right: 10px;
    }
    details {
      font-size: 13px;
    }
    summary {
      cursor: pointer;
      list-style: none;
      color: var(--muted);
    }
    summary::after {
      content: ' ?';
      color: var(--blue);
      font-weight: 650;
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
  readonly given = input.required<PieceYield>();
  readonly grade = input.required<Grade>();
  readonly drawn = input.required<School>();
  readonly habits = input.required<CuttingHabits>();
  readonly drawnChange = output<School>();

  protected readonly percent = computed(() => Math.round(this.given().share * 100));
  protected readonly gradeName = computed(() => GRADE_NAMES[this.grade()]);
  protected readonly source = computed(() => {
    const { kerfMm, minLengthMm, minWidthMm, endTrimMm } = this.habits();
    const area = (this.given().areaMm2 / 1e6).toFixed(3);
    return (
      `Area of the better school's cuttings, ${area} m², over the area of the face. Straight through-cuts in three ` +
      `stages, kerf ${kerfMm} mm, ${endTrimMm} mm off each end, cuttings of at least ${minLengthMm} × ${minWidthMm} mm. ` +
      `Planing is not taken off yet. Menu: How this shop cuts.`
    );
  });
  protected readonly schools = computed(() => {
    const given = this.given();
    const most = Math.max(1, given.crosscutFirst.areaMm2, given.ripFirst.areaMm2);
    return (['crosscutFirst', 'ripFirst'] as const).map((school) => ({
      school,
      name: SCHOOL_NAMES[school],
      area: (given[school].areaMm2 / 1e6).toFixed(most < 2e5 ? 4 : 3),
      share: (given[school].areaMm2 / most) * 100 * given.share,
      note: noteOf(given[school].cuttings.length, school === this.drawn()),
      best: given.better === 'same' || given.better === school,
    }));
  });
}

const noteOf = (cuttings: number, drawn: boolean): string =>
  `${cuttings} ${cuttings === 1 ? 'cutting' : 'cuttings'}${drawn ? ', drawn' : ''}`;
