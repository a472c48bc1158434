import { type PracticeDoneInput } from '@lotrecht/records';
import { dayText } from './dates.ts';

type Practice = PracticeDoneInput['practice'];

/** What was walked or looked at. @example walkInsText({ exercise: 'looks', done: 6 }) // '6 walk-ins to look' */
export function walkInsText({ exercise, done }: Pick<Practice, 'exercise' | 'done'>): string {
  if (exercise === 'session') return `a session of the plan, ${done} ${done === 1 ? 'part' : 'parts'}`;
  if (exercise === 'eye') return `${done} ${done === 1 ? 'picture' : 'pictures'}`;
  return `${done} ${done === 1 ? 'walk-in' : 'walk-ins'}${exercise === 'looks' ? ' to look' : ''}`;
}

/**
 * Walk-ins that were practised since a day, in words; empty where none were.
 *
 * @param since YYYY-MM-DD; null: ever
 * @example practisedText([{ doneOn: '2026-11-20', practice: { exercise: 'routine', wanted: 5, done: 5, seconds: 200, spoken: false } }], null) // 'Trained once, 5 walk-ins.'
 */
export function practisedText(
  done: readonly Pick<PracticeDoneInput, 'doneOn' | 'practice'>[],
  since: string | null,
): string {
  const lately = done.filter(
    ({ doneOn, practice }) =>
      (practice.exercise === 'looks' || practice.exercise === 'routine') &&
      (since === null || doneOn >= since),
  );
  if (lately.length === 0) return '';
  const walkIns = lately.reduce((sum, { practice }) => sum + practice.done, 0);
  const odd = lately.flatMap(({ practice }) => practice.oddness ?? []);
  const trained = `rained ${times(lately.length)}, ${walkIns} ${walkIns === 1 ? 'walk-in' : 'walk-ins'}.`;
  return `${since === null ? 'T' : `Since ${dayText(since)}: t`}${trained}${oddText(odd)}`;
}

function oddText(odd: readonly number[]): string {
  const [first, last] = [odd[0], odd.at(-1)];
  if (first === undefined || last === undefined) return '';
  return first === last
    ? ` It feels ${last} of 10 odd.`
    : ` How odd it feels went from ${first} to ${last} of 10.`;
}

function times(n: number): string {
  return n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`;
}
