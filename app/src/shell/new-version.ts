import { inject, Injectable, signal } from '@angular/core';
import { SwUpdate } from '@angular/service-worker';

/** A version that has been fetched and waits: offered, never forced, since a reload may come at a bad moment. */
@Injectable({ providedIn: 'root' })
export class NewVersion {
  private readonly updates = inject(SwUpdate);
  private readonly ready = signal(false);
  readonly waiting = this.ready.asReadonly();
  /** What was fetched can't be used any more: only a reload helps. */
  private readonly gone = signal(false);
  readonly lost = this.gone.asReadonly();

  constructor() {
    this.updates.versionUpdates.subscribe(({ type }) => {
      if (type === 'VERSION_READY') this.ready.set(true);
    });
    this.updates.unrecoverable.subscribe(() => this.gone.set(true));
  }

  take(): void {
    location.reload();
  }

  later(): void {
    this.ready.set(false);
  }
}
