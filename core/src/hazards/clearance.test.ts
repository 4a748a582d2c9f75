import { expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { planingOverPunchedMm } from '../stock/finding.ts';
import { cautionsFor } from './cautions.ts';
import { clearanceOf, ironStains } from './clearance.ts';

it.each([
  [[], {}, 'unknown'],
  [[aFinding('knot')], {}, 'unknown'],
  [[aFinding('metal')], {}, 'metal-in'],
  [[aFinding('metal', { fix: 'punched' })], { found: '2026-03-01' }, 'scanned'],
  [[aFinding('metal', { fix: 'punched' }), aFinding('metal')], { found: '2026-03-01' }, 'metal-in'],
  [[aFinding('metal', { fix: 'pulled' })], {}, 'not-scanned'],
  [[aFinding('metal', { fix: 'pulled' })], { found: '2026-03-01' }, 'scanned'],
  [[aFinding('metal', { fix: 'pulled' })], { found: '2026-03-01', planed: '2026-03-02' }, 'cleared'],
] as const)('%j, scanned %j: %s', (findings, scans, stage) => {
  expect(clearanceOf({ findings, scans })).toBe(stage);
});

it('stops machines until what was pulled has been scanned', () => {
  const pulled = aPiece({ findings: [aFinding('metal', { fix: 'pulled' })] });
  expect(cautionsFor(pulled)).toMatchObject([{ id: 'metal', stopsMachines: true }]);
  expect(cautionsFor({ ...pulled, scans: { found: '2026-03-01' } })).toEqual([]);
});

it('is never silent about wood that nobody has scanned', () => {
  const [caution, ...others] = cautionsFor(aPiece());
  expect(caution).toMatchObject({ id: 'unscanned', stopsMachines: true, counted: true });
  expect(caution?.danger).toContain('not known to be clear');
  expect(others).toEqual([]);
  expect(cautionsFor(aPiece({ scans: { found: '2026-03-01' } }))).toEqual([]);
});

it('says of punched metal how far a plane may come, and lets other work go on', () => {
  const punched = aPiece({
    findings: [aFinding('metal', { fix: 'punched', depth: 9 })],
    scans: { found: '2026-03-01' },
  });
  expect(cautionsFor(punched)).toMatchObject([{ id: 'punched-metal', stopsMachines: false }]);
  expect(planingOverPunchedMm({ depth: 9 })).toBe(6);
  expect(planingOverPunchedMm({})).toBe(0);
});

it('asks for a scan where oak is stained blue-black and no metal is noted near', () => {
  const stain = aFinding('stain', { x: 200, y: 40, colour: 'blue-black' });
  const oak = aPiece({ findings: [stain] });
  expect(ironStains(oak)).toEqual([stain]);
  expect(cautionsFor(oak).map(({ id }) => id)).toEqual(['unscanned', 'iron-stain']);
  expect(ironStains({ ...oak, species: 'norway-spruce' })).toEqual([]);
  expect(ironStains({ ...oak, scans: { found: '2026-03-01' } })).toEqual([]);
  const nail = aFinding('metal', { x: 230, y: 40 });
  expect(ironStains({ ...oak, findings: [stain, nail] })).toEqual([]);
  expect(ironStains({ ...oak, findings: [stain, { ...nail, x: 500 }] })).toEqual([stain]);
});

it.each(['rust-brown', 'lees', 'water'] as const)('sees no nail behind a %s stain', (colour) => {
  expect(ironStains(aPiece({ findings: [aFinding('stain', { colour })] }))).toEqual([]);
});
