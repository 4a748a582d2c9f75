/** Which school gives more from a board, and what makes it so, in words. */
import type { School } from '../../geometry/school.ts';
import { findingKindFacts, type Finding } from '../../stock/finding.ts';
import type { Rect } from '../../geometry/rectangle.ts';
import type { BoardSize } from './cutting-rule.ts';
import type { Wish } from './wish.ts';

export const SCHOOL_NAMES: Readonly<Record<School, string>> = {
  crosscutFirst: 'Crosscut first',
  ripFirst: 'Rip first',
};

interface Given {
  readonly areaMm2: number;
  readonly cuttings: readonly Rect[];
}

export interface Circumstances {
  /** The findings that are in the way. */
  readonly faults: readonly Finding[];
  readonly board: BoardSize;
  readonly wish: Wish | BoardSize;
}

/** One or two sentences on which school gives more from this board, and what makes it so. */
export function whyBetter(
  both: Readonly<Record<School, Given>>,
  better: School | 'same',
  { faults, board, wish }: Circumstances,
): string {
  const { crosscutFirst, ripFirst } = both;
  if (crosscutFirst.cuttings.length === 0 && ripFirst.cuttings.length === 0) {
    return typeof wish === 'object'
      ? 'No piece of that size is free of what this grade cuts out.'
      : 'Nothing of the least size is free of what this grade cuts out.';
  }
  if (better === 'same') {
    return crosscutFirst.cuttings.length === 1
      ? 'One clear piece takes it all, so both cutting orders give the same.'
      : 'Both cutting orders give the same here: the defects divide the board the same way either way.';
  }
  const [won, lost] = better === 'ripFirst' ? [ripFirst, crosscutFirst] : [crosscutFirst, ripFirst];
  const more = moreBy(won, lost, wish);
  const name = faultsInWords(faults);
  if (better === 'ripFirst') {
    const edges = edgesAlong(faults, board);
    if (edges !== null) return `Rip first gives ${more}, because ${name} run along ${edges}.`;
    return meanLength(won) >= meanLength(lost)
      ? `Rip first gives ${more}: ${name} lie in line along the grain, and full-length strips pass beside them.`
      : `Rip first gives ${more}: a long rip sets ${name} aside, and each strip is cut only where it has a fault of its own.`;
  }
  return meanLength(won) <= meanLength(lost)
    ? `Crosscut first gives ${more}: ${name} reach across, and short wide pieces lie between them.`
    : `Crosscut first gives ${more}: the good stretches between ${name} lie apart, and each is ripped as suits it alone.`;
}

function moreBy(won: Given, lost: Given, wish: Circumstances['wish']): string {
  if (typeof wish === 'object') {
    const pieces = won.cuttings.length - lost.cuttings.length;
    return `${pieces} ${pieces === 1 ? 'piece' : 'pieces'} more`;
  }
  if (lost.areaMm2 === 0) return 'something, where the other gives nothing';
  const share = won.areaMm2 / lost.areaMm2 - 1;
  if (wish !== 'area' && share < 0.001) return wish === 'longest' ? 'longer pieces' : 'wider pieces';
  return `${percent(share)} more`;
}

/** A finding counts as along an edge when it lies within this share of the width from it. */
const BY_THE_EDGE = 0.25;
/** So much of the findings must lie there to say so. */
const NEARLY_ALL = 0.75;

/** “the edges”, “the upper edge”: where nearly all of several findings lie; null where they do not. */
function edgesAlong(faults: readonly Finding[], board: BoardSize): string | null {
  if (faults.length < 3) return null;
  const upper = faults.filter(({ y, width }) => y + width <= BY_THE_EDGE * board.width).length;
  const lower = faults.filter(({ y }) => y >= (1 - BY_THE_EDGE) * board.width).length;
  if (upper + lower < NEARLY_ALL * faults.length) return null;
  if (lower === 0) return 'the upper edge';
  return upper === 0 ? 'the lower edge' : 'the edges';
}

/** The commonest kind of the findings, as “the nail holes”; “the faults” where no kind stands out. */
function faultsInWords(faults: readonly Finding[]): string {
  const counts = new Map<string, number>();
  for (const { kind } of faults) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const [kind, count] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? ['', 0];
  if (count < 2 || count < 0.6 * faults.length) return 'the faults';
  const { name } = findingKindFacts(kind as Finding['kind']);
  return UNCOUNTED.has(name) || name.endsWith('s') ? `the places with ${name}` : `the ${name}s`;
}

/** Names that have no plural. */
const UNCOUNTED: ReadonlySet<string> = new Set([
  'metal',
  'rot',
  'mould',
  'wane',
  'wear',
  'old finish',
  'lifting veneer',
]);

const meanLength = ({ cuttings }: Given): number =>
  cuttings.reduce((total, { length }) => total + length, 0) / Math.max(1, cuttings.length);

function percent(share: number): string {
  const points = share * 100;
  return points < 0.1 ? 'under 0.1 %' : `${points.toFixed(points < 10 ? 1 : 0)} %`;
}
