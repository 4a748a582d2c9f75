/**
 * What the clear runs of one strip give when they are cut out of it: the last stage of clear cuttings.
 */

/**
 * The greatest worth of cuttings from clear runs, all at least `least` long, with a kerf between
 * neighbours: their total length, or with `square` the total of their squared lengths. Where two runs lie
 * closer than a kerf, one of them is shortened; where both are too short for that, one is dropped. `take`,
 * if given, is told each cutting in order.
 */
export function runsWorth(
  from: Float64Array,
  to: Float64Array,
  count: number,
  kerf: number,
  least: number,
  square: boolean,
  take: ((from: number, to: number) => void) | null,
): number {
  let sum = 0;
  let apart = true;
  for (let i = 0; i < count; i++) {
    const length = (to[i] as number) - (from[i] as number);
    sum += square ? length * length : length;
    if (i > 0 && (from[i] as number) - (to[i - 1] as number) < kerf - 1e-6) apart = false;
  }
  if (apart) {
    if (take) for (let i = 0; i < count; i++) take(from[i] as number, to[i] as number);
    return sum;
  }
  return closeRuns(from, to, count, kerf, least, square, take);
}

interface Chosen {
  readonly worth: number;
  readonly from: number;
  readonly to: number;
  readonly before: Chosen | null;
  /** Where the cutting before ends once it has given way to this one. */
  readonly beforeTo: number;
}

/** Ways that are followed at once where worths are squared and few can be told to be beaten. */
const MOST_WAYS = 64;

/**
 * Runs closer than a kerf: keep, for each run, every way to end on it that none beats both in worth
 * and in how far back it begins (the earlier it begins, the more it can give way to the next). What is
 * missing between two runs is given up by the first as far as it can or by the second: with worths that are
 * straight or squared in length, nothing between the two is better.
 */
function closeRuns(
  from: Float64Array,
  to: Float64Array,
  count: number,
  kerf: number,
  least: number,
  square: boolean,
  take: ((from: number, to: number) => void) | null,
): number {
  const worthOf = (length: number): number => (square ? length * length : length);
  let ways: Chosen[] = [];
  for (let i = 0; i < count; i++) {
    const own = from[i] as number;
    const end = to[i] as number;
    const grown: Chosen[] = [{ worth: worthOf(end - own), from: own, to: end, before: null, beforeTo: 0 }];
    for (const way of ways) {
      const missing = Math.max(0, kerf - (own - way.to));
      const most = Math.min(missing, Math.max(0, spare(way) - least));
      for (const given of square && most > 0 ? [most, 0] : [most]) {
        const begin = own + missing - given;
        if (end - begin < least - 1e-6) continue;
        const worth = way.worth - worthOf(spare(way)) + worthOf(spare(way) - given) + worthOf(end - begin);
        grown.push({ worth, from: begin, to: end, before: way, beforeTo: way.to - given });
      }
    }
    ways = square ? best(ways.concat(grown)) : notBeaten(ways.concat(grown));
  }
  let won: Chosen | null = null;
  for (const way of ways) if (won === null || way.worth > won.worth) won = way;
  if (take && won) {
    const cuttings: [number, number][] = [];
    let end = won.to;
    for (let way: Chosen | null = won; way; way = way.before) {
      cuttings.unshift([way.from, end]);
      end = way.beforeTo;
    }
    for (const cutting of cuttings) take(...cutting);
  }
  return won?.worth ?? 0;
}

const best = (ways: readonly Chosen[]): Chosen[] =>
  ways.length <= MOST_WAYS ? [...ways] : [...ways].sort((a, b) => b.worth - a.worth).slice(0, MOST_WAYS);

/** Drops the ways that another beats: worth as much, no later in its end, no later in its start. */
function notBeaten(ways: readonly Chosen[]): Chosen[] {
  return ways.filter(
    (way, i) =>
      !ways.some(
        (other, j) =>
          i !== j &&
          other.worth >= way.worth &&
          other.to <= way.to &&
          spare(other) >= spare(way) &&
          (j < i || other.worth > way.worth || other.to < way.to || spare(other) > spare(way)),
      ),
  );
}

const spare = (way: Chosen): number => way.to - way.from;
