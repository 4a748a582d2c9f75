/**
 * Cuts of several boards gathered by machine set-up: all that one stop or one fence setting does goes through
 * together, since setting it again loses the match.
 */
import type { Rect } from '../geometry/rectangle.ts';
import { isMetalIn, isPunched, type Finding } from '../stock/finding.ts';
import type { Piece } from '../stock/piece.ts';
import type { SheetCut } from './cut-sheet.ts';

export interface SetUp {
  readonly kind: 'crosscut' | 'rip';
  /** Distance from end or edge to the line, mm. */
  readonly atMm: number;
  readonly cuts: readonly { readonly tag: string; readonly number: number; readonly workpiece: string }[];
}

/** Rips before crosscuts of one length, the greater distance first; a set-up that serves one cut stands alone. */
export function setUps<P extends Rect>(
  sheets: readonly { readonly tag: string; readonly cuts: readonly SheetCut<P>[] }[],
): SetUp[] {
  const found = new Map<string, SetUp>();
  for (const { tag, cuts } of sheets) {
    for (const { kind, atMm, number, workpiece } of cuts) {
      const key = `${kind} ${atMm.toFixed(1)}`;
      const known = found.get(key) ?? { kind, atMm: Math.round(atMm * 10) / 10, cuts: [] };
      found.set(key, { ...known, cuts: [...known.cuts, { tag, number, workpiece }] });
    }
  }
  return [...found.values()].sort(
    (a, b) => b.cuts.length - a.cuts.length || a.kind.localeCompare(b.kind) || b.atMm - a.atMm,
  );
}

/** Nearer than this to a cut, a finding is spoken of at the cut, mm. */
const NEAR_MM = 25;

/** Punched metal is known to lie where it is, so only a line close by is spoken of, mm. */
const CLOSE_MM = 10;

/** What to beware of at one cut of a piece: metal and loose wood near the line. */
export function cautionsAtCut<P extends Rect>(piece: Pick<Piece, 'findings'>, cut: SheetCut<P>): string[] {
  const words: string[] = [];
  for (const finding of piece.findings) {
    const away = distanceTo(finding, cut.line);
    if (away > NEAR_MM) continue;
    const mm = `${Math.round(away)} mm from the line`;
    if (isPunched(finding)) {
      if (away < CLOSE_MM)
        words.push(`punched metal ${away < 1 ? 'in the line' : mm}: no blade, bit or cutter there`);
    } else if (isMetalIn(finding))
      words.push(`metal ${away < 1 ? 'in the line' : mm}: no blade here before it is out`);
    else if (finding.kind === 'loose-knot' && away < 5) words.push('loose knot in the line: it may fly out');
    else if (finding.kind === 'split' && away < 5)
      words.push('split in the line: hold both sides, the piece may come apart');
  }
  return words;
}

function distanceTo(finding: Finding, { x1, y1, x2, y2 }: SheetCut<Rect>['line']): number {
  const dx = Math.max(Math.min(x1, x2) - (finding.x + finding.length), finding.x - Math.max(x1, x2), 0);
  const dy = Math.max(Math.min(y1, y2) - (finding.y + finding.width), finding.y - Math.max(y1, y2), 0);
  return Math.hypot(dx, dy);
}
