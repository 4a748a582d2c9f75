import { expect, it } from 'vitest';
import { aPiece } from '../../../test-support/made-up-pieces.ts';
import { estimateYield } from './estimate.ts';
import { explainShare, explainSure, explainThickness, explainTrade, type Explained } from './explain.ts';
import { DEFAULT_HABITS } from '../habits.ts';
import { howSure } from './how-sure.ts';
import { DEFAULT_MACHINES } from '../machines.ts';

const piece = aPiece({ warp: { cup: 3, crook: 2 } });
const given = estimateYield(piece, 'clear', DEFAULT_HABITS);

/** The figure of an input whose name begins so. */
function input(explained: Explained, name: string): number {
  const found = explained.inputs.find((one) => one.name.startsWith(name))?.quantity;
  if (!found) throw new Error(`nothing is called ${name}`);
  switch (found.unit) {
    case 'length':
      return found.mm;
    case 'area':
      return found.m2;
    case 'volume':
      return found.m3;
    case 'share':
      return found.share;
    case 'number':
      return found.value;
  }
}

it('adds up: what it says of the thickness gives the thickness', () => {
  const why = explainThickness(piece, piece, DEFAULT_MACHINES, 'clear', 'A');
  const left =
    input(why, 'as found') -
    input(why, 'flattening') -
    input(why, 'clean-up, face A') -
    input(why, 'clean-up, face B');
  expect(left).toBeCloseTo(input(why, 'left'), 9);
  expect(input(why, 'left')).toBe(given.thicknessWhole);
  const veneered = explainThickness({ ...piece, veneerMm: 0.6 }, piece, DEFAULT_MACHINES, 'clear', 'A');
  expect(veneered).toMatchObject({ ofTheShop: false, formula: 'as found: veneer is not planed' });
});

it('adds up: cuttings over the face give the share', () => {
  const why = explainShare(piece, given, 'clear', DEFAULT_HABITS, DEFAULT_MACHINES);
  expect(input(why, 'clear pieces') / input(why, 'face')).toBeCloseTo(given.share, 9);
  expect(input(why, 'kerf')).toBe(DEFAULT_HABITS.kerfMm);
});

it('says on what the range rests, and what the trade is cut from', () => {
  const sure = howSure({ m3: given.volumeM3, known: 'tallied', species: 'unknown', mostM3: 1 }, []);
  const why = explainSure(piece, given.volumeM3, 'tallied', sure);
  expect(why.source).toContain('Nothing is on your own record yet');
  expect(input(why, 'bias')).toBe(sure.factor);
  const trade = explainTrade(piece, DEFAULT_HABITS, DEFAULT_MACHINES);
  expect(input(trade, 'straight length')).toBe(950);
  expect(input(trade, 'crook')).toBe(2);
});
