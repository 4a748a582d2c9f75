/** The outcome of reading something that may be wrong: a value, or faults that say what and where. */
export type Result<T, F> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: F };

export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });

export const fail = <F>(fault: F): { readonly ok: false; readonly fault: F } => ({
  ok: false,
  fault,
});
