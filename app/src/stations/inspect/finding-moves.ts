/** What arrows and handles do to a finding: nudge and stretch, kept on the piece. */
import {
  fullWidth,
  keepOnPiece,
  MM_PER_INCH,
  type Finding,
  type LengthUnit,
  type Piece,
} from '@aldrek/core/wood';

/** Steps of a nudge, mm: a usual one and a fine one. */
export const nudgeSteps = (unit: LengthUnit): { usual: number; fine: number } =>
  unit === 'mm' ? { usual: 5, fine: 1 } : { usual: MM_PER_INCH / 4, fine: MM_PER_INCH / 16 };

export type Handle = 'whole' | 'near' | 'far' | 'upper' | 'lower';

/** The finding after a drag of (dx, dy) mm that took hold of `handle`. */
export function dragged(finding: Finding, handle: Handle, dx: number, dy: number, piece: Piece): Finding {
  const width = fullWidth(piece);
  const right = finding.x + finding.length;
  const bottom = finding.y + finding.width;
  switch (handle) {
    case 'whole':
      return keepOnPiece({ ...finding, x: finding.x + dx, y: finding.y + dy }, piece.length, width);
    case 'near': {
      const x = Math.min(right - 1, Math.max(0, finding.x + dx));
      return { ...finding, x, length: right - x };
    }
    case 'far':
      return { ...finding, length: Math.min(piece.length - finding.x, Math.max(1, finding.length + dx)) };
    case 'upper': {
      const y = Math.min(bottom - 1, Math.max(0, finding.y + dy));
      return { ...finding, y, width: bottom - y };
    }
    case 'lower':
      return { ...finding, width: Math.min(width - finding.y, Math.max(1, finding.width + dy)) };
  }
}

/** Arrow keys: move, or with `stretch` grow and shrink the far and lower sides. */
export function nudged(
  finding: Finding,
  key: string,
  step: number,
  stretch: boolean,
  piece: Piece,
): Finding | null {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[key];
  if (!by) return null;
  const [dx, dy] = [(by[0] ?? 0) * step, (by[1] ?? 0) * step];
  if (!stretch) return dragged(finding, 'whole', dx, dy, piece);
  return dragged(dragged(finding, 'far', dx, 0, piece), 'lower', 0, dy, piece);
}

/** Places rounded to a tenth of a millimetre: finer than anybody measures. */
export function tidied(finding: Finding): Finding {
  const round = (mm: number): number => Math.round(mm * 10) / 10;
  return {
    ...finding,
    x: round(finding.x),
    y: round(finding.y),
    length: Math.max(0.1, round(finding.length)),
    width: Math.max(0.1, round(finding.width)),
  };
}
