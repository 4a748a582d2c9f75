/**
 * Whether placements can be cut out of a board by straight through-cuts in three stages, and by which.
 *
 * Idea. Cutting at every gap that is a kerf wide never hurts: it only makes the groups smaller. So a
 * stage parts its group wherever the shadows of its placements on the axis lie a kerf apart, and the
 * layout is possible if after three stages each placement stands alone, cut free on all four sides.
 * In the last stage every placement of a group must therefore be just as wide as the group.
 *
 * Cost O(p log p) for p placements.
 */
import { overlaps, type Rect } from '../geometry/rectangle.ts';
import type { School } from '../geometry/school.ts';
import { TOUCH } from './tolerances.ts';

/** A group of placements, and the groups that the next stage parts it into. */
export interface CutGroup<P extends Rect> {
  readonly axis: 'x' | 'y';
  readonly from: number;
  readonly to: number;
  readonly placements: readonly P[];
  readonly groups: readonly CutGroup<P>[];
}

export interface CutTree<P extends Rect> {
  readonly school: School;
  readonly groups: readonly CutGroup<P>[];
}

/** The cuts of a layout by `school`, or null when three stages do not do it. */
export function cutTree<P extends Rect>(
  placements: readonly P[],
  kerf: number,
  school: School,
): CutTree<P> | null {
  const first = school === 'crosscutFirst' ? 'x' : 'y';
  const groups = part(placements, kerf, first, 1);
  return groups && { school, groups };
}

/** The cuts by whichever school can do it, crosscut first if both can. */
export function anyCutTree<P extends Rect>(placements: readonly P[], kerf: number): CutTree<P> | null {
  return cutTree(placements, kerf, 'crosscutFirst') ?? cutTree(placements, kerf, 'ripFirst');
}

/** What a layout is sawn from: its size, and where no saw may run. */
export interface SawnFrom {
  readonly length: number;
  readonly width: number;
  readonly noSaw?: readonly Rect[];
}

/** Whether placements can be cut out of the board in three stages, with no cut through metal that stays in it. */
export function canBeSawn(placements: readonly Rect[], kerf: number, board: SawnFrom): boolean {
  const { noSaw } = board;
  if (noSaw === undefined || noSaw.length === 0) return anyCutTree(placements, kerf) !== null;
  const whole = { x: 0, y: 0, length: board.length, width: board.width };
  return (['crosscutFirst', 'ripFirst'] as const).some((school) => {
    const tree = cutTree(placements, kerf, school);
    return tree !== null && missesMetal(tree.groups, whole, kerf, noSaw);
  });
}

/** The workpiece that a group is, once it has been cut off. */
const workpieceOf = <P extends Rect>({ axis, from, to }: CutGroup<P>, within: Rect): Rect =>
  axis === 'x' ? { ...within, x: from, length: to - from } : { ...within, y: from, width: to - from };

/** Whether no cut of a stage, nor of those after it, runs through metal. A cut is a kerf wide, on the waste side. */
export function missesMetal<P extends Rect>(
  groups: readonly CutGroup<P>[],
  within: Rect,
  kerf: number,
  metal: readonly Rect[],
): boolean {
  return groups.every((group) => {
    const { axis, from, to } = group;
    const [begin, end] = [low(within, axis), high(within, axis)];
    const line = (at: number): Rect =>
      axis === 'x' ? { ...within, x: at, length: kerf } : { ...within, y: at, width: kerf };
    const cuts = [
      ...(from > begin + TOUCH ? [line(from - kerf)] : []),
      ...(to < end - TOUCH ? [line(to)] : []),
    ];
    if (cuts.some((cut) => metal.some((nail) => overlaps(cut, nail)))) return false;
    return missesMetal(group.groups, workpieceOf(group, within), kerf, metal);
  });
}

const low = (rect: Rect, axis: 'x' | 'y'): number => (axis === 'x' ? rect.x : rect.y);
const high = (rect: Rect, axis: 'x' | 'y'): number =>
  axis === 'x' ? rect.x + rect.length : rect.y + rect.width;

function part<P extends Rect>(
  placements: readonly P[],
  kerf: number,
  axis: 'x' | 'y',
  stage: number,
): CutGroup<P>[] | null {
  const across = axis === 'x' ? 'y' : 'x';
  const sorted = [...placements].sort((a, b) => low(a, axis) - low(b, axis));
  const groups: CutGroup<P>[] = [];
  for (let i = 0; i < sorted.length;) {
    const from = low(sorted[i] as P, axis);
    let to = high(sorted[i] as P, axis);
    let end = i + 1;
    while (end < sorted.length && low(sorted[end] as P, axis) < to + kerf - TOUCH) {
      to = Math.max(to, high(sorted[end] as P, axis));
      end++;
    }
    const own = sorted.slice(i, end);
    if (stage === 3) {
      if (own.length > 1) return null;
      groups.push({ axis, from, to, placements: own, groups: [] });
    } else {
      const next = part(own, kerf, across, stage + 1);
      if (next === null) return null;
      groups.push({ axis, from, to, placements: own, groups: next });
    }
    i = end;
  }
  if (stage === 3 && !sameExtent(sorted, across)) return null;
  return groups;
}

/** In the last stage nothing trims across: all placements must fill their group. */
function sameExtent(rects: readonly Rect[], axis: 'x' | 'y'): boolean {
  const first = rects[0];
  if (!first) return true;
  return rects.every(
    (rect) =>
      Math.abs(low(rect, axis) - low(first, axis)) < TOUCH &&
      Math.abs(high(rect, axis) - high(first, axis)) < TOUCH,
  );
}
