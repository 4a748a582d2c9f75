import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import {
  findingKindFacts,
  fullWidth,
  keepOnPiece,
  layRow,
  parseLength,
  type Finding,
  type FindingFace,
  type FindingKind,
  type Piece,
} from '@aldrek/core/wood';
import { Ids } from '../../shop-store/ids';
import { PieceActions } from '../../shop-store/piece-actions';
import { ShopStore } from '../../shop-store/shop.store';
import type { FacePoint } from './face-view';
import { again, dropped, onSide } from './finding-drop';
import { nudged, nudgeSteps, tidied } from './finding-moves';
import { InspectView } from './inspect-view';

/** Places that a row has where no number was typed. */
const USUAL_ROW = 3;

/** What the hand does with findings on the bench: drop, move, row, delete; provided by the Inspect screen. */
@Injectable()
export class FindingHand {
  private readonly store = inject(ShopStore);
  private readonly actions = inject(PieceActions);
  private readonly ids = inject(Ids);
  private readonly view = inject(InspectView);

  private readonly followed = signal<() => Piece | null>(() => null);
  /** The piece on the bench. Followed, not copied: keys come faster than effects run. */
  readonly piece = computed(() => this.followed()());
  private readonly pieceId = computed(() => this.piece()?.id ?? null);
  /** A finding on its way under the pointer, not yet kept. */
  readonly draft = signal<Finding | null>(null);
  readonly selectedId = linkedSignal<string | null, string | null>({
    source: this.pieceId,
    computation: () => null,
  });
  readonly armedKind = signal<FindingKind | null>(null);
  /** Figures typed so far: a distance along the piece, or a number of places for a row. */
  readonly typed = signal('');
  readonly shown = computed((): Piece | null => {
    const [piece, draft] = [this.piece(), this.draft()];
    if (piece === null || draft === null) return piece;
    return { ...piece, findings: piece.findings.map((one) => (one.id === draft.id ? draft : one)) };
  });
  readonly selected = computed(
    () => this.shown()?.findings.find((finding) => finding.id === this.selectedId()) ?? null,
  );

  follow(piece: () => Piece | null): void {
    this.followed.set(piece);
  }

  arm(kind: FindingKind): void {
    this.armedKind.set(this.armedKind() === kind ? null : kind);
  }

  /** Puts the armed kind where the pointer is. */
  placeArmed({ x, y }: FacePoint, face: Exclude<FindingFace, 'through'>): void {
    const kind = this.armedKind();
    if (!kind) return;
    this.drop(kind, x, y, face);
    this.armedKind.set(null);
  }

  dropAtRule(kind: FindingKind): void {
    const piece = this.piece();
    if (!piece) return;
    this.applyTyped();
    this.drop(kind, this.view.cursor(), fullWidth(piece) / 2, this.view.dropFace());
  }

  letDrop(finding: Finding): void {
    this.draft.set(null);
    this.keep(`move ${nameOf(finding)}`, finding);
  }

  keep(label: string, finding: Finding): void {
    const piece = this.piece();
    if (!piece) return;
    const put = tidied(onSide(finding, piece));
    const findings = piece.findings.map((one) => (one.id === finding.id ? put : one));
    this.actions.findings(label, piece, findings);
  }

  changed(finding: Finding): void {
    const piece = this.piece();
    if (!piece) return;
    this.keep(`edit ${nameOf(finding)}`, keepOnPiece(finding, piece.length, fullWidth(piece)));
  }

  rewrite(what: string, findings: readonly Finding[]): void {
    const piece = this.piece();
    if (piece) this.actions.findings(what, piece, findings);
  }

  remove(gone: readonly Finding[]): void {
    const piece = this.piece();
    const [first] = gone;
    if (!piece || !first) return;
    const ids = new Set(gone.map(({ id }) => id));
    const index = piece.findings.findIndex(({ id }) => id === first.id);
    const findings = piece.findings.filter(({ id }) => !ids.has(id));
    const what = gone.length === 1 ? `delete ${nameOf(first)}` : `delete a row of ${gone.length}`;
    this.actions.findings(what, piece, findings);
    this.selectedId.set((findings[index] ?? findings[index - 1])?.id ?? null);
  }

  removeSelected(): boolean {
    const finding = this.piece()?.findings.find((one) => one.id === this.selectedId());
    if (!finding) return false;
    this.remove([finding]);
    return true;
  }

  /** The selected finding once more, at the rule. */
  again(): boolean {
    const piece = this.piece();
    const finding = this.selected();
    if (!piece || !finding) return false;
    this.applyTyped();
    this.add(piece, again(this.ids.next(), finding, this.view.cursor(), piece));
    return true;
  }

  /** A row of the selected finding: of as many places as were typed, in pairs unless told otherwise. */
  row(pairs: boolean): boolean {
    const piece = this.piece();
    const finding = this.selected();
    if (!piece || !finding || finding.row !== undefined) return false;
    const count = Math.min(60, Math.round(Number(this.typed())) || USUAL_ROW);
    this.typed.set('');
    const row = layRow(finding, { count, pairs }, piece, this.ids.next(), () => this.ids.next());
    const others = piece.findings.filter(({ id }) => id !== finding.id);
    this.rewrite(`row of ${row.length} × ${nameOf(finding)}`, [...others, ...row]);
    return true;
  }

  applyTyped(): boolean {
    const piece = this.piece();
    if (this.typed() === '' || !piece) return false;
    const length = parseLength(this.typed(), this.store.unit());
    this.typed.set('');
    if (!length.ok) return false;
    this.view.cursor.set(Math.min(piece.length, length.value));
    return true;
  }

  type(event: KeyboardEvent): boolean {
    if (!this.piece() || event.altKey) return false;
    if (event.key === '/' && this.typed() === '') return false;
    this.typed.update((typed) => typed + event.key);
    return true;
  }

  untype(): boolean {
    if (this.typed() === '') return this.removeSelected();
    this.typed.update((typed) => typed.slice(0, -1));
    return true;
  }

  arrow(event: KeyboardEvent): boolean {
    const piece = this.piece();
    if (!piece) return false;
    const { usual, fine } = nudgeSteps(this.store.unit());
    const step = event.altKey ? fine : usual;
    const finding = this.selected();
    if (finding) {
      const moved = nudged(finding, event.key, step, event.shiftKey, piece);
      if (moved) this.keep(`${event.shiftKey ? 'stretch' : 'nudge'} ${nameOf(finding)}`, moved);
      return moved !== null;
    }
    const by = { ArrowLeft: -step, ArrowRight: step }[event.key];
    if (by === undefined) return false;
    this.view.cursor.set(Math.min(piece.length, Math.max(0, this.view.cursor() + by)));
    return true;
  }

  letGo(): void {
    this.armedKind.set(null);
    this.typed.set('');
    this.selectedId.set(null);
  }

  private drop(kind: FindingKind, x: number, y: number, face: Exclude<FindingFace, 'through'>): void {
    const piece = this.piece();
    if (piece) this.add(piece, dropped(this.ids.next(), kind, x, y, face, piece));
  }

  private add(piece: Piece, finding: Finding): void {
    this.actions.findings(nameOf(finding), piece, [...piece.findings, finding]);
    this.selectedId.set(finding.id);
  }
}

const nameOf = ({ kind }: Finding): string => findingKindFacts(kind).name;
