import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MatAccordion,
  MatExpansionPanel,
  MatExpansionPanelContent,
  MatExpansionPanelHeader,
} from '@angular/material/expansion';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { Router, RouterLink } from '@angular/router';
import { balanceOfFind } from '@aldrek/core/floor';
import { fitScale, scaleNote } from '../../drawing/scale';
import { widthOf } from '../../drawing/width-of';
import { Hint } from '../../first-job/hint';
import { LengthFigure } from '../../format/length-figure';
import { volumeInDm3 } from '../../format/measures';
import { bound, Keys } from '../../keys/keys';
import { Notices } from '../../notices/notices';
import { FloorActions } from '../../shop-store/floor-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { ClockList } from '../../clocks/clock-list';
import { renewedByPortions } from '../../ui/by-frames';
import { ChoiceField } from '../../ui/choice-field';
import { BoardCard, sawnInWords } from './board-card';
import { CautionsSeen } from './cautions-seen';
import { DaySheet } from './day-sheet';
import { FloorView } from './floor-view';
import { PartsInHand } from './parts-in-hand';
import { ProjectCard } from './project-card';
import { ScreenAwake } from './screen-awake';
import { SetUpCard } from './set-up-card';
import { SHOP_KEYS } from './shop-keys';
import { WaitingPanel } from './waiting-panel';
import { WastePanel } from './waste-panel';
import { minutesText } from './words';

const LARGE_KEY = 'aldrek.shop-large';
/** So many set-ups stand open from the start; the rest opens when it is touched. */
const OPEN_AT_FIRST = 1;

/** In hand, wood, boards, what waits, parts and waste. */
const TURNS = 5;

const SET_UPS_SHOWN = 12;
const BOARDS_SHOWN = 4;
const PROJECTS_SHOWN = 6;

/** Shop: what accepted plans ask of the day, set-up by set-up and board by board, and what has come of it. */
@Component({
  selector: 'al-shop-floor',
  imports: [
    BoardCard,
    ChoiceField,
    ClockList,
    DaySheet,
    Hint,
    LengthFigure,
    MatAccordion,
    MatButton,
    MatExpansionPanel,
    MatExpansionPanelContent,
    MatExpansionPanelHeader,
    MatSlideToggle,
    PartsInHand,
    ProjectCard,
    RouterLink,
    SetUpCard,
    WaitingPanel,
    WastePanel,
  ],
  providers: [FloorView, ScreenAwake],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'scrolls' },
  templateUrl: './shop-floor.html',
  styleUrl: './shop-floor.scss',
})
export class ShopFloor {
  protected readonly store = inject(ShopStore);
  protected readonly view = inject(FloorView);
  protected readonly awake = inject(ScreenAwake);
  protected readonly seen = inject(CautionsSeen);
  private readonly actions = inject(FloorActions);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');
  private readonly benchPx = widthOf(this.bench, 700);

  protected readonly printing = signal(false);
  /** The day comes first; what is in hand, boards, and parts with waste are drawn in turns of their own after it. */
  protected readonly drawn = signal(0);
  protected readonly large = signal(localStorage.getItem(LARGE_KEY) === 'yes');
  protected readonly find = signal<string | null>(null);
  /** Set-ups that were opened or closed by hand. */
  private readonly byHand = signal<ReadonlyMap<string, boolean>>(new Map());

  protected readonly pxPerMm = computed(() => {
    const longest = this.view.boards()[0]?.piece.length ?? 1000;
    return fitScale(Math.max(600, longest), Math.max(200, this.benchPx() - 8));
  });
  protected readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));
  /** All workpieces of the day on one scale, beside their ticks and names. */
  protected readonly stepScale = computed(() => {
    const steps = this.view.floor()?.day.setUps.flatMap((setUp) => setUp.steps) ?? [];
    const longest = steps.reduce((most, { size }) => Math.max(most, size.length), 600);
    return fitScale(longest, Math.max(120, this.benchPx() * 0.5));
  });

  protected readonly setUps = computed(() => {
    const all = this.view.floor()?.day.setUps ?? [];
    const firstOver = all.findIndex(({ fits }) => !fits);
    return all.map((setUp, i) => {
      const names = setUp.steps.slice(0, 6).map(({ name }) => name);
      const more = setUp.steps.length - names.length;
      return {
        ...setUp,
        title: SetUpCard.title(setUp),
        about: minutesText(setUp.minutes),
        names: [...new Set(names)].join(', ') + (more > 0 ? ` and ${more} more` : ''),
        firstOver: i === firstOver,
      };
    });
  });

  /** Of a long day the beginning is shown, until all of it is asked for: nobody reads two hundred set-ups. */
  protected readonly allSetUps = signal(false);
  protected readonly allBoards = signal(false);
  protected readonly allProjects = signal(false);
  /** A few more in each frame, so that no frame waits for all. */
  private readonly limit = (all: boolean, most: number): number => (all ? Infinity : most);
  protected readonly shownProjects = renewedByPortions(
    computed(() =>
      this.drawn() < 1 ? [] : this.view.projects().slice(0, this.limit(this.allProjects(), PROJECTS_SHOWN)),
    ),
    ({ project }) => project.id,
    2,
  );
  protected readonly shownSetUps = renewedByPortions(
    computed(() => this.setUps().slice(0, this.limit(this.allSetUps(), SET_UPS_SHOWN))),
    ({ id }) => id,
    3,
  );
  protected readonly shownBoards = renewedByPortions(
    computed(() =>
      this.drawn() < 3 ? [] : this.view.boards().slice(0, this.limit(this.allBoards(), BOARDS_SHOWN)),
    ),
    ({ piece }) => piece.id,
    1,
  );
  protected readonly more = computed(() => ({
    projects: this.allProjects() ? 0 : this.view.projects().length - PROJECTS_SHOWN,
    setUps: this.allSetUps() ? 0 : this.setUps().length - SET_UPS_SHOWN,
    boards: this.allBoards() ? 0 : this.view.boards().length - BOARDS_SHOWN,
  }));

  protected readonly hours = computed(() => {
    const day = this.view.floor()?.day;
    const fits = (day?.setUps ?? []).reduce((sum, setUp) => sum + (setUp.fits ? setUp.minutes : 0), 0);
    return {
      fits: minutesText(fits),
      own: day === undefined || day.ownMinutes === 0 ? null : minutesText(day.ownMinutes),
      all: minutesText(day?.minutes ?? 0),
    };
  });

  protected readonly finds = computed(() => this.store.finds().map(({ id, name }) => ({ value: id, name })));
  protected readonly wood = computed(() => {
    const find = this.find();
    const balance =
      find === null ? this.view.balance() : balanceOfFind(this.store.pieces(), this.store.entries(), find);
    const text = (m3: number): string => volumeInDm3(m3, this.store.unit());
    return {
      found: text(balance.foundM3),
      rows: [
        { name: 'on the rack', text: text(balance.onRackM3) },
        { name: 'of that, offcuts', text: text(balance.offcutsM3) },
        { name: 'parts', text: text(balance.partsM3) },
        { name: 'waste', text: text(balance.wasteM3) },
        { name: 'dust and shavings', text: text(balance.kerfM3) },
      ],
    };
  });

  constructor() {
    const next = (turn: number): void => {
      this.drawn.set(turn);
      if (turn < TURNS) setTimeout(() => next(turn + 1));
    };
    afterNextRender(() => setTimeout(() => next(1)));
    inject(Keys).use({
      title: 'Shop',
      bindings: bound(SHOP_KEYS, {
        saw: () => this.sawFirst(),
        print: () => this.print(),
      }),
    });
  }

  private sawFirst(): boolean {
    const [board] = this.view.boards();
    if (board && this.actions.gatesOf(board.piece).length > 0) {
      this.notices.say(
        `${board.piece.tag} is not scanned: no blade before the detector. Press Sawn on its board.`,
      );
      return true;
    }
    const offcuts = board && this.actions.saw(board.piece);
    if (!board || !offcuts) return false;
    this.notices.undoable(sawnInWords(board.piece, offcuts));
    return true;
  }

  protected isOpen(id: string, index: number): boolean {
    return this.byHand().get(id) ?? index < OPEN_AT_FIRST;
  }

  protected opened(id: string, open: boolean): void {
    this.byHand.set(new Map([...this.byHand(), [id, open]]));
  }

  protected setLarge(large: boolean): void {
    this.large.set(large);
    localStorage.setItem(LARGE_KEY, large ? 'yes' : 'no');
  }

  /** Labels of the offcuts that lie on the rack. */
  protected labelOffcuts(): void {
    const made = this.store
      .entries()
      .flatMap(({ kind, gave }) => (kind === 'broken-down' ? [] : gave.pieces.map(({ id }) => id)));
    const there = made.filter((id) => this.store.pieceById().has(id));
    void this.router.navigate(['/labels'], { queryParams: { of: there.join(',') } });
  }

  protected readonly hasOffcuts = computed(() => this.view.balance().offcutsM3 > 0);

  /** The sheet takes the place of the station until it is printed. */
  protected print(): void {
    this.printing.set(true);
    addEventListener('afterprint', () => this.printing.set(false), { once: true });
    setTimeout(() => window.print());
  }
}
