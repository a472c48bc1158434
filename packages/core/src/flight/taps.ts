import { degreesFromRadians } from '../units/angle.ts';
import { type Between, type SeenStart } from './ball-run.ts';

/** Left, over, right: of a gate rod, of a mark. */
export type Side = 'left' | 'over' | 'right';

/** Where a ball was seen to start. */
export type TappedStart =
  /** Whole ball widths beside the gate rod, right positive, and how far ahead the rod stands, m. */
  { readonly widths: number; readonly gateM: number } | { readonly side: Side; readonly gateM?: number };

/** Where a ball was seen to come down. */
export type TappedFinish =
  /** Tapped on the strip, degrees from the target line, right positive. */
  { readonly bearingDeg: number } | { readonly side: Side };

export interface TappedBall {
  readonly start: TappedStart;
  readonly finish: TappedFinish;
}

/** m */
export const BALL_WIDTH_M = 0.0427;
/** A side alone is a half-line, cut off here, degrees. */
const CUT_OFF_DEG = 6;
/** Against a mark without a rod: so much of either side still passes for over it, degrees. */
const OVER_MARK_DEG = 0.6;
/** A tap on the strip is of so much either way, degrees. */
const TAP_HALF_DEG = 1.3;
/** On the target, as people say it, degrees; and where a ball that is not ends. */
const ON_TARGET_DEG = 2;
const FINISH_CUT_OFF_DEG = 12;

/**
 * Between which angles a ball started and came down, as it was tapped.
 *
 * @example seenByTaps({ start: { side: 'left' }, finish: { bearingDeg: 3 } }).startDeg // [-6, -0.6]
 */
export function seenByTaps({ start, finish }: TappedBall): SeenStart {
  return { startDeg: betweenStart(start), finishDeg: betweenFinish(finish) };
}

function betweenStart(start: TappedStart): Between {
  if ('widths' in start) {
    const { widths, gateM } = start;
    return [widthsDeg(widths - 0.5, gateM), widthsDeg(widths + 0.5, gateM)];
  }
  const { side, gateM } = start;
  const over = gateM === undefined ? OVER_MARK_DEG : widthsDeg(0.5, gateM);
  return beside(side, over, CUT_OFF_DEG);
}

function betweenFinish(finish: TappedFinish): Between {
  if ('bearingDeg' in finish) return [finish.bearingDeg - TAP_HALF_DEG, finish.bearingDeg + TAP_HALF_DEG];
  return beside(finish.side, ON_TARGET_DEG, FINISH_CUT_OFF_DEG);
}

function beside(side: Side, over: number, cutOff: number): Between {
  if (side === 'left') return [-cutOff, -over];
  return side === 'right' ? [over, cutOff] : [-over, over];
}

/**
 * So many ball widths beside a rod, as an angle from where the ball lay, degrees.
 *
 * @example widthsDeg(1, 2).toFixed(1) // '1.2'
 */
export function widthsDeg(widths: number, gateM: number): number {
  return degreesFromRadians(Math.atan((widths * BALL_WIDTH_M) / gateM));
}
