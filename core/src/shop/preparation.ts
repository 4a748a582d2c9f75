/**
 * What has to be done before a piece may meet a fence, and how its cuts are made where one pass of the usual saw does
 * not do. A crooked or natural edge turns on a fence and is thrown, so an edge is straightened before the first rip, and
 * crosscuts before that are made away from a fence.
 */
import type { Rect } from '../geometry/rectangle.ts';
import { edgesOf, type EdgeState } from '../stock/edges.ts';
import type { Piece } from '../stock/piece.ts';
import {
  crosscutWay,
  ripWay,
  straightenWays,
  type Machines,
  type SawWay,
  type StraightenWay,
} from '../yield/machines.ts';
import type { RouteMachine } from '../yield/thickness/milling.ts';
import type { SheetCut } from './cut-sheet.ts';

export interface Straightening {
  /** Number of the rip before which it is done. */
  readonly before: number;
  readonly edges: EdgeState;
  /** The safest first. */
  readonly ways: readonly StraightenWay[];
}

/** The edge to straighten first; null where one is straight already, or nothing is ripped. */
export function straightenFirst<P extends Rect>(
  piece: Piece,
  cuts: readonly SheetCut<P>[],
  machines: Machines,
): Straightening | null {
  const edges = edgesOf(piece);
  if (edges === 'straight' || edges === 'one-straight') return null;
  const rip = cuts.find(({ kind }) => kind === 'rip');
  if (!rip) return null;
  const length = Math.abs(rip.line.x2 - rip.line.x1);
  return { before: rip.number, edges, ways: straightenWays(length, piece.thickness, machines) };
}

/** Whether a crosscut comes before any edge is straight, so that it may not be made against a fence. */
export function isAwayFromFence<P extends Rect>(
  piece: Piece,
  cut: SheetCut<P>,
  cuts: readonly SheetCut<P>[],
): boolean {
  const edges = edgesOf(piece);
  if (cut.kind !== 'crosscut' || edges === 'straight' || edges === 'one-straight') return false;
  const rip = cuts.find(({ kind }) => kind === 'rip');
  return rip === undefined || cut.number < rip.number;
}

const SAW_MACHINES: Readonly<Record<SawWay, Readonly<Record<'rip' | 'crosscut', RouteMachine>>>> = {
  through: { rip: 'table-saw', crosscut: 'mitre-saw' },
  'both-faces': { rip: 'table-saw', crosscut: 'table-saw' },
  'turned-over': { rip: 'table-saw', crosscut: 'mitre-saw' },
  bandsaw: { rip: 'bandsaw', crosscut: 'bandsaw' },
  hand: { rip: 'handsaw', crosscut: 'handsaw' },
};

/** The saw that makes a cut in such a way; null where no saw does. */
export const sawOf = (way: SawWay | null, kind: 'rip' | 'crosscut'): RouteMachine | null =>
  way === null ? null : SAW_MACHINES[way][kind];

/** Whether a cut is made half from each side. */
export const isTwoSided = (way: SawWay | null): boolean => way === 'both-faces' || way === 'turned-over';

/** How a cut is made in this shop: by its depth, and by the width of the workpiece it crosses. Null: it can't be. */
export const sawWayOf = <P extends Rect>(
  piece: Pick<Piece, 'thickness'>,
  { kind, line }: SheetCut<P>,
  machines: Machines,
): SawWay | null =>
  kind === 'rip'
    ? ripWay(piece.thickness, machines)
    : crosscutWay(Math.abs(line.y2 - line.y1), piece.thickness, machines);
