/**
 * The order of a panel’s strips, each as it is or turned end for end: the least sum of tone steps at the joints, and of
 * joints where sapwood meets heartwood, by the maker’s weights.
 *
 * Method. Up to eleven strips exactly, by dynamic programming over which are laid and how the last one lies (2ⁿ·2n states);
 * beyond that the order as given is bettered by moving stretches and turning strips until nothing gains. O(n³) a round.
 * The outcome is never worse than the order as given.
 */
type StripEdge = 'sap' | 'heart';

export interface PanelStrip {
  readonly id: string;
  /** Its edges as it lies, seen with the best face up. */
  readonly left: StripEdge;
  readonly right: StripEdge;
}

export interface PanelWeights {
  readonly tone: number;
  readonly sapwood: number;
}

export interface PanelOrder {
  readonly order: readonly { readonly id: string; readonly turned: boolean }[];
  readonly cost: number;
  /** No order costs less: the order itself where it is exact, else the cheapest tree that joins all strips. */
  readonly bound: number;
  readonly exact: boolean;
}

const EXACT = 11;

interface Laid {
  readonly strip: number;
  readonly turned: boolean;
}

/** `tone[i][j]`: how far strips i and j are apart in tone. */
export function panelOrder(
  strips: readonly PanelStrip[],
  tone: readonly (readonly number[])[],
  weights: PanelWeights,
): PanelOrder {
  const given = strips.map((_, strip): Laid => ({ strip, turned: false }));
  const joint = (a: Laid, b: Laid): number => {
    const [one, other] = [strips[a.strip] as PanelStrip, strips[b.strip] as PanelStrip];
    const right = a.turned ? one.left : one.right;
    const left = b.turned ? other.right : other.left;
    return weights.tone * (tone[a.strip]?.[b.strip] ?? 0) + (right === left ? 0 : weights.sapwood);
  };
  const best = strips.length <= EXACT ? exactly(strips.length, joint) : bettered(given, joint);
  const better = costOf(best, joint) < costOf(given, joint) - 1e-12 ? best : given;
  const cost = costOf(better, joint);
  const exact = strips.length <= EXACT;
  return {
    order: better.map(({ strip, turned }) => ({ id: strips[strip]?.id ?? '', turned })),
    cost,
    bound: exact ? cost : Math.min(cost, cheapestTree(strips.length, joint)),
    exact,
  };
}

/** An order is a tree over the strips, so that the cheapest tree, each joint at its cheapest, costs no more. Prim, O(n²). */
function cheapestTree(n: number, joint: Joint): number {
  const turns = [false, true];
  const cheapest = (a: number, b: number): number =>
    Math.min(
      ...turns.flatMap((one) =>
        turns.flatMap((other) => [
          joint({ strip: a, turned: one }, { strip: b, turned: other }),
          joint({ strip: b, turned: other }, { strip: a, turned: one }),
        ]),
      ),
    );
  const near = Array.from({ length: n }, (_, i) => (i === 0 ? 0 : Infinity));
  const open = new Set(near.keys());
  let total = 0;
  while (open.size > 0) {
    const next = [...open].reduce((best, one) =>
      (near[one] as number) < (near[best] as number) ? one : best,
    );
    total += near[next] as number;
    open.delete(next);
    for (const other of open) near[other] = Math.min(near[other] as number, cheapest(next, other));
  }
  return total;
}

type Joint = (a: Laid, b: Laid) => number;

const costOf = (order: readonly Laid[], joint: Joint): number =>
  order.slice(1).reduce((sum, laid, i) => sum + joint(order[i] as Laid, laid), 0);

function exactly(n: number, joint: Joint): Laid[] {
  if (n === 0) return [];
  const last = (state: number): Laid => ({ strip: state >> 1, turned: (state & 1) === 1 });
  const states = 2 * n;
  const cost = new Float64Array((1 << n) * states).fill(Infinity);
  const from = new Int16Array((1 << n) * states).fill(-1);
  for (let state = 0; state < states; state++) cost[(1 << (state >> 1)) * states + state] = 0;
  for (let laid = 1; laid < 1 << n; laid++) {
    for (let state = 0; state < states; state++) {
      const here = cost[laid * states + state] as number;
      if (here === Infinity) continue;
      for (let next = 0; next < states; next++) {
        if ((laid & (1 << (next >> 1))) !== 0) continue;
        const then = (laid | (1 << (next >> 1))) * states + next;
        const sum = here + joint(last(state), last(next));
        if (sum < (cost[then] as number) - 1e-12) {
          cost[then] = sum;
          from[then] = state;
        }
      }
    }
  }
  let laid = (1 << n) - 1;
  let state = 0;
  for (let one = 1; one < states; one++)
    if ((cost[laid * states + one] as number) < (cost[laid * states + state] as number)) state = one;
  const order: Laid[] = [];
  while (state >= 0) {
    order.unshift(last(state));
    const before = from[laid * states + state] as number;
    laid &= ~(1 << (state >> 1));
    state = before;
  }
  return order;
}

function bettered(start: readonly Laid[], joint: Joint): Laid[] {
  let best = [...start];
  let cost = costOf(best, joint);
  for (let gained = true; gained;) {
    gained = false;
    for (const tried of neighbours(best)) {
      const now = costOf(tried, joint);
      if (now >= cost - 1e-9) continue;
      [best, cost, gained] = [tried, now, true];
      break;
    }
  }
  return best;
}

/** Orders one change away: a strip turned, a stretch reversed with its strips turned, a strip put elsewhere. */
function* neighbours(order: readonly Laid[]): Generator<Laid[]> {
  const turn = ({ strip, turned }: Laid): Laid => ({ strip, turned: !turned });
  for (let i = 0; i < order.length; i++) yield order.map((laid, at) => (at === i ? turn(laid) : laid));
  for (let i = 0; i < order.length; i++)
    for (let j = i + 1; j < order.length; j++)
      yield [
        ...order.slice(0, i),
        ...order
          .slice(i, j + 1)
          .reverse()
          .map(turn),
        ...order.slice(j + 1),
      ];
  for (let i = 0; i < order.length; i++) {
    const rest = order.filter((_, at) => at !== i);
    const moved = order[i] as Laid;
    for (let j = 0; j <= rest.length; j++) yield [...rest.slice(0, j), moved, ...rest.slice(j)];
  }
}
