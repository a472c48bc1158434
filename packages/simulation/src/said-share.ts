/** Two-sided 95 % point of the standard normal distribution. */
const Z = 1.959964;

/**
 * A share with its own 95 % interval (Wilson), as a row of the tables in `docs/numerics.md`.
 *
 * @returns the share, and the row; of nothing NaN and no row
 */
export function shareRow(
  row: string,
  all: readonly boolean[],
): { readonly share: number; readonly text: string } {
  const n = all.length;
  if (n === 0) return { share: Number.NaN, text: '' };
  const share = all.filter(Boolean).length / n;
  const middle = (share + Z ** 2 / (2 * n)) / (1 + Z ** 2 / n);
  const half = (Z / (1 + Z ** 2 / n)) * Math.sqrt((share * (1 - share)) / n + Z ** 2 / (4 * n ** 2));
  const percent = (p: number): string => (100 * p).toFixed(1);
  const interval = `${percent(middle - half)} to ${percent(middle + half)}`;
  return { share, text: `| ${row} | ${percent(share)} % (${interval}) | ${n} |\n` };
}
