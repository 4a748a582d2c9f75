import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import { formatLength } from '@aldrek/core/wood';
import { LENGTH_UNIT } from '../format/length-unit';
import { rulerMarks } from './scale';

/** The one ruler: marks in the user's unit, and the cursor rule's flag, which can be slid along it. */
@Component({
  selector: 'al-ruler',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.width]="widthPx()"
      height="34"
      aria-hidden="true"
      (pointerdown)="slide($event)"
      (pointermove)="drag($event)"
    >
      <rect class="body" x="0.5" y="4.5" [attr.width]="widthPx() - 1" height="29" />
      @for (mark of marks(); track mark.mm) {
        <line
          [class]="mark.size"
          [attr.x1]="mark.px"
          [attr.x2]="mark.px"
          [attr.y1]="mark.size === 'long' ? 17 : mark.size === 'middle' ? 22 : 26"
          y2="33.5"
        />
        @if (mark.label !== null && mark.px + roomFor(mark.label) < widthPx()) {
          <text [attr.x]="mark.px + 4" y="16">{{ mark.label }}</text>
        }
      }
    </svg>
    @if (cursor() !== null) {
      <div
        class="flag t-small strong"
        role="slider"
        tabindex="0"
        aria-label="cursor rule"
        aria-orientation="horizontal"
        aria-valuemin="0"
        [attr.aria-valuemax]="lengthMm()"
        [attr.aria-valuenow]="cursor()"
        [attr.aria-valuetext]="flagText()"
        [style.left.px]="(cursor() ?? 0) * pxPerMm()"
        (keydown)="step($event)"
        (pointerdown)="slide($event)"
        (pointermove)="drag($event)"
      >
        {{ flagText() }}
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      touch-action: none;
      user-select: none;
    }
    svg {
      cursor: ew-resize;
    }
    .body {
      fill: var(--raised);
      stroke: var(--line);
    }
    line {
      stroke: var(--muted);
    }
    line.long {
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    text {
      fill: var(--ink-soft);
      font-size: 11.5px;
    }
    .flag {
      position: absolute;
      top: 0;
      min-width: 48px;
      height: 24px;
      padding: 0 6px;
      box-sizing: border-box;
      translate: -50% 0;
      display: grid;
      place-items: center;
      background: var(--blue);
      color: var(--on-blue);
      cursor: ew-resize;
      touch-action: none;
    }
    .flag::before {
      content: '';
      position: absolute;
      inset: -10px;
    }
    .flag::after {
      content: '';
      position: absolute;
      top: 100%;
      left: 50%;
      translate: -50% 0;
      border: 7px solid transparent;
      border-top-color: var(--blue);
      border-bottom: 0;
    }
  `,
})
export class Ruler {
  readonly lengthMm = input.required<number>();
  readonly pxPerMm = input.required<number>();
  readonly cursor = input<number | null>(null);
  readonly cursorChange = output<number>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly unit = inject(LENGTH_UNIT);
  protected readonly widthPx = computed(() => this.lengthMm() * this.pxPerMm());
  protected readonly marks = computed(() => rulerMarks(this.lengthMm(), this.pxPerMm(), this.unit()));
  protected readonly flagText = computed(() => formatLength(Math.round(this.cursor() ?? 0), this.unit()));

  /** Room that a label takes right of its mark, px. */
  protected roomFor(label: string): number {
    return 5 + 6.6 * label.length;
  }

  protected slide(event: PointerEvent): void {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.moveTo(event);
  }

  protected drag(event: PointerEvent): void {
    if ((event.currentTarget as Element).hasPointerCapture(event.pointerId)) this.moveTo(event);
  }

  protected step(event: KeyboardEvent): void {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -100, PageUp: 100 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    this.emit((this.cursor() ?? 0) + by * (event.shiftKey ? 10 : 1));
  }

  private moveTo(event: PointerEvent): void {
    const left = this.host.nativeElement.getBoundingClientRect().left;
    this.emit(Math.round((event.clientX - left) / this.pxPerMm()));
  }

  private emit(mm: number): void {
    this.cursorChange.emit(Math.min(this.lengthMm(), Math.max(0, mm)));
  }
}
