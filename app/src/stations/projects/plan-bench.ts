import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { layoutFaults, OFFCUT_ID, type MatchInstance } from '@aldrek/core/match';
import { type PlannedCut, type Project, type ProjectPlan } from '@aldrek/core/project';
import { clearanceOf, fullWidth, speciesLabel, type Piece } from '@aldrek/core/wood';
import { PlanBoard } from '../../drawing/plan-board';
import { Ruler } from '../../drawing/ruler';
import { fitScale, scaleNote } from '../../drawing/scale';
import { widthOf } from '../../drawing/width-of';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';

/** Room for tags beside the boards, px. */
const LABEL_ROOM = 210;
/** On a narrower bench they stand under the boards, px. */
const NARROW = 560;
/** How near an edge takes hold of what is carried, px. */
const SNAP_PX = 9;
/** A shorter way is a press, not a drag, px. */
const LEAST_DRAG_PX = 5;

interface Carried {
  readonly cut: PlannedCut;
  readonly grabX: number;
  readonly grabY: number;
  readonly startX: number;
  readonly startY: number;
}

interface Over {
  readonly pieceId: string;
  readonly cut: PlannedCut;
  readonly fault: string | null;
}

/** A plan on the bench: the boards it cuts under one ruler, with their parts to look at, fix and carry elsewhere. */
@Component({
  selector: 'al-plan-bench',
  imports: [MatButton, MatTooltip, Ruler, PlanBoard, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-bench.html',
  styleUrl: './plan-bench.scss',
})
export class PlanBench {
  readonly project = input.required<Project>();
  readonly plan = input.required<ProjectPlan>();
  /** The boards in question; null while the planning worker has not answered yet, and nothing can be laid. */
  readonly instance = input.required<MatchInstance | null>();
  readonly letters = input.required<ReadonlyMap<string, string>>();
  readonly names = input.required<ReadonlyMap<string, string>>();
  /** Parts of the projects matched together with this one, and for which they are. */
  readonly theirs = input<ReadonlyMap<string, string>>(new Map());
  readonly lit = input<string | null>(null);
  readonly editable = input(true);
  readonly litChange = output<string | null>();
  readonly litPieceChange = output<string | null>();
  /** The hand takes hold of a part. */
  readonly begun = output();
  /** A part was laid elsewhere by hand. */
  readonly moved = output();

  private readonly store = inject(ShopStore);
  private readonly actions = inject(ProjectActions);
  private readonly bench = viewChild.required<ElementRef<HTMLElement>>('bench');
  private readonly benchPx = widthOf(this.bench, 760);

  protected readonly carried = signal<Carried | null>(null);
  protected readonly over = signal<Over | null>(null);
  protected readonly told = signal<string | null>(null);

  /** What lies in the boards: the plan's own, and what its mates take from the same. */
  private readonly all = computed(() => [
    ...this.plan().cuts,
    // What a project that is gone, or no mate any more, would have cut is of no interest.
    ...(this.plan().beside ?? []).filter(({ partId }) => this.theirs().has(partId)),
  ]);
  protected readonly rows = computed(() => {
    const byPiece = new Map<string, PlannedCut[]>();
    for (const cut of this.all()) byPiece.set(cut.pieceId, [...(byPiece.get(cut.pieceId) ?? []), cut]);
    return [...byPiece]
      .flatMap(([id, cuts]) => {
        const piece = this.store.pieceById().get(id);
        return piece ? [this.rowOf(piece, cuts)] : [];
      })
      .sort((a, b) => b.piece.length - a.piece.length);
  });
  protected readonly round = computed(
    () =>
      new Set(
        this.project().parts.flatMap((part) =>
          part.shape?.kind === 'round' && part.make?.kind !== 'panel' ? [part.id as string] : [],
        ),
      ),
  );
  protected readonly outPieces = computed(() =>
    (this.project().excluded ?? []).flatMap((id) => this.store.pieceById().get(id) ?? []),
  );
  private readonly longest = computed(() =>
    this.rows().reduce((most, row) => Math.max(most, row.piece.length), 600),
  );
  protected readonly narrow = computed(() => this.benchPx() < NARROW);
  readonly pxPerMm = computed(() =>
    fitScale(this.longest(), Math.max(120, this.benchPx() - (this.narrow() ? 4 : LABEL_ROOM))),
  );
  protected readonly rulerMm = computed(() => (this.benchPx() - 2) / this.pxPerMm());
  readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));

  private rowOf(piece: Piece, cuts: readonly PlannedCut[]) {
    const face = piece.length * fullWidth(piece);
    const used = cuts.reduce((sum, cut) => sum + (cut.partId === OFFCUT_ID ? 0 : cut.length * cut.width), 0);
    const kept = cuts.reduce((sum, cut) => sum + (cut.partId === OFFCUT_ID ? cut.length * cut.width : 0), 0);
    return {
      piece,
      cuts,
      species: speciesLabel(piece),
      metal: clearanceOf(piece) === 'metal-in',
      share: `${Math.round((100 * used) / face)} % parts`,
      keeps: kept > 0 ? `, ${Math.round((100 * kept) / face)} % kept` : '',
    };
  }

  protected ghostOn(pieceId: string) {
    const over = this.over();
    return over?.pieceId === pieceId ? { ...over.cut, bad: over.fault !== null } : null;
  }

  protected grab({ event, cut }: { readonly event: PointerEvent; readonly cut: PlannedCut }): void {
    if (event.button !== 0 || this.theirs().has(cut.partId)) return;
    this.begun.emit();
    const scale = this.pxPerMm();
    const box = (event.currentTarget as Element | null)?.closest('svg')?.getBoundingClientRect();
    const svg = box ?? (event.target as Element).closest('svg')?.getBoundingClientRect();
    if (!svg) return;
    this.carried.set({
      cut,
      grabX: (event.clientX - svg.left - 1) / scale - cut.x,
      grabY: (event.clientY - svg.top - 1) / scale - cut.y,
      startX: event.clientX,
      startY: event.clientY,
    });
    this.told.set(null);
    this.listen();
  }

  /** Follows the pointer until it is let go; the page hears nothing of it otherwise. */
  private listen(): void {
    const heard = new AbortController();
    const end = (drop: boolean): void => {
      heard.abort();
      if (drop) this.drop();
      this.carried.set(null);
      this.over.set(null);
    };
    const { signal } = heard;
    document.addEventListener('pointermove', (event) => this.carry(event), { signal });
    document.addEventListener('pointerup', () => end(true), { signal });
    // The hand has begun to scroll instead.
    document.addEventListener('pointercancel', () => end(false), { signal });
    document.addEventListener('keydown', (event) => event.key === 'Escape' && end(false), { signal });
  }

  private carry(event: PointerEvent): void {
    const carried = this.carried();
    if (!carried) return;
    if (
      this.over() === null &&
      Math.hypot(event.clientX - carried.startX, event.clientY - carried.startY) < LEAST_DRAG_PX
    )
      return;
    event.preventDefault();
    const host = document
      .elementFromPoint(event.clientX, event.clientY)
      ?.closest<HTMLElement>('[data-piece]');
    const svg = host?.querySelector('svg')?.getBoundingClientRect();
    const pieceId = host?.dataset['piece'];
    if (!svg || pieceId === undefined) {
      this.over.set(null);
      return;
    }
    const scale = this.pxPerMm();
    const at = {
      x: (event.clientX - svg.left - 1) / scale - carried.grabX,
      y: (event.clientY - svg.top - 1) / scale - carried.grabY,
    };
    this.hover(carried.cut, pieceId, this.snapped(carried.cut, pieceId, at, SNAP_PX / scale));
  }

  private hover(cut: PlannedCut, pieceId: string, at: { x: number; y: number }): Over {
    const to: PlannedCut = { ...cut, pieceId, ...at };
    const over = { pieceId, cut: to, fault: this.faultOf(cut, to) };
    this.over.set(over);
    return over;
  }

  /** To the board's edges, and a kerf from what lies beside it. */
  private snapped(
    cut: PlannedCut,
    pieceId: string,
    at: { x: number; y: number },
    reach: number,
  ): { x: number; y: number } {
    const instance = this.instance();
    const board = instance?.boards.find(({ id }) => id === pieceId);
    if (!instance || !board) return at;
    const { kerf } = instance;
    const beside = this.all().filter(
      (other) => other.pieceId === pieceId && other !== cut && other.partId !== OFFCUT_ID,
    );
    const blocked = board.blocked[instance.parts.find(({ id }) => id === cut.partId)?.grade ?? ''] ?? [];
    const xs = [
      0,
      board.length - cut.length,
      ...beside.flatMap((o) => [o.x, o.x + o.length + kerf, o.x - cut.length - kerf]),
      ...blocked.flatMap((o) => [o.x + o.length, o.x - cut.length]),
    ];
    const ys = [
      0,
      board.width - cut.width,
      ...beside.flatMap((o) => [o.y, o.y + o.width + kerf, o.y - cut.width - kerf]),
      ...blocked.flatMap((o) => [o.y + o.width, o.y - cut.width]),
    ];
    const near = (value: number, stops: readonly number[]): number => {
      const best = stops.reduce((a, b) => (Math.abs(b - value) < Math.abs(a - value) ? b : a), Infinity);
      return Math.abs(best - value) <= reach ? best : Math.round(value * 10) / 10;
    };
    return { x: near(at.x, xs), y: near(at.y, ys) };
  }

  private faultOf(from: PlannedCut, to: PlannedCut): string | null {
    const there = this.all().filter(
      (cut) => cut !== from && cut.pieceId === to.pieceId && cut.partId !== OFFCUT_ID,
    );
    const placements = [...there, to].map(({ pieceId, ...cut }) => ({ ...cut, boardId: pieceId }));
    const instance = this.instance();
    if (!instance) return 'the rack is still being looked at';
    return layoutFaults(instance, placements)[0] ?? null;
  }

  private drop(): void {
    const [carried, over] = [this.carried(), this.over()];
    this.carried.set(null);
    this.over.set(null);
    if (carried && over) this.settle(carried.cut, over);
  }

  private settle(from: PlannedCut, over: Over): void {
    if (over.fault !== null) {
      this.told.set(`It stays where it was: ${this.inWords(over.fault)}.`);
      return;
    }
    this.told.set(null);
    this.actions.moveCut(this.project(), from, over.cut);
    this.moved.emit();
  }

  /** A fault with tags and names in place of ids. */
  private inWords(fault: string): string {
    let words = fault;
    for (const [id, name] of this.names()) words = words.replaceAll(id, name);
    for (const { id } of this.instance()?.boards ?? [])
      words = words.replaceAll(id, this.store.pieceById().get(id)?.tag ?? id);
    return words;
  }

  /** L fixes a part or lets it go; arrows move it by 1 mm, with Shift by 10, with Alt to the board above or below. */
  protected key({ event, cut }: { readonly event: KeyboardEvent; readonly cut: PlannedCut }): void {
    if (!this.editable() || this.theirs().has(cut.partId)) return;
    if (event.key.toLowerCase() === 'l' && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      event.stopPropagation();
      this.actions.toggleLock(this.project(), cut);
      return;
    }
    const step = event.shiftKey ? 10 : 1;
    const ways: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const way = ways[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    this.begun.emit();
    if (event.altKey) {
      const rows = this.rows();
      const at = rows.findIndex(({ piece }) => piece.id === cut.pieceId);
      const next = rows[at + Math.sign(way[1])];
      if (next)
        this.settle(cut, this.hover(cut, next.piece.id, this.snapped(cut, next.piece.id, cut, Infinity)));
    } else this.settle(cut, this.hover(cut, cut.pieceId, { x: cut.x + way[0], y: cut.y + way[1] }));
    this.over.set(null);
  }

  protected leaveOut(piece: Piece): void {
    this.actions.toggleExcluded(this.project(), piece.id, piece.tag);
    this.moved.emit();
  }
}
