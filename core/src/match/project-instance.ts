/** A project and the rack as a matching problem, and its plan as the project keeps it. */
import { sum } from '../foundation/sum.ts';
import { areaMm2, type Rect } from '../geometry/rectangle.ts';
import { shapeCover } from '../project/part-outline.ts';
import {
  roughSize,
  SOLID,
  type Part,
  type PlannedCut,
  type Project,
  type ProjectPlan,
} from '../project/project.ts';
import { blockedRects, GRADES, type Grade } from '../stock/grade.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import { blockedForGrade } from '../yield/estimate.ts';
import type { CuttingHabits } from '../yield/habits.ts';
import type { Machines } from '../yield/machines.ts';
import { usableThickness } from '../yield/thickness.ts';
import {
  DEFAULT_OFFCUT,
  OFFCUT_ID,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
  type Placement,
} from './instance.ts';
import { feelingsOf } from './wanted.ts';

/** What the shop brings to a match besides its wood. */
export interface ShopRules {
  readonly habits: CuttingHabits;
  readonly machines: Machines;
}

/** Pieces that a project may be cut from: all that nobody else has reserved and the maker has not ruled out. */
export function piecesFor(
  project: Pick<Project, 'id' | 'excluded' | 'together'>,
  pieces: readonly Piece[],
): Piece[] {
  const out = new Set(project.excluded);
  const own = new Set<string>([project.id, ...(project.together ?? [])]);
  return pieces.filter(
    (piece) => !out.has(piece.id) && (piece.reservedFor === undefined || own.has(piece.reservedFor)),
  );
}

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

function boardOf(piece: Piece, parts: readonly Part[], rules: ShopRules): MatchBoard {
  const showFace = showFaceOf(piece);
  const grades = GRADES.filter((grade) => grade === 'clear' || parts.some((part) => part.grade === grade));
  const blocked = Object.fromEntries(
    grades.map((grade) => [grade, blockedForGrade(piece, grade, rules.habits, showFace)]),
  ) as Record<Grade, Rect[]>;
  return {
    id: piece.id,
    length: piece.length,
    width: fullWidth(piece),
    thickness: piece.thickness,
    species: piece.species,
    value: worthPerM2(piece),
    blocked,
    yields: Object.fromEntries(parts.map((part) => [part.id, comesOut(piece, part, rules, showFace)])),
  };
}

/** How thick a part comes out of a piece at the size that it is cut at, mm. */
function comesOut(piece: Piece, part: Part, { machines }: ShopRules, showFace: 'A' | 'B'): number {
  const rough = roughSize(part);
  const { make = SOLID } = part;
  const width = make.kind === 'panel' ? Math.min(make.widestStripMm, rough.width) : rough.width;
  const size = { length: Math.min(rough.length, piece.length), width: Math.min(width, fullWidth(piece)) };
  return usableThickness(piece, size, machines, part.grade, showFace).mm;
}

/**
 * A part as it is asked for: rough length and width, and the finished thickness, since what flattening and
 * planing take is reckoned for each board. `thickness` stands in for the part's own where a group has one.
 */
function partOf(part: Part, thickness: number): MatchPart {
  const { make = SOLID } = part;
  const { length, width } = roughSize(part);
  const shape = shapeCover(part);
  const common = { id: part.id, length, width, qty: part.qty, grade: part.grade, species: part.species };
  switch (make.kind) {
    case 'solid':
      return { ...common, type: 'solid', thickness, ...(shape ? { shape } : {}) };
    case 'panel':
      return {
        ...common,
        type: 'panel',
        thickness,
        minStrip: make.leastStripMm,
        maxStrip: Math.max(make.leastStripMm, make.widestStripMm),
      };
    case 'laminated':
      return {
        ...common,
        type: 'laminated',
        layers: make.layers,
        thickness: thickness / make.layers,
        ...(shape ? { shape } : {}),
      };
  }
}

/** `groups` gives the thickness of each group; a group that is not named has that of its thickest part. */
export function projectInstance(
  project: Project,
  pieces: readonly Piece[],
  rules: ShopRules,
  groups: Readonly<Record<string, number>> = {},
): MatchInstance {
  const free = piecesFor(project, pieces);
  const boards = free.map((piece) => boardOf(piece, project.parts, rules));
  const { perBoard, reluctance, offcut } = feelingsOf(project, free, boards);
  const ids = new Set(free.map(({ id }) => id));
  const partIds = new Set<string>(project.parts.map(({ id }) => id));
  const locks = (project.locks ?? []).filter(
    ({ pieceId, partId }) => ids.has(pieceId) && partIds.has(partId),
  );
  return {
    kerf: rules.habits.kerfMm,
    jointAllowance: 2 * rules.machines.jointingMm,
    offcut: offcut ?? DEFAULT_OFFCUT,
    boards: reluctance ? boards.map((board, i) => ({ ...board, reluctance: reluctance[i] ?? {} })) : boards,
    parts: project.parts.map((part) => partOf(part, groups[part.group ?? ''] ?? part.thickness)),
    ...(locks.length > 0
      ? { locks: locks.map(({ pieceId, ...cut }) => ({ ...cut, boardId: pieceId })) }
      : {}),
    ...(perBoard > 0 ? { perBoard } : {}),
  };
}

/** A mark of all that a plan rests on: two instances with the same mark ask for the same plan. */
export function basisOf(instance: MatchInstance): string {
  const text = JSON.stringify([
    instance.kerf,
    instance.boards,
    instance.parts.map(({ thickness: _, ...part }) => part),
    instance.locks ?? [],
  ]);
  // FNV-1a, 32 bit, twice with different starts (Fowler, Noll and Vo).
  const hash = (start: number): string => {
    let value = start;
    for (let i = 0; i < text.length; i++) value = Math.imul(value ^ text.charCodeAt(i), 16777619);
    return (value >>> 0).toString(16);
  };
  return `${hash(2166136261)}${hash(40389)}`;
}

export const asPlannedCut = ({ boardId, partId, unit, x, y, length, width }: Placement): PlannedCut => ({
  pieceId: boardId,
  partId,
  unit,
  x,
  y,
  length,
  width,
});

export function planForProject(
  plan: MatchPlan,
  instance: MatchInstance,
  groups: Readonly<Record<string, number>> = {},
): ProjectPlan {
  const touched = new Set(plan.placements.map((placed) => placed.boardId));
  const cutInto = sum(
    instance.boards.filter((board) => touched.has(board.id)),
    (board) => board.length * board.width,
  );
  const kept = sum(
    plan.placements.filter((placed) => placed.partId === OFFCUT_ID),
    (placed) => placed.length * placed.width,
  );
  const over = (least: number | null | undefined): number | null =>
    least !== null && least !== undefined && least > 0 ? Math.max(0, plan.consumed / least - 1) : null;
  return {
    cuts: plan.placements.map(asPlannedCut),
    coverage: plan.coverage,
    missing: plan.missing.map(({ id, short }) => ({ partId: id, short })),
    spentM2: (cutInto - kept) / 1e6,
    spentWorth: plan.consumed,
    atMostOver: plan.boundProven ? over(plan.bound) : null,
    aboutOver: over(plan.estimate),
    ...(Object.keys(groups).length > 0 ? { groups } : {}),
    basis: basisOf(instance),
    accepted: false,
  };
}
