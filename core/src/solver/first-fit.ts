/**
 * Places open demands one after the other, each on the first board that takes it: boards already cut
 * come first, then the rest by worth, so that good wood is left alone while poorer will do.
 */
import { boardSuits, type MatchInstance, type Placement } from './instance.ts';
import { findSpot, type Spot } from './layout.ts';
import type { Demand, WorkingPlan } from './working-plan.ts';
import { TOUCH } from './tolerances.ts';

/** Panels of more strips than this are not tried. */
const MOST_STRIPS = 24;

export interface FitOrder {
  /** Board indices, the one to cut first in front. */
  readonly boards: readonly number[];
  readonly demands: readonly Demand[];
  /** How strongly a place near a long edge is preferred; varied to find other layouts. */
  readonly crossWeight: number;
}

/** Remembers which boards are of no use for a part even when whole. */
export class FirstFit {
  private readonly useless = new Set<string>();

  constructor(private readonly instance: MatchInstance) {}

  /** `plan` with as many of the ordered demands as fit; those that do not stay open. */
  fill(plan: WorkingPlan, order: FitOrder): WorkingPlan {
    const laid = new Map(plan.laid);
    const open: Demand[] = [];
    const boards = [...order.boards].sort((a, b) => Number(laid.has(b)) - Number(laid.has(a)));
    for (const demand of order.demands) {
      const done =
        demand.part.type === 'panel'
          ? this.placePanel(laid, demand, boards, order.crossWeight)
          : this.placeStrip(laid, demand, demand.part.width, boards, order.crossWeight);
      if (!done) open.push(demand);
    }
    return { laid, open };
  }

  private placeStrip(
    laid: Map<number, readonly Placement[]>,
    demand: Demand,
    width: number,
    boards: readonly number[],
    crossWeight: number,
  ): boolean {
    for (const touched of [true, false]) {
      for (const index of boards) {
        if (laid.has(index) !== touched) continue;
        const spot = this.spotOn(laid, index, demand, width, crossWeight);
        if (!spot) continue;
        const board = this.instance.boards[index];
        const placement: Placement = {
          boardId: board?.id ?? '',
          partId: demand.part.id,
          unit: demand.unit,
          x: spot.x,
          y: spot.y,
          length: demand.part.length,
          width,
        };
        laid.set(index, [...(laid.get(index) ?? []), placement]);
        return true;
      }
    }
    return false;
  }

  private spotOn(
    laid: ReadonlyMap<number, readonly Placement[]>,
    index: number,
    { part }: Demand,
    width: number,
    crossWeight: number,
  ): Spot | null {
    const board = this.instance.boards[index];
    if (!board || !boardSuits(board, part)) return null;
    const key = `${index} ${part.id} ${width}`;
    if (this.useless.has(key)) return null;
    const placed = laid.get(index) ?? [];
    const spot = findSpot(board, placed, part.length, width, part.grade, this.instance.kerf, crossWeight);
    if (!spot && placed.length === 0) this.useless.add(key);
    return spot;
  }

  /** Equal strips of one species, as few as the widest strip allows; all of them or none. */
  private placePanel(
    laid: Map<number, readonly Placement[]>,
    demand: Demand,
    boards: readonly number[],
    crossWeight: number,
  ): boolean {
    const { part } = demand;
    const least = part.minStrip ?? 1;
    const most = part.maxStrip ?? part.width;
    const species = new Set(boards.map((index) => this.instance.boards[index]?.species ?? ''));
    for (let strips = 1; strips <= MOST_STRIPS; strips++) {
      const width = (part.width + this.instance.jointAllowance * (strips - 1)) / strips;
      if (width > most + TOUCH) continue;
      if (width < least - TOUCH) return false;
      for (const kind of species) {
        const ofKind = boards.filter((index) => this.instance.boards[index]?.species === kind);
        const trial = new Map(laid);
        let placed = 0;
        while (placed < strips && this.placeStrip(trial, demand, width, ofKind, crossWeight)) placed++;
        if (placed < strips) continue;
        for (const [index, placements] of trial) laid.set(index, placements);
        return true;
      }
    }
    return false;
  }
}
