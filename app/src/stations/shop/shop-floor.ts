import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { Router, RouterLink } from '@angular/router';
import { speciesLabel, type DaySetUp, type Piece, type Project } from '@aldrek/core';
import { PlanBoard } from '../../drawing/plan-board';
import { fitScale, scaleNote } from '../../drawing/scale';
import { widthOf } from '../../drawing/width-of';
import { Hint } from '../../first-job/hint';
import { LengthFigure } from '../../format/length-figure';
import { volumeInDm3 } from '../../format/measures';
import { bound, Keys } from '../../keys/keys';
import { Notices } from '../../notices/notices';
import { Planning } from '../../planning/planning';
import { FloorActions } from '../../shop-store/floor-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { FloorView } from './floor-view';
import { PartsInHand } from './parts-in-hand';
import { RouteSteps } from './route-steps';
import { ScreenAwake } from './screen-awake';
import { SHOP_KEYS } from './shop-keys';

const NO_THEIRS: ReadonlyMap<string, string> = new Map();

/** The saw that makes a set-up, and what is set on it. */
const SAW_NAMES: Readonly<Record<DaySetUp['kind'], Readonly<Record<NonNullable<DaySetUp['way']>, string>>>> =
  {
    rip: {
      through: 'Table saw, fence',
      'both-faces': 'Table saw, fence, from both faces',
      'turned-over': 'Table saw, fence, turned over',
      bandsaw: 'Bandsaw, fence',
      hand: 'Rip saw, by hand, line',
    },
    crosscut: {
      through: 'Crosscut, stop',
      'both-faces': 'Crosscut, stop, from both faces',
      'turned-over': 'Crosscut, stop, turned over',
      bandsaw: 'Bandsaw across, line',
      hand: 'Crosscut saw, by hand, line',
    },
  };

/** Shop: what accepted plans ask of the day, board by board and set-up by set-up, and what has come of it. */
@Component({
  selector: 'al-shop-floor',
  imports: [
    Hint,
    LengthFigure,
    MatButton,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    MatSlideToggle,
    PartsInHand,
    PlanBoard,
    RouteSteps,
    RouterLink,
  ],
  providers: [FloorView, ScreenAwake],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shop-floor.html',
  styleUrl: './shop-floor.scss',
})
export class ShopFloor {
  protected readonly store = inject(ShopStore);
  protected readonly view = inject(FloorView);
  protected readonly awake = inject(ScreenAwake);
  private readonly actions = inject(FloorActions);
  private readonly planning = inject(Planning);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');
  private readonly benchPx = widthOf(this.bench, 700);

  protected readonly none = NO_THEIRS;
  protected readonly matching = signal<string | null>(null);
  protected readonly pxPerMm = computed(() => {
    const longest = this.view.boards()[0]?.piece.length ?? 1000;
    return fitScale(Math.max(600, longest), Math.max(200, this.benchPx() - 8));
  });
  protected readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));
  protected readonly setUps = computed(() =>
    this.view.day().setUps.map((setUp, i) => ({
      ...setUp,
      key: `${i} ${setUp.kind} ${setUp.atMm}`,
      name:
        setUp.way === null
          ? 'No saw of this shop: have it cut, or by hand'
          : SAW_NAMES[setUp.kind][setUp.way],
      cuts: setUp.cuts.map(({ tag, number, workpiece }) => ({
        tag,
        what: workpiece === 'the board' ? `cut ${number}` : `cut ${number}, ${workpiece}`,
      })),
    })),
  );
  protected readonly wood = computed(() => {
    const { foundM3, onRackM3, partsM3, wasteM3, kerfM3 } = this.view.balance();
    const text = (m3: number): string => volumeInDm3(m3, this.store.unit());
    return {
      found: text(foundM3),
      rows: [
        { name: 'on the rack', text: text(onRackM3) },
        { name: 'parts in hand', text: text(partsM3) },
        { name: 'waste', text: text(wasteM3) },
        { name: 'sawdust', text: text(kerfM3) },
      ],
    };
  });

  constructor() {
    inject(Keys).use({
      title: 'Shop',
      bindings: bound(SHOP_KEYS, {
        saw: () => {
          const [board] = this.view.boards();
          if (!board) return false;
          this.saw(board.piece);
          return true;
        },
        print: () => this.print(),
      }),
    });
  }

  protected saw(piece: Piece): void {
    const offcuts = this.actions.saw(piece);
    if (offcuts === null) return;
    const [first, ...more] = offcuts.map(({ tag }) => tag);
    this.notices.undoable(
      first === undefined
        ? `${piece.tag} is sawn.`
        : `${piece.tag} is sawn; ${[first, ...more].join(', ')} went on the rack. Label ${more.length === 0 ? 'it' : 'them'}.`,
    );
  }

  /** Labels of the offcuts that the last boards gave. */
  protected labelOffcuts(): void {
    const made = this.store.entries().flatMap(({ gave }) => gave.pieces.map(({ id }) => id));
    const there = made.filter((id) => this.store.pieceById().has(id));
    void this.router.navigate(['/labels'], { queryParams: { of: there.join(',') } });
  }

  protected readonly hasOffcuts = computed(() => this.view.balance().offcutsM3 > 0);

  protected async matchRest(project: Project): Promise<void> {
    if (this.matching() !== null) return;
    this.matching.set(project.id);
    try {
      const found = await this.planning.rest(project.id);
      if (!found || found.cuts.length === 0) {
        this.notices.say(
          `Nothing on the rack takes what is missing of ${project.name}. Projects shows ways out.`,
        );
        return;
      }
      this.actions.keepRest(project, found);
    } finally {
      this.matching.set(null);
    }
  }

  protected called(piece: Piece): string {
    return `${speciesLabel(piece)} ${piece.name}`.trim();
  }

  protected print(): void {
    window.print();
  }
}
