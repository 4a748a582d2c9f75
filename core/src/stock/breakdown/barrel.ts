/**
 * Barrels and casks: staves that taper from the middle to both ends and are bent along their length, heads
 * of short boards, hoops. The profile is taken as a parabola, so that a stave's width is too.
 */
import { volumeM3 } from '../../units/board-measure.ts';
import { bowOfLength } from '../warp.ts';
import { caskDrawing } from './cask-drawing.ts';
import {
  flatBlanks,
  headBoards,
  headRadius,
  rectangleInSlice,
  sliceAreaMm2,
  STAVE_KERF_MM,
  staveOf,
} from './cask-shape.ts';
import { hoopSeatMm, hoopsOf, radiusAt, radiusLossMm, type CaskShape, type Hoop } from './barrel-hoops.ts';
import {
  asPiece,
  field,
  measure,
  type Apart,
  type BreakdownModel,
  type ExpectedFinding,
  type Measures,
  type Sort,
} from './model.ts';

/** The groove that held the head, from the stave's end, its width and depth, mm. */
const CROZE = { from: 45, width: 6 };
/** From a wet cellar to a dry shop: what a cask usually dries through, %. */
const WET_PCT = 26;
const DRY_PCT = 12;
/** Radial shrinkage of white oaks, the usual wood of casks, %. */
const CASK_OAK_RADIAL_PCT = 5.6;

/** The outside shape of a cask, mm. */
const caskShapeOf = (m: Measures): CaskShape => ({
  headRadius: measure(m, 'head') / 2,
  bilgeRadius: measure(m, 'bilge') / 2,
  halfHeight: measure(m, 'height') / 2,
});

export interface SeatedHoop extends Hoop {
  /** Where it sits once the cask has dried, from the belly, mm; null when it falls off. */
  readonly seatMm: number | null;
}

/** The hoops of a cask with the seat of each after it has dried as is usual; none where no hoop could hold. */
export function seatedHoops(m: Measures): SeatedHoop[] {
  const shape = caskShapeOf(m);
  if (shape.bilgeRadius <= shape.headRadius) return [];
  return hoopsOf(measure(m, 'hoops'), measure(m, 'headHoops'), shape.halfHeight).map((hoop) => {
    const loss = radiusLossMm(radiusAt(shape, hoop.atMm), CASK_OAK_RADIAL_PCT, WET_PCT, DRY_PCT);
    return { ...hoop, seatMm: hoopSeatMm(shape, hoop.atMm, loss) };
  });
}

/** “head hoop 405 → 371 mm from the belly, bilge hoop falls off”: one of each pair. */
function seatsInWords(m: Measures): string {
  const told = new Map<string, string>();
  for (const { name, atMm, seatMm } of seatedHoops(m)) {
    const moves =
      seatMm === null ? 'falls to the bilge and off' : `${atMm.toFixed(0)} → ${seatMm.toFixed(0)} mm`;
    told.set(name, `${name} ${moves}`);
  }
  return told.size === 0 ? '' : `Its hoops then seat, from the bilge: ${[...told.values()].join(', ')}.`;
}

function sorts(m: Measures): Sort[] {
  const stave = staveOf(m);
  const thickness = measure(m, 'headThickness');
  const heads = measure(m, 'heads');
  const boards = heads > 0 ? headBoards(m) : [];
  return [
    {
      key: 'stave',
      name: 'stave',
      count: measure(m, 'staves'),
      length: stave.length,
      width: stave.middle,
      widthEnds: stave.ends,
      thickness: measure(m, 'staveThickness'),
      warp: { bow: stave.bow, cup: stave.cup },
      breaks: true,
    },
    ...boards.map((board, i): Sort => {
      const cut = rectangleInSlice(headRadius(m), board.from, board.to);
      return {
        key: `head-${i + 1}`,
        name: 'head piece',
        count: heads,
        ...cut,
        thickness,
        solidM3: (sliceAreaMm2(headRadius(m), board.from, board.to) * thickness) / 1e9,
        breaks: false,
      };
    }),
  ];
}

const croze = (x: number, width: number): ExpectedFinding => ({
  kind: 'groove',
  face: 'B',
  x,
  y: 0,
  length: CROZE.width,
  width,
  note: 'held the head',
});

/** What the wet left inside. */
const lees = (x: number, length: number, width: number): ExpectedFinding => ({
  kind: 'stain',
  colour: 'lees',
  face: 'B',
  x,
  y: 0,
  length,
  width,
});

/** A whole stave, its missing corners marked as wane in two steps that lie outside the curve. */
function wholeStave(sort: Sort): Apart {
  const { length, width, thickness } = sort;
  const drop = (width - (sort.widthEnds ?? width)) / 2;
  const rects = [
    { x: 0, length: length / 4, deep: drop },
    { x: length / 4, length: length / 2, deep: drop / 4 },
    { x: (length * 3) / 4, length: length / 4, deep: drop },
  ].filter((rect) => rect.deep > 0);
  const wane = rects.flatMap(({ x, length: along, deep }): ExpectedFinding[] => [
    { kind: 'wane', face: 'through', x, y: 0, length: along, width: deep },
    { kind: 'wane', face: 'through', x, y: width - deep, length: along, width: deep },
  ]);
  const inSteps = rects.reduce((sum, rect) => sum + 2 * rect.length * rect.deep, 0);
  const missing = (2 * drop * length) / 3;
  const found = [
    ...wane,
    croze(CROZE.from, width),
    croze(length - CROZE.from - CROZE.width, width),
    lees(CROZE.from + CROZE.width, length - 2 * (CROZE.from + CROZE.width), width),
  ];
  return {
    pieces: [asPiece(sort, found)],
    losses:
      drop > 0
        ? [
            {
              name: 'curved edges outside the straight steps',
              volumeM3: ((inSteps - missing) * thickness) / 1e9,
            },
          ]
        : [],
  };
}

/** Cut at the middle: two pieces with a straight taper that lies inside the curved edge. */
function halfStaves(sort: Sort): Apart {
  const { width, thickness } = sort;
  const reach = sort.length / 2;
  const drop = width - (sort.widthEnds ?? width);
  const from = STAVE_KERF_MM / 2;
  const length = reach - from;
  const near = width - drop * (from / reach) ** 2;
  const far = width - drop;
  const areaTo = (x: number): number => width * x - (drop * x ** 3) / (3 * reach ** 2);
  const bow = bowOfLength(sort.warp?.bow ?? 0, length, sort.length);
  const piece = {
    name: 'half stave',
    length,
    width: near,
    ...(drop > 0 ? { widthFar: far } : {}),
    thickness,
    findings: [
      croze(length - CROZE.from - CROZE.width, near),
      lees(0, Math.max(1, length - CROZE.from - CROZE.width), near),
    ],
    warp: { bow, cup: sort.warp?.cup ?? 0 },
  };
  const curved = areaTo(reach) - areaTo(from) - (length * (near + far)) / 2;
  return {
    pieces: [piece, piece],
    losses: [
      { name: 'kerf at the middle', volumeM3: (2 * areaTo(from) * thickness) / 1e9 },
      { name: 'curved edges outside the straight taper', volumeM3: (2 * curved * thickness) / 1e9 },
    ],
  };
}

function apart(sort: Sort, way: string): Apart {
  if (sort.key === 'stave') return way === 'halves' ? halfStaves(sort) : wholeStave(sort);
  const kept = volumeM3(sort.length, sort.width, sort.thickness);
  return {
    pieces: [asPiece(sort, [lees(0, sort.length, sort.width)])],
    losses: [{ name: 'round edge of the heads', volumeM3: Math.max(0, (sort.solidM3 ?? kept) - kept) }],
  };
}

export const BARREL: BreakdownModel = {
  kind: 'barrel',
  name: 'barrel or cask',
  view: 'from the side, with a head',
  fields: [
    field('height', 'height', 880, 150, 2500),
    field('bilge', 'across the bilge', 700, 120, 2500),
    field('head', 'across an end', 580, 100, 2500),
    field('staves', 'staves', 24, 6, 60, { unit: 'count' }),
    field('staveThickness', 'stave thickness', 26, 8, 60),
    field('hoops', 'hoops', 6, 0, 8, { unit: 'count' }),
    field('headHoops', 'of them head hoops', 2, 0, 2, { unit: 'count' }),
    field('heads', 'heads', 2, 0, 2, { unit: 'count' }),
    field('headBoards', 'boards in a head', 4, 1, 9, { unit: 'count', seldom: true }),
    field('headThickness', 'head thickness', 24, 8, 60, { seldom: true }),
  ],
  ways: [
    {
      id: 'staves',
      name: 'drive the hoops off, keep staves whole',
      about: 'End hoops last, one at a time, and never all at once: they hold everything.',
      brokenShare: 0.08,
      minutesEach: 6,
    },
    {
      id: 'halves',
      name: 'and cut each stave at the bilge',
      about: 'Half staves lie flatter and have one straight taper.',
      brokenShare: 0.08,
      minutesEach: 8,
    },
  ],
  sorts,
  apart: (sort, _m, way) => apart(sort, way),
  kept: (m) =>
    measure(m, 'hoops') > 0
      ? [
          {
            name: 'hoops',
            count: measure(m, 'hoops'),
            size: `${measure(m, 'head').toFixed(0)}–${measure(m, 'bilge').toFixed(0)} across`,
            job: 'derust',
          },
        ]
      : [],
  drawing: caskDrawing,
  remarks(m) {
    const [bilge, head] = [measure(m, 'bilge'), measure(m, 'head')];
    const blanks = flatBlanks(m)
      .filter(({ thickness }) => thickness >= 8)
      .slice(0, 3)
      .map(
        (blank) => `${blank.length.toFixed(0)} × ${blank.width.toFixed(0)} × ${blank.thickness.toFixed(0)}`,
      );
    const flat =
      blanks.length > 0
        ? `Largest flat blanks from a stave: ${blanks.join('; ')} mm.`
        : 'No flat blank of 8 mm comes out of these staves, however short.';
    const whole =
      measure(m, 'headHoops') >= 2
        ? 'Both head hoops are on: it may be worth more whole, as a cask or a half for planting, than as staves.'
        : 'A head hoop is gone, and the head hoops hold everything: it is a heap of staves, so break it up.';
    if (bilge <= head || measure(m, 'hoops') === 0) return [flat, whole];
    const loss = radiusLossMm((head + bilge) / 4, CASK_OAK_RADIAL_PCT, WET_PCT, DRY_PCT);
    return [
      flat,
      whole,
      `Dried from ${WET_PCT} to ${DRY_PCT} % a cask of oak loses about ${loss.toFixed(0)} mm of radius. ${seatsInWords(m)} Loose hoops are no fault: swell the cask, drive them, or pin them with a screw each quarter turn. Sanding the outside lets them down in the same way, so tell it before.`,
    ];
  },
};
