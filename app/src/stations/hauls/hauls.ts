import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatTabNav, MatTabNavPanel, MatTabLink } from '@angular/material/tabs';
import { MatListItem, MatNavList, MatListItemTitle, MatListItemLine } from '@angular/material/list';
import {
  breakdownOf,
  FIND_KINDS,
  LEAVE_NAMES,
  OUTCOME_NAMES,
  screen,
  type FindKind,
} from '@aldrek/core/wood';
import { ownRecord } from '@aldrek/core/yield';
import { dayText } from '../../format/day-text';
import { Keys } from '../../keys/keys';
import { ShopFiles } from '../../files/shop-files';
import { HaulActions } from '../../shop-store/haul-actions';
import { HaulView } from '../../in-hand/haul-view';
import { ShopStore } from '../../shop-store/shop.store';
import { FindBench } from './find-bench';
import { FindScreening } from './find-screening';
import { HaulDetails } from './haul-details';
import { HaulHand } from './haul-hand';
import { HaulWorth } from './haul-worth';
import { Hint } from '../../first-job/hint';

/** Hauls: from the find to pieces on the rack. */
@Component({
  selector: 'al-hauls',
  imports: [
    MatButton,
    RouterLink,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    HaulDetails,
    FindBench,
    FindScreening,
    HaulWorth,
    MatTabNav,
    MatTabNavPanel,
    MatTabLink,
    Hint,
    MatListItem,
    MatNavList,
    MatListItemTitle,
    MatListItemLine,
  ],
  providers: [HaulHand],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'scrolls' },
  templateUrl: './hauls.html',
  styleUrl: './hauls.scss',
})
export class Hauls {
  /** From the address. */
  readonly haulId = input<string>();

  protected readonly store = inject(ShopStore);
  protected readonly record = computed(() => ownRecord(this.store.finds(), this.store.milled()));
  protected readonly files = inject(ShopFiles);
  protected readonly actions = inject(HaulActions);
  protected readonly view = inject(HaulView);
  protected readonly hand = inject(HaulHand);
  protected readonly haul = this.hand.haul;
  protected readonly find = this.hand.find;
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  private readonly bench = viewChild(FindBench);

  protected readonly kinds = FIND_KINDS;
  protected readonly ownKinds = computed(() => this.store.shop().settings.ownKinds);
  protected readonly detailed = signal(false);

  protected readonly about = computed(() => {
    const haul = this.haul();
    if (!haul) return '';
    const { currency } = this.store.trade();
    const by = haul.leaveBy === '' ? '' : `, ${haul.leaveBy}`;
    const leave =
      haul.leaveHow === 'not-asked'
        ? 'permission not asked yet'
        : haul.leaveHow === 'own'
          ? `own wood${by}`
          : `permission ${LEAVE_NAMES[haul.leaveHow]}${by}`;
    return [
      dayText(haul.date),
      leave,
      `${currency} ${haul.price}`,
      `${haul.distanceKm} km`,
      `${haul.hours} h`,
    ].join(' · ');
  });

  /** On a phone the look and the calculation are far down: this line says how they stand, and leads there. */
  protected readonly lookText = computed(() => {
    const find = this.find();
    if (!find) return '';
    const { outcome, open } = screen(find);
    const asks = open.length === 0 ? '' : `, ${open.length} to look at`;
    return `${OUTCOME_NAMES[outcome]}${asks}`;
  });

  protected readonly otherNames = computed(() => {
    const own = this.find()?.id;
    return new Set(this.store.finds().flatMap((find) => (find.id === own ? [] : [find.name])));
  });
  protected readonly places = computed(() =>
    [
      ...new Set([...this.store.shop().settings.places.map(({ name }) => name), ...this.placesInUse()]),
    ].sort(),
  );
  private readonly placesInUse = computed(() =>
    this.store.pieces().flatMap(({ place }) => (place === '' ? [] : [place])),
  );
  protected readonly onRack = computed(() => {
    const id = this.find()?.id;
    return this.store.pieces().filter((piece) => piece.origin?.findId === id).length;
  });

  constructor() {
    effect(() => this.hand.askedId.set(this.haulId()));
    effect(() => {
      const haul = this.haul();
      untracked(() => this.view.haulId.set(haul?.id ?? null));
    });
    inject(Keys).use({
      title: 'Hauls',
      bindings: [
        { keys: ['n'], shown: 'N', does: 'new haul', run: () => this.create() },
        { keys: ['b'], shown: 'B', does: 'break the find down', run: () => this.hand.breakDown() },
        { keys: ['a'], shown: 'A', does: 'apart or together', run: () => this.bench()?.toggleApart() },
        { keys: ['j'], shown: 'J', does: 'next find', run: () => this.hand.step(1) },
        { keys: ['k'], shown: 'K', does: 'find before', run: () => this.hand.step(-1) },
      ],
    });
  }

  protected kindName(kind: FindKind): string {
    return breakdownOf(kind).name;
  }

  protected create(): void {
    const id = this.actions.create('');
    this.view.findId.set(null);
    this.detailed.set(true);
    void this.router.navigate(['/hauls', id]);
    setTimeout(() => document.querySelector<HTMLInputElement>('#haul-place input')?.focus());
  }

  protected async openTrade(): Promise<void> {
    const { TradeSheet } = await import('./trade-sheet');
    const find = this.find();
    this.dialog.open(TradeSheet, {
      maxWidth: '640px',
      data: {
        species: [...new Set((this.haul()?.finds ?? []).map(({ species }) => species))],
        kind: find?.kind ?? null,
      },
    });
  }

  protected toLook(): void {
    document.querySelector('al-find-screening')?.scrollIntoView({ block: 'start' });
  }
}
