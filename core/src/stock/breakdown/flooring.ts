/** Strip flooring: boards of one width and random lengths, tongue and groove, nailed through the tongue. */
import { volumeM3 } from '../../units/board-measure.ts';
import {
  box,
  field,
  measure,
  whole,
  type BreakdownModel,
  type ExpectedFinding,
  type Measures,
  type Shape,
  type Sort,
} from './model.ts';

/** The random lengths are taken in so many groups, evenly spread from the longest to the shortest. */
const GROUPS = 5;
const NAIL_MM = 5;
const CUT_END_MM = 30;

/** Lengths of the groups, longest first. */
function floorLengths(shortest: number, longest: number): number[] {
  const [least, most] = shortest < longest ? [shortest, longest] : [longest, shortest];
  return Array.from({ length: GROUPS }, (_, i) => most - (i * (most - least)) / (GROUPS - 1));
}

/** Boards in a floor: its area over the face of a board of mean length. */
function boardCount(m: Measures): number {
  const mean = (measure(m, 'shortest') + measure(m, 'longest')) / 2;
  const area = measure(m, 'runLength') * measure(m, 'runWidth');
  return Math.max(1, Math.round(area / (mean * measure(m, 'faceWidth'))));
}

function sorts(m: Measures): Sort[] {
  const count = boardCount(m);
  return floorLengths(measure(m, 'shortest'), measure(m, 'longest'))
    .map((length, i) => ({
      key: `strip-${i + 1}`,
      name: 'floor strip',
      count: Math.floor(count / GROUPS) + (i < count % GROUPS ? 1 : 0),
      length,
      width: measure(m, 'faceWidth') + measure(m, 'tongue'),
      thickness: measure(m, 'thickness'),
      breaks: true,
    }))
    .filter((sort) => sort.count > 0);
}

function findings(sort: Sort, length: number, m: Measures, way: string): ExpectedFinding[] {
  const tongue = measure(m, 'tongue');
  const spacing = measure(m, 'nailSpacing');
  const along = (y: number, width: number, kind: 'tongue' | 'groove'): ExpectedFinding => ({
    kind,
    face: kind === 'tongue' ? 'upper' : 'lower',
    x: 0,
    y,
    length,
    width,
  });
  const nails = Math.max(1, Math.floor((length - 80) / spacing) + 1);
  return [
    ...(tongue > 0 ? [along(0, tongue, 'tongue'), along(sort.width - tongue, tongue, 'groove')] : []),
    ...Array.from({ length: nails }, (_, i): ExpectedFinding => ({
      kind: way === 'cut-nails' ? 'metal' : 'nail-hole',
      face: 'through',
      x: Math.min(length - NAIL_MM, 80 + i * spacing),
      y: 1,
      length: NAIL_MM,
      width: Math.max(NAIL_MM, tongue),
    })),
    { kind: 'old-finish', face: 'A', x: 0, y: tongue, length, width: sort.width - tongue },
  ];
}

/** A stretch of the floor as it lies, joints staggered; apart, one board of each length. */
function drawing(m: Measures, of: readonly Sort[]): Shape[] {
  const face = measure(m, 'faceWidth');
  const rows = Math.min(12, Math.max(1, Math.floor(measure(m, 'runWidth') / face)));
  const runLength = measure(m, 'runLength');
  const shapes: Shape[] = [];
  for (let row = 0; row < rows; row++) {
    let x = 0;
    for (let i = row * 2; x < runLength - 1; i++) {
      const sort = of[i % of.length];
      if (!sort) break;
      const first = x === 0 && row % 2 === 1 ? sort.length / 2 : sort.length;
      const length = Math.min(first, runLength - x);
      shapes.push({
        sort: sort.key,
        stuff: 'wood',
        grain: 'x',
        whole: box(x, row * face, length, face),
        apart: box(x * 1.04, row * (face + 28), length, face),
      });
      x += length;
    }
  }
  return shapes;
}

export const FLOORING: BreakdownModel = {
  kind: 'flooring',
  name: 'strip flooring',
  view: 'a stretch of it, from above',
  fields: [
    field('runLength', 'floor, along the boards', 3600, 200, 20000),
    field('runWidth', 'floor, across them', 2400, 50, 20000),
    field('faceWidth', 'face width', 57, 20, 300),
    field('tongue', 'tongue', 6, 0, 20),
    field('thickness', 'thickness', 19, 6, 60),
    field('shortest', 'shortest board', 600, 100, 6000),
    field('longest', 'longest board', 1800, 100, 8000),
    field('nailSpacing', 'between nails', 310, 80, 1200, { seldom: true }),
  ],
  ways: [
    {
      id: 'lift',
      name: 'lift from the groove side',
      about: 'Nails come with the boards and are pulled back through the tongue; some tongues split off.',
      brokenShare: 0.1,
      minutesEach: 6,
    },
    {
      id: 'cut-nails',
      name: 'cut the nails beneath',
      about: 'A thin blade under the boards: few split, but the shanks stay in the tongues.',
      brokenShare: 0.03,
      minutesEach: 5,
    },
    {
      id: 'saw-out',
      name: 'saw it out in panels',
      about: 'Quick on a condemned floor; every board loses its ends.',
      brokenShare: 0.02,
      minutesEach: 2,
    },
  ],
  sorts,
  apart(sort, m, way) {
    if (way !== 'saw-out') return whole(sort, findings(sort, sort.length, m, way));
    const length = Math.max(sort.length / 2, sort.length - 2 * CUT_END_MM);
    const piece = { name: sort.name, length, width: sort.width, thickness: sort.thickness };
    return {
      pieces: [{ ...piece, findings: findings(sort, length, m, way) }],
      losses: [{ name: 'sawn ends', volumeM3: volumeM3(sort.length - length, sort.width, sort.thickness) }],
    };
  },
  kept: () => [],
  drawing,
  remarks: (m) =>
    measure(m, 'tongue') > 0
      ? [
          `Of ${(measure(m, 'faceWidth') + measure(m, 'tongue')).toFixed(0)} mm overall, ${(measure(m, 'faceWidth') - measure(m, 'tongue')).toFixed(0)} are left once tongue and groove are off.`,
        ]
      : [],
};
