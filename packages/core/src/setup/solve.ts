import { azimuthFromHanded, withoutNegativeZero } from '../geometry/azimuth.ts';
import { kindOfLine } from '../geometry/line.ts';
import { azimuthWords } from '../geometry/words.ts';
import { KEPT_POINTS, LIVE_POINTS } from '../posterior/fixed-points.ts';
import { bodyScale } from '../observation/sized.ts';
import { posteriorOf } from '../posterior/posterior.ts';
import { DEFAULT_DECISION_LIMITS } from '../uncertainty/conformity.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { heelsFromFlare } from './flare.ts';
import { judge } from './judge.ts';
import { moveToGoal } from './move.ts';
import { notesOf } from './notes.ts';
import { priorityOf } from './priority.ts';
import { posteriorGroundOf, type ReadLine, readSetup, turnToStart, within } from './read-setup.ts';
import { requireMeasured } from './require-measured.ts';
import { requireSetup } from './require-setup.ts';
import {
  type HeelsFromFlare,
  type LineFinding,
  type LineJudgement,
  type Setup,
  type SetupFinding,
} from './setup.ts';
import { aimsElsewhere } from './target-picture.ts';
import { turningLines, turnOf } from './turn.ts';
import { wouldSettle } from './would-settle.ts';

/** What is made of a check. */
export interface SolveWish {
  /**
   * `kept`: with the whole posterior; `live`: with a coarser one, while readings are typed; `tape`: the figures of the
   * tape alone. Default `tape`.
   */
  readonly answer?: 'tape' | 'live' | 'kept';
}

/** From this weight of a changed habit on it is said. */
const CHANGED_FROM = 0.5;

/**
 * Solves a whole check: every line's angle, uncertainty, verdict and move, the turn and twist of the body, and
 * what to fix first.
 *
 * @param setup readings and method, SI units
 * @returns a finding in which every number is finite
 * @throws RefusedInput naming the field, for anything that cannot be a measurement
 * @example solveSetup({ handedness: 'right', targetLine: {}, tolerancesRad: {}, order: [], observations: [{ line: 'toes', by: 'gaps', leadGapM: 0.6, trailGapM: 0.6, baseM: 0.45 }] }).lines[0]?.word // 'square'
 */
export function solveSetup(setup: Setup, { answer = 'tape' }: SolveWish = {}): SetupFinding {
  requireSetup(setup);
  const read = readSetup(setup);
  if (setup.stored !== true) requireMeasured(setup);
  const { targetLineUncertaintyRad } = read;
  const lines = read.lines.map((line) => findLine(setup, line, targetLineUncertaintyRad));
  const found = turnOf(turningLines(read.lines, setup.footLine ?? 'toes'), read);
  const face = read.lines.find((l) => l.line === 'face');
  const heels = findHeels(setup);
  const targetPicture = found?.turn.agree === true && face !== undefined && aimsElsewhere(face, found, read);
  const posterior =
    answer === 'tape'
      ? undefined
      : posteriorOf({
          ...posteriorGroundOf(setup, read),
          points: answer === 'live' ? LIVE_POINTS : KEPT_POINTS,
        });
  return {
    targetLineUncertaintyRad,
    lines,
    turn: found?.turn ?? null,
    ...priorityOf(lines, setup.order),
    targetPicture,
    ...(posterior && { posterior }),
    ...(heels && { heelsFromFlare: heels }),
    notes: notesOf({
      setup,
      lines,
      targetPicture,
      changedSince: (posterior?.history?.probabilityChanged ?? 0) >= CHANGED_FROM,
      heels,
    }),
  };
}

/** Only a toe line that was read once with a tape has toe tips to go back from. */
function findHeels({ feet, observations, ...told }: Setup): HeelsFromFlare | undefined {
  const toes = observations.filter((o) => o.line === 'toes');
  const [only] = toes;
  if (feet === undefined || only?.by !== 'gaps' || toes.length > 1) return undefined;
  return within('feet', () => {
    const heels = heelsFromFlare(only, feet);
    const handedAzimuthRad = heels.handedAzimuthRad + turnToStart(told);
    return { ...heels, handedAzimuthRad: withoutNegativeZero(handedAzimuthRad) };
  });
}

/** Built field by field: this runs once per line of every check, and copies of objects would be most of its time. */
type Draft<T> = { -readonly [K in keyof T]: T[K] };

function findLine(setup: Setup, { line, indices, combined }: ReadLine, uTarget: number): LineFinding {
  const azimuthRad = azimuthFromHanded(combined.value, setup.handedness);
  const kind = kindOfLine(line);
  const { word, side } = azimuthWords(azimuthRad, setup.handedness, kind);
  const uLine = combined.lineShare * uTarget;
  const finding: Draft<LineFinding> = {
    line,
    measurand: combined.measurand,
    handedAzimuthRad: combined.value,
    azimuthRad,
    measurementUncertaintyRad: combined.standardUncertainty,
    standardUncertaintyRad: inQuadrature(combined.standardUncertainty, uLine),
    birgeRatio: combined.birgeRatio,
    word,
    side,
  };
  const [index] = indices;
  const only = indices.length === 1 && index !== undefined ? setup.observations[index] : undefined;
  const tolerance = setup.tolerancesRad[line];
  if (tolerance !== undefined) {
    const limits = setup.limits ?? DEFAULT_DECISION_LIMITS;
    const total = { value: combined.value, standardUncertainty: finding.standardUncertaintyRad };
    const judgement: Draft<LineJudgement> = judge(total, tolerance, kind, limits);
    if (judgement.verdict === 'cannot-tell') {
      judgement.wouldSettle = wouldSettle({
        combined,
        targetLineUncertaintyRad: Math.abs(uLine),
        tolerance,
        limits,
        only,
        bodyScale: bodyScale(setup),
      });
    }
    finding.judgement = judgement;
  }
  // The tape hangs on the line that was laid: there the goal stands as far aside as that one, and the start line, are.
  const goal = (setup.goalsRad?.[line] ?? 0) - turnToStart(setup);
  const move = only && moveToGoal(only, goal);
  if (move !== undefined) finding.move = move;
  return finding;
}
