/** Furniture, pianos, machine bases: tops, legs, aprons, panels; solid or veneered. */
import { volumeM3 } from '../../units/board-measure.ts';
import {
  constructionFrom,
  EDGE_SIGNS,
  HOLE_SIGNS,
  CONSTRUCTION_NAMES,
  sandingBudget,
  type Construction,
} from '../construction.ts';
import {
  asPiece,
  box,
  field,
  measure,
  whole,
  type Apart,
  type BreakdownModel,
  type ExpectedFinding,
  type Measures,
  type Shape,
  type Sort,
} from './model.ts';

/** Sawn off at the shoulder, a rail loses its tenon and the cut at each end, mm. */
const TENON_MM = 30;
const MORTISE = { length: 90, share: 0.35 };
const GAP = 70;

const construction = (m: Measures): Construction =>
  constructionFrom(
    EDGE_SIGNS[measure(m, 'edgeSign')] ?? 'not-looked',
    HOLE_SIGNS[measure(m, 'holeSign')] ?? 'not-looked',
  );

function sorts(m: Measures): Sort[] {
  const leaves = measure(m, 'leaves');
  return [
    {
      key: 'leaf',
      name: construction(m) === 'solid' ? 'leaf' : 'leaf, veneered?',
      count: leaves,
      length: measure(m, 'topLength'),
      width: measure(m, 'topWidth'),
      thickness: measure(m, 'topThickness'),
      breaks: false,
    },
    {
      key: 'leg',
      name: 'leg',
      count: measure(m, 'legs'),
      length: measure(m, 'legLength'),
      width: measure(m, 'legSize'),
      thickness: measure(m, 'legSize'),
      breaks: false,
    },
    {
      key: 'apron',
      name: 'apron',
      count: measure(m, 'aprons'),
      length: measure(m, 'apronLength'),
      width: measure(m, 'apronWidth'),
      thickness: measure(m, 'apronThickness'),
      breaks: true,
    },
    {
      key: 'panel',
      name: 'panel',
      count: measure(m, 'panels'),
      length: measure(m, 'panelLength'),
      width: measure(m, 'panelWidth'),
      thickness: measure(m, 'panelThickness'),
      breaks: true,
    },
  ].filter((sort) => sort.count > 0);
}

const finish = (sort: Sort): ExpectedFinding => ({
  kind: 'old-finish',
  face: 'A',
  x: 0,
  y: 0,
  length: sort.length,
  width: sort.width,
});

function apart(sort: Sort, m: Measures, way: string): Apart {
  switch (sort.key) {
    case 'leaf': {
      const { length, width } = sort;
      const holes = [58, length - 64].map((x): ExpectedFinding => ({
        kind: 'hole',
        face: 'through',
        x: Math.max(0, x),
        y: Math.min(40, width / 2),
        length: 6,
        width: 6,
      }));
      if (construction(m) === 'veneered-chipboard') {
        return {
          pieces: [],
          losses: [
            {
              name: 'chipboard under veneer: no stock for the rack',
              volumeM3: volumeM3(length, width, sort.thickness),
            },
          ],
        };
      }
      const leaf = asPiece(sort, [...holes, finish(sort)]);
      // What may be veneered counts as veneered: planing through it can't be undone.
      const veneer = construction(m) === 'solid' ? {} : { veneerMm: measure(m, 'veneer') };
      return { pieces: [{ ...leaf, ...veneer }], losses: [] };
    }
    case 'leg': {
      const mortise: ExpectedFinding = {
        kind: 'notch',
        face: 'through',
        x: 0,
        y: sort.width * 0.3,
        length: Math.min(MORTISE.length, sort.length / 3),
        width: sort.width * MORTISE.share,
        note: 'mortise',
      };
      return whole(sort, [mortise, finish(sort)]);
    }
    case 'apron': {
      if (way !== 'saw') return whole(sort, [finish(sort)]);
      const off = Math.min(TENON_MM, sort.length / 4);
      const length = sort.length - 2 * off;
      return {
        pieces: [{ ...asPiece(sort, [{ ...finish(sort), length }]), length }],
        losses: [{ name: 'tenons and their cuts', volumeM3: volumeM3(2 * off, sort.width, sort.thickness) }],
      };
    }
    default:
      return whole(sort, [finish(sort)]);
  }
}

/** The table upside down, taken to bits: the top with what stands on it, then each sort in a row. */
function drawing(of: readonly Sort[]): Shape[] {
  const shapes: Shape[] = [];
  const size = (key: string): Sort | undefined => of.find((sort) => sort.key === key);
  const leaf = size('leaf');
  const leg = size('leg');
  const apron = size('apron');
  const panel = size('panel');
  const length = leaf?.length ?? apron?.length ?? panel?.length ?? 800;
  const depth = (leaf?.width ?? 400) * Math.max(1, leaf?.count ?? 1);
  for (let i = 0; i < (leaf?.count ?? 0); i++) {
    const y = i * (leaf?.width ?? 0);
    shapes.push({
      sort: 'leaf',
      stuff: 'wood',
      grain: 'x',
      whole: box(0, y, length, leaf?.width ?? 0),
      apart: box(0, i * ((leaf?.width ?? 0) + GAP), length, leaf?.width ?? 0),
    });
  }
  const beside = length + GAP;
  for (let i = 0; apron && i < apron.count; i++) {
    const lengthwise = i < 2;
    const run = lengthwise ? Math.min(apron.length, length - 80) : Math.max(60, depth - 160);
    shapes.push({
      sort: 'apron',
      stuff: 'wood',
      grain: lengthwise ? 'x' : 'y',
      whole: lengthwise
        ? box((length - run) / 2, i === 0 ? 60 : depth - 60 - apron.thickness, run, apron.thickness)
        : box(i % 2 === 0 ? 50 : length - 50 - apron.thickness, (depth - run) / 2, apron.thickness, run),
      apart: box(
        beside,
        (leg ? (leg.width + 20) * leg.count : 0) + i * (apron.width + 20),
        apron.length,
        apron.width,
      ),
    });
  }
  for (let i = 0; leg && i < leg.count; i++) {
    const x = i % 2 === 0 ? 40 : length - 40 - leg.width;
    const y = Math.floor(i / 2) % 2 === 0 ? 45 : depth - 45 - leg.width;
    shapes.push({
      sort: 'leg',
      stuff: 'end-grain',
      grain: 'none',
      whole: box(x, y, leg.width, leg.width),
      apart: box(beside, i * (leg.width + 20), leg.length, leg.width),
    });
  }
  for (let i = 0; panel && i < panel.count; i++) {
    shapes.push({
      sort: 'panel',
      stuff: 'wood',
      grain: 'x',
      whole: box(i * (panel.length + 20), depth + GAP, panel.length, panel.width),
      apart: box(i * (panel.length + 20), depth + GAP * 3, panel.length, panel.width),
    });
  }
  return shapes;
}

export const FURNITURE: BreakdownModel = {
  kind: 'furniture',
  name: 'furniture',
  view: 'from below, and taken to bits',
  fields: [
    field('leaves', 'tops or leaves', 1, 0, 6, { unit: 'count' }),
    field('topLength', 'top, along the grain', 1200, 50, 4000),
    field('topWidth', 'top, across it', 700, 30, 2000),
    field('topThickness', 'top thickness', 24, 3, 90),
    field('legs', 'legs', 4, 0, 12, { unit: 'count' }),
    field('legLength', 'leg length', 710, 30, 1500),
    field('legSize', 'leg, each way', 64, 12, 200),
    field('aprons', 'aprons and rails', 4, 0, 20, { unit: 'count' }),
    field('apronLength', 'apron length', 900, 40, 4000, { seldom: true }),
    field('apronWidth', 'apron width', 100, 15, 500, { seldom: true }),
    field('apronThickness', 'apron thickness', 22, 4, 60, { seldom: true }),
    field('panels', 'panels and drawer parts', 0, 0, 40, { unit: 'count', seldom: true }),
    field('panelLength', 'panel length', 430, 30, 3000, { seldom: true }),
    field('panelWidth', 'panel width', 140, 20, 2000, { seldom: true }),
    field('panelThickness', 'panel thickness', 12, 2, 50, { seldom: true }),
    field('edgeSign', 'edge sign', 0, 0, EDGE_SIGNS.length - 1, { unit: 'count' }),
    field('holeSign', 'screw hole sign', 0, 0, HOLE_SIGNS.length - 1, { unit: 'count' }),
    field('veneer', 'veneer thickness', 0.6, 0.3, 3),
  ],
  ways: [
    {
      id: 'joints',
      name: 'open the joints',
      about: 'Old glue gives way to warmth, damp and patience; tenons stay on.',
      brokenShare: 0.08,
      minutesEach: 15,
    },
    {
      id: 'saw',
      name: 'saw at the shoulders',
      about: 'Quick; rails lose their tenons.',
      brokenShare: 0.02,
      minutesEach: 6,
    },
  ],
  sorts,
  apart,
  kept: () => [],
  drawing: (_measures, of) => drawing(of),
  remarks(m) {
    const built = construction(m);
    if (built === 'solid') return ['Solid wood. The legs are often the treasure.'];
    const budget = sandingBudget(measure(m, 'veneer'));
    const sanding = `A veneer of ${measure(m, 'veneer')} mm bears about ${budget.passes} goings-over with 80 grit (${budget.budgetMm.toFixed(2)} mm), then stop. A mark deeper than the veneer can't be sanded away: paint is the way out.`;
    return [`Top: ${CONSTRUCTION_NAMES[built]}.`, sanding];
  },
};
