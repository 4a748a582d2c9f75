import { BreakpointObserver } from '@angular/cdk/layout';
import { inject, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';

/** Whether the page is at most so wide, px. To be called where things can be injected. */
export const isNarrow = (mostPx: number): Signal<boolean> =>
  toSignal(
    inject(BreakpointObserver)
      .observe(`(max-width: ${mostPx}px)`)
      .pipe(map(({ matches }) => matches)),
    { initialValue: false },
  );
