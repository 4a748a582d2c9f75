import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Project, ProjectPlan } from '@aldrek/core/project';
import { woodTone } from '../../drawing/species-tones';
import { ShopStore } from '../../shop-store/shop.store';

interface Strip {
  readonly y: number;
  readonly height: number;
  readonly tag: string;
  readonly face: string;
  readonly line: string;
}

/** Panels of a plan as they are glued up: strips side by side, each with the tag of the board it comes from. */
@Component({
  selector: 'al-panel-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'flow gap-14' },
  template: `
    @for (panel of panels(); track panel.key) {
      <figure>
        <svg
          [attr.width]="panel.width + 2"
          [attr.height]="panel.height + 2"
          role="img"
          [attr.aria-label]="panel.spoken"
        >
          <g transform="translate(1 1)">
            @for (strip of panel.strips; track $index) {
              <rect
                [attr.y]="strip.y"
                [attr.width]="panel.width"
                [attr.height]="strip.height"
                [attr.fill]="strip.face"
                [attr.stroke]="strip.line"
              />
              <text [attr.x]="6" [attr.y]="strip.y + strip.height / 2">{{ strip.tag }}</text>
            }
            @if (panel.round) {
              <ellipse
                [attr.cx]="panel.width / 2"
                [attr.cy]="panel.height / 2"
                [attr.rx]="panel.width / 2"
                [attr.ry]="panel.height / 2"
              />
            }
            <path class="mark" [attr.d]="panel.triangle" />
          </g>
        </svg>
        <figcaption class="muted t-small">{{ panel.title }}</figcaption>
      </figure>
    }
  `,
  styles: `
    text {
      font-size: 11px;
      fill: #2c2415;
      dominant-baseline: central;
    }
    .mark {
      fill: none;
      stroke: #1b55b0;
      stroke-width: 1.4;
    }
    ellipse {
      fill: none;
      stroke: #1b55b0;
      stroke-width: 1.6;
    }
  `,
})
export class PanelView {
  readonly project = input.required<Project>();
  readonly plan = input.required<ProjectPlan>();
  readonly letters = input.required<ReadonlyMap<string, string>>();
  readonly pxPerMm = input.required<number>();
  private readonly store = inject(ShopStore);

  protected readonly panels = computed(() =>
    this.project()
      .parts.filter((part) => part.make?.kind === 'panel')
      .flatMap((part) =>
        Array.from({ length: part.qty }, (_, unit) => {
          const cuts = this.plan().cuts.filter((cut) => cut.partId === part.id && cut.unit === unit);
          const scale = Math.min(this.pxPerMm(), 260 / part.length, 150 / part.width);
          const strips: Strip[] = [];
          let y = 0;
          for (const cut of cuts) {
            const piece = this.store.pieceById().get(cut.pieceId);
            const tone = woodTone(piece?.species ?? 'any');
            // The last strip is ripped to what is still wanted.
            const height = Math.min(cut.width * scale, Math.max(0, part.width * scale - y));
            strips.push({ y, height, tag: piece?.tag ?? '', face: tone.face, line: tone.line });
            y += height;
          }
          const [width, height] = [part.length * scale, y];
          const [apex, foot] = [width * 0.55, Math.min(30, width * 0.12)];
          return {
            key: `${part.id} ${unit}`,
            strips,
            width,
            height,
            round: part.shape?.kind === 'round',
            triangle: `M${apex} 3L${apex + foot} ${height - 3}L${apex - foot} ${height - 3}Z`,
            title: `${this.letters().get(part.id) ?? ''} ${part.name}${part.qty > 1 ? ` ${unit + 1}` : ''}: ${strips.length} strips`,
            spoken: `${part.name}, glued up from ${strips.map(({ tag }) => tag).join(', ')}`,
          };
        }).filter(({ strips }) => strips.length > 0),
      ),
  );
}
