/** Pallets: thin boards nailed across stringers (or across bearer boards on blocks). */
import { volumeM3 } from '../../units/board-measure.ts';
import {
  asPiece,
  box,
  field,
  measure,
  nailsAcross,
  spread,
  whole,
  type Apart,
  type BreakdownModel,
  type ExpectedFinding,
  type ExpectedPiece,
  type Measures,
  type Point,
  type Shape,
  type Sort,
} from './model.ts';

/** The saw passes so far beside a bearer, clear of the nails, mm. */
const BESIDE_BEARER_MM = 10;
/** Nails reach so deep into a bearer, mm. */
const NAIL_REACH_MM = 40;
/** Free ends between two boards below this (mm) are not worth sawing out. */
const SHORTEST_MM = 40;
const GAP = 120;

/** Middles of the bearers along a deck board. */
const bearerMiddles = (m: Measures, boardLength: number): number[] =>
  spread(measure(m, 'bearers'), boardLength, measure(m, 'bearerThickness') / 2);

/** Middles of the boards along a bearer. */
const boardMiddles = (count: number, width: number, bearerLength: number): number[] =>
  spread(count, bearerLength, width / 2);

function board(sort: Sort, m: Measures, way: string): Apart {
  const nails = measure(m, 'nails');
  const middles = bearerMiddles(m, sort.length);
  if (way !== 'cut-between') {
    const kind = way === 'saw-nails' ? 'metal' : 'nail-hole';
    return whole(
      sort,
      middles.flatMap((x) => nailsAcross(x, sort.width, nails, kind)),
    );
  }
  const half = measure(m, 'bearerThickness') / 2 + BESIDE_BEARER_MM;
  const pieces: ExpectedPiece[] = [];
  let kept = 0;
  middles.slice(1).forEach((x, i) => {
    const length = x - (middles[i] ?? 0) - 2 * half;
    if (length < SHORTEST_MM) return;
    kept += length;
    pieces.push({ ...asPiece(sort, []), length });
  });
  const lost = volumeM3(sort.length - kept, sort.width, sort.thickness);
  return { pieces, losses: [{ name: 'stretches over the bearers, kerf with them', volumeM3: lost }] };
}

/** Nails stay in the bearer until they are pulled: it is not cleared. */
function bearer(sort: Sort, m: Measures): Apart {
  const deck = boardMiddles(measure(m, 'deckBoards'), measure(m, 'boardWidth'), sort.length);
  const bottom = boardMiddles(measure(m, 'bottomBoards'), measure(m, 'boardWidth'), sort.length);
  const reach = Math.min(NAIL_REACH_MM, sort.width / 2);
  const row = (middles: readonly number[], y: number): ExpectedFinding[] =>
    middles.flatMap((x) =>
      nailsAcross(measure(m, 'boardWidth') / 2, measure(m, 'boardWidth'), measure(m, 'nails'), 'metal').map(
        (nail): ExpectedFinding => ({
          kind: 'metal',
          face: 'through',
          x: Math.min(Math.max(0, x - measure(m, 'boardWidth') / 2 + nail.y), sort.length - nail.width),
          y,
          length: nail.width,
          width: reach,
        }),
      ),
    );
  return whole(sort, [...row(deck, 0), ...row(bottom, sort.width - reach)]);
}

function sorts(m: Measures): Sort[] {
  const size = { length: measure(m, 'length'), width: measure(m, 'boardWidth') };
  const thickness = measure(m, 'boardThickness');
  const blocks = measure(m, 'blocks');
  return [
    {
      key: 'deck',
      name: 'deck board',
      count: measure(m, 'deckBoards'),
      ...size,
      thickness,
      breaks: true,
    },
    {
      key: 'bottom',
      name: 'bottom board',
      count: measure(m, 'bottomBoards'),
      ...size,
      thickness,
      breaks: true,
    },
    {
      key: 'bearer',
      name: 'stringer',
      count: measure(m, 'bearers'),
      length: measure(m, 'width'),
      width: measure(m, 'bearerHeight'),
      thickness: measure(m, 'bearerThickness'),
      breaks: false,
    },
    {
      key: 'block',
      name: 'block',
      count: blocks,
      length: measure(m, 'blockLength'),
      width: measure(m, 'blockWidth'),
      thickness: measure(m, 'blockHeight'),
      breaks: false,
    },
  ].filter((sort) => sort.count > 0);
}

/** Seen from above; apart: deck boards, bearers and bottom boards lie beside each other. */
function drawing(m: Measures, of: readonly Sort[]): Shape[] {
  const length = measure(m, 'length');
  const bearerThickness = measure(m, 'bearerThickness');
  const find = (key: string): Sort | undefined => of.find((sort) => sort.key === key);
  const shapes: Shape[] = [];
  const bearers = find('bearer');
  const bearerLength = bearers?.length ?? measure(m, 'width');
  const middles = spread(bearers?.count ?? 0, length, bearerThickness / 2);
  const boards = (sort: Sort | undefined, at: number): Shape[] =>
    boardMiddles(sort?.count ?? 0, sort?.width ?? 1, bearerLength).map((y, i) => {
      const top = y - (sort?.width ?? 0) / 2;
      const apartTop = i * ((sort?.width ?? 0) + 14);
      return {
        sort: sort?.key ?? '',
        stuff: 'wood',
        grain: 'x',
        whole: box(0, top, sort?.length ?? 0, sort?.width ?? 0),
        apart: box(at, apartTop, sort?.length ?? 0, sort?.width ?? 0),
        metal: middles.flatMap((x): Point[] =>
          nailsAcross(x, sort?.width ?? 0, measure(m, 'nails'), 'metal').map((nail) => [x, top + nail.y + 3]),
        ),
      };
    });
  const besideDeck = length + GAP;
  const rack = (bearers?.count ?? 0) * ((bearers?.width ?? 0) + 24);
  shapes.push(...boards(find('bottom'), besideDeck + rack + GAP));
  const block = find('block');
  for (let i = 0; block && i < block.count; i++) {
    const column = i % Math.max(1, middles.length);
    const row = Math.floor(i / Math.max(1, middles.length));
    const rows = Math.max(1, Math.ceil(block.count / Math.max(1, middles.length)) - 1);
    const x = (middles[column] ?? 0) - block.width / 2;
    const y = (row * (bearerLength - block.length)) / rows;
    shapes.push({
      sort: 'block',
      stuff: 'wood',
      grain: 'y',
      whole: box(x, y, block.width, block.length),
      apart: box(
        besideDeck + column * (block.width + 24),
        bearerLength + GAP + row * (block.length + 24),
        block.width,
        block.length,
      ),
    });
  }
  middles.forEach((x, i) => {
    // From above a stringer shows its thickness; apart it lies on its side and shows its height.
    shapes.push({
      sort: 'bearer',
      stuff: 'wood',
      grain: 'y',
      whole: box(x - bearerThickness / 2, 0, bearerThickness, bearerLength),
      apart: box(besideDeck + i * ((bearers?.width ?? 0) + 24), 0, bearers?.width ?? 0, bearerLength),
    });
  });
  shapes.push(...boards(find('deck'), 0));
  return shapes;
}

export const PALLET: BreakdownModel = {
  kind: 'pallet',
  name: 'pallet',
  view: 'seen from above',
  fields: [
    field('length', 'length along the boards', 1200, 200, 3000),
    field('width', 'width across them', 800, 200, 3000),
    field('deckBoards', 'deck boards', 7, 1, 40, { unit: 'count' }),
    field('boardWidth', 'board width', 98, 20, 400),
    field('boardThickness', 'board thickness', 18, 5, 60),
    field('bottomBoards', 'bottom boards', 3, 0, 40, { unit: 'count' }),
    field('bearerHeight', 'stringer height', 95, 15, 200),
    field('bearerThickness', 'stringer thickness', 38, 15, 200),
    field('bearers', 'stringers', 3, 2, 8, { unit: 'count', seldom: true }),
    field('nails', 'nails at each crossing', 2, 1, 4, { unit: 'count', seldom: true }),
    field('blocks', 'blocks', 0, 0, 20, { unit: 'count', seldom: true }),
    field('blockLength', 'block length', 145, 40, 300, { seldom: true }),
    field('blockWidth', 'block width', 100, 40, 300, { seldom: true }),
    field('blockHeight', 'block height', 78, 40, 200, { seldom: true }),
  ],
  ways: [
    {
      id: 'pry',
      name: 'prise the boards off',
      about: 'Keeps their length; some split. Nails stay in the stringers until pulled.',
      brokenShare: 0.15,
      minutesEach: 7,
    },
    {
      id: 'saw-nails',
      name: 'saw through the nails',
      about: 'Keeps the length and splits few; the shanks stay in boards and stringers.',
      brokenShare: 0.03,
      minutesEach: 6,
    },
    {
      id: 'cut-between',
      name: 'cut between the stringers',
      about: 'Quick, no nails in the boards, but short; the stretches over the stringers are lost.',
      brokenShare: 0,
      minutesEach: 3,
    },
  ],
  sorts,
  apart(sort, m, way) {
    if (sort.key === 'bearer') return bearer(sort, m);
    if (sort.key === 'block') {
      const through = nailsAcross(sort.length / 2, sort.width, measure(m, 'nails'), 'metal', 8);
      return whole(sort, through);
    }
    return board(sort, m, way);
  },
  kept: () => [],
  drawing,
  remarks(m) {
    const [boards, width] = [
      Math.max(measure(m, 'deckBoards'), measure(m, 'bottomBoards')),
      measure(m, 'width'),
    ];
    const side = boards * measure(m, 'boardWidth');
    return [
      ...(side > width + 1
        ? [
            `${boards} boards of ${measure(m, 'boardWidth').toFixed(0)} mm lie ${side.toFixed(0)} mm wide, more than the ${width.toFixed(0)} across the pallet: count or measure again.`,
          ]
        : []),
      'The stringers are the thick wood in it, and worth the trouble of their nails.',
    ];
  },
};
