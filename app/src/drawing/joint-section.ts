import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SectionShape } from '@aldrek/core/floor';
import { scaleNote } from './scale';
import { woodTone } from './species-tones';

/** A joint in section, to scale: both parts, what goes into what, and what holds it. */
@Component({
  selector: 'al-joint-section',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.width]="sheet().width" [attr.height]="sheet().height" role="img" [attr.aria-label]="spoken()">
      <g [attr.transform]="sheet().place">
        @for (shape of sheet().shapes; track $index) {
          <polygon
            [attr.class]="shape.role"
            [attr.points]="shape.points"
            [attr.fill]="shape.fill"
            [attr.stroke]="shape.line"
          />
        }
      </g>
    </svg>
    <p class="muted">In section, scale {{ note() }}</p>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      max-width: 100%;
    }
    polygon {
      stroke-width: 1.4;
    }
    .hole {
      fill: var(--surface);
      stroke: var(--ink-soft);
      stroke-dasharray: 3 3;
    }
    .tenon {
      stroke: var(--blue);
      stroke-width: 2;
    }
    .fastener {
      fill: var(--ink-soft);
      stroke: var(--ink);
    }
  `,
})
export class JointSection {
  readonly shapes = input.required<readonly SectionShape[]>();
  readonly speciesA = input('any');
  readonly speciesB = input('any');
  readonly named = input('');
  readonly room = input({ width: 340, height: 210 });

  private readonly bounds = computed(() => {
    const points = this.shapes().flatMap((shape) => shape.points);
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
    const [left, top] = [Math.min(...xs), Math.min(...ys)];
    return {
      left,
      top,
      width: Math.max(1, Math.max(...xs) - left),
      height: Math.max(1, Math.max(...ys) - top),
    };
  });
  private readonly pxPerMm = computed(() => {
    const { width, height } = this.bounds();
    return Math.min((this.room().width - 8) / width, (this.room().height - 8) / height, 3.6);
  });
  protected readonly note = computed(() => scaleNote(this.pxPerMm()));
  protected readonly spoken = computed(() => `${this.named()} in section`);
  protected readonly sheet = computed(() => {
    const scale = this.pxPerMm();
    const { left, top, width, height } = this.bounds();
    const [a, b] = [woodTone(this.speciesA()), woodTone(this.speciesB())];
    return {
      width: width * scale + 8,
      height: height * scale + 8,
      place: `translate(${4 - left * scale} ${4 - top * scale})`,
      shapes: this.shapes().map(({ role, points }) => {
        const tone = role === 'b' ? b : a;
        return {
          role,
          points: points.map(([x, y]) => `${x * scale},${y * scale}`).join(' '),
          fill: role === 'hole' || role === 'fastener' ? null : tone.face,
          line: role === 'hole' || role === 'fastener' ? null : tone.line,
        };
      }),
    };
  });
}
