/**
 * Which of several comparisons are called real so that at most a share of those called is told of nothing: the k
 * smallest p with the largest k for which p ≤ k/n·level (Benjamini and Hochberg 1995).
 *
 * @param level share of false ones, 0 to 1
 * @example falseDiscoveries([0.001, 0.04, 0.9], 0.05) // [true, false, false]
 */
export function falseDiscoveries(pValues: readonly number[], level: number): readonly boolean[] {
  const sorted = pValues.toSorted((a, b) => a - b);
  const last = sorted.findLastIndex((p, k) => p <= ((k + 1) / sorted.length) * level);
  const limit = sorted[last];
  return pValues.map((p) => limit !== undefined && p <= limit);
}

/**
 * Which of several comparisons are called real so that the chance to call any of them falsely is at most the level:
 * the smallest p first, each against level/(n − k), until one is not (Holm 1979).
 *
 * @param level 0 to 1
 * @example familyWise([0.01, 0.03, 0.9], 0.05) // [true, false, false]
 */
export function familyWise(pValues: readonly number[], level: number): readonly boolean[] {
  const order = pValues.map((_, i) => i).toSorted((a, b) => (pValues[a] ?? 0) - (pValues[b] ?? 0));
  const failed = order.findIndex((index, k) => (pValues[index] ?? 1) > level / (pValues.length - k));
  const real = new Set(failed < 0 ? order : order.slice(0, failed));
  return pValues.map((_, i) => real.has(i));
}
