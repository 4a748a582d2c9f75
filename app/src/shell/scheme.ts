import { Injectable, signal } from '@angular/core';

const KEPT = 'aldrek-scheme';

/** Light or dark: as the machine says until the user chooses. */
@Injectable({ providedIn: 'root' })
export class Scheme {
  private readonly state = signal(
    (localStorage.getItem(KEPT) ??
      (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light')) === 'dark',
  );
  readonly dark = this.state.asReadonly();

  constructor() {
    this.apply();
  }

  toggle(): void {
    this.state.set(!this.state());
    localStorage.setItem(KEPT, this.state() ? 'dark' : 'light');
    this.apply();
  }

  private apply(): void {
    document.documentElement.classList.toggle('dark', this.state());
  }
}
