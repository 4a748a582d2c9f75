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
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { MatProgressBar } from '@angular/material/progress-bar';
import {
  cautionsFor,
  formatLength,
  fullWidth,
  GRADE_NAMES,
  GRADES,
  speciesLabel,
  type Grade,
  type Piece,
} from '@aldrek/core/wood';
import { SCHOOL_NAMES } from '@aldrek/core/yield';
import { LengthFigure } from '../../format/length-figure';
import { areaText, volumeInDm3, volumeText } from '../../format/measures';
import { Ruler } from '../../drawing/ruler';
import { fitScale, scaleNote } from '../../drawing/scale';
import { widthOf } from '../../drawing/width-of';
import { WoodFace } from '../../drawing/wood-face';
import { PieceActions } from '../../shop-store/piece-actions';
import { RackFigures } from '../../estimates/rack-figures';
import { ShopStore } from '../../shop-store/shop.store';
import type { PieceFigures } from '../../estimates/figures';
import { classText, PLANED_CLASSES, stockTotals, type TotalRow } from './stock-totals';
import { atOnce } from '../../turns/turns';
import { unknowns } from './rack-totals';
import { ToggleField } from '../../ui/toggle-field';

/** More pieces than this are listed without being drawn. */
const MOST_DRAWN = 60;

/** Pieces side by side under one ruler with all that they give, and what they give in all. */
@Component({
  selector: 'al-compare-page',
  imports: [
    MatButton,
    MatTableModule,
    MatSortModule,
    LengthFigure,
    RouterLink,
    Ruler,
    WoodFace,
    MatProgressBar,
    ToggleField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'scrolls' },
  templateUrl: './compare-page.html',
  styleUrl: './compare-page.scss',
})
export class ComparePage {
  /** Ids from the address; all pieces without them. */
  readonly of = input<string>();

  protected readonly store = inject(ShopStore);
  protected readonly rack = inject(RackFigures);
  private readonly actions = inject(PieceActions);
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');
  private readonly benchPx = widthOf(this.bench, 900);

  protected readonly grades = GRADES.map((grade) => ({ value: grade, name: GRADE_NAMES[grade] }));
  protected readonly pieces = computed(() => {
    const asked = this.of()?.split(',');
    if (!asked) return this.store.pieces();
    return asked.flatMap((id) => this.store.pieceById().get(id) ?? []);
  });
  private readonly longest = computed(() =>
    this.pieces().reduce((most, { length }) => Math.max(most, length), 300),
  );
  protected readonly pxPerMm = computed(() => fitScale(this.longest(), Math.max(120, this.benchPx() - 4)));
  protected readonly rulerMm = computed(() => (this.benchPx() - 4) / this.pxPerMm());
  protected readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));

  /** Of the pieces side by side, how many nobody has been over with a detector. */
  protected readonly unscanned = computed(() => atOnce(unknowns(this.pieces())).unscanned);
  protected readonly rows = computed(() => {
    const figures = this.rack.figures();
    return this.pieces()
      .slice(0, MOST_DRAWN)
      .map((piece) => this.rowOf(piece, figures.get(piece.id)));
  });
  protected readonly undrawn = computed(() => this.pieces().length - this.rows().length);

  protected readonly classes = computed(() =>
    PLANED_CLASSES.map((_, i) => classText(i, (mm) => formatLength(mm, this.store.unit()))),
  );
  protected readonly columns = computed(() => ['species', ...this.classes(), 'area', 'volume']);
  /** By which column the totals stand; as they come while none is chosen. */
  protected readonly sort = signal<Sort>({ active: '', direction: '' });
  protected readonly totals = computed(() => {
    const unit = this.store.unit();
    const rows = sortedBy(stockTotals(this.pieces(), this.rack.figures()), this.sort(), this.classes());
    return rows.map(({ species, cells, all }) => ({
      species,
      cells: cells.map((cell) => (cell === null ? null : areaText(cell.areaM2, unit, 2))),
      area: areaText(all.areaM2, unit, 2),
      volume: volumeText(all.volumeM3, unit),
    }));
  });

  constructor() {
    effect(() => this.rack.asked.set(this.pieces()));
    inject(DestroyRef).onDestroy(() => this.rack.asked.set(null));
  }

  protected regrade(grade: Grade): void {
    this.rack.grade.set(grade);
  }

  private rowOf(piece: Piece, given: PieceFigures | undefined) {
    const scale = this.pxPerMm();
    const [width, height] = [piece.length * scale, fullWidth(piece) * scale];
    const boxes = (given?.cuttings ?? []).map((cut) => ({
      x: cut.x * scale,
      y: cut.y * scale,
      w: cut.length * scale,
      h: cut.width * scale,
    }));
    // What is common to many is counted below the heading.
    const [caution] = cautionsFor(piece).filter(({ counted }) => counted !== true);
    return {
      piece,
      width: width + 2,
      height: height + 2,
      boxes,
      called: `${speciesLabel(piece)} ${piece.name}`.trim(),
      caution: caution?.danger.split(':')[0] ?? '',
      given: given ? this.figuresOf(piece, given) : null,
    };
  }

  private figuresOf(piece: Piece, given: PieceFigures) {
    const unit = this.store.unit();
    const { sure } = this.actions.sureOf(piece, given.volumeM3);
    const bare = (m3: number): string => volumeInDm3(m3, unit).replace(/ .*$/, '');
    return {
      share: Math.round(given.share * 100),
      thick: Math.floor(given.thicknessWhole * 10) / 10,
      longest: given.longest,
      area: areaText(given.areaMm2 / 1e6, unit, 3),
      sure: `${bare(sure.low)} – ${bare(sure.likely)} – ${volumeInDm3(sure.high, unit)}`,
      school: given.better === 'same' ? 'either order' : SCHOOL_NAMES[given.better],
    };
  }
}

/** Rows of totals by one of their columns, named as on screen. */
function sortedBy(
  rows: readonly TotalRow[],
  { active, direction }: Sort,
  classes: readonly string[],
): readonly TotalRow[] {
  if (direction === '') return rows;
  const up = direction === 'asc' ? 1 : -1;
  const figure = ({ cells, all }: TotalRow): number =>
    active === 'area'
      ? all.areaM2
      : active === 'volume'
        ? all.volumeM3
        : (cells[classes.indexOf(active)]?.areaM2 ?? 0);
  return [...rows].sort(
    (a, b) => up * (active === 'species' ? a.species.localeCompare(b.species) : figure(a) - figure(b)),
  );
}
