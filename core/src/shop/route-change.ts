/**
 * What a maker changes in a milling route: a step moved, dropped, added, or done in another way. The rest follows: the
 * changed route is looked through, and each step that can no longer be done safely or at all says why.
 */
import type { RouteChange } from '../project/milling.ts';
import type { EdgeState } from '../stock/edges.ts';
import { type MetalState, type Route, type RouteMachine, type RouteStep } from './route-steps.ts';

export interface ChangedStep extends Omit<RouteStep, 'do'> {
  readonly id: string;
  /** Absent for a step of the maker’s own. */
  readonly do?: RouteStep['do'];
  readonly words?: string;
  /** A blank is cut apart into so many of its setting. */
  readonly apart?: number;
  /** Why it is as it is no longer: what the maker changed. */
  readonly changed?: true;
  /** What is wrong with it after the changes. */
  readonly fault?: string;
}

const BLADES: ReadonlySet<RouteMachine> = new Set([
  'mitre-saw',
  'table-saw',
  'bandsaw',
  'jigsaw',
  'guided-saw',
  'jointer',
  'planer',
  'router',
]);

/** Whether a machine has a blade that metal breaks. */
const hasBlade = (machine: RouteMachine): boolean => BLADES.has(machine);

/** Machines that a deed can be done on, the usual first. */
export const WAYS_OF: Readonly<Record<RouteStep['do'], readonly RouteMachine[]>> = {
  pull: ['bench'],
  scan: ['detector'],
  'scan-again': ['detector'],
  'rough-crosscut': ['mitre-saw', 'table-saw', 'bandsaw', 'jigsaw', 'handsaw'],
  'rough-rip': ['table-saw', 'bandsaw', 'guided-saw', 'handsaw'],
  halve: ['table-saw', 'bandsaw', 'handsaw'],
  flatten: ['jointer', 'sled', 'planer', 'router', 'hand-plane'],
  straighten: ['jointer', 'table-saw', 'guided-saw', 'router', 'hand-plane'],
  thickness: ['planer', 'router', 'hand-plane'],
  rip: ['table-saw', 'bandsaw', 'guided-saw', 'hand-plane', 'handsaw'],
  glue: ['clamps'],
  'glue-up': ['clamps'],
  rest: ['bench'],
  crosscut: ['mitre-saw', 'table-saw', 'bandsaw', 'handsaw'],
};

export interface RouteFacts {
  readonly edges: EdgeState;
  readonly metal: MetalState;
}

/** The route with the maker's changes, each step looked at in its new place. Changes of steps that are not there rest. */
export function changedRoute(
  route: Route,
  changes: readonly RouteChange[],
  facts: RouteFacts,
): ChangedStep[] {
  let steps: ChangedStep[] = route.steps.map((step) => ({ ...step, id: step.do }));
  const place = (id: string): number => steps.findIndex((step) => step.id === id);
  for (const change of changes) {
    switch (change.kind) {
      case 'drop':
        steps = steps.filter(({ id }) => id !== change.step);
        break;
      case 'before': {
        const moved = steps[place(change.step)];
        if (!moved || place(change.other) < 0 || change.step === change.other) break;
        steps = steps.filter((step) => step !== moved);
        steps.splice(place(change.other), 0, { ...moved, changed: true });
        break;
      }
      case 'on':
        steps = steps.map((step) =>
          step.id === change.step ? { ...withoutPasses(step), machine: change.machine, changed: true } : step,
        );
        break;
      case 'add': {
        const at = change.before === undefined ? -1 : place(change.before);
        const { id, words, machine } = change;
        steps.splice(at < 0 ? steps.length : at, 0, {
          id,
          words,
          machine,
          why: 'your own step',
          changed: true,
        });
        break;
      }
    }
  }
  return withFaults(steps, facts);
}

/** Passes belong to the machine that they were counted for. */
function withoutPasses(step: ChangedStep): ChangedStep {
  const { passes: _, ...rest } = step;
  return rest;
}

function withFaults(steps: readonly ChangedStep[], { edges, metal }: RouteFacts): ChangedStep[] {
  let straight = edges === 'straight' || edges === 'one-straight';
  let clear = metal === 'cleared' || metal === 'punched';
  let flat = !steps.some(({ do: deed }) => deed === 'flatten');
  let laidBare = false;
  const scansAgain =
    metal !== 'cleared' && steps.some(({ do: deed }) => deed === 'scan' || deed === 'scan-again');
  return steps.map((step) => {
    const { do: deed, machine } = step;
    const faults: string[] = [];
    if (hasBlade(machine) && !clear && steps.some((one) => one.do === 'scan'))
      faults.push('a blade before the wood has been scanned');
    const fence = machine === 'mitre-saw' || (machine === 'table-saw' && deed !== 'straighten');
    if (fence && !straight) faults.push('a crooked edge at a fence: straighten it first');
    if (deed === 'thickness' && machine === 'planer' && !flat)
      faults.push('the planer follows the face that it lies on: flatten one first');
    if (scansAgain && laidBare && hasBlade(machine) && deed !== 'flatten' && deed !== 'thickness')
      faults.push('planing has laid new wood bare: scan again before this blade');
    if (deed === 'scan' || deed === 'scan-again') {
      clear = true;
      laidBare = false;
    }
    if (deed === 'straighten' || deed === 'glue') straight = true;
    if (deed === 'flatten') flat = true;
    if (deed === 'flatten' || deed === 'thickness') laidBare = true;
    return faults.length === 0 ? step : { ...step, fault: faults.join('; ') };
  });
}
