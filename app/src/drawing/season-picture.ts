import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { woodTone } from './species-tones';

/** A member of the thing as it is seen: mm, x to the right and y up. Shares say how far it moves along each. */
export interface SeasonBox {
  readonly part: string;
  readonly species: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly round: boolean;
  /** Change of width and of height, as a share, at its driest and at its wettest. */
  readonly dry: readonly [alongX: number, alongY: number];
  readonly wet: readonly [alongX: number, alongY: number];
}

/** The movement that moves most is drawn so far, px, and no member loses more than this share of its width. */
const SHOWN_PX = 12;
const MOST_SHARE = 0.35;

/** A thing in its driest and in its wettest part of the year, its movement drawn larger than it is, over its outline now. */
@Component({
  selector: 'al-season-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flow tops gap-20">
      @for (picture of pictures(); track picture.name) {
        <figure>
          <svg
            [attr.width]="size().width"
            [attr.height]="size().height"
            role="img"
            [attr.aria-label]="picture.name"
          >
            @for (box of picture.boxes; track $index) {
              <rect
                [attr.x]="box.x"
                [attr.y]="box.y"
                [attr.width]="box.width"
                [attr.height]="box.height"
                [attr.rx]="box.round ? box.width / 2 : 0"
                [attr.ry]="box.round ? box.height / 2 : 0"
                [attr.fill]="box.tone.face"
                [attr.stroke]="box.tone.line"
              />
            }
            @for (box of now(); track $index) {
              <rect
                class="now"
                [attr.x]="box.x"
                [attr.y]="box.y"
                [attr.width]="box.width"
                [attr.height]="box.height"
                [attr.rx]="box.round ? box.width / 2 : 0"
                [attr.ry]="box.round ? box.height / 2 : 0"
              />
            }
          </svg>
          <figcaption class="strong">{{ picture.name }}</figcaption>
        </figure>
      }
    </div>
    <p class="muted">
      Movement drawn {{ times() }} times as large as it is; dashed as it is now. Along the grain wood hardly
      moves.
    </p>
  `,
  styles: `
    svg {
      max-width: 100%;
    }
    .now {
      fill: none;
      stroke: var(--ink);
      stroke-dasharray: 4 4;
    }
  `,
})
export class SeasonPicture {
  readonly boxes = input.required<readonly SeasonBox[]>();
  readonly driest = input.required<string>();
  readonly wettest = input.required<string>();
  readonly room = input({ width: 400, height: 230 });

  private readonly bounds = computed(() => {
    const boxes = this.boxes();
    return {
      width: Math.max(1, ...boxes.map(({ x, width }) => x + width)),
      height: Math.max(1, ...boxes.map(({ y, height }) => y + height)),
    };
  });
  private readonly pxPerMm = computed(() => {
    const { width, height } = this.bounds();
    const edge = 2 * SHOWN_PX + 4;
    return Math.min((this.room().width - edge) / width, (this.room().height - edge) / height);
  });
  protected readonly size = computed(() => ({
    width: this.bounds().width * this.pxPerMm() + 2 * SHOWN_PX + 4,
    height: this.bounds().height * this.pxPerMm() + 2 * SHOWN_PX + 4,
  }));
  protected readonly times = computed(() => {
    const scale = this.pxPerMm();
    const most = Math.max(
      ...this.boxes().flatMap(({ width, height, dry, wet }) =>
        [dry, wet].flatMap(([x, y]) => [Math.abs(x) * width * scale, Math.abs(y) * height * scale]),
      ),
      1e-6,
    );
    const share = Math.max(...this.boxes().flatMap(({ dry, wet }) => [...dry, ...wet].map(Math.abs)), 1e-6);
    return Math.max(1, Math.min(60, Math.round(SHOWN_PX / most), Math.round(MOST_SHARE / share)));
  });
  protected readonly now = computed(() => this.drawn(() => [0, 0]));
  protected readonly pictures = computed(() => [
    { name: this.driest(), boxes: this.drawn(({ dry }) => dry) },
    { name: this.wettest(), boxes: this.drawn(({ wet }) => wet) },
  ]);

  private drawn(moved: (box: SeasonBox) => readonly [number, number]) {
    const scale = this.pxPerMm();
    const edge = SHOWN_PX + 2;
    const { height: high } = this.bounds();
    return this.boxes().map((box) => {
      const [mx, my] = moved(box);
      const [dx, dy] = [box.width * mx * this.times(), box.height * my * this.times()];
      return {
        round: box.round,
        tone: woodTone(box.species),
        x: edge + (box.x - dx / 2) * scale,
        y: edge + (high - box.y - box.height - dy / 2) * scale,
        width: Math.max(0, (box.width + dx) * scale),
        height: Math.max(0, (box.height + dy) * scale),
      };
    });
  }
}
