import { ballsOf, earlierOf, lastTimesOf, MOST_EARLIER, readdressOfStudent } from '@lotrecht/judging';
import { type StudentKnownView } from '@lotrecht/records';
import { type Scope } from '../access/scope.ts';
import { listColdChecks } from '../checks/check-repository.ts';
import { listMeasuredLines } from '../checks/measured-line-repository.ts';
import { type Queries } from '../database/database.ts';
import { findPrior } from '../roster/academy-prior.ts';

/** Enough for a few of every club group. */
const MOST_COLD = 6 * MOST_EARLIER;

/** What is known of a student before a day, YYYY-MM-DD, as a check of that day begins from it. */
export async function knownOfStudent(
  db: Queries,
  scope: Scope,
  studentId: string,
  before: string,
): Promise<StudentKnownView> {
  const cold = await listColdChecks(db, scope, studentId, { before, limit: MOST_COLD });
  return {
    readdress: readdressOfStudent(await listMeasuredLines(db, scope, { studentId })),
    earlier: cold.toReversed().flatMap((check) => earlierOf(check, before) ?? []),
    prior: await findPrior(db, scope.academyId),
    lastTimes: lastTimesOf(cold),
    balls: ballsOf(cold),
  };
}
