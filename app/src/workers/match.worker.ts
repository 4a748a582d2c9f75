import {
  asOne,
  chooseGroups,
  KnownBoards,
  matchSteps,
  plansOf,
  projectInstance,
  type MatchPlan,
  type SearchOptions,
  type Solver,
} from '@aldrek/core';
import type { MatchAnswer, MatchAsk, PlansById } from './protocol';
import { solverAtHand } from './solver-at-hand';

/** Between looks at what the page says, the search runs this long, ms. */
const STRETCH = 60;

/** Steps of improvement that better nothing, after which the maker need not wait longer. */
const PATIENCE = 300;
const PATIENCE_PER_BOARD = 30;

let stopped = false;
let heard: MatchPlan | undefined;

addEventListener('message', ({ data }: MessageEvent<MatchAsk>) => {
  switch (data.kind) {
    case 'stop':
      stopped = true;
      return;
    case 'hear':
      heard = data.plan;
      return;
    case 'start':
      stopped = false;
      heard = undefined;
      search(data).catch((error: unknown) => {
        const message = error instanceof Error ? error.message : String(error);
        answer({ version: 4, kind: 'failed', message });
      });
  }
});

const answer = (message: MatchAnswer): void => postMessage(message);

async function search(ask: Extract<MatchAsk, { kind: 'start' }>): Promise<void> {
  const { projects, pieces, seed, second, seconds } = ask;
  const { habits, machines } = ask.rules;
  const rules = { habits, machines, known: new KnownBoards(habits, machines) };
  const project = asOne(projects);
  const groups = chooseGroups(project, pieces, rules);
  const instance = projectInstance(project, pieces, rules, groups);
  const shownOf = (plan: MatchPlan): PlansById => plansOf(plan, instance, groups, projects);
  const begin = performance.now();
  const end = begin + seconds * 1000;
  // The first plan needs no solver, so it does not wait for one.
  const secondsLeft = (): number => (end - performance.now()) / 1000;
  const options: SearchOptions & { solver: Solver | null } = { seed, second, secondsLeft, solver: null };
  const steps = matchSteps(instance, options);
  const loading = solverAtHand();
  let best: MatchPlan | null = null;
  let told: MatchPlan | null = null;
  let round = 0;
  let idle = 0;
  const patience = PATIENCE + PATIENCE_PER_BOARD * instance.boards.length;
  for (;;) {
    const pause = performance.now() + STRETCH;
    let finished = false;
    let stage: 'first' | 'greedy' | 'prices' | 'dive' | 'improve' = 'first';
    while (performance.now() < pause) {
      const step = steps.next(heard);
      heard = undefined;
      if (step.done === true) {
        finished = true;
        break;
      }
      ({ round, stage } = step.value);
      idle = step.value.better || stage !== 'improve' ? 0 : idle + 1;
      if (!second && idle > patience) {
        finished = true;
        break;
      }
      best = step.value.plan;
      if (round === 0) break;
    }
    const now = performance.now();
    if (best !== null && (finished || stopped || now >= end)) {
      answer({ version: 4, kind: 'done', plan: best, shown: shownOf(best), round });
      return;
    }
    const share = Math.min(1, (now - begin) / (seconds * 1000));
    const news = best === told ? null : best;
    const shown = news && shownOf(news);
    answer({ version: 4, kind: 'progress', plan: news, shown, share, round, stage });
    told = best;
    if (stage === 'first') options.solver = await loading;
    await new Promise((resolve) => setTimeout(resolve));
  }
}
