/**
 * Symmetric matrices as they occur here: at most some twenty rows, kept row by row. A general library would copy them
 * into its own classes thousands of times a check.
 */
export type Matrix = Float64Array;

/**
 * The lower root L of a positive semidefinite matrix, LLᵀ = A. A pivot below `leastPivot` gives a column of zeros.
 *
 * @param a n × n, row by row; only the lower half is read
 * @param leastPivot in the unit of the matrix; 0 asks for a positive definite one
 * @throws RangeError where A is not positive (semi)definite or not finite
 * @example [...choleskyRoot(Float64Array.of(4, 2, 2, 5), 2)] // [2, 0, 1, 2]
 */
export function choleskyRoot(a: Matrix, n: number, leastPivot = 0): Matrix {
  const root = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = a[i * n + j] as number;
      for (let k = 0; k < j; k++) sum -= (root[i * n + k] as number) * (root[j * n + k] as number);
      if (i !== j) {
        const pivot = root[j * n + j] as number;
        root[i * n + j] = pivot === 0 ? 0 : sum / pivot;
      } else if (sum > leastPivot) root[i * n + i] = Math.sqrt(sum);
      else if (leastPivot === 0 || !(sum > -1e-6)) throw new RangeError('The covariance is not positive.');
    }
  }
  return root;
}

/** Solves Lx = b in place. @param root lower, n × n */
export function solveLower(root: Matrix, n: number, b: Float64Array): Float64Array {
  for (let i = 0; i < n; i++) {
    let sum = b[i] as number;
    for (let k = 0; k < i; k++) sum -= (root[i * n + k] as number) * (b[k] as number);
    b[i] = sum / (root[i * n + i] as number);
  }
  return b;
}

/** Solves Lᵀx = b in place. @param root lower, n × n */
function solveUpper(root: Matrix, n: number, b: Float64Array): Float64Array {
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i] as number;
    for (let k = i + 1; k < n; k++) sum -= (root[k * n + i] as number) * (b[k] as number);
    b[i] = sum / (root[i * n + i] as number);
  }
  return b;
}

/**
 * The inverse of a positive definite matrix.
 *
 * @throws RangeError where it is not positive definite
 * @example inverse(Float64Array.of(4, 0, 0, 2), 2)[3] // 0.5
 */
export function inverse(a: Matrix, n: number): Matrix {
  const root = choleskyRoot(a, n);
  const inverted = new Float64Array(n * n);
  for (let column = 0; column < n; column++) {
    const unit = new Float64Array(n);
    unit[column] = 1;
    solveUpper(root, n, solveLower(root, n, unit));
    for (let row = 0; row < n; row++) inverted[row * n + column] = unit[row] as number;
  }
  return inverted;
}
