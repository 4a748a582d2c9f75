import { expect, it } from 'vitest';
import { findSpecies, nearestSpeciesName, SPECIES, speciesById, speciesName } from './species.ts';
import { weightKg } from './weight.ts';

it('knows a species by each of its names, and no name twice', () => {
  expect(findSpecies('Oak')).toBe('european-oak');
  expect(findSpecies('pitch pine')).toBe('longleaf-pine');
  expect(findSpecies('unobtainium')).toBeUndefined();
  const names = SPECIES.flatMap((kind) => [kind.name.toLowerCase(), ...kind.otherNames]);
  expect(new Set(names).size).toBe(names.length);
  expect(new Set(SPECIES.map((kind) => kind.id)).size).toBe(SPECIES.length);
});

it('offers the nearest name on a slip, and none for a stranger', () => {
  expect(nearestSpeciesName('sprice')).toBe('spruce');
  expect(nearestSpeciesName('chesnut')).toBe('chestnut');
  expect(nearestSpeciesName('qqqqqq')).toBeUndefined();
});

it('names what it does not know', () => {
  expect(speciesName('unknown')).toBe('unknown species');
  expect(speciesById('unknown')).toBeUndefined();
});

// Sums over the columns, so that one mistyped figure changes one of them.
it('keeps the table of facts as it was taken down', () => {
  const sum = (pick: (kind: (typeof SPECIES)[number]) => number): number =>
    Math.round(SPECIES.reduce((total, kind) => total + pick(kind), 0) * 10) / 10;
  expect(SPECIES).toHaveLength(35);
  expect(sum((kind) => kind.radialPct)).toBe(160.6);
  expect(sum((kind) => kind.tangentialPct)).toBe(275.3);
  expect(sum((kind) => kind.densityKgM3)).toBe(20880);
  expect(sum((kind) => kind.sideHardnessN)).toBe(148810);
  for (const kind of SPECIES) {
    expect(kind.tangentialPct).toBeGreaterThan(kind.radialPct);
    expect(kind.densityKgM3).toBeGreaterThan(300);
  }
});

it('weighs a table top of white oak, 1600 × 800 × 40, at 38.91 kg', () => {
  const density = speciesById('white-oak')?.densityKgM3 ?? 0;
  expect(weightKg(1600, 800, 40, density)).toBeCloseTo(38.91, 2);
});
