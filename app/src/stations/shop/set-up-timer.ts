import { DestroyRef, inject, Injectable, signal } from '@angular/core';

const KEY = 'aldrek.set-up-timer';

interface Running {
  readonly setUp: string;
  /** ms since the epoch. */
  readonly since: number;
}

/** Times one set-up by hand, over a reload too. */
@Injectable({ providedIn: 'root' })
export class SetUpTimer {
  readonly running = signal<Running | null>(stored());
  private readonly now = signal(Date.now());

  constructor() {
    const tick = setInterval(() => {
      if (this.running()) this.now.set(Date.now());
    }, 10_000);
    inject(DestroyRef).onDestroy(() => clearInterval(tick));
  }

  /** Minutes since it was started, one figure after the point; null where this set-up is not timed. */
  minutesOf(setUp: string): number | null {
    const running = this.running();
    if (running?.setUp !== setUp) return null;
    return Math.round(Math.max(0, Math.max(this.now(), Date.now()) - running.since) / 6000) / 10;
  }

  start(setUp: string): void {
    this.put({ setUp, since: Date.now() });
  }

  stop(): void {
    this.put(null);
  }

  private put(running: Running | null): void {
    this.running.set(running);
    try {
      if (running) localStorage.setItem(KEY, JSON.stringify(running));
      else localStorage.removeItem(KEY);
    } catch {
      // Without storage it is gone after a reload, no more.
    }
  }
}

function stored(): Running | null {
  try {
    const found = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Partial<Running> | null;
    return typeof found?.setUp === 'string' && typeof found.since === 'number'
      ? { setUp: found.setUp, since: found.since }
      : null;
  } catch {
    return null;
  }
}
