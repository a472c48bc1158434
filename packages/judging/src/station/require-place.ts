import { radiansFromDegrees, RefusedInput, requireLandmark } from '@lotrecht/core';
import { type PlaceInput, DocumentRefused, type Refusal, validatePlaceInput } from '@lotrecht/records';

/**
 * A place whose marks can all be pointed at, each with a name of its own.
 *
 * @throws DocumentRefused with a path for every mark that cannot
 * @example requirePlace({ revision: 0, name: 'Rim', kind: 'range', marks: [] }).name // 'Rim'
 */
export function requirePlace(value: unknown): PlaceInput {
  const place = validatePlaceInput(value);
  const refusals = place.marks.flatMap((mark, index): Refusal[] => {
    const path = `/marks/${index}`;
    const twin = place.marks.findIndex((m) => m.name === mark.name || m.id === mark.id);
    if (twin !== index) {
      return [
        {
          code: 'duplicate',
          path: `${path}/name`,
          message: `“${mark.name}” stands twice. Give each mark a name of its own.`,
        },
      ];
    }
    try {
      requireLandmark({ distanceM: mark.distanceM, bearingRad: radiansFromDegrees(mark.bearingDeg) });
      return [];
    } catch (error) {
      if (!(error instanceof RefusedInput)) throw error;
      const field = error.field === 'bearingRad' ? 'bearingDeg' : error.field;
      return [{ code: error.code, path: `${path}/${field}`, message: error.detail.advice }];
    }
  });
  if (refusals.length > 0) throw new DocumentRefused(refusals);
  return place;
}
