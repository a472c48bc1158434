import { type LineName } from '../geometry/line.ts';
import { MOST_ALIKE, requireInside } from '../refusal/limits.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type Observation, wayOf } from './observation.ts';

/**
 * Refuses a reading that no person, tape and rod can produce; of fields that are left out nothing is asked.
 *
 * @param o a reading that `readObservation` takes
 * @throws RefusedInput `out-of-range`, naming the field
 * @example requireMeasurable({ line: 'toes', by: 'gaps', leadGapM: 0.6, trailGapM: 0.6, baseM: 0.45 }) // undefined
 */
export function requireMeasurable(o: Observation): void {
  for (const [field, read, limits] of wayOf(o).limited(o))
    if (read !== undefined) requireInside(field, read, limits);
}

/**
 * Refuses the same reading of one stand the fourth time: a tape that is read again comes out otherwise.
 *
 * @throws RefusedInput `duplicate`, naming the reading
 */
export function requireOwnReadings(observations: readonly Observation[]): void {
  alike(observations).forEach((times, index) => {
    if (times <= MOST_ALIKE) return;
    throw new RefusedInput('duplicate', `observations.${index}`, {
      advice: 'The same reading stands there three times already. Take away what was copied.',
    });
  });
}

/** Lines of which the same reading stands more than once in one stand. */
export function linesReadAlike(observations: readonly Observation[]): ReadonlySet<LineName> {
  const times = alike(observations);
  return new Set(observations.flatMap(({ line }, index) => ((times[index] ?? 0) > 1 ? [line] : [])));
}

/** How often each reading has stood in its stand so far, itself included; every field is the same. */
function alike(observations: readonly Observation[]): readonly number[] {
  // Most lines are read once in a stand: only of those that were read twice is it asked what the readings say.
  const read = new Map<string, number>();
  const standOf = ({ line, hold = 1 }: Observation): string => `${line} ${hold}`;
  for (const o of observations) read.set(standOf(o), (read.get(standOf(o)) ?? 0) + 1);
  const before = new Map<string, number>();
  return observations.map((o) => {
    if (read.get(standOf(o)) === 1) return 1;
    const said = asText(o);
    const times = (before.get(said) ?? 0) + 1;
    before.set(said, times);
    return times;
  });
}

/**
 * The same text for the same readings, in whatever order they and their fields stand; in core's names or a document's.
 *
 * @example sameReadings([{ line: 'toes', hold: 1 }]) === sameReadings([{ hold: 1, line: 'toes' }]) // true
 */
export function sameReadings(readings: readonly { readonly hold?: number }[]): string {
  return readings.map(asText).toSorted().join();
}

function asText({ hold = 1, ...fields }: { readonly hold?: number }): string {
  return JSON.stringify([hold, Object.entries(fields).toSorted(([a], [b]) => (a < b ? -1 : 1))]);
}
