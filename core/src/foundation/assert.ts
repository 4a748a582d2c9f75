/** Throws with `message` when `condition` does not hold: for faults of the program, never of input. */
export function assert(condition: boolean, message: string): asserts condition {
  if (!condition) throw new Error(message);
}

/** Ends a switch that must answer every case: a new case fails to compile here. */
export function exhausted(value: never, what: string): never {
  throw new Error(`${what}: no answer for ${JSON.stringify(value)}`);
}

/** The element at `index`, which the caller has shown to exist. */
export function at<T>(list: ArrayLike<T>, index: number): T {
  const value = list[index];
  if (value === undefined) throw new Error(`index ${index} outside 0…${list.length - 1}`);
  return value;
}
