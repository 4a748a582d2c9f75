import { Injectable, signal } from '@angular/core';

/** What pieces may be stacked by. */
export const STACK_BY = ['thickness', 'species', 'length', 'place', 'find'] as const;
export type StackBy = (typeof STACK_BY)[number];

/** How the rack is looked at. Kept while the app is open, so that coming back finds it as it was. */
@Injectable({ providedIn: 'root' })
export class RackView {
  readonly by = signal<StackBy>('thickness');
  readonly query = signal('');
  readonly zoom = signal(1);
  readonly cursor = signal(900);
  readonly selectedId = signal<string | null>(null);
  readonly editingId = signal<string | null>(null);
}
