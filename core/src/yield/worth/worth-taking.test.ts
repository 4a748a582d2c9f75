import { describe, expect, it } from 'vitest';
import { aFind, aHaul } from '../../../test-support/made-up-finds.ts';
import { SPECIES, UNKNOWN_SPECIES } from '../../timber/species.ts';
import { guessedPricePerM3 } from '../../timber/new-prices.ts';
import { usableShare } from '../estimates/usable-share.ts';
import { DEFAULT_TRADE, fitsVehicle, worthOfHaul } from './worth-taking.ts';

const trade = { ...DEFAULT_TRADE, pricePerM3: { 'norway-spruce': 1000 } };
const none = () => false;
const pallets = aFind('pallet', { alike: 10, way: 'cut-between' });

describe('usable share', () => {
  it('is a guess to begin with, and the shop’s record the more there is of it', () => {
    expect(usableShare('pallet', 'worn', [])).toEqual({ low: 0.3, likely: 0.45, high: 0.6, records: 0 });
    const once = usableShare('pallet', 'worn', [0.37]);
    expect(once.likely).toBeCloseTo((2 * 0.45 + 0.37) / 3, 9);
    const often = usableShare(
      'pallet',
      'worn',
      Array.from({ length: 18 }, () => 0.37),
    );
    expect(often.likely).toBeCloseTo(0.378, 3);
    expect(often.high - often.low).toBeLessThan(0.05);
    expect(usableShare('pallet', 'worn', [0.1]).low).toBeLessThanOrEqual(0.1);
    expect(usableShare('pew', 'good', []).likely).toBeCloseTo(0.7475, 9);
    expect(usableShare('pew', 'poor', [], { low: 0.1, likely: 0.2, high: 0.3 }).likely).toBeCloseTo(0.14, 9);
  });
});

describe('worth taking', () => {
  it('sets usable wood at the price of new against price, haulage and hours', () => {
    const haul = aHaul([pallets], { price: 20, distanceKm: 30, hours: 1 });
    const worth = worthOfHaul(haul, trade, () => [], none);
    const [find] = worth.finds;
    // Ten pallets: 100 boards cut to two of 523 × 98 × 18, and 30 stringers of 800 × 95 × 38.
    const volume = (200 * 523 * 98 * 18 + 30 * 800 * 95 * 38) / 1e9;
    expect(find?.breakdown.piecesM3).toBeCloseTo(volume, 9);
    expect(worth.value.likely).toBeCloseTo(volume * 0.45 * 1000, 6);
    expect(find?.workHours).toBeCloseTo((130 * 3) / 60, 9);
    const costs = 20 + 30 * 0.4 + 1 * 15 + 6.5 * 15;
    expect(worth.costs).toBeCloseTo(costs, 6);
    expect(worth.net.likely).toBeCloseTo(volume * 450 - costs, 6);
    expect(worth.verdict).toBe(worth.net.likely < 0 ? 'leave' : 'take');
    expect(worth.drivers[0]?.name).toBe('wood it saves buying');
    expect(worth.drivers.map(({ amount }) => amount).reduce((a, b) => a + b)).toBeCloseTo(
      worth.net.likely,
      6,
    );
  });

  it('takes the part that pays, and nothing of what screening leaves', () => {
    const oak = aFind('post', { id: 'oak', species: 'european-oak', alike: 4 });
    const junk = aFind('pallet', { id: 'junk', way: 'pry', alike: 3 });
    const haul = aHaul([oak, junk]);
    const worth = worthOfHaul(haul, trade, () => [], none);
    expect(worth.verdict).toBe('take-part');
    expect(worth.worthwhile.map(({ find }) => find.id)).toEqual(['oak']);
    const left = worthOfHaul(
      haul,
      trade,
      () => [],
      () => true,
    );
    expect(left.verdict).toBe('leave');
    expect(left.value.high).toBe(0);
  });

  it('says what would turn it', () => {
    const haul = aHaul([aFind('post', { species: 'european-oak', alike: 4 })], { price: 50 });
    const worth = worthOfHaul(haul, trade, () => [], none);
    expect(worth.verdict).toBe('take');
    const even = worthOfHaul({ ...haul, price: 50 + worth.net.likely }, trade, () => [], none);
    expect(even.net.likely).toBeCloseTo(0, 6);
    expect(worth.turns.join(' ')).toContain(`at a price of €${(50 + worth.net.likely).toFixed(0)}`);
  });

  it('tells longest lengths as a range, and whether they go into the van', () => {
    const worth = worthOfHaul(aHaul([aFind('post', { way: 'whole' })]), trade, () => [], none);
    const longest = worth.finds[0]?.longestMm;
    expect(longest?.low).toBeLessThanOrEqual(longest?.likely ?? 0);
    expect(longest?.high).toBeLessThanOrEqual(2400);
    expect(fitsVehicle(worth, { length: 2400, width: 1, height: 1, payloadKg: 600 })).toEqual({
      fits: true,
      remarks: [],
    });
    expect(fitsVehicle(worth, { length: 2000, width: 1, height: 100, payloadKg: 600 }).fits).toBe(false);
    const slanted = fitsVehicle(worth, { length: 2300, width: 1, height: 1000, payloadKg: 10 });
    expect(slanted.remarks).toHaveLength(2);
  });

  it('has a price to begin with for every species', () => {
    for (const { id } of SPECIES) expect(guessedPricePerM3(id)).toBeGreaterThan(500);
    expect(guessedPricePerM3(UNKNOWN_SPECIES)).toBe(900);
    expect(guessedPricePerM3('european-oak')).toBe(2800);
  });
});
