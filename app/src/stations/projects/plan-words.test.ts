import { describe, expect, it } from 'vitest';
import { DEFAULT_OFFCUT, nearestMiss, type MatchInstance } from '@aldrek/core/match';
import { type FitnessReason, type PlanChange, type PlannedCut } from '@aldrek/core/project';
import { lettersOf, namesOf, othersOf } from './part-names';
import { changeWords, qualityWords, reasonWords, summaryWords, whyShort } from './plan-words';

describe('what a plan takes', () => {
  const cut: PlannedCut = { pieceId: 'a', partId: 'rail', unit: 0, x: 0, y: 0, length: 900, width: 60 };
  it.each([
    [1, [cut], '1 board · board area used 0.25 m² · keeps 0 offcuts'],
    [2, [cut, { ...cut, partId: 'offcut' }], '2 boards · board area used 0.25 m² · keeps 1 offcut'],
  ])('%i', (boards, cuts, words) => {
    expect(summaryWords({ cuts, spentM2: 0.25 }, boards)).toBe(words);
  });
});

describe('how good a plan is', () => {
  const full = { missing: [], atMostOver: null, aboutOver: null };
  it('is not said of a plan that is short, nor where nothing is known', () => {
    expect(qualityWords({ ...full, missing: [{ partId: 'a', short: 1 }], atMostOver: 0 }, false)).toBeNull();
    expect(qualityWords(full, false)).toBeNull();
  });

  it('calls a proof a proof and an estimate an estimate', () => {
    expect(qualityWords({ ...full, atMostOver: 0.0001 }, false)).toEqual({
      short: 'the best possible',
      detail: 'Proven: no plan can use less board area.',
    });
    expect(qualityWords({ ...full, aboutOver: 0.024 }, false)?.short).toBe(
      'good: within 2.4 % of the best in reach',
    );
    expect(qualityWords({ ...full, aboutOver: 0.14, atMostOver: 0.43 }, true)).toEqual({
      short: 'all together: fair: within 14 % of the best in reach',
      detail:
        'Estimated: it uses about 14 % more board area than the best in reach. Proven: it uses at most 43 % more than any plan must.',
    });
  });

  it('tells the proof alone where it is near, and what a priority costs', () => {
    const near = qualityWords(
      { ...full, aboutOver: 0.02, atMostOver: 0.04, overLeast: 0.031 },
      false,
      'best-looking',
    );
    expect(near?.short).toBe('good: proven within 4.0 % of the best');
    expect(near?.detail).not.toContain('Estimated');
    expect(near?.detail).toContain('best looking counted in');
    expect(near?.detail).toContain(
      'Best looking spends 3.1 % more worth of wood than the least-waste plan found beside it.',
    );
    const free = qualityWords({ ...full, atMostOver: 0, overLeast: 0 }, false, 'least-work');
    expect(free?.detail).toContain('Least work costs nothing here');
    expect(qualityWords({ ...full, atMostOver: 0.2, overLeast: 0.1 }, false)?.detail).not.toContain(
      'least-waste',
    );
  });

  it('never turns an estimate of nothing into a proof', () => {
    const words = qualityWords({ ...full, aboutOver: 0 }, false);
    expect(`${words?.short} ${words?.detail}`).not.toMatch(/proven|possible/i);
  });
});

describe('why a part is short', () => {
  const instance: MatchInstance = {
    kerf: 3,
    jointAllowance: 1,
    offcut: DEFAULT_OFFCUT,
    boards: [
      {
        id: 'b',
        length: 1000,
        width: 100,
        thickness: 25,
        species: 'oak',
        value: 1,
        blocked: { clear: [{ x: 700, y: 0, length: 20, width: 100 }] },
      },
    ],
    parts: [
      {
        id: 'rail',
        type: 'solid',
        length: 850,
        width: 80,
        thickness: 20,
        qty: 1,
        grade: 'clear',
        species: ['oak'],
      },
    ],
  };
  const rail = instance.parts[0] as MatchInstance['parts'][number];
  const why = (asked: MatchInstance, unit: 'mm' | 'inch' = 'mm'): string =>
    whyShort({ miss: nearestMiss(asked, 'rail', []) }, asked.boards.length, () => 'O-01', unit);

  it('says how long a clear stretch there is, where, and what it lacks', () => {
    expect(why(instance)).toBe(
      'Longest left clear at that width: 700, in O-01; needed 850 × 80 with allowances, short by 150.',
    );
    expect(why(instance, 'inch')).toContain('27');
  });

  it.each<[string, Partial<typeof rail>, RegExp]>([
    ['another species', { species: ['teak'] }, /No free piece is of that species/],
    ['too thick', { thickness: 30 }, /comes out 30 thick once it is flat; the thickest comes to 25/],
    ['too wide', { width: 120 }, /Nothing 120 wide is left clear/],
  ])('%s', (_, more, words) => {
    expect(why({ ...instance, parts: [{ ...rail, ...more }] })).toMatch(words);
  });

  it('says so when the rack is empty', () => {
    expect(why({ ...instance, boards: [] })).toBe('There is no free piece on the rack.');
  });
});

describe('what has changed, and why wood is kept out', () => {
  const called = { tag: () => 'P-01', part: () => 'rail', project: () => 'Oar rack' };
  it.each<[PlanChange, string]>([
    [{ kind: 'board', pieceId: 'p', aspects: ['size', 'hazards'] }, 'P-01: size, hazards'],
    [{ kind: 'board-taken', pieceId: 'p', by: 'r' }, 'P-01 is reserved for Oar rack'],
    [{ kind: 'part', partId: 'a', fields: ['length', 'grade'] }, 'rail: length, grade'],
    [{ kind: 'lock', partId: 'a', pieceId: 'p' }, 'rail is fixed on P-01'],
    [{ kind: 'habit', key: 'kerfMm' }, 'the shop’s kerf'],
    [{ kind: 'machine', key: 'planerWidthMm' }, 'the shop’s planer'],
    [{ kind: 'wanted' }, 'what it is to be best at'],
  ])('%j: %s', (change, words) => {
    expect(changeWords(change, called)).toBe(words);
  });

  it.each<[FitnessReason, string]>([
    [
      { kind: 'hazard', hazard: 'preservative', use: 'indoors', ruling: 'never' },
      'preservative in it: never for indoor use',
    ],
    [{ kind: 'decay', ruling: 'ask' }, 'Norway spruce rots soon outdoors'],
    [{ kind: 'veneer', ruling: 'never' }, 'veneered: not planed, not ripped, not offered as solid'],
  ])('%j: %s', (reason, words) => {
    expect(reasonWords(reason, 'norway-spruce')).toBe(words);
  });
});

describe('names of parts', () => {
  const part = (id: string, name: string) => ({ id, name }) as never;
  const bench = { id: '1', name: 'Boot bench', note: '', parts: [part('a', 'rail'), part('b', 'leg')] };
  const rack = { id: '2', name: 'Oar rack', note: '', parts: [part('c', 'rail')] };

  it('are letters alone for a project by itself', () => {
    expect([...lettersOf([bench]).values()]).toEqual(['A', 'B']);
    expect(othersOf(bench, [bench]).size).toBe(0);
  });

  it('bear the number of their project when several are matched at once, the same in each of them', () => {
    expect([...lettersOf([bench, rack])]).toEqual([
      ['a', '1A'],
      ['b', '1B'],
      ['c', '2A'],
    ]);
    expect(namesOf(bench, [bench, rack]).get('c')).toBe('rail for Oar rack');
    expect(namesOf(rack, [bench, rack]).get('c')).toBe('rail');
    expect([...othersOf(rack, [bench, rack])]).toEqual([
      ['a', 'Boot bench'],
      ['b', 'Boot bench'],
    ]);
  });
});
