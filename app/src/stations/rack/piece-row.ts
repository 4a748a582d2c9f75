import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { fullWidth, hazardRule, speciesLabel, type Piece } from '@aldrek/core/wood';
import { LengthFigure } from '../../format/length-figure';
import { StateMark } from '../../drawing/state-mark';
import { PieceStates } from '../../in-hand/piece-states';
import { WoodFace } from '../../drawing/wood-face';

/** One piece in the rack: its strip, and its tag, species and size beside it. */
@Component({
  selector: 'al-piece-row',
  imports: [WoodFace, LengthFigure, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.width]="widthPx() + 2" [attr.height]="heightPx() + 2" aria-hidden="true">
      <g transform="translate(1 1)">
        <g alWoodFace [piece]="piece()" [pxPerMm]="pxPerMm()" />
      </g>
    </svg>
    <p>
      <strong>{{ piece().tag }}</strong> <span class="muted">{{ species() }} {{ piece().name }}</span
      ><br />
      <al-length [mm]="piece().length" /> × <al-length [mm]="piece().width" />
      @if (piece().widthFar; as far) {
        <span>→<al-length [mm]="far" /></span>
      }
      × <al-length [mm]="piece().thickness" />
      @if (hazard(); as name) {
        <span class="hazard t-small">{{ name }}</span>
      }
      @for (known of states(); track known.state) {
        <span class="state t-small strong" [class]="known.state"
          ><al-state-mark [of]="known.state" /> {{ known.words }}</span
        >
      }
    </p>
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      position: relative;
      height: 100%;
    }
    svg {
      flex: none;
      margin-left: -1px;
    }
    p {
      min-width: 0;
      padding-left: 12px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      line-height: 1.28;
    }
    .hazard {
      margin-left: 6px;
    }
    .state {
      margin-left: 8px;
    }
    .reserved {
      color: var(--blue);
    }
    .doubt {
      color: var(--hazard);
    }
    @media (max-width: 600px) {
      p {
        padding-left: 8px;
        font-size: var(--small);
      }
    }
  `,
})
export class PieceRow {
  readonly piece = input.required<Piece>();
  readonly pxPerMm = input.required<number>();

  private readonly known = inject(PieceStates);
  protected readonly widthPx = computed(() => this.piece().length * this.pxPerMm());
  protected readonly heightPx = computed(() => fullWidth(this.piece()) * this.pxPerMm());
  protected readonly species = computed(() => speciesLabel(this.piece()));
  /** The gravest of what follows its wood; the rest is told where it is inspected. */
  protected readonly hazard = computed(() => {
    const [first, ...more] = this.piece().hazards ?? [];
    if (first === undefined) return null;
    return `${hazardRule(first).name}${more.length > 0 ? ` +${more.length}` : ''}`;
  });
  protected readonly states = computed(() => this.known.of(this.piece()));
}
