import { azimuthFromHanded, handedAzimuth, withoutNegativeZero } from '../geometry/azimuth.ts';
import { type Handedness } from '../geometry/handedness.ts';
import { kindOfLine, type LineName } from '../geometry/line.ts';
import { azimuthWords } from '../geometry/words.ts';
import { type AzimuthEstimate, type Observation } from '../observation/observation.ts';
import { readObservation } from '../observation/read-observation.ts';
import { RANGES, requireWithin } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type TargetLine, targetLineUncertainty } from '../station/target-line.ts';
import { DEFAULT_DECISION_LIMITS } from '../uncertainty/conformity.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { combineLine, type CombinedLine, type HeldEstimate } from './combine-line.ts';
import { heelsFromFlare } from './flare.ts';
import { judge } from './judge.ts';
import { moveToGoal } from './move.ts';
import { priorityOf } from './priority.ts';
import { requireMethod } from './require-method.ts';
import { notesOf } from './notes.ts';
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

/** Default re-address spread: 2°. */
export const DEFAULT_READDRESS_SD_RAD = (2 * Math.PI) / 180;

interface ReadLine {
  readonly line: LineName;
  readonly indices: readonly number[];
  readonly combined: CombinedLine;
}

/**
 * Solves a whole check: every line's angle, uncertainty, verdict and move, the turn and twist of the body, and
 * what to fix first.
 *
 * @param setup readings and method, SI units
 * @returns a finding in which every number is finite
 * @throws RefusedInput naming the field, for anything that cannot be a measurement
 * @example solveSetup({ handedness: 'right', targetLine: {}, tolerancesRad: {}, order: [], observations: [{ line: 'toes', by: 'gaps', leadGapM: 0.6, trailGapM: 0.6, baseM: 0.45 }] }).lines[0]?.word // 'square'
 */
export function solveSetup(setup: Setup): SetupFinding {
  requireMethod(setup);
  const readdressSdRad = requireWithin(
    'readdressSdRad',
    setup.readdressSdRad ?? DEFAULT_READDRESS_SD_RAD,
    RANGES.angleUncertaintyRad,
  );
  const uTarget = within('targetLine', () => targetLineUncertainty(setup.targetLine));
  const readLines = readAll(setup, readdressSdRad);
  const lines = readLines.map((read) => findLine(setup, read, uTarget));
  const severalHolds = new Set(setup.observations.map((o) => o.hold ?? 1)).size > 1;
  const comparable = readLines.map(({ line, combined }) => ({
    line,
    value: combined.value,
    standardUncertainty:
      severalHolds && combined.holds === 1
        ? inQuadrature(combined.standardUncertainty, readdressSdRad)
        : combined.standardUncertainty,
  }));
  const turn = turnOf(turningLines(comparable, setup.footLine ?? 'toes'));
  const face = comparable.find((l) => l.line === 'face');
  const heels = findHeels(setup);
  const targetPicture =
    turn !== null &&
    turn.agree &&
    face !== undefined &&
    aimsElsewhere(
      face,
      { value: turn.handedAzimuthRad, standardUncertainty: turn.standardUncertaintyRad },
      uTarget,
    );
  return {
    targetLineUncertaintyRad: uTarget,
    lines,
    turn,
    ...priorityOf(lines, setup.order),
    targetPicture,
    ...(heels && { heelsFromFlare: heels }),
    notes: notesOf({ setup, lines, targetPicture, heels }),
  };
}

/** Only a toe line that was read once with a tape has toe tips to go back from. */
function findHeels({ feet, observations, targetLine, handedness }: Setup): HeelsFromFlare | undefined {
  const toes = observations.filter((o) => o.line === 'toes');
  const [only] = toes;
  if (feet === undefined || only?.by !== 'gaps' || toes.length > 1) return undefined;
  return within('feet', () => {
    const heels = heelsFromFlare(only, feet);
    const handedAzimuthRad = heels.handedAzimuthRad + laidTurn(targetLine, handedness);
    return { ...heels, handedAzimuthRad: withoutNegativeZero(handedAzimuthRad) };
  });
}

function within<T>(outer: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw error instanceof RefusedInput ? error.within(outer) : error;
  }
}

function readAll(setup: Setup, readdressSdRad: number): ReadLine[] {
  const byLine = new Map<LineName, { indices: number[]; estimates: HeldEstimate[] }>();
  setup.observations.forEach((o, index) => {
    const { handedAzimuthRad, standardUncertaintyRad } = readAt(setup, index);
    let readings = byLine.get(o.line);
    if (readings === undefined) byLine.set(o.line, (readings = { indices: [], estimates: [] }));
    readings.indices.push(index);
    readings.estimates.push({ handedAzimuthRad, standardUncertaintyRad, hold: o.hold ?? 1 });
  });
  return [...byLine].map(([line, { indices, estimates }]) => ({
    line,
    indices,
    combined: combineLine(estimates, readdressSdRad),
  }));
}

/** How far the line that was laid is turned from the true one, in φ: what a re-base adds to every line. */
function laidTurn({ found }: TargetLine, handedness: Handedness): number {
  return found === undefined ? 0 : handedAzimuth(found.turnedRad, handedness);
}

function readAt({ observations, handedness, targetLine }: Setup, index: number): AzimuthEstimate {
  const observation = observations[index] as Observation;
  try {
    const { handedAzimuthRad, standardUncertaintyRad } = readObservation(observation, handedness);
    const fromTrueLine = withoutNegativeZero(handedAzimuthRad + laidTurn(targetLine, handedness));
    return { handedAzimuthRad: fromTrueLine, standardUncertaintyRad };
  } catch (error) {
    throw error instanceof RefusedInput ? error.within(`observations.${index}`) : error;
  }
}

/** Built field by field: this runs once per line of every check, and copies of objects would be most of its time. */
type Draft<T> = { -readonly [K in keyof T]: T[K] };

function findLine(setup: Setup, { line, indices, combined }: ReadLine, uTarget: number): LineFinding {
  const azimuthRad = azimuthFromHanded(combined.value, setup.handedness);
  const kind = kindOfLine(line);
  const { word, side } = azimuthWords(azimuthRad, setup.handedness, kind);
  const finding: Draft<LineFinding> = {
    line,
    handedAzimuthRad: combined.value,
    azimuthRad,
    measurementUncertaintyRad: combined.standardUncertainty,
    standardUncertaintyRad: inQuadrature(combined.standardUncertainty, uTarget),
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
        estimate: combined,
        targetLineUncertaintyRad: uTarget,
        tolerance,
        limits,
        only,
      });
    }
    finding.judgement = judgement;
  }
  // The tape still hangs on the line that was laid: there the goal stands as far aside as the line was turned.
  const goal = (setup.goalsRad?.[line] ?? 0) - laidTurn(setup.targetLine, setup.handedness);
  const move = only && moveToGoal(only, goal);
  if (move !== undefined) finding.move = move;
  return finding;
}
