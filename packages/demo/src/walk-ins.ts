import { randomUUID } from 'node:crypto';
import { ALL_PARALLEL, routineOfMethod } from '@lotrecht/judging';
import { type PracticeDoneInput, type RoutineInput } from '@lotrecht/records';
import { type Dice } from '@lotrecht/simulation';
import { dayBefore } from './days.ts';

/** How a student walks in: the order holds until it counts, or every look lifts the head. */
export type DemoWalkIns = 'breaks-under-test' | 'looks-lifted';

interface DemoWalkIn {
  readonly phase: 'baseline' | 'test';
  readonly deeds: readonly string[];
  readonly lifted: boolean;
}

const IN_ORDER: readonly string[] = [
  'sight',
  'mark',
  'walkIn',
  'face',
  'stance',
  'grip',
  'checkLines',
  'look',
  'look',
  'go',
];
/** Feet before face, and nothing is checked. */
const HURRIED: readonly string[] = ['sight', 'walkIn', 'stance', 'face', 'grip', 'look', 'shuffle', 'go'];
const FIVE_LOOKS: readonly string[] = [
  'sight',
  'mark',
  'walkIn',
  'face',
  'stance',
  'grip',
  'look',
  'look',
  'look',
  'checkLines',
  'look',
  'look',
  'go',
];

const WALK_INS: Readonly<Record<DemoWalkIns, readonly DemoWalkIn[]>> = {
  'breaks-under-test': [
    ...[1, 2, 3].map(() => ({ phase: 'baseline', deeds: IN_ORDER, lifted: false }) as const),
    ...[1, 2].map(() => ({ phase: 'test', deeds: HURRIED, lifted: false }) as const),
  ],
  'looks-lifted': [1, 2, 3, 4, 5].map(
    () => ({ phase: 'baseline', deeds: FIVE_LOOKS, lifted: true }) as const,
  ),
};

/** Seconds between taps, and how much they differ. */
const [BETWEEN_S, DIFFER_S] = [1.9, 0.3];

/** The walk-ins of a lesson as they would have been recorded. */
export function walkInsOf(
  kind: DemoWalkIns,
  {
    studentId,
    lessonId,
    heldOn,
  }: { readonly studentId: string; readonly lessonId: string; readonly heldOn: string },
  dice: Dice,
): readonly RoutineInput[] {
  const { steps, expected } = routineOfMethod(ALL_PARALLEL);
  return WALK_INS[kind].map(({ phase, deeds, lifted }, n) => {
    let atS = 0;
    const events = deeds.map((deed, at) => {
      if (at > 0) atS += Math.max(0.5, BETWEEN_S + dice.normal(DIFFER_S));
      return {
        id: randomUUID(),
        deed,
        atS: Math.round(10 * atS) / 10,
        ...(deed === 'look' && lifted && { lifted }),
        ...(deed === 'walkIn' && { approach: 'own-behind' as const }),
      };
    });
    return {
      revision: 0,
      studentId,
      lessonId,
      heldOn,
      startedAt: `${heldOn}T09:${50 + n}:00.000Z`,
      recording: {
        method: ALL_PARALLEL.name,
        steps: [...steps],
        expected: {
          ...(expected?.looks && { looks: [...expected.looks] }),
          ...(expected?.overBallS && { overBallS: [...expected.overBallS] }),
        },
        help: 'blind',
        phase,
        place: 'range',
        clubGroup: 'mid-iron',
        events,
      },
    };
  });
}

/** Days before today on which look-only walk-ins were trained, and how odd they felt. */
const TRAINED: readonly (readonly [daysAgo: number, oddness: number])[] = [
  [12, 7],
  [8, 6],
  [3, 4],
];

/** What was trained between the last lesson and today: by who lifts the head, looking alone. */
export function practisedBefore(
  kind: DemoWalkIns | null,
  studentId: string,
  today: Date,
): readonly PracticeDoneInput[] {
  if (kind !== 'looks-lifted') return [];
  return TRAINED.map(([daysAgo, oddness]) => {
    const doneOn = dayBefore(today, daysAgo);
    return {
      revision: 0,
      studentId,
      doneOn,
      startedAt: `${doneOn}T17:30:00.000Z`,
      practice: {
        exercise: 'looks',
        method: ALL_PARALLEL.name,
        wanted: 6,
        done: 6,
        seconds: 260,
        spoken: true,
        oddness,
      },
    };
  });
}
