/** Mixed lots, old offcuts, part-made parts: only the largest straight rectangle inside the shape counts. */
import { volumeM3 } from '../../units/board-measure.ts';
import { asPiece, box, field, measure, type BreakdownModel, type Point, type Shape } from './model.ts';

export const MIXED: BreakdownModel = {
  kind: 'mixed',
  name: 'mixed lot or offcuts',
  view: 'one of them, with its straight part',
  fields: [
    field('count', 'pieces', 6, 1, 500, { unit: 'count' }),
    field('length', 'length over all', 800, 30, 8000),
    field('width', 'width over all', 140, 10, 2000),
    field('thickness', 'thickness', 28, 2, 300),
    field('straightLength', 'straight part, length', 700, 20, 8000),
    field('straightWidth', 'straight part, width', 110, 5, 2000),
  ],
  ways: [
    {
      id: 'square',
      name: 'square each one up',
      about: 'The largest straight rectangle inside the shape is kept; what lies outside it is lost.',
      brokenShare: 0,
      minutesEach: 5,
    },
    {
      id: 'as-is',
      name: 'rack them as they are',
      about: 'Sizes over all, with wane right through where the shape is not straight.',
      brokenShare: 0,
      minutesEach: 2,
    },
  ],
  sorts: (m) => [
    {
      key: 'piece',
      name: 'offcut',
      count: measure(m, 'count'),
      length: measure(m, 'length'),
      width: measure(m, 'width'),
      thickness: measure(m, 'thickness'),
      breaks: false,
    },
  ],
  apart(sort, m, way) {
    const length = Math.min(measure(m, 'straightLength'), sort.length);
    const width = Math.min(measure(m, 'straightWidth'), sort.width);
    if (way === 'square') {
      const lost =
        volumeM3(sort.length, sort.width, sort.thickness) - volumeM3(length, width, sort.thickness);
      return {
        pieces: [{ ...asPiece(sort, []), length, width }],
        losses: [{ name: 'outside the largest straight rectangle', volumeM3: lost }],
      };
    }
    const wane = [
      { x: length, y: 0, length: sort.length - length, width: sort.width },
      { x: 0, y: width, length, width: sort.width - width },
    ].filter((rect) => rect.length > 0 && rect.width > 0);
    const missing = wane.reduce((sum, rect) => sum + volumeM3(rect.length, rect.width, sort.thickness), 0);
    return {
      pieces: [
        asPiece(
          sort,
          wane.map((rect) => ({ kind: 'wane', face: 'through', ...rect })),
        ),
      ],
      losses: missing > 0 ? [{ name: 'outside the straight part', volumeM3: missing }] : [],
    };
  },
  kept: () => [],
  drawing(m, of): Shape[] {
    const [sort] = of;
    if (!sort) return [];
    const length = Math.min(measure(m, 'straightLength'), sort.length);
    const width = Math.min(measure(m, 'straightWidth'), sort.width);
    const shape: Point[] = [
      [0, 0],
      [length, 0],
      [sort.length, sort.width * 0.3],
      [sort.length * 0.96, sort.width * 0.8],
      [length * 0.7, sort.width],
      [0, width],
    ];
    return [
      { sort: 'piece', stuff: 'wood', grain: 'x', whole: shape, apart: shape },
      {
        sort: 'straight',
        stuff: 'room',
        grain: 'none',
        whole: box(0, 0, length, width),
        apart: box(0, 0, length, width),
      },
    ];
  },
  remarks: () => [
    'Lay a batten along each: what is straight inside the shape counts, the rest is kindling or worse.',
  ],
};
