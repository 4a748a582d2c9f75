/** A made-up tea counter: its top glued up from four strips of four boards, its plan accepted. */
import { acceptPlan } from '../src/project/plan-life.ts';
import { DEFAULT_ALLOWANCES, type Part, type PlannedCut, type Project } from '../src/project/project.ts';
import { doSteps } from '../src/shop/do-steps.ts';
import { sawBoard, type Floor } from '../src/shop/sawing.ts';
import { shopSteps } from '../src/shop/steps.ts';
import { floorNow } from '../src/shop/floor-now.ts';
import { DEFAULT_WORKSHOP } from '../src/shop/workshop.ts';
import type { FloorRules } from '../src/shop/workpiece.ts';
import type { Piece } from '../src/stock/piece.ts';
import type { Tone } from '../src/stock/inspection.ts';
import { DEFAULT_MACHINES } from '../src/yield/machines.ts';
import { aFinding, aPiece } from './made-up-pieces.ts';

export const COUNTER_RULES: FloorRules = {
  machines: DEFAULT_MACHINES,
  workshop: DEFAULT_WORKSHOP,
  kerfMm: 3,
};
export const COUNTER_TOP: Part = {
  id: 'top',
  name: 'counter top',
  qty: 1,
  length: 2100,
  width: 420,
  thickness: 22,
  grade: 'one-face',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
  make: { kind: 'panel', leastStripMm: 60, widestStripMm: 140 },
};

const tone = (l: number): Tone => ({ l, a: 10, b: 20, spread: 1, samples: 4 });
export const counterBoard = (i: number, more: Partial<Piece> = {}): Piece =>
  aPiece({
    id: `b${i}`,
    tag: `P-0${i}`,
    length: 2150,
    width: 110,
    thickness: 30,
    species: 'european-oak',
    scans: { found: '2026-03-01' },
    origin: { findId: i < 3 ? 'pews' : 'floor', member: 'seat' },
    ...more,
  });
export const COUNTER_BOARDS = [
  counterBoard(1, { bark: 'A', sapwood: 'upper', tone: tone(60), moisturePct: 10 }),
  counterBoard(2, { bark: 'A', sapwood: 'none', tone: tone(50), moisturePct: 12 }),
  counterBoard(3, {
    bark: 'A',
    sapwood: 'lower',
    tone: tone(61),
    findings: [aFinding('knot', { id: 'k', face: 'A', x: 5, y: 20, length: 12, width: 20 })],
  }),
  counterBoard(4, {
    bark: 'A',
    sapwood: 'none',
    tone: tone(49),
    findings: [aFinding('wear', { id: 'w', face: 'A', x: 900, y: 20, length: 80, width: 60 })],
  }),
];
const cutOf = (i: number): PlannedCut => ({
  pieceId: `b${i}`,
  partId: 'top',
  unit: 0,
  x: 0,
  y: 0,
  length: 2125,
  width: 109,
});

export function counterFloor(pieces: readonly Piece[] = COUNTER_BOARDS, part: Part = COUNTER_TOP): Floor {
  const project: Project = {
    id: 'counter',
    name: 'Tea counter',
    note: '',
    parts: [part],
    plan: {
      cuts: pieces.map((_, i) => cutOf(i + 1)),
      coverage: 1,
      missing: [],
      spentM2: 1,
      atMostOver: null,
      accepted: false,
    },
  };
  return { ...acceptPlan({ pieces, projects: [project] }, 'counter'), entries: [] };
}

let ids = 0;
/** How things are done in tests: on one day, as if at once. */
export const HOW = { day: '2026-03-02', newId: (): string => `n${(ids += 1)}`, at: 0 };

/** All boards sawn and every strip milled. */
export function milledFloor(start: Floor): Floor {
  let now = start;
  for (const { id } of start.pieces) now = sawBoard(now, id, { ...HOW, rules: COUNTER_RULES }) ?? now;
  for (let guard = 0; guard < 200; guard++) {
    const steps = shopSteps(floorNow(now), COUNTER_RULES).filter(({ do: deed }) => deed !== 'glue-up');
    const [first] = steps.filter(({ needs }) => !needs.some((need) => steps.some(({ id }) => id === need)));
    if (!first) return now;
    now = doSteps(now, [first], COUNTER_RULES, { ...HOW, rested: {} }) ?? now;
  }
  return now;
}
