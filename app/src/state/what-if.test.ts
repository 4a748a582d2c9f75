import 'fake-indexeddb/auto';
import '@angular/compiler';
import { createEnvironmentInjector, Injector, type EnvironmentInjector } from '@angular/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
  readPartLine,
  readTallyLine,
  SHIPPED_DESIGNS,
  type CouldMake,
  type Design,
  type DesignSize,
  type Project,
  type ProjectPlan,
  type WayOut,
} from '@aldrek/core';
import { FakeWorker } from '../../test-support/fake-worker';
import { ShopDb } from '../storage/shop-db';
import { ShopRepository } from '../storage/shop-repository';
import type { WhatIfAsk } from '../workers/protocol';
import { Ids } from './ids';
import { ProjectActions } from './project-actions';
import { RackActions } from './rack-actions';
import { SHOP_REPOSITORY, ShopStore } from './shop.store';
import { Today } from './today';
import { largestKey, WhatIf } from './what-if';

let injector: EnvironmentInjector;
let run = 0;

beforeEach(() => {
  vi.stubGlobal('Worker', FakeWorker);
  FakeWorker.made.length = 0;
  const repository = new ShopRepository(new ShopDb(`what-if-${++run}`));
  injector = createEnvironmentInjector(
    [
      { provide: SHOP_REPOSITORY, useValue: repository },
      ShopStore,
      Ids,
      RackActions,
      Today,
      ProjectActions,
      WhatIf,
    ],
    Injector.NULL as EnvironmentInjector,
  );
  injector.get(RackActions).tally([readTallyLine('2 board 1000 x 100 x 25 oak', 'mm')]);
  for (const name of ['Boot bench', 'Oar rack']) {
    actions().create(name);
    actions().addParts(named(name), [readPartLine('rail 900 x 60 x 20', 'mm')]);
  }
});
afterEach(() => {
  injector.destroy();
  vi.unstubAllGlobals();
});

const store = (): InstanceType<typeof ShopStore> => injector.get(ShopStore);
const actions = (): ProjectActions => injector.get(ProjectActions);
const whatIf = (): WhatIf => injector.get(WhatIf);
const worker = (): FakeWorker => {
  const found = FakeWorker.made.at(-1);
  if (!found) throw new Error('no worker was made');
  return found;
};
const asked = (): WhatIfAsk[] => worker().told as WhatIfAsk[];
/** An answer to the question last asked, or to an earlier one. */
const answer = (data: Record<string, unknown>, ask = asked().at(-1)?.ask): void =>
  worker().answer({ version: 2, ask, ...data });
function named(name: string): Project {
  const found = store()
    .projects()
    .find((project) => project.name === name);
  if (!found) throw new Error(`no project ${name}`);
  return found;
}

const plan: ProjectPlan = {
  cuts: [],
  coverage: 1,
  missing: [],
  spentM2: 0.1,
  atMostOver: null,
  basis: '',
  accepted: false,
};
const way = (id: string, project: Project): WayOut => ({
  id,
  kind: 'grade',
  partId: project.parts[0]?.id ?? '',
  title: id,
  price: 'seen',
  project,
  pieces: store().pieces(),
  joints: 0,
  money: 0,
});

describe('ways out', () => {
  it('are asked with the rack once, told one by one, and done', () => {
    const bench = named('Boot bench');
    whatIf().tryWays(bench, [way('a', bench), { ...way('b', bench), pieces: [] }]);
    const [ask] = asked();
    if (ask?.kind !== 'ways') throw new Error('no ways were asked');
    expect(ask.ways.map(({ id, pieces }) => [id, pieces?.length ?? 'as the rack'])).toEqual([
      ['a', 'as the rack'],
      ['b', 0],
    ]);
    expect(whatIf().running()).toBe('ways');
    answer({ kind: 'way', id: 'a', plan, plans: new Map([[bench.id, plan]]) });
    expect([...whatIf().plans().keys()]).toEqual(['a']);
    answer({ kind: 'done' });
    expect(whatIf().running()).toBeNull();
    expect(worker().terminate).toHaveBeenCalledOnce();
    expect(whatIf().holdsFor(bench)).toBe(true);
  });

  it('hold for the very project and rack that they were tried on, and for no other', () => {
    const bench = named('Boot bench');
    whatIf().tryWays(bench, [way('a', bench)]);
    expect(whatIf().holdsFor(named('Oar rack'))).toBe(false);
    actions().rename(bench, 'Long bench', '');
    expect(whatIf().holdsFor(named('Long bench'))).toBe(false);
    store().undo();
    injector.get(RackActions).tally([readTallyLine('board 500 x 50 x 20', 'mm')]);
    expect(whatIf().holdsFor(named('Boot bench'))).toBe(false);
  });

  it('are void when a project that is matched with it changes', () => {
    actions().setTogether(named('Boot bench'), [named('Oar rack').id]);
    const bench = named('Boot bench');
    whatIf().tryWays(bench, [way('a', bench)]);
    const [ask] = asked();
    expect(ask?.kind === 'ways' && ask.mates.map(({ name }) => name)).toEqual(['Boot bench', 'Oar rack']);
    expect(whatIf().holdsFor(bench)).toBe(true);
    actions().addParts(named('Oar rack'), [readPartLine('cleat 200 x 40 x 20', 'mm')]);
    expect(whatIf().holdsFor(named('Boot bench'))).toBe(false);
  });

  it('end with the question that follows, whose answers alone count', () => {
    const bench = named('Boot bench');
    whatIf().tryWays(bench, [way('a', bench)]);
    const first = worker();
    whatIf().askCould();
    expect(first.terminate).toHaveBeenCalledOnce();
    expect(FakeWorker.made).toHaveLength(2);
    answer({ kind: 'way', id: 'a', plan, plans: new Map() }, 1);
    expect(whatIf().plans().size).toBe(0);
  });

  it('say that they broke off, and what was tried stays', () => {
    const bench = named('Boot bench');
    whatIf().tryWays(bench, [way('a', bench), way('b', bench)]);
    answer({ kind: 'way', id: 'a', plan, plans: new Map() });
    worker().onerror?.({ message: 'out of memory' });
    expect([whatIf().failed(), whatIf().running(), whatIf().plans().size]).toEqual([
      'out of memory',
      null,
      1,
    ]);
    whatIf().tryWays(bench, [way('a', bench)]);
    expect(whatIf().failed()).toBeNull();
  });
});

describe('the largest', () => {
  const design = SHIPPED_DESIGNS[0] as Design;
  const [length, depth] = design.sizes as readonly [DesignSize, DesignSize];
  const sized = (): Project => ({
    ...named('Boot bench'),
    design: { id: design.id, sizes: { L: 1300, D: 340 } },
  });

  it('is asked for one size, and a new question drops the old answer', () => {
    whatIf().findLargest(design, length, sized());
    answer({ kind: 'largest', largest: { key: 'L', mm: 1500, tried: null, notAt: null } });
    expect(whatIf().largest()?.mm).toBe(1500);
    whatIf().findLargestTwo(design, [length, depth], sized());
    expect(whatIf().largest()).toBeNull();
    const [ask] = asked();
    expect(ask?.kind === 'largest-two' && ask.pair.map(({ key }) => key)).toEqual(['L', 'D']);
    const found = {
      keys: ['L', 'D'],
      pairs: [{ first: 1500, second: 300 }],
      tries: 3,
      most: 9,
      finished: false,
    };
    answer({ kind: 'largest-two', largest: found });
    expect(whatIf().largestTwo()).toEqual(found);
  });

  it('stands for all sizes but those that are sought', () => {
    const one = sized();
    const other = { ...one, design: { id: design.id, sizes: { L: 900, D: 340 } } };
    expect(largestKey(one, ['L'])).toBe(largestKey(other, ['L']));
    expect(largestKey(one, ['D'])).not.toBe(largestKey(other, ['D']));
    expect(largestKey(one, ['L', 'D'])).toBe(largestKey(other, ['L', 'D']));
    expect(largestKey(one, ['L'])).not.toBe(largestKey({ ...one, id: 'other' }, ['L']));
  });
});

describe('what could be made', () => {
  it('asks own designs first, ranks what it hears, and keeps it when stopped', () => {
    whatIf().askCould();
    const [ask] = asked();
    expect(ask?.kind === 'could' && ask.designs.length).toBe(SHIPPED_DESIGNS.length);
    const could = (name: string, coverage: number): CouldMake => ({
      design: { ...(SHIPPED_DESIGNS[0] as Design), id: name, name },
      sizes: {},
      coverage,
      boards: 1,
      spentM2: 1,
      looks: 0.5,
      longLeftM2: 1,
      partsM2: 1,
    });
    answer({ kind: 'could', could: could('short', 0.4) });
    answer({ kind: 'could', could: could('whole', 1) });
    expect(
      whatIf()
        .could()
        .map(({ design }) => design.name),
    ).toEqual(['whole', 'short']);
    whatIf().stop();
    expect(whatIf().could()).toHaveLength(2);
    expect(whatIf().running()).toBeNull();
    whatIf().askCould();
    expect(whatIf().could()).toEqual([]);
  });
});
