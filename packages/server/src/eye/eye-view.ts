import { type EyeView } from '@lotrecht/records';
import { degreesFromRadians, eyeRecord, radiansFromDegrees, sideSign } from '@lotrecht/core';
import { type StoredGuess } from './eye-repository.ts';

const NOTHING: EyeView = {
  count: 0,
  biasDeg: null,
  biasHalfDeg: null,
  uncertaintyDeg: null,
  uncertaintyIntervalDeg: null,
};

function degrees(rad: number | null): number | null {
  return rad === null ? null : degreesFromRadians(rad);
}

/** What guesses say of the eye that made them. */
export function eyeView(guesses: readonly StoredGuess[]): EyeView {
  if (guesses.length === 0) return NOTHING;
  const record = eyeRecord(
    guesses.map((g) => ({
      differenceRad: radiansFromDegrees(g.guessDeg - sideSign(g.handedness) * g.handedAzimuthDeg),
      readingUncertaintyRad: radiansFromDegrees(
        Math.hypot(g.measurementUncertaintyDeg, g.targetLineUncertaintyDeg),
      ),
    })),
  );
  const interval = record.uncertaintyIntervalRad;
  return {
    count: record.count,
    biasDeg: degreesFromRadians(record.biasRad),
    biasHalfDeg: degrees(record.biasHalfRad),
    uncertaintyDeg: degrees(record.uncertaintyRad),
    uncertaintyIntervalDeg:
      interval === null ? null : [degreesFromRadians(interval[0]), degreesFromRadians(interval[1])],
  };
}
