import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  cautionsFor,
  FINDING_KINDS,
  findingKindByKey,
  findingKindFacts,
  fullWidth,
  GRADE_ABOUT,
  GRADE_NAMES,
  GRADES,
  isInTheWay,
  keepOnPiece,
  parseLength,
  speciesLabel,
  type Finding,
  type FindingKind,
  type Grade,
  type Piece,
  type PieceYield,
} from '@aldrek/core';
import { LengthFigure } from '../../drawing/length-figure';
import { Ruler } from '../../drawing/ruler';
import { fitScale, scaleNote } from '../../drawing/scale';
import { widthOf } from '../../drawing/width-of';
import { FindingMark } from '../../drawing/finding-mark';
import { Instruments } from '../../instruments/instruments';
import { Keys } from '../../shell/keys';
import { Ids } from '../../state/ids';
import { ShopStore } from '../../state/shop.store';
import { YieldService } from '../../state/yield.service';
import { PieceInHand } from '../../state/piece-in-hand';
import { RackView } from '../../state/rack-view';
import { FaceView, type FacePoint } from './face-view';
import { FindingFields } from './finding-fields';
import { again, dropped } from './finding-drop';
import { nudged, nudgeSteps, tidied } from './finding-moves';
import { YieldPanel } from './yield-panel';

/** A face is drawn at most this high, px, so that both are in view. */
const FACE_HEIGHT = 190;

/** Inspect: one piece large, both faces, its findings, and what it gives. */
/** Between two questions to the detector, ms. */
const SWEEP_EVERY_MS = 50;

@Component({
  selector: 'al-inspect',
  imports: [Ruler, FaceView, FindingMark, FindingFields, LengthFigure, RouterLink, YieldPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './inspect.html',
  styleUrl: './inspect.scss',
})
export class Inspect {
  readonly pieceId = input<string>();

  protected readonly store = inject(ShopStore);
  private readonly rackView = inject(RackView);
  private readonly yields = inject(YieldService);
  private readonly ids = inject(Ids);
  private readonly router = inject(Router);
  private readonly instruments = inject(Instruments);
  private readonly hand = inject(PieceInHand);
  private sweeping: ReturnType<typeof setTimeout> | undefined;
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');

  protected readonly kinds = FINDING_KINDS.map((kind) => ({ kind, ...findingKindFacts(kind) }));
  protected readonly grades = GRADES.map((grade) => ({
    grade,
    name: GRADE_NAMES[grade],
    about: GRADE_ABOUT[grade],
  }));
  private readonly benchPx = widthOf(this.bench, 860);

  protected readonly piece = computed((): Piece | null => {
    const { pieceById, pieces } = this.store;
    return pieceById().get(this.pieceId() ?? this.rackView.selectedId() ?? '') ?? pieces()[0] ?? null;
  });
  /** A finding on its way under the pointer, not yet kept. */
  private readonly draft = signal<Finding | null>(null);
  protected readonly shown = computed((): Piece | null => {
    const piece = this.piece();
    const draft = this.draft();
    if (piece === null || draft === null) return piece;
    return { ...piece, findings: piece.findings.map((one) => (one.id === draft.id ? draft : one)) };
  });

  private readonly id = computed(() => this.piece()?.id ?? null);
  protected readonly selectedId = linkedSignal<string | null, string | null>({
    source: this.id,
    computation: () => null,
  });
  protected readonly selected = computed(
    () => this.shown()?.findings.find((finding) => finding.id === this.selectedId()) ?? null,
  );
  protected readonly armedKind = signal<FindingKind | null>(null);
  protected readonly dropFace = signal<'A' | 'B'>('A');
  protected readonly grade = signal<Grade>('character');
  protected readonly cursor = linkedSignal<string | null, number>({ source: this.id, computation: () => 0 });
  protected readonly typed = signal('');
  protected readonly school = signal<'crosscutFirst' | 'ripFirst' | null>(null);

  protected readonly result = signal<{ readonly pieceId: string; readonly yield: PieceYield } | null>(null);
  protected readonly given = computed(() => {
    const result = this.result();
    return result?.pieceId === this.id() ? result.yield : null;
  });
  protected readonly drawnSchool = computed(() => {
    const given = this.given();
    return this.school() ?? (given?.better === 'ripFirst' ? 'ripFirst' : 'crosscutFirst');
  });
  protected readonly cuttings = computed(() => this.given()?.[this.drawnSchool()].cuttings ?? []);

  protected readonly pxPerMm = computed(() => {
    const piece = this.piece();
    if (!piece) return 0.3;
    return Math.min(fitScale(piece.length, this.benchPx() - 4), FACE_HEIGHT / fullWidth(piece));
  });
  protected readonly rulerMm = computed(() => (this.benchPx() - 4) / this.pxPerMm());
  protected readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));
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
    return piece.findings.map((finding) => {
      const face = this.given()?.showFace ?? 'A';
      return {
        finding,
        name: findingKindFacts(finding.kind).name,
        where: finding.face === 'through' ? 'through' : `face ${finding.face}`,
        cut: isInTheWay(this.grade(), finding, piece, face),
      };
    });
  });

  constructor() {
    effect(() => {
      const piece = this.shown();
      const grade = this.grade();
      const habits = this.store.habits();
      if (!piece) return;
      this.yields.ask(piece, grade, habits, (result) =>
        this.result.set({ pieceId: piece.id, yield: result }),
      );
    });
    effect(() => {
      const piece = this.piece();
      const at = this.cursor();
      if (this.instruments.link() !== 'on' || !piece) return;
      clearTimeout(this.sweeping);
      // A hand that moves on is not worth an answer for every mm.
      this.sweeping = setTimeout(() => {
        const metal = piece.findings
          .filter(({ kind }) => kind === 'metal')
          .map(({ x, length }) => x + length / 2);
        this.instruments.sweep(piece.tag, piece.length, at, metal);
      }, SWEEP_EVERY_MS);
    });
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.hand.id.set(id);
        if (id !== null) this.rackView.selectedId.set(id);
        this.school.set(null);
        this.typed.set('');
      });
    });
    this.instruments.use({
      cursor: (mm) => this.cursor.set(Math.min(mm, this.piece()?.length ?? 0)),
      moisture: (moisturePct) => {
        const piece = this.piece();
        if (piece) this.store.updatePiece(`moisture of ${piece.tag}`, { ...piece, moisturePct });
      },
    });
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(this.sweeping);
      this.hand.id.set(null);
    });
    this.useKeys();
  }

  protected arm(kind: FindingKind): void {
    this.armedKind.set(this.armedKind() === kind ? null : kind);
  }

  /** The palette with the pointer arms a kind for the face; with the keyboard it drops one at the rule. */
  protected palette(kind: FindingKind, event: MouseEvent): void {
    if (event.detail === 0) this.dropAtRule(kind);
    else this.arm(kind);
  }

  protected placeArmed({ x, y }: FacePoint, face: 'A' | 'B'): void {
    const kind = this.armedKind();
    if (!kind) return;
    this.drop(kind, x, y, face);
    this.armedKind.set(null);
  }

  protected moving(finding: Finding): void {
    this.draft.set(finding);
  }

  protected dropped(finding: Finding): void {
    this.draft.set(null);
    this.keep(`move ${this.nameOf(finding)}`, finding);
  }

  protected keep(label: string, finding: Finding): void {
    const piece = this.piece();
    if (!piece) return;
    const findings = piece.findings.map((one) => (one.id === finding.id ? tidied(finding) : one));
    this.store.updatePiece(`${label} on ${piece.tag}`, { ...piece, findings });
  }

  protected changed(finding: Finding): void {
    const piece = this.piece();
    if (!piece) return;
    this.keep(`edit ${this.nameOf(finding)}`, keepOnPiece(finding, piece.length, fullWidth(piece)));
  }

  protected nameOf(finding: Finding): string {
    return findingKindFacts(finding.kind).name;
  }

  protected removeInHand(): void {
    this.removeSelected();
  }

  private remove(finding: Finding): void {
    const piece = this.piece();
    if (!piece) return;
    const index = piece.findings.indexOf(finding);
    const findings = piece.findings.filter((one) => one.id !== finding.id);
    this.store.updatePiece(`delete ${this.nameOf(finding)} on ${piece.tag}`, {
      ...piece,
      findings,
    });
    this.selectedId.set((findings[index] ?? findings[index - 1])?.id ?? null);
  }

  protected go(step: -1 | 1): void {
    const pieces = this.store.pieces();
    const at = pieces.findIndex((piece) => piece.id === this.id());
    const next = pieces[(at + step + pieces.length) % pieces.length];
    if (next) void this.router.navigate(['/inspect', next.id]);
  }

  protected jump(field: HTMLInputElement): void {
    const wanted = field.value.trim().toLowerCase();
    const piece = this.store.pieces().find((one) => one.tag.toLowerCase() === wanted);
    field.setCustomValidity(piece || wanted === '' ? '' : `No piece bears the tag ${field.value.trim()}`);
    field.reportValidity();
    if (!piece) return;
    field.value = '';
    field.blur();
    void this.router.navigate(['/inspect', piece.id]);
  }

  private dropAtRule(kind: FindingKind): void {
    const piece = this.piece();
    if (!piece) return;
    this.applyTyped();
    this.drop(kind, this.cursor(), fullWidth(piece) / 2, this.dropFace());
  }

  private drop(kind: FindingKind, x: number, y: number, face: 'A' | 'B'): void {
    const piece = this.piece();
    if (piece) this.add(piece, dropped(this.ids.next(), kind, x, y, face, piece));
  }

  /** The selected finding once more, at the rule. */
  private again(): boolean {
    const piece = this.piece();
    const finding = this.selected();
    if (!piece || !finding) return false;
    this.applyTyped();
    this.add(piece, again(this.ids.next(), finding, this.cursor(), piece));
    return true;
  }

  private add(piece: Piece, finding: Finding): void {
    const findings = [...piece.findings, finding];
    this.store.updatePiece(`${this.nameOf(finding)} on ${piece.tag}`, { ...piece, findings });
    this.selectedId.set(finding.id);
  }

  private applyTyped(): boolean {
    const piece = this.piece();
    if (this.typed() === '' || !piece) return false;
    const length = parseLength(this.typed(), this.store.unit());
    this.typed.set('');
    if (!length.ok) return false;
    this.cursor.set(Math.min(piece.length, length.value));
    return true;
  }

  private arrow(event: KeyboardEvent): boolean {
    const piece = this.piece();
    if (!piece) return false;
    const { usual, fine } = nudgeSteps(this.store.unit());
    const step = event.altKey ? fine : usual;
    const finding = this.selected();
    if (finding) {
      const moved = nudged(finding, event.key, step, event.shiftKey, piece);
      if (moved) this.keep(`${event.shiftKey ? 'stretch' : 'nudge'} ${this.nameOf(finding)}`, moved);
      return moved !== null;
    }
    const by = { ArrowLeft: -step, ArrowRight: step }[event.key];
    if (by === undefined) return false;
    this.cursor.set(Math.min(piece.length, Math.max(0, this.cursor() + by)));
    return true;
  }

  private useKeys(): void {
    const digits = Array.from('0123456789./');
    inject(Keys).use({
      title: 'Inspect',
      bindings: [
        {
          keys: digits,
          shown: '0–9',
          does: 'type a distance; Enter puts the rule there',
          run: (event) => this.type(event),
        },
        { keys: ['Enter'], shown: 'Enter', does: 'rule to the typed distance', run: () => this.applyTyped() },
        {
          keys: ['Backspace'],
          shown: 'Backspace',
          does: 'take back a typed figure',
          run: () => this.untype(),
        },
        {
          keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
          shown: '← → ↑ ↓',
          does: 'nudge the finding, or the rule (Alt: finely; Shift: stretch)',
          run: (event) => this.arrow(event),
        },
        { keys: ['q'], shown: 'Q', does: 'the same finding again at the rule', run: () => this.again() },
        {
          keys: ['p'],
          shown: 'P',
          does: 'drop on face A or B',
          run: () => this.dropFace.set(this.dropFace() === 'A' ? 'B' : 'A'),
        },
        { keys: ['Delete'], shown: 'Delete', does: 'delete the finding', run: () => this.removeSelected() },
        { keys: ['Escape'], shown: 'Esc', does: 'let go', run: () => this.letGo() },
        { keys: ['['], shown: '[', does: 'piece before', run: () => this.go(-1) },
        { keys: [']'], shown: ']', does: 'next piece', run: () => this.go(1) },
        ...this.kinds.map(({ kind, key, name }) => ({
          keys: [key.toLowerCase()],
          shown: key,
          does: `${name} at the rule`,
          run: () => this.dropAtRule(findingKindByKey(key) ?? kind),
        })),
      ],
    });
  }

  private type(event: KeyboardEvent): boolean {
    if (!this.piece() || event.altKey) return false;
    if (event.key === '/' && this.typed() === '') return false;
    this.typed.update((typed) => typed + event.key);
    return true;
  }

  private untype(): boolean {
    if (this.typed() === '') return this.removeSelected();
    this.typed.update((typed) => typed.slice(0, -1));
    return true;
  }

  private removeSelected(): boolean {
    const finding = this.piece()?.findings.find((one) => one.id === this.selectedId());
    if (!finding) return false;
    this.remove(finding);
    return true;
  }

  private letGo(): undefined {
    this.armedKind.set(null);
    this.typed.set('');
    this.selectedId.set(null);
  }
}
