import { computed, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import {
  planForProject,
  projectInstance,
  type MatchInstance,
  type MatchPlan,
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
  readonly failed: string | null;
}

const IDLE: MatchState = { projectId: null, plan: null, share: 0, round: 0, failed: null };

/** The search for a plan, in a worker; the best plan so far is always at hand. */
export const MatchStore = signalStore(
  { providedIn: 'root' },
  withState(IDLE),
  withComputed(({ projectId }) => ({ running: computed(() => projectId() !== null) })),
  withMethods((store, shop = inject(ShopStore), actions = inject(ProjectActions)) => {
    let worker: Worker | null = null;
    let instance: MatchInstance | null = null;

    const say = (message: MatchAsk): void => worker?.postMessage(message);

    const finish = (plan: MatchPlan): void => {
      const project = shop.projectById().get(store.projectId() ?? '');
      if (project && instance) actions.keepPlan(project, planForProject(plan, instance));
      patchState(store, IDLE);
    };

    const hear = ({ data }: MessageEvent<MatchAnswer>): void => {
      switch (data.kind) {
        case 'progress':
          patchState(store, {
            share: data.share,
            round: data.round,
            ...(data.plan ? { plan: data.plan } : {}),
          });
          return;
        case 'done':
          finish(data.plan);
          return;
        case 'failed':
          patchState(store, { ...IDLE, failed: data.message });
          return;
      }
    };

    return {
      start(project: Project, seed = 1): void {
        worker ??= new Worker(new URL('../workers/match.worker', import.meta.url), { type: 'module' });
        worker.onmessage = hear;
        worker.onerror = (event) => patchState(store, { ...IDLE, failed: event.message });
        instance = projectInstance(project, shop.pieces(), shop.habits());
        patchState(store, { ...IDLE, projectId: project.id });
        say({ version: 1, kind: 'start', instance, seconds: SECONDS, seed });
      },
      /** Ends the search; the best plan so far is kept. */
      stop(): void {
        say({ version: 1, kind: 'stop' });
      },
      close(): void {
        worker?.terminate();
        worker = null;
      },
    };
  }),
  withHooks({ onDestroy: (store) => store.close() }),
);
