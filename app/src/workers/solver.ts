import loadHighs from 'highs';
import wasmPath from 'highs/runtime';
import { solverFrom, type Solver } from '@aldrek/core/match';

/** The solver of linear and whole-number programmes, fetched when a search first wants it. */
export async function loadSolver(): Promise<Solver> {
  const highs = await loadHighs({ locateFile: () => new URL(wasmPath, self.location.href).href });
  return solverFrom(highs);
}
