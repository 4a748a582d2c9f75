/**
 * The best that one board can give at given prices: which parts to cut from it, and where.
 *
 * Idea. Three stages of through-cuts make bands, slots and stacks: the first stage parts the board in
 * bands along u, the second parts a band in slots along v, the third parts a slot in a stack along u whose
 * members are all as long as the slot. With u across the grain this is rip first, with u along it crosscut
 * first, so one dynamic programme serves both orders: slots are packed along a band, then bands along the
 * board. Places are exact: a label stands where the last cut ended or where a finding ends. Labels that
 * end within the same small step compete by worth, and copies are counted along the path of a label, so
 * that no pattern takes more of a part than is wanted. Leftovers large and clear enough to keep earn
 * their credit inside the programme. Set out by Gilmore and Gomory (1965) for boards without faults;
 * labels in place of a grid because faults and kerf leave no grid to stand on.
 *
 * The programme itself is in `core/kernel/pattern/`, one file a stage, and is compiled to WebAssembly: most of the time of a
 * search goes into it. What is here writes the question into its memory and reads the answer.
 *
 * Cost. About labels × classes for a band and labels × heights for the board; `Effort` bounds all of
 * them, so the answer is the best of those looked at, not proven best.
 */
import { instantiate, type Compiled } from '../foundation/compiled.ts';
import type { School } from '../geometry/school.ts';
import kernelText from './generated/pattern-kernel.js';
import type { Effort, KeepRule, Laid, Pattern, PatternBoard, PatternItem } from './pattern-board.ts';
import { TOUCH } from './tolerances.ts';

export * from './pattern-board.ts';

const BOTH_SCHOOLS = ['ripFirst', 'crosscutFirst'] as const;
/** Bytes of a figure. */
const FIGURE = 8;
/** Figures of an answer before what is laid, and of each that is laid. */
const HEAD = 2;
const OF_LAID = 5;

/** `core/kernel/pattern/index.ts`: places in memory are in bytes. */
interface PatternKernel extends Compiled {
  begin(findings: number, items: number, wants: number, shapes: number): number;
  best(turned: boolean, packs: number, slots: number, heights: number, classes: number): number;
}

let kernel: PatternKernel | null = null;

/** The best pattern found, or null when nothing of any price fits. `wanted[w]` is how much is wanted at most. */
export function bestPattern(
  board: PatternBoard,
  items: readonly PatternItem[],
  wanted: ArrayLike<number>,
  keep: KeepRule,
  effort: Effort,
  schools: readonly School[] = BOTH_SCHOOLS,
): Pattern | null {
  kernel ??= instantiate(kernelText) as PatternKernel;
  ask(kernel, board, items, wanted, keep);
  let best: Pattern | null = null;
  for (const school of schools) {
    const { packs, slots, heights, classes } = effort;
    const at = kernel.best(school === 'crosscutFirst', packs, slots, heights, classes);
    if (at === 0) continue;
    const [worth = 0, many = 0] = new Float64Array(kernel.memory.buffer, at, HEAD);
    if (best !== null && worth <= best.worth + TOUCH) continue;
    best = {
      worth,
      laid: laidIn(new Float64Array(kernel.memory.buffer, at + HEAD * FIGURE, OF_LAID * many)),
    };
  }
  return best;
}

/** Writes a question in the order in which `Given` reads it (`core/kernel/pattern/view.ts`). */
function ask(
  kernel: PatternKernel,
  board: PatternBoard,
  items: readonly PatternItem[],
  wanted: ArrayLike<number>,
  keep: KeepRule,
): void {
  const { masks, blocked } = board;
  const shapes = items.flatMap(({ shape }) => (shape ? [...shape] : []));
  const at = kernel.begin(masks.length, items.length, wanted.length, shapes.length);
  const to = new Float64Array(kernel.memory.buffer, at);
  let n = 0;
  to[n++] = board.length;
  to[n++] = board.width;
  to[n++] = board.kerf;
  to[n++] = keep.minLength;
  to[n++] = keep.minWidth;
  to[n++] = keep.perMm2;
  to[n++] = keep.gradeBit;
  masks.forEach((mask, i) => {
    for (let k = 4 * i; k < 4 * i + 4; k++) to[n++] = blocked[k] as number;
    to[n++] = mask;
  });
  let shapeFrom = 0;
  for (const { want, length, width, price, fills, gradeBit, shape } of items) {
    to[n++] = want;
    to[n++] = length;
    to[n++] = width;
    to[n++] = price;
    to[n++] = fills;
    to[n++] = gradeBit;
    to[n++] = shapeFrom;
    to[n++] = shapeFrom += shape?.length ?? 0;
  }
  to.set(wanted, n);
  to.set(shapes, n + wanted.length);
}

function laidIn(figures: Float64Array): Laid[] {
  const laid: Laid[] = [];
  for (let n = 0; n < figures.length; n += OF_LAID) {
    const [item, x, y, length, width] = figures.subarray(n, n + OF_LAID) as unknown as [
      number,
      number,
      number,
      number,
      number,
    ];
    laid.push({ item, x, y, length, width });
  }
  return laid;
}
