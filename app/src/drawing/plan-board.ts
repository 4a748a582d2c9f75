import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type PlannedCut } from '@aldrek/core/project';
import {
  formatAtLeast,
  formatLength,
  fullWidth,
  speciesLabel,
  type Piece,
  type Rect,
} from '@aldrek/core/wood';
import { inject } from '@angular/core';
import { LENGTH_UNIT } from '../format/length-unit';
import { WoodFace } from './wood-face';

/** A piece with the parts that a plan lays into it: waste hatched, offcuts dashed, parts outlined. */
@Component({
  selector: 'al-plan-board',
  imports: [WoodFace],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.width]="piece().length * pxPerMm() + 2"
      [attr.height]="heightPx() + 2"
      role="group"
      [class.movable]="movable()"
      [attr.aria-label]="spoken()"
    >
      <defs>
        <pattern
          [id]="pattern()"
          width="9"
          height="9"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="9" class="hatch" />
        </pattern>
      </defs>
      <g transform="translate(1 1)">
        <g alWoodFace [piece]="piece()" [pxPerMm]="pxPerMm()" />
        <rect
          [attr.width]="piece().length * pxPerMm()"
          [attr.height]="heightPx()"
          [attr.fill]="'url(#' + pattern() + ')'"
        />
        @for (box of boxes(); track box.key) {
          @if (box.offcut) {
            <g>
              <rect
                class="wood-again"
                [attr.x]="box.x"
                [attr.y]="box.y"
                [attr.width]="box.w"
                [attr.height]="box.h"
              />
              <rect
                class="offcut"
                [attr.x]="box.x"
                [attr.y]="box.y"
                [attr.width]="box.w"
                [attr.height]="box.h"
              />
              @if (box.text !== null) {
                <text class="offcut-label" [attr.x]="box.x + box.w / 2" [attr.y]="box.y + box.h / 2">
                  {{ box.text }}
                </text>
              }
            </g>
          } @else {
            <g
              class="part"
              [class.lit]="box.partId === lit()"
              [class.theirs]="box.theirs"
              [attr.tabindex]="interactive() ? 0 : null"
              [attr.role]="interactive() ? 'button' : 'img'"
              [attr.aria-label]="box.spoken"
              (pointerenter)="light(box.partId)"
              (pointerleave)="light(null)"
              (focus)="light(box.partId)"
              (blur)="light(null)"
              (pointerdown)="grab($event, box.cut)"
              (keydown)="key.emit({ event: $event, cut: box.cut })"
            >
              @if (box.round) {
                <rect
                  class="around"
                  [attr.x]="box.x"
                  [attr.y]="box.y"
                  [attr.width]="box.w"
                  [attr.height]="box.h"
                />
                <ellipse
                  [attr.cx]="box.x + box.w / 2"
                  [attr.cy]="box.y + box.h / 2"
                  [attr.rx]="box.w / 2"
                  [attr.ry]="box.h / 2"
                />
              } @else {
                <rect [attr.x]="box.x" [attr.y]="box.y" [attr.width]="box.w" [attr.height]="box.h" />
              }
              @if (box.locked) {
                <path
                  class="pin"
                  [attr.transform]="'translate(' + (box.x + 3) + ' ' + (box.y + 3) + ')'"
                  d="M0 4h2V2a2 2 0 0 1 4 0v2h2v6H0z"
                />
              }
              <text [attr.x]="box.x + box.w / 2" [attr.y]="box.y + box.h / 2" [style.font-size.px]="box.font">
                {{ box.mark }}
              </text>
            </g>
          }
        }
        @if (ghostBox(); as ghost) {
          <rect
            class="ghost"
            [class.bad]="ghost.bad"
            [attr.x]="ghost.x"
            [attr.y]="ghost.y"
            [attr.width]="ghost.w"
            [attr.height]="ghost.h"
          />
        }
      </g>
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      overflow: visible;
    }
    .hatch {
      stroke: rgb(60 45 25 / 0.42);
      stroke-width: 1;
    }
    .wood-again {
      fill: rgb(244 235 216 / 0.72);
    }
    .offcut {
      fill: none;
      stroke: #4b5a60;
      stroke-width: 1.4;
      stroke-dasharray: 5 3;
    }
    .offcut-label {
      fill: #2c2415;
      font-size: 12px;
      text-anchor: middle;
      dominant-baseline: central;
    }
    .part {
      outline: none;
    }
    .part rect {
      fill: #f0e2c6;
      stroke: #1b55b0;
      stroke-width: 1.8;
    }
    .part text {
      fill: #123a7a;
      font-weight: 700;
      text-anchor: middle;
      dominant-baseline: central;
    }
    .part.lit rect {
      fill: #1b55b0;
    }
    .part.lit text {
      fill: #ffffff;
    }
    .part rect,
    .part ellipse {
      fill: #f0e2c6;
      stroke: #1b55b0;
      stroke-width: 1.8;
    }
    .part .around {
      fill: none;
      stroke-width: 0.8;
      stroke-dasharray: 2 3;
    }
    .part.lit ellipse {
      fill: #1b55b0;
    }
    .part .pin {
      fill: #123a7a;
    }
    .part.lit .pin {
      fill: #ffffff;
    }
    .movable .part {
      cursor: grab;
      touch-action: pan-y;
    }
    .ghost {
      fill: rgb(27 85 176 / 0.35);
      stroke: #1b55b0;
      stroke-width: 2.5;
      pointer-events: none;
    }
    .ghost.bad {
      fill: rgb(201 58 20 / 0.25);
      stroke: #c93a14;
      stroke-dasharray: 4 3;
    }
    .part.theirs rect {
      fill: #e3e0d6;
      stroke: #5d6a70;
      stroke-width: 1.2;
    }
    .part.theirs text {
      fill: #3d484d;
      font-weight: 500;
    }
    .movable .part.theirs {
      cursor: default;
    }
    .part:focus-visible rect {
      stroke-width: 4;
    }
  `,
})
export class PlanBoard {
  readonly piece = input.required<Piece>();
  readonly cuts = input.required<readonly PlannedCut[]>();
  readonly letters = input.required<ReadonlyMap<string, string>>();
  readonly names = input.required<ReadonlyMap<string, string>>();
  readonly pxPerMm = input.required<number>();
  /** The part whose places are lit up. */
  readonly lit = input<string | null>(null);
  readonly interactive = input(true);
  /** Whether parts may be dragged elsewhere. */
  readonly movable = input(false);
  readonly locks = input<readonly PlannedCut[]>([]);
  /** Parts that are round. */
  readonly round = input<ReadonlySet<string>>(new Set());
  /** Parts of other projects that share the board, and for which they are. */
  readonly theirs = input<ReadonlyMap<string, string>>(new Map());
  /** Where a part is being carried, in mm, and whether it may lie there. */
  readonly ghost = input<(Rect & { readonly bad: boolean }) | null>(null);
  readonly grabbed = output<{ readonly event: PointerEvent; readonly cut: PlannedCut }>();
  readonly key = output<{ readonly event: KeyboardEvent; readonly cut: PlannedCut }>();
  readonly litChange = output<string | null>();

  private readonly unit = inject(LENGTH_UNIT);
  /** A piece stands once on a page, so its id tells its hatching from the others'. */
  protected readonly pattern = computed(() => `waste-${this.piece().id}`);
  protected readonly heightPx = computed(() => fullWidth(this.piece()) * this.pxPerMm());

  protected readonly boxes = computed(() =>
    this.cuts().map((cut) => {
      const scale = this.pxPerMm();
      const [w, h] = [cut.length * scale, cut.width * scale];
      const offcut = cut.partId === 'offcut';
      // An offcut is named by what it gives for certain, a part by what it is cut to.
      const written = offcut ? formatAtLeast : formatLength;
      const size = `${written(cut.length, this.unit())} × ${written(cut.width, this.unit())}`;
      const full = `offcut ${size}`;
      const text = h < 15 ? null : w > full.length * 7 ? full : w > size.length * 7 ? size : null;
      const letter = this.letters().get(cut.partId) ?? '?';
      const whose = this.theirs().get(cut.partId);
      const whole = whose === undefined ? letter : `${letter} ${whose}`;
      return {
        key: `${cut.partId} ${cut.unit} ${cut.x} ${cut.y}`,
        cut,
        locked: this.locks().some(
          (lock) =>
            lock.partId === cut.partId && lock.unit === cut.unit && lock.x === cut.x && lock.y === cut.y,
        ),
        round: this.round().has(cut.partId),
        partId: cut.partId,
        offcut,
        theirs: whose !== undefined,
        mark: whole.length * 7 > w ? letter : whole,
        x: cut.x * scale,
        y: cut.y * scale,
        w,
        h,
        letter,
        text,
        font: Math.max(9, Math.min(whose === undefined ? 15 : 12, h - 4)),
        spoken: `${letter}, ${this.names().get(cut.partId) ?? ''}, ${size}, at ${formatLength(cut.x, this.unit())} from the near end`,
      };
    }),
  );

  protected readonly ghostBox = computed(() => {
    const ghost = this.ghost();
    const scale = this.pxPerMm();
    return (
      ghost && {
        x: ghost.x * scale,
        y: ghost.y * scale,
        w: ghost.length * scale,
        h: ghost.width * scale,
        bad: ghost.bad,
      }
    );
  });

  protected readonly spoken = computed(() => {
    const piece = this.piece();
    const parts = this.boxes().filter((box) => !box.offcut).length;
    return `${piece.tag}, ${speciesLabel(piece)}: ${parts} parts cut from it`;
  });

  protected grab(event: PointerEvent, cut: PlannedCut): void {
    if (this.movable()) this.grabbed.emit({ event, cut });
  }

  protected light(partId: string | null): void {
    if (this.interactive()) this.litChange.emit(partId);
  }
}
