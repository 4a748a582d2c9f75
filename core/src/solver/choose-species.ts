/**
 * Whole plans by which species each panel is of. A panel is of one species, but fractions make it of half a panel's strips of one
 * and half of another, so that the linear programme lies far below any plan and its prices tell little: where three panels could
 * be of four species, by a fifth. With the species told, it is as near as where there is no panel, and branches end.
 *
 * Best first: the panel that the programme mixes most is told in each of its species, and so on where that still mixes one; what
 * lies above the limit is out.
 */
import TinyQueue from 'tinyqueue';
import { chooseColumns, type Choice, type Choosing } from './choose-columns.ts';
import type { Master, MasterAnswer } from './master.ts';
import type { Column, Problem } from './problem.ts';
import { NEVER_ZERO, SAME_COST, TOUCH } from './tolerances.ts';

/** With more ways than this a programme takes too long to be solved again and again. */
const MOST_COLUMNS = 2000;
/** Programmes solved at most; what is mixed after that is chosen from as it is. */
const MOST_PROGRAMMES = 24;
/** Of the branches that may be looked at, each choice has half as many for each other that waits, but an eighth at least. */
const LEAST_SHARE = 8;
/** A panel less of one species than this is mixed. */
const UNMIXED = 1 - 1e-4;

/** Plans of which the species of some panels are told: the ways that they may be of, and their programme. */
interface Told {
  readonly species: readonly (string | null)[];
  readonly columns: readonly Column[];
  readonly answer: MasterAnswer;
}

/** The same as {@link chooseColumns}. */
export function chooseWithSpecies(problem: Problem, master: Master, choosing: Choosing): Choice {
  const { columns, draft, limit, nodes } = choosing;
  const { open } = draft;
  const unsettled = problem.wants.some(
    ({ panel }, w) => panel && (draft.species[w] ?? null) === null && (open[w] as number) > TOUCH,
  );
  const answer = unsettled && nodes > 0 && columns.length <= MOST_COLUMNS && master.linear(columns, draft);
  if (!answer) return chooseColumns(problem, choosing);
  const waiting = new TinyQueue<Told>(
    [{ species: draft.species, columns, answer }],
    (a, b) => a.answer.objective - b.answer.objective,
  );
  let chosen: readonly Column[] | null = null;
  let complete = true;
  let most = limit;
  let programmes = 0;
  for (let told = waiting.pop(); told && told.answer.objective < most; told = waiting.pop()) {
    const w = programmes < MOST_PROGRAMMES ? mostMixed(problem, told, open) : null;
    if (w === null) {
      const share = nodes / Math.min(LEAST_SHARE, 2 ** waiting.length);
      const species = [...told.species];
      const found = chooseColumns(problem, {
        ...choosing,
        columns: told.columns,
        draft: { open, species },
        prices: told.answer.prices,
        limit: most,
        nodes: share,
      });
      complete &&= found.complete;
      if (found.chosen === null) continue;
      chosen = found.chosen;
      most = chosen.reduce((sum, { cost }) => sum + cost, 0) - SAME_COST;
      continue;
    }
    for (const name of problem.species) {
      const species = [...told.species];
      species[w] = name;
      const able = told.columns.filter(
        ({ board, gives }) => problem.speciesOf[board] === name || !givesWant(gives, w),
      );
      const next = master.linear(able, { open, species });
      programmes++;
      if (next && next.objective < most) waiting.push({ species, columns: able, answer: next });
    }
  }
  return { chosen, complete };
}

/** The panel of which the programme takes least from one species, if that is not all of it. */
function mostMixed(problem: Problem, { columns, species, answer }: Told, open: Float64Array): number | null {
  let mixed: number | null = null;
  let least = UNMIXED;
  problem.wants.forEach(({ panel }, w) => {
    const left = open[w] as number;
    if (!panel || (species[w] ?? null) !== null || left <= TOUCH) return;
    const by = new Map<string, number>();
    columns.forEach(({ board, gives }, i) => {
      const use = answer.use[i] as number;
      if (use <= NEVER_ZERO) return;
      for (let n = 0; n < gives.length; n += 2) {
        if (gives[n] !== w) continue;
        const name = problem.speciesOf[board] as string;
        by.set(name, (by.get(name) ?? 0) + (use * Math.min(left, gives[n + 1] as number)) / left);
      }
    });
    const ofOne = Math.max(0, ...by.values());
    if (ofOne < least) [mixed, least] = [w, ofOne];
  });
  return mixed;
}

const givesWant = (gives: readonly number[], w: number): boolean =>
  gives.some((entry, i) => i % 2 === 0 && entry === w);
