import { type MeasuredCheckView, type MeasuredLineView } from '@lotrecht/records';

/**
 * The lines of checks one by one, as comparisons over time need them.
 *
 * @example linesOfChecks([]) // []
 */
export function linesOfChecks(checks: readonly MeasuredCheckView[]): readonly MeasuredLineView[] {
  return checks.flatMap(({ lines, ...common }) => lines.map((line) => ({ ...common, ...line })));
}
