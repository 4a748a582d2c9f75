/**
 * A part of a plan solved anew as a small problem of its own: some related boards are taken up, they and some unused
 * ones are priced by column generation for just what is open then, and a small whole-number programme picks the best of
 * the ways to cut them (large-neighbourhood search, Shaw 1998, with a restricted master inside it).
 *
 * Now and then one of the boards that give least for what they spend must stay out: what it gave has to find room on the others, whose prices rise
 * until ways to cut come up that are fuller than any that fractions would ask for.
 */
import { dropUnfinished, layChosen, type Draft } from './draft.ts';
import { fillGreedily } from './greedy.ts';
import type { Improver } from './improve.ts';
import { reducedGain } from './master.ts';
import type { Effort } from './pattern.ts';
import type { Column } from './problem.ts';
import { NO_GAIN, TOUCH } from './tolerances.ts';
import type { WholeLimits, WholePlans } from './whole-plans.ts';

export interface NeighbourhoodLimits extends Omit<WholeLimits, 'relaid'> {
  /** Rounds of pricing. */
  readonly rounds: number;
  /** Whether one of the boards taken up must stay out. */
  readonly without: boolean;
}

/** The plan at hand with `release` boards and what hangs on them laid anew; null where nothing came of it. */
export function solveNeighbourhood(
  wholes: WholePlans,
  improver: Improver,
  release: number,
  effort: Effort,
  limits: NeighbourhoodLimits,
): Draft | null {
  const { problem, master } = wholes;
  const { rounds, without } = limits;
  const covered = improver.score.openMm2 === 0;
  const { draft, released: off } = without ? improver.partlyAroundWorst(release) : improver.partly(release);
  if (off.length === 0) return null;
  const released = off.map((column) => master.cheapest(column));
  const out = without && released.length > 1 ? (released[0]?.board ?? -1) : -1;
  const boards = improver.candidatesFor(draft, released, 10).filter((b) => b !== out);
  const among = new Set(boards);
  const start = new Set(out < 0 ? released : []);
  const columns = master.fitting(draft).filter(({ board }) => among.has(board));
  let answer = master.linear(columns, draft);
  if (!answer) return null;
  for (let round = 0; round < rounds; round++) {
    let gained = 0;
    for (const b of boards) {
      const column = problem.column(b, answer.prices, draft.open, draft.species, effort);
      if (!column) continue;
      const gain = reducedGain(problem, column, answer);
      if (gain <= NO_GAIN || !master.add(column)) continue;
      columns.push(column);
      gained += gain;
    }
    if (gained < 1e-4 * answer.objective) break;
    const next = master.linear(columns, draft);
    if (!next) return null;
    answer = next;
  }
  const limit = covered ? off.reduce((sum, { cost }) => sum + cost, 0) : Infinity;
  const chosen = wholes.choose(columns, draft, answer, limit, start, limits);
  if (!chosen) return null;
  layChosen(problem, chosen, start, draft);
  if (draft.open.some((left) => left > TOUCH)) {
    const dear = answer.prices.map((price) => price * 2);
    fillGreedily(problem, draft, boards, dear, effort, (column: Column) => master.add(column));
  }
  dropUnfinished(problem, draft);
  return draft;
}
