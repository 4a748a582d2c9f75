import { InjectionToken, signal, type Signal } from '@angular/core';
import type { LengthUnit } from '@aldrek/core/wood';

/** The unit in which drawings show lengths; the shell ties it to the shop's settings. */
export const LENGTH_UNIT = new InjectionToken<Signal<LengthUnit>>('length unit', {
  providedIn: 'root',
  factory: () => signal<LengthUnit>('mm'),
});
