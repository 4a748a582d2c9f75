import { matchSteps, type MatchPlan } from '@aldrek/core';
import type { MatchAnswer, MatchAsk } from './protocol';

/** Between looks at what the page says, the search runs this long, ms. */
const STRETCH = 60;

let stopped = false;

addEventListener('message', ({ data }: MessageEvent<MatchAsk>) => {
  if (data.kind === 'stop') {
    stopped = true;
    return;
  }
  stopped = false;
  search(data).catch((error: unknown) => {
    answer({ version: 1, kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  });
});

const answer = (message: MatchAnswer): void => postMessage(message);

async function search(ask: Extract<MatchAsk, { kind: 'start' }>): Promise<void> {
  const begin = performance.now();
  const end = begin + ask.seconds * 1000;
  const steps = matchSteps(ask.instance, ask.seed);
  let best: MatchPlan | null = null;
  let told: MatchPlan | null = null;
  let round = 0;
  for (;;) {
    const pause = performance.now() + STRETCH;
    let finished = false;
    while (performance.now() < pause) {
      const step = steps.next();
      if (step.done === true) {
        finished = true;
        break;
      }
      round = step.value.round;
      if (best === null || step.value.better) best = step.value.plan;
      if (round === 0) break;
    }
    const now = performance.now();
    if (best !== null && (finished || stopped || now >= end)) {
      answer({ version: 1, kind: 'done', plan: best, round });
      return;
    }
    const share = Math.min(1, (now - begin) / (ask.seconds * 1000));
    answer({ version: 1, kind: 'progress', plan: best === told ? null : best, share, round });
    told = best;
    await new Promise((resolve) => setTimeout(resolve));
  }
}
