import { computed, inject, Injectable, signal } from '@angular/core';
import { ShopStore } from '../shop-store/shop.store';

/** The piece that is being worked on in the screen in view, for what lies beside the screens. */
@Injectable({ providedIn: 'root' })
export class PieceInHand {
  private readonly store = inject(ShopStore);
  readonly id = signal<string | null>(null);
  readonly piece = computed(() => this.store.pieceById().get(this.id() ?? '') ?? null);
}
