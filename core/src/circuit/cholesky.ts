/**
 * Factors a symmetric positive definite matrix in place into its lower Cholesky factor. A network of resistors in which
 * every node hangs on a source is one, and needs no pivoting. What stands left of a row's first entry stays nothing and
 * is passed over: cables make long chains, and their rows are short.
 * @param matrix row-major, n by n; only the lower triangle is read and written
 * @returns column of the first entry of every row, for solving
 * @throws {RangeError} when the matrix is not positive definite: a part of the network hangs on nothing
 */
export const factorInPlace = (matrix: Float64Array, n: number): Int32Array => {
  const first = new Int32Array(n);
  for (let i = 0; i < n; i++) {
    const rowI = i * n;
    let start = 0;
    while (start < i && matrix[rowI + start] === 0) start++;
    first[i] = start;
    for (let j = start; j < i; j++) {
      const rowJ = j * n;
      let sum = matrix[rowI + j]!;
      for (let k = Math.max(start, first[j]!); k < j; k++) sum -= matrix[rowI + k]! * matrix[rowJ + k]!;
      matrix[rowI + j] = sum / matrix[rowJ + j]!;
    }
    let diagonal = matrix[rowI + i]!;
    for (let k = start; k < i; k++) diagonal -= matrix[rowI + k]! * matrix[rowI + k]!;
    if (!(diagonal > 0))
      throw new RangeError(`The network is not connected at node ${i + 1}: expected every node to reach node 0.`);
    matrix[rowI + i] = Math.sqrt(diagonal);
  }
  return first;
};

/** Solves with a factor made by `factorInPlace`; the right-hand side becomes the solution. */
export const solveFactoredInPlace = (
  factor: Float64Array,
  first: Int32Array,
  n: number,
  rightSide: Float64Array,
): void => {
  for (let i = 0; i < n; i++) {
    let sum = rightSide[i]!;
    const row = i * n;
    for (let k = first[i]!; k < i; k++) sum -= factor[row + k]! * rightSide[k]!;
    rightSide[i] = sum / factor[row + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    const row = i * n;
    const value = rightSide[i]! / factor[row + i]!;
    rightSide[i] = value;
    for (let k = first[i]!; k < i; k++) rightSide[k] = rightSide[k]! - factor[row + k]! * value;
  }
};

/** Smallest pivot, relative to the largest entry, that still counts as a solution. */
const SMALLEST_PIVOT = 1e-13;

/**
 * Solves a small dense system by elimination with row pivoting, in place: the right-hand side becomes the solution.
 * @param matrix row-major, n by n; destroyed
 * @returns false when the matrix is singular
 */
export const solveDenseInPlace = (matrix: Float64Array, n: number, rightSide: Float64Array): boolean => {
  let largest = 0;
  for (let i = 0; i < n * n; i++) largest = Math.max(largest, Math.abs(matrix[i]!));
  for (let column = 0; column < n; column++) {
    let pivot = column;
    for (let row = column + 1; row < n; row++) {
      if (Math.abs(matrix[row * n + column]!) > Math.abs(matrix[pivot * n + column]!)) pivot = row;
    }
    const value = matrix[pivot * n + column]!;
    if (!(Math.abs(value) > SMALLEST_PIVOT * largest)) return false;
    if (pivot !== column) {
      for (let k = column; k < n; k++) {
        const held = matrix[pivot * n + k]!;
        matrix[pivot * n + k] = matrix[column * n + k]!;
        matrix[column * n + k] = held;
      }
      const held = rightSide[pivot]!;
      rightSide[pivot] = rightSide[column]!;
      rightSide[column] = held;
    }
    for (let row = column + 1; row < n; row++) {
      const factor = matrix[row * n + column]! / value;
      if (factor === 0) continue;
      for (let k = column + 1; k < n; k++) {
        matrix[row * n + k] = matrix[row * n + k]! - factor * matrix[column * n + k]!;
      }
      rightSide[row] = rightSide[row]! - factor * rightSide[column]!;
    }
  }
  for (let row = n - 1; row >= 0; row--) {
    let sum = rightSide[row]!;
    for (let k = row + 1; k < n; k++) sum -= matrix[row * n + k]! * rightSide[k]!;
    rightSide[row] = sum / matrix[row * n + row]!;
  }
  return true;
};
