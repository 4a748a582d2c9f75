import { computed, inject, Injectable, signal } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router } from '@angular/router';
import type { Piece } from '@aldrek/core/wood';
import { RackView } from '../../in-hand/rack-view';
import { ScanSheet } from '../../labels/scan-sheet';
import { Notices } from '../../notices/notices';
import { RackActions } from '../../shop-store/rack-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { RackLayout } from './rack-layout';

/** More ids than this make an address too long for some browsers. */
const MOST_IN_ADDRESS = 300;

/** What is selected or chosen on the rack, and what is done with it, by pointer, toolbar or key. */
@Injectable()
export class RackHand {
  private readonly store = inject(ShopStore);
  private readonly view = inject(RackView);
  private readonly layout = inject(RackLayout);
  private readonly actions = inject(RackActions);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  private readonly notices = inject(Notices);

  /** What was searched for, and of that only what gives the wanted part, where one is wanted. */
  readonly found = computed(() => this.layout.laid().found);
  /** In the order in which the pieces lie. */
  private readonly order = computed(() => this.layout.laid().stacks.flatMap(({ pieces }) => pieces));
  readonly selected = computed(() => this.store.pieceById().get(this.view.selectedId() ?? '') ?? null);
  readonly editing = computed(() => this.store.pieceById().get(this.view.editingId() ?? '') ?? null);
  /** What is chosen and still there. */
  readonly chosen = computed(() => {
    const ids = this.view.chosen();
    return ids.size === 0 ? [] : this.store.pieces().filter((piece) => ids.has(piece.id));
  });
  /** What a deed on several is done to: the chosen, or all that is found. */
  readonly chosenOrFound = computed(() => (this.chosen().length > 0 ? this.chosen() : this.found()));
  /** What is to be scrolled into view as soon as it lies in the rack. */
  readonly awaited = signal(this.view.selectedId());

  /** Ctrl chooses one more, Shift all from the last to here; otherwise a press selects. */
  press(piece: Piece, event: MouseEvent): void {
    if (event.shiftKey) {
      event.preventDefault();
      this.chooseUpTo(piece);
    } else if (event.ctrlKey || event.metaKey || this.view.choosing()) this.choose(piece);
    else this.select(piece);
  }

  select(piece: Piece): void {
    this.view.selectedId.set(piece.id);
  }

  choose(piece: Piece): void {
    this.view.toggleChosen(piece.id);
    this.view.selectedId.set(piece.id);
  }

  chooseUpTo(piece: Piece): void {
    const order = this.order();
    const to = order.indexOf(piece);
    const from = Math.max(
      0,
      order.findIndex(({ id }) => id === this.view.selectedId()),
    );
    const between = order.slice(Math.min(from, to), Math.max(from, to) + 1);
    this.view.chosen.update((chosen) => new Set([...chosen, ...between.map(({ id }) => id)]));
  }

  chooseAll(): void {
    this.view.chosen.set(new Set(this.found().map(({ id }) => id)));
  }

  async changeChosen(): Promise<void> {
    const { BatchEditSheet } = await import('./batch-edit');
    this.dialog.open(BatchEditSheet, { data: this.chosen(), maxWidth: '560px' });
  }

  removeChosen(): void {
    const pieces = this.chosen();
    this.actions.remove(pieces);
    this.view.clearChosen();
    this.notices.undoable(`Deleted ${pieces.length} pieces.`);
  }

  /** Labels of these pieces; of all of them when they are too many to be named in an address. */
  label(pieces: readonly Piece[]): void {
    const all = pieces.length === this.store.pieces().length;
    const of = all || pieces.length > MOST_IN_ADDRESS ? {} : { of: pieces.map(({ id }) => id).join(',') };
    void this.router.navigate(['/labels'], { queryParams: of });
  }

  /** The chosen pieces side by side; what is found where none is chosen. */
  compare(pieces: readonly Piece[]): void {
    const of = pieces.length > MOST_IN_ADDRESS ? {} : { of: pieces.map(({ id }) => id).join(',') };
    void this.router.navigate(['/compare'], { queryParams: of });
  }

  async openPlaces(): Promise<void> {
    const { PlacesSheet } = await import('./places-sheet');
    this.dialog.open(PlacesSheet, { maxWidth: '680px' });
  }

  /** By its label to a piece, wherever it lies. */
  scan(): void {
    this.dialog
      .open<ScanSheet, undefined, string>(ScanSheet, { maxWidth: '520px' })
      .afterClosed()
      .subscribe((id) => {
        if (id === undefined) return;
        this.view.query.set('');
        this.view.selectedId.set(id);
        this.awaited.set(id);
      });
  }

  inspect(piece: Piece): void {
    void this.router.navigate(['/inspect', piece.id]);
  }

  /** Asks what is known of the history of pieces, all at once. */
  async screen(pieces: readonly Piece[]): Promise<void> {
    const { ScreenPieces } = await import('./screen-pieces');
    this.dialog.open(ScreenPieces, { data: pieces, maxWidth: '680px', maxHeight: '94vh' });
  }

  edit(piece: Piece): void {
    this.view.editingId.set(piece.id);
  }

  duplicate(piece: Piece): void {
    const id = this.actions.duplicate(piece);
    this.view.selectedId.set(id);
    this.awaited.set(id);
  }

  remove(piece: Piece): void {
    const order = this.order();
    const index = order.indexOf(piece);
    this.actions.remove([piece]);
    this.view.selectedId.set((order[index + 1] ?? order[index - 1])?.id ?? null);
  }

  added(ids: readonly string[]): void {
    const id = ids[0];
    if (id === undefined) return;
    this.view.selectedId.set(id);
    this.awaited.set(id);
  }

  move(step: number, event?: KeyboardEvent): undefined {
    const order = this.order();
    const at = order.findIndex((piece) => piece.id === this.view.selectedId());
    const next = order[at < 0 ? 0 : Math.min(order.length - 1, Math.max(0, at + step))];
    if (next) {
      if (event?.shiftKey === true) this.chooseUpTo(next);
      this.select(next);
      this.awaited.set(next.id);
    }
  }
}
