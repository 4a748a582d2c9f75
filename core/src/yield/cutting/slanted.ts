/**
 * Clear cuttings from a piece with slanting edges. Such an edge is met with stairs, so cuts fall on their breaks:
 * stairs are broken again beside the cuts of the best plan, and the piece is cut up again, as long as that gives more.
 *
 * What comes out must not hang on which way the piece lies. So it is first laid one way: of the four ways of turning
 * it end for end and over, the one whose outline (and then whose findings) reads smallest.
 *
 * Limits. Steps are exact; on a slant the area is within about 1 % of what far finer stairs give (measured in
 * `estimate.test.ts` on tapers from 10 : 9 to 10 : 4).
 */
import { outsideRects, turnedOutline, type Outline } from '../../geometry/outline.ts';
import type { Rect } from '../../geometry/rectangle.ts';
import type { BoardSize } from './cutting-rule.ts';

export interface BothSchools {
  readonly crosscutFirst: readonly Rect[];
  readonly ripFirst: readonly Rect[];
}

/** Stairs beside a cut, as parts of the length, tried in turn. */
const FINER = [1 / 32, 1 / 128];
/** Cuts about which stairs are made finer, at most. */
const MOST_REFINED = 5;

/** The best plans of both schools: `cutUp` finds them among blocked rectangles, `worthOf` weighs them; `quick` leaves the stairs as they are. */
export function cutUpSlanted(
  board: BoardSize,
  outline: Outline,
  blocked: readonly Rect[],
  cutUp: (blocked: readonly Rect[]) => BothSchools,
  worthOf: (cuttings: readonly Rect[]) => number,
  quick: boolean,
): BothSchools {
  const lie = WAYS.map((way) => laid(way, board, outline, blocked)).reduce((first, other) =>
    readsBefore(other.reading, first.reading) ? other : first,
  );
  const plan = (cutsAt: readonly number[]): BothSchools =>
    cutUp([...lie.blocked, ...outsideRects(lie.outline, board.width, cutsAt)]);
  let best = plan([]);
  for (const share of quick ? [] : FINER) {
    const cuts = [...best.crosscutFirst, ...best.ripFirst].flatMap(({ x, length }) => [x, x + length]);
    const inside = (x: number): boolean => x > 0 && x < board.length;
    const about = [...new Set(cuts)].filter(inside).slice(0, MOST_REFINED);
    const finer = about.flatMap((x) => [-3, -2, -1, 0, 1, 2, 3].map((n) => x + n * share * board.length));
    const next = plan(finer.filter(inside));
    const more = (school: keyof BothSchools): readonly Rect[] =>
      worthOf(next[school]) > worthOf(best[school]) ? next[school] : best[school];
    best = { crosscutFirst: more('crosscutFirst'), ripFirst: more('ripFirst') };
  }
  const back = (rects: readonly Rect[]): Rect[] => rects.map((rect) => turnedRect(rect, lie.way, board));
  return { crosscutFirst: back(best.crosscutFirst), ripFirst: back(best.ripFirst) };
}

interface Way {
  readonly endForEnd: boolean;
  readonly over: boolean;
}

const WAYS: readonly Way[] = [
  { endForEnd: false, over: false },
  { endForEnd: true, over: false },
  { endForEnd: false, over: true },
  { endForEnd: true, over: true },
];

interface Laid {
  readonly way: Way;
  readonly outline: Outline;
  readonly blocked: readonly Rect[];
  readonly reading: readonly number[];
}

function laid(way: Way, board: BoardSize, outline: Outline, blocked: readonly Rect[]): Laid {
  const { length, width } = board;
  const once = way.endForEnd ? turnedOutline(outline, true, length, width) : outline;
  const turned = way.over ? turnedOutline(once, false, length, width) : once;
  const rects = blocked
    .map((rect) => turnedRect(rect, way, board))
    .sort((a, b) => a.x - b.x || a.y - b.y || a.length - b.length || a.width - b.width);
  const reading = [
    ...[...turned.upper, ...turned.lower].flatMap(({ x, y }) => [x, y]),
    ...rects.flatMap((rect) => [rect.x, rect.y, rect.length, rect.width]),
  ];
  return { way, outline: turned, blocked: rects, reading };
}

/** Turning twice the same way brings a rectangle back. */
const turnedRect = (rect: Rect, { endForEnd, over }: Way, board: BoardSize): Rect => ({
  ...rect,
  x: endForEnd ? board.length - rect.x - rect.length : rect.x,
  y: over ? board.width - rect.y - rect.width : rect.y,
});

/** Readings closer than this (mm) count as the same: turning must not tell by rounding. */
const SAME_MM = 1e-6;

function readsBefore(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i++) {
    const apart = (a[i] ?? 0) - (b[i] ?? 0);
    if (Math.abs(apart) > SAME_MM) return apart < 0;
  }
  return false;
}
