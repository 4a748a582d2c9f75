import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterLink } from '@angular/router';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { MatTabNav, MatTabNavPanel, MatTabLink } from '@angular/material/tabs';
import {
  cautionsFor,
  FACE_NAMES,
  FATE_NAMES,
  FINDING_KINDS,
  findingKindByKey,
  findingKindFacts,
  fullWidth,
  GRADE_NAMES,
  GRADES,
  isInTheWay,
  isPlanedOff,
  trimsOf,
  speciesLabel,
  type FindingKind,
  type Piece,
  type PieceYield,
} from '@aldrek/core';
import { FindingMark } from '../../drawing/finding-mark';
import { LengthFigure } from '../../drawing/length-figure';
import { Ruler } from '../../drawing/ruler';
import { fitScale, scaleNote } from '../../drawing/scale';
import { widthOf } from '../../drawing/width-of';
import { Instruments } from '../../instruments/instruments';
import { mdiChevronLeft, mdiChevronRight } from '@mdi/js';
import { Icon } from '../../drawing/icon';
import { Keys } from '../../shell/keys';
import { Notices } from '../../shell/notices';
import { PieceActions } from '../../state/piece-actions';
import { PieceInHand } from '../../state/piece-in-hand';
import { RackView } from '../../state/rack-view';
import { ShopStore } from '../../state/shop.store';
import { YieldService } from '../../state/yield.service';
import { EndsPanel } from './ends-panel';
import { FaceView } from './face-view';
import { FindingHand } from './finding-hand';
import { FindingInHand } from './finding-in-hand';
import { InspectView, PANEL_NAMES, PANELS } from './inspect-view';
import type { MilledAsk } from './milled-sheet';
import { OutlineHand } from './outline-hand';
import { ShapePanel } from './shape-panel';
import { SideStrip } from './side-strip';
import { TradePanel } from './trade-panel';
import { WarpPanel } from './warp-panel';
import { WoodPanel } from './wood-panel';
import { YieldPanel } from './yield-panel';
import { ToggleField } from '../../ui/toggle-field';
import { TextField } from '../../ui/text-field';

/** A face is drawn at most this high, px, so that both are in view. */
const FACE_HEIGHT = 150;
/** Between two questions to the detector, ms. */
const SWEEP_EVERY_MS = 50;

/** Inspect: one piece large, faces, edges and ends, what is found and noted of it, and what it gives. */
@Component({
  selector: 'al-inspect',
  imports: [
    Icon,
    MatButton,
    MatTooltip,
    EndsPanel,
    FaceView,
    FindingInHand,
    FindingMark,
    LengthFigure,
    RouterLink,
    Ruler,
    ShapePanel,
    SideStrip,
    TradePanel,
    WarpPanel,
    WoodPanel,
    YieldPanel,
    MatIconButton,
    MatTabNav,
    MatTabNavPanel,
    MatTabLink,
    ToggleField,
    TextField,
  ],
  providers: [FindingHand, OutlineHand],
  changeDetection: ChangeDetectionStrategy.OnPush,
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
  private readonly yields = inject(YieldService);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly dialog = inject(MatDialog);
  private readonly instruments = inject(Instruments);
  private readonly inHand = inject(PieceInHand);
  private readonly actions = inject(PieceActions);
  private sweeping: ReturnType<typeof setTimeout> | undefined;
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');

  protected readonly faces = ['A', 'B'] as const;
  protected readonly panels = PANELS.map((panel) => ({ panel, name: PANEL_NAMES[panel] }));
  protected readonly kinds = FINDING_KINDS.map((kind) => ({
    kind,
    ...findingKindFacts(kind),
    mark: { id: '', kind, face: 'A' as const, x: 2, y: 2, length: 16, width: 16 },
  }));
  protected readonly icons = { before: mdiChevronLeft, next: mdiChevronRight };
  protected readonly tags = computed(() => [...this.store.tags()]);
  protected readonly grades = GRADES.map((value) => ({ value, name: GRADE_NAMES[value] }));
  private readonly benchPx = widthOf(this.bench, 860);

  protected readonly piece = computed((): Piece | null => {
    const { pieceById, pieces } = this.store;
    return pieceById().get(this.pieceId() ?? this.rackView.selectedId() ?? '') ?? pieces()[0] ?? null;
  });
  private readonly id = computed(() => this.piece()?.id ?? null);
  protected readonly shown = this.outline.shown;
  protected readonly school = signal<'crosscutFirst' | 'ripFirst' | null>(null);

  private readonly ask = computed(() => ({
    grade: this.view.grade(),
    habits: this.store.habits(),
    machines: this.store.machines(),
    wish:
      this.view.wish() === 'pieces' ? this.view.size() : (this.view.wish() as 'area' | 'longest' | 'widest'),
  }));
  protected readonly result = signal<{ readonly pieceId: string; readonly yield: PieceYield } | null>(null);
  /** The worker broke off: the figures are those of before. */
  protected readonly yieldFailed = signal(false);
  protected readonly given = computed(() => {
    const result = this.result();
    return result?.pieceId === this.id() ? result.yield : null;
  });
  protected readonly drawnSchool = computed(
    () => this.school() ?? (this.given()?.better === 'ripFirst' ? 'ripFirst' : 'crosscutFirst'),
  );
  protected readonly cuttings = computed(() => this.given()?.[this.drawnSchool()].cuttings ?? []);

  protected readonly pxPerMm = computed(() => {
    const piece = this.piece();
    if (!piece) return 0.3;
    return Math.min(fitScale(piece.length, this.benchPx() - 4), FACE_HEIGHT / fullWidth(piece));
  });
  protected readonly rulerMm = computed(() => (this.benchPx() - 4) / this.pxPerMm());
  protected readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));
  /** Where the far end is folded out beside face A, px. */
  protected readonly farEndPx = computed(() => (this.piece()?.length ?? 0) * this.pxPerMm() + 8);
  protected readonly title = computed(() => {
    const piece = this.piece();
    if (!piece) return '';
    return [`${speciesLabel(piece)} ${piece.name}`.trim(), piece.place, piece.find]
      .filter(Boolean)
      .join(' · ');
  });
  protected readonly cautions = computed(() => {
    const piece = this.piece();
    return piece ? cautionsFor(piece) : [];
  });
  protected readonly list = computed(() => {
    const piece = this.shown();
    if (!piece) return [];
    const grade = this.view.grade();
    const face = this.given()?.showFace ?? 'A';
    const trims = trimsOf(this.store.habits(), this.store.machines());
    return piece.findings.map((finding) => {
      const planed = isPlanedOff(finding, piece, grade, trims, face);
      const cut = !planed && isInTheWay(grade, finding, piece, face, trims.limits);
      const { name } = findingKindFacts(finding.kind);
      const decided = finding.fate === undefined ? '' : `${FATE_NAMES[finding.fate]}: `;
      return {
        finding,
        name: finding.fix === undefined ? name : `${name}, ${finding.fix}`,
        where: FACE_NAMES[finding.face],
        cut,
        fate: planed ? 'planed off' : `${decided === 'cut out: ' ? '' : decided}${cut ? 'cut out' : 'stays'}`,
      };
    });
  });

  constructor() {
    this.hand.follow(this.piece);
    effect(() => {
      const piece = this.shown();
      const ask = this.ask();
      if (!piece) return;
      this.yields.ask(piece, ask, (result) => {
        this.yieldFailed.set(result === null);
        if (result) this.result.set({ pieceId: piece.id, yield: result });
      });
    });
    effect(() => {
      const piece = this.piece();
      const at = this.view.cursor();
      if (this.instruments.link() !== 'on' || !piece) return;
      clearTimeout(this.sweeping);
      // A hand that moves on is not worth an answer for every mm.
      this.sweeping = setTimeout(() => {
        const metal = piece.findings
          .filter(({ kind, fix }) => kind === 'metal' && fix !== 'pulled')
          .map(({ x, length }) => x + length / 2);
        this.instruments.sweep(piece.tag, piece.length, at, metal);
      }, SWEEP_EVERY_MS);
    });
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.inHand.id.set(id);
        if (id !== null) this.rackView.selectedId.set(id);
        this.school.set(null);
        this.hand.typed.set('');
        this.outline.heldPoint.set(null);
        this.view.cursor.set(0);
      });
    });
    this.instruments.use({
      cursor: (mm) => this.view.cursor.set(Math.min(mm, this.piece()?.length ?? 0)),
      moisture: (pct) => {
        const piece = this.piece();
        if (piece) this.actions.moisture(piece, pct);
      },
    });
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(this.sweeping);
      this.inHand.id.set(null);
    });
    this.useKeys();
  }

  /** The palette with the pointer arms a kind for the piece; with the keyboard it drops one at the rule. */
  protected palette(kind: FindingKind, event: MouseEvent): void {
    if (event.detail === 0) this.hand.dropAtRule(kind);
    else this.hand.arm(kind);
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

  protected jump(text: string): void {
    const wanted = text.trim().toLowerCase();
    const piece = this.store.pieces().find((one) => one.tag.toLowerCase() === wanted);
    if (!piece) {
      this.notices.say(`No piece bears the tag ${text}.`);
      return;
    }
    void this.router.navigate(['/inspect', piece.id]);
  }

  protected async changeShop(): Promise<void> {
    const { PROFILE_SHEET, ShopProfile } = await import('../../shell/shop-profile');
    this.dialog.open(ShopProfile, PROFILE_SHEET);
  }

  protected async openPhotos(piece: Piece): Promise<void> {
    const { PiecePhotosSheet } = await import('./piece-photos-sheet');
    this.dialog.open(PiecePhotosSheet, { data: piece.id, maxWidth: '860px', width: '92vw' });
  }

  protected async milled(piece: Piece, given: PieceYield): Promise<void> {
    const { MilledSheet } = await import('./milled-sheet');
    const best = given[this.drawnSchool()];
    const data: MilledAsk = {
      piece,
      grade: this.view.grade(),
      reckonedM3: this.actions.sureOf(piece, best.volumeM3).m3,
      cuttings: best.cuttings,
    };
    this.dialog
      .open<unknown, MilledAsk, boolean>(MilledSheet, { data, maxWidth: '640px', width: '92vw' })
      .afterClosed()
      .subscribe((replaced) => {
        if (replaced === true) void this.router.navigate(['/rack']);
      });
  }

  private useKeys(): void {
    const { hand } = this;
    inject(Keys).use({
      title: 'Inspect',
      bindings: [
        {
          keys: Array.from('0123456789./'),
          shown: '0–9',
          does: 'type a distance; Enter puts the rule there',
          run: (event) => hand.type(event),
        },
        { keys: ['Enter'], shown: 'Enter', does: 'rule to the typed distance', run: () => hand.applyTyped() },
        {
          keys: ['Backspace'],
          shown: 'Backspace',
          does: 'take back a typed figure',
          run: () => hand.untype(),
        },
        {
          keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
          shown: '← → ↑ ↓',
          palette: false,
          does: 'nudge the finding, or the rule (Alt: finely; Shift: stretch)',
          run: (event) => this.outline.arrow(event) || hand.arrow(event),
        },
        { keys: ['q'], shown: 'Q', does: 'the same finding again at the rule', run: () => hand.again() },
        {
          keys: [','],
          shown: ',',
          does: 'a row of it in pairs, of as many places as were typed',
          run: () => hand.row(true),
        },
        { keys: [';'], shown: ';', does: 'a row of it, one at each place', run: () => hand.row(false) },
        {
          keys: ['p'],
          shown: 'P',
          does: 'drop on face A or B',
          run: () => this.view.dropFace.set(this.view.dropFace() === 'A' ? 'B' : 'A'),
        },
        {
          keys: ['Delete'],
          shown: 'Delete',
          does: 'delete the finding, or the point of the outline',
          run: () => this.outline.drop(this.outline.heldPoint()) || hand.removeSelected(),
        },
        { keys: ['Escape'], shown: 'Esc', does: 'let go', run: () => hand.letGo() },
        { keys: ['['], shown: '[', does: 'piece before', run: () => this.go(-1) },
        { keys: [']'], shown: ']', does: 'next piece', run: () => this.go(1) },
        ...this.kinds.map(({ kind, key, name }) => ({
          keys: [key.toLowerCase()],
          shown: key,
          does: `${name} at the rule`,
          run: () => hand.dropAtRule(findingKindByKey(key) ?? kind),
        })),
      ],
    });
  }
}
