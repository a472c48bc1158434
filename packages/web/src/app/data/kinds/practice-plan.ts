import { type Kept, type PracticePlanInput } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { ONE_THING_WORDS } from '@lotrecht/words';
import { recordKind } from '../record-kind.ts';

/** What a student practises until the next lesson. */
export type PracticePlan = Kept<PracticePlanInput>;

export const PRACTICE_PLAN = recordKind<PracticePlanInput, PracticePlan>(
  KIND['practice-plan'],
  ({ startsOn, note, plan }) => [
    { label: 'The one thing', text: ONE_THING_WORDS[plan.oneThing] },
    { label: 'From', text: startsOn },
    { label: 'Sessions', text: String(plan.sessions.length) },
    { label: 'Note', text: note ?? '' },
  ],
);
