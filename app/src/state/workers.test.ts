import 'fake-indexeddb/auto';
import '@angular/compiler';
import { createEnvironmentInjector, Injector, type EnvironmentInjector } from '@angular/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
  asOne,
  DEFAULT_HABITS,
  DEFAULT_MACHINES,
  matchSteps,
  readPartLine,
  readTallyLine,
  plansOf,
  projectInstance,
  type MatchPlan,
  type Piece,
  type PieceYield,
} from '@aldrek/core';
import { FakeWorker } from '../../test-support/fake-worker';
import { ShopDb } from '../storage/shop-db';
import { ShopRepository } from '../storage/shop-repository';
import type { MatchAnswer, MatchAsk, YieldQuestion } from '../workers/protocol';
import { Ids } from './ids';
import { MatchStore } from './match.store';
import { ProjectActions } from './project-actions';
import { RackActions } from './rack-actions';
import { SHOP_REPOSITORY, ShopStore } from './shop.store';
import { Today } from './today';
import { YieldService } from './yield.service';

let injector: EnvironmentInjector;
let run = 0;

beforeEach(() => {
  vi.stubGlobal('Worker', FakeWorker);
  FakeWorker.made.length = 0;
  const repository = new ShopRepository(new ShopDb(`workers-${++run}`));
  injector = createEnvironmentInjector(
    [
      { provide: SHOP_REPOSITORY, useValue: repository },
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

  it('asks one question at a time, and of those that wait only the newest', () => {
    const service = injector.get(YieldService);
    const heard: number[] = [];
    for (let i = 0; i < 5; i++) {
      service.ask(piece, of, (given) => heard.push(i + given.share));
    }
    const [worker] = FakeWorker.made;
    expect(worker?.told).toHaveLength(1);
    worker?.answer({ version: 2, ask: 1, result: result(0.5) });
    expect((worker?.told as YieldQuestion[]).map((ask) => ask.ask)).toEqual([1, 5]);
    worker?.answer({ version: 2, ask: 5, result: result(0.25) });
    expect(heard).toEqual([0.5, 4.25]);
  });

  it('goes on with a fresh worker when one breaks', () => {
    const service = injector.get(YieldService);
    const heard: number[] = [];
    service.ask(piece, of, () => heard.push(1));
    service.ask(piece, of, () => heard.push(2));
    FakeWorker.made[0]?.onerror?.({ message: 'broke' });
    expect(FakeWorker.made[0]?.terminate).toHaveBeenCalledOnce();
    FakeWorker.made[1]?.answer({ version: 2, ask: 2, result: result(1) });
    expect(heard).toEqual([2]);
  });
});

describe('the match store', () => {
  function ready() {
    injector.get(RackActions).tally([readTallyLine('board 1000 x 100 x 25 oak', 'mm')]);
    injector.get(ProjectActions).create('Boot bench');
    const [project] = injector.get(ShopStore).projects();
    if (!project) throw new Error('no project was made');
    injector.get(ProjectActions).addParts(project, [readPartLine('rail 900 x 60 x 20', 'mm')]);
    const store = injector.get(MatchStore);
    const bench = () => injector.get(ShopStore).projects()[0];
    const current = bench();
    if (current) store.start(current);
    const worker = FakeWorker.made[0];
    const [ask] = (worker?.told ?? []) as MatchAsk[];
    if (!worker || ask?.kind !== 'start') throw new Error('the worker was not told to start');
    const instance = projectInstance(asOne(ask.projects), ask.pieces, ask.rules);
    const first = matchSteps(instance).next();
    const plan = (first.done === true ? null : first.value.plan) as MatchPlan;
    const shown = plansOf(plan, instance, {}, ask.projects);
    const say = (answer: MatchAnswer): void => worker.answer(answer);
    return { store, bench, worker, plan, shown, say };
  }

  it('shows the best so far, and keeps the last plan with its project', () => {
    const { store, bench, plan, shown, say } = ready();
    expect(store.running()).toBe(true);
    say({ version: 4, kind: 'progress', plan, shown, share: 0.3, round: 10, stage: 'first' });
    say({ version: 4, kind: 'progress', plan: null, shown: null, share: 0.6, round: 20, stage: 'greedy' });
    expect([store.plans(), store.share(), store.round()]).toEqual([shown, 0.6, 20]);
    expect(bench()?.plan).toBeUndefined();
    say({ version: 4, kind: 'done', plan, shown, round: 30 });
    expect(store.running()).toBe(false);
    expect(bench()?.plan).toMatchObject({ coverage: 1, accepted: false });
  });

  it('tells the worker to stop, and waits for what it has', () => {
    const { store, worker } = ready();
    store.stop();
    expect(worker.told.at(-1)).toEqual({ version: 4, kind: 'stop' });
    expect(store.running()).toBe(true);
  });

  it('says when the search broke off, and keeps nothing of it', () => {
    const { store, bench, say } = ready();
    say({ version: 4, kind: 'failed', message: 'out of memory' });
    expect([store.running(), store.failed()]).toEqual([false, 'out of memory']);
    expect(bench()?.plan).toBeUndefined();
  });

  it('drops a plan whose piece was deleted meanwhile', () => {
    const { store, bench, plan, shown, say } = ready();
    injector.get(RackActions).remove([...injector.get(ShopStore).pieces()]);
    say({ version: 4, kind: 'done', plan, shown, round: 30 });
    expect(store.running()).toBe(false);
    expect(bench()?.plan).toBeUndefined();
  });
});
