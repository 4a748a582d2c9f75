import { FINDING_FACES, FINDING_KINDS, fullWidth, GRADES, type Finding, type Rect } from '@aldrek/core/wood';
import { blockedForGrade, NO_TRIMS, clearCuttings } from '@aldrek/core/yield';
import { listAt, numberAt, numberOr, objectAt, oneOf, type Json } from './fields.ts';

const SIZE = { above: 0, max: 20_000 };
const PLACE = { min: 0, max: 20_000 };

/** `yield`: clear cuttings by both schools, of blocked rectangles or of a piece and a grade. */
export function yieldVerb(input: Json): unknown {
  const { board, blocked } = input['piece'] === undefined ? boardCase(input) : pieceCase(input);
  const rule = {
    kerfMm: numberAt(input, 'kerf', '', { min: 0, max: 100 }),
    minLengthMm: numberAt(input, 'minLength', '', SIZE),
    minWidthMm: numberAt(input, 'minWidth', '', SIZE),
  };
  const { crosscutFirst, ripFirst } = clearCuttings(board, blocked, rule);
  return {
    crosscutFirstArea: crosscutFirst.areaMm2,
    ripFirstArea: ripFirst.areaMm2,
    crosscutFirst: crosscutFirst.cuttings,
    ripFirst: ripFirst.cuttings,
  };
}

interface BoardCase {
  readonly board: { readonly length: number; readonly width: number };
  readonly blocked: readonly Rect[];
}

function boardCase(input: Json): BoardCase {
  return {
    board: { length: numberAt(input, 'length', '', SIZE), width: numberAt(input, 'width', '', SIZE) },
    blocked: listAt(input, 'blocked', '').map((entry, i) => rectAt(entry, `blocked[${i}]`)),
  };
}

export function rectAt(entry: unknown, field: string): Rect {
  const from = objectAt(entry, field);
  const path = `${field}.`;
  return {
    x: numberAt(from, 'x', path, { min: -20_000, max: 20_000 }),
    y: numberAt(from, 'y', path, { min: -20_000, max: 20_000 }),
    length: numberAt(from, 'length', path, SIZE),
    width: numberAt(from, 'width', path, SIZE),
  };
}

function pieceCase(input: Json): BoardCase {
  const from = objectAt(input['piece'], 'piece');
  const grade = oneOf(input, 'grade', GRADES);
  const widthFar =
    from['widthFar'] === undefined ? {} : { widthFar: numberAt(from, 'widthFar', 'piece.', SIZE) };
  const piece = {
    length: numberAt(from, 'length', 'piece.', SIZE),
    width: numberAt(from, 'width', 'piece.', SIZE),
    ...widthFar,
    findings: listAt(from, 'findings', 'piece.').map((entry, i): Finding => {
      const field = `piece.findings[${i}]`;
      const found = objectAt(entry, field);
      return {
        id: String(i),
        kind: oneOf(found, 'kind', FINDING_KINDS, `${field}.`),
        face: found['face'] === undefined ? 'through' : oneOf(found, 'face', FINDING_FACES, `${field}.`),
        x: numberAt(found, 'x', `${field}.`, PLACE),
        y: numberAt(found, 'y', `${field}.`, PLACE),
        length: numberAt(found, 'length', `${field}.`, SIZE),
        width: numberAt(found, 'width', `${field}.`, SIZE),
      };
    }),
  };
  const endTrim = numberOr(input, 'endTrim', 0, '', { min: 0, max: 1000 });
  const showFace = input['showFace'] === undefined ? 'A' : oneOf(input, 'showFace', ['A', 'B']);
  return {
    board: { length: piece.length, width: fullWidth(piece) },
    blocked: blockedForGrade(
      piece,
      grade,
      { ...NO_TRIMS, endTrimMm: endTrim, roughEndTrimMm: endTrim },
      showFace,
    ),
  };
}
