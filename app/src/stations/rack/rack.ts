import { CdkVirtualForOf, CdkVirtualScrollViewport, VIRTUAL_SCROLL_STRATEGY } from '@angular/cdk/scrolling';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { BreakpointObserver } from '@angular/cdk/layout';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { Piece } from '@aldrek/core';
import { areaText, volumeText } from '../../drawing/measures';
import { Ruler } from '../../drawing/ruler';
import { fitScale, scaleNote } from '../../drawing/scale';
import { widthOf } from '../../drawing/width-of';
import { pieceInWords } from '../../drawing/spoken';
import { ScanSheet } from '../../labels/scan-sheet';
import { Keys } from '../../shell/keys';
import { Notices } from '../../shell/notices';
import { ShopFiles } from '../../files/shop-files';
import { RackActions } from '../../state/rack-actions';
import { RackFigures } from '../../state/rack-figures';
import { ShopStore } from '../../state/shop.store';
import { Today } from '../../state/today';
import { inTurns } from '../../turns/turns';
import { KnownHeightsScroll } from './known-heights-scroll';
import { PieceRow } from './piece-row';
import { RackGives } from './rack-gives';
import { RackLayout } from './rack-layout';
import { readWords } from './rack-search';
import { RackView, STACK_BY, type StackBy } from '../../state/rack-view';
import { countBelow, rackTotals, totalsSource } from './rack-totals';
import { drying, rackRows, STACK_NAMES, type RackRow, type Stack } from './stacks';
import { TallyBar } from './tally-bar';
import { ToggleField } from '../../ui/toggle-field';

/** Room for tag and size beside the longest strip, px. */
const LABEL_ROOM = 250;
const ZOOM_STEP = 1.25;
/** The rows of another stacking are drawn by then, ms. */
const DRAWN_AFTER_MS = 40;
/** The words for searching are read so long after the rack has been laid, ms. */
const READ_AHEAD_MS = 1000;
/** More ids than this make an address too long for some browsers. */
const MOST_IN_ADDRESS = 300;

/** The Rack: every piece to one scale under one ruler, and the tally line beneath. */
@Component({
  selector: 'al-rack',
  imports: [
    MatButton,
    CdkVirtualScrollViewport,
    CdkVirtualForOf,
    Ruler,
    PieceRow,
    RackGives,
    TallyBar,
    MatIconButton,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    MatFormField,
    MatInput,
    ToggleField,
  ],
  providers: [RackLayout, { provide: VIRTUAL_SCROLL_STRATEGY, useClass: KnownHeightsScroll }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rack.html',
  styleUrl: './rack.scss',
})
export class Rack {
  protected readonly store = inject(ShopStore);
  protected readonly files = inject(ShopFiles);
  protected readonly view = inject(RackView);
  protected readonly rackFigures = inject(RackFigures);
  protected readonly layout = inject(RackLayout);
  private readonly actions = inject(RackActions);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  private readonly notices = inject(Notices);
  private readonly today = inject(Today).get();
  private readonly scroll = inject(VIRTUAL_SCROLL_STRATEGY) as KnownHeightsScroll;
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');
  private readonly searchField = viewChild<ElementRef<HTMLInputElement>>('search');
  private readonly tally = viewChild.required(TallyBar);

  protected readonly stackBy = STACK_BY.map((value) => ({ value, name: STACK_NAMES[value] }));
  /** Where the page has no room for a side of its own. */
  protected readonly narrow = toSignal(
    inject(BreakpointObserver)
      .observe('(max-width: 900px)')
      .pipe(map(({ matches }) => matches)),
    { initialValue: false },
  );
  private readonly benchPx = widthOf(this.bench, 900);

  /** What was searched for, and of that only what gives the wanted part, where one is wanted. */
  protected readonly found = computed(() => this.layout.laid().found);
  private readonly longest = computed(() => Math.max(600, this.layout.laid().longest));

  private readonly labelRoom = computed(() => Math.min(LABEL_ROOM, this.benchPx() * 0.5));
  protected readonly pxPerMm = computed(() => {
    const room = Math.max(120, this.benchPx() - this.labelRoom());
    return fitScale(this.longest(), room) * this.view.zoom();
  });
  /** The ruler runs on over the labels, so that it ends with the bench. */
  protected readonly rulerMm = computed(() =>
    Math.max(this.longest(), (this.benchPx() - 2) / this.pxPerMm()),
  );
  protected readonly widthPx = computed(() =>
    Math.max(this.benchPx() - 2, this.longest() * this.pxPerMm() + this.labelRoom() - 2),
  );
  protected readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));
  protected readonly rows = computed(() => rackRows(this.layout.laid().stacks, this.pxPerMm()));
  private readonly order = computed(() =>
    this.rows().flatMap((row) => (row.kind === 'piece' ? [row.piece] : [])),
  );

  protected readonly selected = computed(
    () => this.store.pieceById().get(this.view.selectedId() ?? '') ?? null,
  );
  protected readonly editing = computed(
    () => this.store.pieceById().get(this.view.editingId() ?? '') ?? null,
  );
  /** What is chosen and still there, in the order in which it lies. */
  protected readonly chosen = computed(() => {
    const ids = this.view.chosen();
    return ids.size === 0 ? [] : this.store.pieces().filter((piece) => ids.has(piece.id));
  });

  protected readonly reach = computed(
    () => this.found().length - countBelow(this.layout.laid().lengths, this.view.cursor()),
  );
  protected readonly totals = computed(() => rackTotals(this.layout.laid().stacks, this.store.unit()));
  protected readonly totalsSource = computed(() => totalsSource(this.found().length));
  /** What is to be scrolled into view as soon as it lies in the rack. */
  private readonly awaited = signal<string | null>(null);

  constructor() {
    effect(() => this.rackFigures.asked.set(this.view.by() === 'yield' ? this.store.pieces() : null));
    this.awaited.set(this.view.selectedId());
    effect(() => this.scroll.setRows(this.rows()));
    afterRenderEffect(() => {
      const [id, rows, settled] = [this.awaited(), this.rows(), this.layout.settled()];
      if (id === null) return;
      const index = rows.findIndex((row) => row.id === id);
      if (index >= 0) this.scroll.reveal(index);
      if (index >= 0 || settled) this.awaited.set(null);
    });
    this.readWordsAhead();
    this.useKeys();
  }

  protected tallyFirst(): void {
    this.tally().focus();
  }

  protected stack(by: StackBy): void {
    const apply = (): void => this.view.by.set(by);
    const calm = matchMedia('(prefers-reduced-motion: reduce)').matches;
    if (!calm && 'startViewTransition' in document && this.found().length < 400) {
      const transition = document.startViewTransition(async () => {
        apply();
        // Frames stand still while the new state is awaited, so it is given time, not a frame.
        await new Promise((resolve) => setTimeout(resolve, DRAWN_AFTER_MS));
      });
      // One that is overtaken by the next is no trouble.
      transition.ready.catch(() => undefined);
      transition.finished.catch(() => undefined);
    } else apply();
  }

  protected rowId(_index: number, row: RackRow): string {
    return row.id;
  }

  protected sums(stack: Stack): string {
    const { unit } = this.store;
    const count = `${stack.pieces.length} ${stack.pieces.length === 1 ? 'piece' : 'pieces'}`;
    const sizes = `${count} · ${areaText(stack.areaM2, unit())} · ${volumeText(stack.volumeM3, unit())}`;
    if (this.view.by() !== 'place') return sizes;
    return [sizes, ...drying(stack, this.store.shop().settings.places, this.today)].join(' · ');
  }

  protected spoken(piece: Piece): string {
    return pieceInWords(piece, this.store.unit());
  }

  protected zoomBy(steps: -1 | 1): void {
    this.view.zoom.update((zoom) => Math.min(12, Math.max(1, zoom * ZOOM_STEP ** steps)));
  }

  protected point(event: PointerEvent): void {
    const bench = this.bench()?.nativeElement;
    if (!bench || event.pointerType === 'touch') return;
    const mm = (event.clientX - bench.getBoundingClientRect().left + bench.scrollLeft) / this.pxPerMm();
    this.view.cursor.set(Math.round(Math.min(this.rulerMm(), Math.max(0, mm))));
  }

  /** Ctrl chooses one more, Shift all from the last to here; otherwise a press selects. */
  protected press(piece: Piece, event: MouseEvent): void {
    if (event.shiftKey) {
      event.preventDefault();
      this.chooseUpTo(piece);
    } else if (event.ctrlKey || event.metaKey || this.view.choosing()) this.choose(piece);
    else this.select(piece);
  }

  protected select(piece: Piece): void {
    this.view.selectedId.set(piece.id);
  }

  protected choose(piece: Piece): void {
    this.view.toggleChosen(piece.id);
    this.view.selectedId.set(piece.id);
  }

  private chooseUpTo(piece: Piece): void {
    const order = this.order();
    const to = order.indexOf(piece);
    const from = Math.max(
      0,
      order.findIndex(({ id }) => id === this.view.selectedId()),
    );
    const between = order.slice(Math.min(from, to), Math.max(from, to) + 1);
    this.view.chosen.update((chosen) => new Set([...chosen, ...between.map(({ id }) => id)]));
  }

  protected chooseAll(): void {
    this.view.chosen.set(new Set(this.found().map(({ id }) => id)));
  }

  protected async changeChosen(): Promise<void> {
    const { BatchEditSheet } = await import('./batch-edit');
    this.dialog.open(BatchEditSheet, { data: this.chosen(), maxWidth: '560px' });
  }

  protected removeChosen(): void {
    const pieces = this.chosen();
    this.actions.remove(pieces);
    this.view.clearChosen();
    this.notices.undoable(`Deleted ${pieces.length} pieces.`);
  }

  /** Labels of these pieces; of all of them when they are too many to be named in an address. */
  protected label(pieces: readonly Piece[]): void {
    const all = pieces.length === this.store.pieces().length;
    const of = all || pieces.length > MOST_IN_ADDRESS ? {} : { of: pieces.map(({ id }) => id).join(',') };
    void this.router.navigate(['/labels'], { queryParams: of });
  }

  /** The chosen pieces side by side; what is found where none is chosen. */
  protected compare(pieces: readonly Piece[]): void {
    const of = pieces.length > MOST_IN_ADDRESS ? {} : { of: pieces.map(({ id }) => id).join(',') };
    void this.router.navigate(['/compare'], { queryParams: of });
  }

  protected async openPlaces(): Promise<void> {
    const { PlacesSheet } = await import('./places-sheet');
    this.dialog.open(PlacesSheet, { maxWidth: '680px' });
  }

  /** By its label to a piece, wherever it lies. */
  protected scan(): void {
    this.dialog
      .open<ScanSheet, undefined, string>(ScanSheet, { maxWidth: '520px' })
      .afterClosed()
      .subscribe((id) => {
        if (id === undefined) return;
        this.view.query.set('');
        this.view.selectedId.set(id);
        this.reveal(id);
      });
  }

  protected inspect(piece: Piece): void {
    void this.router.navigate(['/inspect', piece.id]);
  }

  /** Asks what is known of the history of pieces, all at once. */
  protected async screen(pieces: readonly Piece[]): Promise<void> {
    const { ScreenPieces } = await import('./screen-pieces');
    this.dialog.open(ScreenPieces, { data: pieces, maxWidth: '680px', maxHeight: '94vh' });
  }

  protected edit(piece: Piece): void {
    this.view.editingId.set(piece.id);
  }

  protected duplicate(piece: Piece): void {
    const id = this.actions.duplicate(piece);
    this.view.selectedId.set(id);
    this.reveal(id);
  }

  protected remove(piece: Piece): void {
    const order = this.order();
    const index = order.indexOf(piece);
    this.actions.remove([piece]);
    this.view.selectedId.set((order[index + 1] ?? order[index - 1])?.id ?? null);
  }

  protected added(ids: readonly string[]): void {
    const id = ids[0];
    if (id === undefined) return;
    this.view.selectedId.set(id);
    this.reveal(id);
  }

  /** Scrolls to a piece, as soon as it is there. */
  private reveal(id: string): void {
    this.awaited.set(id);
  }

  /** Once the rack lies, what the first search would have to read is read, while nobody waits. */
  private readWordsAhead(): void {
    let gone = false;
    inject(DestroyRef).onDestroy(() => (gone = true));
    const once = effect(() => {
      if (!this.layout.settled() || this.found().length === 0) return;
      once.destroy();
      const pieces = this.layout.sorted();
      setTimeout(() => void inTurns(readWords(pieces), () => gone), READ_AHEAD_MS);
    });
  }

  private move(step: number, event?: KeyboardEvent): undefined {
    const order = this.order();
    const at = order.findIndex((piece) => piece.id === this.view.selectedId());
    const next = order[at < 0 ? 0 : Math.min(order.length - 1, Math.max(0, at + step))];
    if (next) {
      if (event?.shiftKey === true) this.chooseUpTo(next);
      this.select(next);
      this.reveal(next.id);
    }
  }

  /** Runs on the selected piece, or leaves the key alone when there is none. */
  private onSelected(work: (piece: Piece) => void): () => boolean {
    return () => {
      const piece = this.selected();
      if (!piece) return false;
      work(piece);
      return true;
    };
  }

  private useKeys(): void {
    inject(Keys).use({
      title: 'Rack',
      bindings: [
        { keys: ['t'], shown: 'T', does: 'write on the tally line', run: () => this.tally().focus() },
        {
          keys: ['s'],
          shown: 'S',
          does: 'search the rack',
          run: () => this.searchField()?.nativeElement.focus(),
        },
        {
          keys: ['ArrowDown'],
          shown: '↓',
          palette: false,
          does: 'next piece, with Shift choose it too',
          run: (event) => this.move(1, event),
        },
        {
          keys: ['ArrowUp'],
          shown: '↑',
          palette: false,
          does: 'piece before',
          run: (event) => this.move(-1, event),
        },
        { keys: ['x'], shown: 'X', does: 'choose it', run: this.onSelected((piece) => this.choose(piece)) },
        { keys: ['ctrl+a'], shown: 'Ctrl A', does: 'choose all that are found', run: () => this.chooseAll() },
        {
          keys: ['Escape'],
          shown: 'Esc',
          palette: false,
          does: 'choose none',
          run: () => (this.view.chosen().size > 0 ? this.view.clearChosen() : false),
        },
        { keys: ['f'], shown: 'F', does: 'find by its label', run: () => this.scan() },
        {
          keys: ['c'],
          shown: 'C',
          does: 'compare the chosen',
          run: () => this.compare(this.chosen().length > 0 ? this.chosen() : this.found()),
        },
        {
          keys: ['l'],
          shown: 'L',
          does: 'labels of the chosen',
          run: () => this.label(this.chosen().length > 0 ? this.chosen() : this.found()),
        },
        {
          keys: ['Enter', 'i'],
          shown: 'I or Enter',
          does: 'inspect the piece',
          run: (event) =>
            event.key === 'Enter' && isOnControl(event)
              ? false
              : this.onSelected((piece) => this.inspect(piece))(),
        },
        {
          keys: ['e'],
          shown: 'E',
          does: 'edit it on the tally line',
          run: this.onSelected((piece) => this.edit(piece)),
        },
        {
          keys: ['d'],
          shown: 'D',
          does: 'duplicate it',
          run: this.onSelected((piece) => this.duplicate(piece)),
        },
        {
          keys: ['Delete', 'Backspace'],
          shown: 'Delete',
          does: 'delete it',
          run: () => {
            if (this.chosen().length > 0) this.removeChosen();
            else return this.onSelected((piece) => this.remove(piece))();
            return true;
          },
        },
        { keys: ['+', '='], shown: '+', does: 'larger scale', run: () => this.zoomBy(1) },
        { keys: ['-'], shown: '−', does: 'smaller scale', run: () => this.zoomBy(-1) },
      ],
    });
  }
}

const isOnControl = (event: KeyboardEvent): boolean =>
  event.target instanceof HTMLElement && event.target.closest('button, a, input') !== null;
