import { CdkVirtualForOf, CdkVirtualScrollViewport, VIRTUAL_SCROLL_STRATEGY } from '@angular/cdk/scrolling';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  viewChild,
} from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import type { Piece } from '@aldrek/core/wood';
import { areaText, volumeText } from '../../format/measures';
import { Ruler } from '../../drawing/ruler';
import { fitScale, scaleNote } from '../../drawing/scale';
import { widthOf } from '../../drawing/width-of';
import { pieceInWords } from '../../format/spoken';
import { bound, Keys } from '../../keys/keys';
import { ShopFiles } from '../../files/shop-files';
import { RackFigures } from '../../estimates/rack-figures';
import { ShopStore } from '../../shop-store/shop.store';
import { Today } from '../../shop-store/today';
import { KnownHeightsScroll } from './known-heights-scroll';
import { PieceRow } from './piece-row';
import { RackHand } from './rack-hand';
import { RACK_KEYS } from './rack-keys';
import { RackLayout } from './rack-layout';
import { RackSide } from './rack-side';
import { RackToolbar } from './rack-toolbar';
import { RackView, type StackBy } from '../../in-hand/rack-view';
import { drying, rackRows, type RackRow, type Stack } from './stacks';
import { TallyBar } from './tally-bar';
import { Hint } from '../../first-job/hint';

/** Room for tag and size beside the longest strip, px. */
const LABEL_ROOM = 250;
const ZOOM_STEP = 1.25;
/** The rows of another stacking are drawn by then, ms. */
const DRAWN_AFTER_MS = 40;

/** The Rack: every piece to one scale under one ruler, and the tally line beneath. */
@Component({
  selector: 'al-rack',
  imports: [
    RackSide,
    RackToolbar,
    MatButton,
    CdkVirtualScrollViewport,
    CdkVirtualForOf,
    Ruler,
    PieceRow,
    TallyBar,
    MatIconButton,
    Hint,
  ],
  providers: [RackLayout, RackHand, { provide: VIRTUAL_SCROLL_STRATEGY, useClass: KnownHeightsScroll }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'column grow' },
  templateUrl: './rack.html',
  styleUrl: './rack.scss',
})
export class Rack {
  protected readonly store = inject(ShopStore);
  protected readonly files = inject(ShopFiles);
  protected readonly view = inject(RackView);
  protected readonly rackFigures = inject(RackFigures);
  protected readonly layout = inject(RackLayout);
  protected readonly hand = inject(RackHand);
  private readonly today = inject(Today).get();
  private readonly scroll = inject(VIRTUAL_SCROLL_STRATEGY) as KnownHeightsScroll;
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');
  private readonly side = viewChild.required(RackSide);
  private readonly tally = viewChild.required(TallyBar);

  private readonly benchPx = widthOf(this.bench, 900);

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
  constructor() {
    effect(() => this.rackFigures.asked.set(this.view.by() === 'yield' ? this.store.pieces() : null));
    effect(() => this.scroll.setRows(this.rows()));
    afterRenderEffect(() => {
      const [id, rows, settled] = [this.hand.awaited(), this.rows(), this.layout.settled()];
      if (id === null) return;
      const index = rows.findIndex((row) => row.id === id);
      if (index >= 0) this.scroll.reveal(index);
      if (index >= 0 || settled) this.hand.awaited.set(null);
    });
    this.useKeys();
  }

  protected tallyFirst(): void {
    this.tally().focus();
  }

  protected stack(by: StackBy): void {
    const apply = (): void => this.view.by.set(by);
    const calm = matchMedia('(prefers-reduced-motion: reduce)').matches;
    if (!calm && 'startViewTransition' in document && this.hand.found().length < 400) {
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

  private useKeys(): void {
    const { hand, view } = this;
    const selected = (work: (piece: Piece) => void) => () => {
      const piece = hand.selected();
      if (!piece) return false;
      work(piece);
      return true;
    };
    inject(Keys).use({
      title: 'Rack',
      bindings: bound(RACK_KEYS, {
        tally: () => this.tally().focus(),
        search: () => this.side().focusSearch(),
        next: (event) => hand.move(1, event),
        before: (event) => hand.move(-1, event),
        choose: selected((piece) => hand.choose(piece)),
        chooseAll: () => hand.chooseAll(),
        chooseNone: () => (view.chosen().size > 0 ? view.clearChosen() : false),
        scan: () => hand.scan(),
        compare: () => hand.compare(hand.chosenOrFound()),
        labels: () => hand.label(hand.chosenOrFound()),
        inspect: (event) =>
          event.key === 'Enter' && isOnControl(event) ? false : selected((piece) => hand.inspect(piece))(),
        edit: selected((piece) => hand.edit(piece)),
        duplicate: selected((piece) => hand.duplicate(piece)),
        remove: () => {
          if (hand.chosen().length === 0) return selected((piece) => hand.remove(piece))();
          hand.removeChosen();
          return true;
        },
        larger: () => this.zoomBy(1),
        smaller: () => this.zoomBy(-1),
      }),
    });
  }
}

const isOnControl = (event: KeyboardEvent): boolean =>
  event.target instanceof HTMLElement && event.target.closest('button, a, input') !== null;
