import {
  degreesFromRadians,
  LINE_NAMES,
  radiansFromDegrees,
  READDRESS_SD_RAD,
  readdressSpread,
} from '@lotrecht/core';
import { type MeasuredLineView, type StudentReaddress } from '@lotrecht/records';

/** The same kind of set-up on the same day: what these scatter is how the student steps in. */
function togetherKey({ heldOn, clubGroup, circumstances: c }: MeasuredLineView): string {
  return JSON.stringify([heldOn, clubGroup, c && [c.phase, c.help, c.place, c.reader]]);
}

/**
 * The re-address spread of a student, from whichever body line shows it best: the one with most repeated set-ups, of
 * several the first as they are read from the ground up. Lines of one set-up share how it was stepped into, so
 * they are not pooled.
 *
 * @param rows the student's measured lines
 * @example readdressOfStudent([]) // { sdDeg: 2, learned: false }
 */
export function readdressOfStudent(rows: readonly MeasuredLineView[]): StudentReaddress {
  const usualRad = READDRESS_SD_RAD;
  const spreads = LINE_NAMES.filter((line) => line !== 'face').map((line) => {
    const days = new Map<string, { handedAzimuthRad: number; measurementUncertaintyRad: number }[]>();
    for (const row of rows) {
      if (row.line !== line || row.doubted) continue;
      const key = togetherKey(row);
      const reps = days.get(key) ?? [];
      reps.push({
        handedAzimuthRad: radiansFromDegrees(row.handedAzimuthDeg),
        measurementUncertaintyRad: radiansFromDegrees(row.measurementUncertaintyDeg),
      });
      days.set(key, reps);
    }
    return readdressSpread([...days.values()], usualRad);
  });
  const best = spreads.reduce((a, b) => (b.degreesOfFreedom > a.degreesOfFreedom ? b : a));
  return { sdDeg: Number(degreesFromRadians(best.sdRad).toFixed(2)), learned: best.learned };
}
