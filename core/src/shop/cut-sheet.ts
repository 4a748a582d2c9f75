/**
 * The cut sheet of one piece: the cuts of a plan in sawing order. Distances are measured on the
 * workpiece in hand, from its near end for crosscuts and from its upper edge (as drawn) for rips, to
 * the line where the blade's edge stands; the blade takes the kerf on the waste side of the line, and a
 * kerf between two parts is one cut.
 */
import type { Rect } from '../geometry/rectangle.ts';
import { cutTree, missesMetal, type CutGroup, type SawnFrom } from '../solver/cut-tree.ts';
import type { School } from '../geometry/school.ts';

export interface SheetCut<P extends Rect> {
  readonly number: number;
  readonly kind: 'crosscut' | 'rip';
  /** What lies on the saw: the board, `section 2`, `strip 2.1`. */
  readonly workpiece: string;
  /** From the near end (crosscut) or upper edge (rip) of the workpiece, mm. */
  readonly atMm: number;
  /** On which side of the line the blade runs. */
  readonly blade: 'before the line' | 'beyond the line';
  /** What the cut sets free, parts that need no further cut and further workpieces; nothing but waste if empty. */
  readonly frees: readonly (P | string)[];
  /** The line on the board as drawn, mm. */
  readonly line: { readonly x1: number; readonly y1: number; readonly x2: number; readonly y2: number };
}

export interface CutSheet<P extends Rect> {
  readonly school: School;
  readonly cuts: readonly SheetCut<P>[];
}

const TOLERANCE = 1e-6;

interface Extent {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

/** The cuts for placements on a board, past metal that stays in it, or null when three stages don't do it. */
export function cutSheet<P extends Rect>(
  board: SawnFrom,
  placements: readonly P[],
  kerf: number,
): CutSheet<P> | null {
  const crosscut = cutTree(placements, kerf, 'crosscutFirst');
  const rip = cutTree(placements, kerf, 'ripFirst');
  const rect = { x: 0, y: 0, length: board.length, width: board.width };
  const whole = { x0: 0, x1: board.length, y0: 0, y1: board.width };
  const sheets = [crosscut, rip]
    .filter((tree) => tree !== null)
    .filter((tree) => missesMetal(tree.groups, rect, kerf, board.noSaw ?? []))
    .map((tree) => {
      const cuts: SheetCut<P>[] = [];
      cutGroups(tree.groups, whole, 'the board', '', kerf, cuts);
      return { school: tree.school, cuts };
    })
    .sort((a, b) => a.cuts.length - b.cuts.length);
  return sheets[0] ?? null;
}

function cutGroups<P extends Rect>(
  groups: readonly CutGroup<P>[],
  extent: Extent,
  workpiece: string,
  prefix: string,
  kerf: number,
  cuts: SheetCut<P>[],
): void {
  const axis = groups[0]?.axis ?? 'x';
  const [begin, end] = axis === 'x' ? [extent.x0, extent.x1] : [extent.y0, extent.y1];
  const products = groups.map((group, i) =>
    productOf(group, extent, prefix === '' ? `${i + 1}` : `${prefix}.${i + 1}`),
  );
  const first = cuts.length;
  let cutUpTo = begin - kerf;
  groups.forEach((group, i) => {
    const frees = products[i]?.done ?? products[i]?.name ?? '';
    if (group.from > Math.max(begin, cutUpTo + kerf) + TOLERANCE) {
      push(cuts, axis, extent, workpiece, group.from - begin, 'before the line', []);
    }
    if (group.to < end - TOLERANCE) {
      push(cuts, axis, extent, workpiece, group.to - begin, 'beyond the line', [frees]);
      cutUpTo = group.to;
    } else if (cuts.length > first) {
      const last = cuts.pop() as SheetCut<P>;
      cuts.push({ ...last, frees: [...last.frees, frees] });
    }
  });
  groups.forEach((group, i) => {
    const product = products[i];
    if (product?.done !== null || group.groups.length === 0) return;
    const untouched = cuts.length === first && groups.length === 1;
    cutGroups(group.groups, product.extent, untouched ? workpiece : product.name, product.prefix, kerf, cuts);
  });
}

interface Product<P extends Rect> {
  /** The placement, when it needs no further cut. */
  readonly done: P | null;
  readonly name: string;
  readonly prefix: string;
  readonly extent: Extent;
}

function productOf<P extends Rect>(group: CutGroup<P>, extent: Extent, prefix: string): Product<P> {
  const inner =
    group.axis === 'x'
      ? { ...extent, x0: group.from, x1: group.to }
      : { ...extent, y0: group.from, y1: group.to };
  const only = group.placements.length === 1 ? group.placements[0] : undefined;
  const name = `${group.axis === 'x' ? 'length' : 'strip'} ${prefix}`;
  return { done: only && fills(only, inner) ? only : null, name, prefix, extent: inner };
}

const fills = (rect: Rect, extent: Extent): boolean =>
  rect.x <= extent.x0 + TOLERANCE &&
  rect.y <= extent.y0 + TOLERANCE &&
  rect.x + rect.length >= extent.x1 - TOLERANCE &&
  rect.y + rect.width >= extent.y1 - TOLERANCE;

function push<P extends Rect>(
  cuts: SheetCut<P>[],
  axis: 'x' | 'y',
  extent: Extent,
  workpiece: string,
  atMm: number,
  blade: SheetCut<P>['blade'],
  frees: readonly (P | string)[],
): void {
  const place = (axis === 'x' ? extent.x0 : extent.y0) + atMm;
  const line =
    axis === 'x'
      ? { x1: place, y1: extent.y0, x2: place, y2: extent.y1 }
      : { x1: extent.x0, y1: place, x2: extent.x1, y2: place };
  const kind = axis === 'x' ? 'crosscut' : 'rip';
  cuts.push({ number: cuts.length + 1, kind, workpiece, atMm, blade, frees, line });
}
