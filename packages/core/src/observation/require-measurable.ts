import { type LineName } from '../geometry/line.ts';
import { BARE_BASE_M, CONTACT_M, LIMITS, MOST_ALIKE, requireInside, ROD_BASE_M } from '../refusal/limits.ts';
import { type Range, RANGES } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type Observation } from './observation.ts';

/** A field of a reading beside what it can measure there. */
type Limited = readonly [field: string, value: number | undefined, limits: Range];

/**
 * Refuses a reading that no person, tape and rod can produce; of fields that are left out nothing is asked.
 *
 * @param o a reading that `readObservation` takes
 * @throws RefusedInput `out-of-range`, naming the field
 * @example requireMeasurable({ line: 'toes', by: 'gaps', leadGapM: 0.6, trailGapM: 0.6, baseM: 0.45 }) // undefined
 */
export function requireMeasurable(o: Observation): void {
  for (const [field, read, limits] of limitedFields(o))
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
  const before = new Map<string, number>();
  return observations.map((o) => {
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

function limitedFields(o: Observation): readonly Limited[] {
  switch (o.by) {
    case 'gaps':
      return [
        ['leadGapM', o.leadGapM, LIMITS.gapM],
        ['trailGapM', o.trailGapM, LIMITS.gapM],
        ['baseM', o.baseM, (o.rod === true ? ROD_BASE_M : BARE_BASE_M)[o.line]],
        ['seatingUncertaintyRad', o.seatingUncertaintyRad, LIMITS.seatingUncertaintyRad],
        ...ends(o),
      ];
    case 'square':
      return [
        ['heelGapM', o.heelGapM, LIMITS.clubGapM],
        ['toeGapM', o.toeGapM, LIMITS.clubGapM],
        ['baseM', o.baseM, BARE_BASE_M.face],
        ['squareUncertaintyRad', o.squareUncertaintyRad, LIMITS.seatingUncertaintyRad],
        ...ends(o),
      ];
    case 'faceRod':
      return [
        ['faceGapM', o.faceGapM, LIMITS.clubGapM],
        ['tipGapM', o.tipGapM, LIMITS.clubGapM],
        ['lengthM', o.lengthM, ROD_BASE_M.face],
        ['seatingUncertaintyRad', o.seatingUncertaintyRad, LIMITS.seatingUncertaintyRad],
        ...ends(o),
      ];
    case 'pointsAt':
      return [
        ['distanceM', o.distanceM, LIMITS.distanceM],
        ['gapM', o.gapM, LIMITS.gapM],
        ['baseM', o.baseM, o.rod === true ? contact(o.line) : BARE_BASE_M[o.line]],
        ['seatingUncertaintyRad', o.seatingUncertaintyRad, LIMITS.seatingUncertaintyRad],
        ['plumbM', o.plumbM, LIMITS.plumbM],
        ['endUncertaintyM', o.endUncertaintyM, LIMITS.endUncertaintyM],
      ];
    case 'angle':
      return [['uncertaintyRad', o.uncertaintyRad, LIMITS.gaugeUncertaintyRad]];
    case 'eye':
      return [];
  }
}

function contact(line: LineName): Range {
  return line === 'face' ? RANGES.baseM : CONTACT_M[line];
}

function ends(o: {
  readonly resolutionM?: number;
  readonly plumbM?: number;
  readonly endUncertaintyM?: number;
}): readonly Limited[] {
  return [
    ['resolutionM', o.resolutionM, LIMITS.resolutionM],
    ['plumbM', o.plumbM, LIMITS.plumbM],
    ['endUncertaintyM', o.endUncertaintyM, LIMITS.endUncertaintyM],
  ];
}
