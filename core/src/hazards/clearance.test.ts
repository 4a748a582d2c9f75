import { expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { cautionsFor } from './cautions.ts';
import { clearanceOf, ironStains } from './clearance.ts';

it.each([
  [[], {}, 'no-metal'],
  [[aFinding('metal')], {}, 'metal-in'],
  [[aFinding('metal', { fix: 'punched' })], { found: '2026-03-01' }, 'metal-in'],
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

it('asks for a scan where oak is stained and no metal is noted near', () => {
  const stain = aFinding('stain', { x: 200, y: 40 });
  const oak = aPiece({ findings: [stain] });
  expect(ironStains(oak)).toEqual([stain]);
  expect(cautionsFor(oak).map(({ id }) => id)).toEqual(['iron-stain']);
  expect(ironStains({ ...oak, species: 'norway-spruce' })).toEqual([]);
  expect(ironStains({ ...oak, scans: { found: '2026-03-01' } })).toEqual([]);
  const nail = aFinding('metal', { x: 230, y: 40 });
  expect(ironStains({ ...oak, findings: [stain, nail] })).toEqual([]);
  expect(ironStains({ ...oak, findings: [stain, { ...nail, x: 500 }] })).toEqual([stain]);
});
