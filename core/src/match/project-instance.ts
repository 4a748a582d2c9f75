/** A project and the rack as a matching problem, and what a shortage comes to. */
import { GRADES, blockedRects, type Grade } from '../stock/grade.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import { areaMm2, type Rect } from '../geometry/rectangle.ts';
import { roughSize, type Part, type PlannedCut, type Project, type ProjectPlan } from '../project/project.ts';
import { blockedForGrade } from '../yield/estimate.ts';
import type { CuttingHabits } from '../yield/habits.ts';
import { longestClear } from '../yield/longest-clear.ts';
import {
  DEFAULT_OFFCUT,
  OFFCUT_ID,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
} from './instance.ts';

/** Pieces that a project may be cut from: all that no other project has reserved. */
export function piecesFor(project: Project, pieces: readonly Piece[]): Piece[] {
  return pieces.filter((piece) => piece.reservedFor === undefined || piece.reservedFor === project.id);
}

/** The face to show where a grade looks at one face only: the one with less in the way. */
export function showFaceOf(piece: Piece): 'A' | 'B' {
  const spoilt = (face: 'A' | 'B'): number =>
    blockedRects(piece, 'one-face', face).reduce((sum, rect) => sum + areaMm2(rect), 0);
  return spoilt('B') < spoilt('A') ? 'B' : 'A';
}

/**
 * What a piece's wood is worth per m² of face, in no currency: thick, long and clear wood is worth
 * more, so that a plan takes the poorest wood that will do. 1.0 is a clear metre of 25 mm board.
 */
export function worthPerM2(piece: Piece): number {
  const face = piece.length * fullWidth(piece);
  const spoilt = blockedRects(piece, 'character').reduce((sum, rect) => sum + areaMm2(rect), 0);
  const sound = 1 - Math.min(0.8, spoilt / face);
  return (piece.thickness / 25) * sound * (0.6 + 0.4 * Math.min(3, piece.length / 1000));
}

export function boardOf(piece: Piece, habits: CuttingHabits): MatchBoard {
  const showFace = showFaceOf(piece);
  const blocked = Object.fromEntries(
    GRADES.map((grade) => [grade, blockedForGrade(piece, grade, habits, showFace)]),
  ) as Record<Grade, Rect[]>;
  return {
    id: piece.id,
    length: piece.length,
    width: fullWidth(piece),
    thickness: piece.thickness,
    species: piece.species,
    value: worthPerM2(piece),
    blocked,
  };
}

function partOf(part: Part): MatchPart {
  return {
    id: part.id,
    type: 'solid',
    ...roughSize(part),
    qty: part.qty,
    grade: part.grade,
    species: part.species,
  };
}

export function projectInstance(
  project: Project,
  pieces: readonly Piece[],
  habits: CuttingHabits,
): MatchInstance {
  return {
    kerf: habits.kerfMm,
    jointAllowance: 1,
    offcut: DEFAULT_OFFCUT,
    boards: piecesFor(project, pieces).map((piece) => boardOf(piece, habits)),
    parts: project.parts.map(partOf),
  };
}

/** A mark of all that a plan rests on: two instances with the same mark ask for the same plan. */
export function basisOf(instance: MatchInstance): string {
  const text = JSON.stringify([instance.kerf, instance.boards, instance.parts]);
  // FNV-1a, 32 bit, twice with different starts (Fowler, Noll and Vo).
  const hash = (start: number): string => {
    let value = start;
    for (let i = 0; i < text.length; i++) value = Math.imul(value ^ text.charCodeAt(i), 16777619);
    return (value >>> 0).toString(16);
  };
  return `${hash(2166136261)}${hash(40389)}`;
}

export function planForProject(plan: MatchPlan, instance: MatchInstance): ProjectPlan {
  const touched = new Set(plan.placements.map((placed) => placed.boardId));
  const cutInto = instance.boards
    .filter((board) => touched.has(board.id))
    .reduce((sum, board) => sum + board.length * board.width, 0);
  const kept = plan.placements
    .filter((placed) => placed.partId === OFFCUT_ID)
    .reduce((sum, placed) => sum + placed.length * placed.width, 0);
  return {
    cuts: plan.placements.map(({ boardId, partId, unit, x, y, length, width }): PlannedCut => ({
      pieceId: boardId,
      partId,
      unit,
      x,
      y,
      length,
      width,
    })),
    coverage: plan.coverage,
    missing: plan.missing.map(({ id, short }) => ({ partId: id, short })),
    spentM2: (cutInto - kept) / 1e6,
    atMostOver:
      plan.boundProven && plan.bound !== null && plan.bound > 0 ? plan.consumed / plan.bound - 1 : null,
    basis: basisOf(instance),
    accepted: false,
  };
}

/** How near the rack comes to a part that is short. */
export interface NearestMiss {
  readonly neededLength: number;
  readonly neededWidth: number;
  readonly neededThickness: number;
  /** Pieces of the right species, and those of them that are thick enough. */
  readonly ofSpecies: number;
  readonly thickEnough: number;
  /** The longest clear stretch of the needed width that the plan leaves, and in which piece. */
  readonly longestLeft: { readonly length: number; readonly boardId: string } | null;
}

/** What is left for `part` once `cuts` are made. */
export function nearestMiss(
  instance: MatchInstance,
  partId: string,
  cuts: readonly PlannedCut[],
): NearestMiss | null {
  const part = instance.parts.find((candidate) => candidate.id === partId);
  if (!part) return null;
  const ofSpecies = instance.boards.filter(
    (board) => part.species === 'any' || part.species.includes(board.species),
  );
  const thick = ofSpecies.filter((board) => board.thickness >= part.thickness - 1e-6);
  let longestLeft: NearestMiss['longestLeft'] = null;
  for (const board of thick) {
    const taken = cuts
      .filter((cut) => cut.pieceId === board.id && cut.partId !== 'offcut')
      .map((cut) => ({
        x: cut.x - instance.kerf,
        y: cut.y - instance.kerf,
        length: cut.length + 2 * instance.kerf,
        width: cut.width + 2 * instance.kerf,
      }));
    const clear = longestClear(board, [...(board.blocked[part.grade] ?? []), ...taken], part.width);
    if (clear && clear.length > (longestLeft?.length ?? 0)) {
      longestLeft = { length: clear.length, boardId: board.id };
    }
  }
  return {
    neededLength: part.length,
    neededWidth: part.width,
    neededThickness: part.thickness,
    ofSpecies: ofSpecies.length,
    thickEnough: thick.length,
    longestLeft,
  };
}
