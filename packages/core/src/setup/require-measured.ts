import { requireMeasurable, requireOwnReadings, sameReadings } from '../observation/require-measurable.ts';
import { LIMITS, requireInside } from '../refusal/limits.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type TargetLine } from '../station/target-line.ts';
import { within } from './read-setup.ts';
import { type EarlierSetup, type Setup } from './setup.ts';

/**
 * Refuses what can be read and cannot have been measured: lengths and uncertainties no person, tape and rod produce,
 * copies of a reading, and copies of a check before it.
 *
 * @param setup one that `readSetup` takes
 * @throws RefusedInput naming the field
 * @example requireMeasured({ targetLine: {}, observations: [{ line: 'toes', by: 'gaps', leadGapM: 0.6, trailGapM: 0.6, baseM: 0.45 }] }) // undefined
 */
export function requireMeasured(
  setup: Pick<Setup, 'targetLine' | 'readdressSdRad' | 'daySdRad' | 'statureM' | 'earlier' | 'observations'>,
): void {
  requireAround(setup);
  const { daySdRad, statureM } = setup;
  if (daySdRad !== undefined) requireInside('daySdRad', daySdRad, LIMITS.daySdRad);
  if (statureM !== undefined) requireInside('statureM', statureM, LIMITS.statureM);
  setup.observations.forEach((o, index) => within(`observations.${index}`, () => requireMeasurable(o)));
  requireOwnReadings(setup.observations);
  (setup.earlier ?? []).forEach((check, index, all) =>
    within(`earlier.${index}`, () => {
      requireAround(check);
      requireInside('daysBefore', check.daysBefore, LIMITS.daysBefore);
      check.observations.forEach((o, at) => within(`observations.${at}`, () => requireMeasurable(o)));
      requireOwnReadings(check.observations);
      // Set-ups of a series are read one after the other from one string: they may come out the same.
      if (check.sameLine !== true) requireNoCopy(check, all.slice(0, index), setup);
    }),
  );
}

/** What stands around the readings of a check. */
function requireAround({
  targetLine,
  readdressSdRad,
}: {
  readonly targetLine: TargetLine;
  readonly readdressSdRad?: number;
}): void {
  const { sightingRad, stakeSeparationM } = targetLine;
  within('targetLine', () => {
    if (sightingRad !== undefined && sightingRad !== 0)
      requireInside(
        'sightingRad',
        sightingRad,
        LIMITS.sightingRad,
        'It is in degrees; one that small was read in radians.',
      );
    if (stakeSeparationM !== undefined)
      requireInside('stakeSeparationM', stakeSeparationM, LIMITS.stakeSeparationM);
  });
  if (readdressSdRad !== undefined) requireInside('readdressSdRad', readdressSdRad, LIMITS.readdressSdRad);
}

function requireNoCopy(
  check: EarlierSetup,
  before: readonly EarlierSetup[],
  { observations }: Pick<Setup, 'observations'>,
): void {
  const said = sameReadings(check.observations);
  const isCopy = before.some(
    ({ daysBefore, observations: others }) =>
      daysBefore === check.daysBefore && sameReadings(others) === said,
  );
  if (isCopy) throw copied('The same check stands there already. Take the copy away.');
  // One reading may come out the same on another day; a whole check never does, to the millimetre.
  const isThis = said === sameReadings(observations) && (check.daysBefore === 0 || observations.length > 1);
  if (isThis) throw copied('This is the check itself. Take it away from those before it.');
}

function copied(advice: string): RefusedInput {
  return new RefusedInput('duplicate', 'observations', { advice });
}
