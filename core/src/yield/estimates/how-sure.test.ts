import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../foundation/random.ts';
import { lineOf, shopWith } from '../../../test-support/made-up-shops.ts';
import { BIAS_SD, howSure, PRIORS, reckonedM3, shopBias, sureRanges } from './how-sure.ts';
import { cameM3, knowledgeOf, milledShares, type Milled } from './own-record.ts';

/** A piece calculated at 0.02 m³ of which `share` came. */
const milled = (share: number, more: Partial<Milled> = {}): Milled => ({
  id: `m${share}`,
  day: '2026-03-01',
  tag: 'S-01',
  findKind: 'pallet',
  species: 'norway-spruce',
  grade: 'character',
  known: 'inspected',
  foundM3: 0.04,
  reckonedM3: 0.02,
  came: [{ count: 1, length: 1000, width: 1000, thickness: 20 * share }],
  ...more,
});

const piece = {
  m3: 0.02,
  known: 'inspected',
  findKind: 'pallet',
  species: 'norway-spruce',
  mostM3: 1,
} as const;

describe('how sure', () => {
  it('is the stated prior before anything is on record', () => {
    const sure = howSure(piece, []);
    const sd = Math.hypot(BIAS_SD.shop, BIAS_SD.kind, BIAS_SD.species, PRIORS.inspected.sd);
    expect(sure.likely).toBeCloseTo(0.02 * Math.exp(PRIORS.inspected.mean), 6);
    expect(sure.factor).toBeCloseTo(Math.exp(PRIORS.inspected.mean), 5);
    // The spread itself is not known yet, so what is thought of it is a little wider than the prior alone.
    expect(sure.sd).toBeGreaterThan(sd);
    expect(sure.sd).toBeLessThan(1.15 * sd);
    expect(sure.spread).toBeCloseTo(1, 6);
    expect(sure).toMatchObject({ records: 0, ofKind: 0 });
  });

  it('learns that a shop estimates more closely than most, or less', () => {
    const record = (off: number) =>
      Array.from({ length: 30 }, (_, i) => milled(Math.exp(i % 2 === 0 ? off : -off), { id: `m${i}` }));
    const [close, loose] = [howSure(piece, record(0.05)), howSure(piece, record(0.35))];
    expect(close.spread).toBeLessThan(0.6);
    expect(loose.spread).toBeGreaterThan(1.5);
    expect(close.high / close.low).toBeLessThan(loose.high / loose.low / 2);
  });

  it('is little moved by a line that is wrong by ten', () => {
    const sound = Array.from({ length: 12 }, (_, i) => milled(0.9 + 0.02 * (i % 5), { id: `m${i}` }));
    const before = howSure(piece, sound);
    const after = howSure(piece, [...sound, milled(10, { id: 'slip' })]);
    expect(Math.abs(Math.log(after.likely / before.likely))).toBeLessThan(0.03);
    expect(after.high / after.low).toBeLessThan(1.15 * (before.high / before.low));
  });

  it('comes to what the record says as it grows, and draws together', () => {
    const many = Array.from({ length: 60 }, (_, i) => milled(0.7, { id: `m${i}` }));
    const sure = howSure(piece, many);
    expect(sure.factor).toBeCloseTo(0.7, 1);
    expect(sure.sd).toBeLessThan(howSure(piece, []).sd);
    expect(sure).toMatchObject({ records: 60, ofKind: 60 });
    // What was learnt from pallets moves a post too, but less: only the shop's own bias is shared.
    const post = howSure({ ...piece, findKind: 'post', species: 'european-oak' }, many);
    expect(post.factor).toBeGreaterThan(sure.factor);
    expect(post.factor).toBeLessThan(howSure({ ...piece, findKind: 'post' }, []).factor);
  });

  it('draws together with each look at the piece', () => {
    const states = ['kind', 'tallied', 'inspected', 'scanned', 'machined'] as const;
    const spans = states.map((known) => {
      const { low, high } = howSure({ ...piece, known }, []);
      return high - low;
    });
    expect([...spans].sort((a, b) => b - a)).toEqual(spans);
  });

  it('never says that more can come than there is', () => {
    expect(howSure({ ...piece, mostM3: 0.021 }, []).high).toBe(0.021);
  });
});

it('takes an empty map for nobody having looked', () => {
  expect(reckonedM3(0.019, 0.02, 'tallied', 0.45)).toBeCloseTo(0.009, 9);
  expect(reckonedM3(0.004, 0.02, 'tallied', 0.45)).toBe(0.004);
  expect(reckonedM3(0.019, 0.02, 'inspected', 0.45)).toBe(0.019);
});

it('tells the bias of the shop by kind of find', () => {
  const record = [milled(0.92), milled(0.92, { id: 'b' }), milled(1, { id: 'c', findKind: 'post' })];
  const [pallet, post] = shopBias(record);
  expect(pallet).toMatchObject({ findKind: 'pallet', records: 2 });
  expect(pallet?.recorded).toBeCloseTo(0.92, 6);
  expect(pallet?.counts).toBeGreaterThan(0.9);
  expect(post?.counts).toBeLessThan(1);
});

it('reads the state of knowledge off a piece, and the shares off the record', () => {
  expect(knowledgeOf({})).toBe('tallied');
  expect(knowledgeOf({ inspected: '2026-03-01' })).toBe('inspected');
  expect(knowledgeOf({ inspected: '2026-03-01', scans: { found: '2026-03-02' } })).toBe('scanned');
  expect(knowledgeOf({ machined: '2026-03-03' })).toBe('machined');
  expect(cameM3(milled(0.8))).toBeCloseTo(0.016, 9);
  expect(milledShares([milled(0.8), milled(1, { findKind: 'post' })], 'pallet')).toEqual([0.4]);
});

it.each([
  [8, 0.6],
  [8, 1.6],
  [40, 0.6],
  [40, 1],
  [40, 1.6],
])('holds about eight of ten after %i lines, in shops that spread %f times the prior', (lines, spread) => {
  const random = seededRandom(7);
  let [held, asked] = [0, 0];
  for (let n = 0; n < 60; n++) {
    const shop = shopWith(spread, 1, 'freaks', random);
    const record = Array.from({ length: lines }, () => lineOf(shop, random, true));
    const asks = Array.from({ length: 15 }, () => lineOf(shop, random, false));
    sureRanges(record, asks).forEach(({ low, likely, high }, i) => {
      const actual = asks[i]?.actual ?? 0;
      expect(low).toBeLessThan(likely);
      expect(likely).toBeLessThan(high);
      asked++;
      if (actual >= low && actual <= high) held++;
    });
  }
  const within = lines === 40 ? [0.73, 0.87] : [0.67, 0.91];
  expect(held / asked).toBeGreaterThan(within[0] as number);
  expect(held / asked).toBeLessThan(within[1] as number);
});
