import { computed, inject, Injectable, signal } from '@angular/core';
import { fullWidth, outlineOf, type Outline, type Piece } from '@aldrek/core/wood';
import { PieceActions } from '../../shop-store/piece-actions';
import type { FacePoint } from './face-view';
import { FindingHand } from './finding-hand';
import { InspectView } from './inspect-view';
import { moved, withoutPoint, withPoint, type EdgePoint } from './outline-moves';

/** Steps of a nudge, mm: a usual one and, with Alt, a fine one. */
const STEP_MM = { usual: 5, fine: 1 };

/** What the hand does with the outline on the bench: take, drag, nudge, add and drop its points. */
@Injectable()
export class OutlineHand {
  private readonly actions = inject(PieceActions);
  private readonly view = inject(InspectView);
  private readonly findings = inject(FindingHand);

  readonly heldPoint = signal<EdgePoint | null>(null);
  /** The outline while a point of it is dragged. */
  private readonly draft = signal<Outline | null>(null);
  /** The piece as it is drawn: with the finding and the point that are on their way. */
  readonly shown = computed((): Piece | null => {
    const [piece, outline] = [this.findings.shown(), this.draft()];
    return piece && outline ? withOutline(piece, outline) : piece;
  });

  moving({ point, to }: { readonly point: EdgePoint; readonly to: FacePoint }): void {
    const piece = this.findings.piece();
    if (!piece) return;
    const now = this.draft() ?? outlineOf(piece);
    this.draft.set(moved(now, point, to.x, to.y, fullWidth(piece)));
  }

  letDrop(): void {
    const [piece, outline] = [this.findings.piece(), this.draft()];
    this.draft.set(null);
    if (piece && outline) this.keep(piece, outline);
  }

  /** One more point on the nearer edge. */
  add(at: FacePoint): void {
    const piece = this.findings.piece();
    if (!piece) return;
    const edge = at.y < fullWidth(piece) / 2 ? 'upper' : 'lower';
    this.keep(piece, withPoint(outlineOf(piece), edge, at.x));
  }

  drop(point: EdgePoint | null): boolean {
    const piece = this.findings.piece();
    if (!piece || !point || this.view.panel() !== 'shape') return false;
    this.keep(piece, withoutPoint(outlineOf(piece), point));
    this.heldPoint.set(null);
    return true;
  }

  /** Arrow keys move the point in hand while the outline is being edited. */
  arrow(event: KeyboardEvent): boolean {
    const [piece, point] = [this.findings.piece(), this.heldPoint()];
    if (this.view.panel() !== 'shape' || !piece || !point) return false;
    const step = event.altKey ? STEP_MM.fine : STEP_MM.usual;
    const [dx, dy] = DIRECTIONS[event.key] ?? [0, 0];
    const outline = outlineOf(piece);
    const at = outline[point.edge][point.index];
    if (!at || (dx === 0 && dy === 0)) return false;
    this.keep(piece, moved(outline, point, at.x + dx * step, at.y + dy * step, fullWidth(piece)));
    return true;
  }

  private keep(piece: Piece, outline: Outline): void {
    this.actions.note('outline', withOutline(piece, outline), {});
  }
}

const DIRECTIONS: Readonly<Record<string, readonly [dx: number, dy: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The piece with an outline of its own, as wide as before. */
function withOutline(piece: Piece, outline: Outline): Piece {
  const { widthFar: _far, ...rest } = piece;
  return { ...rest, width: fullWidth(piece), outline };
}
