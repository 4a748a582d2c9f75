/**
 * The best that one board can give at given prices, compiled to WebAssembly: what `pattern.ts` asks. Set out there. Nothing is
 * freed on the way: each question begins with an empty heap.
 */
import { BoardKernel, Effort } from './board';
import { Given, View } from './view';

let given: Given = changetype<Given>(0);

/** Begins a question; where its figures are to be written, in the order in which `Given` reads them. */
export function begin(findings: i32, items: i32, wants: i32, shapes: i32): usize {
  heap.reset();
  given = new Given(findings, items, wants, shapes);
  return changetype<usize>(given.figures);
}

/**
 * Where the answer lies, as `BoardKernel.answer` writes it, or 0 where nothing of any price fits. `turned`: crosscut first.
 * The answer lies there until the next question begins.
 */
export function best(turned: bool, packs: i32, steps: i32, heights: i32, classes: i32): usize {
  const wanted = new StaticArray<f64>(given.wants);
  for (let w = 0; w < given.wants; w++) wanted[w] = given.wanted(w);
  const board = new BoardKernel(new View(given, turned), wanted, new Effort(packs, steps, heights, classes));
  return changetype<usize>(board.best());
}
