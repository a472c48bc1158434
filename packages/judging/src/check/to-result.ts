import {
  type Answers,
  degreesFromRadians,
  type LineAnswer,
  millimetresFromMetres,
  CORE_VERSION,
  type LineFinding,
  type Posterior,
  type SetupFinding,
} from '@lotrecht/core';
import {
  type LineResult,
  type PosteriorLine,
  type PosteriorLines,
  type PosteriorResult,
  type PosteriorStand,
  type ResultDocument,
} from '@lotrecht/records';

/** Built field by field, as core's findings are: copies of objects would be most of its time. */
function toLineResult(finding: LineFinding): LineResult {
  const { judgement, move } = finding;
  const result: LineResult = {
    measurand: finding.measurand,
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

function toPosteriorLine({ meanRad, standardDeviationRad, judged }: LineAnswer): PosteriorLine {
  return {
    meanDeg: degreesFromRadians(meanRad),
    standardDeviationDeg: degreesFromRadians(standardDeviationRad),
    ...(judged && {
      probabilityIn: judged.probabilityIn,
      probabilityTooOpen: judged.probabilityTooOpen,
      probabilityTooClosed: judged.probabilityTooClosed,
      ...(judged.probabilityFirst !== undefined && { probabilityFirst: judged.probabilityFirst }),
      expectedExcessDeg: degreesFromRadians(judged.expectedExcessRad),
    }),
  };
}

function toAnswers({
  lines,
  probabilityNoneFirst,
  allInProbability,
  nearlyAllInProbability,
}: Answers): PosteriorStand {
  return {
    lines: Object.fromEntries(
      Object.entries(lines).map(([line, answer]) => [line, toPosteriorLine(answer)]),
    ) as unknown as PosteriorLines,
    probabilityNoneFirst,
    allInProbability,
    nearlyAllInProbability,
  };
}

function toPosterior(posterior: Posterior): PosteriorResult {
  const { today } = posterior;
  return {
    ...toAnswers(posterior),
    first: posterior.first,
    mostToGain: posterior.mostToGain,
    today: {
      setUps: today.setUps,
      ...toAnswers(today),
      nearlyAllInProbability: today.nearlyAllInProbability,
      nearlyAllReadInProbability: today.nearlyAllReadInProbability,
      first: today.first,
      mostToGain: today.mostToGain,
    },
    asItStood: posterior.asItStood && toAnswers(posterior.asItStood),
    history: posterior.history && { ...posterior.history },
  };
}

/** φ of some lines in degrees. */
function inDegrees(angles: Readonly<Record<string, number>>): Record<string, number> {
  const degrees: Record<string, number> = {};
  for (const line of Object.keys(angles)) degrees[line] = degreesFromRadians(angles[line] as number);
  return degrees;
}

/** A finding as a `lotrecht-result` document: degrees and millimetres, full precision. */
export function toResult(finding: SetupFinding): ResultDocument {
  const { turn, posterior, heelsFromFlare } = finding;
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
      twistDeg: inDegrees(turn.twistRad),
      mostTwisted: turn.mostTwisted,
      ...(turn.wouldShowFromRad && { wouldShowFromDeg: inDegrees(turn.wouldShowFromRad) }),
    },
    fixFirst: finding.fixFirst,
    likelyFirst: finding.likelyFirst,
    targetPicture: finding.targetPicture,
    ...(posterior && { posterior: toPosterior(posterior) }),
    ...(heelsFromFlare && {
      heelsFromFlare: {
        leadGapMm: millimetresFromMetres(heelsFromFlare.leadGapM),
        trailGapMm: millimetresFromMetres(heelsFromFlare.trailGapM),
        handedAzimuthDeg: degreesFromRadians(heelsFromFlare.handedAzimuthRad),
        measurementUncertaintyDeg: degreesFromRadians(heelsFromFlare.measurementUncertaintyRad),
      },
    }),
    notes: finding.notes.map((note) => ({ ...note })),
    core: CORE_VERSION,
  };
}
