import { cpus } from 'node:os';
import loadHighs from 'highs';
import {
  DEFAULT_OFFCUT,
  matchSteps,
  solverFrom,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
} from '@aldrek/core/match';
import { type Rect } from '@aldrek/core/wood';
import { InputError, listAt, numberAt, numberOr, objectAt, oneOf, textAt, type Json } from './fields.ts';
import { rectAt } from './yield.ts';

const DEFECT_KINDS = [
  'nail-hole',
  'knot',
  'stain',
  'rot',
  'split',
  'check',
  'metal',
  'through-hole',
] as const;
type DefectKind = (typeof DEFECT_KINDS)[number];

/** What each grade of the exchange format does not accept. */
const GRADE_BLOCKS: Readonly<Record<string, readonly DefectKind[]>> = {
  clear: DEFECT_KINDS,
  character: ['rot', 'split', 'check', 'metal', 'through-hole'],
  hidden: ['rot', 'split', 'metal'],
};

/** Grades of the exchange format. */
const GRADES = ['clear', 'character', 'hidden'] as const;

const SIZE = { above: 0, max: 100_000 };

/** `match`: reads an instance. Unknown extra fields are ignored. */
export function readInstance(input: Json): MatchInstance {
  const offcut = input['offcut'] === undefined ? {} : objectAt(input['offcut'], 'offcut');
  const boards = listAt(input, 'boards', '').map(readBoard);
  const parts = listAt(input, 'parts', '').map(readPart);
  refuseTwice(boards, 'boards');
  refuseTwice(parts, 'parts');
  return {
    kerf: numberAt(input, 'kerf', '', { min: 0, max: 100 }),
    jointAllowance: numberOr(input, 'jointAllowance', 1, '', { min: 0, max: 100 }),
    offcut: {
      minLength: numberOr(offcut, 'minLength', DEFAULT_OFFCUT.minLength, 'offcut.', SIZE),
      minWidth: numberOr(offcut, 'minWidth', DEFAULT_OFFCUT.minWidth, 'offcut.', SIZE),
      credit: numberOr(offcut, 'credit', DEFAULT_OFFCUT.credit, 'offcut.', { min: 0, max: 1 }),
      grade: offcut['grade'] === undefined ? 'clear' : oneOf(offcut, 'grade', GRADES, 'offcut.'),
    },
    boards,
    parts,
  };
}

function refuseTwice(list: readonly { readonly id: string }[], field: string): void {
  const seen = new Set<string>();
  list.forEach(({ id }, i) => {
    if (seen.has(id)) throw new InputError(`${field}[${i}].id: expected ids that differ, got “${id}” twice`);
    seen.add(id);
  });
}

function readBoard(entry: unknown, index: number): MatchBoard {
  const path = `boards[${index}].`;
  const from = objectAt(entry, `boards[${index}]`);
  const defects = listAt(from, 'defects', path).map((defect, i) => {
    const field = `${path}defects[${i}]`;
    const kind = oneOf(objectAt(defect, field), 'kind', DEFECT_KINDS, `${field}.`);
    return { kind, rect: rectAt(defect, field) };
  });
  const blocked: Record<string, Rect[]> = {};
  for (const [grade, kinds] of Object.entries(GRADE_BLOCKS)) {
    blocked[grade] = defects.filter(({ kind }) => kinds.includes(kind)).map(({ rect }) => rect);
  }
  return {
    id: textAt(from, 'id', path),
    length: numberAt(from, 'length', path, SIZE),
    width: numberAt(from, 'width', path, SIZE),
    thickness: numberAt(from, 'thickness', path, SIZE),
    species: textAt(from, 'species', path),
    value: numberAt(from, 'value', path, { min: 0 }),
    blocked,
  };
}

function readPart(entry: unknown, index: number): MatchPart {
  const path = `parts[${index}].`;
  const from = objectAt(entry, `parts[${index}]`);
  const type = oneOf(from, 'type', ['solid', 'panel'], path);
  const strip = (key: 'minStrip' | 'maxStrip'): Partial<MatchPart> =>
    from[key] === undefined ? {} : { [key]: numberAt(from, key, path, SIZE) };
  return {
    id: textAt(from, 'id', path),
    type,
    length: numberAt(from, 'length', path, SIZE),
    width: numberAt(from, 'width', path, SIZE),
    thickness: numberAt(from, 'thickness', path, SIZE),
    qty: numberAt(from, 'qty', path, { min: 1, max: 10_000, whole: true }),
    grade: oneOf(from, 'grade', GRADES, path),
    species: readSpecies(from, path),
    ...(type === 'panel' ? { ...strip('minStrip'), ...strip('maxStrip') } : {}),
  };
}

function readSpecies(from: Json, path: string): 'any' | readonly string[] {
  const value = from['species'];
  if (value === 'any') return 'any';
  if (Array.isArray(value) && value.length > 0 && value.every((name) => typeof name === 'string')) {
    return value;
  }
  throw new InputError(`${path}species: expected "any" or a list of names`);
}

/** What a second search is told: the instance as it came, and what to search it with. */
export interface SecondSearch {
  readonly input: Json;
  readonly seed: number;
}

/** On racks of thousands a second search would ask for as much memory again. */
const SECOND_UP_TO = 2500;

/** How long a search goes on between two looks at what the other has found, ms. */
const STRETCH = 150;

/**
 * The best plan found within `seconds`. From two seconds on a second search runs beside the first on another core: it
 * proves how little can be spent, then searches too; each hands the other what it finds.
 */
export async function matchVerb(
  input: Json,
  seconds: number,
  seed: number,
  second: ((work: SecondSearch) => Peer) | null = null,
): Promise<MatchPlan> {
  const until = performance.now() + seconds * 1000;
  const instance = readInstance(input);
  const small = instance.boards.length <= SECOND_UP_TO;
  // Begun first: its thread starts while the solver loads here.
  const peer =
    second && small && seconds >= 2 && cpus().length > 1 ? second({ input, seed: seed + 1 }) : null;
  const solver = solverFrom(await loadHighs());
  const secondsLeft = (): number => (until - performance.now()) / 1000;
  const steps = matchSteps(instance, { seed, solver, secondsLeft, role: peer ? 'first' : 'alone' });
  const best = await searchUntil(steps, until, peer);
  peer?.end();
  return best;
}

/** The other search, as each of the two sees it. */
export interface Peer {
  tell(plan: MatchPlan): void;
  /** What it has found since it was last asked. */
  heard(): MatchPlan | undefined;
  end(): void;
}

export async function searchUntil(
  steps: ReturnType<typeof matchSteps>,
  until: number,
  peer: Peer | null,
): Promise<MatchPlan> {
  let best: MatchPlan | null = null;
  let told: MatchPlan | null = null;
  let look = performance.now() + STRETCH;
  let other: MatchPlan | undefined;
  for (;;) {
    const step = steps.next(other);
    other = undefined;
    if (step.done === true) break;
    best = step.value.plan;
    const now = performance.now();
    if (now >= until) break;
    if (peer && now >= look) {
      if (best !== told) peer.tell(best);
      told = best;
      await new Promise((resolve) => setImmediate(resolve));
      other = peer.heard();
      look = now + STRETCH;
    }
  }
  if (best === null) throw new Error('a search always yields its first plan');
  // One that has proven its plan the best ends before it is time to tell.
  if (peer && best !== told) peer.tell(best);
  return best;
}

/** A second search: until it is ended from outside. */
export async function secondSearch({ input, seed }: SecondSearch, peer: Peer): Promise<void> {
  const solver = solverFrom(await loadHighs());
  await searchUntil(matchSteps(readInstance(input), { seed, solver, role: 'second' }), Infinity, peer);
}
