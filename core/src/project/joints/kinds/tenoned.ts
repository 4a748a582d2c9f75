/** Joints in which wood goes into wood: tenons of all kinds, the bridle, and the breadboard end. */
import { looseTenon, mitreMortiseDepthMm } from '../joint-sums.ts';
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
  type JointCheck,
  type JointKindFacts,
  type JointSizes,
} from '../joint.ts';

/** Chisels and bits that one has, mm. */
const CHISELS = [4, 6, 8, 10, 12, 15, 18, 20, 25];
const PEGS = [6, 8, 10, 12];
/** Glue and air need so much at the end of a mortise, mm. */
const MORTISE_ROOM_MM = 2;
/** Wood beyond a wedge’s slot, so that it does not shear off, mm. */
const RELISH_MM = 50;

const third = (thickness: number): number => notAbove(CHISELS, thickness / 3 + 1);

const tenonOf = ({ a, depthB }: Pick<JointAsked, 'a' | 'depthB'>): JointSizes => {
  const shoulder = Math.min(10, Math.max(4, a.width / 8));
  return {
    length: Math.max(5, Math.round(Math.min(depthB - LEFT_MM - MORTISE_ROOM_MM, (depthB * 2) / 3))),
    thickness: third(a.thickness),
    width: Math.round(Math.max(a.width / 2, a.width - 2 * shoulder)),
  };
};

const TENON = [
  length('length', 'tenon length'),
  length('thickness', 'tenon thickness', 100),
  length('width', 'tenon width'),
];

const middle = (a: { readonly thickness: number }, thickness: number): number =>
  (a.thickness - thickness) / 2;

function tenonChecks({ a, sizes, depthB }: JointAsked): JointCheck[] {
  const [long, thick, wide] = [of(sizes, 'length'), of(sizes, 'thickness'), of(sizes, 'width')];
  return [
    ...leftUnder(depthB, long + MORTISE_ROOM_MM),
    ...(thick > a.thickness / 2 + 1e-9
      ? [
          {
            id: 'thick',
            level: 'caution' as const,
            words: `a tenon of ${mm(thick)} leaves thin cheeks: about a third of ${mm(a.thickness)} is usual`,
          },
        ]
      : []),
    ...(wide > a.width + 1e-9
      ? [
          {
            id: 'wide',
            level: 'error' as const,
            words: `the tenon is wider than its part: ${mm(a.width)} at most`,
          },
        ]
      : []),
  ];
}

const mortised = (asked: JointAsked) => {
  const { a, sizes } = asked;
  const thick = of(sizes, 'thickness');
  return [
    ...endOn(asked),
    box('hole', 0, middle(a, thick), of(sizes, 'length') + MORTISE_ROOM_MM, thick),
    box('tenon', 0, middle(a, thick), of(sizes, 'length'), thick),
  ];
};

export const MORTISE: JointKindFacts = {
  name: 'mortise and tenon',
  about: 'the frame joint: a tenon about a third of the thickness, glued in a mortise',
  at: 'ends',
  into: 'edge',
  glued: true,
  sizes: TENON,
  propose: tenonOf,
  adds: ({ sizes }) => ({ a: of(sizes, 'length') }),
  held: ({ sizes }) => of(sizes, 'width'),
  needs: () => [],
  tools: ['mortise chisel or router', 'tenon saw or table saw'],
  checks: tenonChecks,
  section: mortised,
};

export const DRAW_BORE: JointKindFacts = {
  ...MORTISE,
  name: 'draw-bored tenon',
  about: 'a peg through an offset hole pulls the shoulder up; holds without clamps, and without glue',
  glued: false,
  sizes: [
    ...TENON,
    length('peg', 'peg', 20),
    length('offset', 'offset toward the shoulder', 3),
    count('n', 'pegs', 4),
  ],
  propose: (asked) => ({
    ...tenonOf(asked),
    peg: notAbove(PEGS, Math.max(6, asked.a.thickness / 3)),
    offset: 1,
    n: asked.a.width > 90 ? 2 : 1,
  }),
  held: ({ sizes }) => (of(sizes, 'n') > 1 ? of(sizes, 'width') / 2 : 0),
  needs: ({ sizes }) => [{ what: `dry hardwood peg ${mm(of(sizes, 'peg'))}`, n: of(sizes, 'n') }],
  tools: [...MORTISE.tools, 'drill'],
  checks: (asked) => {
    const offset = of(asked.sizes, 'offset');
    return [
      ...tenonChecks(asked),
      ...(offset < 0.5 || offset > 1.5
        ? [
            {
              id: 'offset',
              level: 'caution' as const,
              words: `an offset of ${mm(offset)}: 0.5 to 1.5 mm pulls tight without splitting the tenon`,
            },
          ]
        : []),
    ];
  },
  section: (asked) => [
    ...mortised(asked),
    box(
      'fastener',
      Math.min(of(asked.sizes, 'length') / 2, 25),
      -4,
      of(asked.sizes, 'peg'),
      asked.a.thickness + 8,
    ),
  ],
};

export const THROUGH_WEDGE: JointKindFacts = {
  name: 'wedged through-tenon',
  about: 'the tenon passes the post, and a wedge in its slot draws it tight; comes apart again',
  at: 'ends',
  into: 'edge',
  glued: false,
  sizes: [
    length('thickness', 'tenon thickness', 100),
    length('width', 'tenon width'),
    length('room', 'room for the wedge', 80),
    length('relish', 'wood beyond the slot', 150),
    length('relief', 'slot inside the post’s face', 10),
  ],
  propose: ({ a }) => ({
    thickness: third(a.thickness),
    width: Math.round(a.width * 0.6),
    room: 25,
    relish: RELISH_MM,
    relief: 2,
  }),
  // Between shoulders + 2 · (post + room for the wedge + relish), so much at each end.
  adds: ({ sizes, depthB }) => ({ a: depthB + of(sizes, 'room') + of(sizes, 'relish') }),
  held: () => 0,
  needs: () => [{ what: 'wedge, 1 : 7 (about 8°), hardwood', n: 1 }],
  tools: ['mortise chisel', 'drill', 'tenon saw'],
  checks: ({ sizes }) => [
    ...(of(sizes, 'relish') < RELISH_MM
      ? [
          {
            id: 'relish',
            level: 'error' as const,
            words: `only ${mm(of(sizes, 'relish'))} beyond the slot: the wedge shears it off; ${RELISH_MM} mm at the least`,
          },
        ]
      : []),
    ...(of(sizes, 'relief') < 1 || of(sizes, 'relief') > 4
      ? [
          {
            id: 'relief',
            level: 'caution' as const,
            words: `the slot’s inner wall lies ${mm(of(sizes, 'relief'))} inside the post’s face: 1 to 2 mm let the wedge pull`,
          },
        ]
      : []),
    {
      id: 'order',
      level: 'note' as const,
      words:
        'cut the slot before the shoulders; its outer wall at the slope of the wedge; paint the wedge after it fits',
    },
  ],
  section: (asked) => {
    const { a, sizes, depthB } = asked;
    const thick = of(sizes, 'thickness');
    const [slot, out] = [depthB - of(sizes, 'relief'), depthB + of(sizes, 'room')];
    return [
      ...endOn(asked),
      box('tenon', 0, middle(a, thick), depthB + of(sizes, 'room') + of(sizes, 'relish'), thick),
      {
        role: 'fastener',
        points: [
          [slot, -8],
          [out, -8],
          [out - (thick + 16) / 7, a.thickness + 8],
          [slot, a.thickness + 8],
        ],
      },
    ];
  },
};

export const LOOSE_TENON: JointKindFacts = {
  name: 'loose tenon',
  about: 'a slip of wood in two mortises; no part is lengthened',
  at: 'ends',
  into: 'edge',
  glued: true,
  sizes: [
    length('length', 'slip length'),
    length('thickness', 'slip thickness', 100),
    length('width', 'slip width'),
    length('depthA', 'mortise in A'),
    length('depthB', 'mortise in B'),
    { key: 'angle', name: 'mitre angle', kind: 'angle', least: 0, most: 80 },
    length('corner', 'from the outer corner'),
  ],
  propose: ({ a, depthB }) => {
    const b = Math.max(8, Math.min(Math.round(depthB * 0.6), depthB - LEFT_MM));
    return {
      length: 2 * b - MORTISE_ROOM_MM,
      thickness: third(a.thickness),
      width: Math.round(a.width * 0.6),
      depthA: b,
      depthB: b,
      angle: 0,
      corner: 0,
    };
  },
  held: ({ sizes }) => of(sizes, 'width'),
  needs: ({ sizes }) => [
    {
      what: `slip ${mm(of(sizes, 'length'))} × ${mm(of(sizes, 'width'))} × ${mm(of(sizes, 'thickness'))}`,
      n: 1,
    },
  ],
  tools: ['router with an edge guide, or a drill and chisel'],
  checks: ({ sizes, depthB }) => {
    const [a, b, long, angle] = [
      of(sizes, 'depthA'),
      of(sizes, 'depthB'),
      of(sizes, 'length'),
      of(sizes, 'angle'),
    ];
    const { closes, spare } = looseTenon(long, a, b);
    const deepest = mitreMortiseDepthMm(of(sizes, 'corner'), angle);
    return [
      ...(closes
        ? []
        : [
            {
              id: 'closes',
              level: 'error' as const,
              words: `the slip is ${mm(-spare)} too long: it keeps the joint open. ${mm(a + b - MORTISE_ROOM_MM)} at the most`,
            },
          ]),
      ...(angle > 0
        ? Math.max(a, b) > deepest + 1e-9
          ? [
              {
                id: 'mitre-depth',
                level: 'error' as const,
                words: `so near the outer corner of a mitre only ${mm(deepest)} are there: nearer the inner corner, or shallower`,
              },
            ]
          : []
        : leftUnder(depthB, b)),
    ];
  },
  section: (asked) => {
    const { a, sizes } = asked;
    const thick = of(sizes, 'thickness');
    const y = middle(a, thick);
    const [inA, inB, long] = [of(sizes, 'depthA'), of(sizes, 'depthB'), of(sizes, 'length')];
    return [
      ...endOn(asked),
      box('hole', -inA, y, inA + inB, thick),
      box('tenon', (inB - inA) / 2 - long / 2, y, long, thick),
    ];
  },
};

export const BRIDLE: JointKindFacts = {
  name: 'bridle joint',
  about: 'an open slot over a tenon as wide as the part: a corner or a T with much glue',
  at: 'ends',
  into: 'edge',
  glued: true,
  sizes: [length('thickness', 'tongue thickness', 100)],
  propose: ({ a }) => ({ thickness: third(a.thickness) }),
  adds: ({ depthB }) => ({ a: depthB }),
  held: ({ a, depthB }) => Math.min(a.width, depthB),
  needs: () => [],
  tools: ['tenon saw or table saw', 'chisel'],
  checks: ({ a, sizes }) =>
    of(sizes, 'thickness') > a.thickness / 2
      ? [{ id: 'thick', level: 'caution', words: 'thin cheeks: about a third of the thickness is usual' }]
      : [],
  section: (asked) => {
    const thick = of(asked.sizes, 'thickness');
    return [...endOn(asked), box('tenon', 0, middle(asked.a, thick), asked.depthB, thick)];
  },
};

export const BREADBOARD: JointKindFacts = {
  name: 'breadboard end',
  about: 'a board across the end of a panel keeps it flat; the panel must be free to move in it',
  at: 'ends',
  into: 'edge',
  glued: true,
  sizes: [
    length('length', 'tongue length'),
    length('thickness', 'tongue thickness', 100),
    count('n', 'pegs', 12),
    length('peg', 'peg', 20),
    length('shoulder', 'pegs from the shoulder', 60),
    length('offset', 'draw-bore', 3),
    { key: 'all', name: 'glued over its whole width', kind: 'yes-no', least: 0, most: 1 },
  ],
  propose: ({ a, depthB }) => {
    const tongue = Math.round(Math.min(Math.max(25, a.thickness * 1.5), depthB * 0.6, depthB - LEFT_MM));
    const peg = 8;
    return {
      length: tongue,
      thickness: third(a.thickness),
      n: a.width < 250 ? 3 : a.width < 700 ? 5 : 7,
      peg,
      shoulder: Math.max(1, Math.min(25, tongue - 3 - peg / 2)),
      offset: 0.5,
      all: 0,
    };
  },
  adds: ({ sizes }) => ({ a: of(sizes, 'length') }),
  held: ({ a, sizes }) => (of(sizes, 'all') > 0 ? a.width : 0),
  needs: ({ sizes }) => [
    { what: `peg ${mm(of(sizes, 'peg'))}, glued at the show face only`, n: of(sizes, 'n') },
  ],
  tools: ['router or plough plane', 'drill', 'round file for the slots'],
  checks: ({ a, b, sizes, depthB }) => [
    ...leftUnder(depthB, of(sizes, 'length') + MORTISE_ROOM_MM, 'the groove'),
    ...(of(sizes, 'shoulder') + of(sizes, 'peg') / 2 > of(sizes, 'length') - 3
      ? [
          {
            id: 'peg-out',
            level: 'error' as const,
            words:
              'the pegs miss the tongue or break out of its end: nearer the shoulder, or a longer tongue',
          },
        ]
      : []),
    ...(of(sizes, 'offset') > 1
      ? [
          {
            id: 'offset',
            level: 'caution' as const,
            words: `a draw-bore of ${mm(of(sizes, 'offset'))}: 0.5 to 1 mm`,
          },
        ]
      : []),
    ...(Math.abs(b.length - a.width) > 1
      ? [
          {
            id: 'end-length',
            level: 'caution' as const,
            words: `the end board is ${mm(b.length)} long, the panel ${mm(a.width)} wide`,
          },
        ]
      : []),
    {
      id: 'middle',
      level: 'note' as const,
      words: 'the middle peg tight and glued; outer pegs in slots, glued at the show face only',
    },
  ],
  section: (asked) => {
    const { a, sizes } = asked;
    const thick = of(sizes, 'thickness');
    return [
      ...endOn({ ...asked, b: asked.b }, 0),
      box('hole', 0, middle(a, thick), of(sizes, 'length') + MORTISE_ROOM_MM, thick),
      box('tenon', 0, middle(a, thick), of(sizes, 'length'), thick),
      box('fastener', of(sizes, 'shoulder') - of(sizes, 'peg') / 2, 0, of(sizes, 'peg'), a.thickness),
    ];
  },
};
