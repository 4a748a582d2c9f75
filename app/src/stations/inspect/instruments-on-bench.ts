import { DestroyRef, effect, inject, type Signal } from '@angular/core';
import type { Piece } from '@aldrek/core/wood';
import { Instruments } from '../../instruments/instruments';
import { PieceActions } from '../../shop-store/piece-actions';
import { InspectView } from './inspect-view';

/** Between two questions to the detector, ms. */
const SWEEP_EVERY_MS = 50;

/**
 * What instruments do while a piece lies on the bench: a caliper moves the rule, a meter notes the moisture,
 * and the detector is swept along with the rule. To be called where things can be injected.
 */
export function instrumentsOnBench(piece: Signal<Piece | null>): void {
  const view = inject(InspectView);
  const instruments = inject(Instruments);
  const actions = inject(PieceActions);
  let sweeping: ReturnType<typeof setTimeout> | undefined;

  instruments.use({
    cursor: (mm) => view.cursor.set(Math.min(mm, piece()?.length ?? 0)),
    moisture: (pct) => {
      const wet = piece();
      if (wet) actions.moisture(wet, pct);
    },
  });
  effect(() => {
    const swept = piece();
    const at = view.cursor();
    if (instruments.link() !== 'on' || !swept) return;
    clearTimeout(sweeping);
    // A hand that moves on is not worth an answer for every mm.
    sweeping = setTimeout(() => {
      const metal = swept.findings
        .filter(({ kind, fix }) => kind === 'metal' && fix !== 'pulled')
        .map(({ x, length }) => x + length / 2);
      instruments.sweep(swept.tag, swept.length, at, metal);
    }, SWEEP_EVERY_MS);
  });
  inject(DestroyRef).onDestroy(() => clearTimeout(sweeping));
}
