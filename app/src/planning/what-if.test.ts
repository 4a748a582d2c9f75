import 'fake-indexeddb/auto';
import '@angular/compiler';
import { createEnvironmentInjector, Injector, signal, type EnvironmentInjector } from '@angular/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type CouldMake } from '@aldrek/core/match';
import {
  readPartLine,
  SHIPPED_DESIGNS,
  type Design,
  type DesignSize,
  type Project,
  type ProjectPlan,
} from '@aldrek/core/project';
import { readTallyLine } from '@aldrek/core/wood';
import { FakeWorker, settled } from '../../test-support/fake-worker';
import { ShopDb } from '../storage/shop-db';
import { ShopRepository } from '../storage/shop-repository';
import type { TriedWay, WhatIfAsk } from '../workers/protocol';
import { Ids } from '../shop-store/ids';
import { Planning } from './planning';
import { ProjectActions } from '../shop-store/project-actions';
import { RackActions } from '../shop-store/rack-actions';
import { SHOP_REPOSITORY, ShopStore } from '../shop-store/shop.store';
import { Today } from '../shop-store/today';
import { largestKey, WhatIf } from './what-if';

let injector: EnvironmentInjector;
let run = 0;

beforeEach(async () => {
  vi.stubGlobal('Worker', FakeWorker);
  FakeWorker.made.length = 0;
  const repository = new ShopRepository(new ShopDb(`what-if-${++run}`));
  injector = createEnvironmentInjector(
    [
      { provide: SHOP_REPOSITORY, useValue: repository },
      {
        provide: Planning,
        useValue: { look: signal(null), lend: () => Promise.resolve(new MessageChannel().port2) },
      },
      ShopStore,
      Ids,
      RackActions,
      Today,
      ProjectActions,
      WhatIf,
    ],
    Injector.NULL as EnvironmentInjector,
  );
  await store().load();
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
const asked = (): WhatIfAsk[] => worker().asked<WhatIfAsk>();
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
  accepted: false,
};
const tried = (id: string, project: Project): TriedWay => ({
  way: {
    id,
    kind: 'grade',
    partId: project.parts[0]?.id ?? '',
    title: id,
    price: 'seen',
    joints: 0,
    money: 0,
  },
  project,
  pieces: { added: [], updated: [], removed: [] },
  plan,
  plans: new Map([[project.id, plan]]),
});

describe('ways out', () => {
  it('are asked with the project’s id and a port for the rack, told one by one, and done', async () => {
    const bench = named('Boot bench');
    whatIf().tryWays(bench);
    await settled();
    const [ask] = asked();
    expect(ask).toMatchObject({ kind: 'ways', projectId: bench.id, unit: 'mm' });
    expect(whatIf().running()).toBe('ways');
    worker().progress({ kind: 'way', tried: tried('a', bench) });
    expect([...whatIf().plans().keys()]).toEqual(['a']);
    worker().done(null);
    await settled();
    expect(whatIf().running()).toBeNull();
    expect(whatIf().holdsFor(bench)).toBe(true);
  });

  it('hold for the very project and rack that they were tried on, and for no other', () => {
    const bench = named('Boot bench');
    whatIf().tryWays(bench);
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
    whatIf().tryWays(bench);
    expect(whatIf().holdsFor(bench)).toBe(true);
    actions().addParts(named('Oar rack'), [readPartLine('cleat 200 x 40 x 20', 'mm')]);
    expect(whatIf().holdsFor(named('Boot bench'))).toBe(false);
  });

  it('end with the question that follows, whose answers alone count', async () => {
    const bench = named('Boot bench');
    whatIf().tryWays(bench);
    await settled();
    const first = worker();
    whatIf().askCould();
    await settled();
    expect(first.terminate).toHaveBeenCalledOnce();
    expect(FakeWorker.made).toHaveLength(2);
    first.progress({ kind: 'way', tried: tried('a', bench) });
    expect(whatIf().plans().size).toBe(0);
  });

  it('say that they broke off, and what was tried stays', async () => {
    const bench = named('Boot bench');
    whatIf().tryWays(bench);
    await settled();
    worker().progress({ kind: 'way', tried: tried('a', bench) });
    worker().onerror?.({ message: 'out of memory' });
    await settled();
    expect([whatIf().failed(), whatIf().running(), whatIf().plans().size]).toEqual([
      'out of memory',
      null,
      1,
    ]);
    whatIf().tryWays(bench);
    expect(whatIf().failed()).toBeNull();
  });

  it('are taken with their plan as one step of undo', () => {
    const bench = named('Boot bench');
    const way = tried('a', { ...bench, note: 'by a way out' });
    actions().applyWay(way);
    expect(named('Boot bench')).toMatchObject({ note: 'by a way out', plan: { spentM2: 0.1 } });
    store().undo();
    expect(named('Boot bench')).toEqual(bench);
  });
});

describe('the largest', () => {
  const design = SHIPPED_DESIGNS[0] as Design;
  const [length, depth] = design.sizes as readonly [DesignSize, DesignSize];
  const sized = (): Project => ({
    ...named('Boot bench'),
    design: { id: design.id, sizes: { L: 1300, D: 340 } },
  });

  it('is asked for one size, and a new question drops the old answer', async () => {
    whatIf().findLargest(design, length, sized());
    await settled();
    worker().progress({ kind: 'largest', largest: { key: 'L', mm: 1500, tried: null, notAt: null } });
    expect(whatIf().largest()?.mm).toBe(1500);
    whatIf().findLargestTwo(design, [length, depth], sized());
    await settled();
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
    worker().progress({ kind: 'largest-two', largest: found });
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
  it('asks own designs first, ranks what it hears, and keeps it when stopped', async () => {
    whatIf().askCould();
    await settled();
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
    worker().progress({ kind: 'could', could: could('short', 0.4) });
    worker().progress({ kind: 'could', could: could('whole', 1) });
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
