/**
 * Steps that were done: each leaves an entry that says what wood went in, came out and was lost. A board of which every cut
 * is made is sawn; a part is as its step left it, or as it was measured.
 */
import { cutFrom } from '../stock/cut-from.ts';
import { withReading } from '../stock/inspection.ts';
import { fullWidth, pieceVolumeM3, type Piece, type PieceId } from '../stock/piece.ts';
import type { Warp } from '../stock/warp.ts';
import { findingsLeft } from './came-off-planer.ts';
import { partsInHand, type Entry, type Measured, type PartInHand } from './entry.ts';
import { sawBoard, type Floor } from './sawing.ts';
import type { RouteDeed } from '../yield/thickness/milling.ts';
import { assembled, EARLY, isAssembly } from './assembling.ts';
import { isEarly } from './day.ts';
import { closeClamps } from './glue/closing.ts';
import { shopSteps } from './steps.ts';
import type { ShopStep } from './shop-step.ts';
import { floorNow } from './floor-now.ts';
import { elementKey } from './panel/panel.ts';
import { OVERRULED, TOO_EARLY, type FloorRules } from './workpiece.ts';

export interface StepsDone {
  readonly day: string;
  readonly newId: () => string;
  /** When, ms since 1970: what glue still holds is not done. */
  readonly at?: number;
  /** For all of the steps together, where they were measured. */
  readonly minutes?: number;
  /** What they came to, mm, where it is not what was set. */
  readonly actualMm?: number;
  /** What was read when it had rested. */
  readonly rested?: { readonly moisturePct?: number; readonly warp?: Warp };
}

const SIDES: Readonly<Partial<Record<RouteDeed, Measured['side']>>> = {
  'rough-crosscut': 'length',
  crosscut: 'length',
  'rough-rip': 'width',
  rip: 'width',
  thickness: 'thickness',
};

/** The side that a step sets. */
export const sideOf = ({ do: deed }: { readonly do?: RouteDeed | undefined }): Measured['side'] | null =>
  deed === undefined ? null : (SIDES[deed] ?? null);

/** What a step still waits for: the steps before it that are not done. */
export const openNeeds = (step: ShopStep, steps: ReadonlyMap<string, ShopStep>): ShopStep[] =>
  step.needs.flatMap((need) => steps.get(need) ?? []);

/**
 * The floor after `steps` of one set-up were done. Steps that wait for others, and those of parts that are not in hand, stay
 * undone; null where none is left.
 */
export function doSteps(
  floor: Floor,
  steps: readonly ShopStep[],
  rules: FloorRules,
  how: StepsDone,
): Floor | null {
  if (steps.some((step) => step.do === 'glue-up' || isAssembly(step)))
    return closed(floor, steps, rules, how);
  const boards = steps.every(({ pieceId }) => pieceId !== null);
  const now = floorNow(floor, aboutOf(steps));
  const left = new Map(shopSteps(now, rules, boards ? 'boards' : undefined).map((step) => [step.id, step]));
  const doable = steps.filter(({ id }) => left.has(id) && !holds(left.get(id) as ShopStep, left, how));
  const [first] = doable;
  if (!first) return null;
  const hand = new Map(partsInHand(floor.entries).map((part) => [part.id, part]));
  const took: PartInHand[] = [];
  const gave: PartInHand[] = [];
  const measured: Measured[] = [];
  let kerfM3 = 0;
  let wasteM3 = 0;
  const scanned = new Set<PieceId>();
  for (const step of doable) {
    if (step.do === 'scan' && step.pieceId !== null) scanned.add(step.pieceId);
    const part = hand.get(step.part?.handId ?? '');
    if (!part) continue;
    const after = { ...afterStep(part, step, how), id: how.newId() };
    const lost = pieceVolumeM3(part.wood) - pieceVolumeM3(after.wood);
    const dust = dustOf(part, after, step, rules, lost);
    kerfM3 += dust;
    wasteM3 += lost - dust;
    took.push(part);
    gave.push(after);
    const side = step.side === 'first' ? null : sideOf(step);
    if (side !== null && step.setting !== undefined && how.actualMm !== undefined)
      measured.push({ part: step.part?.key ?? '', side, aimedMm: step.setting, actualMm: how.actualMm });
  }
  const done = doable.filter(({ part, pieceId }) => pieceId !== null || hand.has(part?.handId ?? ''));
  if (done.length === 0) return null;
  const entry: Entry = {
    id: how.newId(),
    kind: 'worked',
    day: how.day,
    projectIds: [...new Set(done.flatMap(({ projectIds }) => projectIds))],
    ...(how.minutes === undefined ? {} : { minutes: how.minutes }),
    steps: done.map(({ id }) => id),
    deed: first.do ?? 'own',
    ...(first.machine === null ? {} : { machine: first.machine }),
    ...(measured.length > 0 ? { measured } : {}),
    took: { pieces: [], parts: took },
    gave: { parts: gave, pieces: [] },
    lost: { kerfM3, wasteM3 },
  };
  const worked: Floor = {
    ...floor,
    pieces:
      scanned.size === 0
        ? floor.pieces
        : floor.pieces.map((piece) =>
            scanned.has(piece.id) ? { ...piece, scans: { ...piece.scans, found: how.day } } : piece,
          ),
    entries: [...floor.entries, entry],
  };
  return sawFinished(worked, done, rules, how);
}

const holds = (step: ShopStep, left: ReadonlyMap<string, ShopStep>, { at }: StepsDone): boolean =>
  openNeeds(step, left).length > 0 || (at !== undefined && isEarly(step, at));

/** Stages of glue-ups and of assembly, one after the other. */
function closed(floor: Floor, steps: readonly ShopStep[], rules: FloorRules, how: StepsDone): Floor | null {
  const share = how.minutes === undefined ? {} : { minutes: how.minutes / steps.length };
  const when = { ...how, ...share, at: how.at ?? 0 };
  let after: Floor | null = null;
  for (const { id } of steps) {
    // What was closed just now has its clamps, and holds what comes after it.
    const left: ReadonlyMap<string, ShopStep> = new Map(
      shopSteps(floorNow(after ?? floor), rules).map((one) => [one.id, one]),
    );
    const step = left.get(id);
    if (step === undefined || step.fault !== undefined || holds(step, left, how)) continue;
    after = isAssembly(step)
      ? assembled(after ?? floor, step, rules, { ...when, left: [...left.values()] })
      : (closeClamps(after ?? floor, id, rules, when) ?? after);
  }
  return after;
}

/** The boards and parts in hand that steps are about. */
const aboutOf = (steps: readonly ShopStep[]): ReadonlySet<string> =>
  new Set(steps.flatMap(({ pieceId, part }) => pieceId ?? part?.handId ?? part?.key.split('@')[0] ?? []));

/** Boards of which the last cut was just made are sawn. */
function sawFinished(floor: Floor, done: readonly ShopStep[], rules: FloorRules, how: StepsDone): Floor {
  let now = floor;
  const boards = new Set(done.filter((step) => isCut(step)).map(({ pieceId }) => pieceId as PieceId));
  if (boards.size === 0) return now;
  const then = floorNow(floor, aboutOf(done));
  const open = new Set(
    shopSteps(then, rules, 'boards')
      .filter(isCut)
      .map(({ pieceId }) => pieceId),
  );
  for (const pieceId of boards) {
    if (open.has(pieceId)) continue;
    now = sawBoard(now, pieceId, { day: how.day, newId: how.newId, rules }) ?? now;
  }
  return now;
}

const isCut = (step: ShopStep): boolean =>
  step.pieceId !== null && (step.workpiece !== undefined || step.id.endsWith('/sawn'));

/** A part as a step leaves it. */
function afterStep(part: PartInHand, step: ShopStep, how: StepsDone): PartInHand {
  const did = [...(part.did ?? []), step.id.slice(step.id.lastIndexOf('/') + 1)];
  const { wood } = part;
  const { do: deed } = step;
  const set = how.actualMm ?? step.setting;
  const takes = step.takes ?? 0;
  const planed = (part.planedMm ?? 0) + Math.max(0, wood.thickness - thicknessAfter(part, step, set));
  if (step.apart !== undefined)
    return { ...part, did, wood: cutTo(wood, step.apart * (set ?? 0), fullWidth(wood)) };
  // Half way through: it is cut once the other side is done.
  if (deed === undefined || step.side === 'first') return { ...part, did };
  switch (deed) {
    case 'rough-crosscut':
    case 'crosscut':
      return { ...part, did, wood: cutTo(wood, set ?? wood.length, fullWidth(wood)) };
    case 'rough-rip':
    case 'rip': {
      const fence =
        step.machine === 'table-saw' || step.machine === 'guided-saw' || step.machine === 'hand-plane';
      const edges = fence ? 'straight' : (part.edges ?? 'one-straight');
      return { ...part, did, edges, wood: cutTo(wood, wood.length, set ?? fullWidth(wood)) };
    }
    case 'straighten':
      return {
        ...part,
        did,
        edges: 'one-straight',
        wood: withoutWarp(cutTo(wood, wood.length, fullWidth(wood) - takes), ['crook']),
      };
    case 'flatten':
      return {
        ...part,
        did,
        cleanFaces: 1,
        planedMm: planed,
        restsSince: how.day,
        wood: withoutWarp(planedTo(wood, wood.thickness - takes), ['cup', 'bow', 'twist']),
      };
    case 'thickness':
      return {
        ...part,
        did,
        cleanFaces: 2,
        planedMm: planed,
        restsSince: how.day,
        wood: withoutWarp(planedTo(wood, thicknessAfter(part, step, set)), ['cup', 'bow', 'twist']),
      };
    case 'glue':
      return { ...part, did, edges: 'straight', wood: cutTo(wood, wood.length, fullWidth(wood) - takes) };
    case 'rest':
      return rested(part, did, how);
    case 'scan-again':
      return {
        ...part,
        did,
        wood: { ...wood, scans: { found: wood.scans?.found ?? how.day, planed: how.day } },
      };
    case 'glue-up':
    case 'halve':
    case 'pull':
    case 'scan':
      return { ...part, did };
  }
}

const thicknessAfter = ({ wood }: PartInHand, step: ShopStep, set: number | undefined): number =>
  step.do === 'thickness'
    ? Math.min(wood.thickness, set ?? wood.thickness)
    : step.do === 'flatten'
      ? wood.thickness - (step.takes ?? 0)
      : wood.thickness;

function rested(part: PartInHand, did: readonly string[], { day, rested: read }: StepsDone): PartInHand {
  const { planedMm: _planed, restsSince: _since, ...rest } = part;
  const wood =
    read?.moisturePct === undefined
      ? part.wood
      : { ...part.wood, ...withReading(part.wood, read.moisturePct, day) };
  const warped = read?.warp !== undefined && Object.values(read.warp).some((gap) => gap !== 0);
  return {
    ...rest,
    did,
    wood: read?.warp === undefined ? wood : { ...wood, warp: read.warp },
    // What has moved is flattened once more, and both faces cleaned.
    ...(warped ? { cleanFaces: 0 } : {}),
  };
}

/** Trimmed: what the detector said of the whole part holds for what is left of it. */
const cutTo = (wood: Piece, length: number, width: number): Piece => ({
  ...cutFrom(wood, {
    x: 0,
    y: 0,
    length: Math.min(length, wood.length),
    width: Math.min(width, fullWidth(wood)),
  }),
  ...(wood.scans === undefined ? {} : { scans: wood.scans }),
  id: wood.id,
  tag: wood.tag,
});

function planedTo(wood: Piece, thickness: number): Piece {
  const { keepSkin: _skin, scans, ...rest } = wood;
  return {
    ...rest,
    thickness,
    findings: findingsLeft(wood, Math.max(0, wood.thickness - thickness)),
    ...(scans?.found === undefined ? {} : { scans: { found: scans.found } }),
  };
}

function withoutWarp(wood: Piece, kinds: readonly (keyof Warp)[]): Piece {
  if (wood.warp === undefined) return wood;
  const left = Object.entries(wood.warp).filter(([kind]) => !kinds.includes(kind as keyof Warp));
  const { warp: _, ...rest } = wood;
  return left.length === 0 ? rest : { ...rest, warp: Object.fromEntries(left) };
}

/** Of what is lost: dust and shavings; the rest lies there as waste. */
function dustOf(
  part: PartInHand,
  after: PartInHand,
  step: ShopStep,
  { kerfMm, workshop }: FloorRules,
  lost: number,
): number {
  const kerf = (step.machine === null ? undefined : workshop.park[step.machine]?.kerfMm) ?? kerfMm;
  const { wood } = part;
  if (after.wood === wood) return 0;
  if (step.apart !== undefined)
    return Math.min(lost, (step.apart * kerf * fullWidth(wood) * wood.thickness) / 1e9);
  switch (sideOf(step)) {
    case 'length':
      return Math.min(lost, (kerf * fullWidth(wood) * wood.thickness) / 1e9);
    case 'width':
      return Math.min(lost, (kerf * wood.length * wood.thickness) / 1e9);
    case 'thickness':
    case null:
      return lost;
  }
}

/** Steps passed without being done, in the maker's words: the gate stands open for them, or glue is not waited for. */
export function passGate(
  floor: Floor,
  steps: readonly ShopStep[],
  words: string,
  { day, newId }: Pick<StepsDone, 'day' | 'newId'>,
): Floor {
  const hand = new Map(partsInHand(floor.entries).map((part) => [part.id, part]));
  const glue = steps.some(({ waitsFor }) => waitsFor !== undefined);
  const ids = steps.flatMap(({ part, glues }) =>
    glues === undefined ? [part?.handId ?? ''] : handsOf(glues.flat(), hand),
  );
  const took = [...new Set(ids)].flatMap((id) => hand.get(id) ?? []);
  const gave = took.map((part) => ({
    ...part,
    id: newId(),
    did: [...(part.did ?? []), glue ? TOO_EARLY : OVERRULED],
  }));
  const entry: Entry = {
    id: newId(),
    kind: 'overruled',
    day,
    projectIds: [...new Set(steps.flatMap(({ projectIds }) => projectIds))],
    steps: steps.map(({ id }) => (glue ? `${id}${EARLY}` : id)),
    words,
    took: { pieces: [], parts: took },
    gave: { parts: gave, pieces: [] },
    lost: { kerfM3: 0, wasteM3: 0 },
  };
  return { ...floor, entries: [...floor.entries, entry] };
}

/** The parts in hand that have these keys. */
const handsOf = (keys: readonly string[], hand: ReadonlyMap<string, PartInHand>): string[] =>
  [...hand.values()].filter((part) => keys.includes(elementKey(part))).map(({ id }) => id);
