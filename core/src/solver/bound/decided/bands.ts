/**
 * Bands of a board, each between two places along u: stacks side by side along v, of leftovers or of pieces and what is kept beside
 * them. Places along v are walked in order, with the pieces laid so far as the state.
 *
 * A leftover begins only where something ends, or where a finding does: else it had better begin before. Two leftovers meet by
 * a finding, or one of them is of the least size: else the cut between them could be moved until one of that is so.
 *
 * Longer than others: what a band gives, and which stacks that is, read the same lists.
 */
import type { Band, BoardFigures, Finding, Grid, LaidStack, Sort, StackSort, States } from './figures.ts';
import { atOrBefore, isOne } from './places.ts';
import { clearBetween, SLACK, StackCredit, type Stretch } from './stack-credit.ts';
import { SAME_COST } from '../../tolerances.ts';

/** Steps that a place of a piece in a stack counts for. */
const WORK_OF_PLACE = 12;

/** A stack in a place along v: which findings its pieces must keep off, and its leftovers. */
interface StackHere {
  readonly stack: StackSort;
  readonly barred: readonly (readonly Stretch[])[];
  readonly unclear: readonly Stretch[];
}

/** Leftovers across whole stacks, by the place at which they begin: until which, how wide, and what they meet. */
interface Leftovers {
  readonly first: Int32Array;
  readonly to: Int32Array;
  readonly wide: Float64Array;
  readonly meets: Int32Array;
  /** Whether they may be of the least size. */
  readonly tied: Uint8Array;
  readonly met: readonly (readonly Stretch[])[];
  /** Of the band at hand, by what is met: what is kept along u, times credit. */
  readonly keeps: Float64Array;
}

/** Bands of a board, each between two places along u. */
export class Bands {
  readonly stacks: readonly StackSort[];
  private readonly beside: Leftovers;
  readonly bare: Leftovers;
  /** By place along v: stacks that may begin there, until which place, and the number of the question. */
  private readonly stackFirst: Int32Array;
  private readonly stackN: Int32Array;
  private readonly stackTo: Int32Array;
  private readonly stackAsk: Int32Array;
  private readonly asks: StackHere[] = [];
  /** By question and place along u at which the stack ends. */
  private readonly credits = new Map<number, StackCredit>();
  /** Of the band at hand, by question: NaN where it was not asked yet. */
  private readonly answers: Float64Array;
  readonly band: Float64Array;
  private readonly bareBand: Float64Array;
  readonly allowed: Uint8Array;
  /** By place along v: the last of those in bands of leftovers only that is no later. */
  private readonly bareAt: Int32Array;
  /** By place along v: whether something may begin there that nothing lies against, and whether two leftovers may meet there. */
  private readonly begins: Uint8Array;
  private readonly meeting: Uint8Array;
  /** Of the band at hand, as `band`: what comes to just this place, and what does so with pieces or a leftover of the least size. */
  private readonly came: Float64Array;
  private readonly open: Float64Array;
  /** By two states: whether both together are no more than there are. */
  private readonly adds: Uint8Array;
  /** Steps so far. */
  work = 0;

  constructor(
    private readonly board: BoardFigures,
    private readonly sorts: readonly Sort[],
    private readonly states: States,
    private readonly grid: Grid,
  ) {
    const { kerf } = board;
    this.stacks = states.counts.flatMap((counts, state): StackSort[] => {
      const of = sorts.filter((_, s) => (counts[s] as number) > 0);
      const v = of[0]?.v ?? 0;
      if (state === 0 || of.some((sort) => Math.abs(sort.v - v) > SLACK)) return [];
      return [{ state, counts, v, least: states.sum(state, sorts, ({ u }) => u + kerf) - kerf }];
    });
    this.beside = this.leftovers(grid.v);
    this.bare = this.leftovers(grid.bare);
    const known = new Map<string, number>();
    const [first, numbers, ends, questions]: [number[], number[], number[], number[]] = [[], [], [], []];
    for (const y of grid.v) {
      first.push(numbers.length);
      this.stacks.forEach((stack, n) => {
        const end = y + stack.v + kerf;
        // All cuts lie at places.
        const to = atOrBefore(grid.v, end);
        if (Math.abs((grid.v[to] as number) - end) > SLACK) return;
        const here = this.stackAt(stack, y);
        const key = `${n} ${JSON.stringify([here.barred, here.unclear])}`;
        let ask = known.get(key);
        if (ask === undefined) {
          known.set(key, (ask = this.asks.length));
          this.asks.push(here);
        }
        numbers.push(n);
        ends.push(to);
        questions.push(ask);
      });
    }
    first.push(numbers.length);
    this.stackFirst = Int32Array.from(first);
    this.stackN = Int32Array.from(numbers);
    this.stackTo = Int32Array.from(ends);
    this.stackAsk = Int32Array.from(questions);
    this.answers = new Float64Array(this.asks.length);
    this.band = new Float64Array(states.many * grid.v.length);
    this.bareBand = new Float64Array(grid.bare.length);
    this.allowed = new Uint8Array(states.many);
    this.bareAt = Int32Array.from(grid.v, (y) => atOrBefore(grid.bare, y));
    const after = board.findings.flatMap(({ v0, v1 }) => [
      v1,
      ...sorts.flatMap(({ clearV }) => (clearV.from === 0 ? [] : [v1 - clearV.from, v0 - clearV.to])),
    ]);
    this.begins = Uint8Array.from(grid.v, (y, i) => Number(i === 0 || isOne(after, y)));
    const starts = board.findings.map(({ v0 }) => v0 + kerf);
    this.meeting = Uint8Array.from(grid.v, (y) => Number(isOne(starts, y)));
    this.came = new Float64Array(this.band.length);
    this.open = new Float64Array(this.band.length);
    this.adds = new Uint8Array(states.many * states.many);
    for (let state = 0; state < states.many; state++) {
      for (const more of states.parts[states.many - 1 - state] as readonly number[])
        this.adds[state * states.many + more] = 1;
    }
  }

  /** What a stack meets that begins at y. */
  private stackAt(stack: StackSort, y: number): StackHere {
    const { findings, clear } = this.board;
    const barred = stack.counts.map((many, s) => {
      const { clearU, clearV, findings: own } = this.sorts[s] as Sort;
      if (many === 0) return [];
      return own
        .map((f) => findings[f] as Finding)
        .filter(({ v0, v1 }) => v1 > y + clearV.from + SLACK && v0 < y + clearV.to - SLACK)
        .map(({ u0, u1 }): Stretch => ({ from: u0 - clearU.to, to: u1 - clearU.from }));
    });
    const unclear = clear
      .map((f) => findings[f] as Finding)
      .filter(({ v0, v1 }) => v1 > y + SLACK && v0 < y + stack.v - SLACK)
      .map(({ u0, u1 }): Stretch => ({ from: u0, to: u1 }));
    return { stack, barred, unclear };
  }

  private leftovers(at: readonly number[]): Leftovers {
    const { kerf, least, findings, clear } = this.board;
    const known = new Map<string, number>();
    const met: (readonly Stretch[])[] = [];
    const [to, wide, meets, first, tied]: [number[], number[], number[], number[], number[]] = [
      [],
      [],
      [],
      [],
      [],
    ];
    at.forEach((y, i) => {
      first.push(to.length);
      for (let j = i + 1; j < at.length; j++) {
        const size = (at[j] as number) - kerf - y;
        if (size < least.v - SLACK) continue;
        const those = clear.filter((f) => {
          const { v0, v1 } = findings[f] as Finding;
          return v1 > y + SLACK && v0 < y + size - SLACK;
        });
        const key = those.join();
        let number = known.get(key);
        if (number === undefined) {
          known.set(key, (number = met.length));
          met.push(
            those.map((f) => ({ from: (findings[f] as Finding).u0, to: (findings[f] as Finding).u1 })),
          );
        }
        to.push(j);
        wide.push(size);
        meets.push(number);
        tied.push(Number(size < least.v + SLACK));
      }
    });
    first.push(to.length);
    return {
      first: Int32Array.from(first),
      to: Int32Array.from(to),
      wide: Float64Array.from(wide),
      meets: Int32Array.from(meets),
      tied: Uint8Array.from(tied),
      met,
      keeps: new Float64Array(met.length),
    };
  }

  extent({ from, to }: Pick<Band, 'from' | 'to'>): readonly [number, number] {
    const at = this.grid.u;
    return [at[from] as number, (at[to] as number) - this.board.kerf];
  }

  private keepIn({ met, keeps }: Leftovers, s: number, e: number): void {
    const [from, to] = this.extent({ from: s, to: e });
    const least = this.board.least.u;
    for (let m = 0; m < met.length; m++) {
      keeps[m] = this.board.perMm2 * clearBetween(from, to, met[m] as readonly Stretch[], least);
    }
  }

  /** What leftovers alone give of a band; `bareBand` has what they give from each place along v on. */
  fillBare(s: number, e: number): number {
    const best = this.bareBand;
    best.fill(0);
    this.work += this.bare.to.length / 2;
    const [from, to] = this.extent({ from: s, to: e });
    if (to - from < this.board.least.u - SLACK) return 0;
    this.keepIn(this.bare, s, e);
    const { first, to: until, wide, meets, keeps } = this.bare;
    for (let y = best.length - 2; y >= 0; y--) {
      let most = best[y + 1] as number;
      for (let n = first[y] as number; n < (first[y + 1] as number); n++) {
        const kept = keeps[meets[n] as number] as number;
        most = Math.max(most, (wide[n] as number) * kept + (best[until[n] as number] as number));
      }
      best[y] = most;
    }
    return best[0] as number;
  }

  /**
   * Fills `band` with the best worth of a band by what it has given and how far along v it has come, for what is allowed; ways that
   * come to no more than `needed` may be left out.
   */
  fill(s: number, e: number, needed: number): void {
    const many = this.grid.v.length;
    const { band, allowed, states } = this;
    const [from, to] = this.extent({ from: s, to: e });
    for (let state = states.many - 1; state > 0; state--) {
      if (allowed[state] !== 1) continue;
      for (const part of states.parts[state] as readonly number[]) if (allowed[part] === 0) allowed[part] = 2;
    }
    allowed[0] = 2;
    this.fillBare(s, e);
    this.keepIn(this.beside, s, e);
    this.answers.fill(NaN);
    const { came, open, adds, bareBand, bareAt, stackFirst, stackN, stackTo, stackAsk, stacks, answers } =
      this;
    came.fill(-Infinity);
    open.fill(-Infinity);
    came[0] = 0;
    const { first, to: until, wide, meets, keeps, tied } = this.beside;
    const height = to - from + SLACK;
    for (let y = 0; y < many; y++) {
      const begins = this.begins[y] === 1;
      const meeting = this.meeting[y] === 1;
      const bare = bareBand[bareAt[y] as number] as number;
      const [arc, arcs] = [first[y] as number, first[y + 1] as number];
      const [stackArc, stackArcs] = [stackFirst[y] as number, stackFirst[y + 1] as number];
      for (let state = 0; state < states.many; state++) {
        if (allowed[state] === 0) continue;
        const row = state * many;
        const arrived = came[row + y] as number;
        const here =
          y > 0 && (band[row + y - 1] as number) > arrived ? (band[row + y - 1] as number) : arrived;
        band[row + y] = here;
        if (!(here + bare > needed)) continue;
        // What nothing lies against could begin before.
        const base = begins ? here : arrived;
        if (base === -Infinity) continue;
        const left = begins ? here : meeting ? arrived : (open[row + y] as number);
        this.work += arcs - arc;
        for (let n = arc; n < arcs; n++) {
          // Two leftovers meet by a finding, or one of them is of the least size.
          const least = tied[n] === 1;
          if (!least && left === -Infinity) break;
          const kept = keeps[meets[n] as number] as number;
          if (kept === 0) continue;
          const worth = (least ? base : left) + (wide[n] as number) * kept;
          const z = row + (until[n] as number);
          if (worth > (came[z] as number)) came[z] = worth;
          if (least && worth > (open[z] as number)) open[z] = worth;
        }
        for (let n = stackArc; n < stackArcs; n++) {
          const stack = stacks[stackN[n] as number] as StackSort;
          const next = state + stack.state;
          if (height < stack.least || adds[state * states.many + stack.state] !== 1 || allowed[next] === 0)
            continue;
          const ask = stackAsk[n] as number;
          let kept = answers[ask] as number;
          if (kept !== kept) kept = this.answer(ask, s, e);
          if (kept < 0) continue;
          const z = next * many + (stackTo[n] as number);
          if (base + kept > (came[z] as number)) came[z] = base + kept;
          if (base + kept > (open[z] as number)) open[z] = base + kept;
        }
      }
    }
  }

  /** The credit of a stack in a band; −1 where its pieces have no room. */
  private answer(ask: number, s: number, e: number): number {
    const known = this.answers[ask] as number;
    if (!Number.isNaN(known)) return known;
    const credit = this.stackIn(ask, e);
    const tried = credit.tried;
    const kept = credit.kept(this.grid.u[s] as number);
    this.work += WORK_OF_PLACE * (1 + credit.tried - tried);
    const { stack } = this.asks[ask] as StackHere;
    const worth = kept === null ? -1 : this.board.perMm2 * stack.v * kept;
    this.answers[ask] = worth;
    return worth;
  }

  private stackIn(ask: number, e: number): StackCredit {
    const at = ask * this.grid.u.length + e;
    let credit = this.credits.get(at);
    if (credit) return credit;
    const { stack, barred, unclear } = this.asks[ask] as StackHere;
    const question = {
      kerf: this.board.kerf,
      sorts: this.sorts.map(({ u }, n) => ({ size: u, barred: barred[n] as readonly Stretch[] })),
      counts: stack.counts,
      unclear,
      least: this.leastOf(stack),
    };
    credit = new StackCredit(question, (this.grid.u[e] as number) - this.board.kerf);
    this.credits.set(at, credit);
    return credit;
  }

  /** How long a leftover of a stack must be. */
  private leastOf({ v }: StackSort): number {
    return v >= this.board.least.v - SLACK ? this.board.least.u : Infinity;
  }

  /** The stacks of a band of the best way. */
  stacksOf({ from: s, to: e, state: all }: Band): LaidStack[] {
    return all === 0 ? this.bareStacks(s, e) : this.filledStacks(s, e, all);
  }

  private bareStacks(s: number, e: number): LaidStack[] {
    this.fillBare(s, e);
    const { first, to, wide, meets, keeps } = this.bare;
    const best = this.bareBand;
    const stacks: LaidStack[] = [];
    for (let y = 0; y + 1 < best.length;) {
      let next = y + 1;
      for (let n = first[y] as number; n < (first[y + 1] as number); n++) {
        const kept = (wide[n] as number) * (keeps[meets[n] as number] as number);
        const z = to[n] as number;
        if (kept <= 0 || kept + (best[z] as number) < (best[y] as number) - SAME_COST) continue;
        stacks.push(this.leftoverAt(y, n, this.bare, this.grid.bare));
        next = z;
        break;
      }
      y = next;
    }
    return stacks;
  }

  private leftoverAt(y: number, n: number, of: Leftovers, at: readonly number[]): LaidStack {
    return {
      v: at[y] as number,
      sizeV: of.wide[n] as number,
      places: [],
      unclear: of.met[of.meets[n] as number] as readonly Stretch[],
      leastU: this.board.least.u,
    };
  }

  private filledStacks(s: number, e: number, all: number): LaidStack[] {
    this.allowed.fill(0);
    this.allowed[all] = 1;
    this.fill(s, e, -Infinity);
    const at = this.grid.v;
    const { first, to, wide, meets, keeps } = this.beside;
    const worth = (state: number, y: number): number => this.band[state * at.length + y] as number;
    const stacks: LaidStack[] = [];
    let [state, z] = [all, at.length - 1];
    const lastStack = (): LaidStack | null => {
      const here = worth(state, z);
      for (let y = 0; y < z; y++) {
        for (let n = first[y] as number; n < (first[y + 1] as number); n++) {
          const kept = (wide[n] as number) * (keeps[meets[n] as number] as number);
          if (to[n] !== z || kept <= 0 || worth(state, y) + kept < here - SAME_COST) continue;
          const laid = this.leftoverAt(y, n, this.beside, this.grid.v);
          z = y;
          return laid;
        }
        for (let n = this.stackFirst[y] as number; n < (this.stackFirst[y + 1] as number); n++) {
          const stack = this.stacks[this.stackN[n] as number] as StackSort;
          const ask = this.stackAsk[n] as number;
          if (this.stackTo[n] !== z || !(this.states.parts[state] as readonly number[]).includes(stack.state))
            continue;
          const kept = this.answer(ask, s, e);
          if (kept < 0 || worth(state - stack.state, y) + kept < here - SAME_COST) continue;
          state -= stack.state;
          z = y;
          return {
            v: at[y] as number,
            sizeV: stack.v,
            places: this.stackIn(ask, e).places(this.grid.u[s] as number),
            unclear: (this.asks[ask] as StackHere).unclear,
            leastU: this.leastOf(stack),
          };
        }
      }
      return null;
    };
    while (z > 0) {
      if (Math.abs(worth(state, z - 1) - worth(state, z)) < SAME_COST) {
        z--;
        continue;
      }
      const laid = lastStack();
      if (!laid) throw new Error('a way has stacks that come to its worth');
      stacks.unshift(laid);
    }
    return stacks;
  }
}
