import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { fullWidth, usableThickness, type Machines, type Piece } from '@aldrek/core';
import { woodTone } from './species-tones';

/** Room of the drawing, px: the side view fills its length, the end view stands beside it. */
const SIDE_PX = 420;
const END_PX = 120;
const HEIGHT = 74;
/** The largest gap is drawn about this high, px. */
const GAP_PX = 20;
const STEPS = 24;
/** The piece itself is drawn this thick, px, so that its curve can be seen beside it. */
const BODY_PX = 16;

interface Curve {
  readonly body: string;
  readonly flat: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/** Warp in a side and an end view, gaps exaggerated alike, and the flat board that is left in it. */
@Component({
  selector: 'al-warp-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height"
      role="img"
      [attr.aria-label]="spoken()"
    >
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
      <text class="note" [attr.x]="size.width" y="11" text-anchor="end">{{ note() }}</text>
    </svg>
  `,
  styles: `
    :host {
      display: block;
      max-width: 600px;
    }
    svg {
      display: block;
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

  protected readonly size = { width: SIDE_PX + END_PX + 40, height: HEIGHT + 20 };
  protected readonly tone = computed(() => woodTone(this.piece().species));
  private readonly gap = computed(() => {
    const { cup = 0, bow = 0, twist = 0 } = this.piece().warp ?? {};
    return Math.max(Math.abs(cup), Math.abs(bow), twist / 2, 0.001);
  });
  /** Drawn px to a mm of gap. */
  private readonly pxPerGap = computed(() => Math.min(GAP_PX, GAP_PX / this.gap()));
  protected readonly left = computed(() => {
    const piece = this.piece();
    const whole = { length: piece.length, width: fullWidth(piece) };
    return usableThickness(piece, whole, this.machines()).mm;
  });
  protected readonly note = computed(() => {
    if (this.gap() < 0.01) return 'no warp noted';
    const ratio = this.pxPerGap() / (SIDE_PX / this.piece().length);
    return `gaps drawn ${ratio < 10 ? ratio.toFixed(1) : Math.round(ratio)} × larger`;
  });
  protected readonly spoken = computed(() => {
    const { cup = 0, bow = 0, twist = 0, crook = 0 } = this.piece().warp ?? {};
    return `Side and end view: cup ${cup}, bow ${bow}, twist ${twist}, crook ${crook} mm; ${this.left().toFixed(1)} mm of ${this.piece().thickness} left when flat.`;
  });
  protected readonly views = computed(() => {
    const { cup = 0, bow = 0, twist = 0 } = this.piece().warp ?? {};
    const scale = this.pxPerGap();
    return [
      { name: 'side', x: 0, curve: this.curve(SIDE_PX, bow * scale, 0) },
      { name: 'end', x: SIDE_PX + 40, curve: this.curve(END_PX, cup * scale, (twist / 2) * scale) },
    ];
  });

  /** A body bent by `rise` px in the middle and turned by `turn` px from one side to the other. */
  private curve(length: number, rise: number, turn: number): Curve {
    const middle = HEIGHT / 2 + 16;
    const at = (share: number): number => {
      const u = share - 0.5;
      // The middle stands up (or hangs) against the ends; half of it either way keeps the drawing centred.
      return middle + 4 * rise * u * u - rise / 2 + turn * 2 * u;
    };
    const shares = Array.from({ length: STEPS + 1 }, (_, i) => i / STEPS);
    const upper = shares.map((share) => `${share * length} ${at(share) - BODY_PX / 2}`);
    const lower = shares.map((share) => `${share * length} ${at(share) + BODY_PX / 2}`).reverse();
    const part = this.left() / Math.max(1, this.piece().thickness);
    const height = Math.max(1, BODY_PX * part);
    return {
      body: `M${[...upper, ...lower].join('L')}Z`,
      flat: { x: 0, y: middle - height / 2, width: length, height },
    };
  }
}
