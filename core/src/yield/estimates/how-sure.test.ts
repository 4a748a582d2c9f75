import { describe, expect, it } from 'vitest';
import { BIAS_SD, howSure, PRIORS, reckonedM3, shopBias } from './how-sure.ts';
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
    expect(sure.likely).toBeCloseTo(0.02 * Math.exp(PRIORS.inspected.mean), 9);
    expect(sure.sd).toBeCloseTo(sd, 9);
    expect(sure.low).toBeCloseTo(0.02 * Math.exp(PRIORS.inspected.mean - 1.2816 * sd), 9);
    expect(sure).toMatchObject({ records: 0, ofKind: 0 });
  });

  it('agrees with the one-bias update worked by hand', () => {
    // One line, one bias: mean = y·τ²/(τ² + σ²) with τ² the prior of shop + kind + species, all on the same line.
    const tau = BIAS_SD.shop ** 2 + BIAS_SD.kind ** 2 + BIAS_SD.species ** 2;
    const sigma = PRIORS.inspected.sd ** 2;
    const y = Math.log(0.8) - PRIORS.inspected.mean;
    const sure = howSure(piece, [milled(0.8)]);
    expect(Math.log(sure.factor)).toBeCloseTo(PRIORS.inspected.mean + (y * tau) / (tau + sigma), 9);
    expect(sure.sd ** 2).toBeCloseTo(sigma + (tau * sigma) / (tau + sigma), 9);
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
