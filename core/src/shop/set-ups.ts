/**
 * Cuts of several boards gathered by machine set-up: all that one stop or one fence setting does goes through
 * together, since setting it again loses the match.
 */
import type { Rect } from '../geometry/rectangle.ts';
import { isMetalIn, isPunched, type Finding } from '../stock/finding.ts';
import type { Piece } from '../stock/piece.ts';
import type { Machines } from '../yield/machines.ts';
import type { RouteMachine } from '../yield/thickness/milling.ts';
import type { SheetCut } from './cut-sheet.ts';
import { settingKey } from './day.ts';
import { isTwoSided, sawOf, sawWayOf } from './preparation.ts';
import type { CutSide } from './shop-step.ts';

export interface SetUp {
  /** Of machine and setting, as on the day in the shop. */
  readonly key: string;
  readonly kind: 'crosscut' | 'rip';
  /** Null where no saw of the shop makes the cut. */
  readonly machine: RouteMachine | null;
  /** Distance from end or edge to the line, mm. */
  readonly atMm: number;
  /** Of cuts from both sides: all at the first, then all turned over. */
  readonly side?: CutSide;
  readonly cuts: readonly { readonly tag: string; readonly number: number; readonly workpiece: string }[];
}

interface Sheet<P extends Rect> {
  readonly piece: Pick<Piece, 'tag' | 'thickness'>;
  readonly cuts: readonly SheetCut<P>[];
}

/**
 * What serves most cuts first, then the greater distance. Machine and setting are the same as for the shop's day, to the
 * tolerance that the machine can be set to; a cut from both sides stands in two set-ups.
 */
export function setUps<P extends Rect>(sheets: readonly Sheet<P>[], machines: Machines): SetUp[] {
  const found = new Map<string, SetUp>();
  for (const { piece, cuts } of sheets) {
    for (const cut of cuts) {
      const { kind, number, workpiece } = cut;
      const way = sawWayOf(piece, cut, machines);
      const machine = sawOf(way, kind);
      const setting = Math.round(cut.atMm * 10) / 10;
      const sides: readonly CutSide[] = isTwoSided(way) ? ['first', 'turned'] : ['first'];
      for (const side of sides) {
        const key = settingKey({
          machine,
          do: kind === 'rip' ? 'rough-rip' : 'rough-crosscut',
          setting,
          side,
        });
        const turned = side === 'turned' ? { side } : {};
        const known = found.get(key) ?? { key, kind, machine, atMm: setting, ...turned, cuts: [] };
        found.set(key, { ...known, cuts: [...known.cuts, { tag: piece.tag, number, workpiece }] });
      }
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
