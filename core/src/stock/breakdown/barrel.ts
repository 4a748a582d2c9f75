/**
 * Barrels and casks: staves that taper from the middle to both ends and are bent along their length, heads
 * of short boards, hoops. The profile is taken as a parabola, so that a stave's width is too.
 */
import { volumeM3 } from '../../units/board-measure.ts';
import { bowOfLength, cupOfStrip } from '../warp.ts';
import { caskSlope, hoopShiftMm, radiusLossMm } from './barrel-hoops.ts';
import {
  asPiece,
  box,
  field,
  measure,
  type Apart,
  type BreakdownModel,
  type ExpectedFinding,
  type Measures,
  type Point,
  type Shape,
  type Sort,
} from './model.ts';

const KERF_MM = 3.2;
/** The groove that held the head, from the stave's end, its width and depth, mm. */
const CROZE = { from: 45, width: 6 };
/** The head's edge sits so deep in the groove, mm. */
const CROZE_DEPTH_MM = 5;
/** Taken off each face to plane it flat, mm. */
const CLEAN_UP_MM = 0.5;
/** From a wet cellar to a dry shop: what a cask usually dries through, %. */
const WET_PCT = 26;
const DRY_PCT = 12;
/** Radial shrinkage of white oaks, the usual wood of casks, %. */
const CASK_OAK_RADIAL_PCT = 5.6;

interface Stave {
  readonly length: number;
  readonly middle: number;
  readonly ends: number;
  readonly bow: number;
  readonly cup: number;
}

/** The staves of a cask, by its outside measures; widths at half their thickness. */
function staveOf(m: Measures): Stave {
  const [height, bilge, head, thickness, count] = ['height', 'bilge', 'head', 'staveThickness', 'staves'].map(
    (key) => measure(m, key),
  ) as [number, number, number, number, number];
  const wide = Math.max(bilge, head);
  const narrow = Math.min(bilge, head);
  const bow = (wide - narrow) / 2;
  const middle = (Math.PI * (wide - thickness)) / count;
  return {
    // A flat parabola's arc: h + 8s²/3h.
    length: height + (8 * bow ** 2) / (3 * height),
    middle,
    ends: (Math.PI * (narrow - thickness)) / count,
    bow,
    cup: middle ** 2 / (4 * wide),
  };
}

export interface FlatBlank {
  /** Into how many lengths a stave is cut. */
  readonly lengths: number;
  readonly length: number;
  /** Of the narrowest of them. */
  readonly width: number;
  /** What is left when it is planed flat at its full width, and when it is ripped in two first; 0: nothing. */
  readonly thickness: number;
  readonly thicknessRipped: number;
}

/** The largest flat blanks of a stave cut into one to six lengths, mm. */
export function flatBlanks(m: Measures): FlatBlank[] {
  const stave = staveOf(m);
  const thickness = measure(m, 'staveThickness');
  return [1, 2, 3, 4, 5, 6].map((lengths) => {
    const length = (stave.length - (lengths - 1) * KERF_MM) / lengths;
    const width = stave.ends;
    const bow = bowOfLength(stave.bow, length, stave.length);
    const left = (wide: number): number =>
      Math.max(0, thickness - bow - cupOfStrip(stave.cup, wide, stave.middle) - 2 * CLEAN_UP_MM);
    return { lengths, length, width, thickness: left(width), thicknessRipped: left((width - KERF_MM) / 2) };
  });
}

/** Slices of a disc, edge to edge: its boards. Each with its true volume. */
interface HeadBoard {
  readonly from: number;
  readonly to: number;
}

const headRadius = (m: Measures): number =>
  Math.max(20, measure(m, 'head') / 2 - measure(m, 'staveThickness') + CROZE_DEPTH_MM);

function headBoards(m: Measures): HeadBoard[] {
  const radius = headRadius(m);
  const count = measure(m, 'headBoards');
  const width = (2 * radius) / count;
  return Array.from({ length: count }, (_, i) => ({
    from: -radius + i * width,
    to: -radius + (i + 1) * width,
  }));
}

/** Area of the slice of a disc between two lines at right angles to a radius: ∫ 2√(r²−y²). */
export function sliceAreaMm2(radius: number, from: number, to: number): number {
  const upTo = (y: number): number => {
    const inside = Math.min(radius, Math.max(-radius, y));
    return inside * Math.sqrt(radius ** 2 - inside ** 2) + radius ** 2 * Math.asin(inside / radius);
  };
  return upTo(to) - upTo(from);
}

/** The largest rectangle along the grain inside such a slice: its width is tried out in fine steps. */
export function rectangleInSlice(
  radius: number,
  from: number,
  to: number,
): { length: number; width: number } {
  // A slice on one side of the middle shrinks outwards; one across the middle is bounded by its wider side.
  const inner = from < 0 && to > 0 ? null : Math.min(Math.abs(from), Math.abs(to));
  const outer = Math.max(Math.abs(from), Math.abs(to));
  const steps = 400;
  let best = { length: 0, width: 0 };
  for (let i = 1; i <= steps; i++) {
    const [low, high] =
      inner === null
        ? [Math.max(from, (-outer * i) / steps), Math.min(to, (outer * i) / steps)]
        : [inner, inner + ((outer - inner) * i) / steps];
    const reach = Math.max(Math.abs(low), Math.abs(high));
    const length = 2 * Math.sqrt(Math.max(0, radius ** 2 - reach ** 2));
    const width = high - low;
    if (length * width > best.length * best.width) best = { length, width };
  }
  return best;
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
        name: 'head board',
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
  const from = KERF_MM / 2;
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
    pieces: [
      asPiece(sort, [{ kind: 'stain', face: 'B', x: 0, y: 0, length: sort.length, width: sort.width }]),
    ],
    losses: [{ name: 'round edge of the heads', volumeM3: Math.max(0, (sort.solidM3 ?? kept) - kept) }],
  };
}

/** Points along a curved edge in the drawing. */
const STEPS = 14;

function drawing(m: Measures): Shape[] {
  const stave = staveOf(m);
  const height = measure(m, 'height');
  const count = measure(m, 'staves');
  const bilge = Math.max(measure(m, 'bilge'), measure(m, 'head')) / 2;
  const radiusAt = (u: number): number => bilge - stave.bow * (2 * u - 1) ** 2;
  const widthAt = (u: number): number => stave.middle - (stave.middle - stave.ends) * (2 * u - 1) ** 2;
  const across = (2 * Math.PI) / count;
  const shapes: Shape[] = [];
  // The cask lies on its side, its length along x; staves by the angle at which they are seen.
  const order = Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => Math.cos(a * across) - Math.cos(b * across),
  );
  order.forEach((i) => {
    const angle = i * across;
    const edge = (side: -1 | 1): Point[] =>
      Array.from({ length: STEPS + 1 }, (_, k): Point => {
        const u = k / STEPS;
        return [u * height, bilge + radiusAt(u) * Math.sin(angle + (side * across) / 2)];
      });
    const flat = (side: -1 | 1): Point[] =>
      Array.from({ length: STEPS + 1 }, (_, k): Point => {
        const u = k / STEPS;
        const row = i % Math.ceil(count / 2);
        const column = i < Math.ceil(count / 2) ? 0 : 1;
        return [
          column * (height + 60) + u * stave.length,
          row * (stave.middle + 14) + stave.middle / 2 + (side * widthAt(u)) / 2,
        ];
      });
    shapes.push({
      sort: 'stave',
      stuff: 'wood',
      grain: 'x',
      whole: [...edge(-1), ...edge(1).reverse()],
      apart: [...flat(-1), ...flat(1).reverse()],
    });
  });
  const right = 2 * (height + 60) + 80;
  const hoops = measure(m, 'hoops');
  hoopPlaces(hoops).forEach((u, i) => {
    const [x, wide] = [u * height, 28];
    const radius = radiusAt(u);
    shapes.push({
      sort: 'hoop',
      stuff: 'metal',
      grain: 'none',
      whole: box(x - wide / 2, bilge - radius - 2, wide, 2 * radius + 4),
      apart: box(right + i * (wide + 26), 0, wide, 2 * radius + 4),
    });
  });
  if (measure(m, 'heads') > 0) {
    const radius = headRadius(m);
    const y = 2 * bilge + 40 + radius;
    for (const { from, to } of headBoards(m)) {
      const outline = sliceOutline(radius, from, to);
      const place = (dx: number, dy: number): Point[] => outline.map(([px, py]) => [px + dx, py + dy]);
      shapes.push({
        sort: 'head-1',
        stuff: 'wood',
        // The outer boards are too short for lines along them.
        grain: Math.max(Math.abs(from), Math.abs(to)) > 0.8 * radius ? 'none' : 'x',
        whole: place(height + 120 + radius, bilge),
        apart: place(right + radius, y + (from + radius) * 0.25),
      });
    }
  }
  return shapes;
}

function sliceOutline(radius: number, from: number, to: number): Point[] {
  const steps = 10;
  const half = (side: 1 | -1): Point[] =>
    Array.from({ length: steps + 1 }, (_, k): Point => {
      const y = from + ((to - from) * k) / steps;
      return [side * Math.sqrt(Math.max(0, radius ** 2 - y ** 2)), y];
    });
  return [...half(-1), ...half(1).reverse()];
}

/** Where hoops sit, as shares of the height: at the ends, the quarters, the belly. */
function hoopPlaces(count: number): number[] {
  const pairs = [0.04, 0.17, 0.32, 0.42];
  return pairs
    .slice(0, Math.ceil(count / 2))
    .flatMap((u) => [u, 1 - u])
    .slice(0, count);
}

export const BARREL: BreakdownModel = {
  kind: 'barrel',
  name: 'barrel or cask',
  view: 'from the side, with a head',
  fields: [
    field('height', 'height', 880, 150, 2500),
    field('bilge', 'across the belly', 700, 120, 2500),
    field('head', 'across an end', 580, 100, 2500),
    field('staves', 'staves', 24, 6, 60, { unit: 'count' }),
    field('staveThickness', 'stave thickness', 26, 8, 60),
    field('hoops', 'hoops', 6, 0, 8, { unit: 'count' }),
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
      name: 'and cut each stave at the belly',
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
  drawing,
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
    if (bilge <= head) return [flat];
    const shape = { headRadius: head / 2, bilgeRadius: bilge / 2, halfHeight: measure(m, 'height') / 2 };
    const loss = radiusLossMm((head + bilge) / 4, CASK_OAK_RADIAL_PCT, WET_PCT, DRY_PCT);
    const shift = hoopShiftMm(loss, shape);
    const hoops = measure(m, 'hoops');
    return [
      flat,
      `Dried from ${WET_PCT} to ${DRY_PCT} % a cask of oak loses about ${loss.toFixed(0)} mm of radius, and its hoops seat ${shift.toFixed(0)} mm nearer the belly (slope ${caskSlope(shape).toFixed(3)}). Loose hoops are no fault: swell it, drive them, or pin them with a screw each quarter turn.`,
      hoops >= 4
        ? 'All its hoops are there, so it may be worth more whole, as a cask or a half for planting, than as staves.'
        : 'With hoops gone it is a heap of staves; break it up.',
    ];
  },
};
