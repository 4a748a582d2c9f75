import { Injectable, signal } from '@angular/core';

/** What pieces may be stacked by. */
export const STACK_BY = ['thickness', 'species', 'length', 'place', 'find', 'yield'] as const;
export type StackBy = (typeof STACK_BY)[number];

const NONE: ReadonlySet<string> = new Set();

/** How the rack is looked at. Kept while the app is open, so that coming back finds it as it was. */
@Injectable({ providedIn: 'root' })
export class RackView {
  readonly by = signal<StackBy>('thickness');
  readonly query = signal('');
  readonly zoom = signal(1);
  readonly cursor = signal(900);
  readonly selectedId = signal<string | null>(null);
  readonly editingId = signal<string | null>(null);
  /** Pieces chosen to be changed, labelled or deleted together. */
  readonly chosen = signal(NONE);
  /** Whether a tap chooses instead of selecting, as on a touch screen. */
  readonly choosing = signal(false);

  toggleChosen(id: string): void {
    this.chosen.update((chosen) => {
      const next = new Set(chosen);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }

  clearChosen(): void {
    this.chosen.set(NONE);
    this.choosing.set(false);
  }
}
