import { type CohortChoice, type CohortView } from '@lotrecht/records';
import { type Scope } from '../access/scope.ts';
import { type Database } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { cohortOf } from './roster-repository.ts';

interface Counted {
  readonly version: number;
  readonly view: CohortView;
}

/** More choices than a head makes in a day, of several academies. */
const MOST_KEPT = 200;

const kept = new WeakMap<Database, Map<string, Counted>>();

/**
 * How each line stands in a group. Counting reads every student of an academy; it is done once, and holds until a
 * standing is brought up to date. While some are out of date it is counted each time.
 */
export async function countedCohort(db: Database, scope: Scope, choice: CohortChoice): Promise<CohortView> {
  const { academyId } = scope;
  const { version, due } = await db.one<{ version: number; due: number }>(sql`
    SELECT COALESCE((SELECT version FROM standing_version WHERE academy_id = ${academyId}), 0) AS version,
           EXISTS (SELECT 1 FROM standing_due WHERE academy_id = ${academyId}) AS due`);
  if (due === 1) return cohortOf(db, scope, choice);
  const cohorts = kept.get(db) ?? new Map<string, Counted>();
  kept.set(db, cohorts);
  const key = JSON.stringify([academyId, scope.sees, choice.help, choice.handedness, choice.clubGroup]);
  const known = cohorts.get(key);
  if (known?.version === version) return known.view;
  const view = await cohortOf(db, scope, choice);
  cohorts.delete(key);
  cohorts.set(key, { version, view });
  const [oldest] = cohorts.keys();
  if (cohorts.size > MOST_KEPT && oldest !== undefined) cohorts.delete(oldest);
  return view;
}
