import { expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { cautionsFor } from '../hazards/cautions.ts';
import { hasMetal, nextTag, pieceVolumeM3, pieceWeightKg, speciesLabel } from './piece.ts';

it('measures and weighs a taper by its middle', () => {
  const stave = aPiece({ length: 1000, width: 100, widthFar: 60, thickness: 20 });
  expect(pieceVolumeM3(stave)).toBeCloseTo(0.0016, 9);
  expect(pieceWeightKg(stave)).toBeCloseTo(0.0016 * 675, 6);
  expect(pieceWeightKg({ ...stave, species: 'unknown' })).toBeNull();
});

it('tags by the initial, the first number that is free', () => {
  expect(nextTag('pew seat', new Set(['P-01', 'P-03']))).toBe('P-02');
  expect(nextTag('', new Set())).toBe('B-01');
  expect(nextTag('2 by 4', new Set())).toBe('B-01');
});

it('shows a guess as one', () => {
  expect(speciesLabel({ species: 'norway-spruce', speciesSure: 'guess' })).toBe('Norway spruce?');
});

it('warns of what is in a piece, gravest first, and says who decides', () => {
  const findings = [
    aFinding('mould'),
    aFinding('old-finish'),
    aFinding('metal'),
    aFinding('live-insect'),
    aFinding('knot'),
  ];
  const cautions = cautionsFor(aPiece({ findings }));
  expect(cautions.map((caution) => caution.id)).toEqual(['metal', 'maybe-lead', 'live-insects', 'mould']);
  expect(cautions.filter((caution) => caution.stopsMachines).map(({ id }) => id)).toEqual([
    'metal',
    'maybe-lead',
    'live-insects',
  ]);
  for (const caution of cautions) expect(caution.whoDecides).not.toBe('');
  expect(hasMetal({ findings })).toBe(true);
  expect(cautionsFor(aPiece({ scans: { found: '2026-03-01' } }))).toEqual([]);
});

it.each([
  [1000, []],
  [2200, ['lift-two']],
  [3600, ['lift-plan']],
])('warns of lifting a greenheart post %d long', (length, ids) => {
  const post = aPiece({
    scans: { found: '2026-03-01' },
    length,
    width: 120,
    thickness: 120,
    species: 'greenheart',
  });
  expect(cautionsFor(post).map((caution) => caution.id)).toEqual(ids);
});
