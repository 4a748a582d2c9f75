import { inject, Injectable } from '@angular/core';
import type { EntryId } from '@aldrek/core/shop';
import {
  correctedClock,
  pausedClock,
  resumedClock,
  type GlueClock,
  type GluedUp,
  type GlueHabits,
  type StripPlace,
} from '@aldrek/core/floor';
import { ShopStore } from './shop.store';

/** How panels are laid, and what becomes of the clocks that glue started: each one step of undo. */
@Injectable({ providedIn: 'root' })
export class GlueActions {
  private readonly store = inject(ShopStore);

  /** The strips of a panel in another order, turned, over or shifted. */
  lay(
    label: string,
    { project, part, unit }: Pick<GluedUp, 'project' | 'part' | 'unit'>,
    strips: readonly StripPlace[],
  ): void {
    const now = this.store.projectById().get(project.id) ?? project;
    const others = (now.panels ?? []).filter((one) => one.partId !== part.id || one.unit !== unit);
    this.store.updateProject(label, { ...now, panels: [...others, { partId: part.id, unit, strips }] });
  }

  pause(entryId: EntryId, now: number): void {
    this.changeClock('pause a clock', entryId, (clock) => pausedClock(clock, now));
  }

  resume(entryId: EntryId, now: number): void {
    this.changeClock('let a clock go on', entryId, (clock) => resumedClock(clock, now));
  }

  /** The clamps closed at another time, or it is colder or warmer than was said. */
  correct(entryId: EntryId, change: { readonly at?: number; readonly temperatureC?: number }): void {
    this.changeClock('correct a clock', entryId, (clock) => correctedClock(clock, change));
  }

  /** What it holds is free at once. */
  discard(entryId: EntryId): void {
    this.changeClock('discard a clock', entryId, (clock) => ({ ...clock, discarded: true }));
  }

  habits(label: string, habits: Partial<GlueHabits>): void {
    const shop = this.store.shop();
    const { workshop } = shop.settings;
    this.store.change(label, {
      ...shop,
      settings: { ...shop.settings, workshop: { ...workshop, glue: { ...workshop.glue, ...habits } } },
    });
  }

  private changeClock(label: string, entryId: EntryId, change: (clock: GlueClock) => GlueClock): void {
    const shop = this.store.shop();
    this.store.change(label, {
      ...shop,
      entries: shop.entries.map((entry) =>
        entry.id === entryId && entry.clock !== undefined ? { ...entry, clock: change(entry.clock) } : entry,
      ),
    });
  }
}
