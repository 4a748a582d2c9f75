import {
  findingKindFacts,
  formatLength,
  fullWidth,
  hazardRule,
  speciesLabel,
  type Finding,
  type LengthUnit,
  type Piece,
} from '@aldrek/core/wood';

/** “3 knots, rot”: what is found in a piece, counted by kind. */
export function findingsInWords(findings: readonly Finding[]): string {
  const counts = new Map<string, number>();
  for (const { kind } of findings) {
    const { name } = findingKindFacts(kind);
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  return [...counts].map(([name, count]) => (count === 1 ? name : `${count} × ${name}`)).join(', ');
}

/** A piece as it would be read aloud: the text that stands for its drawing. */
export function pieceInWords(piece: Piece, unit: LengthUnit): string {
  const size = (mm: number): string => formatLength(mm, unit);
  const width =
    piece.widthFar === undefined ? size(fullWidth(piece)) : `${size(piece.width)} to ${size(piece.widthFar)}`;
  const words = [
    `${piece.tag}, ${speciesLabel(piece)} ${piece.name}`.trim(),
    `${size(piece.length)} by ${width} by ${size(piece.thickness)} ${unit === 'mm' ? 'mm' : 'inches'}`,
    piece.findings.length === 0 ? 'no findings' : findingsInWords(piece.findings),
  ];
  if (piece.hazards !== undefined && piece.hazards.length > 0) {
    words.push(piece.hazards.map((kind) => hazardRule(kind).name).join(', '));
  }
  if (piece.place !== '') words.push(`at ${piece.place}`);
  if (piece.reservedFor !== undefined) words.push('reserved');
  return words.join('; ');
}
