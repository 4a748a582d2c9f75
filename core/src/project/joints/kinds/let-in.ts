/** Joints with dowels and biscuits, housings and rabbets, and the mitre. */
import {
  box,
  count,
  endOn,
  LEFT_MM,
  leftUnder,
  length,
  mm,
  notAbove,
  of,
  type JointAsked,
  type JointKindFacts,
} from '../joint.ts';

const DOWELS = [6, 8, 10, 12, 16];
/** Length and width of the slips, the smallest first, mm. */
const BISCUITS: readonly (readonly [long: number, wide: number])[] = [
  [47, 15],
  [53, 19],
  [56, 23],
];
const SMALLEST_BISCUIT = [47, 15] as const;
const BISCUIT_MM = 4;

const spread = ({ a, sizes }: JointAsked): number => (of(sizes, 'n') > 1 ? a.width * 0.7 : 0);

export const DOWEL: JointKindFacts = {
  name: 'dowels',
  about: 'three to a joint, a third to half of the thickness, bored with a jig from marked faces',
  at: 'ends',
  into: 'edge',
  glued: true,
  sizes: [
    length('d', 'dowel', 30),
    length('length', 'dowel length', 200),
    length('depthA', 'hole in A', 200),
    length('depthB', 'hole in B', 200),
    count('n', 'dowels', 12),
  ],
  propose: ({ a, depthB }) => {
    const inB = Math.max(8, Math.min(38, depthB - LEFT_MM));
    return {
      d: notAbove(DOWELS, a.thickness / 2),
      depthA: 38,
      depthB: inB,
      length: 36 + inB,
      n: a.width < 45 ? 2 : 3,
    };
  },
  held: spread,
  needs: ({ sizes }) => [
    { what: `fluted dowel ${mm(of(sizes, 'd'))} × ${mm(of(sizes, 'length'))}`, n: of(sizes, 'n') },
  ],
  tools: ['drill with a depth stop', 'dowelling jig'],
  checks: ({ a, sizes, depthB }) => [
    ...leftUnder(depthB, of(sizes, 'depthB'), 'the hole'),
    ...(of(sizes, 'd') > a.thickness / 2 + 1e-9 || of(sizes, 'd') < a.thickness / 3 - 2
      ? [
          {
            id: 'diameter',
            level: 'caution' as const,
            words: `a third to half of ${mm(a.thickness)} is usual`,
          },
        ]
      : []),
    ...(of(sizes, 'length') > of(sizes, 'depthA') + of(sizes, 'depthB') - 2 + 1e-9
      ? [
          {
            id: 'closes',
            level: 'error' as const,
            words: `the dowel keeps the joint open: ${mm(of(sizes, 'depthA') + of(sizes, 'depthB') - 2)} long at the most`,
          },
        ]
      : []),
  ],
  section: (asked) => {
    const { a, sizes } = asked;
    const y = (a.thickness - of(sizes, 'd')) / 2;
    const [inA, inB, long] = [of(sizes, 'depthA'), of(sizes, 'depthB'), of(sizes, 'length')];
    return [
      ...endOn(asked),
      box('hole', -inA, y, inA + inB, of(sizes, 'd')),
      box('fastener', (inB - inA - long) / 2, y, long, of(sizes, 'd')),
    ];
  },
};

export const BISCUIT: JointKindFacts = {
  name: 'biscuits',
  about: 'slips of pressed beech in sawn slots: for alignment, with a batten where it has to hold',
  at: 'ends',
  into: 'face',
  glued: true,
  sizes: [
    length('length', 'biscuit length', 80),
    length('width', 'biscuit width', 40),
    count('n', 'biscuits', 30),
  ],
  propose: ({ a, depthB, joint }) => {
    const along = joint.at === 'along' ? a.length : a.width;
    const fits = [...BISCUITS].reverse().find(([l, w]) => l + 10 <= along && w / 2 + LEFT_MM <= depthB);
    const [long, wide] = fits ?? SMALLEST_BISCUIT;
    return { length: long, width: wide, n: Math.max(1, Math.round(along / 150)) };
  },
  held: (asked) => (asked.joint.at === 'along' ? 0 : spread(asked)),
  needs: ({ sizes }) => [
    { what: `biscuit ${mm(of(sizes, 'length'))} × ${mm(of(sizes, 'width'))}`, n: of(sizes, 'n') },
  ],
  tools: ['biscuit jointer, or a slot cutter in a router'],
  checks: ({ a, sizes, depthB, joint }) => [
    ...leftUnder(depthB, of(sizes, 'width') / 2 + 1, 'the slot'),
    ...(a.thickness < 3 * BISCUIT_MM
      ? [
          {
            id: 'thin',
            level: 'caution' as const,
            words: `stock of ${mm(a.thickness)} is thin for a slot of ${BISCUIT_MM} mm`,
          },
        ]
      : []),
    ...(joint.at !== 'along' && of(sizes, 'length') + 10 > a.width
      ? [
          {
            id: 'length',
            level: 'error' as const,
            words: `the slot comes out at the edge of ${mm(a.width)}: the next smaller, with a batten`,
          },
        ]
      : []),
  ],
  section: (asked) => [
    ...endOn(asked),
    box(
      'tenon',
      -of(asked.sizes, 'width') / 2,
      (asked.a.thickness - BISCUIT_MM) / 2,
      of(asked.sizes, 'width'),
      BISCUIT_MM,
    ),
  ],
};

export const HOUSING: JointKindFacts = {
  name: 'housing',
  about: 'the end of a shelf in a groove across an upright',
  at: 'ends',
  into: 'face',
  glued: true,
  sizes: [length('depth', 'depth', 60)],
  propose: ({ depthB }) => ({ depth: Math.max(3, Math.round(Math.min(10, depthB / 3))) }),
  adds: ({ sizes }) => ({ a: of(sizes, 'depth') }),
  held: () => 0,
  needs: () => [],
  tools: ['router with a straight edge, or a saw and chisel'],
  checks: ({ sizes, depthB }) => [
    ...leftUnder(depthB, of(sizes, 'depth'), 'the housing'),
    ...(of(sizes, 'depth') > depthB / 2
      ? [
          {
            id: 'deep',
            level: 'caution' as const,
            words: `deeper than half of ${mm(depthB)} weakens the upright; a third is usual`,
          },
        ]
      : []),
  ],
  section: (asked) => [...endOn(asked), box('tenon', 0, 0, of(asked.sizes, 'depth'), asked.a.thickness)],
};

export const RABBET: JointKindFacts = {
  name: 'rabbet',
  about: 'an end or edge in a step of the other part: boxes, backs, bottoms',
  at: 'ends',
  into: 'face',
  glued: true,
  sizes: [length('depth', 'depth', 60)],
  propose: ({ depthB }) => ({ depth: Math.max(3, Math.round(depthB / 2)) }),
  adds: ({ sizes }) => ({ a: of(sizes, 'depth') }),
  held: () => 0,
  needs: () => [],
  tools: ['router or rabbet plane'],
  checks: ({ sizes, depthB }) => leftUnder(depthB, of(sizes, 'depth'), 'the rabbet'),
  section: (asked) => [...endOn(asked, 0), box('tenon', 0, 0, of(asked.sizes, 'depth'), asked.a.thickness)],
};

export const MITRE: JointKindFacts = {
  name: 'mitre',
  about: 'two ends at half of the corner each; end grain, so that it wants a slip, a key or a spline',
  at: 'ends',
  into: 'edge',
  glued: true,
  sizes: [
    { key: 'angle', name: 'corner angle of the piece', kind: 'angle', least: 5, most: 80 },
    { key: 'inside', name: 'length was given inside', kind: 'yes-no', least: 0, most: 1 },
  ],
  propose: () => ({ angle: 45, inside: 0 }),
  // To the long point: what the slant adds beyond the inner edge.
  adds: ({ a, sizes }) => ({
    a: of(sizes, 'inside') > 0 ? a.width / Math.tan((of(sizes, 'angle') * Math.PI) / 180) : 0,
  }),
  held: ({ a }) => a.width,
  needs: () => [],
  tools: ['mitre saw or shooting board', 'tape or a band clamp'],
  checks: ({ a, b, sizes }) => [
    ...(a.width !== b.width && of(sizes, 'angle') === 45
      ? [
          {
            id: 'widths',
            level: 'error' as const,
            words: `${mm(a.width)} and ${mm(b.width)} wide: 45° do not meet; the corner is split in the ratio of the widths`,
          },
        ]
      : []),
    {
      id: 'reinforce',
      level: 'note' as const,
      words:
        'end grain holds little: a slip, keys or a spline across it; glue blocks on wedges square the bite of clamps',
    },
  ],
  section: ({ a, b, sizes }) => {
    const slant = a.width / Math.tan((of(sizes, 'angle') * Math.PI) / 180);
    return [
      {
        role: 'a',
        points: [
          [-120, 0],
          [slant, 0],
          [0, a.width],
          [-120, a.width],
        ],
      },
      {
        role: 'b',
        points: [
          [slant, 0],
          [slant, 120 + a.width],
          [slant - b.width, 120 + a.width],
          [slant - b.width, a.width],
        ],
      },
    ];
  },
};
