import { computed, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import {
  isBetterPlan,
  planForProject,
  projectInstance,
  type MatchInstance,
  type MatchPlan,
  type MatchStep,
  type Project,
} from '@aldrek/core';
import type { MatchAnswer, MatchAsk } from '../workers/protocol';
import { ProjectActions } from './project-actions';
import { ShopStore } from './shop.store';

/** How long a search goes on unless it is stopped, s. */
const SECONDS = 8;

interface MatchState {
  /** The project that is being matched, or null. */
  readonly projectId: string | null;
  readonly plan: MatchPlan | null;
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
    let instance: MatchInstance | null = null;
    let best: MatchPlan | null = null;

    const say = (message: MatchAsk, to = workers): void =>
      to.forEach((worker) => worker.postMessage(message));

    const finish = (plan: MatchPlan): void => {
      const project = shop.projectById().get(store.projectId() ?? '');
      if (project && instance) actions.keepPlan(project, planForProject(plan, instance));
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
          const better = data.plan !== null && isBetterPlan(data.plan, best);
          if (better && data.plan) {
            best = data.plan;
            say(
              { version: 2, kind: 'hear', plan: best },
              workers.filter((_, i) => i !== from),
            );
          }
          if (from > 0 && !better) return;
          patchState(store, {
            ...(from === 0 ? { share: data.share, round: data.round, stage: data.stage } : {}),
            ...(better && best ? { plan: best } : {}),
          });
          return;
        }
        case 'done':
          if (from > 0) return;
          finish(isBetterPlan(data.plan, best) || best === null ? data.plan : best);
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
        instance = projectInstance(project, shop.pieces(), shop.habits());
        patchState(store, { ...IDLE, projectId: project.id });
        const many = navigator.hardwareConcurrency > 2 ? 2 : 1;
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
              version: 2,
              kind: 'start',
              instance: instance as MatchInstance,
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
        if (best) finish(best);
        else say({ version: 2, kind: 'stop' });
      },
      close,
    };
  }),
  withHooks({ onDestroy: (store) => store.close() }),
);
