import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  areaMm2,
  EDGES,
  faceAreaMm2,
  formatLength,
  fullWidth,
  isStraight,
  largestRectangle,
  outlineOf,
  type Outline,
  type Piece,
} from '@aldrek/core/wood';
import { LengthFigure } from '../../format/length-figure';
import { PieceActions } from '../../shop-store/piece-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { readWidths, withPoint, type EdgePoint } from './outline-moves';
import { TextField } from '../../ui/text-field';

/** The outline: its points on the face, widths written along the length, and the straight board inside it. */
@Component({
  selector: 'al-shape-panel',
  imports: [MatButton, LengthFigure, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>
      Drag the points of both edges on face A. Double-tap an edge for another point; take one and press Delete
      to drop it. Or write widths along the length, as a natural edge is measured:
    </p>
    <div class="flow ends">
      <al-text-field
        class="widths"
        label="widths along the length"
        placeholder="0:180, 600:165, 1200:190"
        [line]="true"
        [longest]="400"
        [value]="widths()"
        [fault]="fault()"
        (changed)="write($event)"
      />
      @for (edge of edges; track edge) {
        <button type="button" matButton="outlined" (click)="addPoint(edge)">
          Point on the {{ edge }} edge
        </button>
      }
      @if (held(); as point) {
        <button type="button" matButton="outlined" (click)="dropped.emit(point)">
          Drop the point <kbd>Del</kbd>
        </button>
      }
      <button type="button" matButton="outlined" [disabled]="straight()" (click)="straighten()">
        Straight again
      </button>
    </div>
    @if (largest(); as rect) {
      <p>
        Largest straight board inside:
        <strong><al-length [mm]="rect.length" /> × <al-length [mm]="rect.width" /></strong>, from
        <al-length [mm]="rect.x" /> along and <al-length [mm]="rect.y" /> across, {{ largestShare() }} % of
        the face.
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      font-size: var(--text);
    }
    .widths {
      flex: 1 1 260px;
    }
  `,
})
export class ShapePanel {
  readonly piece = input.required<Piece>();
  readonly cursor = input(0);
  readonly held = input<EdgePoint | null>(null);
  readonly dropped = output<EdgePoint>();

  protected readonly store = inject(ShopStore);
  private readonly actions = inject(PieceActions);
  protected readonly edges = EDGES;
  protected readonly fault = signal<string | null>(null);
  protected readonly straight = computed(() => isStraight(this.piece()));
  protected readonly largest = computed(() => largestRectangle(outlineOf(this.piece())));
  protected readonly largestShare = computed(() => {
    const rect = this.largest();
    return rect ? Math.round((areaMm2(rect) / faceAreaMm2(this.piece())) * 100) : 0;
  });
  /** The widths where the lower edge has its points, as they are written. */
  protected readonly widths = computed(() => {
    const unit = this.store.unit();
    const { lower, upper } = outlineOf(this.piece());
    if (upper.length > 2 || upper.some(({ y }) => y > 0)) return '';
    const told = (mm: number): string => formatLength(mm, unit).replace(/,/g, '');
    return lower.map(({ x, y }) => `${told(x)}:${told(y)}`).join(', ');
  });

  protected write(text: string): void {
    const piece = this.piece();
    const read = readWidths(text, piece.length, this.store.unit());
    if (typeof read === 'string') {
      this.fault.set(read);
      return;
    }
    this.fault.set(null);
    const width = Math.max(...read.map(({ y }) => y));
    const upper = [
      { x: 0, y: 0 },
      { x: piece.length, y: 0 },
    ];
    this.keep({ upper, lower: read }, { width });
  }

  protected addPoint(edge: 'upper' | 'lower'): void {
    const piece = this.piece();
    const at = this.cursor() > 0 && this.cursor() < piece.length ? this.cursor() : piece.length / 2;
    this.keep(withPoint(outlineOf(piece), edge, at), {});
  }

  protected straighten(): void {
    const piece = this.piece();
    const { outline: _outline, widthFar: _far, ...rest } = piece;
    this.store.updatePiece(`straight edges of ${piece.tag}`, { ...rest, width: fullWidth(piece) });
  }

  private keep(outline: Outline, size: { readonly width?: number }): void {
    const { widthFar: _far, ...rest } = this.piece();
    const width = fullWidth(this.piece());
    this.actions.note('outline', { ...rest, width }, { outline, ...size });
  }
}
