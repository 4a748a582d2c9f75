/** Pews and benches: a dished seat plank, a back, ends, a book rail; screwed and pegged. */
import { volumeM3 } from '../../units/board-measure.ts';
import { cupOfStrip } from '../warp.ts';
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
  type Point,
  type Shape,
  type Sort,
} from './model.ts';

/** A rip through the dished seat, mm. */
const KERF_MM = 3.2;
/** Narrower than this nobody rips a seat, mm. */
const LEAST_STRIP_MM = 20;
const BRACKET_INSET_MM = 280;
const SCREW_MM = 6;
const CUT_OUT = { length: 70, width: 65 };
const GAP = 90;

const screwRow = (m: Measures, length: number, y: number): ExpectedFinding[] =>
  spread(measure(m, 'brackets'), length, Math.min(BRACKET_INSET_MM, length / 4)).map((x) => ({
    kind: 'nail-hole',
    face: 'through',
    x: x - SCREW_MM / 2,
    y,
    length: SCREW_MM,
    width: SCREW_MM,
  }));

/** Thick lacquer has kept the weather out; of what age it is nobody knows. */
const finishOver = (sort: Sort, width: number): ExpectedFinding => ({
  kind: 'old-finish',
  face: 'A',
  x: 0,
  y: 0,
  length: sort.length,
  width,
});

function seat(sort: Sort, m: Measures): Apart {
  const asked = measure(m, 'seatStrips');
  const strips = Math.max(1, Math.min(asked, Math.floor(sort.width / LEAST_STRIP_MM)));
  const width = (sort.width - (strips - 1) * KERF_MM) / strips;
  const dish = cupOfStrip(measure(m, 'dish'), width, sort.width);
  const pieces = Array.from({ length: strips }, (_, i) => ({
    ...asPiece(sort, [
      // Screws into the ends and brackets come up along the back edge: the first strip has them.
      ...(i === 0 ? screwRow(m, sort.length, Math.min(30, width / 2)) : []),
      finishOver(sort, width),
    ]),
    name: strips === 1 ? sort.name : 'seat strip',
    width,
    ...(dish > 0.05 ? { warp: { cup: -dish } } : {}),
  }));
  const kerf = volumeM3(sort.length, (strips - 1) * KERF_MM, sort.thickness);
  return { pieces, losses: strips > 1 ? [{ name: 'kerf between the strips', volumeM3: kerf }] : [] };
}

function back(sort: Sort, m: Measures): Apart {
  const lower = Math.max(0, sort.width - CUT_OUT.width);
  const cutOuts =
    measure(m, 'rails') > 0
      ? [0, Math.max(0, sort.length - CUT_OUT.length)].map((x): ExpectedFinding => ({
          kind: 'notch',
          face: 'through',
          x,
          y: lower,
          length: Math.min(CUT_OUT.length, sort.length),
          width: Math.min(CUT_OUT.width, sort.width),
        }))
      : [];
  return whole(sort, [...screwRow(m, sort.length, 24), ...cutOuts, finishOver(sort, sort.width)]);
}

function sorts(m: Measures): Sort[] {
  const length = measure(m, 'length');
  const dish = measure(m, 'dish');
  return [
    {
      key: 'seat',
      name: 'pew seat',
      count: 1,
      length,
      width: measure(m, 'seatDepth'),
      thickness: measure(m, 'seatThickness'),
      ...(dish > 0 ? { warp: { cup: -dish } } : {}),
      breaks: false,
    },
    {
      key: 'back',
      name: 'pew back',
      count: 1,
      length,
      width: measure(m, 'backHeight'),
      thickness: measure(m, 'backThickness'),
      breaks: true,
    },
    {
      key: 'rail',
      name: 'book rail',
      count: measure(m, 'rails'),
      length,
      width: measure(m, 'railWidth'),
      thickness: measure(m, 'railThickness'),
      breaks: true,
    },
    {
      key: 'end',
      name: 'pew end',
      count: measure(m, 'ends'),
      length: measure(m, 'endHeight'),
      width: measure(m, 'endWidth'),
      thickness: measure(m, 'endThickness'),
      breaks: false,
    },
  ].filter((sort) => sort.count > 0);
}

/** The dished seat in section: flat below, hollow above. */
function dishedSection(x: number, y: number, width: number, thickness: number, dish: number): Point[] {
  const steps = 16;
  const hollow = Array.from({ length: steps + 1 }, (_, i): Point => {
    const u = i / steps;
    return [x + u * width, y + 4 * dish * u * (1 - u)];
  });
  return [...hollow, [x + width, y + thickness], [x, y + thickness]];
}

/** In section with the front beside it. Apart: ends, then the faces of the long members and their sections. */
function drawing(m: Measures, of: readonly Sort[]): Shape[] {
  const size = (key: string): Sort | undefined => of.find((sort) => sort.key === key);
  const [end, seatOf, backOf, rail] = ['end', 'seat', 'back', 'rail'].map(size);
  const endWidth = end?.width ?? 380;
  const endHeight = end?.length ?? 900;
  const seatTop = endHeight * 0.5;
  const seatAt = Math.max(0, endWidth - (seatOf?.width ?? 0) - 10);
  const ends = end?.count ?? 0;
  const front = endWidth + 2 * GAP;
  const faces = Math.max(1, ends) * (endWidth + GAP) + GAP;
  const shapes: Shape[] = [];
  for (let i = ends - 1; i >= 0; i--) {
    shapes.push({
      sort: 'end',
      stuff: 'wood',
      grain: 'y',
      whole: box(0, 0, endWidth, endHeight),
      apart: box(i * (endWidth + GAP), 0, endWidth, endHeight),
    });
  }
  const tops = stackTops([seatOf?.width, backOf?.width, rail?.width], GAP * 0.7);
  /** A long member from the front as it stands, and its face as it lies apart. */
  const long = (sort: Sort, top: number, height: number, faceTop: number): Shape => ({
    sort: sort.key,
    stuff: 'wood',
    grain: 'x',
    whole: box(front, top, sort.length, height),
    apart: box(faces, faceTop, sort.length, sort.width),
  });
  const beside = (sort: Sort): number => faces + sort.length + GAP;
  if (backOf) {
    const x = Math.max(0, seatAt - backOf.thickness);
    shapes.push(long(backOf, 60, backOf.width, tops[1] ?? 0), {
      sort: 'back',
      stuff: 'end-grain',
      grain: 'none',
      whole: box(x, 60, backOf.thickness, backOf.width),
      apart: box(beside(backOf), tops[1] ?? 0, backOf.thickness, backOf.width),
    });
  }
  if (seatOf) {
    const dish = Math.min(measure(m, 'dish'), seatOf.thickness * 0.8);
    const section = (x: number, y: number): Point[] =>
      dishedSection(x, y, seatOf.width, seatOf.thickness, dish);
    shapes.push(long(seatOf, seatTop, seatOf.thickness, tops[0] ?? 0), {
      sort: 'seat',
      stuff: 'end-grain',
      grain: 'none',
      whole: section(seatAt, seatTop),
      apart: section(beside(seatOf), tops[0] ?? 0),
    });
  }
  if (rail) {
    const x = Math.max(0, seatAt - (backOf?.thickness ?? 0) - rail.width);
    shapes.push(long(rail, 90, rail.thickness, tops[2] ?? 0), {
      sort: 'rail',
      stuff: 'end-grain',
      grain: 'none',
      whole: box(x, 90, rail.width, rail.thickness),
      apart: box(beside(rail), tops[2] ?? 0, rail.width, rail.thickness),
    });
  }
  return shapes;
}

/** Where things of these heights begin when they are stacked, those that are missing taking no room. */
function stackTops(heights: readonly (number | undefined)[], gap: number): number[] {
  let top = 0;
  return heights.map((height) => {
    const at = top;
    if (height !== undefined) top += height + gap;
    return at;
  });
}

export const PEW: BreakdownModel = {
  kind: 'pew',
  name: 'pew or bench',
  view: 'in section and from the front',
  fields: [
    field('length', 'length', 2400, 300, 6000),
    field('seatDepth', 'seat, front to back', 330, 80, 900),
    field('seatThickness', 'seat thickness', 30, 8, 90),
    field('dish', 'dish of the seat', 6, 0, 40),
    field('seatStrips', 'rip the seat into', 1, 1, 8, { unit: 'count' }),
    field('backHeight', 'back, height', 285, 40, 1500),
    field('backThickness', 'back thickness', 21, 6, 60),
    field('rails', 'book rails', 1, 0, 3, { unit: 'count' }),
    field('railWidth', 'rail width', 118, 20, 300, { seldom: true }),
    field('railThickness', 'rail thickness', 26, 8, 60, { seldom: true }),
    field('ends', 'ends', 2, 0, 4, { unit: 'count', seldom: true }),
    field('endHeight', 'end height', 900, 200, 1800, { seldom: true }),
    field('endWidth', 'end width', 380, 100, 900, { seldom: true }),
    field('endThickness', 'end thickness', 38, 12, 90, { seldom: true }),
    field('brackets', 'rows of screws', 3, 0, 10, { unit: 'count', seldom: true }),
  ],
  ways: [
    {
      id: 'unscrew',
      name: 'take the screws out',
      about: 'Everything keeps its length; the screw holes stay.',
      brokenShare: 0.02,
      minutesEach: 20,
    },
    {
      id: 'pry',
      name: 'knock and prise',
      about: 'Where heads are under lacquer or gone; thin backs and rails may split.',
      brokenShare: 0.12,
      minutesEach: 12,
    },
  ],
  sorts,
  apart(sort, m) {
    if (sort.key === 'seat') return seat(sort, m);
    if (sort.key === 'back') return back(sort, m);
    if (sort.key === 'rail')
      return whole(sort, [...screwRow(m, sort.length, sort.width / 2 - 3), finishOver(sort, sort.width)]);
    return whole(sort, [finishOver(sort, sort.width)]);
  },
  kept: () => [],
  drawing,
  remarks(m) {
    const [dish, depth, thickness] = [
      measure(m, 'dish'),
      measure(m, 'seatDepth'),
      measure(m, 'seatThickness'),
    ];
    if (dish < 1) return [];
    const left = (strips: number): string =>
      Math.max(0, thickness - cupOfStrip(dish, (depth - (strips - 1) * KERF_MM) / strips, depth) - 1).toFixed(
        0,
      );
    return [
      `Flattened whole the seat keeps about ${left(1)} of its ${thickness.toFixed(0)} mm; ripped in two ${left(2)}, in three ${left(3)}, in four ${left(4)} (1 mm for cleaning up). Rip before you flatten.`,
    ];
  },
};
