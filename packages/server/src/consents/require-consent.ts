import { type ConsentView, type StudentView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { type Actor } from '../access/actor.ts';
import { Problem } from '../problems/problem.ts';
import { hasConsent } from './consent-repository.ts';

type Scope = ConsentView['scope'];

const TITLES: Readonly<Record<Scope, string>> = {
  records:
    'Not of age: record the guardian’s consent to records on the student’s page first. Nothing new is kept without it.',
  link: 'Not of age: record the guardian’s consent to a link first. The link then goes to the guardian.',
};

/** What a phone at home says. */
const AT_HOME = 'The guardian’s consent to records is missing. Nothing was kept; ask your instructor.';

/**
 * The one rule for those who are not of age: nothing new about them is kept or sent while no consent of the guardian
 * stands. Asked in the transaction that writes, with the student's row locked: a withdrawal comes before it or after it.
 *
 * @param reader who reads the refusal. Default: the instructor
 * @throws Problem 409 while no consent stands
 */
export async function requireConsent(
  tx: Queries,
  actor: Actor,
  { id, minor }: Pick<StudentView, 'id' | 'minor'>,
  { scope, reader = 'instructor' }: { readonly scope: Scope; readonly reader?: 'instructor' | 'student' },
): Promise<void> {
  if (!minor || (await hasConsent(tx, actor, { studentId: id, scope }))) return;
  const title = reader === 'student' ? AT_HOME : TITLES[scope];
  throw new Problem({ status: 409, code: 'consent-needed', title });
}
