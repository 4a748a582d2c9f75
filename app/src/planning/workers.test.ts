import 'fake-indexeddb/auto';
import '@angular/compiler';
import { createEnvironmentInjector, Injector, signal, type EnvironmentInjector } from '@angular/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { asOne, matchSteps, plansOf, projectInstance, type MatchPlan } from '@aldrek/core/match';
import { readPartLine } from '@aldrek/core/project';
import { readTallyLine, type Piece } from '@aldrek/core/wood';
import { DEFAULT_HABITS, DEFAULT_MACHINES, type PieceYield } from '@aldrek/core/yield';
import { FakeWorker, settled } from '../../test-support/fake-worker';
import { ShopDb } from '../storage/shop-db';
import { ShopRepository } from '../storage/shop-repository';
import type { MatchAnswer, MatchAsk, MatchProgress, YieldQuestion } from '../workers/protocol';
import { Ids } from '../shop-store/ids';
import { MatchStore } from './match.store';
import { Planning } from './planning';
import { ProjectActions } from '../shop-store/project-actions';
import { RackActions } from '../shop-store/rack-actions';
import { SHOP_REPOSITORY, ShopStore } from '../shop-store/shop.store';
import { Today } from '../shop-store/today';
import { YieldService } from '../estimates/yield.service';

let injector: EnvironmentInjector;
let run = 0;

beforeEach(async () => {
  vi.stubGlobal('Worker', FakeWorker);
  FakeWorker.made.length = 0;
  const repository = new ShopRepository(new ShopDb(`workers-${++run}`));
  const planning = {
    look: signal(null),
    lend: () => Promise.resolve(new MessageChannel().port2),
  };
  injector = createEnvironmentInjector(
    [
      { provide: SHOP_REPOSITORY, useValue: repository },
      { provide: Planning, useValue: planning },
      ShopStore,
      Ids,
      RackActions,
      Today,
      ProjectActions,
      MatchStore,
      YieldService,
    ],
    Injector.NULL as EnvironmentInjector,
  );
  await injector.get(ShopStore).load();
});
afterEach(() => {
  injector.destroy();
  vi.unstubAllGlobals();
});

describe('the yield service', () => {
  const piece = { id: 'p' } as Piece;
  const of = {
    grade: 'clear',
    habits: DEFAULT_HABITS,
    machines: DEFAULT_MACHINES,
    wish: 'area',
  } as const;
  const result = (share: number) => ({ share }) as PieceYield;

  it('asks one question at a time, and of those that wait only the newest', async () => {
    const service = injector.get(YieldService);
    const heard: number[] = [];
    for (let i = 0; i < 5; i++)
      service.ask({ ...piece, length: i }, of, (given) => heard.push(i + (given?.share ?? 0)));
    const [worker] = FakeWorker.made;
    expect(worker?.told).toHaveLength(1);
    worker?.done(result(0.5));
    await settled();
    expect(worker?.asked<YieldQuestion>().map((ask) => ask.piece.length)).toEqual([0, 4]);
    worker?.done(result(0.25));
    await settled();
    expect(heard).toEqual([0.5, 4.25]);
  });

  it('says so when a worker breaks, and goes on with a fresh one', async () => {
    const service = injector.get(YieldService);
    const heard: (number | null)[] = [];
    service.ask(piece, of, (given) => heard.push(given && 1));
    service.ask(piece, of, (given) => heard.push(given && 2));
    FakeWorker.made[0]?.onerror?.({ message: 'broke' });
    await settled();
    expect(FakeWorker.made[0]?.terminate).toHaveBeenCalledOnce();
    FakeWorker.made[1]?.done(result(1));
    await settled();
    expect(heard).toEqual([null, 2]);
  });
});

describe('the match store', () => {
  async function ready() {
    injector.get(RackActions).tally([readTallyLine('board 1000 x 100 x 25 oak', 'mm')]);
    injector.get(ProjectActions).create('Boot bench');
    const shop = injector.get(ShopStore);
    const bench = () => shop.projects()[0];
    const made = bench();
    if (!made) throw new Error('no project was made');
    injector.get(ProjectActions).addParts(made, [readPartLine('rail 900 x 60 x 20', 'mm')]);
    const store = injector.get(MatchStore);
    const current = bench();
    if (current) store.start(current);
    await settled();
    const worker = FakeWorker.made[0];
    const [ask] = worker?.asked<MatchAsk>() ?? [];
    if (!worker || !ask) throw new Error('the worker was not told to start');
    const rules = { habits: shop.habits(), machines: shop.machines() };
    const projects = shop.projects();
    const instance = projectInstance(asOne(projects), shop.pieces(), rules);
    const first = matchSteps(instance).next();
    const plan = (first.done === true ? null : first.value.plan) as MatchPlan;
    const shown = plansOf(plan, instance, {}, projects, shop.pieces(), rules);
    const done = (fault: string | null = null): MatchAnswer => ({ plan, shown, fault });
    const progress = (more: Partial<MatchProgress>): MatchProgress => ({
      plan: null,
      shown: null,
      share: 0,
      round: 0,
      stage: 'first',
      ...more,
    });
    return { store, bench, worker, ask, plan, shown, done, progress };
  }

  it('asks with ids and a port, not with the rack', async () => {
    const { ask, bench } = await ready();
    expect(ask.projectIds).toEqual([bench()?.id]);
    expect(Object.keys(ask).sort()).toEqual(['port', 'projectIds', 'role', 'seconds', 'seed']);
    expect(ask.seconds).toBe(10);
  });

  it('searches longer on a large rack', async () => {
    const { store, bench } = await ready();
    injector.get(RackActions).tally([readTallyLine('80 board 1000 x 100 x 25 oak', 'mm')]);
    store.abandon();
    const project = bench();
    if (project) store.start(project);
    await settled();
    expect(FakeWorker.made.flatMap((made) => made.asked<MatchAsk>()).at(-1)?.seconds).toBe(15);
  });

  it('shows the best so far, and keeps the last plan with its project and its question', async () => {
    const { store, bench, plan, shown, worker, done, progress } = await ready();
    expect(store.running()).toBe(true);
    worker.progress(progress({ plan, shown, share: 0.3, round: 10 }));
    worker.progress(progress({ share: 0.6, round: 20, stage: 'greedy' }));
    expect([store.plans(), store.share(), store.round()]).toEqual([shown, 0.6, 20]);
    expect(bench()?.plan).toBeUndefined();
    worker.done(done());
    await settled();
    expect(store.running()).toBe(false);
    expect(bench()?.plan).toMatchObject({ coverage: 1, accepted: false });
    expect(Object.keys(bench()?.plan?.question?.boards ?? {})).toHaveLength(1);
  });

  it('tells what the checker refused, and keeps the plan that passed', async () => {
    const { store, bench, worker, done } = await ready();
    worker.done(done('rail #1: only 1 are wanted'));
    await settled();
    expect(store.refused()).toBe('rail #1: only 1 are wanted');
    expect(bench()?.plan?.coverage).toBe(1);
  });

  it('tells the worker to stop, and waits for what it has; or keeps what is shown', async () => {
    const { store, worker, plan, shown, progress, bench } = await ready();
    store.stop();
    expect(worker.notes()).toEqual([{ kind: 'stop' }]);
    expect(store.running()).toBe(true);
    worker.progress(progress({ plan, shown }));
    store.stop();
    expect(store.running()).toBe(false);
    expect(bench()?.plan?.coverage).toBe(1);
  });

  it('says when the search broke off, and keeps nothing of it', async () => {
    const { store, bench, worker } = await ready();
    worker.failed('out of memory');
    await settled();
    expect([store.running(), store.failed()]).toEqual([false, 'out of memory']);
    expect(bench()?.plan).toBeUndefined();
  });

  it('keeps the best so far of a worker that died', async () => {
    const { store, bench, worker, plan, shown, progress } = await ready();
    worker.progress(progress({ plan, shown }));
    worker.onerror?.({ message: 'killed' });
    await settled();
    expect(store.running()).toBe(false);
    expect(store.refused()).toContain('killed');
    expect(bench()?.plan?.coverage).toBe(1);
  });

  it('is abandoned without a trace when the hand goes on', async () => {
    const { store, bench, worker, plan, shown, progress } = await ready();
    worker.progress(progress({ plan, shown }));
    store.abandon();
    await settled();
    expect([store.running(), store.plans(), bench()?.plan]).toEqual([false, null, undefined]);
    expect(worker.told.at(-1)).toMatchObject({ kind: 'cancel' });
  });

  it('keeps its worker ready for the next search, but for one that is still at the last, and not for ever', async () => {
    const { store, bench, worker, done } = await ready();
    const again = async (): Promise<void> => {
      const project = bench();
      if (project) store.start(project);
      await settled();
    };
    worker.done(done());
    await settled();
    await again();
    expect(FakeWorker.made).toHaveLength(1);
    expect(worker.asked<MatchAsk>()).toHaveLength(2);
    store.abandon();
    await again();
    expect(worker.terminate).toHaveBeenCalledOnce();
    expect(FakeWorker.made).toHaveLength(2);
    vi.useFakeTimers();
    store.abandon();
    FakeWorker.made[1]?.done(done());
    vi.advanceTimersByTime(119_000);
    expect(FakeWorker.made[1]?.terminate).not.toHaveBeenCalled();
    vi.advanceTimersByTime(2_000);
    expect(FakeWorker.made[1]?.terminate).toHaveBeenCalledOnce();
    vi.useRealTimers();
  });

  it('drops a plan whose piece was deleted meanwhile', async () => {
    const { store, bench, worker, done } = await ready();
    injector.get(RackActions).remove([...injector.get(ShopStore).pieces()]);
    worker.done(done());
    await settled();
    expect(store.running()).toBe(false);
    expect(bench()?.plan).toBeUndefined();
  });
});
