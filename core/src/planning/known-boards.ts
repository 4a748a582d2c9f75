/**
 * What was calculated of pieces for one project serves the next question as well: what each grade does not accept,
 * how thick a part of some size comes out. Pieces never change, they are replaced, so what is known of one holds
 * for as long as it is there; the shop's habits and machines are fixed for each such memory.
 */
import { sum } from '../foundation/sum.ts';
import { areaMm2, type Rect } from '../geometry/rectangle.ts';
import { blockedRects, type Grade } from '../stock/grade.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import type { CuttingHabits } from '../yield/habits.ts';
import type { Machines } from '../yield/machines.ts';
import { usableThickness } from '../yield/thickness/thickness.ts';
import { blockedForGrade, trimsOf, type Trims } from '../yield/thickness/workable.ts';
import { fitnessOf, usesKey, type Fitness } from '../project/fitness.ts';
import type { Brief } from '../project/project.ts';

/** The face to show where a grade looks at one face only: the one with less in the way. */
export function showFaceOf(piece: Piece): 'A' | 'B' {
  const spoilt = (face: 'A' | 'B'): number => sum(blockedRects(piece, 'one-face', face), areaMm2);
  return spoilt('B') < spoilt('A') ? 'B' : 'A';
}

/**
 * What a piece's wood is worth per m² of face, in no currency: thick, long and clear wood is worth
 * more, so that a plan takes the poorest wood that will do. 1.0 is a clear metre of 25 mm board.
 */
export function worthPerM2(piece: Piece): number {
  const face = piece.length * fullWidth(piece);
  const spoilt = sum(blockedRects(piece, 'character'), areaMm2);
  const sound = 1 - Math.min(0.8, spoilt / face);
  return (piece.thickness / 25) * sound * (0.6 + 0.4 * Math.min(3, piece.length / 1000));
}

interface Known {
  readonly showFace: 'A' | 'B';
  readonly worth: number;
  readonly blocked: Map<Grade, readonly Rect[]>;
  readonly thickness: Map<string, number>;
  readonly fitness: Map<string, Fitness>;
}

export class KnownBoards {
  private readonly pieces = new WeakMap<Piece, Known>();
  private readonly trims: Trims;

  constructor(
    readonly habits: CuttingHabits,
    readonly machines: Machines,
  ) {
    this.trims = trimsOf(habits, machines);
  }

  private of(piece: Piece): Known {
    const known = this.pieces.get(piece);
    if (known) return known;
    const fresh: Known = {
      showFace: showFaceOf(piece),
      worth: worthPerM2(piece),
      blocked: new Map(),
      thickness: new Map(),
      fitness: new Map(),
    };
    this.pieces.set(piece, fresh);
    return fresh;
  }

  worth(piece: Piece): number {
    return this.of(piece).worth;
  }

  /** Whether the piece may go into a thing of this brief, before the maker overrules anything. */
  fitness(piece: Piece, brief: Brief): Fitness {
    const { fitness } = this.of(piece);
    const key = usesKey(brief);
    let found = fitness.get(key);
    if (!found) fitness.set(key, (found = fitnessOf(piece, brief, this.machines)));
    return found;
  }

  /** What `grade` does not accept of the piece, mm. */
  blocked(piece: Piece, grade: Grade): readonly Rect[] {
    const { blocked, showFace } = this.of(piece);
    let rects = blocked.get(grade);
    if (!rects) blocked.set(grade, (rects = blockedForGrade(piece, grade, this.trims, showFace)));
    return rects;
  }

  /** How thick a part of this size and grade comes out of the piece, mm. */
  comesOut(piece: Piece, size: { readonly length: number; readonly width: number }, grade: Grade): number {
    const { thickness, showFace } = this.of(piece);
    const key = `${size.length} ${size.width} ${grade}`;
    let mm = thickness.get(key);
    if (mm === undefined)
      thickness.set(key, (mm = usableThickness(piece, size, this.machines, grade, showFace).mm));
    return mm;
  }
}
