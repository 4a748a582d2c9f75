import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** Keeps the screen on while the work goes on, where the browser can; says so where it can’t. */
@Injectable()
export class ScreenAwake {
  private lock: WakeLockSentinel | null = null;
  readonly possible = 'wakeLock' in navigator;
  readonly on = signal(false);

  constructor() {
    inject(DestroyRef).onDestroy(() => void this.release());
  }

  async toggle(): Promise<void> {
    if (this.on()) return this.release();
    try {
      this.lock = await navigator.wakeLock.request('screen');
      this.lock.addEventListener('release', () => this.on.set(false));
      this.on.set(true);
    } catch {
      // Low on power, or not in view: the screen goes off as it is used to.
      this.on.set(false);
    }
  }

  private async release(): Promise<void> {
    await this.lock?.release().catch(() => undefined);
    this.lock = null;
    this.on.set(false);
  }
}
