/** How a project is milled where that is not as the shop does: another school, and changes in the routes of its parts. */
import type { MillingSchool, RouteMachine } from '../yield/thickness/milling.ts';

/** A change of the route of one part; `step` is the deed of a computed step, or the id of an added one. */
export type RouteChange =
  | { readonly kind: 'drop'; readonly step: string }
  | { readonly kind: 'before'; readonly step: string; readonly other: string }
  | { readonly kind: 'on'; readonly step: string; readonly machine: RouteMachine }
  | {
      readonly kind: 'add';
      readonly id: string;
      readonly words: string;
      readonly machine: RouteMachine;
      /** The step that it comes before; at the end where that is not there. */
      readonly before?: string;
    };

/** A change of the route of one part of a project. */
interface PartRouteChange {
  readonly partId: string;
  readonly change: RouteChange;
}

export interface Milling {
  readonly school?: MillingSchool;
  readonly changes?: readonly PartRouteChange[];
}
