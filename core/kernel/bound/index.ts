/**
 * No less than the best that one board can give at given prices, compiled to WebAssembly: what `bound/relaxed-pricing.ts` asks.
 * Nothing is freed on the way: each question begins with an empty heap.
 */
import { BoardPath } from './board-path';
import { Question, Reader } from './question';

let figures: StaticArray<f64> = changetype<StaticArray<f64>>(0);

/** Begins a question of so many figures; where they are to be written, in the order in which `Question` reads them. */
export function begin(many: i32): usize {
  heap.reset();
  figures = new StaticArray<f64>(many);
  return changetype<usize>(figures);
}

/**
 * Where the answer lies, or 0 where no pattern is worth more than the threshold: the worth, then what the best pattern cuts by
 * item, and the credit of what it keeps, all whole. It lies there until the next question begins.
 */
export function gain(): usize {
  const asked = new Question(new Reader(figures));
  const board = new BoardPath(asked);
  if (!board.walk()) return 0;
  const taken = board.traced();
  const answer = new StaticArray<f64>(taken.length + 1);
  answer[0] = board.best[asked.u.cells];
  for (let n = 0; n < taken.length; n++) answer[n + 1] = taken[n];
  return changetype<usize>(answer);
}

/** Where it lies what rows from each on give at most, one figure more than there are rows; 0 as above. */
export function guide(): usize {
  const board = new BoardPath(new Question(new Reader(figures)));
  return board.walk() ? changetype<usize>(board.guide()) : 0;
}
