import {
  DEFAULT_OFFCUT,
  matchSteps,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
  type Rect,
} from '@aldrek/core';
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
    grade: oneOf(from, 'grade', ['clear', 'character', 'hidden'], path),
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

/** The best plan found within `seconds`. */
export function matchVerb(input: Json, seconds: number, seed: number): MatchPlan {
  const instance = readInstance(input);
  const until = performance.now() + seconds * 1000;
  let best: MatchPlan | null = null;
  for (const { plan } of matchSteps(instance, seed)) {
    best = plan;
    if (performance.now() >= until) break;
  }
  if (best === null) throw new Error('a search always yields its first plan');
  return best;
}
