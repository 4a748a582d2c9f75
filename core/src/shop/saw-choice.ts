/** Which saw makes a cut of the milling route, and what straightens an edge: the plainest safe way that the shop has. */
import { sawPasses } from '../yield/machines.ts';
import type { MillingSchool, RouteMachine, RouteMachines } from './route-steps.ts';

/** What a jigsaw gets through, mm. */
const JIGSAW_MM = 60;

export interface SawChoice {
  readonly machine: RouteMachine;
  readonly passes?: number;
}

/** A workpiece before a crosscut. */
export interface Lying {
  readonly width: number;
  readonly thickness: number;
  /** Whether it has a straight edge to lie against a fence. */
  readonly fence: boolean;
  /** Rough and warped: it would rock on a fence, and the kerf may close. */
  readonly tense: boolean;
}

/** A saw that asks for no more straight edge than there is. By hand it always goes. */
export function crosscutSaw(
  { width, thickness, fence, tense }: Lying,
  { mitreReach, sawDepth, bandsawHeight }: RouteMachines,
  school: MillingSchool,
): SawChoice {
  if (school === 'hand') return { machine: 'handsaw' };
  const sound = fence && !tense;
  const passes = sawDepth === null ? null : sawPasses(thickness, sawDepth);
  if (sound && mitreReach !== null && width <= mitreReach) return { machine: 'mitre-saw' };
  if (sound && passes === 1) return { machine: 'table-saw' };
  if (sound && mitreReach !== null && width <= 2 * mitreReach) return { machine: 'mitre-saw', passes: 2 };
  if (bandsawHeight !== null && thickness <= bandsawHeight) return { machine: 'bandsaw' };
  if (sound && passes === 2) return { machine: 'table-saw', passes: 2 };
  return { machine: thickness <= JIGSAW_MM ? 'jigsaw' : 'handsaw' };
}

/** A saw that rips so thick a board; null where the shop has none. */
export function ripSaw(
  thickness: number,
  { sawDepth, bandsawHeight }: RouteMachines,
  school: MillingSchool,
): SawChoice | null {
  if (school === 'hand') return { machine: 'handsaw' };
  const passes = sawDepth === null ? null : sawPasses(thickness, sawDepth);
  if (passes === 1) return { machine: 'table-saw' };
  if (bandsawHeight !== null && thickness <= bandsawHeight) return { machine: 'bandsaw' };
  return passes === 2 ? { machine: 'table-saw', passes: 2 } : null;
}

/** How an edge is made straight, in words; a long plane does it where nothing else can. */
export function straightenBy(
  of: {
    readonly length: number;
    readonly thickness: number;
    readonly flat: boolean;
    readonly passes: number;
  },
  { jointerWidth, railLength, sawDepth, routerReach }: RouteMachines,
  school: MillingSchool,
): SawChoice & { readonly how: string } {
  if (school === 'hand') return { machine: 'hand-plane', how: 'checked with a straight edge' };
  if (jointerWidth !== null && school === 'jointer') {
    const how = of.flat ? 'square to the flat face' : 'flattest face to the fence';
    return { machine: 'jointer', passes: of.passes, how };
  }
  if (railLength !== undefined && railLength !== null && of.length <= railLength)
    return { machine: 'guided-saw', how: 'on its rail, clamped along the line' };
  if (sawDepth !== null && sawPasses(of.thickness, sawDepth) === 1)
    return { machine: 'table-saw', how: 'on a sled or with a straight batten, which runs along the fence' };
  if (routerReach !== undefined && routerReach !== null && of.thickness <= routerReach)
    return { machine: 'router', how: 'along a clamped straight edge' };
  return { machine: 'hand-plane', how: 'with the long plane' };
}
