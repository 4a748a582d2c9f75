import { computed, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { isBetterPlan, type MatchPlan, type MatchStep, type Project, type ProjectPlan } from '@aldrek/core';
import type { MatchAnswer, MatchAsk } from '../workers/protocol';
import { ProjectActions } from './project-actions';
import { ShopStore } from './shop.store';

/** How long a search goes on unless it is stopped, s. */
const SECONDS = 10;

const coresAtHand = (): number => (typeof navigator === 'undefined' ? 1 : navigator.hardwareConcurrency);

interface MatchState {
  /** The project that is being matched, or null. */
  readonly projectId: string | null;
  /** The best plan so far, as the project would keep it. */
  readonly plan: ProjectPlan | null;
  readonly share: number;
  readonly round: number;
  readonly stage: MatchStep['stage'];
  readonly failed: string | null;
}

const IDLE: MatchState = { projectId: null, plan: null, share: 0, round: 0, stage: 'first', failed: null };

/** The search for a plan, in a worker; the best plan so far is always at hand. */
export const MatchStore = signalStore(
  { providedIn: 'root' },
  withState(IDLE),
  withComputed(({ projectId }) => ({ running: computed(() => projectId() !== null) })),
  withMethods((store, shop = inject(ShopStore), actions = inject(ProjectActions)) => {
    let workers: Worker[] = [];
    let best: { readonly plan: MatchPlan; readonly shown: ProjectPlan } | null = null;

    const say = (message: MatchAsk, to = workers): void =>
      to.forEach((worker) => worker.postMessage(message));

    const finish = (plan: ProjectPlan): void => {
      const project = shop.projectById().get(store.projectId() ?? '');
      if (project) actions.keepPlan(project, plan);
      // The second search may still be at work: what it says next is of no interest.
      close();
      patchState(store, IDLE);
    };

    const close = (): void => {
      for (const worker of workers) worker.terminate();
      workers = [];
    };

    const hear = (from: number, { data }: MessageEvent<MatchAnswer>): void => {
      switch (data.kind) {
        case 'progress': {
          const { plan, shown } = data;
          const better = plan !== null && shown !== null && isBetterPlan(plan, best?.plan ?? null);
          if (better) {
            best = { plan, shown };
            say(
              { version: 3, kind: 'hear', plan },
              workers.filter((_, i) => i !== from),
            );
          }
          if (from > 0 && !better) return;
          patchState(store, {
            ...(from === 0 ? { share: data.share, round: data.round, stage: data.stage } : {}),
            ...(better ? { plan: shown } : {}),
          });
          return;
        }
        case 'done':
          if (from > 0) return;
          finish(best === null || isBetterPlan(data.plan, best.plan) ? data.shown : best.shown);
          return;
        case 'failed':
          if (from > 0) return;
          close();
          patchState(store, { ...IDLE, failed: data.message });
          return;
      }
    };

    return {
      start(project: Project, seed = 1): void {
        close();
        best = null;
        patchState(store, { ...IDLE, projectId: project.id });
        const many = coresAtHand() > 2 ? 2 : 1;
        workers = Array.from({ length: many }, (_, i) => {
          const worker = new Worker(new URL('../workers/match.worker', import.meta.url), { type: 'module' });
          worker.onmessage = (event: MessageEvent<MatchAnswer>) => hear(i, event);
          worker.onerror = (event) => {
            if (i === 0) patchState(store, { ...IDLE, failed: event.message });
          };
          return worker;
        });
        workers.forEach((worker, i) =>
          say(
            {
              version: 3,
              kind: 'start',
              project,
              pieces: shop.pieces(),
              rules: { habits: shop.habits(), machines: shop.machines() },
              seconds: SECONDS,
              seed: seed + i,
              second: i > 0,
            },
            [worker],
          ),
        );
      },
      /** Ends the search; the best plan so far is kept. */
      stop(): void {
        if (best) finish(best.shown);
        else say({ version: 3, kind: 'stop' });
      },
      close,
    };
  }),
  withHooks({ onDestroy: (store) => store.close() }),
);
