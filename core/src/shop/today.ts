/**
 * The set-ups of a day, over all boards and projects: cuts that one stop or one fence setting serves are made together,
 * and the sequence is chosen so that nothing is cut before what it needs and settings change seldom.
 *
 * Method. Cuts are the nodes of a graph: a cut needs the one that frees its workpiece, and the one before it on the same
 * workpiece, since distances are measured on what is in hand. As long as the setting at hand has a cut that is ready, it is
 * made; then the setting is taken of which nothing will be left afterwards, and of those the one with the most cuts ready.
 * Never fewer settings than there are different ones: that is the bound. O(n²) for n cuts.
 */
import type { Rect } from '../geometry/rectangle.ts';
import type { Piece } from '../stock/piece.ts';
import type { Machines, SawWay } from '../yield/machines.ts';
import type { SheetCut } from './cut-sheet.ts';
import { sawWayOf } from './preparation.ts';

/** Settings nearer than this are one: no saw is set finer, mm. */
const SETTING_MM = 0.2;

export interface BoardToSaw<P extends Rect> {
  readonly piece: Piece;
  readonly cuts: readonly SheetCut<P>[];
}

export interface DayCut {
  readonly pieceId: string;
  readonly tag: string;
  readonly number: number;
  readonly workpiece: string;
}

export interface DaySetUp {
  readonly kind: 'crosscut' | 'rip';
  /** Null where no saw of the shop makes the cut. */
  readonly way: SawWay | null;
  /** From end or edge to the line, mm. */
  readonly atMm: number;
  readonly cuts: readonly DayCut[];
}

export interface DayOfSawing {
  /** In order; the same setting may come again where what it needs comes between. */
  readonly setUps: readonly DaySetUp[];
  /** How often something is set: no order needs fewer than `least`; board after board would need `boardByBoard`. */
  readonly settings: number;
  readonly least: number;
  readonly boardByBoard: number;
}

interface Node {
  readonly key: string;
  readonly kind: 'crosscut' | 'rip';
  readonly way: SawWay | null;
  readonly atMm: number;
  readonly cut: DayCut;
  readonly needs: readonly number[];
}

export function dayOfSawing<P extends Rect>(
  boards: readonly BoardToSaw<P>[],
  machines: Machines,
): DayOfSawing {
  const nodes = nodesOf(boards, machines);
  const done = new Set<number>();
  const setUps: DaySetUp[] = [];
  let current = '';
  while (done.size < nodes.length) {
    const ready = nodes.flatMap((node, i) =>
      !done.has(i) && node.needs.every((need) => done.has(need)) ? [i] : [],
    );
    const here = ready.filter((i) => nodes[i]?.key === current);
    const chosen =
      here.length > 0 ? here : ready.filter((i) => nodes[i]?.key === nextKey(nodes, done, ready));
    const first = nodes[chosen[0] ?? -1];
    // Each cut needs earlier ones only, so something is always ready.
    if (!first) break;
    const cuts = chosen.map((i) => (nodes[i] as Node).cut);
    for (const i of chosen) done.add(i);
    const last = setUps[setUps.length - 1];
    if (first.key === current && last) setUps[setUps.length - 1] = { ...last, cuts: [...last.cuts, ...cuts] };
    else setUps.push({ kind: first.kind, way: first.way, atMm: first.atMm, cuts });
    current = first.key;
  }
  return {
    setUps,
    settings: setUps.length,
    least: new Set(nodes.map(({ key }) => key)).size,
    boardByBoard: nodes.filter(({ key }, i) => key !== nodes[i - 1]?.key).length,
  };
}

/** The setting to go on with: one that is finished by what is ready before all others, then the one with most ready. */
function nextKey(nodes: readonly Node[], done: ReadonlySet<number>, ready: readonly number[]): string {
  const open = new Map<string, number>();
  nodes.forEach(({ key }, i) => {
    if (!done.has(i)) open.set(key, (open.get(key) ?? 0) + 1);
  });
  const counts = new Map<string, number>();
  for (const i of ready) {
    const { key } = nodes[i] as Node;
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  const ranked = [...counts].sort(([a, most], [b, other]) => {
    const finished = Number(other === open.get(b)) - Number(most === open.get(a));
    return finished || other - most || a.localeCompare(b);
  });
  return ranked[0]?.[0] ?? '';
}

function nodesOf<P extends Rect>(boards: readonly BoardToSaw<P>[], machines: Machines): Node[] {
  const nodes: Node[] = [];
  for (const { piece, cuts } of boards) {
    const freedBy = new Map<string, number>();
    const lastOn = new Map<string, number>();
    for (const cut of cuts) {
      const at = nodes.length;
      const way = sawWayOf(piece, cut, machines);
      const needs = [freedBy.get(cut.workpiece), lastOn.get(cut.workpiece)].filter(
        (need) => need !== undefined,
      );
      nodes.push({
        key: `${cut.kind} ${way ?? 'none'} ${Math.round(cut.atMm / SETTING_MM)}`,
        kind: cut.kind,
        way,
        atMm: Math.round(cut.atMm * 10) / 10,
        cut: { pieceId: piece.id, tag: piece.tag, number: cut.number, workpiece: cut.workpiece },
        needs,
      });
      lastOn.set(cut.workpiece, at);
      for (const freed of cut.frees) if (typeof freed === 'string' && freed !== '') freedBy.set(freed, at);
    }
  }
  return nodes;
}
