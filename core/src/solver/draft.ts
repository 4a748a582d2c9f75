/** A plan while it is made: which boards are cut how, and what is still open; ways to cut are laid and taken off. */
import { anyCutTree } from './cut-tree.ts';
import { layersOf } from './instance.ts';
import type { Column, ColumnCut, Problem } from './problem.ts';
import type { Want } from './want.ts';
import { TOUCH } from './tolerances.ts';

/** Boards cut so far and what is still open; changed in place while a plan is made. */
export interface Draft {
  readonly columns: Map<number, Column>;
  readonly open: Float64Array;
  readonly species: (string | null)[];
}

export const emptyDraft = (problem: Problem): Draft => ({
  columns: new Map(),
  ...problem.demand(),
});

export const copyOf = (draft: Draft): Draft => ({
  columns: new Map(draft.columns),
  open: draft.open.slice(),
  species: [...draft.species],
});

/** Takes a column off again; a panel that is wholly open afterwards may be of any species again. */
export function takeOff(problem: Problem, column: Column, draft: Draft): void {
  draft.columns.delete(column.board);
  const { gives } = column;
  for (let i = 0; i < gives.length; i += 2) {
    const w = gives[i] as number;
    const want = problem.wants[w] as Want;
    const left = (draft.open[w] as number) + (gives[i + 1] as number);
    draft.open[w] = left > want.amount - TOUCH ? want.amount : left;
    if (want.panel && left > want.amount - TOUCH) draft.species[w] = null;
  }
}

/** Whether what the column gives is still wanted, and of the species that its panels have begun with. */
export function stillWanted(problem: Problem, column: Column, draft: Draft): boolean {
  return servesSpecies(problem, column, draft) && serves(column, draft, (much) => much - TOUCH);
}

/** The same, but of a panel any part of what it gives is enough: strips can be cut narrower. */
export function mayStillServe(problem: Problem, column: Column, draft: Draft): boolean {
  const leastOf = (much: number, w: number): number =>
    (problem.wants[w] as Want).panel ? Math.min(much - TOUCH, 2 * TOUCH) : much - TOUCH;
  return servesSpecies(problem, column, draft) && serves(column, draft, leastOf);
}

/** Whether of all that the column gives there is as much open as `leastOf` it. */
function serves(
  { gives }: Column,
  { open }: Draft,
  leastOf: (much: number, want: number) => number,
): boolean {
  for (let i = 0; i < gives.length; i += 2) {
    const w = gives[i] as number;
    if ((open[w] as number) < leastOf(gives[i + 1] as number, w)) return false;
  }
  return true;
}

function servesSpecies(problem: Problem, { board, gives }: Column, { species }: Draft): boolean {
  for (let i = 0; i < gives.length; i += 2) {
    const bound = species[gives[i] as number] ?? null;
    if (bound !== null && bound !== problem.speciesOf[board]) return false;
  }
  return true;
}

/** Lays a way to cut, of which all is still wanted. */
export function lay(problem: Problem, column: Column, draft: Draft): void {
  draft.columns.set(column.board, column);
  const { gives } = column;
  for (let i = 0; i < gives.length; i += 2) {
    const w = gives[i] as number;
    const left = (draft.open[w] as number) - (gives[i + 1] as number);
    draft.open[w] = left < TOUCH ? 0 : left;
    if ((problem.wants[w] as Want).panel) draft.species[w] = problem.speciesOf[column.board] ?? null;
  }
}

/**
 * Lays as much of the column as is still wanted; what is given beyond that is left off, strips are cut narrower, and the wood of
 * it stays waste here.
 */
export function layWanted(problem: Problem, column: Column, draft: Draft): void {
  if (stillWanted(problem, column, draft)) {
    lay(problem, column, draft);
    return;
  }
  const left = draft.open.slice();
  const gives = new Map<number, number>();
  const cuts = column.cuts.filter(({ want, fills }) => {
    if (want < 0) return true;
    const bound = draft.species[want] ?? null;
    const room = left[want] as number;
    if (room <= TOUCH || (bound !== null && bound !== problem.speciesOf[column.board])) return false;
    if (!(problem.wants[want] as Want).panel && room < fills - TOUCH) return false;
    left[want] = Math.max(0, room - fills);
    gives.set(want, (gives.get(want) ?? 0) + Math.min(room, fills));
    return true;
  });
  if (gives.size === 0) return;
  const { kerf } = problem.board(column.board);
  const narrow = cuts.map((cut) => narrower(problem, cut, gives, cuts));
  const laid = anyCutTree(narrow, kerf) ? narrow : cuts;
  if (problem.canSaw(column.board, laid))
    lay(problem, { ...column, cuts: laid, gives: [...gives].flat() }, draft);
}

/** A strip as wide as is needed beside the others of its panel, but no narrower than may be; anything else as it is. */
function narrower(
  problem: Problem,
  cut: ColumnCut,
  gives: ReadonlyMap<number, number>,
  cuts: readonly ColumnCut[],
): ColumnCut {
  const want = problem.wants[cut.want];
  const strips = cuts.filter((other) => other.want === cut.want);
  if (!want?.panel || strips[strips.length - 1] !== cut) return cut;
  const all = strips.reduce((sum, { fills }) => sum + fills, 0);
  const width = Math.max(
    cut.width - (all - (gives.get(cut.want) ?? 0)),
    Math.min(cut.width, want.part.minStrip ?? 1),
  );
  return { ...cut, width, fills: cut.fills - (cut.width - width) };
}

/**
 * Lays what a whole-number programme has chosen. Its demand rows ask for at least what is wanted, so it may choose more:
 * the columns of the plan at hand, which together never exceed the demand, come first, and of the others only what is
 * then still wanted. In any other order a part would now and then be cut once more than is wanted.
 */
export function layChosen(
  problem: Problem,
  chosen: readonly Column[],
  atHand: ReadonlySet<Column>,
  draft: Draft,
): void {
  for (const column of chosen) if (atHand.has(column)) lay(problem, column, draft);
  for (const column of chosen) if (!atHand.has(column)) layWanted(problem, column, draft);
}

/** What ways to cut cost together. */
export const costOf = (columns: readonly Column[]): number =>
  columns.reduce((sum, { cost }) => sum + cost, 0);

/** Whether a way to cut gives any of these wants. */
export const hasWant = (column: Column, wants: ReadonlySet<number>): boolean =>
  column.gives.some((entry, i) => i % 2 === 0 && wants.has(entry));

/**
 * Takes off again the strips of panels that were not finished, and the layers that make no whole copy; the boards
 * keep what else they give.
 */
export function dropUnfinished(problem: Problem, draft: Draft): void {
  const unfinished = new Set<number>();
  /** Layers too many, by want. */
  const stray = new Map<number, number>();
  problem.wants.forEach((want, w) => {
    const left = draft.open[w] as number;
    if (left <= TOUCH) return;
    const layers = want.panel ? 1 : layersOf(want.part);
    if (want.panel && left < want.amount - TOUCH) unfinished.add(w);
    const over = layers > 1 ? Math.round(want.amount - left) % layers : 0;
    if (over > 0) stray.set(w, over);
  });
  if (unfinished.size === 0 && stray.size === 0) return;
  const concerned = new Set([...unfinished, ...stray.keys()]);
  for (const column of [...draft.columns.values()]) {
    if (!hasWant(column, concerned)) continue;
    const dropped = new Map<number, number>();
    const cuts = column.cuts.filter(({ want }) => {
      if (unfinished.has(want)) return false;
      const over = stray.get(want) ?? 0;
      if (over === 0) return true;
      stray.set(want, over - 1);
      dropped.set(want, (dropped.get(want) ?? 0) + 1);
      return false;
    });
    if (cuts.length === column.cuts.length) continue;
    takeOff(problem, column, draft);
    if (!cuts.some((cut) => cut.want >= 0) || !problem.canSaw(column.board, cuts)) continue;
    const gives: number[] = [];
    for (let i = 0; i < column.gives.length; i += 2) {
      const w = column.gives[i] as number;
      const much = (column.gives[i + 1] as number) - (dropped.get(w) ?? 0);
      if (!unfinished.has(w) && much > TOUCH) gives.push(w, much);
    }
    lay(problem, { ...column, cuts, gives }, draft);
  }
}
