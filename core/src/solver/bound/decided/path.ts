/**
 * The best way over the places along u: bands from place to place, with the pieces given so far as the state.
 *
 * Cuts between bands are tied where what lies between them has no room to spare. Cuts that are tied together, none of them held
 * by an end or a finding, could be moved together until one is; so ways that leave such behind are left out.
 */
import { Bands } from './bands.ts';
import type { Band, BoardFigures, Grid, LaidStack, Sort, States } from './figures.ts';
import { atOrBefore } from './places.ts';
import { SLACK } from './stack-credit.ts';

/** From so many places on a path is sought over every so-manieth of them first. */
const LEAST_COARSE = 40;
const COARSER = 8;
/** Steps at most that go into what leftovers alone give. */
const MOST_ALONE = 1e7;

/** The best way over the places that there are. */
export class Path {
  private readonly bands: Bands;
  private readonly areas: readonly number[];

  constructor(
    private readonly board: BoardFigures,
    sorts: readonly Sort[],
    private readonly states: States,
    private readonly grid: Grid,
    /** Steps after which it is given up. */
    private readonly mostWork: number,
  ) {
    const { kerf } = board;
    this.bands = new Bands(board, sorts, states, grid);
    this.areas = states.counts.map((_, state) =>
      states.sum(state, sorts, ({ u, v }) => (u + kerf) * (v + kerf)),
    );
  }

  /** Steps so far. */
  get work(): number {
    return this.bands.work;
  }

  /** The stacks of a band of the best way. */
  stacksOf(band: Band): readonly LaidStack[] {
    return this.bands.stacksOf(band);
  }

  /** The best way worth more than `bar`, as its bands; null where that takes too much work. */
  best(bar: number): { readonly worth: number; readonly bands: readonly Band[] } | null {
    const { states, areas, board } = this;
    const { kerf, perMm2, u, v } = board;
    const many = this.grid.u.length;
    const last = many - 1;
    const all = states.many - 1;
    const sketch = this.sketch();
    if (sketch === null) return null;
    const at = this.grid.u;
    const restAlone = this.restAlone();
    const rest = (state: number, e: number): number => {
      const left = (u - (at[e] as number)) * v - (areas[state] as number);
      if (left < -SLACK * u) return -Infinity;
      return Math.min(
        sketch.rest(state, e),
        restAlone?.[e] ?? Infinity,
        state === 0 ? Infinity : perMm2 * Math.max(0, left),
      );
    };
    const { tight, leads } = this.tied();
    const { held } = this.grid;
    // By state, twice: what is tied to the place that was reached is held by nothing yet, or by something.
    const rows = 2 * states.many;
    const reached = new Float64Array(rows * many).fill(-Infinity);
    const cameFrom = new Int32Array(rows * many).fill(-1);
    const cameRow = new Int32Array(rows * many);
    reached[states.many * many] = 0;
    const smallest = Math.min(...this.bands.stacks.map(({ least }) => least));
    const end = this.grid.v.length - 1;
    for (let s = 0; s < last; s++) {
      for (let e = s + 1; e < many; e++) {
        const ties = tight[s * many + e] === 1;
        if (held[e] === 0 && !ties && leads[e] === 0) continue;
        /** The row that a way of another goes on in; −1: what it is tied to would be held by nothing. */
        const onward = (row: number, taken: number): number => {
          const isHeld = row >= states.many;
          if (!ties && !isHeld) return -1;
          const state = (isHeld ? row - states.many : row) + taken;
          const heldNow = held[e] === 1 || (ties && isHeld);
          return heldNow ? states.many + state : leads[e] === 1 ? state : -1;
        };
        const reach = (row: number, worth: number, from: number): void => {
          if (worth <= (reached[row * many + e] as number)) return;
          reached[row * many + e] = worth;
          cameFrom[row * many + e] = s;
          cameRow[row * many + e] = from;
        };
        const [from, to] = this.bands.extent({ from: s, to: e });
        const bare = sketch.band(0, s, e);
        let empty = NaN;
        const fits = to - from >= smallest - SLACK;
        let needed = Infinity;
        this.bands.allowed.fill(0);
        for (let row = 0; row < rows; row++) {
          const before = reached[row * many + s] as number;
          if (before === -Infinity || onward(row, 0) < 0) continue;
          const left = all - (row % states.many);
          if (before + bare + rest(left, e) > bar) {
            if (Number.isNaN(empty)) empty = this.bands.fillBare(s, e);
            if (before + empty + rest(left, e) > bar) reach(onward(row, 0), before + empty, row);
          }
          if (!fits) continue;
          for (const taken of states.parts[left] as readonly number[]) {
            const room = (to - from + kerf) * v - (areas[taken] as number);
            if (taken === 0 || room < -SLACK * u) continue;
            const most = Math.min(perMm2 * Math.max(0, room), sketch.band(taken, s, e));
            const other = before + rest(left - taken, e);
            if (!(most + other > bar)) continue;
            if (Number.isNaN(empty)) empty = this.bands.fillBare(s, e);
            if (!(empty + other > bar)) continue;
            needed = Math.min(needed, bar - other);
            this.bands.allowed[taken] = 1;
          }
        }
        if (needed === Infinity) continue;
        if (this.work > this.mostWork) return null;
        this.bands.fill(s, e, needed);
        for (let row = 0; row < rows; row++) {
          const before = reached[row * many + s] as number;
          if (before === -Infinity || onward(row, 0) < 0) continue;
          const left = all - (row % states.many);
          for (const taken of states.parts[left] as readonly number[]) {
            if (taken === 0 || this.bands.allowed[taken] !== 1) continue;
            const worth = before + (this.bands.band[taken * (end + 1) + end] as number);
            if (worth + rest(left - taken, e) > bar) reach(onward(row, taken), worth, row);
          }
        }
      }
    }
    const bands: Band[] = [];
    let row = states.many + all;
    const worth = reached[row * many + last] as number;
    if (worth === -Infinity) return { worth, bands };
    for (let to = last; to > 0;) {
      const from = cameFrom[row * many + to] as number;
      const before = cameRow[row * many + to] as number;
      bands.unshift({ from, to, state: (row % states.many) - (before % states.many) });
      row = before;
      to = from;
    }
    return { worth, bands };
  }

  /** What leftovers alone give at most from each place along u on; null where that would be much work. */
  private restAlone(): Float64Array | null {
    const many = this.grid.u.length;
    if ((many * many * this.bands.bare.to.length) / 2 > MOST_ALONE) return null;
    const rest = new Float64Array(many);
    for (let s = many - 2; s >= 0; s--) {
      for (let e = s + 1; e < many; e++) {
        rest[s] = Math.max(rest[s] as number, this.bands.fillBare(s, e) + (rest[e] as number));
      }
    }
    return rest;
  }

  /**
   * Which places along u lie so far apart that what is between may tie them, and from which one comes, tied all the way, to one that
   * something holds. Cuts that are tied together and held by nothing could be moved together until something does.
   */
  private tied(): { readonly tight: Uint8Array; readonly leads: Uint8Array } {
    const { u: at, held, chains } = this.grid;
    const many = at.length;
    const tight = new Uint8Array(many * many);
    const leads = new Uint8Array(many);
    for (let s = many - 2; s >= 0; s--) {
      for (const by of chains) {
        const to = (at[s] as number) + by;
        const e = atOrBefore(at, to);
        if (e <= s || Math.abs((at[e] as number) - to) > SLACK) continue;
        tight[s * many + e] = 1;
        if (held[e] === 1 || leads[e] === 1) leads[s] = 1;
      }
    }
    return { tight, leads };
  }

  /**
   * What bands give at most, and what lies from each place on does, by a few of the places: what is between two of those is taken
   * for as large as both together. Null where it takes too much work.
   */
  private sketch(): {
    readonly rest: (state: number, e: number) => number;
    readonly band: (state: number, s: number, e: number) => number;
  } | null {
    const { states, areas } = this;
    const { least, perMm2, u, v } = this.board;
    const at = this.grid.u;
    const many = at.length;
    const smallest = Math.min(least.u, ...this.bands.stacks.map((stack) => stack.least));
    const coarser = many < LEAST_COARSE ? 1 : COARSER;
    const few: number[] = [0];
    /** By place the last of the few that is no later, and the first that is no earlier. */
    const down = new Int32Array(many);
    const up = new Int32Array(many);
    for (let i = 1; i < many; i++) {
      const from = few[few.length - 1] as number;
      const next = (at[i + 1] ?? Infinity) - (at[from] as number);
      // A band is never between two of them that follow each other.
      if (i === many - 1 || i - from >= coarser || next >= smallest) few.push(i);
      down[i] = few.length - 1;
      up[i] = few[few.length - 1] === i ? few.length - 1 : few.length;
    }
    const last = few.length - 1;
    const bands = new Float64Array(states.many * few.length * few.length).fill(-Infinity);
    const rests = new Float64Array(states.many * few.length).fill(-Infinity);
    rests[last] = 0;
    const end = this.grid.v.length - 1;
    const restOf = (state: number, i: number): number => rests[state * few.length + i] as number;
    for (let i = last - 1; i >= 0; i--) {
      for (let j = i + 1; j <= last; j++) {
        const [s, e] = [few[i] as number, few[j] as number];
        if (this.work > this.mostWork) return null;
        bands[i * few.length + j] = this.bands.fillBare(s, e);
        if (states.many === 1) continue;
        this.bands.allowed.fill(1);
        this.bands.fill(s, e, -Infinity);
        for (let state = 1; state < states.many; state++) {
          bands[(state * few.length + i) * few.length + j] = this.bands.band[
            state * (end + 1) + end
          ] as number;
        }
      }
      const room = (u - (at[few[i] as number] as number)) * v;
      for (let state = 0; state < states.many; state++) {
        let best = -Infinity;
        for (let j = i + 1; j <= last; j++) {
          for (const taken of states.parts[state] as readonly number[]) {
            const band = bands[(taken * few.length + i) * few.length + j] as number;
            if (band === -Infinity) continue;
            // The next may begin at a place before the one of the few that this ends at.
            const next =
              coarser > 1 && (j - 1 > i || taken > 0)
                ? Math.max(restOf(state - taken, j), restOf(state - taken, j - 1))
                : restOf(state - taken, j);
            best = Math.max(best, band + next);
          }
        }
        const left = room - (areas[state] as number);
        const byArea = left < -SLACK * u ? -Infinity : perMm2 * Math.max(0, left);
        rests[state * few.length + i] = state === 0 ? best : Math.min(best, byArea);
      }
    }
    return {
      rest: (state, e) => restOf(state, down[e] as number),
      band: (state, s, e) =>
        bands[(state * few.length + (down[s] as number)) * few.length + (up[e] as number)] as number,
    };
  }
}
