import {
  agreementOfRoutines,
  findingOfRoutine,
  type RoutineAgreement,
  type RoutineEvent,
  type RoutineExpected,
  type RoutineFinding,
  type RoutineStep,
} from '@lotrecht/core';
import { type RoutineInput } from '@lotrecht/records';

type Recorded = Pick<RoutineInput, 'recording'>;

/** What a recorded walk-in says, held against the routine that the method had then. */
export function findingOf({ recording }: Recorded): RoutineFinding {
  const { steps, expected, events } = recording;
  return findingOfRoutine(events as readonly RoutineEvent[], {
    steps: steps as readonly RoutineStep[],
    ...(expected && { expected: expected as RoutineExpected }),
  });
}

/** What walk-ins have in common; those without a single step are left out. */
export function togetherOf(recorded: readonly Recorded[]): RoutineAgreement {
  return agreementOfRoutines(recorded.map(findingOf).filter(({ order }) => order.length > 0));
}
