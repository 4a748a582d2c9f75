/** Posts, beams, sleepers: one long thick member with a rotten foot, bolts, checks and a weathered skin. */
import { volumeM3 } from '../../units/board-measure.ts';
import {
  asPiece,
  box,
  field,
  measure,
  spread,
  type Apart,
  type BreakdownModel,
  type ExpectedFinding,
  type Measures,
  type Shape,
  type Sort,
} from './model.ts';

/** A saw that goes through a post takes more than a bench saw, mm. */
const KERF_MM = 5;

function sorts(m: Measures): Sort[] {
  return [
    {
      key: 'post',
      name: 'post',
      count: 1,
      length: measure(m, 'length'),
      width: measure(m, 'width'),
      thickness: measure(m, 'thickness'),
      breaks: false,
    },
  ];
}

/** What is found along a post of which `off` mm of the foot are gone. */
function findings(sort: Sort, m: Measures, off: number): ExpectedFinding[] {
  const length = sort.length - off;
  const foot = Math.max(0, measure(m, 'rottenFoot') - off);
  const checks = Math.min(measure(m, 'checks'), length);
  const bolt = Math.min(measure(m, 'boltSize'), sort.width);
  const found: ExpectedFinding[] = [];
  if (foot > 0) {
    found.push({
      kind: 'rot',
      face: 'through',
      x: 0,
      y: 0,
      length: Math.min(foot, length),
      width: sort.width,
    });
  }
  for (const place of spread(measure(m, 'bolts'), sort.length, sort.length * 0.3)) {
    const x = place - off - bolt / 2;
    if (x < 0 || x + bolt > length) continue;
    found.push({
      kind: 'metal',
      face: 'through',
      x,
      y: sort.width / 2 - bolt / 2,
      length: bolt,
      width: bolt,
    });
  }
  if (checks > 0) {
    found.push({
      kind: 'check',
      face: 'through',
      x: length - checks,
      y: sort.width / 2 - 3,
      length: checks,
      width: Math.min(6, sort.width / 2),
    });
  }
  found.push({ kind: 'weathering', face: 'A', x: 0, y: 0, length, width: sort.width });
  return found;
}

function apart(sort: Sort, m: Measures, way: string): Apart {
  if (way === 'whole') return { pieces: [asPiece(sort, findings(sort, m, 0))], losses: [] };
  const foot = measure(m, 'rottenFoot');
  const off = foot > 0 ? Math.min(foot + KERF_MM, sort.length * 0.9) : 0;
  const length = sort.length - off;
  const losses =
    off > 0 ? [{ name: 'rotten foot and its cut', volumeM3: volumeM3(off, sort.width, sort.thickness) }] : [];
  const post = { ...asPiece(sort, findings(sort, m, off)), length };
  if (way === 'foot-off') return { pieces: [post], losses };
  const kerf = Math.min(KERF_MM, sort.thickness / 3);
  const thickness = (sort.thickness - kerf) / 2;
  return {
    pieces: [post, { ...post, findings: findings(sort, m, off).map(onBack) }].map((half) => ({
      ...half,
      name: 'post half',
      thickness,
    })),
    losses: [...losses, { name: 'kerf down the middle', volumeM3: volumeM3(length, sort.width, kerf) }],
  };
}

/** The weathered skin of the second half looks the other way. */
const onBack = (finding: ExpectedFinding): ExpectedFinding =>
  finding.face === 'A' ? { ...finding, face: 'B' } : finding;

function drawing(m: Measures, of: readonly Sort[]): Shape[] {
  const [sort] = of;
  if (!sort) return [];
  const foot = Math.min(measure(m, 'rottenFoot'), sort.length * 0.9);
  const metal = spread(measure(m, 'bolts'), sort.length, sort.length * 0.3).map(
    (x) => [x, sort.width / 2] as const,
  );
  const shapes: Shape[] = [
    {
      sort: 'post',
      stuff: 'wood',
      grain: 'x',
      whole: box(foot, 0, sort.length - foot, sort.width),
      apart: box(foot + 160, 0, sort.length - foot, sort.width),
      metal,
    },
    {
      sort: 'section',
      stuff: 'end-grain',
      grain: 'none',
      whole: box(sort.length + 160, 0, sort.thickness, sort.width),
      apart: box(sort.length + 320, 0, sort.thickness, sort.width),
    },
  ];
  if (foot > 0) {
    shapes.push({
      sort: 'foot',
      stuff: 'end-grain',
      grain: 'x',
      whole: box(0, 0, foot, sort.width),
      apart: box(0, 0, foot, sort.width),
    });
  }
  return shapes;
}

export const POST: BreakdownModel = {
  kind: 'post',
  name: 'post, beam or sleeper',
  view: 'from the side, foot at the left, and in section',
  fields: [
    field('length', 'length', 2400, 200, 12000),
    field('width', 'width', 145, 40, 600),
    field('thickness', 'thickness', 145, 40, 600),
    field('rottenFoot', 'rotten foot', 300, 0, 6000),
    field('bolts', 'bolts and big nails', 2, 0, 30, { unit: 'count' }),
    field('checks', 'checks at the head', 150, 0, 3000),
    field('boltSize', 'across a bolt, with its stain', 24, 4, 100, { seldom: true }),
  ],
  ways: [
    {
      id: 'foot-off',
      name: 'cut the rotten foot off',
      about: 'The foot stays behind; bolts stay in until they are driven out.',
      brokenShare: 0,
      minutesEach: 25,
    },
    {
      id: 'whole',
      name: 'take it as it stands',
      about: 'All of it, rot and bolts marked.',
      brokenShare: 0,
      minutesEach: 15,
    },
    {
      id: 'halves',
      name: 'foot off, and split in two lengthwise',
      about:
        'Two halves that can be lifted. A saw that does not reach through cuts from both faces, and the cuts must meet. No cut before the bolts are out.',
      brokenShare: 0,
      minutesEach: 55,
    },
  ],
  sorts,
  apart,
  kept: (m) =>
    measure(m, 'bolts') > 0 ? [{ name: 'bolts', count: measure(m, 'bolts'), size: '', job: 'derust' }] : [],
  drawing,
  remarks: () => ['Look for bolts and big nails deep inside: scan all four faces before a saw comes near.'],
};
