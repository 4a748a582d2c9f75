import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  untracked,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { MatTabNav, MatTabNavPanel, MatTabLink } from '@angular/material/tabs';
import { MatBadge } from '@angular/material/badge';
import { cautionsFor, fullWidth, GRADE_NAMES, GRADES, type Piece } from '@aldrek/core/wood';
import { type PieceYield } from '@aldrek/core/yield';
import { Ruler } from '../../drawing/ruler';
import { fitScale, scaleNote } from '../../drawing/scale';
import { widthOf } from '../../drawing/width-of';
import { bound, Keys } from '../../keys/keys';
import { PieceActions } from '../../shop-store/piece-actions';
import { PieceInHand } from '../../in-hand/piece-in-hand';
import { RackView } from '../../in-hand/rack-view';
import { ShopStore } from '../../shop-store/shop.store';
import { EndsPanel } from './ends-panel';
import { FaceView } from './face-view';
import { FindingHand } from './finding-hand';
import { FindingsList } from './findings-list';
import { FindingsPanel } from './findings-panel';
import { InspectHead } from './inspect-head';
import { INSPECT_KEYS, kindKeys } from './inspect-keys';
import { YieldInHand } from './yield-in-hand';
import { InspectView, PANEL_NAMES, PANELS } from './inspect-view';
import { instrumentsOnBench } from './instruments-on-bench';
import { OutlineHand } from './outline-hand';
import { PieceSheets } from './piece-sheets';
import { ShapePanel } from './shape-panel';
import { SideStrip } from './side-strip';
import { TradePanel } from './trade-panel';
import { WarpPanel } from './warp-panel';
import { WoodPanel } from './wood-panel';
import { YieldPanel } from './yield-panel';
import { ToggleField } from '../../ui/toggle-field';
import { Hint } from '../../first-job/hint';

/** A face is drawn at most this high, px, so that both are in view. */
const FACE_HEIGHT = 150;

/** Inspect: one piece large, faces, edges and ends, what is found and noted of it, and what it gives. */
@Component({
  selector: 'al-inspect',
  imports: [
    MatButton,
    MatTooltip,
    EndsPanel,
    FaceView,
    FindingsList,
    FindingsPanel,
    InspectHead,
    RouterLink,
    Ruler,
    ShapePanel,
    SideStrip,
    TradePanel,
    WarpPanel,
    WoodPanel,
    YieldPanel,
    MatTabNav,
    MatTabNavPanel,
    MatTabLink,
    ToggleField,
    Hint,
    MatBadge,
  ],
  providers: [FindingHand, OutlineHand, YieldInHand, PieceSheets],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'scrolls' },
  templateUrl: './inspect.html',
  styleUrl: './inspect.scss',
})
export class Inspect {
  readonly pieceId = input<string>();

  protected readonly store = inject(ShopStore);
  protected readonly hand = inject(FindingHand);
  protected readonly outline = inject(OutlineHand);
  protected readonly view = inject(InspectView);
  private readonly rackView = inject(RackView);
  protected readonly yields = inject(YieldInHand);
  private readonly router = inject(Router);
  private readonly sheets = inject(PieceSheets);
  private readonly inHand = inject(PieceInHand);
  private readonly actions = inject(PieceActions);
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');

  protected readonly faces = ['A', 'B'] as const;
  protected readonly panels = PANELS.map((panel) => ({ panel, name: PANEL_NAMES[panel] }));
  protected readonly grades = GRADES.map((value) => ({ value, name: GRADE_NAMES[value] }));
  private readonly benchPx = widthOf(this.bench, 860);

  protected readonly piece = computed((): Piece | null => {
    const { pieceById, pieces } = this.store;
    return pieceById().get(this.pieceId() ?? this.rackView.selectedId() ?? '') ?? pieces()[0] ?? null;
  });
  private readonly id = computed(() => this.piece()?.id ?? null);
  protected readonly shown = this.outline.shown;
  protected readonly given = this.yields.given;
  protected readonly cuttings = this.yields.cuttings;

  protected readonly pxPerMm = computed(() => {
    const piece = this.piece();
    if (!piece) return 0.3;
    return Math.min(fitScale(piece.length, this.benchPx() - 4), FACE_HEIGHT / fullWidth(piece));
  });
  protected readonly rulerMm = computed(() => (this.benchPx() - 4) / this.pxPerMm());
  protected readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));
  /** Where the far end is folded out beside face A, px. */
  protected readonly farEndPx = computed(() => (this.piece()?.length ?? 0) * this.pxPerMm() + 8);
  protected readonly cautions = computed(() => {
    const piece = this.piece();
    return piece ? cautionsFor(piece) : [];
  });
  constructor() {
    this.hand.follow(this.piece);
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.inHand.id.set(id);
        if (id !== null) this.rackView.selectedId.set(id);
        this.yields.school.set(null);
        this.hand.typed.set('');
        this.outline.heldPoint.set(null);
        this.view.cursor.set(0);
      });
    });
    instrumentsOnBench(this.piece);
    inject(DestroyRef).onDestroy(() => {
      this.inHand.id.set(null);
    });
    this.useKeys();
  }

  protected show(panel: (typeof PANELS)[number]): void {
    this.view.panel.set(panel);
    this.hand.armedKind.set(null);
    this.outline.heldPoint.set(null);
  }

  protected lookedOver(piece: Piece): void {
    if (piece.inspected === undefined) this.actions.note('inspected, all', piece, {});
    else this.actions.forget('looking over', piece, 'inspected');
  }

  protected go(step: -1 | 1): void {
    const pieces = this.store.pieces();
    const at = pieces.findIndex((piece) => piece.id === this.id());
    const next = pieces[(at + step + pieces.length) % pieces.length];
    if (next) void this.router.navigate(['/inspect', next.id]);
  }

  protected changeShop(page: string): void {
    void this.router.navigate(['/settings'], { queryParams: { page } });
  }

  protected openPhotos(piece: Piece): void {
    void this.sheets.photos(piece);
  }

  protected milled(piece: Piece, given: PieceYield): void {
    void this.sheets.milled(piece, given[this.yields.drawnSchool()]);
  }

  private useKeys(): void {
    const { hand, outline, view } = this;
    inject(Keys).use({
      title: 'Inspect',
      bindings: [
        ...bound(INSPECT_KEYS, {
          type: (event) => hand.type(event),
          applyTyped: () => hand.applyTyped(),
          untype: () => hand.untype(),
          arrow: (event) => outline.arrow(event) || hand.arrow(event),
          again: () => hand.again(),
          pairs: () => hand.row(true),
          row: () => hand.row(false),
          otherFace: () => view.dropFace.set(view.dropFace() === 'A' ? 'B' : 'A'),
          remove: () => outline.drop(outline.heldPoint()) || hand.removeSelected(),
          letGo: () => hand.letGo(),
          before: () => this.go(-1),
          next: () => this.go(1),
        }),
        ...kindKeys((kind) => hand.dropAtRule(kind)),
      ],
    });
  }
}
