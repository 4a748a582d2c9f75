/**
 * What the clear runs of one strip give when they are cut out of it: the last stage of clear cuttings.
 */

/**
 * The greatest total length of cuttings from clear runs, all at least `least` long, with a kerf
 * between neighbours. Where two runs lie closer than a kerf, one of them is shortened; where both are
 * too short for that, one is dropped. `take`, if given, is told each cutting in order.
 */
export function runsWorth(
  from: Float64Array,
  to: Float64Array,
  count: number,
  kerf: number,
  least: number,
  take: ((from: number, to: number) => void) | null,
): number {
  let sum = 0;
  let apart = true;
  for (let i = 0; i < count; i++) {
    sum += (to[i] as number) - (from[i] as number);
    if (i > 0 && (from[i] as number) - (to[i - 1] as number) < kerf - 1e-6) apart = false;
  }
  if (apart) {
    if (take) for (let i = 0; i < count; i++) take(from[i] as number, to[i] as number);
    return sum;
  }
  return closeRuns(from, to, count, kerf, least, take);
}

interface Chosen {
  readonly length: number;
  readonly from: number;
  readonly to: number;
  readonly before: Chosen | null;
  /** Where the cutting before ends once it has given way to this one. */
  readonly beforeTo: number;
}

/**
 * Runs closer than a kerf: keep, for each run, every way to end on it that none beats both in length
 * and in how far back it begins (the earlier it begins, the more it can give way to the next).
 */
function closeRuns(
  from: Float64Array,
  to: Float64Array,
  count: number,
  kerf: number,
  least: number,
  take: ((from: number, to: number) => void) | null,
): number {
  let ways: Chosen[] = [];
  for (let i = 0; i < count; i++) {
    const own = from[i] as number;
    const end = to[i] as number;
    const grown: Chosen[] = [{ length: end - own, from: own, to: end, before: null, beforeTo: 0 }];
    for (const way of ways) {
      const missing = Math.max(0, kerf - (own - way.to));
      const given = Math.min(missing, Math.max(0, way.to - way.from - least));
      const begin = own + missing - given;
      if (end - begin < least - 1e-6) continue;
      const length = way.length - given + end - begin;
      grown.push({ length, from: begin, to: end, before: way, beforeTo: way.to - given });
    }
    ways = notBeaten(ways.concat(grown));
  }
  let best: Chosen | null = null;
  for (const way of ways) if (best === null || way.length > best.length) best = way;
  if (take && best) {
    const cuttings: [number, number][] = [];
    let end = best.to;
    for (let way: Chosen | null = best; way; way = way.before) {
      cuttings.unshift([way.from, end]);
      end = way.beforeTo;
    }
    for (const cutting of cuttings) take(...cutting);
  }
  return best?.length ?? 0;
}

/** Drops the ways that another beats: as long, no later in its end, no later in its start. */
function notBeaten(ways: readonly Chosen[]): Chosen[] {
  return ways.filter(
    (way, i) =>
      !ways.some(
        (other, j) =>
          i !== j &&
          other.length >= way.length &&
          other.to <= way.to &&
          spare(other) >= spare(way) &&
          (j < i || other.length > way.length || other.to < way.to || spare(other) > spare(way)),
      ),
  );
}

const spare = (way: Chosen): number => way.to - way.from;
