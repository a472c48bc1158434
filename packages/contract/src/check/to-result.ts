import {
  degreesFromRadians,
  millimetresFromMetres,
  CORE_VERSION,
  type LineFinding,
  type SetupFinding,
} from '@lotrecht/core';
import { type LineResult, type ResultDocument } from '../generated/types.ts';

/** Built field by field, as core's findings are: copies of objects would be most of its time. */
function toLineResult(finding: LineFinding): LineResult {
  const { judgement, move } = finding;
  const result: LineResult = {
    handedAzimuthDeg: degreesFromRadians(finding.handedAzimuthRad),
    azimuthDeg: degreesFromRadians(finding.azimuthRad),
    measurementUncertaintyDeg: degreesFromRadians(finding.measurementUncertaintyRad),
    standardUncertaintyDeg: degreesFromRadians(finding.standardUncertaintyRad),
    birgeRatio: finding.birgeRatio,
    word: finding.word,
    side: finding.side,
  };
  if (judgement !== undefined) {
    const [lo, hi] = judgement.toleranceRad;
    result.toleranceDeg = [degreesFromRadians(lo), degreesFromRadians(hi)];
    result.conformanceProbability = judgement.conformanceProbability;
    result.tooOpenProbability = judgement.tooOpenProbability;
    result.tooClosedProbability = judgement.tooClosedProbability;
    result.verdict = judgement.verdict;
    const settle = judgement.wouldSettle;
    if (settle !== undefined) {
      const rodMm = settle.rodM === null ? null : millimetresFromMetres(settle.rodM);
      result.wouldSettle = { repeats: settle.repeats, rodMm, targetLine: settle.targetLine };
    }
  }
  if (move !== undefined) result.move = { end: move.end, mm: millimetresFromMetres(move.distanceM) };
  return result;
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
