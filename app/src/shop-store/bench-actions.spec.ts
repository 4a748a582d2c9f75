import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { readShop, type Entry } from '@aldrek/core/shop';
import type { Finding, Haul, Photo, Piece } from '@aldrek/core/wood';
import { TEST_DAY, withShop } from '../../test-support/component';
import { aBoard } from '../../test-support/made-up-piece';
import type { Project } from '@aldrek/core/project';
import { aPart, aProject } from '../../test-support/made-up-project';
import { Photos } from '../storage/photos';
import { GlueActions } from './glue-actions';
import { PhotoActions } from './photo-actions';
import { PieceActions } from './piece-actions';
import type { ShopStoreType } from './shop.store';

const MIN = 60_000;
const nail = (id: string, more: Partial<Finding> = {}): Finding => ({
  id,
  kind: 'metal',
  face: 'A',
  x: 100,
  y: 20,
  length: 6,
  width: 6,
  ...more,
});

/** The shop must be one that its own reader takes back. */
const expectSound = (store: ShopStoreType): void => {
  expect(readShop(JSON.stringify(store.shop()))).toMatchObject({ ok: true });
};

describe('what is noted of a piece on the bench', () => {
  async function bench(piece: Partial<Piece> = {}) {
    TestBed.resetTestingModule();
    const store = await withShop({ pieces: [aBoard(piece)] });
    const actions = TestBed.inject(PieceActions);
    return { store, actions, now: () => store.pieces()[0] as Piece };
  }

  it('means that it was inspected, on the day it was first', async () => {
    const { store, actions, now } = await bench();
    actions.note('place', now(), { place: 'loft' });
    expect(now()).toMatchObject({ inspected: TEST_DAY, place: 'loft' });
    actions.note('moisture', now(), { moisturePct: 14 });
    actions.forget('moisture', now(), 'moisturePct');
    expect(now()).not.toHaveProperty('moisturePct');
    expect(now().inspected).toBe(TEST_DAY);
    for (let n = 0; n < 3; n++) store.undo();
    expect(now()).not.toHaveProperty('inspected');
    const old = await bench({ inspected: '2026-01-09' });
    old.actions.note('place', old.now(), { place: 'loft' });
    expect(old.now().inspected).toBe('2026-01-09');
  });

  it('keeps findings on the piece', async () => {
    const { actions, now, store } = await bench();
    actions.findings('a nail', now(), [nail('n', { x: 998, y: 97 })]);
    const [kept] = now().findings;
    expect((kept?.x ?? 0) + (kept?.length ?? 0)).toBeLessThanOrEqual(1000);
    expect((kept?.y ?? 0) + (kept?.width ?? 0)).toBeLessThanOrEqual(100);
    expectSound(store);
  });

  it('pulls metal, only what is asked, and says how much; one step, and back in again', async () => {
    const findings = [nail('a'), nail('b', { x: 300 }), nail('c', { x: 500, fix: 'pulled' })];
    const { actions, now, store } = await bench({
      findings: [...findings, { ...nail('k', { x: 700 }), kind: 'knot' }],
    });
    expect(actions.fix(now(), () => true, 'pulled')).toBe(2);
    expect(now().findings.map(({ fix }) => fix)).toEqual(['pulled', 'pulled', 'pulled', undefined]);
    expect(actions.fix(now(), () => true, 'pulled')).toBe(0);
    expect(actions.fix(now(), ({ id }) => id === 'b', null)).toBe(1);
    expect(now().findings[1]).not.toHaveProperty('fix');
    store.undo();
    store.undo();
    expect(now().findings.map(({ fix }) => fix)).toEqual([undefined, undefined, 'pulled', undefined]);
  });

  it('adds a reading of moisture to those before', async () => {
    const { actions, now, store } = await bench();
    actions.moisture(now(), 14);
    expect(now().moisturePct).toBe(14);
    actions.moisture(now(), 12.5);
    expect(now().moisturePct).toBe(12.5);
    expectSound(store);
  });

  it('records what came off the planer, and lays it in its place if asked to', async () => {
    const came = [{ count: 2, length: 450, width: 90, thickness: 16 }];
    const stays = await bench();
    stays.actions.milled(stays.now(), 'character', 0.0015, came, false);
    expect(stays.store.pieces().map(({ tag }) => tag)).toEqual(['P-01']);
    expect(stays.store.milled()[0]).toMatchObject({ tag: 'P-01', reckonedM3: 0.0015, came });
    const goes = await bench();
    goes.actions.milled(goes.now(), 'character', 0.0015, came, true);
    const made = goes.store.pieces();
    expect(made).toHaveLength(2);
    expect(new Set(made.map(({ tag }) => tag)).size).toBe(2);
    for (const piece of made) expect(piece).toMatchObject({ length: 450, width: 90, thickness: 16 });
    expectSound(goes.store);
    goes.store.undo();
    expect(goes.store.pieces().map(({ tag }) => tag)).toEqual(['P-01']);
    expect(goes.store.milled()).toEqual([]);
  });

  it('is surer of what a piece gives the more is known of it', async () => {
    const { actions, now } = await bench();
    const tallied = actions.sureOf(now(), 0.001);
    actions.note('inspection', now(), {});
    const inspected = actions.sureOf(now(), 0.001);
    const spread = ({ sure }: typeof tallied): number => sure.high / sure.low;
    expect(inspected.m3).toBe(0.001);
    expect(spread(inspected)).toBeLessThan(spread(tallied));
  });
});

describe('what becomes of a glue-up', () => {
  const part = aPart({ id: 'top', name: 'top' });
  const entry: Entry = {
    id: 'e',
    kind: 'glued',
    day: TEST_DAY,
    projectIds: ['project'],
    clock: { at: 0, clampMin: 60, hardMin: 1440, temperatureC: 20 },
    took: { pieces: [], parts: [] },
    gave: { parts: [], pieces: [] },
    lost: { kerfM3: 0, wasteM3: 0 },
  };

  async function glued() {
    const store = await withShop({ projects: [aProject({ parts: [part] })], entries: [entry] });
    return { store, actions: TestBed.inject(GlueActions), clock: () => store.entries()[0]?.clock };
  }

  it('stands still and goes on, is corrected and discarded, each a step of undo', async () => {
    const { store, actions, clock } = await glued();
    actions.pause('e', 10 * MIN);
    expect(clock()?.pausedAt).toBe(10 * MIN);
    actions.resume('e', 25 * MIN);
    expect(clock()).toMatchObject({ pausedMs: 15 * MIN });
    expect(clock()).not.toHaveProperty('pausedAt');
    actions.correct('e', { at: -5 * MIN, temperatureC: 12 });
    expect(clock()).toMatchObject({ at: -5 * MIN, temperatureC: 12 });
    actions.discard('e');
    expect(clock()?.discarded).toBe(true);
    for (let n = 0; n < 4; n++) store.undo();
    expect(clock()).toEqual(entry.clock);
  });

  it('leaves every other entry alone', async () => {
    const { store, actions, clock } = await glued();
    actions.discard('another');
    expect(clock()).toEqual(entry.clock);
    expect(store.entries()).toHaveLength(1);
  });

  it('keeps the order of the strips of one copy, and those of the other copies', async () => {
    const { store, actions } = await glued();
    const strips = (wood: string) => [{ key: wood, shiftMm: 4 }];
    const of = (unit: number) => ({ project: store.projects()[0] as Project, part, unit });
    actions.lay('turn a strip', of(0), strips('one'));
    actions.lay('turn a strip', of(1), strips('two'));
    actions.lay('turn a strip', of(0), strips('three'));
    expect(store.projects()[0]?.panels?.map(({ unit, strips: laid }) => [unit, laid])).toEqual([
      [1, strips('two')],
      [0, strips('three')],
    ]);
  });

  it('changes one habit of gluing and leaves the others', async () => {
    const { store, actions } = await glued();
    const before = store.workshop().glue;
    actions.habits('room', { helpers: 2 });
    expect(store.workshop().glue).toEqual({ ...before, helpers: 2 });
    store.undo();
    expect(store.workshop().glue).toEqual(before);
  });
});

describe('photos of a haul', () => {
  const kept = new Map<string, string>();
  const photos = {
    keep: (id: string, file: File) => {
      if (!file.type.startsWith('image/')) return Promise.reject(new Error('no picture'));
      kept.set(id, file.name);
      return Promise.resolve();
    },
    get: (id: string) =>
      Promise.resolve(kept.has(id) ? { id, type: 'image/jpeg', bytes: new ArrayBuffer(2) } : undefined),
    add: () => Promise.resolve(),
  };
  const file = (name: string, type = 'image/jpeg') => new File(['x'], name, { type });

  async function haul() {
    kept.clear();
    const one = { id: 'h', day: TEST_DAY, place: 'boathouse', photos: [], finds: [] } as unknown as Haul;
    const store = await withShop({ hauls: [one] }, [{ provide: Photos, useValue: photos }]);
    return { store, actions: TestBed.inject(PhotoActions), now: () => store.hauls()[0] as Haul };
  }

  it('are added as one step; files that are no pictures are named, and nothing else is lost', async () => {
    const { store, actions, now } = await haul();
    const refused = await actions.add('h', [file('a.jpg'), file('notes.txt', 'text/plain'), file('b.jpg')]);
    expect(refused).toEqual(['notes.txt']);
    expect(now().photos.map(({ name }) => name)).toEqual(['a.jpg', 'b.jpg']);
    expect(await actions.stored(now().photos)).toHaveLength(2);
    store.undo();
    expect(now().photos).toEqual([]);
  });

  it('change nothing where no file is a picture', async () => {
    const { actions, now } = await haul();
    const before = now();
    expect(await actions.add('h', [file('notes.txt', 'text/plain')])).toEqual(['notes.txt']);
    expect(now()).toBe(before);
  });

  it('are taken off, and come back with undo; one that this browser lacks has no address', async () => {
    const { store, actions, now } = await haul();
    await actions.add('h', [file('a.jpg'), file('b.jpg')]);
    actions.remove(now(), now().photos[0] as Photo);
    expect(now().photos.map(({ name }) => name)).toEqual(['b.jpg']);
    store.undo();
    expect(now().photos).toHaveLength(2);
    expect(await actions.address('elsewhere')).toBeNull();
  });
});
