/**
 * What no full plan can spend less than.
 *
 * Proof. A board of area A that gives parts of area P and keeps offcuts of area O ≤ A − P costs
 * value × (A − credit × O) ≥ value × (A − O) ≥ value × P, as credit ≤ 1. So every mm² of a part costs at
 * least the worth of the wood it is cut from, and a part's units cost at least what the cheapest boards
 * that suit it ask, each board giving no more than its own area.
 * Parts are taken one at a time here, so they may share a board in the bound: that only lowers it.
 */
import { boardSuits, type MatchInstance, type MatchPart } from './instance.ts';

/** The bound in value, or null when some part has no board at all. */
export function leastSpent(instance: MatchInstance): number | null {
  let sum = 0;
  for (const part of instance.parts) {
    const cost = leastForPart(instance, part);
    if (cost === null) return null;
    sum += cost;
  }
  return sum;
}

function leastForPart(instance: MatchInstance, part: MatchPart): number | null {
  const suited = instance.boards.filter((board) => boardSuits(board, part)).sort((a, b) => a.value - b.value);
  let open = part.length * part.width * part.qty;
  let cost = 0;
  for (const board of suited) {
    if (board.length < part.length - 1e-6) continue;
    if (part.type === 'solid' && board.width < part.width - 1e-6) continue;
    const taken = Math.min(open, board.length * board.width);
    cost += (board.value * taken) / 1e6;
    open -= taken;
    if (open <= 0) return cost;
  }
  return open > 1e-6 ? null : cost;
}
