import { Injectable, signal } from '@angular/core';

/** How the hauls are looked at. Kept while the app is open, so that coming back finds it as it was. */
@Injectable({ providedIn: 'root' })
export class HaulView {
  readonly haulId = signal<string | null>(null);
  readonly findId = signal<string | null>(null);
}
