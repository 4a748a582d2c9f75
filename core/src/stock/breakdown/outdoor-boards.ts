/** Deck, fence, cladding and barn boards: fixed in pairs at every joist, weathered, bowed by their years outdoors. */
import { volumeM3 } from '../../units/board-measure.ts';
import {
  asPiece,
  box,
  field,
  measure,
  spread,
  whole,
  type Apart,
  type BreakdownModel,
  type ExpectedFinding,
  type Measures,
  type Shape,
  type Sort,
} from './model.ts';

/** Across a fixing with the iron stain about it, mm. */
const FIXING_MM = 12;
/** A joist is about so wide: cutting between joists leaves that much behind, mm. */
const JOIST_MM = 45;
const LEAST_BETWEEN_MM = 50;

function sorts(m: Measures): Sort[] {
  const length = measure(m, 'length');
  return [
    {
      key: 'board',
      name: 'outdoor board',
      count: measure(m, 'boards'),
      length,
      width: measure(m, 'width'),
      thickness: measure(m, 'thickness'),
      warp: { bow: measure(m, 'bow'), cup: measure(m, 'cup') },
      breaks: true,
    },
  ];
}

/** Where the board crosses its joists or rails, from the near end. */
function joists(m: Measures): number[] {
  const length = measure(m, 'length');
  const count = Math.max(2, Math.round(length / measure(m, 'spacing')) + 1);
  return spread(count, length, Math.min(40, length / 4));
}

const weathered = (length: number, width: number, m: Measures): ExpectedFinding => ({
  kind: 'weathering',
  face: 'A',
  x: 0,
  y: 0,
  length,
  width,
  depth: measure(m, 'weathering'),
});

function findings(sort: Sort, m: Measures, way: string): ExpectedFinding[] {
  const { length, width } = sort;
  const fixings = joists(m).flatMap((x) =>
    spread(2, width, Math.min(width / 4, 25)).map((y): ExpectedFinding => ({
      kind: way === 'prise' ? 'metal' : 'nail-hole',
      face: 'through',
      x: Math.min(length - FIXING_MM, Math.max(0, x - FIXING_MM / 2)),
      y: Math.max(0, y - FIXING_MM / 2),
      length: FIXING_MM,
      width: Math.min(FIXING_MM, width),
    })),
  );
  const checks = Math.min(measure(m, 'endChecks'), length / 3);
  const ends =
    checks > 0
      ? [0, length - checks].map((x): ExpectedFinding => ({
          kind: 'check',
          face: 'through',
          x,
          y: Math.max(0, width / 2 - 2),
          length: checks,
          width: Math.min(4, width),
        }))
      : [];
  return [...fixings, ...ends, weathered(length, width, m)];
}

function apart(sort: Sort, m: Measures, way: string): Apart {
  if (way !== 'between') return whole(sort, findings(sort, m, way));
  const places = joists(m);
  const count = places.length - 1;
  const each = (sort.length - 2 * 40) / count - JOIST_MM;
  // Where joists stand so close, nothing worth having lies between them.
  if (each < LEAST_BETWEEN_MM) return whole(sort, findings(sort, m, 'unscrew'));
  const share = each / sort.length;
  const piece = {
    ...asPiece(sort, [weathered(each, sort.width, m)]),
    name: 'outdoor length',
    length: each,
    warp: { bow: (sort.warp?.bow ?? 0) * share ** 2, cup: sort.warp?.cup ?? 0 },
  };
  return {
    pieces: Array.from({ length: count }, () => piece),
    losses: [
      {
        name: 'left on the joists',
        volumeM3: Math.max(0, volumeM3(sort.length - count * each, sort.width, sort.thickness)),
      },
    ],
  };
}

/** A bay of boards on their joists; apart, the boards one under the other. */
function drawing(m: Measures, of: readonly Sort[]): Shape[] {
  const [sort] = of;
  if (!sort) return [];
  const gap = 6;
  const shown = Math.min(10, sort.count);
  const deep = shown * (sort.width + gap);
  const shapes: Shape[] = joists(m).map((x) => ({
    sort: 'joist',
    stuff: 'end-grain',
    grain: 'none',
    whole: box(Math.max(0, x - JOIST_MM / 2), -30, JOIST_MM, deep + 54),
    apart: box(Math.max(0, x - JOIST_MM / 2), -120, JOIST_MM, 60),
  }));
  for (let i = 0; i < shown; i++) {
    shapes.push({
      sort: 'board',
      stuff: 'wood',
      grain: 'x',
      whole: box(0, i * (sort.width + gap), sort.length, sort.width),
      apart: box(0, i * (sort.width + 40), sort.length, sort.width),
      metal: joists(m).flatMap((x) =>
        spread(2, sort.width, Math.min(sort.width / 4, 25)).map(
          (y) => [x, i * (sort.width + gap) + y] as const,
        ),
      ),
    });
  }
  return shapes;
}

export const OUTDOOR_BOARDS: BreakdownModel = {
  kind: 'outdoor-boards',
  name: 'deck, fence, cladding or barn boards',
  view: 'a bay of it, with what it is fixed to',
  fields: [
    field('boards', 'boards', 12, 1, 500, { unit: 'count' }),
    field('length', 'length', 2400, 150, 8000),
    field('width', 'width', 140, 30, 400),
    field('thickness', 'thickness', 28, 8, 90),
    field('spacing', 'between joists or rails', 450, 100, 2000),
    field('weathering', 'weathered layer, deep', 1.5, 0.1, 6),
    field('endChecks', 'checks at the ends', 80, 0, 1000),
    field('bow', 'bow over the length', 10, 0, 200, { seldom: true }),
    field('cup', 'cup over the width', 3, 0, 60, { seldom: true }),
  ],
  ways: [
    {
      id: 'unscrew',
      name: 'unscrew or draw the nails',
      about: 'Slow where screws have rusted in; the boards keep their length.',
      brokenShare: 0.04,
      minutesEach: 6,
    },
    {
      id: 'prise',
      name: 'prise them off',
      about: 'Quicker, splits some, and nails stay in the boards.',
      brokenShare: 0.15,
      minutesEach: 4,
    },
    {
      id: 'between',
      name: 'cut between the joists',
      about: 'Quickest: short lengths without a fixing in them.',
      brokenShare: 0.01,
      minutesEach: 2,
    },
  ],
  sorts,
  apart,
  kept: () => [],
  drawing,
  remarks: (m) => [
    `Cut 50 to 150 mm beyond the checks and the rot that show at the ends; the face is weathered about ${measure(m, 'weathering')} mm deep.`,
    'What stood outdoors counts as treated until it is shown otherwise.',
  ],
};
