import { describe, expect, it } from 'vitest';
import { isBetterPlan, matchSteps, verifyPlan, type MatchPlan } from '@aldrek/core/match';
import { InputError } from './fields.ts';
import { runVerb } from './main.ts';
import { matchVerb, readInstance, searchUntil, secondSearch, type Peer } from './match.ts';

const run = async (args: string[], input: unknown): Promise<Record<string, unknown>> =>
  JSON.parse(await runVerb(args, JSON.stringify(input))) as Record<string, unknown>;

const board = { length: 480, width: 96, kerf: 4, minLength: 80, minWidth: 24, blocked: [] };

describe('yield', () => {
  it('reckons blocked rectangles by both schools', async () => {
    const blocked = [
      { x: 160, y: 0, length: 12, width: 96 },
      { x: 320, y: 40, length: 40, width: 12 },
    ];
    const got = await run(['yield'], { ...board, blocked });
    expect(got).toMatchObject({ crosscutFirstArea: 43200, ripFirstArea: 43200 });
    expect(got['ripFirst']).toBeInstanceOf(Array);
  });

  it('reckons a piece for a grade', async () => {
    const piece = {
      length: 480,
      width: 96,
      findings: [{ kind: 'knot', x: 200, y: 0, length: 40, width: 96 }],
    };
    const ask = { piece, kerf: 4, minLength: 80, minWidth: 24 };
    expect((await run(['yield'], { ...ask, grade: 'character' }))['ripFirstArea']).toBe(480 * 96);
    expect((await run(['yield'], { ...ask, grade: 'clear' }))['ripFirstArea']).toBe(440 * 96);
  });
});

describe('match', () => {
  const instance = {
    kerf: 3.2,
    jointAllowance: 1,
    offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
    boards: [
      {
        id: 'a',
        length: 2000,
        width: 120,
        thickness: 22,
        species: 'oak',
        value: 30,
        defects: [{ kind: 'knot', x: 900, y: 20, length: 30, width: 30 }],
      },
      { id: 'b', length: 1500, width: 90, thickness: 22, species: 'pine', value: 10, defects: [] },
    ],
    parts: [
      {
        id: 'rail',
        type: 'solid',
        length: 880,
        width: 100,
        thickness: 20,
        qty: 2,
        grade: 'clear',
        species: ['oak'],
      },
      {
        id: 'cleat',
        type: 'solid',
        length: 400,
        width: 40,
        thickness: 20,
        qty: 3,
        grade: 'hidden',
        species: 'any',
        note: 'ignored',
      },
    ],
  };

  it('prints a plan that keeps every rule', async () => {
    const plan = (await run(['match', '--seconds', '0.2', '--seed', '3'], instance)) as unknown as MatchPlan;
    expect(plan.coverage).toBe(1);
    expect(verifyPlan(readInstance(instance), plan)).toEqual([]);
  });

  it('says of a finding what each grade does with it', () => {
    const kinds = ['nail-hole', 'knot', 'stain', 'rot', 'split', 'check', 'metal', 'through-hole'];
    const [read] = readInstance({
      ...instance,
      boards: [
        {
          ...instance.boards[0],
          defects: kinds.map((kind, i) => ({ kind, x: 100 * i, y: 0, length: 10, width: 10 })),
        },
      ],
    }).boards;
    const blocks = (grade: string): string[] =>
      (read?.blocked[grade] ?? []).map(({ x }) => kinds[x / 100] ?? '');
    expect(blocks('clear')).toEqual(kinds);
    expect(blocks('character')).toEqual(['rot', 'split', 'check', 'metal', 'through-hole']);
    expect(blocks('hidden')).toEqual(['rot', 'split', 'metal']);
  });

  it('takes the usual offcut and joint where nothing is said of them', () => {
    const { offcut: _o, jointAllowance: _j, ...bare } = instance;
    expect(readInstance(bare)).toMatchObject({
      jointAllowance: 1,
      offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
    });
  });

  describe('with a second search', () => {
    const plans = (): MatchPlan[] => {
      const found: MatchPlan[] = [];
      for (const { plan, better } of matchSteps(readInstance(instance))) {
        if (better) found.push(plan);
        if (found.length > 3 || plan.status === 'optimal') break;
      }
      return found;
    };

    it('tells it what is found, and takes over what it hears', async () => {
      const told: MatchPlan[] = [];
      const best = plans().at(-1) as MatchPlan;
      let given = false;
      const peer: Peer = {
        tell: (plan) => void told.push(plan),
        heard: () => {
          if (given) return undefined;
          given = true;
          return best;
        },
        end: () => undefined,
      };
      const got = await searchUntil(matchSteps(readInstance(instance)), performance.now() + 600, peer);
      expect(isBetterPlan(best, got)).toBe(false);
      expect(verifyPlan(readInstance(instance), got)).toEqual([]);
    });

    it('begins none for a short search, nor on a rack of thousands, and ends the one it began', async () => {
      let begun = 0;
      let ended = 0;
      const second = (): Peer => {
        begun++;
        return { tell: () => undefined, heard: () => undefined, end: () => (ended += 1) };
      };
      await matchVerb(instance, 0.1, 1, second);
      expect(begun).toBe(0);
      const [board] = instance.boards;
      const many = {
        ...instance,
        parts: instance.parts.slice(0, 1),
        boards: Array.from({ length: 2600 }, (_, i) => ({ ...board, id: `b${i}`, length: 500 })),
      };
      await matchVerb(many, 0.1, 1, second);
      expect(begun).toBe(0);
      expect(ended).toBe(0);
    });

    it('works on the same instance by itself until it is stopped', async () => {
      let stop = false;
      const peer: Peer = {
        tell: (plan) => {
          expect(verifyPlan(readInstance(instance), plan)).toEqual([]);
          stop = true;
        },
        heard: () => {
          if (stop) throw new Error('stopped from outside');
          return undefined;
        },
        end: () => undefined,
      };
      await expect(secondSearch({ input: instance, seed: 2 }, peer)).rejects.toThrow('stopped from outside');
    });
  });
});

describe('reckon', () => {
  it.each([
    ['parseLength', { text: '7 1/2 in' }, { mm: 190.5 }],
    ['formatInches', { mm: 100, denominator: 16 }, { text: '3 15/16"' }],
  ])('%s', async (name, input, output) => {
    expect(await run(['reckon', name], input)).toEqual(output);
  });

  it('measures and weighs', async () => {
    expect(
      (await run(['reckon', 'boardFeet'], { length: 2438.4, width: 203.2, thickness: 25.4 }))['bf'],
    ).toBeCloseTo(5.3333, 4);
    const top = { length: 1600, width: 800, thickness: 40, density: 760 };
    expect((await run(['reckon', 'weight'], top))['kg']).toBeCloseTo(38.91, 2);
  });
});

describe('reckon warp and emc', () => {
  const board = { length: 2000, width: 200, thickness: 28, cup: 6, bow: 10, twist: 8 };
  const close = (given: unknown, wanted: unknown, tolerance: number): void => {
    for (const [key, value] of Object.entries(wanted as Record<string, unknown>)) {
      const got = (given as Record<string, unknown>)[key];
      if (typeof value === 'object') close(got, value, tolerance);
      else expect(Math.abs((got as number) - (value as number))).toBeLessThanOrEqual(tolerance);
    }
  };

  it.each([
    [
      { board, piece: { length: 2000, width: 200 } },
      { parts: { cup: 6, bow: 10, twist: 4 }, sum: 20, heightRange: 18, usableThickness: 9 },
    ],
    [
      { board, piece: { length: 900, width: 98.4 } },
      {
        parts: { cup: 1.452, bow: 2.025, twist: 0.886 },
        sum: 4.363,
        heightRange: 3.92,
        usableThickness: 23.08,
      },
    ],
    [
      { board: { length: 1200, width: 95, thickness: 20, cup: 2.5, bow: 3, twist: 0 }, cleanUpPerFace: 0.5 },
      { parts: { cup: 2.5, bow: 3, twist: 0 }, sum: 5.5, heightRange: 5.5, usableThickness: 13.5 },
    ],
  ])('%j', async (input, output) => {
    close(await run(['reckon', 'warp'], input), output, 0.005);
  });

  it('gives the moisture that air brings wood to', async () => {
    expect((await run(['reckon', 'emc'], { tC: 20, rh: 65 }))['emc']).toBeCloseTo(12, 1);
  });
});

describe('bad input', () => {
  it.each<[string, string[], string]>([
    ['{', ['yield'], 'input: expected JSON'],
    ['[]', ['yield'], 'input: expected an object'],
    [JSON.stringify({ ...board, width: 0 }), ['yield'], 'width: expected a number above 0'],
    [JSON.stringify({ ...board, blocked: [{ x: 0 }] }), ['yield'], 'blocked[0].y: expected a number'],
    [JSON.stringify({ piece: {}, grade: 'best' }), ['yield'], 'grade: expected one of clear'],
    ['{}', ['match'], 'boards: expected a list'],
    [
      '{"boards":[],"parts":[{"id":"a","type":"round"}]}',
      ['match'],
      'parts[0].type: expected one of solid, panel',
    ],
    ['{"boards":[],"parts":[],"kerf":3}', ['match', '--seconds', 'soon'], '--seconds: expected a number'],
    ['{}', ['reckon', 'tea'], 'reckon: expected one of parseLength'],
    ['{"text":"wide"}', ['reckon', 'parseLength'], 'text: expected a length'],
    ['{"board":{"length":900,"width":90}}', ['reckon', 'warp'], 'board.thickness: expected a number'],
    [
      '{"board":{"length":900,"width":90,"thickness":20},"piece":{"length":900,"width":91}}',
      ['reckon', 'warp'],
      'piece.width: expected up to the board’s 90',
    ],
    ['{"tC":20,"rh":120}', ['reckon', 'emc'], 'rh: expected a number from 0 up to 100'],
    ['{}', ['saw'], 'usage:'],
  ])('%s %j is refused in one line', async (text, args, message) => {
    const error: unknown = await runVerb(args, text).catch((fault: unknown) => fault);
    expect(error).toBeInstanceOf(InputError);
    expect((error as Error).message).toContain(message);
    expect((error as Error).message).not.toContain('\n');
  });
});

describe('demo', () => {
  it('prints the demo shop, its last work done the day before', async () => {
    const shop = await run(['demo'], { today: '2031-07-01' });
    expect(await run(['read'], shop)).toMatchObject({ ok: true, pieces: 44, hauls: 8, projects: 5 });
    const days = JSON.stringify(shop['pieces']).match(/"\d{4}-\d\d-\d\d"/g) ?? [];
    expect(days.length).toBeGreaterThan(50);
    expect(days.every((day) => day < '"2031-07-01"')).toBe(true);
  });

  it('says which field is no day', async () => {
    await expect(run(['demo'], { today: '1 July' })).rejects.toThrow('today: expected a day');
    await expect(run(['demo'], {})).rejects.toThrow(InputError);
  });
});

describe('route', () => {
  const ask = {
    piece: { length: 1200, width: 160, thickness: 30, warp: { cup: 3 }, edges: 'natural', metal: 'unknown' },
    part: { length: 600, width: 80, thickness: 22 },
    machines: { planerWidth: 310, planerThickest: 150, planerLeast: 300, jointerWidth: null, sawDepth: 75 },
  };

  it('goes from a piece to a part, with the machines that are there', async () => {
    const { steps, left, blocked } = await run(['route'], ask);
    const list = steps as { do: string; machine: string; why: string }[];
    expect(list.map(({ do: what }) => what)).toEqual([
      'scan',
      'rough-crosscut',
      'straighten',
      'rough-rip',
      'flatten',
      'thickness',
      'scan-again',
      'rip',
      'rest',
      'crosscut',
    ]);
    expect(list.every(({ machine }) => machine !== 'jointer')).toBe(true);
    expect(left).toMatchObject({ length: 630, width: 88 });
    expect(blocked).toBeUndefined();
  });

  it('names the field that is wrong', async () => {
    await expect(run(['route'], { ...ask, school: 'laser' })).rejects.toThrow('school: expected one of');
    await expect(run(['route'], { ...ask, part: { length: 600, width: -1, thickness: 2 } })).rejects.toThrow(
      'part.width',
    );
    await expect(run(['route'], { part: ask.part })).rejects.toThrow('piece: expected an object');
  });
});

describe('blank and pullFlat', () => {
  it('are summed as the trade does', async () => {
    expect(await run(['reckon', 'blank'], { part: 110, leastLength: 300, kerf: 3.2 })).toMatchObject({
      k: 3,
    });
    const { force } = await run(['reckon', 'pullFlat'], { length: 1200, width: 95, thickness: 20, gap: 6 });
    expect(force).toBeCloseTo(105.56, 1);
  });
});

describe('the sums before the glue', () => {
  it.each([
    ['movement', { width: 420, shrinkagePct: 5.6, mcFrom: 14, mcTo: 8 }, { change: -4.704 }],
    ['slot', { shank: 6, fromFixed: 0, shrinkagePct: 8.2, mcFrom: 12, mcTo: 7.5 }, { length: 7 }],
    ['greenSize', { final: 40, shrinkagePct: 5.6, mc: 60, mcTo: 10, planing: 3 }, { size: 44.551 }],
    ['clamps', { jointLength: 1200, outerStrip: 90, caul: 40 }, { n: 5, spacing: 260 }],
    [
      'glueStages',
      { joints: 9, length: 1500, openTime: 8, closing: 2, spreadPerM: 1 },
      { perStage: 4, stages: 3 },
    ],
    ['panelCup', { stripCup: 0.4, stripWidth: 90, panelWidth: 540, rings: 'oneWay' }, { cup: 14.4 }],
    ['screwReach', { t1: 18, t2: 20, countersink: 3 }, { longestScrew: 32 }],
    ['mitreMortiseDepth', { fromOuterCorner: 30, angleDeg: 30, reserve: 3 }, { maxDepth: 14.321 }],
    ['looseTenon', { length: 100, depth1: 50, depth2: 50 }, { closes: false, spare: -2 }],
    ['slats', { n: 9, w: 95, span: 1200 }, { gap: 43.125 }],
    ['slatCount', { span: 1200, w: 95, gapAtMost: 8 }, { n: 12, gap: 5.4545 }],
    ['cool', { minutes: 60, tC: 7 }, { minutes: null }],
  ])('%s', async (name, input, output) => {
    const got: Readonly<Record<string, unknown>> = await run(['reckon', name], input);
    for (const [field, value] of Object.entries(output)) {
      if (typeof value === 'number') expect(got[field]).toBeCloseTo(value, 2);
      else expect(got[field]).toBe(value);
    }
  });

  it('name the field that is wrong', async () => {
    await expect(run(['reckon', 'slats'], { n: 1.5, w: 95, span: 1200 })).rejects.toThrow('n: expected');
    await expect(run(['reckon', 'panelCup'], { stripCup: 1, stripWidth: 9, panelWidth: 9 })).rejects.toThrow(
      'rings',
    );
  });
});

describe('panelOrder', () => {
  const strips = [
    { id: 'a', left: 'sap', right: 'heart' },
    { id: 'b', left: 'sap', right: 'heart' },
  ];
  const tone = [
    [0, 5],
    [5, 0],
  ];

  it('orders strips by tone and sapwood', async () => {
    const got = await run(['panelOrder'], { strips, tone, weights: { tone: 2, sapwood: 30 } });
    expect(got).toMatchObject({ cost: 10 });
  });

  it('names the field that is wrong', async () => {
    const weights = { tone: 1, sapwood: 1 };
    await expect(run(['panelOrder'], { strips, tone: [[0]], weights })).rejects.toThrow('tone[0]');
    await expect(run(['panelOrder'], { strips: [strips[0], strips[0]], tone, weights })).rejects.toThrow(
      'twice',
    );
    await expect(run(['panelOrder'], { strips, tone })).rejects.toThrow('weights');
  });
});
