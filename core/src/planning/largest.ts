/**
 * The largest that the rack gives of a design with one free size.
 *
 * Idea. A larger thing asks for more of everything, so what is covered falls as the size grows: halving finds
 * where. The engine may fail to cover what could be covered, so a size that was not covered is a doubt, no
 * proof; proof is there only where some part fits no board even alone, or the size is the design's own limit.
 */
import { designParts, type Design, type DesignSize } from '../project/designs/design.ts';
import { FormulaError, type Sizes } from '../project/designs/formula.ts';
import type { Project } from '../project/project.ts';
import type { Piece } from '../stock/piece.ts';
import type { Solver } from '../solver/linear.ts';
import { impossibleParts } from './nearest-miss.ts';
import { projectInstance, type ShopRules } from './project-instance.ts';
import { coversAll, tryProject, type Tried } from './try-project.ts';

export interface Largest {
  readonly key: string;
  /** Null when not even the least size is covered. */
  readonly mm: number | null;
  readonly tried: Tried | null;
  /** The least size that was not covered, and whether that is proven; null when the greatest is. */
  readonly notAt: { readonly mm: number; readonly proven: boolean } | null;
}

/** To so many mm. */
const LARGEST_STEP_MM = 5;
const STEPS = 60;

/** A project of the design at these sizes, on the wishes and the species of `like`. */
export function designProject(
  design: Design,
  sizes: Sizes,
  like: Pick<Project, 'id'> & Partial<Project>,
): Project {
  const species = like.parts?.[0]?.species ?? 'any';
  const known = new Map(like.parts?.map((part) => [part.name, part]));
  return {
    name: design.name,
    note: '',
    ...like,
    design: { id: design.id, sizes },
    parts: designParts(design, sizes).map((part, i) => {
      const old = known.get(part.name);
      return {
        ...part,
        id: old?.id ?? `${design.id}-${i}`,
        species: old?.species ?? species,
        grade: old?.grade ?? part.grade,
        allowances: old?.allowances ?? part.allowances,
      };
    }),
  };
}

interface AtSizes {
  /** Null when not all is covered. */
  readonly tried: Tried | null;
  /** Whether it is proven that it can't be. */
  readonly proven: boolean;
}

/** Whether the rack gives a design at some sizes: a short search, which ends once all is covered. */
export function atSizes(
  design: Design,
  sizes: Sizes,
  project: Pick<Project, 'id'> & Partial<Project>,
  pieces: readonly Piece[],
  rules: ShopRules,
  solver: Solver | null,
): AtSizes {
  let wish: Project;
  try {
    wish = designProject(design, sizes, project);
  } catch (error) {
    if (!(error instanceof FormulaError)) throw error;
    // The design itself has no such sizes.
    return { tried: null, proven: true };
  }
  if (impossibleParts(projectInstance(wish, pieces, rules)).length > 0) return { tried: null, proven: true };
  const tried = tryProject(wish, pieces, rules, STEPS, solver, coversAll);
  return { tried: coversAll(tried.plan) ? tried : null, proven: false };
}

/** Sizes are sought in steps of so much. */
export const largestStep = (size: DesignSize): number => (size.count === true ? 1 : LARGEST_STEP_MM);

/** Yields after every try, so that it can be shown and stopped. */
export function* largest(
  design: Design,
  sizes: Sizes,
  size: DesignSize,
  project: Pick<Project, 'id'> & Partial<Project>,
  pieces: readonly Piece[],
  rules: ShopRules,
  solver: Solver | null,
): Generator<Largest, Largest> {
  const step = largestStep(size);
  const tryAt = (mm: number): AtSizes =>
    atSizes(design, { ...sizes, [size.key]: mm }, project, pieces, rules, solver);
  let low = Math.ceil(size.least / step);
  let high = Math.floor(size.most / step) + 1;
  let found: Largest = { key: size.key, mm: null, tried: null, notAt: null };
  const first = tryAt(low * step);
  if (!first.tried) {
    found = { ...found, notAt: { mm: low * step, proven: first.proven } };
    yield found;
    return found;
  }
  found = { ...found, mm: low * step, tried: first.tried };
  yield found;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    const { tried, proven } = tryAt(middle * step);
    if (tried) {
      low = middle;
      found = { ...found, mm: middle * step, tried };
    } else {
      high = middle;
      found = { ...found, notAt: { mm: middle * step, proven } };
    }
    yield found;
  }
  return found;
}
