/** What is known of a board that must give just some pieces, and of ways to cut it. */
import type { StackPlace, Stretch } from './stack-credit.ts';

export interface Finding {
  readonly u0: number;
  readonly v0: number;
  readonly u1: number;
  readonly v1: number;
  readonly mask: number;
}

/** A sort of piece, along the axes of the board. */
export interface Sort {
  readonly item: number;
  readonly u: number;
  readonly v: number;
  /** What of it must be clear of findings. */
  readonly clearU: Stretch;
  readonly clearV: Stretch;
  readonly findings: readonly number[];
}

/** The places along u, along v in bands with pieces, and along v in bands of leftovers only. */
export interface Grid {
  readonly u: readonly number[];
  readonly v: readonly number[];
  readonly bare: readonly number[];
  /** By place along u: whether something holds a cut there by itself. */
  readonly held: Uint8Array;
  /** How far apart cuts lie that what is between them ties. */
  readonly chains: readonly number[];
}

/** Ways to take some of the pieces: each a number, whose digits say how many of each sort. */
export class States {
  readonly many: number;
  readonly counts: readonly (readonly number[])[];
  /** By state: all others that are part of it, itself too. */
  readonly parts: readonly (readonly number[])[];

  constructor(most: readonly number[]) {
    this.many = most.reduce((product, count) => product * (count + 1), 1);
    this.counts = Array.from({ length: this.many }, (_, state) => {
      let rest = state;
      return most.map((count) => {
        const digit = rest % (count + 1);
        rest = (rest - digit) / (count + 1);
        return digit;
      });
    });
    this.parts = this.counts.map((all) =>
      this.counts.flatMap((some, state) =>
        some.every((many, s) => many <= (all[s] as number)) ? [state] : [],
      ),
    );
  }

  /** What the pieces of a state come to. */
  sum(state: number, sorts: readonly Sort[], of: (sort: Sort) => number): number {
    let sum = 0;
    (this.counts[state] as readonly number[]).forEach((many, s) => (sum += many * of(sorts[s] as Sort)));
    return sum;
  }
}

/** A stack that gives some of the pieces: all are as wide. */
export interface StackSort {
  readonly state: number;
  readonly counts: readonly number[];
  readonly v: number;
  /** Along u, at least. */
  readonly least: number;
}

/** From which place along u to which a band goes, and what it gives. */
export interface Band {
  readonly from: number;
  readonly to: number;
  readonly state: number;
}

/** What of a stack is laid: a leftover across all of it, or pieces and what is kept beside them. */
export interface LaidStack {
  readonly v: number;
  readonly sizeV: number;
  readonly places: readonly StackPlace[];
  readonly unclear: readonly Stretch[];
  readonly leastU: number;
}

/** The board along its axes: u across the bands of the first stage, v along them. */
export interface BoardFigures {
  readonly findings: readonly Finding[];
  /** Those that a leftover must be clear of. */
  readonly clear: readonly number[];
  /** With a kerf at the end. */
  readonly u: number;
  readonly v: number;
  readonly kerf: number;
  /** A leftover that is kept is at least so large. */
  readonly least: { readonly u: number; readonly v: number };
  readonly perMm2: number;
}
