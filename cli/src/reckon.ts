import {
  boardFeet,
  equilibriumMoisturePct,
  FIBRE_SATURATION_PCT,
  formatInches,
  greenSizeMm,
  hoopSeatMm,
  movementMm,
  parseLength,
  radiusLossMm,
  slotLengthMm,
  weightKg,
} from '@aldrek/core/wood';
import {
  blankFor,
  DEFAULT_MACHINES,
  pullFlatForce,
  sawPasses,
  USUAL_STIFFNESS,
  warpLoss,
} from '@aldrek/core/yield';
import {
  clampsFor,
  glueStages,
  inTheColdMin,
  longestScrewMm,
  looseTenon,
  mitreMortiseDepthMm,
  panelCupMm,
  slatGapMm,
  slatsFor,
} from '@aldrek/core/floor';
import { InputError, numberAt, numberOr, objectAt, oneOf, textAt, type Json } from './fields.ts';

const SIZE = { above: 0, max: 1_000_000 };
const PERCENT = { min: 0, max: 100 };
const MOISTURE = { min: 0, max: 300 };

/** The sums of `reckon`, by name: each takes and gives plain fields, mm and kg. */
const SUMS: Readonly<Record<string, (input: Json) => unknown>> = {
  parseLength(input) {
    const unit = input['unit'] === undefined ? 'mm' : oneOf(input, 'unit', ['mm', 'inch']);
    const length = parseLength(textAt(input, 'text'), unit);
    if (!length.ok) throw new InputError(`text: expected a length, ${length.fault.message}`);
    return { mm: length.value };
  },
  formatInches(input) {
    const denominator = numberAt(input, 'denominator', '', { min: 1, max: 128, whole: true });
    if ((denominator & (denominator - 1)) !== 0) {
      throw new InputError(`denominator: expected a power of two, got ${denominator}`);
    }
    return { text: formatInches(numberAt(input, 'mm'), denominator) };
  },
  boardFeet: (input) => ({ bf: boardFeet(...sizes(input)) }),
  warp(input) {
    const board = objectAt(input['board'], 'board');
    const piece = input['piece'] === undefined ? board : objectAt(input['piece'], 'piece');
    const plan = (from: Json, path: string) => ({
      length: numberAt(from, 'length', path, SIZE),
      width: numberAt(from, 'width', path, SIZE),
    });
    const whole = plan(board, 'board.');
    const size = plan(piece, 'piece.');
    for (const side of ['length', 'width'] as const) {
      if (size[side] > whole[side]) {
        throw new InputError(`piece.${side}: expected up to the board’s ${whole[side]}, got ${size[side]}`);
      }
    }
    const gap = { min: -500, max: 500 };
    const warp = {
      cup: numberOr(board, 'cup', 0, 'board.', gap),
      bow: numberOr(board, 'bow', 0, 'board.', gap),
      twist: numberOr(board, 'twist', 0, 'board.', gap),
    };
    const { cup, bow, twist, sum, heightRange } = warpLoss(warp, whole, size);
    const cleanUp = numberOr(input, 'cleanUpPerFace', DEFAULT_MACHINES.cleanUpMm, '', { min: 0, max: 100 });
    const thickness = numberAt(board, 'thickness', 'board.', SIZE);
    const usableThickness = Math.max(0, thickness - heightRange - 2 * cleanUp);
    return { parts: { cup, bow, twist }, sum, heightRange, cleanUpPerFace: cleanUp, usableThickness };
  },
  emc: (input) => ({
    emc: equilibriumMoisturePct(
      numberAt(input, 'tC', '', { min: 0, max: 100 }),
      numberAt(input, 'rh', '', { min: 0, max: 100 }),
    ),
  }),
  radiusLoss: (input) => ({
    loss: radiusLossMm(
      numberAt(input, 'radius', '', SIZE),
      numberAt(input, 'radialShrinkagePct', '', PERCENT),
      numberAt(input, 'mcFrom', '', MOISTURE),
      numberAt(input, 'mcTo', '', MOISTURE),
    ),
  }),
  hoopSeat(input) {
    const shape = {
      headRadius: numberAt(input, 'headRadius', '', SIZE),
      bilgeRadius: numberAt(input, 'bilgeRadius', '', SIZE),
      halfHeight: numberAt(input, 'halfHeight', '', SIZE),
    };
    if (shape.bilgeRadius <= shape.headRadius)
      throw new InputError('bilgeRadius: expected more than headRadius, or no hoop would hold');
    const hoopAt = numberAt(input, 'hoopAt', '', { min: 0, max: shape.halfHeight });
    return { seat: hoopSeatMm(shape, hoopAt, numberAt(input, 'radiusLoss', '', { min: 0, max: 1_000_000 })) };
  },
  sawPasses: (input) => ({
    passes: sawPasses(numberAt(input, 'thickness', '', SIZE), numberAt(input, 'depth', '', SIZE)),
  }),
  blank: (input) =>
    blankFor(
      numberAt(input, 'part', '', SIZE),
      numberAt(input, 'leastLength', '', SIZE),
      numberAt(input, 'kerf', '', { min: 0, max: 100 }),
    ),
  pullFlat: (input) => {
    const [length, width, thickness] = sizes(input);
    const gap = numberAt(input, 'gap', '', { min: 0, max: 10_000 });
    const stiffness = numberOr(input, 'e', USUAL_STIFFNESS, '', SIZE);
    return { force: pullFlatForce({ length, width, thickness }, gap, stiffness) };
  },
  movement: (input) => ({
    change: movementMm(
      numberAt(input, 'width', '', SIZE),
      numberAt(input, 'shrinkagePct', '', PERCENT),
      numberAt(input, 'mcFrom', '', MOISTURE),
      numberAt(input, 'mcTo', '', MOISTURE),
      numberOr(input, 'fibreSaturation', FIBRE_SATURATION_PCT, '', { above: 0, max: 100 }),
    ),
  }),
  slot: (input) => ({
    length: slotLengthMm(
      numberAt(input, 'shank', '', SIZE),
      numberAt(input, 'fromFixed', '', { min: -1_000_000, max: 1_000_000 }),
      numberAt(input, 'shrinkagePct', '', PERCENT),
      numberAt(input, 'mcFrom', '', MOISTURE),
      numberAt(input, 'mcTo', '', MOISTURE),
    ),
  }),
  greenSize: (input) => ({
    size: greenSizeMm(
      numberAt(input, 'final', '', SIZE),
      numberAt(input, 'shrinkagePct', '', { min: 0, max: 99 }),
      numberAt(input, 'mc', '', MOISTURE),
      numberAt(input, 'mcTo', '', MOISTURE),
      numberOr(input, 'planing', 0, '', { min: 0, max: 1000 }),
    ),
  }),
  clamps: (input) =>
    clampsFor(
      numberAt(input, 'jointLength', '', SIZE),
      numberAt(input, 'outerStrip', '', SIZE),
      numberOr(input, 'caul', 0, '', { min: 0, max: 10_000 }),
    ),
  glueStages: (input) =>
    glueStages(
      numberAt(input, 'joints', '', { min: 1, max: 10_000, whole: true }),
      numberAt(input, 'length', '', SIZE),
      {
        openMin: numberAt(input, 'openTime', '', { min: 0, max: 10_000 }),
        closingMin: numberAt(input, 'closing', '', { min: 0, max: 10_000 }),
        spreadMinPerM: numberAt(input, 'spreadPerM', '', { above: 0, max: 10_000 }),
      },
    ),
  panelCup: (input) => ({
    cup: panelCupMm(
      numberAt(input, 'stripCup', '', { min: 0, max: 1000 }),
      numberAt(input, 'stripWidth', '', SIZE),
      numberAt(input, 'panelWidth', '', SIZE),
      oneOf(input, 'rings', ['alternating', 'oneWay']),
    ),
  }),
  screwReach: (input) => ({
    longestScrew: longestScrewMm(
      numberAt(input, 't1', '', SIZE),
      numberAt(input, 't2', '', SIZE),
      numberOr(input, 'countersink', 0, '', { min: 0, max: 1000 }),
    ),
  }),
  mitreMortiseDepth: (input) => ({
    maxDepth: mitreMortiseDepthMm(
      numberAt(input, 'fromOuterCorner', '', { min: 0, max: 1_000_000 }),
      numberAt(input, 'angleDeg', '', { above: 0, max: 89.9 }),
      numberOr(input, 'reserve', 3, '', { min: 0, max: 1000 }),
    ),
  }),
  looseTenon: (input) =>
    looseTenon(
      numberAt(input, 'length', '', SIZE),
      numberAt(input, 'depth1', '', SIZE),
      numberAt(input, 'depth2', '', SIZE),
    ),
  slats: (input) => ({
    gap: slatGapMm(
      numberAt(input, 'n', '', { min: 1, max: 100_000, whole: true }),
      numberAt(input, 'w', '', SIZE),
      numberAt(input, 'span', '', SIZE),
    ),
  }),
  slatCount: (input) =>
    slatsFor(
      numberAt(input, 'span', '', SIZE),
      numberAt(input, 'w', '', SIZE),
      numberAt(input, 'gapAtMost', '', { min: 0, max: 1_000_000 }),
    ),
  cool: (input) => ({
    minutes: inTheColdMin(
      numberAt(input, 'minutes', '', { min: 0, max: 10_000_000 }),
      numberAt(input, 'tC', '', { min: -100, max: 100 }),
    ),
  }),
  weight: (input) => ({ kg: weightKg(...sizes(input), numberAt(input, 'density', '', SIZE)) }),
};

const sizes = (input: Json): [number, number, number] => [
  numberAt(input, 'length', '', SIZE),
  numberAt(input, 'width', '', SIZE),
  numberAt(input, 'thickness', '', SIZE),
];

/** `reckon NAME`: one sum. */
export function reckonVerb(name: string | undefined, input: Json): unknown {
  const sum = name === undefined ? undefined : SUMS[name];
  if (!sum)
    throw new InputError(`reckon: expected one of ${Object.keys(SUMS).join(', ')}, got ${name ?? 'nothing'}`);
  return sum(input);
}
