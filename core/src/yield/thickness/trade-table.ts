/**
 * The trade between size and thickness: a warped piece cut short or narrow first comes out thicker. Whole, in n
 * lengths, in n strips, or both: what each gives, how many joints it takes to be whole again, and whether the
 * machines can take it.
 */
import { largestRectangle } from '../../geometry/largest-rectangle.ts';
import type { Grade } from '../../stock/grade.ts';
import { fullWidth, isStraight, outlineOf, type Piece } from '../../stock/piece.ts';
import { endTrims } from './ends.ts';
import { isBowed, panelFlatteningMm } from './flattening.ts';
import type { CuttingHabits } from '../habits.ts';
import { limitsExceeded, type MachineLimit, type Machines } from '../machines.ts';
import { usableThickness, type Thick } from './thickness.ts';
import type { PlanSize } from './warp-loss.ts';

export interface TradeRow {
  readonly lengths: number;
  readonly strips: number;
  /** Each piece as it is cut out, before its edges are straightened, mm. */
  readonly rough: PlanSize;
  /** Each piece when it is done: the edges straightened and jointed, the crook of its length taken off, mm. */
  readonly length: number;
  readonly width: number;
  readonly thickness: number;
  /** Thickness of the whole once the strips are glued again and flattened, mm; as it is where nothing is glued. */
  readonly glued: number;
  /** Edge joints to glue to have the whole width again. */
  readonly joints: number;
  readonly limits: readonly MachineLimit[];
}

type Cut = Thick & Pick<Piece, 'ends' | 'roughEnds' | 'outline'>;

/** Thinner than this (mm) nothing is left that could be held. */
const LEAST_LEFT_MM = 2;
/** A piece is cut into at most so many lengths and strips. */
const MOST = 8;

/** The straight part of a piece between its end trims: what the trade cuts up, mm. */
export function straightPart(piece: Cut, habits: CuttingHabits): PlanSize {
  const { near, far } = endTrims(piece, habits);
  const whole = isStraight(piece)
    ? { length: piece.length, width: fullWidth(piece) }
    : (largestRectangle(outlineOf(piece)) ?? { length: piece.length, width: 0 });
  return { length: Math.max(0, Math.min(whole.length, piece.length - near - far)), width: whole.width };
}

/** One way of cutting a piece up; null where it leaves nothing. */
export function tradeFor(
  piece: Cut,
  lengths: number,
  strips: number,
  habits: CuttingHabits,
  machines: Machines,
  grade: Grade = 'character',
): TradeRow | null {
  // Veneered work is not ripped: its edges would show the core.
  if (piece.veneerMm !== undefined && strips > 1) return null;
  const whole = straightPart(piece, habits);
  const rough = {
    length: (whole.length - (lengths - 1) * habits.kerfMm) / lengths,
    width: (whole.width - (strips - 1) * habits.kerfMm) / strips,
  };
  const width = rough.width - edgeLoss(piece, rough.length, machines);
  if (rough.length < habits.minLengthMm || width <= 0) return null;
  const { mm } = usableThickness(piece, rough, machines, grade);
  if (mm < LEAST_LEFT_MM) return null;
  return {
    lengths,
    strips,
    rough,
    length: rough.length,
    width,
    thickness: mm,
    glued: Math.max(0, mm - panelFlatteningMm(strips, isBowed(piece, rough.length))),
    joints: lengths * (strips - 1),
    limits: limitsExceeded({ ...rough, thickness: piece.thickness, finished: mm }, machines),
  };
}

/** Width that straightening takes, mm: jointing of both edges and the crook of this length, k·(ℓ/L)². */
export const edgeLoss = (
  piece: Pick<Piece, 'length' | 'warp'>,
  lengthMm: number,
  machines: Machines,
): number => 2 * machines.jointingMm + (piece.warp?.crook ?? 0) * (lengthMm / piece.length) ** 2;

/** The table a maker looks at: whole, in 2, 3 and 4 lengths, in 2, 3 and 4 strips, and 2 × 2 to 3 × 3. */
export function tradeTable(piece: Cut, habits: CuttingHabits, machines: Machines, grade?: Grade): TradeRow[] {
  const ways: readonly (readonly [lengths: number, strips: number])[] = [
    [1, 1],
    [2, 1],
    [3, 1],
    [4, 1],
    [1, 2],
    [1, 3],
    [1, 4],
    [2, 2],
    [2, 3],
    [3, 2],
    [3, 3],
  ];
  return ways.flatMap(([lengths, strips]) => tradeFor(piece, lengths, strips, habits, machines, grade) ?? []);
}

/**
 * The way that leaves at least `wantedMm`, flattened again where it is glued, with the fewest cuts, and among those with the fewest joints; null when
 * none up to eight lengths and eight strips does.
 */
export function bestTradeFor(
  wantedMm: number,
  piece: Cut,
  habits: CuttingHabits,
  machines: Machines,
  grade?: Grade,
): TradeRow | null {
  let best: TradeRow | null = null;
  for (let cuts = 2; cuts <= 2 * MOST && best === null; cuts++) {
    for (let strips = Math.max(1, cuts - MOST); strips <= Math.min(MOST, cuts - 1); strips++) {
      const way = tradeFor(piece, cuts - strips, strips, habits, machines, grade);
      if (!way || way.glued < wantedMm - 1e-9) continue;
      if (best === null || way.joints < best.joints) best = way;
    }
  }
  return best;
}
