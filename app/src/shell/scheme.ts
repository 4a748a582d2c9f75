import { Injectable, signal } from '@angular/core';

const KEPT = 'aldrek-scheme';

/** Light or dark: as the machine says until the user chooses. */
@Injectable({ providedIn: 'root' })
export class Scheme {
  private readonly machine = matchMedia('(prefers-color-scheme: dark)');
  private readonly state = signal(
    (localStorage.getItem(KEPT) ?? (this.machine.matches ? 'dark' : 'light')) === 'dark',
  );
  readonly dark = this.state.asReadonly();

  constructor() {
    this.apply();
    // Some machines change at dusk, while the shop is open.
    this.machine.addEventListener('change', ({ matches }) => {
      if (localStorage.getItem(KEPT) !== null) return;
      this.state.set(matches);
      this.apply();
    });
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
