import { type ConsentView, type StudentView } from '@lotrecht/contract';
import { type Queries } from '../database/database.ts';
import { type Actor } from '../http/context.ts';
import { Problem } from '../http/problem.ts';
import { hasConsent } from './consent-repository.ts';

const TITLES: Readonly<Record<ConsentView['scope'], string>> = {
  records:
    'Not of age: record the guardian’s consent to records on the student’s page first. Nothing new is kept without it.',
  link: 'Not of age: record the guardian’s consent to a link first. The link then goes to the guardian.',
};

/** Records and links of someone who is not of age wait for the guardian. @throws Problem 409 while no consent stands */
export async function requireConsent(
  db: Queries,
  actor: Actor,
  { id, minor }: Pick<StudentView, 'id' | 'minor'>,
  scope: ConsentView['scope'],
): Promise<void> {
  if (!minor || (await hasConsent(db, actor, { studentId: id, scope }))) return;
  throw new Problem({ status: 409, code: 'consent-needed', title: TITLES[scope] });
}
