/** Metalwork and glass worth reusing: no wood, but stock all the same, with a size and a job to do. */
import { box, field, measure, type BreakdownModel, type Measures, type Shape } from './model.ts';

const size = (m: Measures): string =>
  [measure(m, 'length'), measure(m, 'width'), measure(m, 'thickness')].map((mm) => mm.toFixed(0)).join(' × ');

const outline = (m: Measures, stuff: Shape['stuff']): Shape[] => [
  {
    sort: stuff,
    stuff,
    grain: 'none',
    whole: box(0, 0, measure(m, 'length'), measure(m, 'width')),
    apart: box(0, 0, measure(m, 'length'), measure(m, 'width')),
  },
];

const SET_ASIDE = {
  id: 'set-aside',
  about: 'It goes beside the rack, with its job noted.',
  brokenShare: 0,
  minutesEach: 15,
};

export const METAL: BreakdownModel = {
  kind: 'metal',
  name: 'metal part or base',
  view: 'its outline',
  fields: [
    field('count', 'how many', 1, 1, 200, { unit: 'count' }),
    field('length', 'length', 700, 5, 4000),
    field('width', 'width', 400, 5, 4000),
    field('thickness', 'height or thickness', 720, 1, 3000),
  ],
  ways: [{ ...SET_ASIDE, name: 'set it aside' }],
  sorts: () => [],
  apart: () => ({ pieces: [], losses: [] }),
  kept: (m) => [
    { name: 'metal part', count: measure(m, 'count'), size: size(m), job: 'degrease, derust, prime, paint' },
  ],
  drawing: (m) => outline(m, 'metal'),
  remarks: () => ['Weigh a casting before you lift it: iron is nine times as heavy as oak.'],
};

export const GLASS: BreakdownModel = {
  kind: 'glass',
  name: 'glass or sheet',
  view: 'its outline',
  fields: [
    field('count', 'how many', 1, 1, 200, { unit: 'count' }),
    field('length', 'length', 900, 20, 4000),
    field('width', 'width', 600, 20, 4000),
    field('thickness', 'thickness', 6, 1, 40),
  ],
  ways: [{ ...SET_ASIDE, name: 'set it aside, on edge' }],
  sorts: () => [],
  apart: () => ({ pieces: [], losses: [] }),
  kept: (m) => [{ name: 'pane', count: measure(m, 'count'), size: size(m), job: 'clean; seam the edges' }],
  drawing: (m) => outline(m, 'glass'),
  remarks: (m) => [
    `One weighs about ${((measure(m, 'length') * measure(m, 'width') * measure(m, 'thickness') * 2500) / 1e9).toFixed(0)} kg at 2,500 kg/m³. Toughened glass can't be cut: look for a mark in a corner.`,
  ],
};
