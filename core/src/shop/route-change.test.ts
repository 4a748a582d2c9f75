import { describe, expect, it } from 'vitest';
import type { RouteChange } from '../project/milling.ts';
import { changedRoute, WAYS_OF, type ChangedStep, type RouteFacts } from './route-change.ts';
import { ROUTE_DEEDS, type Route, type RouteStep } from './route-steps.ts';

const step = (
  what: RouteStep['do'],
  machine: RouteStep['machine'],
  more: Partial<RouteStep> = {},
): RouteStep => ({
  do: what,
  machine,
  why: '',
  ...more,
});
/** The trade’s way with a crooked, cupped board that was never scanned. */
const ROUTE: Route = {
  steps: [
    step('scan', 'detector'),
    step('rough-crosscut', 'jigsaw'),
    step('straighten', 'jointer'),
    step('flatten', 'jointer', { passes: 3 }),
    step('thickness', 'planer', { setting: 20, passes: 4 }),
    step('scan-again', 'detector'),
    step('rip', 'table-saw', { setting: 110 }),
    step('crosscut', 'mitre-saw', { setting: 950 }),
  ],
  left: { length: 990, width: 114, thickness: 22 },
};
const UNKNOWN: RouteFacts = { edges: 'crooked', metal: 'unknown' };
const CLEARED: RouteFacts = { edges: 'crooked', metal: 'cleared' };

const changed = (changes: readonly RouteChange[], facts = UNKNOWN): ChangedStep[] =>
  changedRoute(ROUTE, changes, facts);
const ids = (steps: readonly ChangedStep[]): string[] => steps.map(({ id }) => id);
const faults = (steps: readonly ChangedStep[]): Record<string, string> =>
  Object.fromEntries(steps.flatMap(({ id, fault }) => (fault === undefined ? [] : [[id, fault]])));

describe('a milling route that its maker changes', () => {
  it('stands as it is without changes, and nothing is wrong with it', () => {
    const steps = changed([]);
    expect(ids(steps)).toEqual(ROUTE.steps.map(({ do: what }) => what));
    expect(faults(steps)).toEqual({});
    expect(steps.every(({ changed: touched }) => touched === undefined)).toBe(true);
  });

  it('a step is moved before another; what is asked of a step that is not there rests', () => {
    const steps = changed([
      { kind: 'before', step: 'crosscut', other: 'rip' },
      { kind: 'before', step: 'halve', other: 'rip' },
      { kind: 'before', step: 'rip', other: 'halve' },
      { kind: 'before', step: 'rip', other: 'rip' },
      { kind: 'drop', step: 'glue' },
    ]);
    expect(ids(steps).slice(-2)).toEqual(['crosscut', 'rip']);
    expect(steps.find(({ id }) => id === 'crosscut')?.changed).toBe(true);
    expect(steps).toHaveLength(ROUTE.steps.length);
  });

  it('on another machine its passes are counted anew, its setting stands', () => {
    const [thickness] = changed([{ kind: 'on', step: 'thickness', machine: 'router' }]).filter(
      ({ id }) => id === 'thickness',
    );
    expect(thickness).toMatchObject({ machine: 'router', setting: 20, changed: true });
    expect(thickness?.passes).toBeUndefined();
  });

  it('a step of the maker’s own goes where it is put, or to the end', () => {
    const own = (before?: string): RouteChange => ({
      kind: 'add',
      id: 'mine',
      words: 'burnish the edges',
      machine: 'bench',
      ...(before === undefined ? {} : { before }),
    });
    expect(ids(changed([own('rip')])).indexOf('mine')).toBe(ids(changed([])).indexOf('rip'));
    expect(ids(changed([own()])).at(-1)).toBe('mine');
    expect(ids(changed([own('not there')])).at(-1)).toBe('mine');
  });

  it('a blade before the scan is a fault, at each blade up to there', () => {
    const wrong = faults(changed([{ kind: 'before', step: 'scan', other: 'thickness' }]));
    expect(Object.keys(wrong)).toEqual(['rough-crosscut', 'straighten', 'flatten']);
    for (const words of Object.values(wrong)) expect(words).toContain('before the wood has been scanned');
    expect(
      faults(changed([{ kind: 'before', step: 'scan', other: 'thickness' }], CLEARED))['flatten'],
    ).toBeUndefined();
  });

  it('a hand saw needs no scan', () => {
    const wrong = faults(
      changed([
        { kind: 'before', step: 'scan', other: 'straighten' },
        { kind: 'on', step: 'rough-crosscut', machine: 'handsaw' },
      ]),
    );
    expect(wrong).toEqual({});
  });

  it('a crooked edge at a fence is a fault wherever straightening was dropped', () => {
    const wrong = faults(changed([{ kind: 'drop', step: 'straighten' }]));
    expect(Object.keys(wrong)).toEqual(['rip', 'crosscut']);
    for (const words of Object.values(wrong)) expect(words).toContain('straighten it first');
    const straight = { ...UNKNOWN, edges: 'one-straight' } as const;
    expect(faults(changed([{ kind: 'drop', step: 'straighten' }], straight))).toEqual({});
    expect(
      faults(
        changed([
          { kind: 'drop', step: 'straighten' },
          { kind: 'on', step: 'rip', machine: 'guided-saw' },
        ]),
      ),
    ).not.toHaveProperty('rip');
  });

  it('the planer before a face is flat is a fault; a router on its sled is none', () => {
    const early: RouteChange = { kind: 'before', step: 'thickness', other: 'flatten' };
    expect(faults(changed([early]))['thickness']).toContain('flatten one first');
    expect(faults(changed([early, { kind: 'on', step: 'thickness', machine: 'router' }]))).not.toHaveProperty(
      'thickness',
    );
  });

  it('a saw after planing without another scan is a fault while the metal is not known to be out', () => {
    const dropped: RouteChange = { kind: 'drop', step: 'scan-again' };
    const wrong = faults(changed([dropped]));
    expect(Object.keys(wrong)).toEqual(['rip', 'crosscut']);
    expect(wrong['rip']).toContain('scan again');
    expect(faults(changed([dropped], CLEARED))).toEqual({});
  });

  it('one step may be wrong in two ways, and says both', () => {
    const wrong = faults(
      changed([
        { kind: 'drop', step: 'straighten' },
        { kind: 'drop', step: 'scan-again' },
      ]),
    );
    expect(wrong['rip']).toMatch(/straighten it first; .*scan again/);
  });

  it('for each deed there is a machine, and the usual one stands first only once', () => {
    for (const what of ROUTE_DEEDS) {
      expect(WAYS_OF[what].length).toBeGreaterThan(0);
      expect(new Set(WAYS_OF[what]).size).toBe(WAYS_OF[what].length);
    }
  });
});
