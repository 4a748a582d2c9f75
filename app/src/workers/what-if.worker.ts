import {
  couldMake,
  coversAll,
  KnownBoards,
  largest,
  largestOfTwo,
  tryProject,
  type Solver,
} from '@aldrek/core';
import type { WhatIfAnswer, WhatIfAsk } from './protocol';
import { solverAtHand } from './solver-at-hand';

/** Steps of the engine for one way out: enough for a plan within a few per cent. */
const STEPS = 120;

let latest = 0;

type Telling = WhatIfAnswer extends infer Answer
  ? Answer extends unknown
    ? Omit<Answer, 'version' | 'ask'>
    : never
  : never;

addEventListener('message', ({ data }: MessageEvent<WhatIfAsk>) => {
  latest = data.ask;
  const tell = (answer: Telling): void => postMessage({ version: 2, ask: data.ask, ...answer });
  reckon(data, tell)
    .then(() => tell({ kind: 'done' }))
    .catch((error: unknown) =>
      tell({ kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
    );
});

async function reckon(asked: WhatIfAsk, tell: (answer: Telling) => void): Promise<void> {
  const solver = await solverAtHand();
  for (const answer of answers(asked, solver)) {
    tell(answer);
    // A look at the post: a later question ends this one.
    await new Promise((resolve) => setTimeout(resolve));
    if (latest !== asked.ask) return;
  }
}

function* answers(asked: WhatIfAsk, solver: Solver | null): Generator<Telling, void> {
  const { habits, machines } = asked.rules;
  const rules = { habits, machines, known: new KnownBoards(habits, machines) };
  switch (asked.kind) {
    case 'ways':
      for (const { id, project, pieces } of asked.ways) {
        const { plan, plans } = tryProject(
          project,
          pieces ?? asked.pieces,
          rules,
          STEPS,
          solver,
          (found) => coversAll(found) && found.estimate !== null,
          asked.mates.map((mate) => (mate.id === project.id ? project : mate)),
        );
        yield { kind: 'way', id, plan, plans };
      }
      return;
    case 'largest': {
      const { design, sizes, size, project, pieces } = asked;
      for (const found of largest(design, sizes, size, project, pieces, rules, solver))
        yield { kind: 'largest', largest: found };
      return;
    }
    case 'largest-two': {
      const { design, sizes, pair, project, pieces } = asked;
      for (const found of largestOfTwo(design, sizes, pair, project, pieces, rules, solver))
        yield { kind: 'largest-two', largest: found };
      return;
    }
    case 'could':
      for (const could of couldMake(asked.designs, asked.pieces, rules, solver))
        yield { kind: 'could', could };
  }
}
