/** A project and the rack as a matching problem, and its plan as the project keeps it. */
import { sum } from '../foundation/sum.ts';
import { shapeCover } from '../project/part-outline.ts';
import { fitnessOf, type Fitness } from '../project/fitness.ts';
import {
  roughSize,
  SOLID,
  type Brief,
  type Overruling,
  type Part,
  type PlannedCut,
  type Project,
  type ProjectPlan,
} from '../project/project.ts';
import { punchedIn } from '../hazards/clearance.ts';
import { GRADES } from '../stock/grade.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import { isBowed, laminatingMm, panelFlatteningMm } from '../yield/thickness/flattening.ts';
import type { CuttingHabits } from '../yield/habits.ts';
import { flattenWay, type Machines } from '../yield/machines.ts';
import {
  DEFAULT_OFFCUT,
  OFFCUT_ID,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
  type Placement,
} from '../solver/instance.ts';
import { KnownBoards } from './known-boards.ts';
import { wishesOf } from './wishes.ts';

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

/** What the parts of one project ask of wood beyond their sizes: its brief, and what its maker has overruled. */
export interface PartsBrief {
  readonly brief: Brief;
  readonly overruled: readonly Overruling[];
  readonly partIds: readonly string[];
}

/** A project to be matched; several that are matched at once keep their own briefs. */
export type AskedProject = Project & { readonly briefs?: readonly PartsBrief[] };

export const briefOf = (project: Project): PartsBrief => ({
  brief: project.brief ?? {},
  overruled: project.overruled ?? [],
  partIds: project.parts.map(({ id }) => id),
});

const briefsOf = (project: AskedProject): readonly PartsBrief[] => project.briefs ?? [briefOf(project)];

/** A piece that its wood, its make or the machines keep out of a project, and why. */
export interface KeptOut {
  readonly piece: Piece;
  readonly fitness: Fitness;
}

/** Of the pieces that a project may be cut from, those that are kept out of all its parts. */
export function keptOut(project: AskedProject, pieces: readonly Piece[], rules: ShopRules): KeptOut[] {
  const known = knownFor(rules);
  return piecesFor(project, pieces).flatMap((piece) => {
    const found = briefsOf(project).map((asked) => fitnessFor(piece, asked, known));
    const [fitness] = found;
    return fitness && found.every(({ ruling }) => ruling === 'never') ? [{ piece, fitness }] : [];
  });
}

/** How a piece stands to the parts of one brief. */
function fitnessFor(piece: Piece, { brief, overruled }: PartsBrief, known: KnownBoards): Fitness {
  if (overruled.some(({ pieceId }) => pieceId === piece.id))
    return fitnessOf(piece, brief, known.machines, overruled);
  return known.fitness(piece, brief);
}

/** How each piece stands to each part, by part: the strictest of what its project's brief says. */
type Fits = ReadonlyMap<string, Fitness>;

function fitsOf(piece: Piece, project: AskedProject, known: KnownBoards): Fits {
  return new Map(
    briefsOf(project).flatMap((asked) => {
      const fitness = fitnessFor(piece, asked, known);
      return asked.partIds.map((id) => [id, fitness] as const);
    }),
  );
}

const knownFor = ({ known, habits, machines }: ShopRules): KnownBoards =>
  known?.habits === habits && known.machines === machines ? known : new KnownBoards(habits, machines);

function boardOf(piece: Piece, parts: readonly Part[], fits: Fits, known: KnownBoards): MatchBoard {
  const offcuts = known.habits.offcut.grade;
  const grades = GRADES.filter((grade) => grade === offcuts || parts.some((part) => part.grade === grade));
  const metal = punchedIn(piece).map(({ x, y, length, width }) => ({ x, y, length, width }));
  return {
    id: piece.id,
    length: piece.length,
    width: fullWidth(piece),
    thickness: piece.thickness,
    species: piece.species,
    value: known.worth(piece),
    blocked: Object.fromEntries(grades.map((grade) => [grade, known.blocked(piece, grade)])),
    yields: Object.fromEntries(
      parts.map((part) => [
        part.id,
        fits.get(part.id)?.ruling === 'never' ? 0 : comesOut(piece, part, known),
      ]),
    ),
    ...(metal.length > 0 ? { noSaw: metal } : {}),
  };
}

/**
 * How thick a part comes out of a piece at the size that it is cut at, mm; nothing where the shop can't flatten it. A
 * bowed strip is pulled straight in the clamps, so its panel loses more in being flattened.
 */
function comesOut(piece: Piece, part: Part, known: KnownBoards): number {
  const rough = roughSize(part);
  const { make = SOLID } = part;
  const panel = make.kind === 'panel';
  const width = panel ? Math.min(widestStrip(part, known.machines), rough.width) : rough.width;
  const size = { length: Math.min(rough.length, piece.length), width: Math.min(width, fullWidth(piece)) };
  if (flattenWay(size, known.machines) === null) return 0;
  const mm = known.comesOut(piece, size, part.grade);
  if (!panel || part.flatteningMm !== undefined || !isBowed(piece, size.length)) return mm;
  const strips = leastStrips(part, known.machines);
  return Math.max(0, mm - (panelFlatteningMm(strips, true) - panelFlatteningMm(strips, false)));
}

/** The widest strip of a panel: as the part allows, and no wider than the shop can plane. */
function widestStrip({ make }: Part, machines: Machines): number {
  if (make?.kind !== 'panel') return Infinity;
  const most = Math.max(make.leastStripMm, make.widestStripMm);
  const planed = machines.handTools ? Infinity : (machines.planerWidthMm ?? Infinity);
  return Math.max(make.leastStripMm, Math.min(most, planed));
}

/** The fewest strips that a panel can be made of. */
const leastStrips = (part: Part, machines: Machines): number =>
  Math.max(1, Math.ceil(roughSize(part).width / widestStrip(part, machines) - 1e-9));

/**
 * What the rack is asked for on top of the finished thickness, mm: to make a panel flat again once it is glued, and to
 * plane the glued faces of layers. A panel of one strip, and a solid part, ask for nothing.
 */
export function flatteningOf(part: Part, machines: Machines): number {
  const { make = SOLID } = part;
  if (make.kind === 'solid') return 0;
  if (part.flatteningMm !== undefined) return part.flatteningMm;
  return make.kind === 'panel'
    ? panelFlatteningMm(leastStrips(part, machines), false)
    : laminatingMm(make.layers);
}

/**
 * A part as it is asked for: rough length and width, and the finished thickness with what flattening after the glue-up
 * takes, since what flattening and planing of the board take is counted for each board. `finished` stands in for the
 * part's own thickness where a group has one.
 */
function partOf(part: Part, finished: number, machines: Machines): MatchPart {
  const thickness = finished + flatteningOf(part, machines);
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
        maxStrip: widestStrip(part, machines),
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
  project: AskedProject,
  pieces: readonly Piece[],
  rules: ShopRules,
  groups: Readonly<Record<string, number>> = {},
): MatchInstance {
  const { habits, machines } = rules;
  const known = knownFor(rules);
  const free: Piece[] = [];
  const fits: Fits[] = [];
  for (const piece of piecesFor(project, pieces)) {
    const fit = fitsOf(piece, project, known);
    if (fit.size > 0 && [...fit.values()].every(({ ruling }) => ruling === 'never')) continue;
    free.push(piece);
    fits.push(fit);
  }
  const boards = free.map((piece, i) => boardOf(piece, project.parts, fits[i] ?? new Map(), known));
  const { perBoard, reluctance, traits, alike, together, credit } = wishesOf(project, free, boards, fits);
  const ids = new Set(free.map(({ id }) => id));
  const partIds = new Set<string>(project.parts.map(({ id }) => id));
  const locks = (project.locks ?? []).filter(
    ({ pieceId, partId }) => ids.has(pieceId) && partIds.has(partId),
  );
  return {
    kerf: habits.kerfMm,
    jointAllowance: 2 * machines.jointingMm,
    offcut: {
      minLength: habits.offcut.minLengthMm,
      minWidth: habits.offcut.minWidthMm,
      credit: credit ?? DEFAULT_OFFCUT.credit,
      grade: habits.offcut.grade,
    },
    boards: boards.map((board, i) => ({
      ...board,
      ...(reluctance ? { reluctance: reluctance[i] ?? {} } : {}),
      ...(traits?.[i] ? { trait: traits[i] } : {}),
    })),
    parts: project.parts.map((part) => ({
      ...partOf(part, groups[part.group ?? ''] ?? part.thickness, machines),
      ...(alike[part.id] === undefined ? {} : { alike: alike[part.id] }),
      ...(together[part.id] === undefined ? {} : { together: together[part.id] }),
    })),
    ...(locks.length > 0
      ? { locks: locks.map(({ pieceId, ...cut }) => ({ ...cut, boardId: pieceId })) }
      : {}),
    ...(perBoard > 0 ? { perBoard } : {}),
  };
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
  const over = (counts: number, least: number | null | undefined): number | null =>
    least !== null && least !== undefined && least > 0 ? Math.max(0, counts / least - 1) : null;
  const counts = plan.weighed ?? plan.consumed;
  return {
    cuts: plan.placements.map(asPlannedCut),
    coverage: plan.coverage,
    missing: plan.missing.map(({ id, short }) => ({ partId: id, short })),
    spentM2: (cutInto - kept) / 1e6,
    spentWorth: plan.consumed,
    // With wishes the proof is of all that counts.
    atMostOver:
      plan.weighedBound !== undefined
        ? over(counts, plan.weighedBound)
        : plan.boundProven
          ? over(plan.consumed, plan.bound)
          : null,
    aboutOver: over(counts, plan.estimate),
    ...(plan.overLeast === undefined ? {} : { overLeast: plan.overLeast }),
    ...(Object.keys(groups).length > 0 ? { groups } : {}),
    accepted: false,
  };
}
