/**
 * Checks a plan against its instance. Shares no code with what makes plans: it reads the rules of the
 * matching problem afresh, by plain comparison of every pair, so that a fault in one shows in the other.
 */
import type { Rect } from '../geometry/rectangle.ts';
import type { MatchBoard, MatchInstance, MatchPart, MatchPlan, Placement } from './instance.ts';

/** Slack for rounding: lengths in mm, and relative for sums. */
const EPS = 1e-4;

/** Everything wrong with the plan, in words; an empty list when it keeps every rule. */
export function verifyPlan(instance: MatchInstance, plan: MatchPlan): string[] {
  const faults: string[] = [];
  const boards = new Map(instance.boards.map((board) => [board.id, board]));
  const parts = new Map(instance.parts.map((part) => [part.id, part]));
  const perBoard = new Map<string, Placement[]>();
  for (const placement of plan.placements) {
    const board = boards.get(placement.boardId);
    if (!board) faults.push(`there is no board ${placement.boardId}`);
    else {
      faults.push(...placementFaults(placement, board, parts.get(placement.partId), instance));
      perBoard.set(board.id, [...(perBoard.get(board.id) ?? []), placement]);
    }
  }
  for (const [id, placed] of perBoard) {
    faults.push(...boardFaults(boards.get(id) as MatchBoard, placed, instance.kerf));
  }
  for (const lock of instance.locks ?? []) {
    const there = plan.placements.some(
      (p) =>
        p.boardId === lock.boardId &&
        p.partId === lock.partId &&
        Math.abs(p.x - lock.x) + Math.abs(p.y - lock.y) < EPS &&
        Math.abs(p.length - lock.length) + Math.abs(p.width - lock.width) < EPS,
    );
    if (!there) faults.push(`${lock.partId} was fixed on ${lock.boardId}, but is not there`);
  }
  const whole = wholeUnits(instance, plan, boards, faults);
  faults.push(...sumFaults(instance, plan, perBoard, boards, whole));
  return faults;
}

/** Everything wrong with what lies on one board, apart from what the rest of the plan does. */
export function layoutFaults(instance: MatchInstance, placements: readonly Placement[]): string[] {
  const parts = new Map(instance.parts.map((part) => [part.id, part]));
  const first = placements[0];
  const board = instance.boards.find(({ id }) => id === first?.boardId);
  if (!first || !board) return ['there is no such board'];
  return [
    ...placements.flatMap((placed) => placementFaults(placed, board, parts.get(placed.partId), instance)),
    ...boardFaults(board, placements, instance.kerf),
  ];
}

function placementFaults(
  placed: Placement,
  board: MatchBoard,
  part: MatchPart | undefined,
  instance: MatchInstance,
): string[] {
  const name = `${placed.partId} #${placed.unit} on ${placed.boardId}`;
  const faults: string[] = [];
  const off =
    placed.x < -EPS ||
    placed.y < -EPS ||
    placed.x + placed.length > board.length + EPS ||
    placed.y + placed.width > board.width + EPS;
  if (off) faults.push(`${name} hangs over the board’s edge`);
  let grade = instance.offcut.grade ?? 'clear';
  if (placed.partId === 'offcut') {
    const small =
      placed.length < instance.offcut.minLength - EPS || placed.width < instance.offcut.minWidth - EPS;
    if (small) faults.push(`${name} is too small to be kept`);
  } else if (!part) {
    return [...faults, `there is no part ${placed.partId}`];
  } else {
    grade = part.grade;
    if (placed.unit < 0 || placed.unit >= part.qty || !Number.isInteger(placed.unit)) {
      faults.push(`${name}: only ${part.qty} are wanted`);
    }
    const comesOut = board.yields?.[part.id] ?? board.thickness;
    if (comesOut < part.thickness - EPS) faults.push(`${name}: the board is too thin`);
    if (part.species !== 'any' && !part.species.includes(board.species)) {
      faults.push(`${name}: ${board.species} is not a species that will do`);
    }
    if (Math.abs(placed.length - part.length) > EPS) faults.push(`${name} has not the part’s length`);
    if (part.type !== 'panel' && Math.abs(placed.width - part.width) > EPS) {
      faults.push(`${name} has not the part’s width`);
    }
    if (part.type === 'panel') {
      if (placed.width < (part.minStrip ?? 0) - EPS) faults.push(`${name}: the strip is too narrow`);
      if (placed.width > (part.maxStrip ?? Infinity) + EPS) faults.push(`${name}: the strip is too wide`);
    }
  }
  const blocked = board.blocked[grade];
  if (!blocked) faults.push(`${name}: the board says nothing of grade ${grade}`);
  else if (blocked.some((rect) => spoils(rect, placed, part?.shape))) {
    faults.push(`${name} lies over something that grade ${grade} does not accept`);
  }
  return faults;
}

/** Whether a finding lies in what must be clear: the whole placement, or the rectangles of its shape. */
function spoils(finding: Rect, placed: Placement, shape: readonly Rect[] | undefined): boolean {
  if (!shape) return meet(finding, placed, EPS);
  return shape.some((rect) => meet(finding, { ...rect, x: placed.x + rect.x, y: placed.y + rect.y }, EPS));
}

function meet(a: Rect, b: Rect, slack: number): boolean {
  const apartX = a.x + a.length <= b.x + slack || b.x + b.length <= a.x + slack;
  const apartY = a.y + a.width <= b.y + slack || b.y + b.width <= a.y + slack;
  return !apartX && !apartY;
}

function boardFaults(board: MatchBoard, placed: readonly Placement[], kerf: number): string[] {
  const { id } = board;
  for (let i = 0; i < placed.length; i++) {
    for (let j = i + 1; j < placed.length; j++) {
      const a = placed[i] as Placement;
      const grown = { x: a.x - kerf, y: a.y - kerf, length: a.length + 2 * kerf, width: a.width + 2 * kerf };
      if (meet(grown, placed[j] as Placement, EPS)) {
        const b = placed[j] as Placement;
        return [`${a.partId} #${a.unit} and ${b.partId} #${b.unit} on ${id} are less than a kerf apart`];
      }
    }
  }
  const whole: Extent = { x0: 0, x1: board.length, y0: 0, y1: board.width };
  const possible = (metal: readonly Rect[]): boolean =>
    freed(placed, true, 3, kerf, whole, metal) || freed(placed, false, 3, kerf, whole, metal);
  if (!possible([])) return [`the layout of ${id} can’t be sawn in three stages`];
  return possible(board.noSaw ?? []) ? [] : [`a cut of ${id} runs through metal that stays in it`];
}

interface Extent {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

/**
 * Whether each of `rects` can be freed from the workpiece in `stages` stages, the next of which cuts across x (or y),
 * with no cut through `metal`.
 */
function freed(
  rects: readonly Rect[],
  acrossX: boolean,
  stages: number,
  kerf: number,
  workpiece: Extent,
  metal: readonly Rect[],
): boolean {
  if (rects.length === 0) return true;
  const from = (r: Rect): number => (acrossX ? r.x : r.y);
  const to = (r: Rect): number => (acrossX ? r.x + r.length : r.y + r.width);
  if (stages === 1) {
    const side = (r: Rect): string =>
      acrossX
        ? `${r.y.toFixed(3)} ${(r.y + r.width).toFixed(3)}`
        : `${r.x.toFixed(3)} ${(r.x + r.length).toFixed(3)}`;
    const lines = new Set(rects.map(side));
    if (lines.size !== 1) return false;
  }
  const groups: Rect[][] = [];
  for (const rect of rects) {
    const touching = groups.filter((group) =>
      group.some((other) => from(rect) < to(other) + kerf - EPS && from(other) < to(rect) + kerf - EPS),
    );
    const merged = [rect, ...touching.flat()];
    for (const group of touching) groups.splice(groups.indexOf(group), 1);
    groups.push(merged);
  }
  return groups.every((group) => {
    const low = Math.min(...group.map(from));
    const high = Math.max(...group.map(to));
    const [begin, end] = acrossX ? [workpiece.x0, workpiece.x1] : [workpiece.y0, workpiece.y1];
    const cut = (at: number): Rect =>
      acrossX
        ? { x: at, y: workpiece.y0, length: kerf, width: workpiece.y1 - workpiece.y0 }
        : { x: workpiece.x0, y: at, length: workpiece.x1 - workpiece.x0, width: kerf };
    const cuts = [...(low > begin + EPS ? [cut(low - kerf)] : []), ...(high < end - EPS ? [cut(high)] : [])];
    if (cuts.some((line) => metal.some((nail) => meet(line, nail, EPS)))) return false;
    if (stages === 1) return group.length === 1;
    const next = acrossX ? { ...workpiece, x0: low, x1: high } : { ...workpiece, y0: low, y1: high };
    return freed(group, !acrossX, stages - 1, kerf, next, metal);
  });
}

/** The copies that are whole: `part unit` → true. Panels are whole when their strips make the width. */
function wholeUnits(
  instance: MatchInstance,
  plan: MatchPlan,
  boards: ReadonlyMap<string, MatchBoard>,
  faults: string[],
): Map<string, number> {
  const whole = new Map<string, number>();
  for (const part of instance.parts) {
    for (let unit = 0; unit < part.qty; unit++) {
      const own = plan.placements.filter((p) => p.partId === part.id && p.unit === unit);
      if (own.length === 0) continue;
      if (part.type === 'solid') {
        if (own.length > 1) faults.push(`${part.id} #${unit} is placed ${own.length} times`);
      } else if (part.type === 'laminated') {
        const layers = part.layers ?? 2;
        if (own.length > layers) faults.push(`${part.id} #${unit} has ${own.length} layers, not ${layers}`);
        if (own.length < layers) continue;
      } else {
        const species = new Set(own.map((p) => boards.get(p.boardId)?.species));
        if (species.size > 1) faults.push(`${part.id} #${unit} mixes species in one panel`);
        const width = own.reduce((sum, p) => sum + p.width, 0);
        const needed = part.width + instance.jointAllowance * (own.length - 1);
        // Strips that the maker has fixed stay, even where the panel can’t be finished.
        const fixed = own.every((p) =>
          instance.locks?.some(
            (lock) =>
              lock.partId === p.partId && lock.boardId === p.boardId && lock.x === p.x && lock.y === p.y,
          ),
        );
        if (width < needed - EPS && fixed) continue;
        if (width < needed - EPS) {
          faults.push(
            `${part.id} #${unit}: its strips make ${width.toFixed(1)}, needed ${needed.toFixed(1)}`,
          );
          continue;
        }
      }
      whole.set(part.id, (whole.get(part.id) ?? 0) + 1);
    }
  }
  return whole;
}

function sumFaults(
  instance: MatchInstance,
  plan: MatchPlan,
  perBoard: ReadonlyMap<string, readonly Placement[]>,
  boards: ReadonlyMap<string, MatchBoard>,
  whole: ReadonlyMap<string, number>,
): string[] {
  const faults: string[] = [];
  const expect = (what: string, told: number, is: number): void => {
    if (Math.abs(told - is) > EPS * Math.max(1, Math.abs(is))) {
      faults.push(`${what} is told as ${told}, but it is ${is}`);
    }
  };
  let demanded = 0;
  let covered = 0;
  for (const part of instance.parts) {
    const area = part.length * part.width;
    demanded += area * part.qty;
    covered += area * (whole.get(part.id) ?? 0);
    const short = part.qty - (whole.get(part.id) ?? 0);
    const told = plan.missing.find((missing) => missing.id === part.id)?.short ?? 0;
    if (told !== short) faults.push(`${part.id} is ${short} short, but the plan says ${told}`);
  }
  expect('coverage', plan.coverage, demanded === 0 ? 1 : covered / demanded);
  let consumed = 0;
  for (const [id, placed] of perBoard) {
    const board = boards.get(id) as MatchBoard;
    const kept = placed.filter((p) => p.partId === 'offcut').reduce((sum, p) => sum + p.length * p.width, 0);
    consumed += (board.value * (board.length * board.width - instance.offcut.credit * kept)) / 1e6;
  }
  expect('consumed', plan.consumed, consumed);
  expect('boards', plan.boards, perBoard.size);
  if (plan.status !== 'short' && plan.status !== 'stopped' && plan.missing.length > 0) {
    faults.push(`status ${plan.status} with parts missing`);
  }
  if (plan.boundProven && plan.bound !== null && plan.missing.length === 0) {
    if (plan.consumed < plan.bound - EPS) faults.push('the plan spends less than its proven bound');
  }
  return faults;
}
