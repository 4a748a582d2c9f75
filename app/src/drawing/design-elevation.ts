import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  drawDesign,
  FormulaError,
  viewsOf,
  type Design,
  type DesignView,
  type DrawnBox,
} from '@aldrek/core/project';
import { woodTone, type WoodTone } from './species-tones';

const VIEW_NAMES: Readonly<Record<DesignView, string>> = {
  front: 'front',
  side: 'right side',
  top: 'from above',
};
/** Between two views, and above each for its name, px. */
const GAP_PX = 18;

interface DrawnView {
  readonly view: DesignView;
  readonly boxes: readonly DrawnBox[];
  /** mm. */
  readonly width: number;
  readonly height: number;
}

/**
 * A design to scale: from the front, and where all of it is known also from above, over the front, and from its right,
 * beside it. In the wood that the plan chose, where there is a plan; parts can be lit.
 */
@Component({
  selector: 'al-design-elevation',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.width]="sheet().width" [attr.height]="sheet().height" role="img" [attr.aria-label]="spoken()">
      @for (view of sheet().views; track view.view) {
        <g [attr.transform]="view.transform">
          @if (view.name) {
            <text class="name" x="0" [attr.y]="-view.height - 5">{{ view.name }}</text>
          }
          @if (view.view !== 'top') {
            <line class="floor" x1="-4" [attr.x2]="view.width + 4" y1="0" y2="0" />
          }
          @for (box of view.boxes; track $index) {
            <rect
              [class.behind]="box.behind"
              [class.lit]="lit() === box.part"
              [attr.x]="box.x"
              [attr.y]="box.y"
              [attr.width]="box.width"
              [attr.height]="box.height"
              [attr.rx]="box.rx"
              [attr.ry]="box.ry"
              [attr.fill]="box.tone.face"
              [attr.stroke]="box.tone.line"
              (pointerenter)="litChange.emit(box.part)"
              (pointerleave)="litChange.emit(null)"
            />
          }
        </g>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      max-width: 100%;
    }
    rect {
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
    }
    .name {
      font-size: 12px;
      fill: var(--muted);
    }
  `,
})
export class DesignElevation {
  readonly design = input.required<Design>();
  readonly sizes = input.required<Readonly<Record<string, number>>>();
  /** px that it may take. */
  readonly room = input({ width: 360, height: 200 });
  readonly pxPerMm = input<number | null>(null);
  /** From the front alone, as in a list. */
  readonly frontOnly = input(false);
  /** The wood of each part, by its name, where it is known. */
  readonly tones = input<ReadonlyMap<string, WoodTone>>(new Map());
  readonly lit = input<string | null>(null);
  readonly litChange = output<string | null>();
  private readonly unknown = woodTone('any');

  private readonly drawn = computed((): readonly DrawnView[] => {
    const design = this.design();
    try {
      return (this.frontOnly() ? (['front'] as const) : viewsOf(design)).map((view) => {
        const boxes = drawDesign(design, this.sizes(), view);
        return {
          view,
          boxes,
          width: boxes.reduce((most, box) => Math.max(most, box.x + box.width), 1),
          height: boxes.reduce((most, box) => Math.max(most, box.y + box.height), 1),
        };
      });
    } catch (error) {
      if (error instanceof FormulaError) return [];
      throw error;
    }
  });
  protected readonly sheet = computed(() => {
    const views = this.drawn();
    const size = (view: DesignView) => views.find((one) => one.view === view) ?? { width: 0, height: 0 };
    const [front, side, top] = [size('front'), size('side'), size('top')];
    const several = views.length > 1;
    const head = several ? GAP_PX : 4;
    const across = 8 + (several ? GAP_PX : 0);
    const down = head + 4 + (several ? head : 0);
    const { width, height } = this.room();
    const scale =
      this.pxPerMm() ??
      Math.min(
        (width - across) / Math.max(1, front.width + side.width),
        (height - down) / Math.max(1, front.height + top.height),
      );
    const floor = head + (several ? top.height * scale + head : 0) + front.height * scale;
    const place: Readonly<Record<DesignView, readonly [number, number]>> = {
      front: [4, floor],
      side: [4 + front.width * scale + GAP_PX, floor],
      top: [4, head + top.height * scale],
    };
    return {
      width: across + (front.width + side.width) * scale,
      height: floor + 4,
      views: views.map((view) => ({
        view: view.view,
        name: several ? VIEW_NAMES[view.view] : '',
        transform: `translate(${place[view.view].join(' ')})`,
        width: view.width * scale,
        height: view.height * scale,
        boxes: view.boxes.map((box) => ({
          part: box.part,
          behind: box.behind,
          x: box.x * scale,
          y: -(box.y + box.height) * scale,
          width: box.width * scale,
          height: box.height * scale,
          rx: box.round ? (box.width / 2) * scale : 0,
          ry: box.round ? (box.height / 2) * scale : 0,
          tone: this.tones().get(box.part) ?? this.unknown,
        })),
      })),
    };
  });
  protected readonly spoken = computed(() => {
    const views = this.drawn().map(({ view }) => VIEW_NAMES[view]);
    const parts = this.design().parts.map(({ name }) => name);
    return `${this.design().name}, ${views.join(', ')}: ${parts.join(', ')}`;
  });
}
