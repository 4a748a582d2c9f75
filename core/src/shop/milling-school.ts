import type { Machines } from '../yield/machines.ts';
import type { MillingSchool } from './route-steps.ts';

/** How a shop mills when nobody says otherwise: by hand, jointer first where there is one, else planer first. */
export const schoolOf = (machines: Machines): MillingSchool =>
  machines.handTools ? 'hand' : machines.jointerWidthMm === null ? 'planer' : 'jointer';
