import { type LineName } from '../geometry/line.ts';
import { type AtHand, type HoldingTimes } from '../observation/at-hand.ts';
import { type Observation, WAYS_OF_READING } from '../observation/observation.ts';
import { sizedBy } from '../observation/sized.ts';
import { readObservation } from '../observation/read-observation.ts';

/** One way in which a line could be read. */
export interface Way {
  readonly line: LineName;
  readonly by: Observation['by'];
  readonly rod: boolean;
  /** The target line's own error does not touch it. */
  readonly fromTarget: boolean;
  readonly measurementUncertaintyRad: number;
  readonly holdingS: number;
}

/**
 * Every way in which a line can be read with what lies at hand, with its u at a square line.
 *
 * @example waysOf('toes', { tapeDivisionM: 0.005, plumbM: 0, gauge: false, eyeRad: 0.07 }, HOLDING_TIMES).map((w) => w.by) // ['gaps', 'eye']
 */
export function waysOf(line: LineName, atHand: AtHand, times: HoldingTimes): readonly Way[] {
  return Object.values(WAYS_OF_READING).flatMap((way) =>
    way.takeable(line, atHand).map((taken: Observation): Way => {
      const observation = sizedBy(taken, atHand.bodyScale ?? 1);
      const rod = 'rod' in observation && observation.rod === true;
      return {
        line,
        by: observation.by,
        rod,
        fromTarget: way.fromTarget === true,
        measurementUncertaintyRad: readObservation(observation, 'right').standardUncertaintyRad,
        holdingS: times[way.time(line, rod)],
      };
    }),
  );
}

/**
 * Which of the times a reading takes.
 *
 * @example holdingTimeOf({ line: 'hips', by: 'gaps', rod: true }) // 'rodS'
 */
export function holdingTimeOf({ line, by, rod }: Pick<Way, 'line' | 'by' | 'rod'>): keyof HoldingTimes {
  return WAYS_OF_READING[by].time(line, rod);
}

/**
 * The way that tells a line best; of two that tell it alike the quicker one.
 *
 * @example bestWay('hips', { rodM: 1.2, tapeDivisionM: 0.005, plumbM: 0.003, gauge: false, eyeRad: 0.07 }, HOLDING_TIMES).rod // true
 */
export function bestWay(line: LineName, atHand: AtHand, times: HoldingTimes): Way {
  const [first, ...others] = waysOf(line, atHand, times);
  return others.reduce((best, way) => {
    const gain = best.measurementUncertaintyRad - way.measurementUncertaintyRad;
    return gain > 0 || (gain === 0 && way.holdingS < best.holdingS) ? way : best;
  }, first as Way);
}
