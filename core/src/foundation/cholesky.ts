/** Symmetric positive definite systems by Cholesky's factors (Golub and Van Loan, Matrix Computations, 4.2). */
import { at } from './assert.ts';

export interface Factors {
  /** ln of the determinant of the matrix. */
  readonly logDeterminant: number;
  /** x with matrix · x = right. */
  solve(right: readonly number[]): number[];
}

/** Factors of a symmetric positive definite matrix, given by rows; O(n³). */
export function cholesky(matrix: readonly (readonly number[])[]): Factors {
  const n = matrix.length;
  const lower = matrix.map(() => new Array<number>(n).fill(0));
  let logDeterminant = 0;
  for (let i = 0; i < n; i++) {
    const row = at(lower, i);
    for (let j = 0; j <= i; j++) {
      const other = at(lower, j);
      let rest = at(at(matrix, i), j);
      for (let k = 0; k < j; k++) rest -= at(row, k) * at(other, k);
      row[j] = i === j ? Math.sqrt(rest) : rest / at(other, j);
    }
    logDeterminant += 2 * Math.log(at(row, i));
  }
  return { logDeterminant, solve: (right) => backward(lower, forward(lower, right)) };
}

function forward(lower: readonly (readonly number[])[], right: readonly number[]): number[] {
  const out: number[] = [];
  right.forEach((value, i) => {
    let rest = value;
    for (let k = 0; k < i; k++) rest -= at(at(lower, i), k) * at(out, k);
    out[i] = rest / at(at(lower, i), i);
  });
  return out;
}

function backward(lower: readonly (readonly number[])[], right: readonly number[]): number[] {
  const out = [...right];
  for (let i = right.length - 1; i >= 0; i--) {
    let rest = at(right, i);
    for (let k = i + 1; k < right.length; k++) rest -= at(at(lower, k), i) * at(out, k);
    out[i] = rest / at(at(lower, i), i);
  }
  return out;
}
