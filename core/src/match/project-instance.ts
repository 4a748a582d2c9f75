/** A project and the rack as a matching problem, and its plan as the project keeps it. */
import { sum } from '../foundation/sum.ts';
import { shapeCover } from '../project/part-outline.ts';
import {
  roughSize,
  SOLID,
  type Part,
  type PlannedCut,
  type Project,
  type ProjectPlan,
} from '../project/project.ts';
import { GRADES } from '../stock/grade.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import type { CuttingHabits } from '../yield/habits.ts';
import type { Machines } from '../yield/machines.ts';
import {
  DEFAULT_OFFCUT,
  OFFCUT_ID,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
  type Placement,
} from './instance.ts';
import { KnownBoards } from './known-boards.ts';
import { feelingsOf } from './wanted.ts';

/** What the shop brings to a match besides its wood. */
export interface ShopRules {
  readonly habits: CuttingHabits;
  readonly machines: Machines;
  /** What is known of pieces from earlier questions, where there are any. */
  readonly known?: KnownBoards;
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

function boardOf(piece: Piece, parts: readonly Part[], known: KnownBoards): MatchBoard {
  const grades = GRADES.filter((grade) => grade === 'clear' || parts.some((part) => part.grade === grade));
  return {
    id: piece.id,
    length: piece.length,
    width: fullWidth(piece),
    thickness: piece.thickness,
    species: piece.species,
    value: known.worth(piece),
    blocked: Object.fromEntries(grades.map((grade) => [grade, known.blocked(piece, grade)])),
    yields: Object.fromEntries(parts.map((part) => [part.id, comesOut(piece, part, known)])),
  };
}

/** How thick a part comes out of a piece at the size that it is cut at, mm. */
function comesOut(piece: Piece, part: Part, known: KnownBoards): number {
  const rough = roughSize(part);
  const { make = SOLID } = part;
  const width = make.kind === 'panel' ? Math.min(make.widestStripMm, rough.width) : rough.width;
  const size = { length: Math.min(rough.length, piece.length), width: Math.min(width, fullWidth(piece)) };
  return known.comesOut(piece, size, part.grade);
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
  const { known: before, habits, machines } = rules;
  const known =
    before?.habits === habits && before.machines === machines ? before : new KnownBoards(habits, machines);
  const boards = free.map((piece) => boardOf(piece, project.parts, known));
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

/** FNV-1a, 32 bit, twice with different starts (Fowler, Noll and Vo). */
function markOf(text: string): string {
  let [one, two] = [2166136261, 40389];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    one = Math.imul(one ^ code, 16777619);
    two = Math.imul(two ^ code, 16777619);
  }
  return `${(one >>> 0).toString(16)}${(two >>> 0).toString(16)}`;
}

/** A mark of all that a plan rests on: two instances with the same mark ask for the same plan. */
export const basisOf = (instance: MatchInstance): string =>
  markOf(
    JSON.stringify([
      instance.kerf,
      instance.boards,
      instance.parts.map(({ thickness: _, ...part }) => part),
      instance.locks ?? [],
    ]),
  );

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
