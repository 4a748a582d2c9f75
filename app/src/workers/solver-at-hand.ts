import type { Solver } from '@aldrek/core/match';

let solver: Promise<Solver | null> | null = null;

/** Without the solver a search goes by neighbourhoods alone: poorer plans, but plans. */
export function solverAtHand(): Promise<Solver | null> {
  solver ??= import('./solver')
    .then(({ loadSolver }) => loadSolver())
    .catch((error: unknown) => {
      console.warn('The solver did not load; the search goes on without it.', error);
      return null;
    });
  return solver;
}
