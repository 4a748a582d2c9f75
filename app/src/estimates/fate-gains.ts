import { effect, inject, Injectable, signal, type Signal } from '@angular/core';
import { fatesOf, type Fate, type Finding, type Grade, type Piece } from '@aldrek/core/wood';
import { Figures } from './figures';
import { ShopStore } from '../shop-store/shop.store';

/** What each fate of a finding would do to the area that its piece gives, m² against how it stands now. */
export type Gains = Readonly<Partial<Record<Fate, number>>>;

/** Weighs the fates of the finding in hand: each is the piece with that one flip, calculated beside it. */
@Injectable({ providedIn: 'root' })
export class FateGains {
  private readonly figures = inject(Figures);
  private readonly store = inject(ShopStore);

  /** Follows the three; null until calculated. Call it where a component is made. */
  of(piece: Signal<Piece>, finding: Signal<Finding>, grade: Signal<Grade>): Signal<Gains | null> {
    const gains = signal<Gains | null>(null);
    effect((onCleanup) => {
      const [before, held] = [piece(), finding()];
      const fates = fatesOf(held);
      const flips = fates.map((fate) => ({
        ...before,
        id: fate,
        findings: before.findings.map((other) => (other.id === held.id ? { ...other, fate } : other)),
      }));
      const ask = {
        grade: grade(),
        habits: this.store.habits(),
        machines: this.store.machines(),
        wish: 'area',
      } as const;
      gains.set(null);
      const run = this.figures.figures([before, ...flips], ask, (found, done, of) => {
        const now = found.get(before.id);
        if (done < of || !now) return;
        gains.set(
          Object.fromEntries(
            fates.map((fate) => [fate, ((found.get(fate)?.areaMm2 ?? 0) - now.areaMm2) / 1e6]),
          ),
        );
      });
      onCleanup(() => run.stop());
    });
    return gains.asReadonly();
  }
}
