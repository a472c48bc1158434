import { LINE_NAMES, type LineName } from '../geometry/line.ts';
import { RANGES, requireFinite } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type Setup } from './setup.ts';

/**
 * Refuses a method that cannot judge: lo ≥ hi, a goal outside its tolerance, a line twice in the order, nothing
 * observed.
 *
 * @throws RefusedInput
 */
export function requireSetup(setup: Setup): void {
  if (setup.observations.length === 0) {
    throw new RefusedInput('empty', 'observations', { advice: 'A check needs at least one reading.' });
  }
  for (const line of LINE_NAMES) requireLine(setup, line);
  setup.order.forEach((line, index) => {
    if (setup.order.indexOf(line) !== index) {
      throw new RefusedInput('duplicate', `order.${index}`, {
        read: line,
        advice: 'A line stands in the order once.',
      });
    }
  });
}

function requireLine(setup: Setup, line: LineName): void {
  const tolerance = setup.tolerancesRad[line];
  const goal = setup.goalsRad?.[line];
  if (goal !== undefined) requireAngle(`goalsRad.${line}`, goal);
  if (tolerance === undefined) return;
  const [lo, hi] = tolerance;
  requireAngle(`tolerancesRad.${line}.0`, lo);
  requireAngle(`tolerancesRad.${line}.1`, hi);
  if (lo >= hi) {
    throw new RefusedInput('tolerance-order', `tolerancesRad.${line}`, {
      advice: 'The lower limit must be below the upper limit.',
    });
  }
  const aimedAt = goal ?? 0;
  if (aimedAt < lo || aimedAt > hi) {
    throw new RefusedInput(
      'goal-outside-tolerance',
      goal === undefined ? `tolerancesRad.${line}` : `goalsRad.${line}`,
      {
        read: aimedAt,
        least: lo,
        most: hi,
        advice: 'The goal must lie inside the tolerance; without a goal it is 0.',
      },
    );
  }
}

function requireAngle(field: string, value: number): void {
  requireFinite(field, value);
  if (Math.abs(value) > RANGES.angleRad.most) {
    throw new RefusedInput('out-of-range', field, {
      read: value,
      ...RANGES.angleRad,
      advice: 'Tolerances and goals lie between −45° and 45°.',
    });
  }
}
