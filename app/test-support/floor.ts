import { TestBed } from '@angular/core/testing';
import { vi } from 'vitest';
import { shopDay, shopSteps } from '@aldrek/core/floor';
import { Planning } from '../src/planning/planning';
import type { ShopStoreType } from '../src/shop-store/shop.store';

/** What the planning worker would say of the day, said at once. */
export function sayDayAtOnce(store: ShopStoreType): void {
  vi.spyOn(TestBed.inject(Planning), 'day').mockImplementation(({ workshop, own, day, now, ...floor }) => {
    const { pieces, projects, settings } = store.shop();
    const rules = { machines: settings.machines, workshop, kerfMm: settings.habits.kerfMm };
    const steps = shopSteps({ ...floor, pieces, projects }, rules);
    return Promise.resolve({ steps, day: shopDay(steps, day, workshop, own, now), tookMs: 0 });
  });
}
