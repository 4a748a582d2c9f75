import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Shape, SpeciesId } from '@aldrek/core/wood';
import { drawnShapes, extentOf } from './find-shapes';
import { woodTone } from './species-tones';
import { Ruler } from './ruler';

/** A find to scale, whole or exploded into its members. */
@Component({
  selector: 'al-find-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Ruler],
  template: `
    <al-ruler [lengthMm]="rulerMm()" [pxPerMm]="pxPerMm()" />
    <svg
      class="find"
      role="img"
      [attr.aria-label]="label()"
      [attr.width]="size().width"
      [attr.height]="size().height"
      [attr.viewBox]="size().box"
    >
      @for (shape of shapesDrawn(); track shape.index) {
        <g [class.dim]="lit() !== null && lit() !== shape.sort" [class.lit]="lit() === shape.sort">
          <path
            [attr.class]="'shape ' + shape.stuff"
            [attr.d]="shape.outline"
            [attr.fill]="fill(shape.stuff)"
            [attr.stroke]="shape.stuff === 'room' ? null : tone().line"
          />
          @if (shape.grain !== '') {
            <path class="grain" [attr.d]="shape.grain" [attr.stroke]="tone().line" fill="none" />
          }
          @for (nail of shape.metal; track $index) {
            <circle class="nail" [attr.cx]="nail[0]" [attr.cy]="nail[1]" r="1.8" />
          }
        </g>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg.find {
      margin-top: 8px;
      overflow: visible;
    }
    .shape {
      stroke-width: 1;
    }
    .metal {
      fill: #6f7c82;
      stroke: #4b565b;
    }
    .glass {
      fill: rgb(140 190 210 / 0.35);
      stroke: #6c97a8;
    }
    .room {
      fill: none;
      stroke: var(--blue);
      stroke-width: 1.6;
      stroke-dasharray: 6 4;
    }
    .nail {
      fill: var(--mark);
    }
    .dim {
      opacity: 0.3;
    }
    .lit .shape {
      stroke: var(--blue);
      stroke-width: 1.8;
    }
  `,
})
export class FindDrawing {
  readonly shapes = input.required<readonly Shape[]>();
  readonly species = input.required<SpeciesId>();
  readonly label = input.required<string>();
  readonly pxPerMm = input.required<number>();
  /** 0: as it stands; 1: apart. */
  readonly share = input(0);
  /** The room there is for the ruler, px. */
  readonly roomPx = input.required<number>();
  /** The sort of member that is pointed out. */
  readonly lit = input<string | null>(null);

  private readonly extent = computed(() => extentOf(this.shapes(), this.share()));
  protected readonly shapesDrawn = computed(() =>
    drawnShapes(this.shapes(), this.share(), this.extent(), this.pxPerMm()),
  );
  protected readonly size = computed(() => {
    const width = Math.ceil(this.extent().length * this.pxPerMm()) + 3;
    const height = Math.ceil(this.extent().height * this.pxPerMm()) + 3;
    return { width, height, box: `-1 -1 ${width} ${height}` };
  });
  /** The ruler runs on beyond the drawing, to the end of the room. */
  protected readonly rulerMm = computed(() => (this.roomPx() - 2) / this.pxPerMm());
  protected readonly tone = computed(() => woodTone(this.species()));

  protected fill(stuff: Shape['stuff']): string | null {
    const { face } = this.tone();
    if (stuff === 'end-grain') return `color-mix(in srgb, ${face}, #000 14%)`;
    return stuff === 'wood' ? face : null;
  }
}
