import { describe, expect, it } from 'vitest';
import { aFind, aHaul } from '../../test-support/made-up-finds.ts';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { migrated, type Raw } from './migrations.ts';
import { readShop } from './read-shop.ts';
import { emptyShop, type ShopDocument } from './shop-document.ts';

const { settings, ...rest } = emptyShop();
const { machines, trade, places, ownKinds, designs, sureness, workshop, ...first } = settings;
const { entries: _entries, hauls: _hauls, ...bare } = rest;
const { glue: _glue, ...workshopOf6 } = workshop;

/** A shop as each version wrote it, with one piece. */
const PIECES = [aPiece({ tag: 'P-01' })];
const OLD: readonly Raw[] = [
  { ...bare, version: 1, settings: first, pieces: PIECES },
  { ...bare, version: 2, settings: { ...first, trade, places, ownKinds }, hauls: [], pieces: PIECES },
  {
    ...bare,
    version: 3,
    settings: { ...first, trade, places, ownKinds, machines },
    hauls: [],
    pieces: PIECES,
    milled: [],
  },
  {
    ...bare,
    version: 4,
    settings: { ...first, trade, places, ownKinds, machines, designs },
    hauls: [],
    pieces: PIECES,
    milled: [],
  },
  {
    ...bare,
    version: 5,
    settings: { ...first, trade, places, ownKinds, machines, designs, sureness },
    hauls: [],
    pieces: PIECES,
    milled: [],
  },
  { ...rest, version: 6, settings: { ...settings, workshop: workshopOf6 }, pieces: PIECES },
];

const read = (raw: unknown): ShopDocument => {
  const answer = readShop(JSON.stringify(raw));
  if (!answer.ok) throw new Error(JSON.stringify(answer.fault));
  return answer.value;
};

describe('a shop of an earlier version', () => {
  it.each(OLD.map((raw) => [raw['version'], raw] as const))(
    'of version %i is read with its pieces, and with what is usual for what it did not know',
    (_version, raw) => {
      expect(read(raw)).toEqual({ ...emptyShop(), pieces: PIECES });
    },
  );

  it('keeps what its maker had set, wherever that stood then', () => {
    const five = read({
      ...OLD[4],
      settings: {
        ...first,
        trade,
        places,
        ownKinds,
        designs,
        sureness,
        machines: { ...machines, planerWidthMm: 254 },
        habits: { ...settings.habits, kerfMm: 2.2 },
      },
    });
    expect(five.settings.machines.planerWidthMm).toBe(254);
    expect(five.settings.habits.kerfMm).toBe(2.2);
  });

  it('of version 4 takes today’s end trim where nobody had changed it, and keeps one that somebody had', () => {
    const withTrim = (endTrimMm: number): number => {
      const old = {
        ...OLD[3],
        settings: { ...(OLD[3]?.['settings'] as Raw), habits: { ...settings.habits, endTrimMm } },
      };
      return read(old).settings.habits.endTrimMm;
    };
    expect(withTrim(10)).toBe(settings.habits.endTrimMm);
    expect(withTrim(42)).toBe(42);
  });

  it('of version 4 loses the mark of its plans, in which nothing of the maker’s stood', () => {
    const project = {
      id: 'p',
      name: 'Boot bench',
      note: '',
      parts: [],
      plan: { basis: 'x', made: '2026-01-02' },
      putBy: { basis: 'y', made: '2026-01-01' },
    };
    const raw = migrated({ ...OLD[3], projects: [project] }) as { projects: unknown[] };
    expect(raw.projects).toEqual([
      { ...project, plan: { made: '2026-01-02' }, putBy: { made: '2026-01-01' } },
    ]);
  });

  it('of version 5 has its broken-down finds and what came off the planer as entries', () => {
    const find = aFind('pallet', { id: 'find-1', brokenDown: '2026-02-03' });
    const standing = aFind('pew', { id: 'find-2' });
    const piece = aPiece({ origin: { findId: 'find-1', member: 'deck board' } });
    const milled = {
      id: 'm1',
      day: '2026-02-20',
      findKind: 'pallet',
      species: 'norway-spruce',
      knowledge: 'inspected',
      estimated: 0.02,
      actual: 0.018,
    };
    const raw = {
      ...OLD[4],
      hauls: [aHaul([find, standing])],
      pieces: [piece, aPiece({ id: 'p2', tag: 'B-02' })],
      milled: [milled],
    };
    const { entries } = migrated(raw) as { entries: Raw[] };
    expect(entries).toHaveLength(2);
    expect(entries[0]).toMatchObject({
      kind: 'broken-down',
      day: '2026-02-03',
      findId: 'find-1',
      gave: { pieces: [piece], parts: [] },
    });
    const { id: _id, day: _day, ...planed } = milled;
    expect(entries[1]).toMatchObject({ id: 'm1', kind: 'planed', day: '2026-02-20', planed });
  });

  it('that is broken comes through as it is, for the reader to say where', () => {
    for (const odd of [null, 7, [], { format: 'something else', version: 1 }])
      expect(migrated(odd)).toBe(odd);
    for (const old of OLD) {
      const odd = { ...old, settings: 'none' };
      expect((migrated(odd) as Raw)['settings']).toBe('none');
      expect(readShop(JSON.stringify(odd))).toMatchObject({ ok: false });
    }
    expect(migrated({ ...OLD[4], hauls: 'none', milled: 3 })).toMatchObject({ entries: [] });
  });

  it('of today is not touched', () => {
    const shop = emptyShop();
    expect(migrated(shop)).toBe(shop);
  });
});
