import { azimuthFromHanded } from '../geometry/azimuth.ts';
import { kindOfLine, type LineName } from '../geometry/line.ts';
import { azimuthWords } from '../geometry/words.ts';
import { readObservation } from '../observation/read-observation.ts';
import { RANGES, requireWithin } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { targetLineUncertainty } from '../station/target-line.ts';
import { DEFAULT_DECISION_LIMITS } from '../uncertainty/conformity.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { combineLine, type CombinedLine, type HeldEstimate } from './combine-line.ts';
import { heelsFromFlare } from './flare.ts';
import { judge } from './judge.ts';
import { moveToGoal } from './move.ts';
import { priorityOf } from './priority.ts';
import { requireMethod } from './require-method.ts';
import { notesOf } from './notes.ts';
import { type HeelsFromFlare, type LineFinding, type Setup, type SetupFinding } from './setup.ts';
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
function findHeels({ feet, observations }: Setup): HeelsFromFlare | undefined {
  const toes = observations.filter((o) => o.line === 'toes');
  const [only] = toes;
  if (feet === undefined || only?.by !== 'gaps' || toes.length > 1) return undefined;
  return within('feet', () => heelsFromFlare(only, feet));
}

function within<T>(outer: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw error instanceof RefusedInput ? error.within(outer) : error;
  }
}

function readAll(setup: Setup, readdressSdRad: number): ReadLine[] {
  const byLine = new Map<LineName, { index: number; estimate: HeldEstimate }[]>();
  setup.observations.forEach((o, index) => {
    const estimate = within(`observations.${index}`, () => readObservation(o, setup.handedness));
    const soFar = byLine.get(o.line) ?? [];
    byLine.set(o.line, [...soFar, { index, estimate: { ...estimate, hold: o.hold ?? 1 } }]);
  });
  return [...byLine].map(([line, readings]) => ({
    line,
    indices: readings.map((r) => r.index),
    combined: combineLine(
      readings.map((r) => r.estimate),
      readdressSdRad,
    ),
  }));
}

function findLine(setup: Setup, { line, indices, combined }: ReadLine, uTarget: number): LineFinding {
  const azimuthRad = azimuthFromHanded(combined.value, setup.handedness);
  const kind = kindOfLine(line);
  const standardUncertaintyRad = inQuadrature(combined.standardUncertainty, uTarget);
  const tolerance = setup.tolerancesRad[line];
  const [index] = indices;
  const only = indices.length === 1 && index !== undefined ? setup.observations[index] : undefined;
  const move = only && moveToGoal(only, setup.goalsRad?.[line] ?? 0);
  const limits = setup.limits ?? DEFAULT_DECISION_LIMITS;
  const total = { value: combined.value, standardUncertainty: standardUncertaintyRad };
  const judgement = tolerance && judge(total, tolerance, kind, limits);
  const unsettled = tolerance && {
    estimate: combined,
    targetLineUncertaintyRad: uTarget,
    tolerance,
    limits,
    only,
  };
  return {
    line,
    handedAzimuthRad: combined.value,
    azimuthRad,
    measurementUncertaintyRad: combined.standardUncertainty,
    standardUncertaintyRad,
    birgeRatio: combined.birgeRatio,
    ...azimuthWords(azimuthRad, setup.handedness, kind),
    ...(judgement && {
      judgement: {
        ...judgement,
        ...(judgement.verdict === 'cannot-tell' && unsettled && { wouldSettle: wouldSettle(unsettled) }),
      },
    }),
    ...(move && { move }),
  };
}
