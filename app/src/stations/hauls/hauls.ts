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
import {
  breakdownOf,
  FIND_KINDS,
  LEAVE_NAMES,
  OUTCOME_NAMES,
  screen,
  type Find,
  type FindKind,
  type Haul,
  type HaulReason,
  type OwnKind,
  ownRecord,
} from '@aldrek/core';
import { dayText } from '../../drawing/day-text';
import { Keys } from '../../shell/keys';
import { Notices } from '../../shell/notices';
import { ShopFiles } from '../../files/shop-files';
import { HaulActions } from '../../state/haul-actions';
import { HaulView } from '../../state/haul-view';
import { RackView } from '../../state/rack-view';
import { ShopStore } from '../../state/shop.store';
import { FindBench } from './find-bench';
import { FindScreening } from './find-screening';
import { HaulDetails } from './haul-details';
import { HaulWorth } from './haul-worth';

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
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
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
  private readonly rackView = inject(RackView);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  private readonly notices = inject(Notices);
  private readonly bench = viewChild(FindBench);

  protected readonly kinds = FIND_KINDS;
  protected readonly ownKinds = computed(() => this.store.shop().settings.ownKinds);
  protected readonly detailed = signal(false);

  /** The newest trip first. */
  protected readonly rows = computed(() =>
    [...this.store.hauls()]
      .sort((a, b) => b.date.localeCompare(a.date) || b.id.localeCompare(a.id))
      .map((haul) => {
        const open = haul.finds.filter((find) => find.brokenDown === undefined).length;
        const finds = haul.finds.length === 1 ? '1 find' : `${haul.finds.length} finds`;
        const state = haul.finds.length > 0 && open === 0 ? '' : open > 0 ? `${open} to decide` : 'empty';
        return { haul, finds, state, date: dayText(haul.date) };
      }),
  );

  protected readonly haul = computed(
    (): Haul | null =>
      this.store.haulById().get(this.haulId() ?? this.view.haulId() ?? '') ?? this.rows()[0]?.haul ?? null,
  );
  protected readonly find = computed((): Find | null => {
    const finds = this.haul()?.finds ?? [];
    return finds.find(({ id }) => id === this.view.findId()) ?? finds[0] ?? null;
  });
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
    effect(() => {
      const haul = this.haul();
      untracked(() => this.view.haulId.set(haul?.id ?? null));
    });
    inject(Keys).use({
      title: 'Hauls',
      bindings: [
        { keys: ['n'], shown: 'N', does: 'new haul', run: () => this.create() },
        { keys: ['b'], shown: 'B', does: 'break the find down', run: () => this.breakDown() },
        { keys: ['a'], shown: 'A', does: 'apart or together', run: () => this.bench()?.toggleApart() },
        { keys: ['j'], shown: 'J', does: 'next find', run: () => this.step(1) },
        { keys: ['k'], shown: 'K', does: 'find before', run: () => this.step(-1) },
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

  protected add(haul: Haul, kind: FindKind): void {
    this.view.findId.set(this.actions.addFind(haul, kind));
    this.detailed.set(false);
  }

  protected addOwn(haul: Haul, own: OwnKind): void {
    this.view.findId.set(this.actions.addFind(haul, own.kind, own));
    this.detailed.set(false);
  }

  protected remove(haul: Haul): void {
    this.actions.remove(haul);
    this.notices.undoable(`Deleted the haul from ${haul.place || 'a place without a name'}.`);
    void this.router.navigate(['/hauls']);
  }

  protected removeFind(haul: Haul, find: Find): void {
    this.actions.removeFind(haul, find);
    this.notices.undoable(`Deleted ${find.name}.`);
  }

  protected breakDown(): boolean {
    const [haul, find] = [this.haul(), this.find()];
    if (!haul || !find || find.brokenDown !== undefined) return false;
    const ids = this.actions.breakDown(haul, find);
    const first = ids[0];
    if (first !== undefined) this.rackView.selectedId.set(first);
    const what = ids.length === 1 ? '1 piece is' : `${ids.length} pieces are`;
    this.notices.undoable(ids.length === 0 ? `${find.name} is set aside.` : `${what} on the rack.`);
    return true;
  }

  protected toRack(find: Find): void {
    this.rackView.query.set(find.name);
    this.rackView.by.set('find');
    void this.router.navigate(['/rack']);
  }

  protected setReasons(haul: Haul, reasons: readonly HaulReason[]): void {
    this.actions.update(`reasons for ${haul.place}`, { ...haul, reasons: [...reasons] });
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

  private step(by: 1 | -1): boolean {
    const finds = this.haul()?.finds ?? [];
    const at = finds.findIndex(({ id }) => id === this.find()?.id);
    const next = finds[at + by];
    if (!next) return false;
    this.view.findId.set(next.id);
    return true;
  }
}
