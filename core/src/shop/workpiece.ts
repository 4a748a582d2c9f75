/**
 * A part on its way from the saw to true stock: what it is to become, and the milling steps that are left for it. What is
 * left follows from the wood as it is now, so that a tick, a size that came out otherwise or warp that was measured again
 * changes it at once.
 */
import { clearanceOf, punchedIn } from '../hazards/clearance.ts';
import type { Rect } from '../geometry/rectangle.ts';
import { flatteningOf } from '../planning/project-instance.ts';
import { SOLID, roughSize, type Part, type PlannedCut, type Project } from '../project/project.ts';
import { cutFrom } from '../stock/cut-from.ts';
import { edgesOf, type EdgeState } from '../stock/edges.ts';
import { fullWidth, type Piece } from '../stock/piece.ts';
import { ripWay, type Machines } from '../yield/machines.ts';
import type { PartInHand } from './entry.ts';
import { changedRoute, type ChangedStep } from './route-change.ts';
import { schoolOf } from './milling-school.ts';
import { routeOf } from './route.ts';
import { crosscutSaw } from './saw-choice.ts';
import type { Workshop } from './workshop.ts';
import {
  routeMachines,
  type MetalState,
  type MillingSchool,
  type RoutePiece,
  type RouteSize,
} from './route-steps.ts';

/** What a part did where its second scan was passed over in the maker's words. */
export const OVERRULED = 'scan-again overruled';

const CUT_APART = 'cut-apart';

/** What a part did where its glue was not waited for, in the maker’s words. */
export const TOO_EARLY = 'glue not waited for';

/** What names a workpiece before and after it is cut out: where it lies in its board. */
export const workpieceKey = ({ pieceId, x, y }: Pick<PlannedCut, 'pieceId' | 'x' | 'y'>): string =>
  `${pieceId}@${Math.round(x * 10)},${Math.round(y * 10)}`;

/**
 * What a workpiece is milled to, mm. A solid part comes to its finished size. A strip of a panel stays rough in length and
 * gets jointed edges, and is left thicker by what flattening the panel takes; a layer likewise. Once it is one piece it comes
 * to its finished size.
 */
export function targetOf(
  project: Project,
  part: Part,
  cut: Rect,
  machines: Machines,
  whole = false,
): RouteSize {
  const { make = SOLID } = part;
  const finished =
    part.group === undefined ? part.thickness : (project.plan?.groups?.[part.group] ?? part.thickness);
  if (make.kind === 'solid' || whole) return { length: part.length, width: part.width, thickness: finished };
  const asked = finished + flatteningOf(part, machines);
  const length = Math.min(cut.length, roughSize(part).length);
  return make.kind === 'panel'
    ? { length, width: cut.width - machines.jointingMm, thickness: asked }
    : { length, width: cut.width, thickness: asked / make.layers };
}

/** Its long edges as they come off the saw: a fence leaves a straight edge, a bandsaw or a handsaw a wavy one. */
export function edgesAsSawn(piece: Piece, cut: Rect, machines: Machines): EdgeState {
  const own = { upper: cut.y <= 0.05, lower: cut.y + cut.width >= fullWidth(piece) - 0.05 };
  const sawn = Number(!own.upper) + Number(!own.lower);
  if (sawn === 0) return edgesOf(piece);
  const way = ripWay(piece.thickness, machines);
  const straight = way === 'through' || way === 'both-faces';
  const before = edgesOf(piece);
  const good = (straight ? sawn : 0) + (before === 'straight' ? 2 - sawn : 0);
  return good === 2 ? 'straight' : good === 1 ? 'one-straight' : 'crooked';
}

/** Wood that was scanned as found counts as clear until it is planed; one that was scanned after that is clear. */
function metalOf(wood: Pick<Piece, 'findings' | 'scans'>): MetalState {
  if (punchedIn(wood).length > 0) return 'punched';
  switch (clearanceOf(wood)) {
    case 'cleared':
      return 'cleared';
    case 'metal-in':
      return 'in';
    case 'scanned':
    case 'not-scanned':
    case 'unknown':
      return 'unknown';
  }
}

/** What the shop floor goes by. */
export interface FloorRules {
  readonly machines: Machines;
  readonly workshop: Workshop;
  readonly kerfMm: number;
}

/** A workpiece as the route asks for it: cut already, or as it will come off the saw. */
export interface Workpiece {
  readonly wood: Omit<Piece, 'id' | 'tag'>;
  readonly edges: EdgeState;
  readonly cleanFaces: 0 | 1 | 2;
  readonly planedMm: number;
  readonly did: readonly string[];
  /** Of what is glued up: one piece by now. */
  readonly whole?: boolean;
}

export const workpieceInHand = (part: PartInHand, whole = false): Workpiece => ({
  whole,
  wood: part.wood,
  edges: part.edges ?? edgesOf(part.wood),
  cleanFaces: part.cleanFaces ?? 0,
  planedMm: part.planedMm ?? 0,
  did: part.did ?? [],
});

export const workpieceToBe = (piece: Piece, cut: Rect, machines: Machines, whole = false): Workpiece => ({
  whole,
  wood: cutFrom(piece, cut),
  edges: edgesAsSawn(piece, cut, machines),
  cleanFaces: 0,
  planedMm: 0,
  did: [],
});

export interface MillingLeft {
  readonly steps: readonly ChangedStep[];
  readonly left: RouteSize;
  readonly blocked?: string;
}

/** How a project is milled: as it says, else as the shop does. */
export const schoolFor = (
  project: Pick<Project, 'milling'>,
  { machines, workshop }: Pick<FloorRules, 'machines' | 'workshop'>,
): MillingSchool => project.milling?.school ?? workshop.school ?? schoolOf(machines);

/** The milling steps that a workpiece still needs to become its part, with what the maker changed about them. */
export function millingLeft(
  project: Project,
  part: Part,
  workpiece: Workpiece,
  cut: Rect,
  rules: FloorRules,
): MillingLeft {
  const { machines, kerfMm } = rules;
  const { wood, edges, cleanFaces, planedMm, did } = workpiece;
  const metal = metalOf(wood);
  const scannedAgain = wood.scans?.planed !== undefined;
  const depths = punchedIn(wood).flatMap(({ depth }) => (depth === undefined ? [] : [depth]));
  const asked: RoutePiece = {
    length: wood.length,
    width: fullWidth(wood),
    thickness: wood.thickness,
    warp: wood.warp ?? {},
    edges,
    metal,
    ...(depths.length > 0 ? { punchDepth: Math.min(...depths) } : {}),
    planedOff: planedMm,
    cleanFaces,
    ...(did.lastIndexOf('halve') > did.lastIndexOf('glue') ? { halved: true } : {}),
  };
  const target = targetOf(project, part, cut, machines, workpiece.whole);
  // What came out smaller than it should is no less a part: it is milled to what is there, and its size says so.
  const reachable = {
    length: Math.min(target.length, wood.length),
    width: Math.min(target.width, fullWidth(wood)),
    thickness: Math.min(target.thickness, wood.thickness),
  };
  const route = routeOf(
    asked,
    reachable,
    routeMachines(machines, kerfMm),
    schoolOfWorkpiece(project, workpiece, rules),
  );
  const changes = (project.milling?.changes ?? []).filter((change) => change.partId === part.id);
  const apart = cutApart(part, workpiece, rules, schoolFor(project, rules));
  const steps = changedRoute(
    // Metal and the first scan are the board’s affair.
    { ...route, steps: route.steps.filter(({ do: deed }) => deed !== 'pull' && deed !== 'scan') },
    changes.map(({ change }) => change),
    { edges, metal },
  ).filter(({ id, do: deed }) =>
    deed === undefined
      ? !did.includes(id)
      : deed !== 'scan-again' || !(scannedAgain || did.includes(OVERRULED)),
  );
  return {
    steps: apart === null ? steps : [...steps, apart],
    left: route.left,
    ...(route.blocked === undefined ? {} : { blocked: route.blocked }),
  };
}

/** What is glued up and wider than the planer is flattened by hand where there is no sled: halving it would undo the glue-up. */
function schoolOfWorkpiece(project: Project, { wood, whole }: Workpiece, rules: FloorRules): MillingSchool {
  const { planerWidthMm, routerReachMm } = rules.machines;
  const wide = planerWidthMm !== null && fullWidth(wood) > planerWidthMm;
  return whole === true && wide && routerReachMm === null ? 'hand' : schoolFor(project, rules);
}

/** The last step of a blank. */
function cutApart(
  { blank }: Part,
  { wood, did }: Workpiece,
  { machines, kerfMm }: FloorRules,
  school: MillingSchool,
): ChangedStep | null {
  if (blank === undefined || did.includes(CUT_APART)) return null;
  const lying = { width: fullWidth(wood), thickness: wood.thickness, fence: true, tense: false };
  const { machine, passes } = crosscutSaw(lying, routeMachines(machines, kerfMm), school);
  return {
    id: CUT_APART,
    words: `Cut apart into ${blank.k}`,
    machine,
    ...(passes === undefined ? {} : { passes }),
    setting: blank.length,
    apart: blank.k,
    why: 'milled as one, since each alone is too short for the planer; both ends square',
  };
}
