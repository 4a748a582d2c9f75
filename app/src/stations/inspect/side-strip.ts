import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import {
  FACE_NAMES,
  fullWidth,
  findingKindFacts,
  type Finding,
  type FindingFace,
  type Piece,
} from '@aldrek/core/wood';
import { FindingMark } from '../../drawing/finding-mark';
import { endRings } from '../../drawing/end-rings';
import { woodTone } from '../../drawing/species-tones';
import type { FacePoint } from './face-view';

export type Side = Extract<FindingFace, 'upper' | 'lower' | 'near' | 'far'>;

/** However thin the piece, its sides are drawn at least this thick, px, so that a mark can be seen. */
const LEAST_PX = 9;
/** A thumb finds a side in an area at least this thick, px. */
const LEAST_REACH = 26;

interface Mark {
  readonly finding: Finding;
  readonly shown: Finding;
  readonly label: string;
}

/** An edge along a face, or an end across it, folded out: what shows there, and where a finding can be put. */
@Component({
  selector: 'al-side-strip',
  imports: [FindingMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.end]': 'isEnd()' },
  template: `
    <svg
      [attr.width]="box().width + 2"
      [attr.height]="box().height + 2"
      [class.armed]="armed()"
      role="group"
      [attr.aria-label]="name()"
      (pointerdown)="down($event)"
    >
      <g transform="translate(1 1)">
        <rect
          class="wood"
          [attr.width]="box().width"
          [attr.height]="box().height"
          [attr.fill]="tone().line"
          [attr.stroke]="tone().line"
        />
        <path class="rings" [attr.d]="rings()" />
        @for (mark of marks(); track mark.finding.id) {
          <g
            class="hold"
            tabindex="0"
            role="button"
            [attr.aria-label]="mark.label"
            [attr.aria-pressed]="mark.finding.id === selectedId()"
            [class.in-hand]="mark.finding.id === selectedId()"
            (focus)="taken.emit(mark.finding.id)"
          >
            <g alFindingMark [finding]="mark.shown" [pxPerMm]="1" />
          </g>
        }
        <rect
          class="reach"
          [attr.x]="reach().x"
          [attr.y]="reach().y"
          [attr.width]="reach().width"
          [attr.height]="reach().height"
        />
      </g>
    </svg>
  `,
  styles: `
    :host {
      display: block;
      line-height: 0;
    }
    svg {
      overflow: visible;
      touch-action: none;
    }
    .wood {
      stroke-width: 1;
    }
    .rings {
      fill: none;
      stroke: #00000038;
      stroke-width: 1;
      pointer-events: none;
    }
    .reach {
      fill: transparent;
      pointer-events: none;
    }
    .armed {
      cursor: crosshair;
    }
    .armed .reach {
      pointer-events: auto;
    }
    .armed .wood {
      stroke: var(--blue);
      stroke-width: 1.5;
    }
    .hold {
      cursor: pointer;
      outline: none;
    }
    .hold:focus-visible,
    .in-hand {
      filter: drop-shadow(0 0 2px var(--blue)) drop-shadow(0 0 1px var(--blue));
    }
  `,
})
export class SideStrip {
  readonly piece = input.required<Piece>();
  readonly side = input.required<Side>();
  readonly pxPerMm = input.required<number>();
  readonly selectedId = input<string | null>(null);
  readonly armed = input(false);
  readonly placed = output<FacePoint>();
  readonly taken = output<string | null>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly isEnd = computed(() => this.side() === 'near' || this.side() === 'far');
  protected readonly tone = computed(() => woodTone(this.piece().species));
  protected readonly name = computed(() => FACE_NAMES[this.side()]);
  private readonly thickPx = computed(() =>
    Math.max(LEAST_PX, Math.min(18, this.piece().thickness * this.pxPerMm())),
  );
  private readonly alongPx = computed(
    () => (this.isEnd() ? fullWidth(this.piece()) : this.piece().length) * this.pxPerMm(),
  );
  protected readonly box = computed(() =>
    this.isEnd()
      ? { width: this.thickPx(), height: this.alongPx() }
      : { width: this.alongPx(), height: this.thickPx() },
  );
  /** Ends show their rings, sides the middle of the thickness. */
  protected readonly rings = computed(() => {
    const box = this.box();
    const side = this.side();
    return side === 'near' || side === 'far'
      ? endRings(side, this.piece().bark, box)
      : `M0 ${box.height / 2}H${box.width}`;
  });
  protected readonly reach = computed(() => {
    const { width, height } = this.box();
    const more = Math.max(0, (LEAST_REACH - this.thickPx()) / 2);
    return this.isEnd()
      ? { x: -more, y: 0, width: width + 2 * more, height }
      : { x: 0, y: -more, width, height: height + 2 * more };
  });

  protected readonly marks = computed((): Mark[] => {
    const side = this.side();
    const scale = this.pxPerMm();
    const thick = this.thickPx();
    return this.piece()
      .findings.filter(({ face }) => face === side)
      .map((finding) => ({
        finding,
        shown: this.isEnd()
          ? { ...finding, x: 1, y: finding.y * scale, length: thick - 2, width: finding.width * scale }
          : { ...finding, x: finding.x * scale, y: 1, length: finding.length * scale, width: thick - 2 },
        label: `${findingKindFacts(finding.kind).name} on the ${FACE_NAMES[side]}`,
      }));
  });

  protected down(event: PointerEvent): void {
    if (event.button !== 0) return;
    const box = this.host.nativeElement.querySelector('svg')?.getBoundingClientRect();
    if (!box) return;
    const x = (event.clientX - box.left - 1) / this.pxPerMm();
    const y = (event.clientY - box.top - 1) / this.pxPerMm();
    const piece = this.piece();
    const width = fullWidth(piece);
    const inside = (mm: number, most: number): number => Math.min(most, Math.max(0, mm));
    if (this.armed()) {
      const at = {
        upper: { x: inside(x, piece.length), y: 0 },
        lower: { x: inside(x, piece.length), y: width },
        near: { x: 0, y: inside(y, width) },
        far: { x: piece.length, y: inside(y, width) },
      }[this.side()];
      this.placed.emit(at);
      return;
    }
    const hold = (event.target as Element).closest('.hold');
    if (!hold) this.taken.emit(null);
  }
}
