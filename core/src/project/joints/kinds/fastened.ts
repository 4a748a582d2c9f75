/** Joints held by metal: screws, bolts, inserts, brackets, hinges, nails. Long because it is a table, a row of facts a kind. */
import { longestScrewMm } from '../joint-sums.ts';
import {
  box,
  count,
  endOn,
  leftUnder,
  length,
  lyingOn,
  mm,
  notAbove,
  of,
  type JointAsked,
  type JointCheck,
  type JointKindFacts,
  type JointSize,
} from '../joint.ts';

const SCREWS = [16, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 120];
const POCKET_SCREWS = [25, 32, 38, 50, 64];
const NAILS = [20, 25, 30, 40, 50, 60, 70, 80, 100];
const BOLTS = [40, 50, 60, 70, 80, 90, 100, 120, 150, 180];
/** Wood as hard as this wants a wider pilot, N. */
const HARD_N = 4500;
/** A fastener stands so many times its thickness from an edge, and from an end, so that nothing splits. */
const FROM_EDGE = 3;
const FROM_END = 7;
const COUNTERSINK_MM = 2;

/** Where the grain of both crosses, all holes but the fixed one are slots. */
const SLOTS: JointSize = {
  key: 'slots',
  name: 'in slots where grain crosses',
  kind: 'yes-no',
  least: 0,
  most: 1,
};

const gauge = (thickness: number): number =>
  thickness < 16 ? 3.5 : thickness < 20 ? 4 : thickness < 35 ? 5 : 6;
const along = ({ joint, a }: Pick<JointAsked, 'joint' | 'a'>, every: number): number =>
  joint.at === 'along' ? Math.max(2, Math.ceil(a.length / every)) : a.width < 40 ? 1 : 2;

/** How much of the width of A is held: fasteners side by side across it; along it, none. */
const heldAcross = ({ a, sizes, joint }: JointAsked): number =>
  joint.at === 'along' || of(sizes, 'n') < 2 ? 0 : Math.max(0, a.width - 2 * FROM_EDGE * of(sizes, 'd'));

function splits({ a, sizes, joint }: JointAsked): JointCheck[] {
  const d = of(sizes, 'd');
  const n = of(sizes, 'n');
  const found: JointCheck[] = [];
  if (joint.at !== 'along') {
    const needed = 2 * FROM_EDGE * d + (n - 1) * 4 * d;
    if (a.width < needed - 1e-9)
      found.push({
        id: 'edge-distance',
        level: 'error',
        words: `${n} of ${mm(d)} want ${mm(needed)} of width, ${mm(FROM_EDGE * d)} from each edge; there are ${mm(a.width)}`,
      });
  }
  found.push({
    id: 'end-distance',
    level: 'note',
    words: `${mm(FROM_END * d)} from an end, or a clearance hole however thick it is`,
  });
  return found;
}

export const SCREW: JointKindFacts = {
  name: 'screws',
  about:
    'a clearance hole in the first part, a pilot in the second; start all, then tighten, the last turns by hand',
  at: 'along',
  into: 'face',
  glued: false,
  sizes: [
    length('d', 'screw', 10),
    length('length', 'screw length', 200),
    length('countersink', 'countersunk by', 20),
    count('n', 'screws'),
    SLOTS,
  ],
  propose: ({ a, joint, depthB }) => {
    const through = joint.at === 'along' ? a.thickness : depthB;
    const into = joint.at === 'along' ? depthB : 60;
    const longest = longestScrewMm(through, into, COUNTERSINK_MM);
    return {
      d: gauge(through),
      length: notAbove(SCREWS, Math.min(longest, through * 2.5)),
      countersink: COUNTERSINK_MM,
      n: along({ joint, a }, 250),
      slots: 1,
    };
  },
  held: heldAcross,
  needs: ({ sizes }) => [
    { what: `screw ${mm(of(sizes, 'd'))} × ${mm(of(sizes, 'length'))}`, n: of(sizes, 'n') },
  ],
  tools: ['drill', 'countersink', 'hand driver'],
  checks: (asked) => {
    const { a, sizes, joint, depthB, wood } = asked;
    const d = of(sizes, 'd');
    const [through, into] = joint.at === 'along' ? [a.thickness, depthB] : [depthB, Infinity];
    const longest = longestScrewMm(through, into, of(sizes, 'countersink'));
    const grip = of(sizes, 'length') - through + of(sizes, 'countersink');
    const hard = wood.hardnessB === null ? null : wood.hardnessB >= HARD_N;
    const pilot =
      hard === null ? `${mm(d * 0.6)} in softwood, ${mm(d * 0.75)} in hardwood` : mm(d * (hard ? 0.75 : 0.6));
    return [
      ...(of(sizes, 'length') > longest + 1e-9
        ? [
            {
              id: 'reach',
              level: 'error' as const,
              words: `the point comes out, or leaves less than 3 mm: ${mm(Math.floor(longest))} at the longest`,
            },
          ]
        : []),
      ...(grip < Math.min(into, through) * 0.6 && grip < 20
        ? [
            {
              id: 'grip',
              level: 'caution' as const,
              words: `only ${mm(Math.max(0, grip))} hold in the second part`,
            },
          ]
        : []),
      ...(joint.at === 'along'
        ? []
        : [
            {
              id: 'end-grain',
              level: 'caution' as const,
              words: 'screws in end grain draw: dowels, a cross screw or a bracket hold better',
            },
          ]),
      ...splits(asked),
      { id: 'holes', level: 'note' as const, words: `clearance hole ${mm(d + 0.3)}, pilot ${pilot}` },
    ];
  },
  section: (asked) => {
    const { a, sizes, joint, depthB } = asked;
    const d = of(sizes, 'd');
    const sunk = of(sizes, 'countersink');
    if (joint.at === 'along')
      return [
        ...lyingOn(asked),
        box('hole', 60 - (d + 0.3) / 2, 0, d + 0.3, a.thickness),
        box('fastener', 60 - d / 2, sunk, d, of(sizes, 'length')),
      ];
    const y = (a.thickness - d) / 2;
    return [...endOn(asked), box('fastener', depthB - sunk - of(sizes, 'length'), y, of(sizes, 'length'), d)];
  },
};

export const POCKET_SCREW: JointKindFacts = {
  name: 'pocket screws',
  about: 'slanted from the back of one part into the other: quick, out of sight, for light frames',
  at: 'ends',
  into: 'edge',
  glued: false,
  sizes: [length('d', 'screw', 8), length('length', 'screw length', 100), count('n', 'screws', 12)],
  propose: ({ a, joint }) => ({
    d: 4,
    length: notAbove(POCKET_SCREWS, a.thickness * 1.7),
    n: along({ joint, a }, 200),
  }),
  held: heldAcross,
  needs: ({ sizes }) => [
    {
      what: `pocket screw ${mm(of(sizes, 'length'))}, coarse in softwood, fine in hardwood`,
      n: of(sizes, 'n'),
    },
  ],
  tools: ['pocket-hole jig', 'drill', 'face clamp'],
  checks: (asked) => {
    // Its head sits about the thickness from the end, and it leans at 15°.
    const enters = (of(asked.sizes, 'length') - asked.a.thickness) * Math.cos(Math.PI / 12);
    return [
      ...leftUnder(asked.depthB, enters, 'the screw'),
      ...(enters < 8
        ? [
            {
              id: 'grip',
              level: 'caution' as const,
              words: `about ${mm(Math.max(0, enters))} hold in the second part`,
            },
          ]
        : []),
      ...splits(asked),
    ];
  },
  section: (asked) => {
    const { a, sizes } = asked;
    const [dx, dy] = [Math.cos(Math.PI / 12), Math.sin(Math.PI / 12)];
    const [x, y, long, d] = [-a.thickness, a.thickness * 0.78, of(sizes, 'length'), of(sizes, 'd')];
    const [tx, ty] = [x + long * dx, y - long * dy];
    return [
      ...endOn(asked),
      {
        role: 'fastener',
        points: [
          [x, y],
          [tx, ty],
          [tx + d * dy, ty + d * dx],
          [x + d * dy, y + d * dx],
        ],
      },
    ];
  },
};

export const BOLT: JointKindFacts = {
  name: 'bolts',
  about: 'right through, with washers; comes apart for the stairs',
  at: 'along',
  into: 'face',
  glued: false,
  sizes: [length('d', 'bolt', 24), length('length', 'bolt length', 400), count('n', 'bolts', 30), SLOTS],
  propose: ({ a, depthB, joint }) => ({
    d: 8,
    length: BOLTS.find((one) => one >= a.thickness + depthB + 15) ?? 180,
    n: joint.at === 'along' ? 2 : 1,
    slots: 1,
  }),
  held: heldAcross,
  needs: ({ sizes }) => [
    { what: `bolt ${mm(of(sizes, 'd'))} × ${mm(of(sizes, 'length'))} with nut`, n: of(sizes, 'n') },
    { what: `washer ${mm(of(sizes, 'd'))}`, n: 2 * of(sizes, 'n') },
  ],
  tools: ['drill', 'spanners'],
  checks: (asked) => [
    ...(of(asked.sizes, 'length') < asked.a.thickness + asked.depthB + 10
      ? [
          {
            id: 'reach',
            level: 'error' as const,
            words: `too short for washers and nut: ${mm(asked.a.thickness + asked.depthB + 10)} at the least`,
          },
        ]
      : []),
    ...splits(asked),
  ],
  section: (asked) => [
    ...lyingOn(asked),
    box('fastener', 60 - of(asked.sizes, 'd') / 2, -6, of(asked.sizes, 'd'), of(asked.sizes, 'length')),
  ],
};

export const INSERT: JointKindFacts = {
  name: 'threaded inserts',
  about: 'a thread in the wood for a bolt or a levelling foot',
  at: 'along',
  into: 'face',
  glued: false,
  sizes: [
    length('d', 'insert outside', 30),
    length('length', 'insert length', 60),
    count('n', 'inserts', 20),
  ],
  propose: ({ a }) => ({ d: 12, length: 15, n: a.qty > 1 ? 1 : 4 }),
  held: heldAcross,
  needs: ({ sizes }) => [
    { what: `threaded insert ${mm(of(sizes, 'd'))} × ${mm(of(sizes, 'length'))}`, n: of(sizes, 'n') },
  ],
  tools: ['drill with a depth stop'],
  checks: (asked) => [
    ...leftUnder(asked.depthB, of(asked.sizes, 'length') + 1, 'the hole'),
    {
      id: 'scrap',
      level: 'note',
      words: 'try the hole on scrap; in soft or old wood harden the thread with thin glue',
    },
    ...splits(asked),
  ],
  section: (asked) => [
    ...lyingOn(asked),
    box(
      'fastener',
      60 - of(asked.sizes, 'd') / 2,
      asked.a.thickness,
      of(asked.sizes, 'd'),
      of(asked.sizes, 'length'),
    ),
  ],
};

export const BRACKET: JointKindFacts = {
  name: 'brackets',
  about: 'angle or plate screwed to both: strengthens what is used hard, holds a top that moves',
  at: 'along',
  into: 'face',
  glued: false,
  sizes: [
    length('leg', 'leg of the bracket', 200),
    length('d', 'screw', 8),
    length('length', 'screw length', 60),
    count('n', 'brackets', 20),
  ],
  propose: ({ a, depthB }) => ({
    leg: 40,
    d: 4,
    length: notAbove(SCREWS, Math.min(a.thickness, depthB) - 3),
    n: Math.max(2, Math.ceil(a.length / 500)),
  }),
  held: () => 0,
  needs: ({ sizes }) => [
    { what: `bracket ${mm(of(sizes, 'leg'))}`, n: of(sizes, 'n') },
    { what: `screw ${mm(of(sizes, 'd'))} × ${mm(of(sizes, 'length'))}`, n: 4 * of(sizes, 'n') },
  ],
  tools: ['drill', 'driver'],
  checks: ({ a, depthB, sizes }) => [
    ...leftUnder(Math.min(a.thickness, depthB), of(sizes, 'length'), 'the screw'),
    ...(of(sizes, 'leg') > a.width
      ? [
          {
            id: 'off',
            level: 'error' as const,
            words: `the bracket hangs off the wood: ${mm(a.width)} are there`,
          },
        ]
      : []),
  ],
  section: (asked) => {
    const { a, sizes } = asked;
    return [
      ...lyingOn(asked),
      box('fastener', 118, a.thickness, 3, of(sizes, 'leg')),
      box('fastener', 118, a.thickness - 3, of(sizes, 'leg'), 3),
    ];
  },
};

export const HINGE: JointKindFacts = {
  name: 'hinges',
  about: 'a leaf let into each part, the knuckle proud',
  at: 'along',
  into: 'face',
  glued: false,
  sizes: [
    length('length', 'hinge length', 300),
    length('leaf', 'leaf width', 100),
    length('d', 'screw', 8),
    count('n', 'hinges', 6),
  ],
  propose: ({ a }) => ({
    length: Math.min(75, Math.round(a.length / 6)),
    leaf: Math.min(22, a.thickness),
    d: 3.5,
    n: a.length > 1000 ? 3 : 2,
  }),
  held: () => 0,
  needs: ({ sizes }) => [
    { what: `hinge ${mm(of(sizes, 'length'))}, leaf ${mm(of(sizes, 'leaf'))}`, n: of(sizes, 'n') },
  ],
  tools: ['chisel', 'marking gauge', 'hand driver'],
  checks: ({ a, sizes }) => [
    ...(of(sizes, 'leaf') > a.thickness + 1e-9
      ? [
          {
            id: 'off',
            level: 'error' as const,
            words: `the leaf stands off the edge: ${mm(a.thickness)} are there`,
          },
        ]
      : []),
    {
      id: 'screws',
      level: 'note' as const,
      words: 'one screw in each leaf, try it, then the others; steel screws cut the thread for brass ones',
    },
  ],
  section: (asked) => [
    ...lyingOn(asked),
    box('fastener', 100, asked.a.thickness - 2, of(asked.sizes, 'leaf'), 4),
  ],
};

export const NAIL: JointKindFacts = {
  name: 'nails',
  about: 'through the thinner into the thicker; they hold across, and draw when lifted',
  at: 'along',
  into: 'face',
  glued: false,
  sizes: [length('d', 'nail', 6), length('length', 'nail length', 150), count('n', 'nails')],
  propose: ({ a, joint, depthB }) => ({
    d: a.thickness < 15 ? 2 : 2.8,
    length: notAbove(NAILS, Math.min(longestScrewMm(a.thickness, depthB), a.thickness * 3)),
    n: along({ joint, a }, 150),
  }),
  held: () => 0,
  needs: ({ sizes }) => [
    { what: `nail ${mm(of(sizes, 'd'))} × ${mm(of(sizes, 'length'))}`, n: of(sizes, 'n') },
  ],
  tools: ['hammer', 'punch'],
  checks: (asked) => [
    ...(of(asked.sizes, 'length') > longestScrewMm(asked.a.thickness, asked.depthB) + 1e-9
      ? [
          {
            id: 'reach',
            level: 'error' as const,
            words: `comes out: ${mm(longestScrewMm(asked.a.thickness, asked.depthB))} at the longest`,
          },
        ]
      : []),
    {
      id: 'lift',
      level: 'caution',
      words:
        'nails draw when a top is lifted by its edge: screws or brackets there; brads only hold while glue dries',
    },
    ...splits(asked),
  ],
  section: (asked) => [
    ...lyingOn(asked),
    box('fastener', 60 - of(asked.sizes, 'd') / 2, 0, of(asked.sizes, 'd'), of(asked.sizes, 'length')),
  ],
};
