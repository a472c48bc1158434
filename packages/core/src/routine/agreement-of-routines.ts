import { compareOrders, type MovedStep } from './compare-orders.ts';
import { type RoutineFinding } from './finding-of-routine.ts';
import { type RoutineStep } from './steps.ts';

/** A step that moves, and in how many of the recordings it did so. */
export interface MovingStep extends MovedStep {
  readonly times: number;
}

/** What several walk-ins have in common. */
export interface RoutineAgreement {
  readonly of: number;
  /** How many had the usual order. */
  readonly same: number;
  /** The order met most often; of two as often, the one met first. */
  readonly usual: readonly RoutineStep[];
  /** Against the usual order, most often moved first. */
  readonly moved: readonly MovingStep[];
  /** From–to; null without a recording. */
  readonly looks: readonly [number, number] | null;
  /** From–to, seconds; null where none could be timed. */
  readonly overBallS: readonly [number, number] | null;
}

type Recorded = Pick<RoutineFinding, 'order' | 'looks' | 'overBallS'>;

/**
 * How far several walk-ins agree with each other, whatever the method wants.
 *
 * @example agreementOfRoutines([]).same // 0
 */
export function agreementOfRoutines(recorded: readonly Recorded[]): RoutineAgreement {
  const orders = recorded.map(({ order }) => order);
  const counts = orders.map((order) => orders.filter((other) => isSame(order, other)).length);
  const same = Math.max(0, ...counts);
  const usual = orders[counts.indexOf(same)] ?? [];
  const moves = orders.flatMap((order) => compareOrders(usual, order).moved);
  const moved = moves
    .filter((move, at) => moves.findIndex((other) => isSameMove(move, other)) === at)
    .map((move) => ({ ...move, times: moves.filter((other) => isSameMove(move, other)).length }))
    .toSorted((a, b) => b.times - a.times || a.from - b.from);
  return {
    of: recorded.length,
    same,
    usual,
    moved,
    looks: rangeOf(recorded.map(({ looks }) => looks)),
    overBallS: rangeOf(recorded.flatMap(({ overBallS }) => overBallS ?? [])),
  };
}

function isSame(a: readonly RoutineStep[], b: readonly RoutineStep[]): boolean {
  return a.length === b.length && a.every((step, at) => step === b[at]);
}

function isSameMove(a: MovedStep, b: MovedStep): boolean {
  return a.step === b.step && a.from === b.from && a.to === b.to;
}

function rangeOf(values: readonly number[]): readonly [number, number] | null {
  return values.length === 0 ? null : [Math.min(...values), Math.max(...values)];
}

/** The step that goes first when it counts, and in how many of the tests. */
export interface BreakingStep {
  readonly step: RoutineStep;
  readonly times: number;
  readonly of: number;
}

/**
 * Which step of the usual order breaks first under test: the first in each test that is left out or moved; of those the
 * one met most often.
 *
 * @param usual order without a test
 * @param tests orders under test
 * @returns null where no test breaks anything, or there was none
 * @example breaksFirst(['face', 'stance', 'go'], [['stance', 'face', 'go']])?.step // 'face'
 */
export function breaksFirst(
  usual: readonly RoutineStep[],
  tests: readonly (readonly RoutineStep[])[],
): BreakingStep | null {
  const broken = tests.flatMap((order) => {
    const { moved, missing } = compareOrders(usual, order);
    const wrong = [...moved.map(({ step }) => step), ...missing];
    const first = usual.find((step) => wrong.includes(step));
    return first === undefined ? [] : [first];
  });
  const counted = [...new Set(broken)].map((step) => ({
    step,
    times: broken.filter((other) => other === step).length,
    of: tests.length,
  }));
  return (
    counted.toSorted((a, b) => b.times - a.times || usual.indexOf(a.step) - usual.indexOf(b.step))[0] ?? null
  );
}
