import fc from 'fast-check';
import { turnedOutline } from '../src/geometry/outline.ts';
import { FATES, FINDING_FACES, FINDING_KINDS, keepOnPiece, type Finding } from '../src/stock/finding.ts';
import type { Piece } from '../src/stock/piece.ts';
import { aPiece } from './made-up-pieces.ts';
import { anyOutline } from './outlines.ts';

const LENGTH = 1000;
const WIDTH = 200;

const anyFinding: fc.Arbitrary<Finding> = fc
  .record(
    {
      id: fc.uuid(),
      kind: fc.constantFrom(...FINDING_KINDS),
      face: fc.constantFrom(...FINDING_FACES),
      x: fc.integer({ min: 0, max: LENGTH }),
      y: fc.integer({ min: 0, max: WIDTH }),
      length: fc.integer({ min: 2, max: 200 }),
      width: fc.integer({ min: 2, max: 50 }),
      depth: fc.constantFrom(0.3, 4),
      fate: fc.constantFrom(...FATES),
    },
    { requiredKeys: ['id', 'kind', 'face', 'x', 'y', 'length', 'width'] },
  )
  .map((finding) => keepOnPiece(finding, LENGTH, WIDTH));

/** Any piece 1000 × 200 × 30, with findings, an outline or a taper or neither, warp and trimmed ends. */
export const anyInspectedPiece: fc.Arbitrary<Piece> = fc
  .record(
    {
      findings: fc.array(anyFinding, { maxLength: 7 }),
      outline: anyOutline,
      widthFar: fc.integer({ min: 80, max: 200 }),
      warp: fc.record({
        cup: fc.integer({ min: -9, max: 9 }),
        bow: fc.integer({ min: -9, max: 9 }),
        twist: fc.integer({ min: 0, max: 9 }),
        crook: fc.integer({ min: 0, max: 9 }),
      }),
      ends: fc.record({ near: fc.constant({ trimMm: 35, sound: true }) }),
      keepSkin: fc.constantFrom(['A'] as const, ['A', 'B'] as const),
    },
    { requiredKeys: ['findings'] },
  )
  .map(({ outline, widthFar, ...more }) => {
    const shape = outline ? { outline } : widthFar === undefined ? {} : { widthFar };
    return aPiece({ length: LENGTH, width: WIDTH, thickness: 30, ...more, ...shape });
  });

const OTHER_FACE = { A: 'B', B: 'A', upper: 'lower', lower: 'upper', near: 'far', far: 'near' } as const;

/** The same piece lying the other way: turned end for end, or over about its length. */
export function turnedPiece(piece: Piece, along: boolean): Piece {
  const { outline, widthFar, ends, keepSkin, ...rest } = piece;
  const findings = piece.findings.map((finding): Finding => {
    const { face } = finding;
    if (along) {
      const turned = face === 'near' || face === 'far' ? OTHER_FACE[face] : face;
      return { ...finding, face: turned, x: piece.length - finding.x - finding.length };
    }
    const turned = face === 'through' || face === 'near' || face === 'far' ? face : OTHER_FACE[face];
    return { ...finding, face: turned, y: WIDTH - finding.y - finding.width };
  });
  const shape = outline
    ? { outline: turnedOutline(outline, along, LENGTH, WIDTH) }
    : widthFar === undefined
      ? {}
      : {
          outline: turnedOutline(
            {
              upper: [
                { x: 0, y: 0 },
                { x: LENGTH, y: 0 },
              ],
              lower: [
                { x: 0, y: piece.width },
                { x: LENGTH, y: widthFar },
              ],
            },
            along,
            LENGTH,
            WIDTH,
          ),
        };
  const turnedEnds = ends && along ? { ...(ends.near ? { far: ends.near } : {}) } : ends;
  const skin = keepSkin && !along ? keepSkin.map((face) => OTHER_FACE[face]) : keepSkin;
  return {
    ...rest,
    findings,
    ...shape,
    ...(turnedEnds ? { ends: turnedEnds } : {}),
    ...(skin ? { keepSkin: skin } : {}),
  };
}
