import {
  DEFAULT_DECISION_LIMITS,
  HOLDING_TIMES,
  LEAST_GAIN_BITS,
  type LineName,
  type NextReading,
  nextReading,
  type Observation,
  radiansFromDegrees,
  readObservation,
  type ReadSoFar,
  type Tolerance,
  USUAL_SPREAD_RAD,
} from '@lotrecht/core';
import { type CheckDocument, type ResultDocument } from '../generated/types.ts';
import { type JudgedBy } from '../method/judged-by.ts';
import { toCoreUnits } from '../units/si.ts';
import { USUAL_READDRESS_DEG } from './compose-check.ts';
import { atHandOf, type Tools } from './tools.ts';

/** Where a check stands when the next reading is looked for. */
export interface AdviceGround {
  readonly handedness: CheckDocument['handedness'];
  readonly judgedBy: JudgedBy;
  /** What was read so far and what it says; null before the first reading. */
  readonly solved: { readonly document: CheckDocument; readonly result: ResultDocument } | null;
  /** u(T), degrees. */
  readonly targetLineUncertaintyDeg: number;
  readonly tools: Tools;
  /** Spread with which this student steps back in, degrees; absent until it is known. */
  readonly readdressSdDeg?: number | undefined;
  /** Distance of the target that landmarks are told from, m; absent where none are known. */
  readonly pointsAtM?: number;
  /** The present or last hold, counted from 1. */
  readonly hold: number;
  /** Seconds already held in it; the longest hold when the student has stepped out. */
  readonly heldS: number;
  /** Further holds that the student can give. */
  readonly holdsLeft: number;
}

function readSoFar({ document, result }: NonNullable<AdviceGround['solved']>): readonly ReadSoFar[] {
  const byLine = new Map<LineName, { readings: ReadSoFar['readings'][number][]; byEye: boolean }>();
  for (const entry of document.observations) {
    const { handedAzimuthRad, standardUncertaintyRad } = readObservation(
      toCoreUnits(entry) as Observation,
      document.handedness,
    );
    const line = byLine.get(entry.line) ?? { readings: [], byEye: false };
    line.readings.push({ handedAzimuthRad, standardUncertaintyRad, hold: entry.hold ?? 1 });
    line.byEye ||= entry.by === 'eye';
    byLine.set(entry.line, line);
  }
  return [...byLine].map(([line, { readings, byEye }]) => {
    const verdict = result.lines[line]?.verdict;
    return { line, readings, byEye, decided: verdict === 'in' || verdict === 'out' };
  });
}

/**
 * What to read next in a check, or why nothing more: core's advice for what lies at hand.
 *
 * @example adviseNext({ handedness: 'right', judgedBy: { tolerancesDeg: { toes: [-4, 4] }, order: ['toes'] }, solved: null, targetLineUncertaintyDeg: 0.5, tools: { rodsMm: [] }, hold: 1, heldS: 0, holdsLeft: 3 }).next.line // 'toes'
 */
export function adviseNext(ground: AdviceGround): NextReading {
  const { judgedBy, solved } = ground;
  const tolerancesRad = Object.fromEntries(
    Object.entries(judgedBy.tolerancesDeg).map(([line, [lo, hi]]): [string, Tolerance] => [
      line,
      [radiansFromDegrees(lo), radiansFromDegrees(hi)],
    ]),
  );
  return nextReading({
    order: judgedBy.order,
    tolerancesRad,
    limits: DEFAULT_DECISION_LIMITS,
    read: solved === null ? [] : readSoFar(solved),
    targetLineUncertaintyRad: radiansFromDegrees(ground.targetLineUncertaintyDeg),
    readdressSdRad: radiansFromDegrees(
      solved?.document.readdressSdDeg ?? ground.readdressSdDeg ?? USUAL_READDRESS_DEG,
    ),
    spreadRad: USUAL_SPREAD_RAD,
    atHand: atHandOf(ground.tools, ground.pointsAtM),
    times: HOLDING_TIMES,
    hold: ground.hold,
    heldS: ground.heldS,
    holdsLeft: ground.holdsLeft,
    leastGainBits: LEAST_GAIN_BITS,
  });
}
