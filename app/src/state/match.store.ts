import { computed, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { isBetterPlan, matesOf, type MatchPlan, type MatchStep, type Project } from '@aldrek/core';
import type { MatchAnswer, MatchAsk, PlansById } from '../workers/protocol';
import { ProjectActions } from './project-actions';
import { ShopStore } from './shop.store';

/** How long a search goes on unless it is stopped, s. */
const SECONDS = 10;

const coresAtHand = (): number => (typeof navigator === 'undefined' ? 1 : navigator.hardwareConcurrency);

interface MatchState {
  /** The projects that are being matched; none when nothing is. */
  readonly projectIds: readonly string[];
  /** The best plan so far, as each project would keep it. */
  readonly plans: PlansById | null;
  readonly share: number;
  readonly round: number;
  readonly stage: MatchStep['stage'];
  readonly failed: string | null;
}

const IDLE: MatchState = {
  projectIds: [],
  plans: null,
  share: 0,
  round: 0,
  stage: 'first',
  failed: null,
};

/** The search for a plan, in a worker; the best plan so far is always at hand. */
export const MatchStore = signalStore(
  { providedIn: 'root' },
  withState(IDLE),
  withComputed(({ projectIds }) => ({ running: computed(() => projectIds().length > 0) })),
  withMethods((store, shop = inject(ShopStore), actions = inject(ProjectActions)) => {
    let workers: Worker[] = [];
    let best: { readonly plan: MatchPlan; readonly shown: PlansById } | null = null;

    const say = (message: MatchAsk, to = workers): void =>
      to.forEach((worker) => worker.postMessage(message));

    const finish = (plans: PlansById): void => {
      actions.keepPlans(plans);
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
              { version: 4, kind: 'hear', plan },
              workers.filter((_, i) => i !== from),
            );
          }
          if (from > 0 && !better) return;
          patchState(store, {
            ...(from === 0 ? { share: data.share, round: data.round, stage: data.stage } : {}),
            ...(better ? { plans: shown } : {}),
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
      /** Matches a project, and at once those it is matched together with. */
      start(project: Project, seed = 1): void {
        close();
        best = null;
        const projects = matesOf(project, shop.projects());
        patchState(store, { ...IDLE, projectIds: projects.map(({ id }) => id) });
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
              version: 4,
              kind: 'start',
              projects,
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
        else say({ version: 4, kind: 'stop' });
      },
      close,
    };
  }),
  withHooks({ onDestroy: (store) => store.close() }),
);
