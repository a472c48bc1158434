import {
  degreesFromRadians,
  millimetresFromMetres,
  CORE_VERSION,
  type LineFinding,
  type SetupFinding,
} from '@lotrecht/core';
import { type LineResult, type ResultDocument } from '../generated/types.ts';

function toLineResult(finding: LineFinding): LineResult {
  const { judgement, move } = finding;
  return {
    handedAzimuthDeg: degreesFromRadians(finding.handedAzimuthRad),
    azimuthDeg: degreesFromRadians(finding.azimuthRad),
    measurementUncertaintyDeg: degreesFromRadians(finding.measurementUncertaintyRad),
    standardUncertaintyDeg: degreesFromRadians(finding.standardUncertaintyRad),
    birgeRatio: finding.birgeRatio,
    word: finding.word,
    side: finding.side,
    ...(judgement && {
      toleranceDeg: [
        degreesFromRadians(judgement.toleranceRad[0]),
        degreesFromRadians(judgement.toleranceRad[1]),
      ],
      conformanceProbability: judgement.conformanceProbability,
      tooOpenProbability: judgement.tooOpenProbability,
      tooClosedProbability: judgement.tooClosedProbability,
      verdict: judgement.verdict,
    }),
    ...(judgement?.wouldSettle && {
      wouldSettle: {
        repeats: judgement.wouldSettle.repeats,
        rodMm: judgement.wouldSettle.rodM === null ? null : millimetresFromMetres(judgement.wouldSettle.rodM),
        targetLine: judgement.wouldSettle.targetLine,
      },
    }),
    ...(move && { move: { end: move.end, mm: millimetresFromMetres(move.distanceM) } }),
  };
}

/** A finding as a `lotrecht-result` document: degrees and millimetres, full precision. */
export function toResult(finding: SetupFinding): ResultDocument {
  const { turn, heelsFromFlare } = finding;
  return {
    format: 'lotrecht-result',
    version: 1,
    targetLineUncertaintyDeg: degreesFromRadians(finding.targetLineUncertaintyRad),
    lines: Object.fromEntries(finding.lines.map((l) => [l.line, toLineResult(l)])),
    turn: turn && {
      handedAzimuthDeg: degreesFromRadians(turn.handedAzimuthRad),
      standardUncertaintyDeg: degreesFromRadians(turn.standardUncertaintyRad),
      chiSquare: turn.chiSquare,
      degreesOfFreedom: turn.degreesOfFreedom,
      pValue: turn.pValue,
      agree: turn.agree,
      twistDeg: Object.fromEntries(
        Object.entries(turn.twistRad).map(([line, twist]) => [line, degreesFromRadians(twist)]),
      ),
    },
    fixFirst: finding.fixFirst,
    likelyFirst: finding.likelyFirst,
    targetPicture: finding.targetPicture,
    ...(heelsFromFlare && {
      heelsFromFlare: {
        leadGapMm: millimetresFromMetres(heelsFromFlare.leadGapM),
        trailGapMm: millimetresFromMetres(heelsFromFlare.trailGapM),
        handedAzimuthDeg: degreesFromRadians(heelsFromFlare.handedAzimuthRad),
      },
    }),
    notes: finding.notes.map((note) => ({ ...note })),
    core: CORE_VERSION,
  };
}
