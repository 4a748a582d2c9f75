import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { fullWidth, type Piece } from '@aldrek/core/wood';
import { usableThickness, type Machines } from '@aldrek/core/yield';
import { woodTone } from './species-tones';

/** Room of the drawing, px: the side view fills its length, the end view stands beside it. */
const SIDE_PX = 400;
const END_PX = 130;
const BETWEEN_PX = 46;
/** The bent piece is drawn about this high, px; thickness and gaps to one scale, far larger than the length. */
const BODY_PX = 62;
const TOP_PX = 18;
const STEPS = 24;

interface Curve {
  readonly body: string;
  readonly flat: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/** Warp in a side and an end view, gaps exaggerated alike, and the flat board that is left in it. */
@Component({
  selector: 'al-warp-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height" role="img" [attr.aria-label]="spoken()">
      @for (view of views(); track view.name) {
        <g [attr.transform]="'translate(' + view.x + ' 0)'">
          <text class="name" x="0" y="11">{{ view.name }}</text>
          <path
            class="body"
            [attr.d]="view.curve.body"
            [attr.fill]="tone().face"
            [attr.stroke]="tone().line"
          />
          <rect
            class="flat"
            [attr.x]="view.curve.flat.x"
            [attr.y]="view.curve.flat.y"
            [attr.width]="view.curve.flat.width"
            [attr.height]="view.curve.flat.height"
          />
        </g>
      }
      <text x="0" [attr.y]="size.height - 2">{{ note() }}</text>
    </svg>
  `,
  styles: `
    :host {
      display: block;
      max-width: 600px;
    }
    svg {
      width: 100%;
      overflow: visible;
    }
    .body {
      stroke-width: 1;
    }
    .flat {
      fill: #1b55b022;
      stroke: var(--blue);
      stroke-width: 1.2;
      stroke-dasharray: 4 3;
    }
    text {
      font-size: 11.5px;
      fill: var(--muted);
    }
  `,
})
export class WarpDrawing {
  readonly piece = input.required<Piece>();
  readonly machines = input.required<Machines>();

  protected readonly size = { width: SIDE_PX + END_PX + BETWEEN_PX, height: TOP_PX + BODY_PX + 22 };
  protected readonly tone = computed(() => woodTone(this.piece().species));
  private readonly warp = computed(() => {
    const { cup = 0, bow = 0, twist = 0 } = this.piece().warp ?? {};
    return { cup, bow, twist };
  });
  /** Drawn px to a mm of thickness or gap. */
  private readonly pxPerMm = computed(() => {
    const { cup, bow, twist } = this.warp();
    const highest = this.piece().thickness + Math.max(Math.abs(bow), Math.abs(cup) + twist / 2);
    return BODY_PX / Math.max(1, highest);
  });
  protected readonly left = computed(() => {
    const piece = this.piece();
    const whole = { length: piece.length, width: fullWidth(piece) };
    return usableThickness(piece, whole, this.machines()).mm;
  });
  protected readonly note = computed(() => {
    const ratio = this.pxPerMm() / (SIDE_PX / this.piece().length);
    const times = ratio < 10 ? ratio.toFixed(1) : String(Math.round(ratio));
    return `drawn ${times} × thicker than long; dashed: the flat board that is left`;
  });
  protected readonly spoken = computed(() => {
    const { cup, bow, twist } = this.warp();
    return `Side and end view: cup ${cup}, bow ${bow}, twist ${twist} mm; ${this.left().toFixed(1)} mm of ${this.piece().thickness} left when flat.`;
  });
  protected readonly views = computed(() => {
    const { cup, bow, twist } = this.warp();
    const scale = this.pxPerMm();
    return [
      { name: 'side', x: 0, curve: this.curve(SIDE_PX, bow * scale, 0) },
      { name: 'end', x: SIDE_PX + BETWEEN_PX, curve: this.curve(END_PX, cup * scale, (twist / 2) * scale) },
    ];
  });

  /** A body bent by `rise` px in its middle and turned by `turn` px from one side to the other. */
  private curve(length: number, rise: number, turn: number): Curve {
    const middle = TOP_PX + BODY_PX / 2;
    const half = (this.piece().thickness * this.pxPerMm()) / 2;
    // Half of the rise either way keeps the drawing centred.
    const at = (share: number): number => {
      const u = share - 0.5;
      return middle + 4 * rise * u * u - rise / 2 + turn * u;
    };
    const shares = Array.from({ length: STEPS + 1 }, (_, i) => i / STEPS);
    const upper = shares.map((share) => `${share * length} ${at(share) - half}`);
    const lower = shares.map((share) => `${share * length} ${at(share) + half}`).reverse();
    const height = Math.max(1, this.left() * this.pxPerMm());
    return {
      body: `M${[...upper, ...lower].join('L')}Z`,
      flat: { x: 0, y: middle - height / 2, width: length, height },
    };
  }
}
