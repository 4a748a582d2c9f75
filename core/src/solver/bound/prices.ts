/** Prices of what is wanted, as the programme of the proof says them. */
import { SCALE } from './scale.ts';

export interface Prices {
  /** By species, then demand. */
  readonly of: Float64Array;
  /** By board: prices of its rows for what it may give at most, by demand in turn with `demands`; and for what it must give. */
  readonly over: ReadonlyMap<number, Float64Array>;
  readonly under: ReadonlyMap<number, Float64Array>;
}

/** A price in whole numbers, rounded down. */
export const whole = (price: number | undefined): number => Math.floor(Math.max(0, price ?? 0) * SCALE);

/** Prices drawn toward others: `share` of the second. */
export function drawn(one: Prices, other: Prices, share: number): Prices {
  const mix = (a: ArrayLike<number>, b: ArrayLike<number> | undefined, many: number): Float64Array =>
    Float64Array.from({ length: many }, (_, i) => (1 - share) * (a[i] ?? 0) + share * (b?.[i] ?? 0));
  const rows = (side: 'over' | 'under'): Map<number, Float64Array> => {
    const mixed = new Map<number, Float64Array>();
    for (const board of new Set([...one[side].keys(), ...other[side].keys()])) {
      const [a, b] = [one[side].get(board), other[side].get(board)];
      const many = (a ?? b)?.length ?? 0;
      mixed.set(board, mix(a ?? new Float64Array(many), b, many));
    }
    return mixed;
  };
  return { of: mix(one.of, other.of, one.of.length), over: rows('over'), under: rows('under') };
}
