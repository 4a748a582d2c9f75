import { existsSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { shopDay } from '../shop/day.ts';
import { doSteps } from '../shop/do-steps.ts';
import { milledOf, type Entry } from '../shop/entry.ts';
import { floorNow } from '../shop/floor-now.ts';
import { shopSteps } from '../shop/steps.ts';
import type { Piece } from '../stock/piece.ts';
import { applyChange, changeBetween, inverse, isEmptyDelta, type ShopChange } from './change.ts';
import { photosIn } from './photos-in.ts';
import { readShop } from './read-shop.ts';
import { emptyShop, type ShopDocument } from './shop-document.ts';

const demoText = readFileSync(new URL('../../../demo/boathouse.json', import.meta.url), 'utf8');

describe('changes', () => {
  const before: ShopDocument = {
    ...emptyShop(),
    pieces: [aPiece({ id: 'a' }), aPiece({ id: 'b', tag: 'B-02' })],
  };
  const after: ShopDocument = {
    ...before,
    settings: { ...before.settings, unit: 'inch' },
    pieces: [
      { ...(before.pieces[0] as ReturnType<typeof aPiece>), length: 900 },
      aPiece({ id: 'c', tag: 'B-03' }),
    ],
    projects: [{ id: 'x', name: 'Oar rack', note: '', parts: [] }],
  };

  it('lead from one shop to the other and back', () => {
    const change = changeBetween('edit', before, after);
    expect(applyChange(before, change)).toEqual(after);
    const back = applyChange(after, inverse(change));
    expect(back.pieces.map((piece) => piece.id).sort()).toEqual(['a', 'b']);
    expect(back.pieces.find((piece) => piece.id === 'a')?.length).toBe(1000);
    expect(back.projects).toEqual([]);
    expect(back.settings.unit).toBe('mm');
    expect(inverse(inverse(change))).toEqual(change);
  });

  it('hold nothing when nothing has changed', () => {
    const change = changeBetween('nothing', before, before);
    expect(isEmptyDelta(change.pieces) && isEmptyDelta(change.projects)).toBe(true);
    expect(change.settings).toBeUndefined();
  });
});

describe('readShop', () => {
  it('reads the demo, which has what a demo needs', () => {
    const shop = readShop(demoText);
    expect(shop.ok).toBe(true);
    if (!shop.ok) return;
    expect(shop.value.pieces.length).toBeGreaterThanOrEqual(40);
    const { pieces, projects, hauls, entries } = shop.value;
    const milled = milledOf(entries);
    expect(projects).toHaveLength(5);
    // In the middle of things: pieces inspected and not, metal in and waiting to be scanned, plans of every kind.
    const some = (those: (piece: Piece) => boolean): number => pieces.filter(those).length;
    expect(some(({ inspected }) => inspected !== undefined)).toBeGreaterThan(2);
    expect(some(({ scans }) => scans === undefined)).toBeGreaterThan(10);
    expect(
      some(({ findings }) => findings.some(({ kind, fix }) => kind === 'metal' && !fix)),
    ).toBeGreaterThan(2);
    const plans = projects.flatMap(({ plan }) => plan ?? []);
    expect(plans.length).toBeGreaterThanOrEqual(3);
    expect(plans.filter(({ accepted }) => accepted)).toHaveLength(1);
    expect(plans.filter(({ missing }) => missing.length > 0)).toHaveLength(1);
    expect(projects.some(({ broken, plan }) => broken?.tone !== undefined && plan !== undefined)).toBe(true);
    expect(milled.length).toBeGreaterThanOrEqual(40);
    for (const { id } of [...hauls, ...pieces].flatMap(({ photos }) => photos ?? []))
      expect(existsSync(new URL(`../../../demo/photos/${id}.jpg`, import.meta.url)), id).toBe(true);
    expect(readShop(JSON.stringify(shop.value))).toEqual(shop);
  });

  it.each([
    ['{\n  "format": oops }', 'line 2, column 13'],
    ['', 'line 1, column 1'],
    ['{"a": [1, 2', 'line 1, column 12'],
    ['{"a": 1,}', 'line 1, column 9'],
    ['[1 2]', 'line 1, column 4'],
    ['{"a" 1}', 'line 1, column 6'],
    ['{"a": "open', 'line 1, column 7'],
    ['[1]]', 'line 1, column 4'],
    ['{"a": {}, "b": []} x', 'line 1, column 20'],
  ])('says where %j stops being JSON', (text, place) => {
    expect(readShop(text)).toMatchObject({ ok: false, fault: [{ place }] });
  });

  type Spoil = (
    shop: { pieces: Record<string, unknown>[]; projects: Record<string, unknown>[] } & Record<
      string,
      unknown
    >,
  ) => void;
  it.each<[string, Spoil, string, string]>([
    ['another format', (shop) => (shop['format'] = 'other'), 'format', 'must be "aldrek-shop"'],
    [
      'no pieces',
      (shop) => delete (shop as Record<string, unknown>)['pieces'],
      'the document',
      '“pieces” is missing',
    ],
    [
      'a thickness of 0',
      (shop) => ((shop.pieces[3] as Record<string, unknown>)['thickness'] = 0),
      'pieces[3] “S-04” → thickness',
      'must be > 0',
    ],
    [
      'a field of its own',
      (shop) => ((shop.pieces[0] as Record<string, unknown>)['colour'] = 'red'),
      'pieces[0] “S-01”',
      '“colour” is not known',
    ],
    [
      'a kind unheard of',
      (shop) =>
        ((shop.pieces[0] as { findings: Record<string, unknown>[] }).findings[0] = {
          ...(shop.pieces[0] as { findings: Record<string, unknown>[] }).findings[0],
          kind: 'moss',
        }),
      'pieces[0] “S-01” → findings[0] → kind',
      'must be one of metal',
    ],
    [
      'a tag twice',
      (shop) => ((shop.pieces[1] as Record<string, unknown>)['tag'] = 'S-01'),
      'pieces[1] “S-01”',
      'tag S-01 stands twice',
    ],
    [
      'an id twice',
      (shop) =>
        ((shop.pieces[1] as Record<string, unknown>)['id'] = (shop.pieces[0] as Record<string, unknown>)[
          'id'
        ]),
      'pieces[1] “S-02”',
      'stands twice',
    ],
    [
      'a finding off the piece',
      (shop) => ((shop.pieces[0] as Record<string, unknown>)['findings'] = [aFinding('knot', { x: 5000 })]),
      'pieces[0] “S-01” → findings[0]',
      'lies off the piece',
    ],
    [
      'a project unheard of',
      (shop) => ((shop.pieces[0] as Record<string, unknown>)['reservedFor'] = 'nobody'),
      'pieces[0] “S-01”',
      'project that is not in the file',
    ],
    [
      'a plan of nothing',
      (shop) =>
        ((shop.projects[0] as Record<string, unknown>)['plan'] = {
          cuts: [{ pieceId: 'gone', partId: 'gone', unit: 0, x: 0, y: 0, length: 10, width: 10 }],
          coverage: 1,
          missing: [],
          spentM2: 0,
          atMostOver: null,
          accepted: false,
        }),
      'projects[0] “Boot bench” → plan → cuts[0]',
      'piece that is not in the file',
    ],
  ])('refuses %s and names the place', (_what, spoil, place, message) => {
    const raw = JSON.parse(demoText) as Parameters<Spoil>[0];
    spoil(raw);
    const read = readShop(JSON.stringify(raw));
    expect(read.ok).toBe(false);
    if (read.ok) return;
    const fault = read.fault.find((found) => found.place === place);
    expect(fault?.message ?? JSON.stringify(read.fault)).toContain(message);
  });
});

it('reads a shop of version 2, which knew neither machines nor a record of what was milled', () => {
  const { settings, ...rest } = emptyShop();
  const { machines: _machines, ...older } = settings;
  const read = readShop(JSON.stringify({ ...rest, version: 2, settings: older, pieces: [aPiece()] }));
  expect(read.ok && read.value.entries).toEqual([]);
  expect(read.ok && read.value.settings.machines).toEqual(emptyShop().settings.machines);
  expect(read.ok && read.value.version).toBe(7);
});

it('refuses an outline that is none, and days that are none', () => {
  const outline = {
    upper: [
      { x: 0, y: 0 },
      { x: 1000, y: 0 },
    ],
    lower: [
      { x: 0, y: 100 },
      { x: 900, y: 60 },
    ],
  };
  const pieces = [aPiece({ outline, inspected: '2026-02-30', readings: [{ day: '2026-13-01', pct: 12 }] })];
  const read = readShop(JSON.stringify({ ...emptyShop(), pieces }));
  const faults = read.ok ? [] : read.fault.map(({ place, message }) => `${place}: ${message}`);
  expect(faults).toEqual([
    'pieces[0] “B-01” → outline: the lower edge must run from 0 to 1000 along the piece',
    'pieces[0] “B-01” → inspected: 2026-02-30 is not a day',
    'pieces[0] “B-01” → readings[0]: 2026-13-01 is not a day',
  ]);
});

it('refuses a design whose formulas can’t be reckoned, and says which', () => {
  const shop = emptyShop();
  const design = {
    id: 'd',
    name: 'Ladder',
    about: '',
    sizes: [{ key: 'L', name: 'length', least: 100, usual: 200, most: 300 }],
    parts: [{ name: 'rung', qty: '1', length: 'L * q', width: '40', thickness: '20', grade: 'character' }],
    drawing: [],
  };
  const read = readShop(JSON.stringify({ ...shop, settings: { ...shop.settings, designs: [design] } }));
  expect(read.ok).toBe(false);
  if (!read.ok) expect(read.fault[0]).toMatchObject({ place: 'settings → designs[0] “Ladder”' });
});

it('names every photo once, those of wood that was sawn too', () => {
  const photo = { id: 'p1', name: 'end grain', day: '2026-03-01' };
  const wood = { ...aPiece(), photos: [photo] };
  const entry: Entry = {
    id: 'e',
    kind: 'sawn',
    day: '2026-03-01',
    projectIds: [],
    took: { pieces: [wood], parts: [] },
    gave: { pieces: [wood], parts: [] },
    lost: { kerfM3: 0, wasteM3: 0 },
  };
  expect(photosIn({ ...emptyShop(), entries: [entry] }).map(({ id }) => id)).toEqual(['p1']);
  expect(photosIn({ ...emptyShop(), pieces: [wood], entries: [entry] })).toHaveLength(1);
});

it('undo of a day on the shop floor gives the morning back, whatever was done', () => {
  const read = readShop(demoText);
  if (!read.ok) throw new Error('the demo can’t be read');
  const morning = read.value;
  const rules = {
    machines: morning.settings.machines,
    workshop: morning.settings.workshop,
    kerfMm: morning.settings.habits.kerfMm,
  };
  fc.assert(
    fc.property(fc.array(fc.nat(30), { maxLength: 8 }), (picks) => {
      let made = 0;
      const how = { day: '2026-03-02', newId: () => `n${++made}` };
      const changes: ShopChange[] = [];
      let now = morning;
      for (const pick of picks) {
        const { setUps } = shopDay(shopSteps(floorNow(now), rules), how.day, rules.workshop, new Map());
        const setUp = setUps[pick % Math.max(1, setUps.length)];
        const next = setUp && doSteps(now, setUp.steps, rules, how);
        if (!next) continue;
        const after = { ...now, ...next };
        changes.push(changeBetween('work', now, after));
        now = after;
      }
      const evening = changes.reduceRight((shop, change) => applyChange(shop, inverse(change)), now);
      const inOrder = <T extends { readonly id: string }>(list: readonly T[]): readonly T[] =>
        [...list].sort((a, b) => a.id.localeCompare(b.id));
      expect(inOrder(evening.pieces)).toEqual(inOrder(morning.pieces));
      expect(inOrder(evening.projects)).toEqual(inOrder(morning.projects));
      expect(inOrder(evening.entries)).toEqual(inOrder(morning.entries));
    }),
    { numRuns: 8 },
  );
});
