import { expect, it } from 'vitest';
import type { Finding, Piece } from '@aldrek/core/wood';
import { findingsInWords, pieceInWords } from './spoken';

const finding = (kind: Finding['kind']): Finding => ({
  id: kind,
  kind,
  face: 'A',
  x: 0,
  y: 0,
  length: 9,
  width: 9,
});

it('counts findings by kind', () => {
  expect(findingsInWords([finding('knot'), finding('rot'), finding('knot')])).toBe('2 × knot, rot');
});

it('says of a piece what its drawing shows', () => {
  const piece: Piece = {
    id: 'p',
    tag: 'S-03',
    name: 'stave',
    length: 880,
    width: 92,
    widthFar: 78,
    thickness: 26,
    species: 'european-oak',
    speciesSure: 'guess',
    place: 'bay 3',
    find: '',
    findings: [],
    reservedFor: 'x',
  };
  expect(pieceInWords(piece, 'mm')).toBe(
    'S-03, European oak? stave; 880 by 92 to 78 by 26 mm; no findings; at bay 3; reserved',
  );
  expect(pieceInWords({ ...piece, findings: [finding('metal')] }, 'inch')).toContain(
    '34 5/8 by 3 5/8 to 3 1/16',
  );
});
