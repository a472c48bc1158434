import { type Kept, type PracticePlanInput } from '@lotrecht/records';
import { ONE_THING_WORDS } from '@lotrecht/words';
import { type RecordKind } from '../record-kind.ts';

/** What a student practises until the next lesson. */
export type PracticePlan = Kept<PracticePlanInput>;

export const PRACTICE_PLAN: RecordKind<PracticePlanInput, PracticePlan> = {
  name: 'practice-plan',
  path: 'practice-plans',
  toInput: ({ revision, studentId, lessonId, startsOn, note, plan }) => ({
    revision,
    studentId,
    ...(lessonId && { lessonId }),
    startsOn,
    ...(note && { note }),
    plan,
  }),
  rows: ({ startsOn, note, plan }) => [
    { label: 'The one thing', text: ONE_THING_WORDS[plan.oneThing] },
    { label: 'From', text: startsOn },
    { label: 'Sessions', text: String(plan.sessions.length) },
    { label: 'Note', text: note ?? '' },
  ],
};
