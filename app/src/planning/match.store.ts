import { computed, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { isBetterPlan, provenBy, type MatchPlan, type MatchStep } from '@aldrek/core/match';
import { matesOf, type Project } from '@aldrek/core/project';
import { isCancelled, WorkerClient, type Call } from '../workers/client';
import type { MatchAnswer, MatchAsk, MatchNote, MatchProgress, PlansById } from '../workers/protocol';
import { Planning } from './planning';
import { ProjectActions } from '../shop-store/project-actions';
import { ShopStore } from '../shop-store/shop.store';

/** How long a search goes on unless it is stopped, s, on a rack of up to so many pieces: on a large one prices alone take ten. */
const SECONDS: readonly { readonly upTo: number; readonly seconds: number }[] = [
  { upTo: 60, seconds: 10 },
  { upTo: 300, seconds: 15 },
  { upTo: 1500, seconds: 45 },
  { upTo: Infinity, seconds: 150 },
];

/** Workers wait so long for the next search, ms: it finds their code compiled, worth about a second of its time. */
const KEPT_READY = 120_000;

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
  /** What the checker found wrong with a plan that was made and put away, in words. */
  readonly refused: string | null;
}

const IDLE: MatchState = {
  projectIds: [],
  plans: null,
  share: 0,
  round: 0,
  stage: 'first',
  failed: null,
  refused: null,
};

type Search = WorkerClient<MatchAsk, MatchAnswer, MatchProgress, MatchNote>;

/** The search for a plan, in workers; the best plan so far is always at hand. */
export const MatchStore = signalStore(
  { providedIn: 'root' },
  withState(IDLE),
  withComputed(({ projectIds }) => ({ running: computed(() => projectIds().length > 0) })),
  withMethods(
    (store, shop = inject(ShopStore), actions = inject(ProjectActions), planning = inject(Planning)) => {
      let clients: Search[] = [];
      let calls: Call<MatchAnswer, MatchNote>[] = [];
      let best: { readonly plan: MatchPlan; readonly shown: PlansById } | null = null;
      let proven = 0;
      let run = 0;
      let resting: ReturnType<typeof setTimeout> | undefined;

      const endWorkers = (): void => {
        clearTimeout(resting);
        for (const client of clients) client.close();
        clients = [];
      };

      /** Ends the search; its workers stay ready for the next one for a while. */
      const close = (): void => {
        run++;
        for (const call of calls) call.cancel();
        calls = [];
        clearTimeout(resting);
        resting = setTimeout(endWorkers, KEPT_READY);
      };

      /** As many workers as asked for; one that is still at an earlier search is replaced. */
      const workersFor = (many: number): Search[] => {
        clearTimeout(resting);
        while (clients.length < many)
          clients.push(
            new WorkerClient(
              () => new Worker(new URL('../workers/match.worker', import.meta.url), { type: 'module' }),
            ),
          );
        for (const client of clients) if (client.windingDown) client.close();
        return clients;
      };

      const finish = (plans: PlansById, refused: string | null): void => {
        actions.keepPlans(plans);
        // The second search may still be at work: what it says next is of no interest.
        close();
        patchState(store, { ...IDLE, refused });
      };

      const hear = (from: number, { plan, shown, share, round, stage }: MatchProgress): void => {
        const tells = plan !== null && provenBy(plan) > proven;
        // As good a plan with a better proof stands in for the one before.
        const better = plan !== null && shown !== null && isBetterPlan(plan, best?.plan ?? null);
        const known = better || (tells && shown !== null && !(best && isBetterPlan(best.plan, plan)));
        if (known) best = { plan, shown };
        if (tells) proven = provenBy(plan);
        // A search hears of better plans, and of what another has proven.
        if (better || tells) calls.forEach((call, i) => i !== from && call.note({ kind: 'heard', plan }));
        if (from > 0 && !known) return;
        patchState(store, {
          ...(from === 0 ? { share, round, stage } : {}),
          ...(known ? { plans: shown } : {}),
        });
      };

      const begin = async (projectIds: readonly string[], seed: number): Promise<void> => {
        const mine = run;
        const many = coresAtHand() > 2 ? 2 : 1;
        const ports = await Promise.all(Array.from({ length: many }, () => planning.lend()));
        if (mine !== run) return;
        const { length } = shop.pieces();
        const seconds = SECONDS.find(({ upTo }) => length <= upTo)?.seconds ?? 10;
        calls = workersFor(many).map((client, i) => {
          const port = ports[i] as MessagePort;
          const role = many === 1 ? 'alone' : i === 0 ? 'first' : 'second';
          const ask: MatchAsk = { projectIds, port, seconds, seed: seed + i, role };
          return client.ask(ask, (progress) => hear(i, progress), [port]);
        });
        // What becomes of the second search is no matter: the first goes on alone.
        calls.slice(1).forEach(({ result }) => void result.catch(() => undefined));
        const first = await (calls[0] as Call<MatchAnswer, MatchNote>).result;
        if (mine !== run) return;
        // Of plans as good as each other the last one knows most.
        const shown = best !== null && isBetterPlan(best.plan, first.plan) ? best.shown : first.shown;
        finish(shown, first.fault);
      };

      return {
        /** Matches a project, and at once those it is matched together with. */
        start(project: Project, seed = 1): void {
          close();
          best = null;
          proven = 0;
          const projectIds = matesOf(project, shop.projects()).map(({ id }) => id);
          patchState(store, { ...IDLE, projectIds });
          const mine = run;
          begin(projectIds, seed).catch((error: unknown) => {
            if (mine !== run || isCancelled(error)) return;
            const message = error instanceof Error ? error.message : String(error);
            // A worker that died leaves the best plan so far, if there is one.
            if (best) {
              finish(best.shown, `The search broke off (${message}); the best plan so far is kept.`);
              return;
            }
            close();
            patchState(store, { ...IDLE, failed: message });
          });
        },
        /** Ends the search; the best plan so far is kept. */
        stop(): void {
          if (best) finish(best.shown, null);
          else calls.forEach((call) => call.note({ kind: 'stop' }));
        },
        /** Ends the search and keeps nothing of it: the hand is at work again. */
        abandon(): void {
          close();
          patchState(store, IDLE);
        },
        close(): void {
          close();
          endWorkers();
        },
      };
    },
  ),
  withHooks({ onDestroy: (store) => store.close() }),
);
