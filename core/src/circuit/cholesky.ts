/**
 * Factors a symmetric positive definite matrix in place into its lower Cholesky factor. A network of resistors in which
 * every node hangs on a source is one, and needs no pivoting. Cost n³/6.
 * @param matrix row-major, n by n; only the lower triangle is read and written
 * @throws {RangeError} when the matrix is not positive definite: a part of the network hangs on nothing
 */
export const factorInPlace = (matrix: Float64Array, n: number): void => {
  for (let j = 0; j < n; j++) {
    const rowJ = j * n;
    let diagonal = matrix[rowJ + j]!;
    for (let k = 0; k < j; k++) diagonal -= matrix[rowJ + k]! ** 2;
    if (!(diagonal > 0)) {
      throw new RangeError(`The network is not connected at node ${j + 1}: expected every node to reach node 0.`);
    }
    const root = Math.sqrt(diagonal);
    matrix[rowJ + j] = root;
    for (let i = j + 1; i < n; i++) {
      const rowI = i * n;
      let sum = matrix[rowI + j]!;
      for (let k = 0; k < j; k++) sum -= matrix[rowI + k]! * matrix[rowJ + k]!;
      matrix[rowI + j] = sum / root;
    }
  }
};

/** Solves with a factor made by `factorInPlace`; the right-hand side becomes the solution. Cost n². */
export const solveFactoredInPlace = (factor: Float64Array, n: number, rightSide: Float64Array): void => {
  for (let i = 0; i < n; i++) {
    let sum = rightSide[i]!;
    const row = i * n;
    for (let k = 0; k < i; k++) sum -= factor[row + k]! * rightSide[k]!;
    rightSide[i] = sum / factor[row + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = rightSide[i]!;
    for (let k = i + 1; k < n; k++) sum -= factor[k * n + i]! * rightSide[k]!;
    rightSide[i] = sum / factor[i * n + i]!;
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
