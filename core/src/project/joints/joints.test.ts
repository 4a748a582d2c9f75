// One file on purpose: each kind of joint goes through the same sums, checks, lengths and order of assembly.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { designParts } from '../designs/design.ts';
import { designById } from '../designs/shipped.ts';
import { DEFAULT_ALLOWANCES, type Part } from '../project.ts';
import { assemblySteps } from './assembly.ts';
import { assemblyCautions, jointCautions } from './cautions.ts';
import { JOINT_KINDS, type Joint, type JointKind } from './joint.ts';
import { hardwareOf, JOINT_FACTS, jointAsked, jointChecks, timesMade, toolsOf } from './joint-facts.ts';
import { betweenShoulders, jointsLeft, withJoinery } from './lengths.ts';
import { crossingOf, jointMovement, partMovement, shrinkageAcross, woodOfPart } from './movement.ts';
import { usualJoints } from './usual-joints.ts';

const part = (
  id: string,
  length: number,
  width: number,
  thickness: number,
  more: Partial<Part> = {},
): Part => ({
  id,
  name: id,
  qty: 1,
  length,
  width,
  thickness,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
  ...more,
});
const RAIL = part('rail', 1100, 80, 24, { qty: 2 });
const LEG = part('leg', 430, 60, 45, { qty: 4 });
const TOP = part('top', 1300, 340, 24);
const END = part('end board', 340, 70, 24, { qty: 2 });
const PARTS = [RAIL, LEG, TOP, END];

const joint = (kind: JointKind, more: Partial<Joint> = {}): Joint => ({
  id: 'j',
  kind,
  a: 'rail',
  b: 'leg',
  at: JOINT_FACTS[kind].at,
  into: JOINT_FACTS[kind].into,
  ...more,
});
const asked = (one: Joint, parts = PARTS) => {
  const found = jointAsked(one, parts);
  if (!found) throw new Error('no parts');
  return found;
};
const errors = (one: Joint, parts = PARTS): string[] =>
  jointChecks(asked(one, parts)).flatMap(({ id, level }) => (level === 'error' ? [id] : []));

describe('sizes of joints', () => {
  it.each(JOINT_KINDS)('of %s are proposed so that no check fails, whatever the parts', (kind) => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 160 }),
        fc.integer({ min: 15, max: 45 }),
        fc.integer({ min: 40, max: 120 }),
        fc.integer({ min: 15, max: 60 }),
        (w1, t1, w2, t2) => {
          const width = kind === 'mitre' ? w1 : w2;
          const parts = [
            part('rail', 900, w1, t1, { qty: 2 }),
            part('leg', w1 === 0 ? 1 : 700, width, t2, { qty: 2 }),
          ];
          // Biscuits that are wider than a narrow end, and hinges and brackets larger than small stock, are said to be.
          const known = new Set(['length', 'off', 'edge-distance', 'depth-left']);
          expect(errors(joint(kind), parts).filter((id) => !known.has(id))).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('follow the parts until the maker says otherwise', () => {
    expect(asked(joint('mortise')).sizes).toEqual({ length: 40, thickness: 8, width: 60 });
    expect(asked(joint('mortise', { sizes: { length: 30 } })).sizes).toEqual({
      length: 30,
      thickness: 8,
      width: 60,
    });
    expect(asked(joint('mortise'), [{ ...RAIL, thickness: 36 }, LEG]).sizes['thickness']).toBe(12);
  });

  it('draw a section of every kind, with wood in it', () => {
    for (const kind of JOINT_KINDS) {
      const shapes = JOINT_FACTS[kind].section(asked(joint(kind)));
      expect(shapes.map(({ role }) => role)).toEqual(expect.arrayContaining(['a', 'b']));
      for (const { points } of shapes) for (const [x, y] of points) expect(Number.isFinite(x + y)).toBe(true);
    }
  });
});

describe('checks of joints', () => {
  it.each<[string, Joint, string[]]>([
    ['a mortise that comes out', joint('mortise', { sizes: { length: 58 } }), ['depth-left']],
    [
      'a slip that keeps the joint open',
      joint('loose-tenon', { sizes: { length: 100, depthA: 50, depthB: 50 } }),
      ['closes'],
    ],
    ['a slip that closes', joint('loose-tenon', { sizes: { length: 80, depthA: 42, depthB: 42 } }), []],
    [
      'a deep mortise near the outer corner of a mitre',
      joint('loose-tenon', { sizes: { length: 40, depthA: 21, depthB: 21, angle: 45, corner: 20 } }),
      ['mitre-depth'],
    ],
    [
      'the same near the inner corner',
      joint('loose-tenon', { sizes: { length: 40, depthA: 21, depthB: 21, angle: 45, corner: 48 } }),
      [],
    ],
    ['a wedge with little wood beyond it', joint('through-wedge', { sizes: { relish: 30 } }), ['relish']],
    ['a screw through the top', joint('screw', { a: 'leg', b: 'top', sizes: { length: 80 } }), ['reach']],
    ['a dowel that is too long', joint('dowel', { sizes: { length: 90 } }), ['closes']],
    [
      'pegs that miss the tongue',
      joint('breadboard', { a: 'top', b: 'end board', sizes: { length: 20 } }),
      ['peg-out'],
    ],
    ['mitres of two widths', joint('mitre'), ['widths']],
    ['a bracket that hangs off', joint('bracket', { sizes: { leg: 90 } }), ['off']],
  ])('find %s', (_, one, expected) => {
    expect(errors(one)).toEqual(expected);
  });

  it('say what to do where someone sits, the gravest first', () => {
    const checks = jointChecks(asked(joint('screw', { at: 'ends', loaded: true, sizes: { length: 200 } })));
    expect(checks.find(({ id }) => id === 'load')).toMatchObject({ level: 'caution' });
    expect(checks.find(({ id }) => id === 'end-grain')).toBeDefined();
    const ranks = checks.map(({ level }) => ['error', 'caution', 'note'].indexOf(level));
    expect(ranks).toEqual([...ranks].sort((p, q) => p - q));
    expect(
      jointChecks(asked(joint('mortise', { loaded: true }))).find(({ id }) => id === 'load')?.level,
    ).toBe('note');
  });

  it('tell pilots by hardness', () => {
    const words = (hardness: number | null): string =>
      jointChecks({ ...asked(joint('screw')), wood: { hardnessA: null, hardnessB: hardness } }).find(
        ({ id }) => id === 'holes',
      )?.words ?? '';
    expect(words(6000)).toContain('pilot 3.8 mm');
    expect(words(2000)).toContain('pilot 3 mm');
    expect(words(null)).toContain('softwood');
  });
});

describe('lengths with joinery', () => {
  it('put tenons on a rail, wedge room and relish through a post, and a tongue on a panel', () => {
    const length = (one: Joint): number =>
      withJoinery(PARTS, [one]).find(({ id }) => id === one.a)?.length ?? 0;
    expect(length(joint('mortise'))).toBe(1180);
    expect(length(joint('mortise', { at: 'end' }))).toBe(1140);
    // Between shoulders + 2 · (post + wedge room + relish).
    expect(length(joint('through-wedge'))).toBe(1100 + 2 * (60 + 25 + 50));
    expect(length(joint('breadboard', { a: 'top', b: 'end board' }))).toBe(1300 + 2 * 36);
    expect(length(joint('mitre', { sizes: { inside: 1 } }))).toBe(1100 + 2 * 80);
    expect(length(joint('mortise', { overall: true }))).toBe(1100);
    expect(length(joint('dowel'))).toBe(1100);
  });

  it('give the same parts back when a joint is changed and back, or taken out', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            kind: fc.constantFrom(...JOINT_KINDS),
            at: fc.constantFrom('ends' as const, 'end' as const, 'along' as const),
            long: fc.double({ min: 5, max: 60, noNaN: true }),
          }),
          { maxLength: 4 },
        ),
        fc.double({ min: 5, max: 58, noNaN: true }),
        (kinds, other) => {
          const joints = kinds.map(({ kind, at, long }, i): Joint =>
            joint(kind, { id: String(i), at, sizes: { length: long, depth: long / 4 } }),
          );
          const made = withJoinery(PARTS, joints);
          expect(withJoinery(made, joints)).toEqual(made);
          const changed = withJoinery(
            made,
            joints.map((one) => ({ ...one, sizes: { length: other } })),
          );
          expect(withJoinery(changed, joints)).toEqual(made);
          expect(withJoinery(changed, [])).toEqual(PARTS);
        },
      ),
    );
  });

  it('lengthen every part that comes of a blank, and the blank by all of them', () => {
    const blank = { ...RAIL, length: 500, qty: 1, blank: { k: 2, length: 220, qty: 2 } };
    const [long] = withJoinery([blank, LEG], [joint('mortise')]);
    expect(long).toMatchObject({ length: 660, joineryMm: 80, blank: { length: 300 } });
    expect(withJoinery([long as Part, LEG], [])[0]).toEqual(blank);
    expect(asked(joint('mortise'), [blank, LEG]).a).toMatchObject({ length: 220, qty: 2 });
  });

  it('leave out joints of which a part is gone', () => {
    expect(jointsLeft({ parts: [RAIL], joints: [joint('mortise')] })).toEqual([]);
    expect(withJoinery([RAIL], [joint('mortise')])).toEqual([RAIL]);
    expect(betweenShoulders({ length: 1180, joineryMm: 80 })).toBe(1100);
  });
});

describe('hardware and tools', () => {
  it('are counted over all joints of a project', () => {
    const joints = [
      joint('screw', { id: '1', a: 'top', b: 'rail' }),
      joint('screw', { id: '2', a: 'top', b: 'rail' }),
      joint('dowel', { id: '3' }),
    ];
    expect(hardwareOf({ parts: PARTS, joints })).toEqual([
      { what: 'screw 5 mm × 40 mm', n: 12 },
      { what: 'fluted dowel 12 mm × 74 mm', n: 12 },
    ]);
    expect(toolsOf({ joints })).toContain('dowelling jig');
    expect(timesMade(asked(joint('dowel')))).toBe(4);
  });
});

const PINE = { species: 'scots-pine', grain: 'flat', moisturePct: 12 } as const;
const HEATED = { driest: 7, wettest: 11 };

describe('movement of parts', () => {
  it('goes by grain, and takes wood that nobody has read for air-dry', () => {
    const flat = shrinkageAcross({ species: 'european-oak', grain: 'flat' }) ?? 0;
    const quarter = shrinkageAcross({ species: 'european-oak', grain: 'quarter' }) ?? 0;
    expect(shrinkageAcross({ species: 'european-oak', grain: 'rift' })).toBeCloseTo((flat + quarter) / 2, 9);
    expect(shrinkageAcross({ species: 'unknown', grain: 'flat' })).toBeNull();
    expect(partMovement(TOP, { ...PINE, moisturePct: null }, HEATED)).toMatchObject({
      nowPct: 12,
      read: false,
    });
    expect(partMovement(TOP, null, HEATED)).toBeNull();
  });

  it('says what room a panel needs, and how large wet stock is cut', () => {
    const wet = partMovement({ width: 300 }, { ...PINE, moisturePct: 8 }, { driest: 7, wettest: 14 });
    expect(wet?.clearanceMm).toBe(Math.ceil((wet?.wetMm ?? 0) / 2) + 1);
    const green = partMovement({ width: 300 }, { ...PINE, moisturePct: 40 }, HEATED);
    expect(green?.greenWidthMm ?? 0).toBeGreaterThan(300);
    expect(wet?.greenWidthMm).toBeNull();
  });

  it('takes the wood that most of a part is of', () => {
    expect(woodOfPart([])).toBeNull();
    expect(
      woodOfPart([
        { species: 'a', moisturePct: 10 },
        { species: 'b', grain: 'flat', moisturePct: 14 },
        { species: 'b', grain: 'flat' },
      ]),
    ).toEqual({ species: 'b', grain: 'flat', moisturePct: 12 });
  });
});

describe('movement at joints', () => {
  const woods = { a: PINE, b: PINE };

  it('finds an end board glued across a bench that would split it, and frees it with slots', () => {
    const glued = asked(joint('breadboard', { a: 'top', b: 'end board', sizes: { all: 1 } }));
    const split = jointMovement(glued, woods, HEATED);
    expect(split.level).toBe('error');
    expect(split.changeMm ?? 0).toBeGreaterThan(1.5);
    const free = jointMovement(asked(joint('breadboard', { a: 'top', b: 'end board' })), woods, HEATED);
    expect(free.level).toBe('note');
    expect(free.slots).toHaveLength(5);
    expect(free.slots[2]).toEqual({ name: 'peg 3', fromFixedMm: 0, lengthMm: 8 });
    expect(free.slots[0]?.lengthMm).toBe(free.slots[4]?.lengthMm);
    // 130 from the fixed one: peg + 130 · S/30 · ΔMC + 1.
    const y = free.slots[0]?.fromFixedMm ?? 0;
    const s = shrinkageAcross(PINE) ?? 0;
    expect(free.slots[0]?.lengthMm).toBeCloseTo(8 + ((y * s) / 100 / 30) * 5 + 1, 0);
  });

  it.each<[string, Joint, Part[], 'a' | 'b' | null]>([
    [
      'a cleat as long as the seat is wide',
      joint('screw', { a: 'cleat', b: 'board' }),
      [part('cleat', 320, 40, 20), part('board', 1800, 108, 24, { qty: 3 })],
      'b',
    ],
    [
      'a top on an end apron',
      joint('screw', { a: 'top', b: 'apron' }),
      [TOP, part('apron', 300, 70, 24)],
      'a',
    ],
    [
      'a top on a long apron',
      joint('screw', { a: 'top', b: 'apron' }),
      [TOP, part('apron', 1200, 70, 24)],
      null,
    ],
    [
      'an edge strip',
      joint('biscuit', { at: 'along', a: 'strip', b: 'top' }),
      [part('strip', 1300, 30, 18), TOP],
      null,
    ],
  ])('tells whether grain crosses: %s', (_, one, parts, expected) => {
    expect(crossingOf(asked(one, parts))?.moving ?? null).toBe(expected);
    expect(crossingOf(asked({ ...one, crossing: false }, parts))).toBeNull();
    if (one.kind !== 'biscuit') expect(crossingOf(asked({ ...one, crossing: true }, parts))).not.toBeNull();
  });

  it('lets narrow joints be, warns of wider ones, and stops what would break', () => {
    const wide = (width: number): string =>
      jointMovement(
        asked(joint('mortise', { sizes: { width } }), [{ ...RAIL, width: 260 }, LEG]),
        woods,
        HEATED,
      ).level;
    expect([wide(60), wide(100), wide(240)]).toEqual(['note', 'caution', 'error']);
    const unknown = { a: { ...PINE, species: 'unknown' }, b: null };
    expect(jointMovement(asked(joint('mortise', { sizes: { width: 90 } })), unknown, HEATED)).toMatchObject({
      level: 'caution',
      changeMm: null,
    });
  });

  it('is no matter where screws sit in slots, until they don’t', () => {
    const screwed = joint('screw', { a: 'top', b: 'apron' });
    const parts = [TOP, part('apron', 300, 70, 24)];
    expect(jointMovement(asked(screwed, parts), woods, HEATED)).toMatchObject({ level: 'note' });
    expect(jointMovement(asked({ ...screwed, sizes: { slots: 0 } }, parts), woods, HEATED).level).toBe(
      'error',
    );
  });
});

describe('cautions at joints', () => {
  it('are said for every kind with who decides, and for what bears people', () => {
    for (const kind of JOINT_KINDS)
      for (const { precaution, whoDecides } of jointCautions(kind, true)) {
        expect(precaution).not.toBe('');
        expect(whoDecides).not.toBe('');
      }
    expect(jointCautions('nail', false)).toEqual([]);
    expect(jointCautions('nail', true)[0]?.danger).toContain('people');
    expect(assemblyCautions({ kind: 'join', glued: true, people: 2 })).toHaveLength(2);
    expect(assemblyCautions({ kind: 'prepare', glued: false, people: 1 })[0]?.danger).toContain('rags');
  });
});

describe('the usual joints', () => {
  it.each(['bench', 'table', 'trestle-table', 'shelf-unit', 'stool', 'frame', 'tray', 'slats'])(
    'of the design %s',
    (id) => {
      const design = designById(id);
      if (!design) throw new Error(id);
      const parts = designParts(design, {}).map((one, i): Part => ({ ...one, id: `p${i}` }));
      const joints = usualJoints(parts, id).map((one, i): Joint => ({ ...one, id: `j${i}` }));
      expect(joints.length).toBeGreaterThan(0);
      // Overall sizes: nothing is added.
      expect(withJoinery(parts, joints)).toEqual(parts);
      for (const one of joints) expect(jointAsked(one, parts)).not.toBeNull();
    },
  );

  it('of a parts list go by the names', () => {
    const list = [
      part('seat board', 1800, 108, 24, { qty: 3 }),
      part('leg upright', 426, 62, 40, { qty: 4 }),
      part('rail, long', 1540, 90, 18, { qty: 2 }),
      part('cleat', 280, 40, 20, { qty: 3 }),
    ];
    expect(usualJoints(list).map(({ kind, a, b }) => `${kind} ${a} ${b}`)).toEqual([
      'mortise rail, long leg upright',
      'screw seat board rail, long',
    ]);
    expect(usualJoints([part('lump', 100, 100, 100)])).toEqual([]);
  });
});

describe('assembly', () => {
  const rules = { openMin: 8, closingMin: 2, helpers: 0, weightKg: 12 };
  const joints = [
    joint('screw', { id: 's', a: 'top', b: 'rail' }),
    joint('mortise', { id: 'm' }),
    joint('breadboard', { id: 'b', a: 'top', b: 'end board' }),
    joint('bracket', { id: 'k', a: 'top', b: 'leg' }),
  ];

  it('fits dry first, then frames, then what lies on them, then hardware', () => {
    const steps = assemblySteps({ parts: PARTS, joints }, rules);
    expect(steps.map(({ id }) => id)).toEqual(['dry-fit', 'prepare', 'join b', 'join m', 'join s', 'join k']);
    expect(steps[3]).toMatchObject({ joints: 4, glueUps: 1, glued: true });
    expect(assemblySteps({ parts: PARTS }, rules)).toEqual([]);
  });

  it('closes as many joints at once as the glue stays open for', () => {
    const many = assemblySteps({ parts: [{ ...RAIL, qty: 6 }, LEG], joints: [joint('mortise')] }, rules)[2];
    expect(many).toMatchObject({ joints: 12, glueUps: 3 });
    expect(many?.notes.join(' ')).toContain('at a time');
    const helped = assemblySteps(
      { parts: [{ ...RAIL, qty: 6 }, LEG], joints: [joint('mortise')] },
      { ...rules, helpers: 1 },
    )[2];
    expect(helped?.glueUps).toBe(2);
  });

  it('counts clamps and holds them against those on hand', () => {
    const [, , frame] = assemblySteps(
      { parts: PARTS, joints: [joint('mortise')] },
      { ...rules, clamps: [{ n: 6, openingMm: 900 }] },
    );
    // Four joints at both ends of two rails: one clamp along each.
    expect(frame?.clamps).toEqual({ n: 2, openingMm: 1100 + 2 * 60 + 20 });
    expect(frame?.notes.join()).toContain('you have 0: a ratchet strap');
    const [, , enough] = assemblySteps(
      { parts: PARTS, joints: [joint('mortise')] },
      { ...rules, clamps: [{ n: 2, openingMm: 1300 }] },
    );
    expect(enough?.notes.join()).toContain('you have 2');
    expect(assemblySteps({ parts: PARTS, joints: [joint('screw')] }, rules)[2]?.clamps).toBeNull();
  });

  it('says what needs two people, and what is put together in the room', () => {
    const design = designById('table');
    const project = {
      parts: PARTS,
      joints,
      brief: { doorwayMm: 500 },
      design: { id: 'table', sizes: { L: 1400, D: 700, H: 740 } },
    };
    const steps = assemblySteps(project, { ...rules, weightKg: 40, design });
    expect(steps.filter(({ inRoom }) => inRoom).map(({ id }) => id)).toEqual(['join s', 'join k']);
    expect(steps.find(({ id }) => id === 'join s')?.people).toBe(2);
    expect(steps[0]?.notes.join(' ')).toContain('door');
  });

  it('keeps the order that the maker gave it while it names every joint', () => {
    const order = ['s', 'm', 'b', 'k'];
    expect(
      assemblySteps({ parts: PARTS, joints, assembly: { order } }, rules)
        .slice(2)
        .map(({ jointId }) => jointId),
    ).toEqual(order);
    expect(assemblySteps({ parts: PARTS, joints, assembly: { order: ['s'] } }, rules)[2]?.jointId).toBe('b');
  });
});
