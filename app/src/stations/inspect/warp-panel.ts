import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { fullWidth, WARP_KINDS, type Piece, type WarpKind } from '@aldrek/core/wood';
import { usableThickness } from '@aldrek/core/yield';
import { LengthFigure } from '../../format/length-figure';
import { WarpDrawing } from '../../drawing/warp-drawing';
import { PieceActions } from '../../shop-store/piece-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { LengthField } from '../../ui/length-field';

const ABOUT: Readonly<Record<WarpKind, string>> = {
  cup: 'gap across, straight edge over the width',
  bow: 'gap along the face',
  crook: 'gap along the edge',
  twist: 'gap under the fourth corner',
};

/** Warp by the gaps under a straight edge, drawn as it is and as it will be flat. */
@Component({
  selector: 'al-warp-panel',
  imports: [MatButton, MatTooltip, LengthFigure, WarpDrawing, LengthField],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <al-warp-drawing [piece]="piece()" [machines]="store.machines()" />
    <div class="fields">
      @for (field of fields(); track field.kind) {
        <div class="one stack">
          <al-length-field
            [label]="field.kind"
            [value]="field.gap"
            [most]="500"
            (changed)="write(field.kind, $event, field.hollow)"
          />
          @if (field.signed) {
            <button
              type="button"
              matButton="outlined"
              [attr.aria-label]="field.kind + ': hollow side'"
              matTooltip="Which face is hollow"
              (click)="write(field.kind, field.gap, !field.hollow)"
            >
              hollow on {{ field.hollow ? 'A' : 'B' }}
            </button>
          } @else {
            <span class="muted">{{ field.about }}</span>
          }
        </div>
      }
    </div>
    <p>
      Flat, as one piece, <strong><al-length [mm]="left()" /></strong> of
      <al-length [mm]="piece().thickness" /> are left:
      <span class="muted">see Thickness for what cutting it short or narrow first would leave.</span>
    </p>
  `,
  styles: `
    .one .muted {
      font-size: var(--small);
      line-height: 1.3;
    }
  `,
})
export class WarpPanel {
  readonly piece = input.required<Piece>();
  protected readonly store = inject(ShopStore);
  private readonly actions = inject(PieceActions);

  protected readonly fields = computed(() =>
    WARP_KINDS.map((kind) => {
      const gap = this.piece().warp?.[kind] ?? 0;
      return {
        kind,
        about: ABOUT[kind],
        signed: kind === 'cup' || kind === 'bow',
        gap: Math.abs(gap),
        // The middle stands back from face A where the gap is below nought.
        hollow: gap < 0,
      };
    }),
  );
  protected readonly left = computed(() => {
    const piece = this.piece();
    const whole = { length: piece.length, width: fullWidth(piece) };
    return Math.round(usableThickness(piece, whole, this.store.machines()).mm * 10) / 10;
  });

  protected write(kind: WarpKind, gap: number, hollow: boolean): void {
    const piece = this.piece();
    const { [kind]: _before, ...others } = piece.warp ?? {};
    const warp = gap === 0 ? others : { ...others, [kind]: hollow ? -gap : gap };
    this.actions.note(kind, piece, { warp });
  }
}
