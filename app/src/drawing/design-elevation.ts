import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { drawDesign, FormulaError, type Design } from '@aldrek/core';
import { woodTone } from './species-tones';

/** A design seen from the front, to scale on its floor; parts can be lit. */
@Component({
  selector: 'al-design-elevation',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="frame().box"
      [attr.width]="frame().width"
      [attr.height]="frame().height"
      role="img"
      [attr.aria-label]="spoken()"
    >
      <line class="floor" [attr.x1]="frame().x0" [attr.x2]="frame().x1" y1="0" y2="0" />
      @for (box of boxes(); track $index) {
        <rect
          [class.behind]="box.behind"
          [class.lit]="lit() === box.part"
          [attr.x]="box.x"
          [attr.y]="box.y"
          [attr.width]="box.width"
          [attr.height]="box.height"
          [attr.rx]="box.radius"
          [attr.fill]="tone.face"
          [attr.stroke]="tone.line"
          (pointerenter)="litChange.emit(box.part)"
          (pointerleave)="litChange.emit(null)"
        />
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      max-width: 100%;
    }
    rect {
      vector-effect: non-scaling-stroke;
      stroke-width: 1.2;
    }
    .behind {
      opacity: 0.55;
    }
    .lit {
      fill: var(--blue);
      opacity: 1;
    }
    .floor {
      stroke: var(--muted);
      stroke-width: 1.5;
      vector-effect: non-scaling-stroke;
    }
  `,
})
export class DesignElevation {
  readonly design = input.required<Design>();
  readonly sizes = input.required<Readonly<Record<string, number>>>();
  /** px that it may take. */
  readonly room = input({ width: 360, height: 200 });
  readonly pxPerMm = input<number | null>(null);
  readonly lit = input<string | null>(null);
  readonly litChange = output<string | null>();
  protected readonly tone = woodTone('any');

  private readonly drawn = computed(() => {
    try {
      return drawDesign(this.design(), this.sizes());
    } catch (error) {
      if (error instanceof FormulaError) return [];
      throw error;
    }
  });
  protected readonly boxes = computed(() =>
    this.drawn().map((box) => ({
      ...box,
      y: -(box.y + box.height),
      radius: box.round ? Math.min(box.width, box.height) / 2 : 0,
    })),
  );
  protected readonly frame = computed(() => {
    const boxes = this.drawn();
    const right = boxes.reduce((most, box) => Math.max(most, box.x + box.width), 1);
    const top = boxes.reduce((most, box) => Math.max(most, box.y + box.height), 1);
    const { width, height } = this.room();
    const edge = Math.max(right, top) * 0.03;
    const scale = this.pxPerMm() ?? Math.min(width / (right + 2 * edge), height / (top + 2 * edge));
    return {
      box: `${-edge} ${-top - edge} ${right + 2 * edge} ${top + 2 * edge}`,
      width: (right + 2 * edge) * scale,
      height: (top + 2 * edge) * scale,
      x0: -edge,
      x1: right + edge,
    };
  });
  protected readonly spoken = computed(
    () =>
      `${this.design().name} from the front: ${this.design()
        .parts.map(({ name }) => name)
        .join(', ')}`,
  );
}
