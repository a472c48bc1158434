import { randomUUID } from 'node:crypto';
import { type PracticeDoneInput, type PracticePlanInput } from '@lotrecht/records';
import { dayBefore } from './days.ts';

/** Sessions by how many days ago they were planned, and what became of them: oddness where they were done. */
const SESSIONS: readonly (readonly [daysAgo: number, oddness: number | null])[] = [
  [12, 8],
  [10, 7],
  [8, null],
  [5, 6],
  [3, 5],
  [-1, null],
  [-3, null],
  [-6, null],
];
const LASTS_S = 380;

/** A plan of somebody whose head is lifted to look, made in their last lesson, with what was done of it so far. */
export function planOf(
  {
    studentId,
    lessonId,
    planId,
  }: { readonly studentId: string; readonly lessonId: string; readonly planId: string },
  today: Date,
): { readonly plan: PracticePlanInput; readonly done: readonly PracticeDoneInput[] } {
  const dayOf = (daysAgo: number): string => dayBefore(today, daysAgo);
  const sessions = SESSIONS.map(([daysAgo, oddness]) => ({ id: randomUUID(), on: dayOf(daysAgo), oddness }));
  return {
    plan: {
      revision: 0,
      studentId,
      lessonId,
      startsOn: dayOf(14),
      note: 'Roll the head, and let the shoulders stay.',
      plan: {
        oneThing: 'look',
        line: 'shoulders',
        place: 'home',
        drills: [
          { id: 'head-roll', minutes: 3, reps: 10 },
          { id: 'look-only', minutes: 5, reps: 7 },
        ],
        sessions: sessions.map(({ id, on }) => ({ id, on })),
        eye: true,
      },
    },
    done: sessions.flatMap(({ id, on, oddness }, n): readonly PracticeDoneInput[] =>
      oddness === null
        ? []
        : [
            {
              revision: 0,
              studentId,
              doneOn: on,
              startedAt: `${on}T18:30:00.000Z`,
              practice: {
                exercise: 'session',
                wanted: 4,
                done: 4,
                seconds: LASTS_S + 20 * n,
                spoken: false,
                oddness,
                session: {
                  planId,
                  sessionId: id,
                  stage: 'rods',
                  blocks: ['drill:head-roll', 'drill:look-only', 'eye', 'check'].map((block) => ({
                    block,
                    done: true,
                  })),
                  felt: oddness > 6 ? 'right' : 'on',
                  ...(n === 1 && { question: 'Do I roll the head on the course too?' }),
                },
              },
            },
          ],
    ),
  };
}
