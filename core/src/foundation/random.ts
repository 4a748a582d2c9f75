/**
 * A small seeded source of randomness, so that every run can be repeated.
 *
 * Idea: a 32-bit Weyl sequence through a mixing function ("mulberry32", Tommy Ettinger, public
 * domain, 2017). Period 2³²; good enough to shuffle work, not for secrets.
 */
export interface Random {
  /** A number in [0, 1). */
  next(): number;
  /** A whole number in [0, bound). */
  below(bound: number): number;
}

export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = state;
    mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
  return { next, below: (bound) => Math.floor(next() * bound) };
}

/** `list` in a random order (Fisher–Yates), the given list untouched. */
export function shuffled<T>(list: readonly T[], random: Random): T[] {
  const out = [...list];
  for (let i = out.length - 1; i > 0; i--) {
    const j = random.below(i + 1);
    const a = out[i] as T;
    out[i] = out[j] as T;
    out[j] = a;
  }
  return out;
}
