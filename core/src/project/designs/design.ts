/** Designs: things one makes again and again, as formulas from a few outer sizes to their parts. */
import type { Grade } from '../../stock/grade.ts';
import { DEFAULT_ALLOWANCES, partFault, type Make, type Part, type PartShape } from '../project.ts';
import { FormulaError, reckon, type Sizes } from './formula.ts';

export interface DesignSize {
  readonly key: string;
  readonly name: string;
  readonly least: number;
  readonly most: number;
  readonly usual: number;
  /** mm, unless it is a number of things. */
  readonly count?: boolean;
}

export interface DesignPart {
  readonly name: string;
  readonly qty: string;
  readonly length: string;
  readonly width: string;
  readonly thickness: string;
  readonly grade: Grade;
  readonly make?: Make;
  readonly shape?: PartShape;
  readonly group?: string;
}

/**
 * Where copies of a part stand, mm: x to the right and y up from the floor, as seen from the front; z back from the
 * front. A box without z and depth is known from the front only.
 */
interface DesignBox {
  readonly part: string;
  readonly x: string;
  readonly y: string;
  readonly width: string;
  readonly height: string;
  readonly z?: string;
  readonly depth?: string;
  /** Drawn so many times, `stepX` and `stepY` apart. */
  readonly times?: string;
  readonly stepX?: string;
  readonly stepY?: string;
  /** All of that so many times again, `stepZ` apart, from front to back. */
  readonly timesZ?: string;
  readonly stepZ?: string;
  readonly round?: boolean;
  /** Round as seen from above. */
  readonly roundAbove?: boolean;
  readonly behind?: boolean;
}

export const DESIGN_VIEWS = ['front', 'side', 'top'] as const;
export type DesignView = (typeof DESIGN_VIEWS)[number];

export interface Design {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly sizes: readonly DesignSize[];
  readonly parts: readonly DesignPart[];
  readonly drawing: readonly DesignBox[];
}

export interface DrawnBox {
  readonly part: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly round: boolean;
  readonly behind: boolean;
}

/** The usual sizes of a design. */
export const usualSizes = (design: Design): Record<string, number> =>
  Object.fromEntries(design.sizes.map(({ key, usual }) => [key, usual]));

/** Parts without ids, finished sizes in mm, to a tenth. Throws {@link FormulaError} with the part's name. */
export function designParts(design: Design, sizes: Sizes): Omit<Part, 'id'>[] {
  const all = { ...usualSizes(design), ...sizes };
  return design.parts.flatMap((part): Omit<Part, 'id'>[] => {
    const mm = (formula: string): number => Math.round(reckon(formula, all) * 10) / 10;
    const made: Omit<Part, 'id'> = {
      name: part.name,
      qty: Math.round(reckon(part.qty, all)),
      length: mm(part.length),
      width: mm(part.width),
      thickness: mm(part.thickness),
      grade: part.grade,
      species: 'any',
      allowances: DEFAULT_ALLOWANCES,
      ...(part.make && part.make.kind !== 'solid' ? { make: part.make } : {}),
      ...(part.shape ? { shape: part.shape } : {}),
      ...(part.group === undefined ? {} : { group: part.group }),
    };
    if (made.qty <= 0) return [];
    const fault = partFault(made);
    if (fault !== null) throw new FormulaError(`${part.name}: ${fault}`);
    return [made];
  });
}

/** More copies of a box than this are a slip, and would never be told apart. */
const MOST_TIMES = 300;

/** The views in which all of a design is known. */
export const viewsOf = ({ drawing }: Design): readonly DesignView[] =>
  drawing.every(({ z, depth }) => z !== undefined && depth !== undefined) ? DESIGN_VIEWS : ['front'];

/**
 * A design at these sizes as seen from the front, from its right side or from above (the front below), mm, x to the
 * right and y up; what stands behind comes first. Throws {@link FormulaError} with the part's name.
 */
export function drawDesign(design: Design, sizes: Sizes, view: DesignView = 'front'): DrawnBox[] {
  const all = { ...usualSizes(design), ...sizes };
  const solids = design.drawing.flatMap((box) => solidsOf(box, all));
  switch (view) {
    case 'front':
      return nearestLast(solids.map((box) => ({ ...box, far: box.behind ? 0 : 1 })));
    case 'side':
      return nearestLast(
        solids.map(({ z, depth, x, width, ...box }) => ({
          ...box,
          x: z,
          width: depth,
          round: false,
          behind: false,
          far: x + width,
        })),
      );
    case 'top':
      return nearestLast(
        solids.map(({ y, height, z, depth, roundAbove, ...box }) => ({
          ...box,
          y: z,
          height: depth,
          round: roundAbove,
          behind: false,
          far: y + height,
        })),
      );
  }
}

interface Solid extends DrawnBox {
  readonly z: number;
  readonly depth: number;
  readonly roundAbove: boolean;
}

function solidsOf(box: DesignBox, sizes: Sizes): Solid[] {
  const [x, y, width, height] = [box.x, box.y, box.width, box.height].map((formula) =>
    reckon(formula, sizes),
  ) as [number, number, number, number];
  const count = (formula: string | undefined): number => {
    const times = Math.max(0, Math.round(reckon(formula ?? '1', sizes)));
    if (times > MOST_TIMES) throw new FormulaError(`${box.part}: drawn more than ${MOST_TIMES} times`);
    return times;
  };
  const [stepX, stepY, stepZ] = [box.stepX, box.stepY, box.stepZ].map((formula) =>
    reckon(formula ?? '0', sizes),
  ) as [number, number, number];
  const [z, depth] = [reckon(box.z ?? '0', sizes), reckon(box.depth ?? '0', sizes)];
  const [times, rows] = [count(box.times), count(box.timesZ)];
  return Array.from({ length: rows }, (_, row) =>
    Array.from({ length: times }, (__, i) => ({
      part: box.part,
      x: x + i * stepX,
      y: y + i * stepY,
      z: z + row * stepZ,
      width,
      height,
      depth,
      round: box.round ?? false,
      roundAbove: box.roundAbove ?? false,
      behind: box.behind ?? false,
    })),
  ).flat();
}

const nearestLast = (boxes: readonly (DrawnBox & { readonly far: number })[]): DrawnBox[] =>
  [...boxes]
    .sort((a, b) => a.far - b.far)
    .map(({ part, x, y, width, height, round, behind }) => ({ part, x, y, width, height, round, behind }));

/** What is wrong with a size that someone gave, in words; null when it will do. */
export function sizeFault(size: DesignSize, value: number): string | null {
  if (!Number.isFinite(value)) return `${size.name}: expected a number`;
  if (value < size.least || value > size.most) return `${size.name}: from ${size.least} up to ${size.most}`;
  return null;
}

/** Everything wrong with a design, by trying its smallest, usual and greatest sizes. */
export function designFaults(design: Design): string[] {
  const faults = new Set<string>();
  if (design.name.trim() === '') faults.add('the design has no name');
  if (design.parts.length === 0) faults.add('the design has no parts');
  const names = new Set(design.parts.map(({ name }) => name));
  for (const box of design.drawing)
    if (!names.has(box.part)) faults.add(`the drawing shows “${box.part}”, which is no part`);
  for (const pick of ['least', 'usual', 'most'] as const) {
    const sizes = Object.fromEntries(design.sizes.map((size) => [size.key, size[pick]]));
    try {
      designParts(design, sizes);
      for (const view of viewsOf(design)) drawDesign(design, sizes, view);
    } catch (error) {
      if (!(error instanceof FormulaError)) throw error;
      faults.add(error.message);
    }
  }
  return [...faults];
}
