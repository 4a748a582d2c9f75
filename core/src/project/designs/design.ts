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

/** Where copies of a part stand in the elevation, mm: x to the right, y up from the floor. */
export interface DesignBox {
  readonly part: string;
  readonly x: string;
  readonly y: string;
  readonly width: string;
  readonly height: string;
  /** Drawn so many times, `stepX` and `stepY` apart. */
  readonly times?: string;
  readonly stepX?: string;
  readonly stepY?: string;
  readonly round?: boolean;
  readonly behind?: boolean;
}

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

/** The elevation at these sizes; what stands behind comes first. */
export function drawDesign(design: Design, sizes: Sizes): DrawnBox[] {
  const all = { ...usualSizes(design), ...sizes };
  const boxes = design.drawing.flatMap((box): DrawnBox[] => {
    const [x, y, width, height] = [box.x, box.y, box.width, box.height].map((formula) =>
      reckon(formula, all),
    ) as [number, number, number, number];
    const times = Math.max(0, Math.round(reckon(box.times ?? '1', all)));
    if (times > MOST_TIMES) throw new FormulaError(`${box.part}: drawn more than ${MOST_TIMES} times`);
    const stepX = reckon(box.stepX ?? '0', all);
    const stepY = reckon(box.stepY ?? '0', all);
    return Array.from({ length: times }, (_, i) => ({
      part: box.part,
      x: x + i * stepX,
      y: y + i * stepY,
      width,
      height,
      round: box.round ?? false,
      behind: box.behind ?? false,
    }));
  });
  return [...boxes.filter(({ behind }) => behind), ...boxes.filter(({ behind }) => !behind)];
}

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
      drawDesign(design, sizes);
    } catch (error) {
      if (!(error instanceof FormulaError)) throw error;
      faults.add(error.message);
    }
  }
  return [...faults];
}
