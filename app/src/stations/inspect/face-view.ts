import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import {
  EDGES,
  FACE_NAMES,
  findingKindFacts,
  formatLength,
  fullWidth,
  outlineOf,
  showsOn,
  type Finding,
  type Piece,
  type Rect,
} from '@aldrek/core/wood';
import { FindingMark } from '../../drawing/finding-mark';
import { LENGTH_UNIT } from '../../format/length-unit';
import { WoodFace } from '../../drawing/wood-face';
import { dragged, type Handle } from './finding-moves';
import type { EdgePoint } from './outline-moves';

interface Grip {
  readonly handle: Handle;
  readonly x: number;
  readonly y: number;
}

interface Held {
  readonly finding: Finding;
  readonly handle: Handle;
  readonly fromX: number;
  readonly fromY: number;
}

/** A place on a face, mm in the piece's own coordinates. */
export interface FacePoint {
  readonly x: number;
  readonly y: number;
}

/** A finding is taken hold of in an area at least this large, px. */
const LEAST_HOLD = 28;
/** The frame of the finding in hand is at least this large, px. */
const LEAST_FRAME = 36;

/** One face, large: findings can be taken hold of, moved and stretched; clear cuttings lie on it. */
@Component({
  selector: 'al-face-view',
  imports: [WoodFace, FindingMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './face-view.html',
  styleUrl: './face-view.scss',
})
export class FaceView {
  readonly piece = input.required<Piece>();
  readonly face = input.required<'A' | 'B'>();
  readonly pxPerMm = input.required<number>();
  readonly cuttings = input<readonly Rect[]>([]);
  readonly selectedId = input<string | null>(null);
  readonly armed = input(false);
  readonly cursor = input(0);
  /** Whether the outline is being edited: its points can be taken hold of. */
  readonly shaping = input(false);
  readonly heldPoint = input<EdgePoint | null>(null);

  readonly pointed = output<FacePoint>();
  readonly placed = output<FacePoint>();
  readonly taken = output<string | null>();
  /** A finding on its way; `dropped` follows when it is let go. */
  readonly moving = output<Finding>();
  readonly dropped = output<Finding>();
  readonly pointTaken = output<EdgePoint>();
  readonly pointAdded = output<FacePoint>();
  /** A point of the outline on its way; `shaped` follows when it is let go. */
  readonly pointMoving = output<{ readonly point: EdgePoint; readonly to: FacePoint }>();
  readonly shaped = output();
  readonly photoOpened = output<string>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly unit = inject(LENGTH_UNIT);
  private readonly held = signal<Held | null>(null);
  private last: Finding | null = null;
  private draggedPoint: EdgePoint | null = null;

  protected readonly widthPx = computed(() => this.piece().length * this.pxPerMm());
  protected readonly heightPx = computed(() => fullWidth(this.piece()) * this.pxPerMm());
  protected readonly turnedOver = computed(() => (this.face() === 'B' ? fullWidth(this.piece()) : null));

  protected readonly holds = computed(() =>
    this.piece()
      .findings.filter((finding) => showsOn(finding, this.face()))
      .map((finding) => {
        const box = this.toPx(finding);
        const w = Math.max(LEAST_HOLD, box.length);
        const h = Math.max(LEAST_HOLD, box.width);
        const x = box.x + box.length / 2 - w / 2;
        const y = box.y + box.width / 2 - h / 2;
        return { finding, x, y, w, h, label: this.spoken(finding) };
      }),
  );

  protected readonly frame = computed(() => {
    const finding = this.piece().findings.find((one) => one.id === this.selectedId());
    if (!finding || !showsOn(finding, this.face())) return null;
    const box = this.toPx(finding);
    // Room between the grips, so that a small mark is not hidden behind them.
    const [w, h] = [Math.max(LEAST_FRAME, box.length + 8), Math.max(LEAST_FRAME, box.width + 8)];
    const [x, y] = [box.x + box.length / 2 - w / 2, box.y + box.width / 2 - h / 2];
    const flipped = this.face() === 'B';
    const grips: Grip[] = [
      { handle: 'near', x, y: y + h / 2 },
      { handle: 'far', x: x + w, y: y + h / 2 },
      { handle: flipped ? 'lower' : 'upper', x: x + w / 2, y },
      { handle: flipped ? 'upper' : 'lower', x: x + w / 2, y: y + h },
    ];
    return { finding, x, y, w, h, grips };
  });

  protected readonly boxes = computed(() =>
    this.cuttings().map((cutting) => {
      const box = this.toPx(cutting);
      const text = `${formatLength(Math.floor(cutting.length * 10) / 10, this.unit())} × ${formatLength(Math.floor(cutting.width * 10) / 10, this.unit())}`;
      const fits = box.width >= 18 && box.length >= text.length * 7.6;
      return { ...box, text: fits ? text : null };
    }),
  );

  protected readonly points = computed(() => {
    if (!this.shaping()) return [];
    const outline = outlineOf(this.piece());
    const held = this.heldPoint();
    return EDGES.flatMap((edge) =>
      outline[edge].map((point, index) => {
        const { x, y } = this.toPx({ ...point, length: 0, width: 0 });
        return {
          key: `${edge} ${index}`,
          at: { edge, index },
          x,
          y,
          held: held?.edge === edge && held.index === index,
          label: `Point of the ${edge} edge at ${formatLength(point.x, this.unit())}`,
        };
      }),
    );
  });

  /** Photos pinned to this face, each a small flag at its place. */
  protected readonly pins = computed(() =>
    (this.piece().photos ?? []).flatMap(({ id, name, at }) => {
      if (at?.face !== this.face()) return [];
      const { x, y } = this.toPx({ x: at.x, y: at.y, length: 0, width: 0 });
      return { id, name, x, y, mark: `M${x} ${y}l-9 -16h18zM${x - 9} ${y - 16}m5 0v-5h8v5` };
    }),
  );

  protected takePoint(event: PointerEvent, point: EdgePoint): void {
    if (event.button !== 0) return;
    event.stopPropagation();
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.draggedPoint = point;
    this.pointTaken.emit(point);
  }

  protected addPoint(event: MouseEvent): void {
    if (this.shaping()) this.pointAdded.emit(this.place(event));
  }

  protected down(event: PointerEvent): void {
    if (event.button !== 0) return;
    const at = this.place(event);
    if (this.armed()) this.placed.emit(at);
    else this.taken.emit(null);
  }

  protected move(event: PointerEvent): void {
    const held = this.held();
    const at = this.place(event);
    if (this.draggedPoint) {
      this.pointMoving.emit({ point: this.draggedPoint, to: at });
      return;
    }
    if (!held) {
      this.pointed.emit(at);
      return;
    }
    this.last = dragged(held.finding, held.handle, at.x - held.fromX, at.y - held.fromY, this.piece());
    this.moving.emit(this.last);
  }

  protected take(event: PointerEvent, finding: Finding, handle: Handle): void {
    if (event.button !== 0 || this.armed()) return;
    event.stopPropagation();
    const { x, y } = this.place(event);
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.held.set({ finding, handle, fromX: x, fromY: y });
    this.last = null;
    this.taken.emit(finding.id);
  }

  protected release(): void {
    if (this.draggedPoint) this.shaped.emit();
    this.draggedPoint = null;
    if (this.held() && this.last) this.dropped.emit(this.last);
    this.held.set(null);
    this.last = null;
  }

  private place(event: MouseEvent): FacePoint {
    const svg = this.host.nativeElement.querySelector('svg');
    const box = svg?.getBoundingClientRect();
    const x = (event.clientX - (box?.left ?? 0) - 1) / this.pxPerMm();
    const shown = (event.clientY - (box?.top ?? 0) - 1) / this.pxPerMm();
    const over = this.turnedOver();
    const piece = this.piece();
    const clamp = (mm: number, most: number): number => Math.min(most, Math.max(0, mm));
    return { x: clamp(x, piece.length), y: clamp(over === null ? shown : over - shown, fullWidth(piece)) };
  }

  private toPx(rect: Rect): Rect {
    const scale = this.pxPerMm();
    const over = this.turnedOver();
    const y = over === null ? rect.y : over - rect.y - rect.width;
    return { x: rect.x * scale, y: y * scale, length: rect.length * scale, width: rect.width * scale };
  }

  private spoken(finding: Finding): string {
    const size = (mm: number): string => formatLength(mm, this.unit());
    const where = finding.face === 'through' ? 'through' : `on the ${FACE_NAMES[finding.face]}`;
    return `${findingKindFacts(finding.kind).name} ${where}, ${size(finding.length)} by ${size(finding.width)}, at ${size(finding.x)} from the near end`;
  }
}
