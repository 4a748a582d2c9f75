import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Grain } from '@aldrek/core/wood';
import { scaleNote } from './scale';
import { woodTone } from './species-tones';

/** A strip as it is seen from the panel’s end. */
export interface StripEnd {
  readonly key: string;
  readonly name: string;
  /** mm. */
  readonly width: number;
  readonly thickness: number;
  readonly species: string;
  /** Its own colour, where its tone was measured. */
  readonly fill: string | null;
  readonly grain: Grain | null;
  /** Whether its bark side is up; null where nobody has looked. */
  readonly barkUp: boolean | null;
}

/** Rings are drawn so many to a strip. */
const RINGS = [0.2, 0.5, 0.8];

/** A panel from its end, to scale: how the rings of each strip lie, which cup which way. */
@Component({
  selector: 'al-panel-ends',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="muted">
      From the end, scale {{ note()
      }}{{ unknown() ? '; rings straight where the bark side is not noted' : '' }}
    </p>
    <svg [attr.width]="size().width" [attr.height]="size().height" role="img" [attr.aria-label]="spoken()">
      @for (end of drawn(); track end.key) {
        <g [attr.transform]="'translate(' + end.x + ' 1)'">
          <rect
            [attr.width]="end.w"
            [attr.height]="end.h"
            [attr.fill]="end.fill ?? end.tone.face"
            [attr.stroke]="end.tone.line"
          />
          <path [attr.d]="end.rings" [attr.stroke]="end.tone.line" fill="none" />
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
      overflow: hidden;
    }
    path {
      stroke-width: 1.4;
    }
  `,
})
export class PanelEnds {
  readonly strips = input.required<readonly StripEnd[]>();
  readonly roomPx = input.required<number>();
  /** Layers lie on each other, strips beside each other. */
  readonly stacked = input(false);

  private readonly pxPerMm = computed(() => {
    const strips = this.strips();
    const width = this.stacked()
      ? Math.max(1, ...strips.map((one) => one.width))
      : strips.reduce((sum, one) => sum + one.width, 0);
    return Math.min(3, (this.roomPx() - 4) / Math.max(1, width));
  });
  protected readonly note = computed(() => scaleNote(this.pxPerMm()));
  protected readonly unknown = computed(() => this.strips().some(({ barkUp }) => barkUp === null));

  protected readonly drawn = computed(() => {
    const scale = this.pxPerMm();
    let at = 1;
    return this.strips().map((strip) => {
      const x = at;
      const [w, h] = [strip.width * scale, strip.thickness * scale];
      at += w;
      return {
        key: strip.key,
        fill: strip.fill,
        x,
        w,
        h,
        tone: woodTone(strip.species),
        rings: ringsOf(strip, w, h),
      };
    });
  });
  protected readonly size = computed(() => ({
    width: this.drawn().reduce((sum, { w }) => sum + w, 2),
    height: Math.max(1, ...this.drawn().map(({ h }) => h)) + 2,
  }));
  protected readonly spoken = computed(
    () =>
      `From the end: ${this.strips()
        .map(
          ({ name, barkUp }) =>
            `${name} ${barkUp === null ? 'bark side not noted' : barkUp ? 'bark up' : 'bark down'}`,
        )
        .join(', ')}`,
  );
}

/** Rings lie around the heart: they bulge toward the bark, stand upright in quarter-sawn wood and slant in rift. */
function ringsOf({ grain, barkUp }: StripEnd, w: number, h: number): string {
  if (grain === 'quarter' || grain === 'riven') return RINGS.map((share) => `M${w * share} 0V${h}`).join('');
  if (grain === 'rift')
    return RINGS.map((share) => `M${w * share - h / 2} ${h}L${w * share + h / 2} 0`).join('');
  const bulge = barkUp === null ? 0 : (barkUp ? -1 : 1) * h * 0.7;
  return RINGS.map((share) => `M0 ${h * share}Q${w / 2} ${h * share + bulge} ${w} ${h * share}`).join('');
}
