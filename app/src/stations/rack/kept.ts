/**
 * What was worked out of a list, kept as long as the list is: lists of pieces are never changed in place, so a rack that
 * is left and come back to finds its order and its sums again.
 */
export function kept<Item, Value>(
  make: (list: readonly Item[], about: string) => Value,
): (list: readonly Item[], about?: string) => Value {
  const all = new WeakMap<readonly Item[], Map<string, Value>>();
  return (list, about = '') => {
    const known = all.get(list) ?? new Map<string, Value>();
    all.set(list, known);
    const there = known.get(about);
    if (there !== undefined) return there;
    const value = make(list, about);
    known.set(about, value);
    return value;
  };
}
