/**
 * Strips of a panel made wider where that takes nothing from what else is cut or kept. The kernel tries a few widths only, and
 * of what is left beside strips too narrow to keep, part of a millimetre or ten, it makes waste; a panel that lacks just that
 * would need a strip more.
 *
 * Idea. A strip grows to one side and pushes what lies beyond as far as it must. How far that can go is a longest path over
 * the gaps between: what lies beyond moves by what a strip grows less the gaps before it, and has the room up to the edge of
 * the board or the next finding that it does not accept. A layout that can't be sawn any more is not taken.
 */
import { canBeSawn } from './cut-tree.ts';
import type { Column, ColumnCut, Problem } from './problem.ts';
import type { Want } from './want.ts';
import { TOUCH } from './tolerances.ts';

/** Strips grow by no less, mm. */
const LEAST = 0.05;

/** The way to cut with strips of panels as wide as they can be, but no more of a panel than is wanted; itself if they are. */
export function withWiderStrips(problem: Problem, column: Column): Column {
  const { board: b, gives } = column;
  if (problem.locked.has(b) || problem.instance.boards[b]?.noSaw) return column;
  const room = new Map<number, number>();
  for (let n = 0; n < gives.length; n += 2) {
    const want = problem.wants[gives[n] as number];
    const left = (want?.amount ?? 0) - (gives[n + 1] as number);
    if (want?.panel && left > LEAST) room.set(gives[n] as number, left);
  }
  if (room.size === 0) return column;
  const layout = new Layout(problem, b, column.cuts);
  let wider = false;
  for (const [w, left] of room) {
    let more = left;
    for (let k = 0; k < column.cuts.length; k++) {
      if ((column.cuts[k] as ColumnCut).want !== w || more <= LEAST) continue;
      const grown = layout.grow(k, more);
      if (grown > 0) wider = true;
      more -= grown;
    }
  }
  return wider ? (problem.columnFrom(b, layout.told()) ?? column) : column;
}

/** Where a piece or leftover lies, in the making. */
interface Box {
  readonly x: number;
  y: number;
  readonly length: number;
  width: number;
}

class Layout {
  private readonly boxes: Box[];

  constructor(
    private readonly problem: Problem,
    private readonly b: number,
    private readonly cuts: readonly ColumnCut[],
  ) {
    this.boxes = cuts.map(({ x, y, length, width }) => ({ x, y, length, width }));
  }

  /** The cuts as they lie now. */
  told(): ColumnCut[] {
    return this.cuts.map((cut, i) => {
      const { y, width } = this.boxes[i] as Box;
      return { ...cut, y, width, fills: cut.fills + (width - cut.width) * (cut.want >= 0 ? 1 : 0) };
    });
  }

  /** Strip `k` wider by up to `most`; by how much. */
  grow(k: number, most: number): number {
    const cut = this.cuts[k] as ColumnCut;
    const box = this.boxes[k] as Box;
    const { part } = this.problem.wants[cut.want] as Want;
    let sum = 0;
    for (const up of [true, false]) {
      for (const all of [false, true]) {
        const allowed = Math.min(most - sum, (part.maxStrip ?? part.width) - box.width);
        if (allowed > LEAST) sum += this.pushed(k, allowed, up, all);
      }
    }
    return sum;
  }

  /** Grows strip `k` to one side by up to `most`, pushing what is in its way, or `all` that lies beyond it. */
  private pushed(k: number, most: number, up: boolean, all: boolean): number {
    const { kerf } = this.problem.board(this.b);
    const from = this.boxes[k] as Box;
    const beyond = this.boxes
      .map((box, i) => ({ box, i }))
      .filter(({ i, box }) => i !== k && this.gap(from, box, up) > -TOUCH)
      .sort((p, q) => this.gap(from, p.box, up) - this.gap(from, q.box, up));
    // What a box may stay behind: gaps between it and the strip.
    const slack = new Map<Box, number>([[from, 0]]);
    let grow = Math.min(most, this.room(k, up));
    for (const { box, i } of beyond) {
      let least = Infinity;
      for (const [other, free] of slack) {
        if (
          !all &&
          (other.x >= box.x + box.length + kerf - TOUCH || box.x >= other.x + other.length + kerf - TOUCH)
        )
          continue;
        const gap = this.gap(other, box, up) - kerf;
        if (gap < -kerf - TOUCH) continue;
        least = Math.min(least, free + Math.max(0, gap));
      }
      if (least === Infinity || least >= grow) continue;
      slack.set(box, least);
      grow = Math.min(grow, least + this.room(i, up));
    }
    if (grow <= LEAST) return 0;
    const before = this.boxes.map(({ y, width }) => ({ y, width }));
    for (const [box, free] of slack) if (box !== from) box.y += (up ? 1 : -1) * Math.max(0, grow - free);
    from.width += grow;
    if (!up) from.y -= grow;
    if (canBeSawn(this.boxes, kerf, { length: 0, width: 0 })) return grow;
    this.boxes.forEach((box, i) => Object.assign(box, before[i]));
    return 0;
  }

  /** How far `box` lies beyond `from`. */
  private gap(from: Box, box: Box, up: boolean): number {
    return up ? box.y - from.y - from.width : from.y - box.y - box.width;
  }

  /** How far box `i` can move before it meets the edge or a finding. */
  private room(i: number, up: boolean): number {
    const { problem, b } = this;
    const { width, blocked, masks } = problem.board(b);
    const box = this.boxes[i] as Box;
    const want = problem.wants[(this.cuts[i] as ColumnCut).want];
    const bit = want ? want.gradeBit : problem.keepOf(b).gradeBit;
    let least = up ? width - box.y - box.width : box.y;
    for (let n = 0; n < masks.length; n++) {
      if (((masks[n] as number) & bit) === 0) continue;
      const [x0, y0, x1, y1] = [
        blocked[4 * n],
        blocked[4 * n + 1],
        blocked[4 * n + 2],
        blocked[4 * n + 3],
      ] as [number, number, number, number];
      if (x0 >= box.x + box.length - TOUCH || x1 <= box.x + TOUCH) continue;
      const gap = up ? y0 - box.y - box.width : box.y - y1;
      // A shaped piece lies over findings that its corners leave out.
      if (gap < -TOUCH && (up ? y1 > box.y + TOUCH : y0 < box.y + box.width - TOUCH)) return 0;
      if (gap >= -TOUCH) least = Math.min(least, Math.max(0, gap));
    }
    return least;
  }
}
