import { computed, effect, inject, Injectable, signal } from '@angular/core';
import type { PieceYield } from '@aldrek/core/yield';
import { YieldService } from '../../estimates/yield.service';
import { ShopStore } from '../../shop-store/shop.store';
import { InspectView } from './inspect-view';
import { OutlineHand } from './outline-hand';

/** What the piece on the bench gives, as it is drawn: asked again with every change. */
@Injectable()
export class YieldInHand {
  private readonly store = inject(ShopStore);
  private readonly view = inject(InspectView);
  private readonly yields = inject(YieldService);
  private readonly shown = inject(OutlineHand).shown;
  private readonly result = signal<{ readonly pieceId: string; readonly yield: PieceYield } | null>(null);
  /** The worker broke off: the figures are those of before. */
  readonly failed = signal(false);
  /** The cutting order that the maker looks at; null for the better one. */
  readonly school = signal<'crosscutFirst' | 'ripFirst' | null>(null);

  readonly given = computed(() => {
    const result = this.result();
    return result?.pieceId === this.shown()?.id ? (result?.yield ?? null) : null;
  });
  readonly drawnSchool = computed(
    () => this.school() ?? (this.given()?.better === 'ripFirst' ? 'ripFirst' : 'crosscutFirst'),
  );
  readonly cuttings = computed(() => this.given()?.[this.drawnSchool()].cuttings ?? []);

  private readonly ask = computed(() => ({
    grade: this.view.grade(),
    habits: this.store.habits(),
    machines: this.store.machines(),
    wish:
      this.view.wish() === 'pieces' ? this.view.size() : (this.view.wish() as 'area' | 'longest' | 'widest'),
  }));

  constructor() {
    effect(() => {
      const piece = this.shown();
      const ask = this.ask();
      if (!piece) return;
      this.yields.ask(piece, ask, (result) => {
        this.failed.set(result === null);
        if (result) this.result.set({ pieceId: piece.id, yield: result });
      });
    });
  }
}
