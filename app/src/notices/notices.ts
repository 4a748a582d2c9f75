import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { ShopStore } from '../shop-store/shop.store';

/** Notices stand above the line that is being written, over nothing that is about to be pressed. */
const NOTICE = { verticalPosition: 'bottom', panelClass: 'notice' } as const;

/** Short words on what has just been done. */
@Injectable({ providedIn: 'root' })
export class Notices {
  private readonly snack = inject(MatSnackBar);
  private readonly store = inject(ShopStore);

  /** What was done, and its undo. */
  undoable(done: string): void {
    this.snack
      .open(done, 'Undo', { ...NOTICE, duration: 8000 })
      .onAction()
      .subscribe(() => this.store.undo());
  }

  say(message: string): void {
    this.snack.open(message, 'Close', { ...NOTICE, duration: 10_000 });
  }
}
