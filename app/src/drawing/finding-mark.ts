import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { effectiveKind, exhausted, type Finding, type FindingKind } from '@aldrek/core/wood';

/** How a kind of finding is drawn: its shape says what it is, its colour only helps. */
type MarkShape =
  | 'nail'
  | 'ring'
  | 'whorl'
  | 'whorl-open'
  | 'patch'
  | 'dots'
  | 'dots-live'
  | 'crack'
  | 'arc'
  | 'crumble'
  | 'edge'
  | 'void'
  | 'channel'
  | 'scratches'
  | 'flame'
  | 'coat'
  | 'furrows'
  | 'chatter'
  | 'peel';

function shapeOf(kind: FindingKind): MarkShape {
  switch (kind) {
    case 'metal':
      return 'nail';
    case 'nail-hole':
      return 'ring';
    case 'knot':
      return 'whorl';
    case 'loose-knot':
      return 'whorl-open';
    case 'rot':
    case 'mould':
    case 'stain':
      return 'patch';
    case 'insect':
      return 'dots';
    case 'live-insect':
      return 'dots-live';
    case 'check':
    case 'split':
      return 'crack';
    case 'shake':
      return 'arc';
    case 'crumble':
      return 'crumble';
    case 'wane':
      return 'edge';
    case 'hole':
    case 'notch':
      return 'void';
    case 'groove':
    case 'tongue':
      return 'channel';
    case 'wear':
      return 'scratches';
    case 'burn':
      return 'flame';
    case 'old-finish':
      return 'coat';
    case 'weathering':
      return 'furrows';
    case 'tool-marks':
      return 'chatter';
    case 'veneer-lift':
      return 'peel';
    default:
      return exhausted(kind, 'finding kind');
  }
}

/** A finding to be drawn as the sign of its kind, on a button or in a list, 20 px square at 1 px per mm. */
export const aMarkOf = (kind: FindingKind): Finding => ({
  id: '',
  kind,
  face: 'A',
  x: 2,
  y: 2,
  length: 16,
  width: 16,
});

/** Marks below this many px are drawn larger than life, so that a nail can be seen at 1 : 14. */
const LEAST_PX = 7;

/** One finding, drawn in its place on a strip. Sits inside the strip's SVG. */
@Component({
  selector: 'svg:g[alFindingMark]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    '[attr.data-kind]': 'kind()',
    '[attr.data-fate]': 'finding().fate',
    class: 'finding-mark',
  },
  template: `
    @switch (shape()) {
      @case ('nail') {
        <svg:circle class="solid" [attr.cx]="cx()" [attr.cy]="cy()" [attr.r]="r() * 0.6" />
        <svg:path class="line" [attr.d]="cross()" />
        @if (finding().fix === 'punched') {
          <svg:circle class="outline" [attr.cx]="cx()" [attr.cy]="cy()" [attr.r]="r() * 1.3" />
        }
      }
      @case ('ring') {
        <svg:circle class="pierced" [attr.cx]="cx()" [attr.cy]="cy()" [attr.r]="r() * 0.62" />
      }
      @case ('whorl') {
        <svg:ellipse class="knot" [attr.cx]="cx()" [attr.cy]="cy()" [attr.rx]="w() / 2" [attr.ry]="h() / 2" />
        <svg:ellipse
          class="line thin"
          [attr.cx]="cx()"
          [attr.cy]="cy()"
          [attr.rx]="w() / 4"
          [attr.ry]="h() / 4"
        />
      }
      @case ('whorl-open') {
        <svg:ellipse
          class="knot dashed"
          [attr.cx]="cx()"
          [attr.cy]="cy()"
          [attr.rx]="w() / 2"
          [attr.ry]="h() / 2"
        />
        <svg:path class="line" [attr.d]="cross()" />
      }
      @case ('patch') {
        <svg:rect
          [class]="'patch ' + finding().kind"
          [attr.x]="x()"
          [attr.y]="y()"
          [attr.width]="w()"
          [attr.height]="h()"
          [attr.rx]="finding().kind === 'rot' ? 1 : 6"
        />
        @if (finding().kind === 'rot') {
          <svg:path class="line" [attr.d]="hatch()" />
        }
        @if (finding().kind === 'mould') {
          <svg:path class="line dotted" [attr.d]="rows()" />
        }
      }
      @case ('dots') {
        <svg:path class="line dotted" [attr.d]="rows()" />
      }
      @case ('dots-live') {
        <svg:rect class="outline" [attr.x]="x()" [attr.y]="y()" [attr.width]="w()" [attr.height]="h()" />
        <svg:path class="line dotted" [attr.d]="rows()" />
      }
      @case ('crack') {
        <svg:path class="line" [attr.d]="zigzag()" />
        @if (kind() === 'split') {
          <svg:path class="line thin" transform="translate(0 4)" [attr.d]="zigzag()" />
        }
      }
      @case ('arc') {
        <svg:path class="line" [attr.d]="arcs()" />
      }
      @case ('crumble') {
        <svg:rect
          class="patch crumble"
          [attr.x]="x()"
          [attr.y]="y()"
          [attr.width]="w()"
          [attr.height]="h()"
        />
        <svg:path class="line thin" [attr.d]="rows()" />
      }
      @case ('edge') {
        <svg:rect class="patch wane" [attr.x]="x()" [attr.y]="y()" [attr.width]="w()" [attr.height]="h()" />
        <svg:path class="line thin" [attr.d]="zigzag()" />
      }
      @case ('void') {
        <svg:rect
          class="void"
          [attr.x]="x()"
          [attr.y]="y()"
          [attr.width]="w()"
          [attr.height]="h()"
          [attr.rx]="finding().kind === 'hole' ? w() / 2 : 0"
        />
      }
      @case ('channel') {
        <svg:rect class="channel" [attr.x]="x()" [attr.y]="y()" [attr.width]="w()" [attr.height]="h()" />
        @if (kind() === 'tongue') {
          <svg:path class="line thin" [attr.d]="middle()" />
        }
      }
      @case ('scratches') {
        <svg:rect
          class="patch wear"
          [attr.x]="x()"
          [attr.y]="y()"
          [attr.width]="w()"
          [attr.height]="h()"
          rx="5"
        />
        <svg:path class="line thin soft" [attr.d]="rows()" />
      }
      @case ('flame') {
        <svg:ellipse
          class="patch burn"
          [attr.cx]="cx()"
          [attr.cy]="cy()"
          [attr.rx]="w() / 2"
          [attr.ry]="h() / 2"
        />
      }
      @case ('coat') {
        <svg:rect class="coat" [attr.x]="x()" [attr.y]="y()" [attr.width]="w()" [attr.height]="h()" />
      }
      @case ('furrows') {
        <svg:rect class="coat" [attr.x]="x()" [attr.y]="y()" [attr.width]="w()" [attr.height]="h()" />
        <svg:path class="line thin soft" [attr.d]="rows()" />
      }
      @case ('chatter') {
        <svg:path class="line thin soft" [attr.d]="ticks()" />
      }
      @case ('peel') {
        <svg:path class="peel" [attr.d]="peel()" />
      }
    }
  `,
})
export class FindingMark {
  readonly finding = input.required<Finding>();
  readonly pxPerMm = input.required<number>();
  /** The face's height, mm, when it is drawn turned over (y runs from the other edge). */
  readonly turnedOver = input<number | null>(null);

  /** Pulled metal is drawn as the hole that it left. */
  protected readonly kind = computed(() => effectiveKind(this.finding()));
  protected readonly shape = computed(() => shapeOf(this.kind()));
  protected readonly w = computed(() => this.grown(this.finding().length));
  protected readonly h = computed(() =>
    this.shape() === 'crack' || this.shape() === 'channel'
      ? Math.max(3, this.finding().width * this.pxPerMm())
      : this.grown(this.finding().width),
  );
  protected readonly cx = computed(() => (this.finding().x + this.finding().length / 2) * this.pxPerMm());
  protected readonly cy = computed(() => {
    const { y, width } = this.finding();
    const over = this.turnedOver();
    const middle = y + width / 2;
    return (over === null ? middle : over - middle) * this.pxPerMm();
  });
  protected readonly x = computed(() => this.cx() - this.w() / 2);
  protected readonly y = computed(() => this.cy() - this.h() / 2);
  protected readonly r = computed(() => Math.min(9, Math.max(this.w(), this.h()) / 2));

  protected readonly cross = computed(() => {
    const r = this.r() * 1.15;
    const [cx, cy] = [this.cx(), this.cy()];
    return `M${cx - r} ${cy - r}L${cx + r} ${cy + r}M${cx - r} ${cy + r}L${cx + r} ${cy - r}`;
  });

  protected readonly zigzag = computed(() => {
    const steps = Math.max(2, Math.round(this.w() / 7));
    const swing = Math.max(2.5, Math.min(5, this.h() / 2));
    const points = Array.from({ length: steps + 1 }, (_, i) => {
      const x = this.x() + (this.w() * i) / steps;
      return `${x} ${this.cy() + (i % 2 === 0 ? swing : -swing)}`;
    });
    return `M${points.join('L')}`;
  });

  protected readonly hatch = computed(() => {
    const lines: string[] = [];
    for (let d = 5; d < this.w() + this.h(); d += 7) {
      const x1 = Math.min(d, this.w());
      const y1 = d - x1;
      const y2 = Math.min(d, this.h());
      const x2 = d - y2;
      lines.push(`M${this.x() + x1} ${this.y() + y1}L${this.x() + x2} ${this.y() + y2}`);
    }
    return lines.join('');
  });

  protected readonly rows = computed(() => {
    const rows = Math.max(1, Math.min(6, Math.floor(this.h() / 6)));
    return Array.from({ length: rows }, (_, i) => {
      const y = this.y() + (this.h() * (i + 0.5)) / rows;
      return `M${this.x() + 1} ${y}h${Math.max(1, this.w() - 2)}`;
    }).join('');
  });

  protected readonly middle = computed(() => `M${this.x()} ${this.cy()}h${this.w()}`);

  /** Short strokes across the grain, as a plane or a saw leaves them. */
  protected readonly ticks = computed(() => {
    const many = Math.max(2, Math.min(24, Math.floor(this.w() / 9)));
    return Array.from({ length: many }, (_, i) => {
      const x = this.x() + (this.w() * (i + 0.5)) / many;
      return `M${x} ${this.y() + this.h() * 0.15}v${this.h() * 0.7}`;
    }).join('');
  });

  protected readonly arcs = computed(() => {
    const [x, w, y, h] = [this.x(), this.w(), this.y(), this.h()];
    return `M${x} ${y + h}Q${x + w / 2} ${y - h} ${x + w} ${y + h}M${x + 4} ${y + h + 3}Q${x + w / 2} ${y - h + 5} ${x + w - 4} ${y + h + 3}`;
  });

  protected readonly peel = computed(() => {
    const [x, w, y, h] = [this.x(), this.w(), this.y(), this.h()];
    return `M${x} ${y}h${w}v${h * 0.6}l${-w * 0.25} ${h * 0.4}h${-w * 0.75}zM${x + w} ${y + h * 0.6}h${-w * 0.25}v${h * 0.4}`;
  });

  private grown(mm: number): number {
    return Math.max(LEAST_PX, mm * this.pxPerMm());
  }
}
