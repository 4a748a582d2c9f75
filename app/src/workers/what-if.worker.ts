import {
  couldMake,
  coversAll,
  KnownBoards,
  largest,
  largestOfTwo,
  lookAt,
  tryProject,
  type Solver,
} from '@aldrek/core/match';
import { matesOf } from '@aldrek/core/project';
import { borrowed } from './borrowed';
import { offeredWays } from './offered-ways';
import type { LentShop, WhatIfAsk, WhatIfStep } from './protocol';
import { serve } from './serve';
import { solverAtHand } from './solver-at-hand';

/** Steps of the engine for one way out: enough for a plan within a few per cent. */
const STEPS = 120;

serve<WhatIfAsk, null, WhatIfStep>(async (ask, asked) => {
  const [solver, shop] = await Promise.all([solverAtHand(), borrowed(ask.port)]);
  for (const step of answers(ask, shop, solver)) {
    asked.progress(step);
    // Reads a pending cancel message.
    await asked.turn();
    if (asked.cancelled) break;
  }
  return null;
});

function* answers(
  ask: WhatIfAsk,
  { pieces, projects, rules: lent }: LentShop,
  solver: Solver | null,
): Generator<WhatIfStep, void> {
  const rules = { ...lent, known: new KnownBoards(lent.habits, lent.machines) };
  switch (ask.kind) {
    case 'ways': {
      const project = projects.find(({ id }) => id === ask.projectId);
      if (!project) return;
      const mates = matesOf(project, projects);
      const pieceById = new Map(pieces.map((piece) => [piece.id, piece]));
      const view = { pieces, projects, pieceById, rules };
      const look = lookAt(project, view);
      for (const { way, project: changed, pieces: own, delta } of offeredWays(
        project,
        look,
        view,
        ask.unit,
        ask.pricesPerM3,
      )) {
        const { plan, plans } = tryProject(
          changed,
          own,
          rules,
          STEPS,
          solver,
          (found) => coversAll(found) && found.estimate !== null,
          mates.map((mate) => (mate.id === project.id ? changed : mate)),
        );
        yield { kind: 'way', tried: { way, project: changed, pieces: delta, plan, plans } };
      }
      return;
    }
    case 'largest':
      for (const found of largest(ask.design, ask.sizes, ask.size, ask.project, pieces, rules, solver))
        yield { kind: 'largest', largest: found };
      return;
    case 'largest-two':
      for (const found of largestOfTwo(ask.design, ask.sizes, ask.pair, ask.project, pieces, rules, solver))
        yield { kind: 'largest-two', largest: found };
      return;
    case 'could':
      for (const could of couldMake(ask.designs, pieces, rules, solver)) yield { kind: 'could', could };
  }
}
