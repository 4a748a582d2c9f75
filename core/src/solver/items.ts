/** What of one want may be cut from a board: a solid part as it is, a panel as strips of a few widths worth trying. */
import type { MatchInstance, MatchPart } from './instance.ts';
import type { PatternBoard, PatternItem } from './pattern.ts';
import type { Want } from './want.ts';
import { TOUCH } from './tolerances.ts';

/** A want as one board sees it: its number there, what of it is still open, and the price of one fill. */
export interface Asked {
  readonly local: number;
  readonly left: number;
  readonly price: number;
}

export function itemsFor(
  want: Want,
  { local, left, price }: Asked,
  board: PatternBoard,
  { jointAllowance }: Pick<MatchInstance, 'jointAllowance'>,
): PatternItem[] {
  const { part, gradeBit, shape } = want;
  if (!want.panel) {
    return [
      {
        ...(shape ? { shape } : {}),
        want: local,
        length: part.length,
        width: part.width,
        price,
        fills: 1,
        gradeBit,
      },
    ];
  }
  return stripWidths(part, left, board, jointAllowance).flatMap((width): PatternItem[] => {
    const fills = Math.min(left, width - jointAllowance);
    if (fills <= TOUCH) return [];
    return [{ want: local, length: part.length, width, price: price * fills, fills, gradeBit }];
  });
}

/** Widths worth trying: as wide as may be, what is left to close the panel, equal shares of panel and board. */
export function stripWidths(
  part: Pick<MatchPart, 'width' | 'minStrip' | 'maxStrip'>,
  left: number,
  board: Pick<PatternBoard, 'width' | 'kerf'>,
  joint: number,
): number[] {
  const least = Math.max(part.minStrip ?? 1, 1);
  const most = Math.min(part.maxStrip ?? part.width, board.width);
  const widths: number[] = [];
  const add = (width: number): void => {
    const safe = Math.max(width, least);
    if (safe > most + TOUCH || widths.some((other) => Math.abs(other - safe) < 0.05)) return;
    widths.push(Math.min(safe, most));
  };
  add(Math.min(most, left + joint));
  const strips = Math.ceil((left + TOUCH) / Math.max(1, most - joint));
  add(left / strips + joint);
  add(left / (strips + 1) + joint);
  for (let n = 1; n <= 4; n++) add((board.width - (n - 1) * board.kerf) / n);
  add(least);
  return widths;
}
