import {
  answerGroundOf,
  bodyScale,
  LEAST_GAIN,
  type NextReading,
  nextReading,
  radiansFromDegrees,
} from '@lotrecht/core';
import { type CheckDocument, type Rebase } from '@lotrecht/records';
import { type JudgedBy } from '../method/judged-by.ts';
import { atHandOf, timesOf, type Tools } from './tools.ts';
import { toSetup } from './to-setup.ts';

/** How differently a student steps in and stands from day to day, and how tall they are; what is absent is as usual. */
export type WhoStands = Pick<CheckDocument, 'readdressSdDeg' | 'daySdDeg' | 'statureMm'>;

/** Where a check stands when the next reading is looked for. */
export interface AdviceGround {
  readonly handedness: CheckDocument['handedness'];
  readonly judgedBy: JudgedBy;
  /** What was read so far, as it was re-based; null before the first reading. */
  readonly read: { readonly document: CheckDocument; readonly rebase?: Rebase | undefined } | null;
  /** u(T), degrees. */
  readonly targetLineUncertaintyDeg: number;
  readonly tools: Tools;
  /** How this student steps in, stands from day to day, and how tall they are; what is absent is as usual. */
  readonly whoStands?: WhoStands;
  /** Cold checks before this one, oldest first, and who comes to this academy; absent without any. */
  readonly known?: Pick<CheckDocument, 'earlier' | 'prior'>;
  /** Distance of the target that landmarks are told from, m; absent where none are known. */
  readonly pointsAtM?: number;
  /** The present or last hold, counted from 1. */
  readonly hold: number;
  /** Seconds already held in it; the longest hold when the student has stepped out. */
  readonly heldS: number;
  /** Further holds that the student can give. */
  readonly holdsLeft: number;
}

/** A check that nothing was read in yet. */
function unread(ground: AdviceGround): CheckDocument {
  const { tolerancesDeg, goalsDeg, order, footLine } = ground.judgedBy;
  return {
    format: 'lotrecht-check',
    version: 1,
    handedness: ground.handedness,
    targetLine: { sightingDeg: ground.targetLineUncertaintyDeg },
    tolerancesDeg,
    ...(goalsDeg && { goalsDeg }),
    order: [...order] as NonNullable<CheckDocument['order']>,
    ...(footLine && { footLine }),
    ...ground.whoStands,
    ...ground.known,
    observations: [] as unknown as CheckDocument['observations'],
  };
}

/**
 * What to read next in a check, or why nothing more: core's advice for what lies at hand.
 *
 * @example adviseNext({ handedness: 'right', judgedBy: { tolerancesDeg: { toes: [-4, 4] }, order: ['toes'] }, read: null, targetLineUncertaintyDeg: 0.5, tools: { rodsMm: [] }, hold: 1, heldS: 0, holdsLeft: 3 }).next.line // 'toes'
 */
export function adviseNext(ground: AdviceGround): NextReading {
  const { document, rebase } = ground.read ?? { document: unread(ground), rebase: undefined };
  const setUp = toSetup(document, { rebase });
  const setup = answerGroundOf(setUp);
  return nextReading({
    ground: {
      ...setup,
      // Judged by what is in use now, and with the line as it is thought to lie now.
      targetLineUncertaintyRad: radiansFromDegrees(ground.targetLineUncertaintyDeg),
    },
    atHand: { ...atHandOf(ground.tools, ground.pointsAtM), bodyScale: bodyScale(setUp) },
    times: timesOf(ground.tools),
    hold: ground.hold,
    heldS: ground.heldS,
    holdsLeft: ground.holdsLeft,
    leastGain: LEAST_GAIN,
  });
}
