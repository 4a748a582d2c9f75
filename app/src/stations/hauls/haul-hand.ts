import { computed, inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { Find, FindKind, Haul, HaulReason, OwnKind } from '@aldrek/core/wood';
import { dayText } from '../../format/day-text';
import { HaulView } from '../../in-hand/haul-view';
import { RackView } from '../../in-hand/rack-view';
import { Notices } from '../../notices/notices';
import { HaulActions } from '../../shop-store/haul-actions';
import { ShopStore } from '../../shop-store/shop.store';

/** Which haul and which of its finds is looked at, and what is done with them. */
@Injectable()
export class HaulHand {
  private readonly store = inject(ShopStore);
  private readonly actions = inject(HaulActions);
  private readonly view = inject(HaulView);
  private readonly rackView = inject(RackView);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  /** From the address. */
  readonly askedId = signal<string | undefined>(undefined);

  /** The newest trip first. */
  readonly rows = computed(() =>
    [...this.store.hauls()]
      .sort((a, b) => b.date.localeCompare(a.date) || b.id.localeCompare(a.id))
      .map((haul) => {
        const open = haul.finds.filter((find) => find.brokenDown === undefined).length;
        const finds = haul.finds.length === 1 ? '1 find' : `${haul.finds.length} finds`;
        const state = haul.finds.length > 0 && open === 0 ? '' : open > 0 ? `${open} to decide` : 'empty';
        return { haul, finds, state, date: dayText(haul.date) };
      }),
  );

  readonly haul = computed(
    (): Haul | null =>
      this.store.haulById().get(this.askedId() ?? this.view.haulId() ?? '') ?? this.rows()[0]?.haul ?? null,
  );
  readonly find = computed((): Find | null => {
    const finds = this.haul()?.finds ?? [];
    return finds.find(({ id }) => id === this.view.findId()) ?? finds[0] ?? null;
  });
  add(haul: Haul, kind: FindKind): void {
    this.view.findId.set(this.actions.addFind(haul, kind));
  }

  addOwn(haul: Haul, own: OwnKind): void {
    this.view.findId.set(this.actions.addFind(haul, own.kind, own));
  }

  remove(haul: Haul): void {
    this.actions.remove(haul);
    this.notices.undoable(`Deleted the haul from ${haul.place || 'a place without a name'}.`);
    void this.router.navigate(['/hauls']);
  }

  removeFind(haul: Haul, find: Find): void {
    this.actions.removeFind(haul, find);
    this.notices.undoable(`Deleted ${find.name}.`);
  }

  breakDown(): boolean {
    const [haul, find] = [this.haul(), this.find()];
    if (!haul || !find || find.brokenDown !== undefined) return false;
    const ids = this.actions.breakDown(haul, find);
    const first = ids[0];
    if (first !== undefined) this.rackView.selectedId.set(first);
    const what = ids.length === 1 ? '1 piece is' : `${ids.length} pieces are`;
    this.notices.undoable(ids.length === 0 ? `${find.name} is set aside.` : `${what} on the rack.`);
    return true;
  }

  toRack(find: Find): void {
    this.rackView.query.set(find.name);
    this.rackView.by.set('find');
    void this.router.navigate(['/rack']);
  }

  setReasons(haul: Haul, reasons: readonly HaulReason[]): void {
    this.actions.update(`reasons for ${haul.place}`, { ...haul, reasons: [...reasons] });
  }

  step(by: 1 | -1): boolean {
    const finds = this.haul()?.finds ?? [];
    const at = finds.findIndex(({ id }) => id === this.find()?.id);
    const next = finds[at + by];
    if (!next) return false;
    this.view.findId.set(next.id);
    return true;
  }
}
