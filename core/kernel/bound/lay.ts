/** The innermost loop of all paths: two places at a time. */

/** `none[from + n]` is at least `best[at + n] + worth`, for n below `many`; the two do not overlap there. */
export function lay(
  best: StaticArray<f64>,
  at: i32,
  worth: f64,
  none: StaticArray<f64>,
  from: i32,
  many: i32,
): void {
  let read = changetype<usize>(best) + ((<usize>at) << 3);
  let write = changetype<usize>(none) + ((<usize>from) << 3);
  const both = f64x2.splat(worth);
  let n = 0;
  for (; n + 1 < many; n += 2) {
    v128.store(write, f64x2.pmax(v128.load(write), f64x2.add(v128.load(read), both)));
    read += 16;
    write += 16;
  }
  if (n < many) {
    const value = load<f64>(read) + worth;
    if (value > load<f64>(write)) store<f64>(write, value);
  }
}
