// One file on purpose: all of it walks the same floor, from a planned board to a part, and every step must balance.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { acceptPlan } from '../project/plan-life.ts';
import { DEFAULT_ALLOWANCES, type Part, type PlannedCut, type Project } from '../project/project.ts';
import { inBlanks } from '../project/blanks.ts';
import type { RouteChange } from '../project/milling.ts';
import { pieceVolumeM3, type Piece } from '../stock/piece.ts';
import { DEFAULT_MACHINES, HAND_TOOL_SHOP } from '../yield/machines.ts';
import { balanceOfFind, balanceOfProject } from './balance.ts';
import { cameOfBoards } from './came-of-boards.ts';
import { toleranceFaults, waysWithPart } from './tolerance.ts';
import { shopDay } from './day.ts';
import { doSteps, passGate } from './do-steps.ts';
import { imbalanceM3, partsInHand, woodBalance } from './entry.ts';
import { millingOf, moveOn, projectState, stateOf } from './moving-on.ts';
import { ownMinutes } from './minutes.ts';
import { cameOffBoard } from './saw-otherwise.ts';
import { sawBoard, sawnInto, spoilPart, type Floor } from './sawing.ts';
import { shopSteps } from './steps.ts';
import type { ShopStep } from './shop-step.ts';
import { floorNow } from './floor-now.ts';
import { DEFAULT_WORKSHOP } from './workshop.ts';
import type { FloorRules } from './workpiece.ts';

const RULES: FloorRules = { machines: DEFAULT_MACHINES, workshop: DEFAULT_WORKSHOP, kerfMm: 3 };
const DAY = '2026-03-02';
const SCANNED = { found: '2026-03-01' };

const rail: Part = {
  id: 'rail',
  name: 'rail',
  qty: 2,
  length: 400,
  width: 50,
  thickness: 20,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
};

const cutAt = (unit: number, x: number, y: number): PlannedCut => ({
  pieceId: '1',
  partId: 'rail',
  unit,
  x,
  y,
  length: 425,
  width: 55,
});

const aBoard = (more: Partial<Piece> = {}): Piece =>
  aPiece({
    id: '1',
    tag: 'B-01',
    length: 1000,
    width: 120,
    thickness: 25,
    species: 'spruce',
    scans: SCANNED,
    findings: [],
    origin: { findId: 'pallet', member: 'deck' },
    ...more,
  });

/** One board, two rails side by side, the rest waste. */
function floor(board: Partial<Piece> = {}, more: Partial<Project> = {}): Floor {
  const project: Project = {
    id: 'bench',
    name: 'Boot bench',
    note: '',
    parts: [rail],
    plan: {
      cuts: [cutAt(0, 0, 0), cutAt(1, 0, 58)],
      coverage: 1,
      missing: [],
      spentM2: 0.1,
      atMostOver: null,
      accepted: false,
    },
    ...more,
  };
  return { ...acceptPlan({ pieces: [aBoard(board)], projects: [project] }, 'bench'), entries: [] };
}

const ids = (prefix = 'n') => {
  let made = 0;
  return { day: DAY, newId: () => `${prefix}${++made}` };
};
const stepsOf = (now: Floor, rules: FloorRules): ShopStep[] => shopSteps(floorNow(now), rules);
const must = <T>(value: T | null | undefined): T => {
  if (value === null || value === undefined) throw new Error('nothing there');
  return value;
};
const deeds = (steps: readonly ShopStep[]): string[] =>
  steps.map(({ do: deed, machine }) => `${deed ?? 'own'} ${machine}`);
const ofPart = (steps: readonly ShopStep[], unit = 0): ShopStep[] =>
  steps.filter(({ part }) => part?.unit === unit);

/** Everything that can be done, set-up after set-up, until nothing is left or it stops. */
function worked(start: Floor, rules = RULES, until: (floor: Floor) => boolean = () => false): Floor {
  const how = ids();
  let now = start;
  for (let i = 0; i < 60 && !until(now); i++) {
    const [setUp] = shopDay(stepsOf(now, rules), '2026-03-09', rules.workshop, new Map()).setUps;
    const next = setUp && doSteps(now, setUp.steps, rules, how);
    if (!next) break;
    now = next;
  }
  return now;
}

describe('the steps of a plan', () => {
  it('saw the board, then mill each part to its size, every step after what it needs', () => {
    const steps = stepsOf(floor(), RULES);
    expect(deeds(steps.filter(({ pieceId }) => pieceId !== null))).toEqual([
      'rough-crosscut mitre-saw',
      'rough-rip table-saw',
      'rough-rip table-saw',
    ]);
    expect(deeds(ofPart(steps))).toEqual([
      'thickness planer',
      'scan-again detector',
      'rip table-saw',
      'rest bench',
      'crosscut mitre-saw',
    ]);
    const place = new Map(steps.map(({ id }, i) => [id, i]));
    for (const [i, { needs }] of steps.entries())
      for (const need of needs) if (place.has(need)) expect(place.get(need)).toBeLessThan(i);
  });

  it('ask for the detector before the first blade where nobody has scanned, and for it again after planing', () => {
    const { scans: _, ...unscanned } = aBoard();
    const steps = stepsOf({ ...floor(), pieces: [{ ...unscanned, reservedFor: 'bench' }] }, RULES);
    expect(steps[0]?.do).toBe('scan');
    expect(
      steps
        .filter(({ do: deed }) => deed?.startsWith('rough'))
        .every(({ needs }) => needs.includes('1/scan')),
    ).toBe(true);
    const [scan] = steps;
    const scanned = must(
      doSteps({ ...floor(), pieces: [{ ...unscanned, reservedFor: 'bench' }] }, [must(scan)], RULES, ids()),
    );
    expect(scanned.pieces[0]?.scans?.found).toBe(DAY);
    expect(stepsOf(scanned, RULES)[0]?.do).toBe('rough-crosscut');
  });

  it('keep their ids through sawing, so that what was changed and ticked still counts', () => {
    const before = ofPart(stepsOf(floor(), RULES)).map(({ id }) => id);
    const after = must(sawBoard(floor(), '1', { ...ids(), rules: RULES }));
    expect(ofPart(stepsOf(after, RULES)).map(({ id }) => id)).toEqual(before);
  });

  it('follow a shop of hand tools', () => {
    const hand: FloorRules = { ...RULES, machines: HAND_TOOL_SHOP };
    const steps = stepsOf(floor({ warp: { cup: 3 } }), hand);
    expect(new Set(steps.map(({ machine }) => machine))).toEqual(
      new Set(['handsaw', 'hand-plane', 'detector', 'bench']),
    );
    const done = worked(floor({ warp: { cup: 2 } }), hand);
    for (const { wood } of partsInHand(done.entries))
      expect([wood.length, wood.width, wood.thickness]).toEqual([400, 50, 20]);
  });

  it('say where no saw of the shop gets through', () => {
    const post: FloorRules = {
      ...RULES,
      machines: { ...DEFAULT_MACHINES, sawDepthMm: 40, bandsawHeightMm: null, mitreReachMm: null },
    };
    const steps = stepsOf(floor({ thickness: 140 }), post);
    const day = shopDay(steps, DAY, DEFAULT_WORKSHOP, new Map());
    expect(day.setUps).toEqual([]);
    expect(day.waiting.every(({ because }) => because === 'no-machine')).toBe(true);
    expect(day.waiting[0]?.holds).toBeGreaterThan(0);
  });
});

describe('cuts from both sides', () => {
  /** Ripping is too deep for one pass, crosscutting too wide. */
  const SMALL_SAWS: FloorRules = {
    ...RULES,
    machines: { ...DEFAULT_MACHINES, sawDepthMm: 20, mitreReachMm: 70, bandsawHeightMm: null },
  };

  it('are two steps, the turned one after the first and both after the scan', () => {
    const cuts = stepsOf(floor(), SMALL_SAWS).filter(({ pieceId }) => pieceId !== null);
    expect(cuts.map(({ do: deed, side }) => [deed, side])).toEqual([
      ['rough-crosscut', 'first'],
      ['rough-crosscut', 'turned'],
      ['rough-rip', 'first'],
      ['rough-rip', 'turned'],
      ['rough-rip', 'first'],
      ['rough-rip', 'turned'],
    ]);
    for (const [i, cut] of cuts.entries())
      if (cut.side === 'turned') expect(cut.needs).toContain(cuts[i - 1]?.id);
    // Nothing goes on from a cut of which one side is open.
    const [, crosscut, rip] = cuts;
    expect(rip?.needs).toContain(crosscut?.id);
  });

  it('are set once for all first sides and once for all turned', () => {
    const { setUps } = shopDay(stepsOf(floor(), SMALL_SAWS), DAY, DEFAULT_WORKSHOP, new Map());
    const rips = setUps.filter(({ do: deed, setting }) => deed === 'rough-rip' && setting === 55);
    expect(rips.map(({ side }) => side)).toEqual(['first', 'turned']);
  });

  it('leave the wood as it is after the first side, also of a part in hand, and cut it with the second', () => {
    const how = ids('by-hand-');
    const shallow: FloorRules = {
      ...SMALL_SAWS,
      machines: { ...SMALL_SAWS.machines, sawDepthMm: 12, mitreReachMm: 40 },
    };
    const ready = (now: Floor, side: ShopStep['side']) => {
      const steps = stepsOf(now, shallow);
      const open = new Set(steps.map(({ id }) => id));
      return steps.filter(
        (step) => step.do === 'rip' && step.side === side && !step.needs.some((need) => open.has(need)),
      );
    };
    const sawn = must(sawBoard(floor(), '1', { ...how, rules: shallow }));
    const planed = worked(sawn, shallow, (now) => ready(now, 'first').length > 0);
    const width = (now: Floor): number[] =>
      partsInHand(now.entries)
        .map((part) => part.wood.width)
        .sort((a, b) => a - b);
    const [rip] = ready(planed, 'first');
    const half = must(doSteps(planed, [must(rip)], shallow, how));
    expect(width(half)).toEqual(width(planed));
    expect(ready(half, 'first')).toHaveLength(ready(planed, 'first').length - 1);
    const ripped = must(doSteps(half, ready(half, 'turned'), shallow, how));
    expect(width(ripped)).toEqual([50, ...width(planed).slice(1)]);
    expect(Math.abs(imbalanceM3(woodBalance(ripped.pieces, ripped.entries)))).toBeLessThan(1e-9);
  });

  it('come to the same parts as through cuts do, with nothing counted twice', () => {
    const done = worked(floor(), SMALL_SAWS);
    const through = worked(floor());
    const sizes = ({ entries }: Floor) =>
      partsInHand(entries).map(({ wood }) => [wood.length, wood.width, wood.thickness]);
    expect(sizes(done)).toEqual(sizes(through));
    expect(stepsOf(done, SMALL_SAWS)).toEqual([]);
    expect(Math.abs(imbalanceM3(woodBalance(done.pieces, done.entries)))).toBeLessThan(1e-9);
  });

  it('need no first side where the whole cut was ticked before', () => {
    const cuts = stepsOf(floor(), SMALL_SAWS).filter(({ pieceId }) => pieceId !== null);
    const how = ids();
    const one = must(doSteps(floor(), cuts.slice(0, 1), SMALL_SAWS, how));
    const two = must(doSteps(one, cuts.slice(1, 2), SMALL_SAWS, how));
    const left = stepsOf(two, SMALL_SAWS).filter(({ pieceId }) => pieceId !== null);
    expect(left.map(({ id }) => id)).toEqual(cuts.slice(2).map(({ id }) => id));
  });
});

describe('a part on its way', () => {
  it('is sawn when the last cut is ticked, and comes to its true size', () => {
    const done = worked(floor());
    const parts = partsInHand(done.entries);
    expect(parts.map(({ wood }) => [wood.length, wood.width, wood.thickness])).toEqual([
      [400, 50, 20],
      [400, 50, 20],
    ]);
    expect(done.pieces).toEqual([]);
    expect(stepsOf(done, RULES)).toEqual([]);
    expect(done.entries.map(({ kind }) => kind)).toContain('sawn');
  });

  it('rests after much was planed, and no sooner than the day after', () => {
    const how = ids();
    let now = must(sawBoard(floor(), '1', { ...how, rules: RULES }));
    for (const deed of ['thickness', 'scan-again', 'rip']) {
      const steps = stepsOf(now, RULES).filter((step) => step.do === deed);
      now = must(doSteps(now, steps, RULES, how));
    }
    const rests = stepsOf(now, RULES).filter(({ do: deed }) => deed === 'rest');
    expect(rests.map(({ notBefore }) => notBefore)).toEqual(['2026-03-03', '2026-03-03']);
    const day = shopDay(stepsOf(now, RULES), DAY, DEFAULT_WORKSHOP, new Map());
    expect(day.waiting.map(({ because, until }) => [because, until])).toEqual([
      ['rests', '2026-03-03'],
      ['rests', '2026-03-03'],
    ]);
    // It moved meanwhile: it is flattened again before it is cut to length.
    const read = { moisturePct: 11, warp: { crook: 3 } };
    const moved = must(doSteps(now, rests, RULES, { ...how, rested: read }));
    expect(partsInHand(moved.entries)[0]?.wood).toMatchObject({ moisturePct: 11, warp: { crook: 3 } });
  });

  it('is held to what it came to: the record, the group and the joints hear of it', () => {
    const how = ids();
    const sawn = must(
      sawBoard(floor({}, { parts: [{ ...rail, group: 'frame' }] }), '1', { ...how, rules: RULES }),
    );
    const planing = stepsOf(sawn, RULES).filter(({ do: deed }) => deed === 'thickness');
    const planed = must(doSteps(sawn, planing, RULES, { ...how, actualMm: 18.4, minutes: 6 }));
    const [part] = partsInHand(planed.entries);
    expect(part?.wood.thickness).toBe(18.4);
    expect(planed.entries.at(-1)?.measured?.[0]).toMatchObject({
      side: 'thickness',
      aimedMm: 20,
      actualMm: 18.4,
    });
    expect(toleranceFaults(must(part), must(planed.projects[0]))[0]).toContain(
      'no longer as thick as its group frame',
    );
    const ways = waysWithPart(must(part), must(planed.projects[0]));
    expect(ways[0]).toBe('take the whole group frame down to 18.4 mm');
    expect(ways).toHaveLength(5);
    const joints = [
      { id: 'm', kind: 'mortise' as const, a: 'rail', b: 'rail', at: 'ends' as const, into: 'edge' as const },
    ];
    const joined = { ...must(planed.projects[0]), parts: [rail], joints };
    expect(toleranceFaults(must(part), joined)[0]).toContain('it breaks its mortise and tenon with rail');
    const [record] = cameOfBoards(planed.entries, [{ id: 'pallet', kind: 'pallet' }]);
    expect(record).toMatchObject({ tag: 'B-01', findKind: 'pallet', known: 'tallied' });
    expect(must(record).came[0]?.thickness).toBe(18.4);
    expect(ownMinutes(planed.entries).get('thickness planer')).toBe(3);
  });

  it('waits at the gate of the second scan, unless it is passed in words', () => {
    const how = ids();
    const sawn = must(sawBoard(floor(), '1', { ...how, rules: RULES }));
    const planed = must(
      doSteps(
        sawn,
        stepsOf(sawn, RULES).filter(({ do: deed }) => deed === 'thickness'),
        RULES,
        how,
      ),
    );
    const rips = stepsOf(planed, RULES).filter(({ do: deed }) => deed === 'rip');
    expect(doSteps(planed, rips, RULES, how)).toBeNull();
    const gates = stepsOf(planed, RULES).filter(({ do: deed }) => deed === 'scan-again');
    const passed = passGate(planed, gates, 'planed to bright wood, no marks', how);
    expect(passed.entries.at(-1)).toMatchObject({
      kind: 'overruled',
      words: 'planed to bright wood, no marks',
    });
    expect(
      doSteps(
        passed,
        stepsOf(passed, RULES).filter(({ do: deed }) => deed === 'rip'),
        RULES,
        how,
      ),
    ).not.toBeNull();
  });

  it('moves on to later states and back; the project is as far as its last part', () => {
    const how = ids();
    const done = worked(floor());
    const milling = millingOf(stepsOf(done, RULES));
    const parts = partsInHand(done.entries);
    expect(parts.map((part) => stateOf(part, milling))).toEqual(['milled', 'milled']);
    expect(projectState(must(done.projects[0]), parts, milling)).toBe('milled');
    const glued = must(moveOn(done, parts.slice(0, 1), 'glued', how));
    expect(projectState(must(glued.projects[0]), partsInHand(glued.entries), milling)).toBe('milled');
    const all = must(moveOn(glued, partsInHand(glued.entries), 'delivered', how));
    expect(projectState(must(all.projects[0]), partsInHand(all.entries), milling)).toBe('delivered');
    const back = must(moveOn(all, partsInHand(all.entries), 'milled', how));
    expect(partsInHand(back.entries).every(({ state }) => state === undefined)).toBe(true);
    expect(projectState(must(floor().projects[0]), [], milling)).toBe('reserved');
  });
});

describe('a route that the maker changes', () => {
  const changed = (...changes: RouteChange[]): ShopStep[] =>
    ofPart(
      stepsOf(
        floor(
          { warp: { cup: 3 } },
          { milling: { changes: changes.map((change) => ({ partId: 'rail', change })) } },
        ),
        RULES,
      ),
    );

  it('drops, moves, does otherwise and adds steps, and the rest says what no longer holds', () => {
    expect(deeds(changed())[0]).toBe('flatten jointer');
    const dropped = changed({ kind: 'drop', step: 'scan-again' });
    expect(deeds(dropped)).not.toContain('scan-again detector');
    const moved = changed({ kind: 'before', step: 'thickness', other: 'flatten' });
    expect(moved[0]).toMatchObject({
      do: 'thickness',
      fault: expect.stringContaining('flatten one first') as string,
    });
    expect(deeds(changed({ kind: 'on', step: 'flatten', machine: 'hand-plane' }))[0]).toBe(
      'flatten hand-plane',
    );
    const added = changed({
      kind: 'add',
      id: 'plug',
      words: 'plug the nail holes',
      machine: 'bench',
      before: 'rip',
    });
    expect(added.map(({ words }) => words)).toContain('plug the nail holes');
    const scanned = changed({ kind: 'before', step: 'rip', other: 'scan-again' });
    expect(scanned.find(({ do: deed }) => deed === 'rip')?.fault).toContain('scan again before this blade');
  });

  it('lets a step of one’s own be ticked once', () => {
    const start = floor(
      {},
      {
        milling: {
          changes: [{ partId: 'rail', change: { kind: 'add', id: 'plug', words: 'plug', machine: 'bench' } }],
        },
      },
    );
    const done = worked(start);
    expect(stepsOf(done, RULES)).toEqual([]);
    expect(partsInHand(done.entries)[0]?.did).toContain('plug');
  });

  it('goes by the school of the project before that of the shop', () => {
    const hand = stepsOf(floor({ warp: { cup: 3 } }, { milling: { school: 'hand' } }), RULES);
    expect(
      ofPart(hand).every(({ machine }) =>
        ['hand-plane', 'handsaw', 'bench', 'detector'].includes(machine ?? ''),
      ),
    ).toBe(true);
  });
});

describe('a blank', () => {
  it('is milled as one and cut apart last; its parts are not short for it', () => {
    const pegs = inBlanks({ ...rail, name: 'peg', length: 110, qty: 3 }, DEFAULT_MACHINES, 3);
    const part = must(pegs);
    const cut = { ...cutAt(0, 0, 0), length: part.length };
    const start = floor(
      {},
      {
        parts: [part],
        plan: { ...must(must(floor().projects[0]).plan), cuts: [cut], accepted: false },
      },
    );
    const done = worked(start);
    const [blank] = partsInHand(done.entries);
    expect(blank?.did?.at(-1)).toBe('cut-apart');
    expect(blank?.wood).toMatchObject({ length: 330, width: 50, thickness: 20 });
    expect(shopSteps(floorNow(done), RULES)).toEqual([]);
    expect(toleranceFaults(must(blank), must(done.projects[0]))).toEqual([]);
    expect(Math.abs(imbalanceM3(woodBalance(done.pieces, done.entries)))).toBeLessThan(1e-12);
  });
});

describe('a board that was cut otherwise', () => {
  const came = (line: string) => cameOffBoard(floor(), aBoard(), line, 3);

  it('gives what the line says; what is not named is missing again, or waste', () => {
    const read = came('A, offcut 500 x 60');
    const { cuts } = must(read.ok ? read.value : null);
    const after = must(sawnInto(floor(), '1', cuts, { ...ids(), rules: RULES }));
    expect(partsInHand(after.entries)).toHaveLength(1);
    expect(after.projects[0]?.plan?.missing).toEqual([{ partId: 'rail', short: 1 }]);
    expect(after.pieces.map(({ length, width }) => [length, width])).toEqual([[500, 60]]);
    expect(Math.abs(imbalanceM3(woodBalance(after.pieces, after.entries)))).toBeLessThan(1e-12);
  });

  it.each([
    ['', 'say what came off it'],
    ['Q', 'no part is called Q'],
    ['offcut', 'an offcut needs its size'],
    ['A 300 x 50', 'call what is smaller an offcut'],
    ['A, A, A', 'all 2 of rail are cut already'],
    ['A, A, offcut 900 x 120', 'no room is left'],
    ['A 4q x 50', '“4q” is not a length'],
  ])('says what is wrong with “%s”', (line, message) => {
    const read = came(line);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.fault.message).toContain(message);
  });
});

describe('the wood of a shop', () => {
  it('adds up per find and per project', () => {
    const done = worked(floor());
    const find = balanceOfFind(done.pieces, done.entries, 'pallet');
    expect(find.foundM3).toBeCloseTo(pieceVolumeM3(aBoard()), 12);
    expect(Math.abs(imbalanceM3(find))).toBeLessThan(1e-12);
    const { wentInM3, partsM3, offcutsM3, wasteM3, kerfM3 } = balanceOfProject(done.entries, 'bench');
    expect(wentInM3).toBeCloseTo(partsM3 + offcutsM3 + wasteM3 + kerfM3, 12);
    expect(partsM3).toBeCloseTo(2 * 0.4 * 0.05 * 0.02, 12);
  });

  const life = fc.array(
    fc.record({
      deed: fc.constantFrom('work', 'work', 'work', 'saw', 'otherwise', 'spoil', 'move', 'undo'),
      pick: fc.nat(9),
      off: fc.integer({ min: -15, max: 5 }),
    }),
    { maxLength: 18 },
  );

  it('is never counted twice and never lost, whatever is ticked, measured, moved on and undone', () => {
    fc.assert(
      fc.property(
        fc.record({ cup: fc.integer({ min: -3, max: 3 }), crook: fc.integer({ min: 0, max: 4 }) }),
        fc.boolean(),
        life,
        (warp, scanned, all) => {
          const start = floor({ warp, scans: scanned ? SCANNED : {} });
          const past: Floor[] = [start];
          const how = ids();
          for (const { deed, pick, off } of all) {
            const now = must(past.at(-1));
            const parts = partsInHand(now.entries);
            const part = parts[pick % Math.max(1, parts.length)];
            const setUps = shopDay(stepsOf(now, RULES), '2026-03-09', RULES.workshop, new Map()).setUps;
            const setUp = setUps[pick % Math.max(1, setUps.length)];
            let next: Floor | null = null;
            if (deed === 'work' && setUp)
              next = doSteps(now, setUp.steps, RULES, {
                ...how,
                ...(setUp.setting === undefined || off === 0 ? {} : { actualMm: setUp.setting + off / 10 }),
              });
            else if (deed === 'saw') next = sawBoard(now, '1', { ...how, rules: RULES });
            else if (deed === 'otherwise' && now.pieces[0]?.id === '1') {
              const read = cameOffBoard(now, now.pieces[0], 'A; offcut 300 x 60', 3);
              if (read.ok) next = sawnInto(now, '1', read.value.cuts, { ...how, rules: RULES });
            } else if (deed === 'spoil' && part) next = spoilPart(now, part, how);
            else if (deed === 'move') next = moveOn(now, parts, 'finished', how);
            else if (deed === 'undo' && past.length > 1) past.pop();
            if (next) past.push(next);
            const after = must(past.at(-1));
            const balance = woodBalance(after.pieces, after.entries);
            expect(Math.abs(imbalanceM3(balance))).toBeLessThan(1e-12);
            expect(balance.foundM3).toBeCloseTo(pieceVolumeM3(aBoard()), 12);
            expect(Math.abs(imbalanceM3(balanceOfFind(after.pieces, after.entries, 'pallet')))).toBeLessThan(
              1e-12,
            );
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  it('finds nothing left to do that could not be done on some day', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -2, max: 2 }),
        fc.integer({ min: 0, max: 2 }),
        fc.constantFrom(
          RULES,
          { ...RULES, machines: HAND_TOOL_SHOP },
          {
            ...RULES,
            machines: { ...DEFAULT_MACHINES, jointerWidthMm: null, planerWidthMm: 52 },
          },
        ),
        (cup, crook, rules) => {
          const done = worked(floor({ warp: { cup, crook } }), rules);
          expect(stepsOf(done, rules)).toEqual([]);
          for (const { wood } of partsInHand(done.entries)) {
            expect(wood.thickness).toBe(20);
            expect(wood.length).toBe(400);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});
