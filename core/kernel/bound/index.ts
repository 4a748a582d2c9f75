/**
 * No less than the best that one board can give at given prices, compiled to WebAssembly: what `bound/relaxed-pricing.ts` asks.
 * Nothing is freed on the way: each question begins with an empty heap.
 */
import { BoardPath } from './board-path';
import { CountedPath } from './counted-path';
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
 * item, and the credit of what it keeps, all whole; where copies are counted, the same once more of the best pattern that does not
 * count. Where it was given up without counting, at least what any pattern is worth, with a credit of −1; with counting, worth
 * Infinity. It lies there until the next question begins.
 */
export function gain(): usize {
  const asked = new Question(new Reader(figures));
  const board = new BoardPath(asked);
  if (!board.walk()) return 0;
  const many = asked.items.length + 2;
  const answer = new StaticArray<f64>(2 * many);
  if (board.gaveUp) {
    const nothing = new StaticArray<f64>(many - 1);
    nothing[asked.items.length] = -1;
    write(answer, many, board.after[0], nothing);
    write(answer, 0, asked.most.length == 0 ? board.after[0] : Infinity, nothing);
    return changetype<usize>(answer);
  }
  const free = board.traced();
  const worth = board.best[asked.u.cells];
  write(answer, 0, worth, free);
  if (asked.most.length == 0) return changetype<usize>(answer);
  const counted = new CountedPath(asked, board);
  const most = counted.walk();
  write(answer, many, worth, free);
  write(answer, 0, most, Math.abs(most) == Infinity ? new StaticArray<f64>(free.length) : counted.traced());
  return changetype<usize>(answer);
}

function write(answer: StaticArray<f64>, at: i32, worth: f64, taken: StaticArray<f64>): void {
  answer[at] = worth;
  for (let n = 0; n < taken.length; n++) answer[at + 1 + n] = taken[n];
}

/** Where it lies what rows from each on give at most, one figure more than there are rows; 0 as above. */
export function guide(): usize {
  const board = new BoardPath(new Question(new Reader(figures)));
  return board.walk() ? changetype<usize>(board.guide()) : 0;
}
