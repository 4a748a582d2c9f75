/**
 * Boards sawn by an accepted plan, and parts that are spoilt. Each is one step: pieces leave the rack, parts come to
 * hand, declared offcuts become pieces of their own, and an entry says what went in, came out and was lost.
 */
import type { Bench } from '../project/plan-life.ts';
import type { PlannedCut, Project } from '../project/project.ts';
import { cutsOf, sawnOut, spoiltOut } from '../project/sawn.ts';
import { cutFrom, type CutWood } from '../stock/cut-from.ts';
import {
  fullWidth,
  nextTag,
  pieceVolumeM3,
  type Piece,
  type PieceId,
  type ProjectId,
} from '../stock/piece.ts';
import { cutSheet } from './cut-sheet.ts';
import type { Entry, PartInHand } from './entry.ts';
import { edgesAsSawn, targetOf, type FloorRules } from './workpiece.ts';

/** What the shop floor changes. */
export interface Floor extends Bench {
  readonly entries: readonly Entry[];
}

export interface Sawing {
  readonly day: string;
  readonly rules: FloorRules;
  readonly newId: () => string;
  readonly minutes?: number;
}

const OFFCUT = 'offcut';

/**
 * The board is sawn as the accepted plans that cut it say, for all of their projects at once. Null where no accepted
 * plan cuts it.
 */
export function sawBoard(floor: Floor, pieceId: PieceId, sawing: Sawing): Floor | null {
  const byProject = cutsOf(floor, pieceId);
  return byProject.size === 0 ? null : sawnInto(floor, pieceId, byProject, sawing);
}

/** The board is sawn into `byProject`, whatever its plans say; what they cut of it and is not there is missing again. */
export function sawnInto(
  floor: Floor,
  pieceId: PieceId,
  byProject: ReadonlyMap<ProjectId, readonly PlannedCut[]>,
  sawing: Sawing,
): Floor | null {
  const piece = floor.pieces.find(({ id }) => id === pieceId);
  if (!piece) return null;
  const { day, newId, rules } = sawing;
  const projects = new Map(floor.projects.map((project) => [project.id, project]));
  const tags = new Set(floor.pieces.map(({ tag }) => tag));
  const parts: PartInHand[] = [];
  const offcuts: Piece[] = [];
  /** Where offcuts lie: plans that share a board each declare them, and one piece of wood is one offcut. */
  const places = new Set<string>();
  let number = 0;
  for (const [projectId, cuts] of byProject) {
    for (const cut of cuts) {
      const wood = cutFrom(piece, cut);
      if (cut.partId === OFFCUT) {
        const place = `${cut.x} ${cut.y}`;
        if (places.has(place)) continue;
        places.add(place);
        const tag = nextTag(piece.name === '' ? 'offcut' : piece.name, tags);
        tags.add(tag);
        offcuts.push(offcutOf(wood, piece, { id: newId(), tag, day }));
      } else {
        number += 1;
        const id = newId();
        const { partId, unit } = cut;
        parts.push({
          id,
          projectId,
          partId,
          unit,
          cut,
          from: piece.tag,
          wood: { ...wood, id, tag: `${piece.tag}/${number}` },
          edges: edgesAsSawn(piece, cut, rules.machines),
          ...aimOf(projects.get(projectId), cut, rules),
        });
      }
    }
  }
  const all = [...byProject.values()].flat();
  const entry: Entry = {
    id: newId(),
    kind: 'sawn',
    day,
    projectIds: [...byProject.keys()],
    ...(sawing.minutes === undefined ? {} : { minutes: sawing.minutes }),
    took: { pieces: [piece], parts: [] },
    gave: { parts, pieces: offcuts },
    lost: lostIn(piece, all, parts, offcuts, rules.kerfMm),
  };
  const bench = sawnOut(floor, pieceId, byProject);
  return { ...bench, pieces: [...bench.pieces, ...offcuts], entries: [...floor.entries, entry] };
}

/** What a part is to come to, as it stood when it was cut: what comes later is held against it. */
function aimOf(project: Project | undefined, cut: PlannedCut, rules: FloorRules): Pick<PartInHand, 'aim'> {
  const part = project?.parts.find(({ id }) => id === cut.partId);
  if (!project || !part) return {};
  const aim = targetOf(project, part, cut, rules.machines);
  return { aim: part.blank === undefined ? aim : { ...aim, length: part.blank.k * part.blank.length } };
}

function offcutOf(
  wood: CutWood,
  from: Piece,
  named: { readonly id: string; readonly tag: string; readonly day: string },
): Piece {
  return { ...wood, id: named.id, tag: named.tag, since: named.day, name: from.name };
}

/** What no part and no offcut has: dust of the cuts, as far as there is so much, and waste. */
function lostIn(
  piece: Piece,
  cuts: readonly PlannedCut[],
  parts: readonly PartInHand[],
  offcuts: readonly Piece[],
  kerfMm: number,
): Entry['lost'] {
  const kept = [...parts.map(({ wood }) => wood), ...offcuts].reduce(
    (sum, wood) => sum + pieceVolumeM3(wood),
    0,
  );
  const left = pieceVolumeM3(piece) - kept;
  const sheet = cutSheet({ length: piece.length, width: fullWidth(piece) }, cuts, kerfMm);
  const sawn = (sheet?.cuts ?? []).reduce(
    (sum, { line }) => sum + Math.hypot(line.x2 - line.x1, line.y2 - line.y1) * kerfMm * piece.thickness,
    0,
  );
  const kerfM3 = Math.min(Math.max(0, left), sawn / 1e9);
  return { kerfM3, wasteM3: left - kerfM3 };
}

/** A part in hand is spoilt, all of it: it is waste, and missing from its plan again. Null where it is not in hand. */
export function spoilPart(floor: Floor, part: PartInHand, sawing: Pick<Sawing, 'day' | 'newId'>): Floor {
  const entry: Entry = {
    id: sawing.newId(),
    kind: 'spoilt',
    day: sawing.day,
    projectIds: [part.projectId],
    took: { pieces: [], parts: [part] },
    gave: { parts: [], pieces: [] },
    lost: { kerfM3: 0, wasteM3: pieceVolumeM3(part.wood) },
  };
  const cuts = part.glued?.map(({ cut }) => cut) ?? [part.cut];
  const bench = cuts.reduce<Bench>((now, cut) => spoiltOut(now, part.projectId, cut), floor);
  return { ...bench, entries: [...floor.entries, entry] };
}

/** A spoilt part of which some wood is good: it goes back on the rack as a piece of its own. */
export function spoilPartKeeping(
  floor: Floor,
  part: PartInHand,
  keep: { readonly length: number; readonly width: number },
  sawing: Pick<Sawing, 'day' | 'newId'>,
): Floor {
  const { wood } = part;
  const size = { length: Math.min(keep.length, wood.length), width: Math.min(keep.width, wood.width) };
  const tags = new Set(floor.pieces.map(({ tag }) => tag));
  const piece: Piece = {
    ...cutFrom(wood, { x: 0, y: 0, ...size }),
    id: sawing.newId(),
    tag: nextTag(wood.name === '' ? 'offcut' : wood.name, tags),
    since: sawing.day,
  };
  const spoilt = spoilPart(floor, part, sawing);
  const [last] = spoilt.entries.slice(-1);
  if (!last) return spoilt;
  const entry: Entry = {
    ...last,
    gave: { parts: [], pieces: [piece] },
    lost: { kerfM3: 0, wasteM3: Math.max(0, last.lost.wasteM3 - pieceVolumeM3(piece)) },
  };
  return { ...spoilt, pieces: [...spoilt.pieces, piece], entries: [...spoilt.entries.slice(0, -1), entry] };
}

/** What a project has in hand of each of its parts. */
export const inHandFor = (parts: readonly PartInHand[], projectId: ProjectId): readonly PartInHand[] =>
  parts.filter((part) => part.projectId === projectId);
